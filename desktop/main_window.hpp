// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/intake/keeping.hpp"
#include "desktop/desk/journal_desk.hpp"
#include "desktop/practise/practise_page.hpp"

#include <QMainWindow>
#include <filesystem>
#include <thread>

class QLabel;
class QStackedWidget;

namespace layakari {

class BreathLine;
class JourneyPage;
class PersonSwitcher;
class PreparePage;
class ReadPage;
class ReflectPage;

/// The one window: the places along a breath at its head, the page under it. A recording may be
/// dropped anywhere.
class MainWindow : public QMainWindow {
    Q_OBJECT
public:
    /// `dataFolder` holds the journal and what is remembered between sessions. A journal that
    /// cannot be opened is said on the Prepare page; reading works without it.
    explicit MainWindow(const std::filesystem::path& dataFolder, QWidget* parent = nullptr,
                        JournalDesk::Clock clock = &QDateTime::currentDateTime);
    ~MainWindow() override;

    ReadPage* readPage() const { return m_read; }
    PreparePage* preparePage() const { return m_prepare; }    ///< null without a journal
    PractisePage* practisePage() const { return m_practise; } ///< likewise
    ReflectPage* reflectPage() const { return m_reflect; }    ///< likewise
    JourneyPage* journeyPage() const { return m_journey; }    ///< likewise
    JournalDesk* desk() const { return m_desk; }              ///< likewise
    /// Reads the first of several files and remembers the others as recent.
    void openFiles(const QStringList& files);
    /// Reads a recording of the person at hand and keeps it as a sitting.
    void handIn(const QString& file, const Plan& plan);
    void goTo(int place);
    void switchTheme();

protected:
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;
    void closeEvent(QCloseEvent* event) override;
    void showEvent(QShowEvent* event) override;

private:
    /// A recording that is being read to become a sitting.
    struct HandIn {
        QString file;
        Id person = 0;
        QString name;
        Plan plan;
    };

    void openJournal(const std::filesystem::path& dataFolder, JournalDesk::Clock clock);
    void showNoJournal(const std::filesystem::path& dataFolder, const Error& error);
    void backUpDaily(const std::filesystem::path& dataFolder);
    void addShortcuts();
    void showHead();
    QWidget* pageOf(int place) const;
    void noteHere(const QString& text);
    void askForHandIn(const Plan& plan);
    void keepHandIn();
    void keepPractice(const PractisePage::Practised& practised);
    void takeUpBrokenOffPractice(const std::filesystem::path& dataFolder);
    void tellReadWhoPractises();
    void learnFromSwap();
    std::optional<Sitting> keptSitting();
    void keepCorrections();
    void takeInTakenOut(const QString& folder);
    bool takeAtPrepare(const QStringList& files);
    void remember(const QStringList& files);
    void restoreState();

    QString m_settingsFile;
    QSize m_restoredSize;
    BreathLine* m_line;
    QStackedWidget* m_pages;
    ReadPage* m_read;
    JournalDesk* m_desk = nullptr;
    PreparePage* m_prepare = nullptr;
    PractisePage* m_practise = nullptr;
    ReflectPage* m_reflect = nullptr;
    JourneyPage* m_journey = nullptr;
    QWidget* m_noJournal = nullptr;
    PersonSwitcher* m_person = nullptr;
    QLabel* m_name;
    QLabel* m_details;
    std::optional<HandIn> m_handIn;
    std::optional<HandIn> m_kept; ///< the last that became a sitting
    BreathLesson m_lesson;
    std::jthread m_backup;
};

} // namespace layakari
