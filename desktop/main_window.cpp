// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/main_window.hpp"

#include "core/intake/when.hpp"
#include "core/journal/backup.hpp"
#include "core/journal/recordings.hpp"
#include "core/journal/sitting.hpp"
#include "core/report/sentence.hpp"
#include "core/report/take_out.hpp"
#include "desktop/head/breath_line.hpp"
#include "desktop/journey/journey_page.hpp"
#include "desktop/prepare/person_switcher.hpp"
#include "desktop/prepare/plans_view.hpp"
#include "desktop/prepare/prepare_page.hpp"
#include "desktop/prepare/today_view.hpp"
#include "desktop/read/our_files.hpp"
#include "desktop/read/read_page.hpp"
#include "desktop/reflect/reflect_page.hpp"
#include "desktop/theme/controls.hpp"

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
#include <QVBoxLayout>
#include <algorithm>

namespace layakari {

namespace {

constexpr int mostRecent = 12;
// Below the journal's folder; in it one for each person.
constexpr const char* practisedFolder = "practised";

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

    auto* about = new QVBoxLayout;
    about->setSpacing(0);
    about->addStretch(1);
    about->addWidget(m_name);
    about->addWidget(m_details);
    about->addStretch(1);
    auto* head = new QHBoxLayout;
    head->setContentsMargins(0, 0, 28, 0);
    head->setSpacing(16);
    head->addWidget(m_line, 5);
    head->addLayout(about, 3);
    if (m_person) head->addWidget(m_person, 0, Qt::AlignVCenter);
    head->addWidget(theme, 0, Qt::AlignVCenter);
    auto* body = new QWidget(this);
    auto* column = new QVBoxLayout(body);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(4);
    column->addLayout(head);
    column->addWidget(m_pages, 1);
    setCentralWidget(body);

    addShortcuts();
    connect(m_line, &BreathLine::placeWanted, this, &MainWindow::goTo);
    connect(m_read, &ReadPage::readingChanged, this, &MainWindow::showHead);
    connect(m_read, &ReadPage::opened, this, [this](const QString& file) {
        remember({file});
        const bool isHandIn = m_handIn && m_handIn->file == file;
        const auto kept = keptSitting();
        const std::vector<Correction> corrections =
            kept ? correctionsOf(*kept) : std::vector<Correction>{};
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
    m_practise = new PractisePage(m_desk, dataFolder / practisedFolder, m_settingsFile, this);
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

bool MainWindow::keepSitting(const HandIn& handIn, const std::optional<BreathProfile>& heard)
{
    const Reading& reading = *m_read->reading();
    if (!reading.heardBreathing()) return false;
    const auto version = m_desk->told(m_desk->journal().versionFor(handIn.plan));
    if (!version) return false;
    const When when = whenRecorded(handIn.file.toStdString(), reading.recording.durationSeconds);
    Sitting sitting = sittingFrom(reading, handIn.person, *version, when.startedAt, when.day);
    const auto recording = m_desk->told(
        keptRecording(m_desk->journal(), handIn.file.toStdString(), reading.recording.sha256));
    if (!recording) return false;
    sitting.recording = *recording;
    return m_desk->keepSitting(sitting, reading, heard);
}

void MainWindow::keepHandIn()
{
    if (!keepSitting(*m_handIn, m_read->heardProfile())) return;
    m_kept = m_handIn;
    if (const auto sitting = keptSitting()) m_reflect->showSitting(sitting->id);
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
    Sitting sitting = sittingFrom(reading, practised.person, 0, practised.startedAt,
                                  toDay(QDateTime::fromSecsSinceEpoch(practised.startedAt).date()));
    sitting.planVersion.reset();
    if (practised.plan)
        sitting.planVersion = m_desk->told(m_desk->journal().versionFor(*practised.plan));
    sitting.recording = practised.ended.recording.string();
    if (!m_desk->keepSitting(sitting, reading, practised.ended.profile)) return;
    const auto kept = m_desk->told(
        m_desk->journal().sittingOfRecording(practised.person, reading.recording.sha256));
    if (kept && *kept) m_reflect->showSitting((*kept)->id);
    goTo(BreathLine::reflectPlace);
}

// What a program that was killed has left of a practice is read like a recording that is handed in.
void MainWindow::takeUpBrokenOffPractice(const std::filesystem::path& dataFolder)
{
    const BrokenOff broken = takeUpBrokenOff(dataFolder / practisedFolder);
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

std::optional<BreathProfile> MainWindow::profileOfPerson(Id id)
{
    const auto person = m_desk->told(m_desk->journal().person(id));
    if (!person || !*person || (*person)->breathProfile.empty()) return std::nullopt;
    // One that cannot be read is as good as none: the next sitting writes it anew.
    auto profile = parseProfile((*person)->breathProfile, (*person)->name);
    return profile ? std::optional(*profile) : std::nullopt;
}

void MainWindow::tellReadWhoPractises()
{
    const auto& person = m_desk->person();
    const auto profile = person ? profileOfPerson(person->id) : std::nullopt;
    const School school = person ? person->school : School{};
    m_read->setPractitioner(profile, school);
    Known known;
    known.profile = profile;
    known.tuning = school.tuning;
    if (m_practise) m_practise->setKnown(known);
}

// Whoever swaps knows better than any sound: what was believed until then is given up, and a
// sitting that was kept of this recording follows.
void MainWindow::learnFromSwap()
{
    const bool isKept = m_kept && m_kept->file == m_read->file();
    std::optional<Person> person = m_desk ? m_desk->person() : std::nullopt;
    if (isKept) {
        keepSitting(*m_kept, {});
        person = m_desk->told(m_desk->journal().person(m_kept->person)).value_or(std::nullopt);
    }
    const auto heard = m_read->heardProfile();
    if (!heard || !person || !m_desk->keepProfile(person->id, *heard)) {
        m_read->note(tr("Inhale and exhale are swapped in this reading."));
        return;
    }
    m_read->note(tr("Inhale and exhale are swapped. From now on they are told apart as those of "
                    "%1 sound here.")
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

std::vector<Correction> MainWindow::correctionsOf(const Sitting& sitting)
{
    const auto json = m_desk->told(m_desk->journal().readingOf(sitting.id));
    if (!json || !*json) return {};
    const auto reading = parseReading(**json, sitting.recording);
    return reading ? reading->corrections : std::vector<Correction>{};
}

// The sitting that was kept of this recording follows what a person puts right.
void MainWindow::keepCorrections()
{
    const auto kept = keptSitting();
    if (!kept) return;
    const Reading& reading = *m_read->reading();
    Sitting sitting = sittingFrom(reading, kept->person, kept->planVersion.value_or(0),
                                  kept->startedAt, kept->day);
    sitting.planVersion = kept->planVersion;
    if (reading.plan)
        if (const auto version = m_desk->told(m_desk->journal().versionFor(*reading.plan)))
            sitting.planVersion = *version;
    m_desk->keepSitting(sitting, reading);
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
    m_read->setRecent(settings.value(QStringLiteral("recent")).toStringList());
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
