// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/main_window.hpp"

#include "core/intake/intake.hpp"
#include "core/journal/backup.hpp"
#include "core/report/sentence.hpp"
#include "core/report/take_out.hpp"
#include "desktop/controls/controls.hpp"
#include "desktop/controls/lay.hpp"
#include "desktop/head/breath_line.hpp"
#include "desktop/head/window_place.hpp"
#include "desktop/journey/journey_page.hpp"
#include "desktop/people/person_switcher.hpp"
#include "desktop/plans/plans_view.hpp"
#include "desktop/prepare/prepare_page.hpp"
#include "desktop/read/our_files.hpp"
#include "desktop/read/read_page.hpp"
#include "desktop/reflect/reflect_page.hpp"
#include "desktop/today/today_view.hpp"

#include <QApplication>
#include <QCloseEvent>
#include <QDragEnterEvent>
#include <QFileDialog>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QLabel>
#include <QLocale>
#include <QMimeData>
#include <QPushButton>
#include <QSettings>
#include <QShortcut>
#include <QStackedWidget>
#include <QTimer>
#include <QVBoxLayout>
#include <algorithm>

namespace layakari {

namespace {

constexpr int mostRecent = 12;

QStringList localFiles(const QMimeData* data)
{
    QStringList files;
    for (const QUrl& url : data->urls())
        if (url.isLocalFile()) files.push_back(url.toLocalFile());
    return files;
}

} // namespace

MainWindow::MainWindow(const std::filesystem::path& dataFolder, QWidget* parent,
                       JournalDesk::Clock clock)
    : QMainWindow(parent),
      m_settingsFile(QString::fromStdString((dataFolder / "desktop.ini").string())),
      m_line(new BreathLine(this)),
      m_pages(new QStackedWidget(this)),
      m_read(new ReadPage(this)),
      m_name(new QLabel(this)),
      m_details(new QLabel(this))
{
    setAcceptDrops(true);
    setMinimumSize(1024, 700);
    m_name->setObjectName(QStringLiteral("recordingName"));
    m_details->setObjectName(QStringLiteral("recordingDetails"));
    m_name->setAlignment(Qt::AlignRight);
    m_details->setAlignment(Qt::AlignRight);
    m_details->setProperty("soft", true);

    openJournal(dataFolder, std::move(clock));
    m_pages->addWidget(m_prepare ? m_prepare : m_noJournal);
    m_pages->addWidget(m_read);
    if (m_practise) m_pages->addWidget(m_practise);
    if (m_reflect) m_pages->addWidget(m_reflect);
    if (m_journey) m_pages->addWidget(m_journey);

    QPushButton* theme =
        wordButton(tr("Light or dark"), "theme", this,
                   tr("Change between the paper theme and the one for before dawn (Ctrl+D)"));
    connect(theme, &QPushButton::clicked, this, &MainWindow::switchTheme);
    auto* about = lay::column({.spacing = 0}, {lay::stretch(), m_name, m_details, lay::stretch()});
    auto* head = new QHBoxLayout;
    head->setContentsMargins(0, 0, 28, 0);
    head->setSpacing(16);
    head->addWidget(m_line, 5);
    head->addLayout(about, 3);
    if (m_person) head->addWidget(m_person, 0, Qt::AlignVCenter);
    head->addWidget(theme, 0, Qt::AlignVCenter);
    auto* body = new QWidget(this);
    lay::column(body, {.spacing = 4}, {head, lay::wide(m_pages)});
    setCentralWidget(body);

    addShortcuts();
    connect(m_line, &BreathLine::placeWanted, this, &MainWindow::goTo);
    connect(m_read, &ReadPage::readingChanged, this, &MainWindow::showHead);
    connect(m_read, &ReadPage::opened, this, [this](const QString& file) {
        remember({file});
        const bool isHandIn = m_handIn && m_handIn->file == file;
        const auto kept = keptSitting();
        const std::vector<Correction> corrections =
            kept ? m_desk->told(correctionsOf(m_desk->journal(), *kept))
                       .value_or(std::vector<Correction>{})
                 : std::vector<Correction>{};
        if (isHandIn) keepHandIn();
        if (!corrections.empty())
            QMetaObject::invokeMethod(
                m_read, [this, corrections, isHandIn] { m_read->layOver(corrections, isHandIn); },
                Qt::QueuedConnection);
    });
    connect(m_read, &ReadPage::corrected, this, &MainWindow::keepCorrections);
    connect(m_read, &ReadPage::settled, this, [this] { m_handIn.reset(); });
    connect(m_read, &ReadPage::breathsSwapped, this, &MainWindow::learnFromSwap);
    if (m_desk) {
        connect(m_desk, &JournalDesk::personChanged, this, &MainWindow::tellReadWhoPractises);
        connect(m_desk, &JournalDesk::failed, m_read, &ReadPage::complain);
        tellReadWhoPractises();
    }
    restoreState();
    goTo(BreathLine::preparePlace);
    if (m_prepare) takeUpBrokenOffPractice(dataFolder);
}

// Children that speak with the desk go before it.
MainWindow::~MainWindow() { delete takeCentralWidget(); }

void MainWindow::openJournal(const std::filesystem::path& dataFolder, JournalDesk::Clock clock)
{
    auto journal = Journal::open(dataFolder);
    if (!journal) {
        showNoJournal(dataFolder, journal.error());
        return;
    }
    m_desk = new JournalDesk(*std::move(journal), std::move(clock), this);
    m_prepare = new PreparePage(m_desk, this);
    m_person = new PersonSwitcher(m_desk, this);
    backUpDaily(dataFolder);
    m_practise = new PractisePage(m_desk, practisedFolder(dataFolder), m_settingsFile, this);
    connect(m_practise, &PractisePage::practised, this, &MainWindow::keepPractice);
    connect(m_prepare, &PreparePage::practiseWanted, this,
            [this] { goTo(BreathLine::practisePlace); });
    m_reflect = new ReflectPage(m_desk, this);
    m_journey = new JourneyPage(m_desk, this);
    connect(m_prepare, &PreparePage::handInWanted, this, &MainWindow::askForHandIn);
    connect(m_prepare, &PreparePage::sittingWanted, this, [this](Id person, Id sitting) {
        m_desk->choosePerson(person);
        m_reflect->showSitting(sitting);
        goTo(BreathLine::reflectPlace);
    });
    connect(m_journey, &JourneyPage::sittingWanted, this, [this](Id sitting) {
        m_reflect->showSitting(sitting);
        goTo(BreathLine::reflectPlace);
    });
    connect(m_reflect, &ReflectPage::recordingWanted, this,
            [this](const QString& file, const Plan& plan) {
                goTo(BreathLine::readPlace);
                m_read->openAgainst(file, plan);
            });
}

void MainWindow::showNoJournal(const std::filesystem::path& dataFolder, const Error& error)
{
    QLabel* words = textLabel(tr("The journal cannot be used.\n\n%1.\n\nReading a recording works "
                                 "without it: press 3.")
                                  .arg(QString::fromStdString(error.message())),
                              Type::Sentence, this, "noJournal");
    m_noJournal = new QWidget(this);
    auto* page = new QVBoxLayout(m_noJournal);
    page->setContentsMargins(28, 40, 120, 40);
    page->addWidget(words);
    const std::vector<Backup> backups = backupsIn(dataFolder);
    if (!backups.empty()) {
        QPushButton* restore = leadButton(
            tr("Put back the backup of %1")
                .arg(toQDate(backups.front().day).toString(QStringLiteral("d MMMM yyyy"))),
            "restoreBackup", this, tr("The journal that is there is moved aside, not deleted"));
        connect(restore, &QPushButton::clicked, this, [this, dataFolder, words] {
            const auto restored = restoreLastBackup(dataFolder);
            words->setText(
                restored
                    ? tr("The backup of %1 is in its place. Close Layakari and start it again; "
                         "what was there lies beside it as journal-aside.")
                          .arg(toQDate(restored->day).toString(QStringLiteral("d MMMM yyyy")))
                    : tr("%1.").arg(QString::fromStdString(restored.error().message())));
        });
        page->addWidget(restore, 0, Qt::AlignLeft);
    }
    page->addStretch(1);
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

// Without a journal all places but Read say why.
QWidget* MainWindow::pageOf(int place) const
{
    switch (place) {
    case BreathLine::practisePlace: return m_practise ? m_practise : m_noJournal;
    case BreathLine::readPlace: return m_read;
    case BreathLine::reflectPlace: return m_reflect ? m_reflect : m_noJournal;
    case BreathLine::journeyPlace: return m_journey ? m_journey : m_noJournal;
    default: return m_prepare ? m_prepare : m_noJournal;
    }
}

void MainWindow::noteHere(const QString& text)
{
    QWidget* page = m_pages->currentWidget();
    if (page == m_read) return m_read->note(text);
    if (page == m_noJournal) return;
    if (page == m_reflect) return m_reflect->note(text);
    if (page == m_journey) return m_journey->note(text);
    if (page == m_practise) return m_practise->note(text);
    m_prepare->note(text);
}

void MainWindow::goTo(int place)
{
    if (m_practise && m_practise->isBusy() && place != BreathLine::practisePlace) {
        m_practise->note(
            tr("A practice is not finished. Stop it first (Esc); what was done is kept."));
        return;
    }
    if (m_practise && m_prepare && place == BreathLine::practisePlace)
        m_practise->setPlan(m_prepare->today()->plan());
    else if (m_practise)
        m_practise->put();
    m_line->setPlace(place);
    QWidget* page = pageOf(place);
    m_pages->setCurrentWidget(page);
    if (page == m_read)
        m_read->focusStaff();
    else if (m_prepare && page == m_prepare)
        m_prepare->focusView();
    else if (m_practise && page == m_practise)
        m_practise->focusView();
    else if (page)
        page->setFocus();
    showHead();
}

void MainWindow::askForHandIn(const Plan& plan)
{
    const QString file = QFileDialog::getOpenFileName(
        this, tr("Hand in a recording of this practice"), {},
        tr("Recordings (*.m4a *.mp3 *.wav *.flac *.ogg *.opus *.aac *.amr *.3gp *.mp4);;All files "
           "(*)"));
    if (!file.isEmpty()) handIn(file, plan);
}

void MainWindow::handIn(const QString& file, const Plan& plan)
{
    goTo(BreathLine::readPlace);
    m_read->openAgainst(file, plan);
    const auto& person = m_desk->person();
    if (person) m_handIn = HandIn{file, person->id, QString::fromStdString(person->name), plan};
}

void MainWindow::keepHandIn()
{
    if (!m_read->reading()->heardBreathing()) return;
    const auto kept = m_desk->told(
        keep(m_desk->journal(), {m_handIn->file.toStdString(), m_handIn->person, m_handIn->plan},
             *m_read->reading(), m_read->heardProfile()));
    if (!kept) return;
    m_kept = m_handIn;
    m_desk->takeNews();
    m_reflect->showSitting(kept->id);
    m_read->note(tr("Kept as a sitting of %1. Press 4 to look back on it.").arg(m_handIn->name));
}

void MainWindow::keepPractice(const PractisePage::Practised& practised)
{
    const Reading& reading = *practised.ended.reading;
    const QString file = QString::fromStdString(practised.ended.recording.string());
    remember({file});
    if (!practised.ended.practised) {
        // Natural breaths are no cycles, however like them they look.
        m_practise->note(tr("Stopped before the practice began, so nothing is kept in the "
                            "journal. The recording is there: %1")
                             .arg(file));
        return;
    }
    if (!reading.heardBreathing()) {
        m_practise->note(tr("No breathing was heard, so nothing is kept in the journal. The "
                            "recording is there: %1")
                             .arg(file));
        return;
    }
    const When when{practised.startedAt,
                    toDay(QDateTime::fromSecsSinceEpoch(practised.startedAt).date())};
    const auto kept =
        m_desk->told(keep(m_desk->journal(),
                          {practised.ended.recording, practised.person, practised.plan, when, true},
                          reading, practised.ended.profile));
    if (!kept) return;
    m_desk->takeNews();
    m_reflect->showSitting(kept->id);
    goTo(BreathLine::reflectPlace);
}

// What a program that was killed has left of a practice is read like a recording that is handed in.
void MainWindow::takeUpBrokenOffPractice(const std::filesystem::path& dataFolder)
{
    const BrokenOff broken = takeUpBrokenOff(practisedFolder(dataFolder));
    QStringList files;
    for (const auto& file : broken.found) files << QString::fromStdString(file.string());
    QStringList words;
    if (!files.isEmpty()) {
        m_prepare->handInAll(files);
        words << tr("A practice was interrupted last time. What was recorded of it is saved and is "
                    "being read (see Prepare, Handed in).");
    }
    for (const auto& file : broken.setAside)
        words << tr("The recording of an interrupted practice could not be opened. It has been set "
                    "aside, not deleted: %1")
                     .arg(QString::fromStdString(file.string()));
    if (!words.isEmpty()) m_prepare->note(words.join(QLatin1Char(' ')));
}

void MainWindow::tellReadWhoPractises()
{
    const auto& person = m_desk->person();
    const Known known =
        m_desk->told(knownOf(m_desk->journal(), person ? person->id : Id(0))).value_or(Known{});
    m_read->setPractitioner(known.profile, person ? person->school : School{});
    if (m_practise) m_practise->setKnown(known);
}

// Kept of the recording that is shown, or not: the person it is of is taught.
void MainWindow::learnFromSwap()
{
    if (!m_desk) return m_read->note(tr("Inhale and exhale are swapped in this reading."));
    const auto kept = keptSitting();
    keepCorrections();
    const Id id = kept ? kept->person : m_desk->person() ? m_desk->person()->id : Id(0);
    const auto taught = m_desk->told(
        m_lesson.teach(m_desk->journal(), id, *m_read->reading(), m_read->heardProfile()));
    m_desk->takeNews();
    const auto person = m_desk->told(m_desk->journal().person(id)).value_or(std::nullopt);
    if (m_lesson.isTakenBack(*m_read->reading()))
        return m_read->note(tr("Inhale and exhale are back as they were."));
    if (!taught.value_or(false) || !person)
        return m_read->note(tr("Inhale and exhale are swapped in this reading."));
    m_read->note(tr("Inhale and exhale are swapped. From now on they are told apart as those of "
                    "%1 sound here. Ctrl+Z takes it back.")
                     .arg(QString::fromStdString(person->name)));
}

// What is kept of the recording that is shown: of the person it was handed in for, or of the one at
// hand.
std::optional<Sitting> MainWindow::keptSitting()
{
    if (!m_desk || !m_read->reading()) return std::nullopt;
    const bool handedIn = m_handIn && m_handIn->file == m_read->file();
    const bool isKept = m_kept && m_kept->file == m_read->file();
    const auto& person = m_desk->person();
    const Id id = handedIn ? m_handIn->person : isKept ? m_kept->person : person ? person->id : 0;
    return m_desk
        ->told(m_desk->journal().sittingOfRecording(id, m_read->reading()->recording.sha256))
        .value_or(std::nullopt);
}

// The sitting that was kept of this recording follows what a person puts right.
void MainWindow::keepCorrections()
{
    const auto kept = keptSitting();
    if (kept && m_desk->told(keepCorrected(m_desk->journal(), *kept, *m_read->reading())))
        m_desk->takeNews();
}

void MainWindow::addShortcuts()
{
    const auto on = [this](const QKeySequence& keys, auto&& action) {
        connect(new QShortcut(keys, this), &QShortcut::activated, this, action);
    };
    const auto atRead = [this] { return m_pages->currentWidget() == m_read; };
    on(QKeySequence::Open, [this] {
        goTo(BreathLine::readPlace);
        m_read->askForRecording();
    });
    on(QKeySequence::Save, [this, atRead] {
        if (atRead())
            m_read->askWhereToSave();
        else if (m_prepare && m_pages->currentWidget() == m_prepare)
            m_prepare->save();
    });
    on(QKeySequence(Qt::Key_Escape), [this] {
        QWidget* page = m_pages->currentWidget();
        if (page == m_read) return m_read->stopWhatRuns();
        if (page == m_noJournal) return;
        page == m_reflect    ? m_reflect->leave()
        : page == m_journey  ? m_journey->leave()
        : page == m_practise ? m_practise->leave()
                             : m_prepare->leave();
    });
    on(QKeySequence(Qt::Key_X), [this, atRead] {
        if (atRead()) m_read->swapBreaths();
    });
    if (m_person) on(QKeySequence(Qt::CTRL | Qt::Key_P), [this] { m_person->startTyping(); });
    on(QKeySequence(Qt::CTRL | Qt::Key_D), [this] { switchTheme(); });
    on(QKeySequence::Quit, [this] { close(); });
    for (int place = 0; place < static_cast<int>(BreathLine::places.size()); ++place)
        on(QKeySequence(Qt::Key_1 + place), [this, place] { goTo(place); });
}

void MainWindow::openFiles(const QStringList& files)
{
    if (files.isEmpty()) return;
    if (files.size() > 1) remember(files.mid(1));
    goTo(BreathLine::readPlace);
    m_read->openFile(files.first());
}

void MainWindow::showHead()
{
    m_name->setFont(typeface(Type::Body, true));
    m_details->setFont(typeface(Type::Small));
    const bool atRead = m_pages->currentWidget() == m_read;
    m_name->setVisible(atRead);
    m_details->setVisible(atRead);
    if (!atRead) {
        const char* place = BreathLine::places[static_cast<std::size_t>(m_line->place())];
        setWindowTitle(tr("%1 – Layakari").arg(tr(place)));
        return;
    }
    const Reading* reading = m_read->reading();
    if (!reading) {
        setWindowTitle(tr("Layakari"));
        return;
    }
    const QFileInfo file(QString::fromStdString(reading->recording.file));
    // What the way through the pages and the person at hand leave free.
    constexpr int takenWidth = 900;
    m_name->setText(m_name->fontMetrics().elidedText(file.completeBaseName(), Qt::ElideMiddle,
                                                     std::clamp(width() - takenWidth, 170, 360)));
    m_name->setToolTip(file.filePath());
    QStringList details;
    if (file.exists())
        details << QLocale().toString(file.lastModified(), QStringLiteral("ddd d MMM, HH:mm"));
    details << tr("%1 min").arg(
        QString::fromStdString(clockTime(reading->recording.durationSeconds)));
    details << tr("%1 sound").arg(QString::fromUtf8(toWord(reading->quality.verdict)));
    m_details->setText(details.join(QStringLiteral(" · ")));
    setWindowTitle(tr("%1 – Layakari").arg(file.completeBaseName()));
}

void MainWindow::switchTheme()
{
    applyTheme(currentTheme().dark ? Theme::paperTheme() : Theme::beforeDawn());
    QSettings(m_settingsFile, QSettings::IniFormat)
        .setValue(QStringLiteral("theme"), currentTheme().name);
    m_read->restyle();
    if (m_journey) m_journey->restyle();
    showHead();
}

void MainWindow::remember(const QStringList& files)
{
    QSettings settings(m_settingsFile, QSettings::IniFormat);
    QStringList recent = settings.value(QStringLiteral("recent")).toStringList();
    for (const QString& file : files) {
        const QString absolute = QFileInfo(file).absoluteFilePath();
        recent.removeAll(absolute);
        recent.prepend(absolute);
    }
    recent = recent.mid(0, mostRecent);
    settings.setValue(QStringLiteral("recent"), recent);
    m_read->setRecent(recent);
}

void MainWindow::restoreState()
{
    const QSettings settings(m_settingsFile, QSettings::IniFormat);
    resize(1280, 800);
    restoreGeometry(settings.value(QStringLiteral("geometry")).toByteArray());
    if (!isMaximized() && !isFullScreen()) placeWithinScreen(*this);
    m_restoredSize = size();
    m_read->setRecent(settings.value(QStringLiteral("recent")).toStringList());
}

// Only now the window manager has given it a frame. A size that was asked for since stays.
void MainWindow::showEvent(QShowEvent* event)
{
    QMainWindow::showEvent(event);
    QTimer::singleShot(0, this, [this] {
        if (size() == m_restoredSize && !isMaximized() && !isFullScreen()) placeWithinScreen(*this);
    });
}

void MainWindow::closeEvent(QCloseEvent* event)
{
    if (m_practise && m_practise->isBusy()) {
        m_practise->leave();
        m_practise->note(tr("The practice is stopped and is being kept; then the window can be "
                            "closed."));
        return event->ignore();
    }
    QSettings(m_settingsFile, QSettings::IniFormat)
        .setValue(QStringLiteral("geometry"), saveGeometry());
    event->accept();
}

void MainWindow::dragEnterEvent(QDragEnterEvent* event)
{
    if (!localFiles(event->mimeData()).isEmpty()) event->acceptProposedAction();
}

void MainWindow::dropEvent(QDropEvent* event)
{
    const QStringList files = localFiles(event->mimeData());
    event->acceptProposedAction();
    if (!takeAtPrepare(files)) openFiles(files);
}

void MainWindow::takeInTakenOut(const QString& folder)
{
    QGuiApplication::setOverrideCursor(Qt::WaitCursor);
    const auto merged = m_desk->told(takeInJournal(m_desk->journal(), folder.toStdString()));
    QGuiApplication::restoreOverrideCursor();
    if (!merged) return;
    m_desk->takeNews();
    m_prepare->note(tr("Taken in: %1 people, %2 plans and %3 sittings were new.")
                        .arg(merged->people)
                        .arg(merged->plans)
                        .arg(merged->sittings));
}

// At Prepare a recording that is dropped is today's, of the person at hand, and a plan is one to
// look at.
bool MainWindow::takeAtPrepare(const QStringList& files)
{
    // Several recordings, or a folder of them, are handed in together wherever they are dropped.
    const bool isFolder = files.size() == 1 && QFileInfo(files.first()).isDir();
    const bool isJournal = isFolder && isTakenOut(files.first().toStdString());
    if (m_prepare && (isJournal || (m_desk->person() && (isFolder || files.size() > 1)))) {
        goTo(BreathLine::preparePlace);
        if (isJournal)
            takeInTakenOut(files.first());
        else
            m_prepare->handInAll(files);
        return true;
    }
    if (!m_prepare || m_pages->currentWidget() != m_prepare || files.size() != 1) return false;
    const QString& file = files.first();
    if (file.endsWith(QStringLiteral(".json"), Qt::CaseInsensitive)) {
        if (kindOfJson(file) != JsonFile::Plan) return false;
        m_prepare->showView(PreparePage::Plans);
        m_prepare->plans()->importFile(file);
        return true;
    }
    if (!m_desk->person()) return false;
    // A plan that lies beside says better what was practised.
    const auto beside = readPlanFile(planBeside(file).toStdString());
    handIn(file, beside ? *beside : m_prepare->today()->plan());
    return true;
}

} // namespace layakari
