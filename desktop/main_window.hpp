// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desktop/desk/journal_desk.hpp"
#include "desktop/head/commands.hpp"
#include "desktop/head/drop.hpp"
#include "desktop/practise/practise_page.hpp"

#include <QMainWindow>
#include <filesystem>
#include <thread>

class QScrollArea;
class QStackedWidget;

namespace layakari {

class Awake;
class BreathLine;
class DemoFill;
class DropHint;
class HelpPage;
class ImportDesk;
class JourneyPage;
class MessageBar;
class Look;
class Notifier;
class PersonSwitcher;
class PreparePage;
class ReadingDesk;
class Recent;
class RecordingName;
class ReadPage;
class ReflectPage;
class SettingsPage;
class QuestionRound;
class SittingActions;
class WelcomePage;
class WindowMenu;

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
    SettingsPage* settingsPage() const { return m_settings; } ///< likewise
    HelpPage* helpPage() const { return m_help; }
    Look* look() const { return m_look; }
    /// Opens each of several files as what it is: a recording or a reading on Read, a plan among
    /// the plans. Of several recordings the first is read, the others are remembered as recent.
    void openFiles(const QStringList& files);
    /// Reads a recording of the person at hand and saves it as a sitting.
    void readAndSave(const QString& file, const Plan& plan);
    void goTo(int place);
    /// Reads the sample, and shows around.
    void openSample();
    /// Fills the journal with the demo club, and chooses somebody of it.
    void fillDemo(const QString& person);
    /// A page that is none of the places; Esc goes back.
    void showSettings();
    /// Says something on the page that is seen.
    void noteHere(const QString& text);
    void run(Command command);

public slots:
    /// The page of that id, or of the place one is at where it is empty.
    void openHelp(const QString& topic);

protected:
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dragLeaveEvent(QDragLeaveEvent* event) override;
    void dropEvent(QDropEvent* event) override;
    void closeEvent(QCloseEvent* event) override;
    void showEvent(QShowEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    void openJournal(const std::filesystem::path& dataFolder, JournalDesk::Clock clock);
    void connectJournal();
    void backUpDaily(const std::filesystem::path& dataFolder);
    void buildHead();
    void connectRead();
    void addShortcuts();
    void giveThisAsExample();
    void showHead();
    void showPage(QWidget* page);
    void leaveHere();
    void undoHere(bool redo);
    void printHere();
    void toggleFullScreen();
    QWidget* pageOf(int place) const;
    bool isAtPlace() const;
    void askToAdd();
    void askToImport();
    void askForRecordingOf(const Plan& plan);
    void savePractice(const PractisePage::Practised& practised);
    void keepAwake();
    void tellWhereItIsNotSeen(const QString& what);
    void takeUpBrokenOffPractice(const std::filesystem::path& dataFolder);
    void tellReadWhoPractises();
    void showReading(const Sitting& sitting);
    void answerQuestions();
    void readAgainst(const Sitting& sitting, const Plan& plan);
    void forgetRecent(const QStringList& files);
    void importFrom(const QString& folder);
    DropPlace dropPlace() const;
    void take(const QStringList& files);
    void restoreState();
    void rememberState();

    std::filesystem::path m_dataFolder;
    QString m_settingsFile;
    QSize m_restoredSize;
    Look* m_look;
    Awake* m_awake;
    Notifier* m_notifier;
    BreathLine* m_line;
    QStackedWidget* m_pages;
    ReadPage* m_read;
    HelpPage* m_help;
    WindowMenu* m_menu;
    DropHint* m_dropHint;
    MessageBar* m_job; ///< what goes on behind the pages
    DemoFill* m_demo = nullptr;
    ImportDesk* m_imports = nullptr;
    JournalDesk* m_desk = nullptr;
    ReadingDesk* m_readings = nullptr;
    QuestionRound* m_round = nullptr;
    int m_roundFrom = 0; ///< the place where the round of questions was begun
    SittingActions* m_sittings = nullptr;
    WelcomePage* m_welcome = nullptr;
    SettingsPage* m_settings = nullptr;
    PreparePage* m_prepare = nullptr;
    PractisePage* m_practise = nullptr;
    ReflectPage* m_reflect = nullptr;
    JourneyPage* m_journey = nullptr;
    QWidget* m_noJournal = nullptr;
    PersonSwitcher* m_person = nullptr;
    Recent* m_recent;
    RecordingName* m_recording;
    bool m_toursNext = false; ///< the sample is being read
    bool m_wasFullScreen = false;
    std::jthread m_backup;
};

} // namespace layakari
