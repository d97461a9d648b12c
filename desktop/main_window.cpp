// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/main_window.hpp"

#include "core/intake/intake.hpp"
#include "core/intake/putting_right.hpp"
#include "core/journal/backup.hpp"
#include "core/language/message.hpp"
#include "desktop/controls/empty_offer.hpp"
#include "desktop/controls/lay.hpp"
#include "desktop/controls/message_bar.hpp"
#include "desktop/desk/demo_fill.hpp"
#include "desktop/desk/import_desk.hpp"
#include "desktop/desk/intake_desk.hpp"
#include "desktop/desk/question_round.hpp"
#include "desktop/desk/reading_desk.hpp"
#include "desktop/desk/sitting_actions.hpp"
#include "desktop/desk/undo_keys.hpp"
#include "desktop/head/breath_line.hpp"
#include "desktop/head/drop_hint.hpp"
#include "desktop/head/recent.hpp"
#include "desktop/head/recording_name.hpp"
#include "desktop/head/window_menu.hpp"
#include "desktop/head/window_place.hpp"
#include "desktop/help/about.hpp"
#include "desktop/help/help_page.hpp"
#include "desktop/help/keys_sheet.hpp"
#include "desktop/journey/journey_page.hpp"
#include "desktop/language/program_language.hpp"
#include "desktop/people/person_switcher.hpp"
#include "desktop/plans/plans_view.hpp"
#include "desktop/prepare/no_journal_page.hpp"
#include "desktop/prepare/prepare_page.hpp"
#include "desktop/read/give_example.hpp"
#include "desktop/read/read_page.hpp"
#include "desktop/read/read_tour.hpp"
#include "desktop/reflect/reflect_page.hpp"
#include "desktop/session/awake.hpp"
#include "desktop/session/notifier.hpp"
#include "desktop/settings/look.hpp"
#include "desktop/settings/settings_page.hpp"
#include "desktop/sound/loudspeaker.hpp"
#include "desktop/today/today_view.hpp"
#include "desktop/welcome/sample.hpp"
#include "desktop/welcome/welcome_page.hpp"

#include <QApplication>
#include <QCloseEvent>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QScrollArea>
#include <QSettings>
#include <QShortcut>
#include <QStackedWidget>
#include <QTimer>

namespace layakari {

namespace {

// What the pages are drawn for; a smaller screen scrolls them.
constexpr QSize leastSize(1024, 700);

// Gives what is in it all the room there is. A layout of its own would ask a scroll area for as
// much height as text that breaks could take at the least.
class WholeRoom : public QWidget {
public:
    QWidget* inner() { return m_inner; }

protected:
    void resizeEvent(QResizeEvent*) override { m_inner->setGeometry(rect()); }

private:
    QWidget* m_inner = new QWidget(this);
};

} // namespace

MainWindow::MainWindow(const std::filesystem::path& dataFolder, QWidget* parent,
                       JournalDesk::Clock clock)
    : QMainWindow(parent),
      m_dataFolder(dataFolder),
      m_settingsFile(QString::fromStdString((dataFolder / "desktop.ini").string())),
      m_look(new Look(m_settingsFile, this)),
      m_awake(new Awake(this)),
      m_notifier(new Notifier(this)),
      m_line(new BreathLine(this)),
      m_pages(new QStackedWidget(this)),
      m_read(new ReadPage(this)),
      m_help(new HelpPage(this)),
      m_menu(new WindowMenu(this)),
      m_dropHint(new DropHint(this)),
      m_job(new MessageBar(QStringLiteral("job"), this)),
      m_recent(new Recent(m_settingsFile, this)),
      m_recording(new RecordingName(this))
{
    setAcceptDrops(true);
    chooseLoudspeaker(QSettings(m_settingsFile, QSettings::IniFormat)
                          .value(QStringLiteral("loudspeaker"))
                          .toString());
    openJournal(dataFolder, std::move(clock));
    for (QWidget* page : std::initializer_list<QWidget*>{
             m_prepare ? static_cast<QWidget*>(m_prepare) : m_noJournal, m_read, m_practise,
             m_reflect, m_journey, m_welcome, m_settings, m_help})
        if (page) m_pages->addWidget(page);
    buildHead();
    addShortcuts();
    connectRead();
    if (m_desk) connectJournal();
    restoreState();
    if (m_prepare) takeUpBrokenOffPractice(dataFolder);
}

// Children that speak with the desk go before it. Now nothing can be undone any more.
MainWindow::~MainWindow()
{
    delete takeCentralWidget();
    if (m_desk) deleteMarkedFiles(m_desk->journal());
}

void MainWindow::openJournal(const std::filesystem::path& dataFolder, JournalDesk::Clock clock)
{
    auto journal = Journal::open(dataFolder);
    if (!journal) {
        m_noJournal = new NoJournalPage(dataFolder, journal.error(), this);
        return;
    }
    m_desk = new JournalDesk(*std::move(journal), std::move(clock), this);
    // What a program that was killed left to be deleted; what another window deleted today stays.
    m_desk->told(deleteMarkedFiles(m_desk->journal(), m_desk->today()).map([](int) {}));
    // First of all that hear of it: the pages say their words anew afterwards.
    const auto useTheirTerms = [this] {
        useTerms(m_desk->person() ? m_desk->person()->school.terms : Terms::English);
    };
    connect(m_desk, &JournalDesk::personChanged, this, useTheirTerms);
    useTheirTerms();
    m_imports = new ImportDesk(m_desk, this);
    m_readings = new ReadingDesk(m_desk, m_read, this);
    m_round = new QuestionRound(m_desk, m_read, this);
    m_sittings = new SittingActions(m_desk, this);
    m_prepare = new PreparePage(m_desk, m_sittings, this);
    m_person = new PersonSwitcher(m_desk, this);
    m_practise = new PractisePage(m_desk, m_settingsFile, this);
    m_reflect = new ReflectPage(m_desk, m_sittings, this);
    m_journey = new JourneyPage(m_desk, m_sittings, this);
    m_welcome = new WelcomePage(m_desk, this);
    m_settings = new SettingsPage(m_desk, m_prepare->intake(), m_look, m_settingsFile, this);
    backUpDaily(dataFolder);
}

void MainWindow::connectJournal()
{
    connect(m_desk, &JournalDesk::personChanged, this, &MainWindow::tellReadWhoPractises);
    connect(m_desk, &JournalDesk::peopleChanged, this, [this] {
        m_person->setVisible(m_desk->isTeaching());
        // Somebody was added, or the last one is gone: another page may be what one sees here.
        if (isAtPlace() && m_pages->currentWidget() != pageOf(m_line->place()))
            goTo(m_line->place());
    });
    connect(m_desk, &JournalDesk::failed, m_read, &ReadPage::complain);
    const auto showSaveState = [this] { m_read->setSaveState(m_readings->saveState()); };
    connect(m_readings, &ReadingDesk::changed, this, showSaveState);
    connect(m_readings, &ReadingDesk::saved, this, [this](Id person, Id sitting) {
        if (!m_desk->person() || m_desk->person()->id != person) m_desk->choosePerson(person);
        m_reflect->showSitting(sitting);
    });
    connect(m_sittings, &SittingActions::done, this,
            [this](const QString& what) { noteHere(tr("Done: %1. Ctrl+Z undoes it.").arg(what)); });
    connect(m_sittings, &SittingActions::readWanted, this, &MainWindow::showReading);
    connect(m_round, &QuestionRound::readWanted, this, &MainWindow::showReading);
    connect(m_round, &QuestionRound::ended, this, [this](const QString& what) {
        goTo(m_roundFrom);
        noteHere(what);
    });
    connect(m_prepare, &PreparePage::answersWanted, this, &MainWindow::answerQuestions);
    connect(m_reflect, &ReflectPage::answersWanted, this, &MainWindow::answerQuestions);
    connect(m_sittings, &SittingActions::planWanted, this, &MainWindow::readAgainst);
    connect(m_practise, &PractisePage::practised, this, &MainWindow::savePractice);
    connect(m_practise, &PractisePage::busyChanged, this, &MainWindow::keepAwake);
    connect(m_prepare, &PreparePage::practiseWanted, this,
            [this] { goTo(BreathLine::practisePlace); });
    connect(m_prepare, &PreparePage::handInWanted, this, &MainWindow::askForRecordingOf);
    connect(m_prepare, &PreparePage::erased, this, &MainWindow::forgetRecent);
    connect(m_prepare, &PreparePage::sittingWanted, this, [this](Id person, Id sitting) {
        m_desk->choosePerson(person);
        m_reflect->showSitting(sitting);
        goTo(BreathLine::reflectPlace);
    });
    connect(m_journey, &JourneyPage::sittingWanted, this, [this](Id sitting) {
        m_reflect->showSitting(sitting);
        goTo(BreathLine::reflectPlace);
    });
    connect(m_journey, &JourneyPage::exported, this,
            [this](const QString& what) { tellWhereItIsNotSeen(what); });
    connect(m_reflect, &ReflectPage::foldersWanted, this,
            [this](std::vector<std::filesystem::path>* folders) {
                folders->push_back(m_prepare->intake()->watched().toStdString());
            });
    connect(m_imports, &ImportDesk::progressed, m_job, &MessageBar::showProgress);
    connect(m_imports, &ImportDesk::ended, this, [this](const QString& what) {
        m_job->hide();
        if (what.isEmpty()) return;
        m_prepare->note(what);
        tellWhereItIsNotSeen(what);
    });
    connect(m_prepare->intake(), &IntakeDesk::finished, this, [this](int read) {
        tellWhereItIsNotSeen(tr("%n recording(s) are read.", nullptr, read));
    });
    for (EmptyOffer* offer : {m_reflect->offer(), m_journey->offer()}) {
        connect(offer, &EmptyOffer::practiseWanted, this,
                [this] { goTo(BreathLine::practisePlace); });
        connect(offer, &EmptyOffer::addWanted, this, &MainWindow::askToAdd);
        connect(offer, &EmptyOffer::noteWanted, this, [this] { run(Command::Note); });
        connect(offer, &EmptyOffer::beginWanted, this, [this] { goTo(BreathLine::preparePlace); });
        connect(offer, &EmptyOffer::sampleWanted, this, &MainWindow::openSample);
    }
    connect(m_welcome, &WelcomePage::done, this, [this] {
        goTo(BreathLine::preparePlace);
        m_prepare->showView(PreparePage::Today); // who was added is no news to whoever did it
    });
    connect(m_welcome, &WelcomePage::sampleWanted, this, &MainWindow::openSample);
    connect(m_welcome, &WelcomePage::readWanted, this, [this] { goTo(BreathLine::readPlace); });
    connect(m_person, &PersonSwitcher::chosen, this,
            [this] { showPage(m_pages->currentWidget()); });
    connect(m_settings, &SettingsPage::leaveWanted, this, &MainWindow::leaveHere);
    connect(m_settings, &SettingsPage::soundChanged, m_practise, &PractisePage::takeSettings);
    m_person->setVisible(m_desk->isTeaching());
    tellReadWhoPractises();
    showSaveState();
}

void MainWindow::connectRead()
{
    connect(m_line, &BreathLine::placeWanted, this, &MainWindow::goTo);
    connect(m_menu, &WindowMenu::wanted, this, &MainWindow::run);
    connect(m_menu, &WindowMenu::recentWanted, this,
            [this](const QString& file) { openFiles({file}); });
    connect(m_look, &Look::changed, this, [this] {
        m_read->restyle();
        m_help->restyle();
        if (m_journey) m_journey->restyle();
        showHead();
    });
    connect(m_job, &MessageBar::stopWanted, this, [this] {
        if (m_imports) m_imports->stop();
        if (m_demo) m_demo->stop();
    });
    connect(m_recent, &Recent::changed, m_read, &ReadPage::setRecent);
    connect(m_recent, &Recent::changed, m_menu, &WindowMenu::setRecent);
    m_recent->add({});
    connect(m_help, &HelpPage::leaveWanted, this, &MainWindow::leaveHere);
    connect(m_help, &HelpPage::sampleWanted, this, &MainWindow::openSample);
    connect(m_read, &ReadPage::readingChanged, this, &MainWindow::showHead);
    connect(m_read, &ReadPage::opened, this, [this](const QString& file) {
        if (m_readings && m_readings->isSample()) {
            if (std::exchange(m_toursNext, false))
                QTimer::singleShot(0, this, [this] { showReadTour(m_read, centralWidget()); });
            return;
        }
        m_recent->add({file});
        tellWhereItIsNotSeen(tr("%1 is read.").arg(QFileInfo(file).fileName()));
    });
    connect(m_read, &ReadPage::undoWanted, this, [this](bool redo) { undoHere(redo); });
    connect(m_read, &ReadPage::saveWanted, this, [this] { run(Command::Save); });
    if (!m_desk)
        m_read->setSaveState({tr("Save"), false, tr("The journal cannot be used; see Prepare")});
}

void MainWindow::buildHead()
{
    auto* head = new QHBoxLayout;
    head->setContentsMargins(0, 0, 28, 0);
    head->setSpacing(16);
    head->addWidget(m_line, 5);
    head->addWidget(m_recording, 3);
    if (m_person) head->addWidget(m_person, 0, Qt::AlignVCenter);
    head->addWidget(m_menu, 0, Qt::AlignVCenter);
    auto* body = new WholeRoom;
    lay::column(body->inner(), {.spacing = 4}, {head, lay::wide(m_pages), m_job});
    body->setMinimumSize(leastSize);
    auto* scroll = new QScrollArea(this);
    scroll->setObjectName(QStringLiteral("windowScroll"));
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setFocusPolicy(Qt::NoFocus);
    scroll->setWidget(body);
    setCentralWidget(scroll);
}

// Beside the window's thread: a large journal takes a second.
void MainWindow::backUpDaily(const std::filesystem::path& dataFolder)
{
    m_backup = std::jthread([this, dataFolder, today = m_desk->today()] {
        if (const auto made = backUp(dataFolder, today); !made)
            QMetaObject::invokeMethod(
                this, [this, error = made.error()] { m_desk->told(Result<void>(fail(error))); },
                Qt::QueuedConnection);
    });
}

// Without a journal all places but Read say why; in an empty one Prepare and Practise welcome.
QWidget* MainWindow::pageOf(int place) const
{
    if (place == BreathLine::readPlace) return m_read;
    if (!m_desk) return m_noJournal;
    const bool isEmpty = m_desk->isEmpty();
    switch (place) {
    case BreathLine::practisePlace: return isEmpty ? static_cast<QWidget*>(m_welcome) : m_practise;
    case BreathLine::reflectPlace: return m_reflect;
    case BreathLine::journeyPlace: return m_journey;
    default: return isEmpty ? static_cast<QWidget*>(m_welcome) : m_prepare;
    }
}

bool MainWindow::isAtPlace() const
{
    const QWidget* page = m_pages->currentWidget();
    return page != m_help && page != m_settings;
}

void MainWindow::noteHere(const QString& text)
{
    QWidget* page = m_pages->currentWidget();
    if (!page) return;
    if (page == m_reflect) return m_reflect->note(text);
    if (page == m_journey) return m_journey->note(text);
    if (page == m_practise) return m_practise->note(text);
    if (page == m_prepare) return m_prepare->note(text);
    if (page == m_read) m_read->note(text);
}

void MainWindow::showPage(QWidget* page)
{
    if (!page) return;
    if (m_practise && page != m_practise) m_practise->put();
    m_pages->setCurrentWidget(page);
    if (page == m_read)
        m_read->focusStaff();
    else if (page == m_prepare)
        m_prepare->focusView();
    else if (page == m_practise)
        m_practise->focusView();
    else if (page == m_welcome)
        m_welcome->begin();
    else
        page->setFocus();
    showHead();
}

void MainWindow::goTo(int place)
{
    if (m_practise && m_practise->isBusy() && place != BreathLine::practisePlace) {
        m_practise->note(
            tr("A practice is not finished. Stop it first (Esc); what was done is saved."));
        return;
    }
    QWidget* page = pageOf(place);
    if (m_prepare && m_practise && page == m_practise)
        m_practise->setPlan(m_prepare->today()->plan());
    m_line->setPlace(place);
    showPage(page);
}

void MainWindow::showSettings()
{
    if (m_practise && m_practise->isBusy()) return goTo(m_line->place());
    if (m_settings) showPage(m_settings);
}

void MainWindow::openHelp(const QString& topic)
{
    if (m_practise && m_practise->isBusy()) return goTo(BreathLine::readPlace); // says why not
    static const char* const topics[]{"prepare", "practise", "reading", "reflect", "journey"};
    QString id = topic;
    if (id.isEmpty()) {
        id = QLatin1String(topics[m_line->place()]);
        if (m_pages->currentWidget() == m_welcome) id = QStringLiteral("first-steps");
        if (m_prepare && m_pages->currentWidget() == m_prepare) id = m_prepare->helpTopic();
        if (m_pages->currentWidget() == m_settings) id = QStringLiteral("privacy");
    }
    m_help->showTopic(id);
    showPage(m_help);
}

void MainWindow::leaveHere()
{
    QWidget* page = m_pages->currentWidget();
    if (page == m_help || (m_settings && page == m_settings)) return goTo(m_line->place());
    if (page == m_read) return m_read->stopWhatRuns();
    if (page == m_noJournal) return;
    page == m_welcome    ? m_welcome->leave()
    : page == m_reflect  ? m_reflect->leave()
    : page == m_journey  ? m_journey->leave()
    : page == m_practise ? m_practise->leave()
                         : m_prepare->leave();
}

void MainWindow::addShortcuts()
{
    const auto on = [this](const QKeySequence& keys, auto&& action) {
        connect(new QShortcut(keys, this), &QShortcut::activated, this, action);
    };
    on(QKeySequence(Qt::Key_Escape), [this] {
        if (isFullScreen() && !(m_practise && m_practise->isBusy())) return toggleFullScreen();
        leaveHere();
    });
    on(QKeySequence(Qt::Key_X), [this] {
        if (m_pages->currentWidget() == m_read) m_read->swapBreaths();
    });
    on(QKeySequence(Qt::CTRL | Qt::Key_W), [this] { close(); });
    for (int place = 0; place < static_cast<int>(BreathLine::places.size()); ++place)
        on(QKeySequence(Qt::Key_1 + place), [this, place] { goTo(place); });
}

void MainWindow::run(Command command)
{
    switch (command) {
    case Command::Open: goTo(BreathLine::readPlace); return m_read->askForRecording();
    case Command::Recent: return;
    case Command::Add: return askToAdd();
    case Command::Note:
        if (!m_desk || !m_desk->person()) return goTo(BreathLine::preparePlace);
        if (const Id id = m_sittings->note(this)) {
            m_reflect->showSitting(id);
            goTo(BreathLine::reflectPlace);
        }
        return;
    case Command::Save:
        if (m_pages->currentWidget() == m_prepare && m_prepare) return m_prepare->save();
        if (m_readings && m_pages->currentWidget() == m_read) m_readings->saveForWhoIsAtHand();
        return;
    case Command::ExportReading: goTo(BreathLine::readPlace); return m_read->askWhereToExport();
    case Command::GiveExample: return giveThisAsExample();
    case Command::Print: return printHere();
    case Command::Undo: return undoHere(false);
    case Command::Redo: return undoHere(true);
    case Command::Person:
        if (m_person && m_person->isVisible()) m_person->startTyping();
        return;
    case Command::AddPerson:
        if (!m_desk || m_desk->isEmpty()) return goTo(BreathLine::preparePlace);
        goTo(BreathLine::preparePlace);
        return m_prepare->addPerson();
    case Command::ExportJournal:
        if (!m_journey) return;
        goTo(BreathLine::journeyPlace);
        return m_journey->askToTakeOut();
    case Command::ImportJournal: return askToImport();
    case Command::Theme: return m_look->toggle();
    case Command::FullScreen: return toggleFullScreen();
    case Command::Settings: return showSettings();
    case Command::Help: return openHelp({});
    case Command::Keys: return showKeysSheet(this);
    case Command::Sample: return openSample();
    case Command::About: return showAbout(this, m_dataFolder);
    case Command::Quit: close(); return;
    }
}

void MainWindow::undoHere(bool redo)
{
    QWidget* page = m_pages->currentWidget();
    if (page == m_read && m_read->undoCorrection(redo)) return;
    if (m_prepare && page == m_prepare) return m_prepare->undo(redo);
    if (!m_desk) return;
    if (const QString words = undoStep(m_desk, redo); !words.isEmpty()) noteHere(words);
}

void MainWindow::printHere()
{
    QWidget* page = m_pages->currentWidget();
    if (page == m_reflect && m_reflect) return m_reflect->print();
    if (page == m_journey && m_journey) return m_journey->print();
    if (page == m_read) return m_read->print();
    noteHere(
        tr("There is nothing to print on this page. Read, Reflect and Journey can be printed."));
}

void MainWindow::toggleFullScreen()
{
    if (isFullScreen())
        m_wasFullScreen ? showMaximized() : showNormal();
    else {
        m_wasFullScreen = isMaximized();
        showFullScreen();
    }
}

void MainWindow::openSample()
{
    const auto sample = findSample();
    goTo(BreathLine::readPlace);
    if (!sample)
        return m_read->complain(tr("The sample recording is not there: Layakari was not installed "
                                   "whole. Install it again."));
    m_toursNext = true;
    const QString file = QString::fromStdString(sample->recording.string());
    if (m_readings)
        m_readings->openSample(file, sample->plan);
    else
        m_read->openAgainst(file, sample->plan);
}

void MainWindow::fillDemo(const QString& person)
{
    if (!m_desk || m_demo) return;
    m_demo = new DemoFill(m_desk, this);
    for (const Person& somebody : m_desk->people())
        if (QString::fromStdString(somebody.name).startsWith(person))
            m_desk->choosePerson(somebody.id);
    connect(m_demo, &DemoFill::progressed, this, [this, person](double fraction) {
        m_job->showProgress(tr("The demo club's weeks are being simulated and read"), fraction);
        // Until somebody chooses, the person who was asked for.
        if (person.isEmpty() || m_desk->undoStack()->canUndo() || fraction > 0.1) return;
        for (const Person& somebody : m_desk->people())
            if (QString::fromStdString(somebody.name).startsWith(person) &&
                m_desk->person()->id != somebody.id)
                m_desk->choosePerson(somebody.id);
    });
    connect(m_demo, &DemoFill::ended, this, [this](const QString& what) {
        m_job->showNote(what);
        tellWhereItIsNotSeen(what);
    });
}

void MainWindow::showReading(const Sitting& sitting)
{
    const auto kept = sitting.planVersion
                          ? m_desk->told(m_desk->journal().planVersion(*sitting.planVersion))
                          : std::nullopt;
    goTo(BreathLine::readPlace);
    const QString file = QString::fromStdString(sitting.recording);
    if (kept && *kept)
        m_read->openAgainst(file, (*kept)->plan);
    else
        m_read->openFree(file);
}

void MainWindow::answerQuestions()
{
    m_roundFrom = m_line->place();
    m_round->begin();
}

// Its sitting follows, since it is of the same recording.
void MainWindow::readAgainst(const Sitting& sitting, const Plan& plan)
{
    goTo(BreathLine::readPlace);
    m_readings->readAgainst(sitting, plan);
}

void MainWindow::keepAwake()
{
    if (m_practise->isBusy())
        m_awake->keep(tr("Someone is practising"));
    else
        m_awake->letGo();
}

void MainWindow::tellWhereItIsNotSeen(const QString& what)
{
    if (!isActiveWindow() && isVisible()) m_notifier->say(tr("Layakari"), what);
}

void MainWindow::tellReadWhoPractises()
{
    const auto& person = m_desk->person();
    const Known known =
        m_desk->told(knownOf(m_desk->journal(), person ? person->id : Id(0))).value_or(Known{});
    m_read->setPractitioner(known.profile, person ? person->school : School{});
    std::vector<Plan> own;
    for (const Id whose : {person ? person->id : Id(0), Id(0)})
        if (auto kept = m_desk->told(m_desk->journal().plans(whose));
            kept && (whose || own.empty()))
            for (const KeptPlan& plan : *kept) own.push_back(plan.plan);
    m_read->offerPlans(own);
    if (m_practise) m_practise->setKnown(known);
}

void MainWindow::giveThisAsExample()
{
    goTo(BreathLine::readPlace);
    if (!m_read->reading()) return m_read->note(tr("Open a recording first."));
    if (const auto given = giveExample(this, *m_read->reading(), m_read->file())) {
        if (*given)
            m_read->note(**given);
        else
            m_read->complain(QString::fromStdString(given->error().message()));
    }
}

void MainWindow::showHead()
{
    const QWidget* page = m_pages->currentWidget();
    m_recording->setVisible(page == m_read);
    QString here;
    if (page == m_read) {
        const Reading* reading = m_read->reading();
        m_recording->showReading(reading, m_readings && m_readings->isSample());
        if (reading) here = QFileInfo(m_read->file()).completeBaseName();
    } else if (page == m_help) {
        here = tr("Help");
    } else if (page && page == m_settings) {
        here = tr("Settings");
    } else if (page && page == m_welcome) {
        here = tr("Welcome");
    } else {
        here = BreathLine::tr(BreathLine::places[static_cast<std::size_t>(m_line->place())]);
    }
    setWindowTitle(here.isEmpty() ? tr("Layakari") : tr("%1 – Layakari").arg(here));
}

void MainWindow::forgetRecent(const QStringList& files)
{
    m_recent->forget(files);
    if (m_read->reading() && files.contains(m_read->file())) m_read->closeReading();
}

void MainWindow::restoreState()
{
    const QSettings settings(m_settingsFile, QSettings::IniFormat);
    resize(1280, 800);
    restoreGeometry(settings.value(QStringLiteral("geometry")).toByteArray());
    if (isFullScreen()) setWindowState(windowState() & ~Qt::WindowFullScreen);
    if (!isMaximized()) placeWithinScreen(*this);
    m_restoredSize = size();
    // Where one was; a practice is not begun by itself, and Read has nothing to show yet.
    const int place = settings.value(QStringLiteral("place"), BreathLine::preparePlace).toInt();
    const bool isQuiet = place == BreathLine::reflectPlace || place == BreathLine::journeyPlace;
    if (m_prepare) m_prepare->showView(settings.value(QStringLiteral("view"), 0).toInt());
    goTo(isQuiet ? place : BreathLine::preparePlace);
}

void MainWindow::rememberState()
{
    QSettings settings(m_settingsFile, QSettings::IniFormat);
    settings.setValue(QStringLiteral("geometry"), saveGeometry());
    settings.setValue(QStringLiteral("place"), m_line->place());
    if (m_prepare) settings.setValue(QStringLiteral("view"), m_prepare->view());
}

// Only now the window manager has given it a frame. A size that was asked for since stays.
void MainWindow::showEvent(QShowEvent* event)
{
    QMainWindow::showEvent(event);
    QTimer::singleShot(0, this, [this] {
        if (size() == m_restoredSize && !isMaximized() && !isFullScreen()) placeWithinScreen(*this);
    });
}

void MainWindow::resizeEvent(QResizeEvent* event)
{
    QMainWindow::resizeEvent(event);
    if (m_dropHint->isVisible()) m_dropHint->setGeometry(rect());
}

void MainWindow::closeEvent(QCloseEvent* event)
{
    if (m_practise && m_practise->isBusy()) {
        m_practise->leave();
        m_practise->note(
            tr("The practice is stopped and is being saved; then the window can be closed."));
        return event->ignore();
    }
    rememberState();
    event->accept();
}

} // namespace layakari
