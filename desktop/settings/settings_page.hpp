// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

class QComboBox;
class QLabel;
class QListWidget;
class QPushButton;
class QRadioButton;
class QStackedWidget;

namespace layakari {

class IntakeDesk;
class JournalDesk;
class Look;

/// All settings in one place: sections on the left, one of them on the right. What is set holds at
/// once.
class SettingsPage : public QWidget {
    Q_OBJECT
public:
    enum Section { Practice, Appearance, Recordings, Backups, Sound, People };

    SettingsPage(JournalDesk* desk, IntakeDesk* intake, Look* look, const QString& settingsFile,
                 QWidget* parent = nullptr);

    void showSection(int section);

signals:
    void leaveWanted();
    void soundChanged();   ///< another microphone or loudspeaker
    void languageWanted(); ///< the one that is set now; the window must be made anew

protected:
    void showEvent(QShowEvent* event) override;

private:
    QWidget* buildAppearance();
    QWidget* buildRecordings();
    QWidget* buildBackups();
    QWidget* buildSound();
    QWidget* buildPeople();
    void refresh();
    void showBackups(const QString& news = {});
    void fillSound();

    JournalDesk* m_desk;
    IntakeDesk* m_intake;
    Look* m_look;
    QString m_settingsFile;
    QListWidget* m_sections;
    QStackedWidget* m_pages;
    std::vector<QRadioButton*> m_themes; // as Look::Choice
    QComboBox* m_language = nullptr;
    QPushButton* m_speak = nullptr;
    QComboBox* m_text = nullptr;
    QRadioButton* m_leave = nullptr;
    QRadioButton* m_copy = nullptr;
    QLabel* m_practised = nullptr;
    QPushButton* m_ownPlace = nullptr;
    QLabel* m_watched = nullptr;
    QPushButton* m_watch = nullptr;
    QLabel* m_backups = nullptr;
    QComboBox* m_microphone = nullptr;
    QComboBox* m_loudspeaker = nullptr;
    QLabel* m_noSound = nullptr;
    QRadioButton* m_alone = nullptr;
    QRadioButton* m_teach = nullptr;
    QLabel* m_severalNote = nullptr;
};

} // namespace layakari
