// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/curriculum/school.hpp"

#include <QWidget>

class QButtonGroup;
class QLabel;
class QLineEdit;
class QPlainTextEdit;
class QStackedWidget;

namespace layakari {

class JournalDesk;

/// The first minutes of an empty journal: own practice, or teaching? Then a name or several, how
/// one counts and which words. Nobody is in the journal before that is done.
class WelcomePage : public QWidget {
    Q_OBJECT
public:
    explicit WelcomePage(JournalDesk* desk, QWidget* parent = nullptr);

    /// Back to the first question.
    void begin();
    void leave(); ///< one step back

signals:
    void done();         ///< somebody is in the journal now
    void sampleWanted(); ///< try it first
    void readWanted();   ///< only a recording is to be read

protected:
    void paintEvent(QPaintEvent*) override;

private:
    QWidget* buildDoors();
    QWidget* buildOwn();
    QWidget* buildTeaching();
    QWidget* buildQuestions(QButtonGroup*& counting, QButtonGroup*& words, const char* name);
    void show(int step);
    void finishAlone(const QString& name);
    void finishTeaching();
    static School schoolOf(const QButtonGroup* counting, const QButtonGroup* words);

    JournalDesk* m_desk;
    QStackedWidget* m_steps;
    QLineEdit* m_name = nullptr;
    QButtonGroup* m_ownCounting = nullptr;
    QButtonGroup* m_ownWords = nullptr;
    QPlainTextEdit* m_names = nullptr;
    QLabel* m_namesNote = nullptr;
    QButtonGroup* m_theirCounting = nullptr;
    QButtonGroup* m_theirWords = nullptr;
};

} // namespace layakari
