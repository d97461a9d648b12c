// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/read/read_page.hpp"

#include "core/base/files.hpp"
#include "core/curriculum/presets.hpp"
#include "core/report/explain.hpp"
#include "desktop/controls/controls.hpp"
#include "desktop/controls/lay.hpp"
#include "desktop/controls/message_bar.hpp"
#include "desktop/controls/plan_chooser.hpp"
#include "desktop/help/explain_note.hpp"
#include "desktop/read/correcting.hpp"
#include "desktop/read/empty_page.hpp"
#include "desktop/read/figures.hpp"
#include "desktop/read/our_files.hpp"
#include "desktop/read/plan_finder.hpp"
#include "desktop/read/playback.hpp"
#include "desktop/read/question_bar.hpp"
#include "desktop/read/sound_strip.hpp"
#include "desktop/read/staff_picture.hpp"
#include "desktop/read/staff_view.hpp"
#include "desktop/theme/theme.hpp"

#include <QFileDialog>
#include <QFileInfo>
#include <QMenu>
#include <QPushButton>
#include <QStackedWidget>
#include <QVBoxLayout>
#include <algorithm>
#include <utility>

namespace layakari {

namespace {

std::filesystem::path pathOf(const QString& file)
{
    return std::filesystem::path(file.toStdString());
}

} // namespace

ReadPage::ReadPage(QWidget* parent)
    : QWidget(parent),
      m_bar(new MessageBar(QStringLiteral("message"), this)),
      m_stack(new QStackedWidget(this)),
      m_empty(new EmptyPage(this)),
      m_figures(new Figures(this)),
      m_chooser(new PlanChooser(this)),
      m_finder(new PlanFinder(this)),
      m_open(wordButton(tr("Open…"), "open", this,
                        tr("Open a recording or a saved reading (Ctrl+O)"))),
      m_save(wordButton(tr("Save"), "saveSitting", this)),
      m_export(wordButton(tr("Export…"), "export", this,
                          tr("This reading as JSON, or its rows as a picture (Ctrl+E)"))),
      m_swap(sideButton(tr("Swap <inhales> and <exhales>"), "swap", this,
                        tr("The <inhales> shown are <exhales>, and the <exhales> <inhales> (X)"))),
      m_staff(new StaffView(this)),
      m_staffHead(new StaffHead(m_staff, this)),
      m_strip(new SoundStrip(this)),
      m_playback(new Playback(this, m_staff, m_strip)),
      m_job(new ReadingJob(this)),
      m_correcting(new Correcting(this, m_staff)),
      m_questions(new QuestionBar(this)),
      m_correct(sideButton(tr("Correct"), "correct", this,
                           tr("Correct what was heard wrong: choose a phase first")))
{
    setObjectName(QStringLiteral("readPage"));
    buildLayout();
    connectAll();
    m_chooser->offerByEar();
    restyle();
    updateButtons();
}

ReadPage::~ReadPage() = default;

void ReadPage::buildLayout()
{
    // A long name gives way to the buttons beside it.
    constexpr double leastChooser = 130;
    m_chooser->setMinimumWidth(static_cast<int>(scaled(leastChooser)));
    // The words over the rows have the room that they need, the rows what is left: they scroll.
    constexpr double leastStaff = 60; // one row
    m_staff->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Ignored);
    m_staff->setMinimumHeight(static_cast<int>(scaled(leastStaff)));
    auto* sheet = new QWidget(this);
    lay::column(sheet, {.spacing = 0},
                {m_questions, m_figures, m_staffHead, lay::wide(m_staff), buildStripRow()});
    m_stack->addWidget(m_empty);
    m_stack->addWidget(sheet);
    lay::column(this, {.spacing = 0},
                {m_bar,
                 lay::row({.margins = {20, 2, 28, 2}, .spacing = 12},
                          {m_chooser, m_finder, lay::stretch(), m_correct, m_swap, m_open, m_export,
                           m_save}),
                 lay::wide(m_stack)});
}

QWidget* ReadPage::buildStripRow()
{
    // The buttons lie on the strip's own ground, left of the sound.
    QVBoxLayout* column = m_playback->buttons();
    column->setContentsMargins(20, 12, 0, 10);
    m_strip->setLayout(column);
    return m_strip;
}

void ReadPage::connectAll()
{
    connect(m_open, &QPushButton::clicked, this, &ReadPage::askForRecording);
    connect(m_save, &QPushButton::clicked, this, &ReadPage::saveWanted);
    connect(m_export, &QPushButton::clicked, this, &ReadPage::askWhereToExport);
    const auto openMenu = [this](const QPoint& at) {
        if (m_listened && m_reading) m_correcting->menu()->popup(at);
    };
    m_staff->setContextMenuPolicy(Qt::CustomContextMenu);
    connect(m_staff, &QWidget::customContextMenuRequested, this,
            [this, openMenu](const QPoint& at) { openMenu(m_staff->viewport()->mapToGlobal(at)); });
    connect(m_strip, &SoundStrip::menuWanted, this, openMenu);
    connect(m_correcting, &Correcting::explainWanted, this, &ReadPage::explainChosen);
    connect(m_correcting, &Correcting::nothingToUndo, this, &ReadPage::undoWanted);
    connect(m_figures, &Figures::placeWanted, this, &ReadPage::goToTime);
    connect(m_questions, &QuestionBar::answered, m_correcting, &Correcting::add);
    connect(m_questions, &QuestionBar::hearWanted, m_playback, &Playback::playStretch);
    connect(m_questions, &QuestionBar::nextWanted, this, &ReadPage::nextWanted);
    connect(m_questions, &QuestionBar::placeWanted, this, &ReadPage::showPlace);
    connect(m_swap, &QPushButton::clicked, this, &ReadPage::swapBreaths);
    connect(m_correct, &QPushButton::clicked, this, [this] {
        m_correcting->menu()->popup(m_correct->mapToGlobal(QPoint(0, m_correct->height())));
    });
    connect(m_correcting, &Correcting::changed, this, &ReadPage::readCorrected);
    connect(m_correcting, &Correcting::nothingChanges, this,
            [this] { m_bar->showNote(tr("There is no further change of sound that way.")); });
    connect(m_correcting, &Correcting::nextDoubtWanted, this, &ReadPage::goToNextDoubt);
    connect(m_strip, &SoundStrip::boundaryMoved, m_correcting, &Correcting::moveBoundary);
    connect(m_empty, &EmptyPage::openWanted, this, &ReadPage::askForRecording);
    connect(m_empty, &EmptyPage::recentChosen, this, &ReadPage::openFile);
    connect(m_chooser, &PlanChooser::planChosen, this, &ReadPage::readAgain);
    connect(m_finder, &PlanFinder::chosen, this, &ReadPage::readAgainst);
    connect(m_finder, &PlanFinder::nothingFits, this,
            [this] { m_bar->showNote(tr("No preset fits what was heard.")); });
    connect(m_chooser, &PlanChooser::planFileWanted, this, &ReadPage::askForPlan);
    connect(m_bar, &MessageBar::stopWanted, this, &ReadPage::stopWhatRuns);

    connect(m_staff, &StaffView::rowChosen, this, &ReadPage::showRow);
    connect(m_staff, &StaffView::phaseStepWanted, m_strip, &SoundStrip::stepPhase);
    connect(m_strip, &SoundStrip::phaseChosen, this, &ReadPage::updateButtons);
    connect(m_playback, &Playback::moved, this, &ReadPage::followPlayback);
    connect(m_playback, &Playback::failed, m_bar, &MessageBar::showError);

    connect(m_job, &ReadingJob::progressed, this,
            [this](double fraction) { m_bar->showProgress(m_doing, fraction); });
    connect(m_job, &ReadingJob::finished, this, &ReadPage::show);
    connect(m_job, &ReadingJob::failed, this, &ReadPage::fail);
    connect(m_job, &ReadingJob::cancelled, this, [this] {
        m_busy = false;
        m_swapping = false;
        m_backTo.reset();
        m_moreCorrections = false;
        m_bar->showNote(m_reading ? tr("Stopped. The reading below is the one from before.")
                                  : tr("Stopped. Nothing was read."));
        if (m_reading) m_chooser->setPlan(m_reading->plan);
        emit settled();
    });
}

void ReadPage::openFile(const QString& file)
{
    switch (kindOfJson(file)) {
    case JsonFile::Plan: return usePlanFile(file);
    case JsonFile::Reading:
        busyWith(tr("Opening %1").arg(QFileInfo(file).fileName()));
        m_fileBeingRead = file;
        m_job->openSaved(pathOf(file));
        return;
    case JsonFile::NotOurs: return read(file);
    }
}

void ReadPage::openAgainst(const QString& file, const Plan& plan)
{
    m_chooser->setPlan(plan);
    m_fileBeingRead = file;
    busyWith(tr("Listening to %1").arg(QFileInfo(file).fileName()));
    m_job->read(pathOf(file), {plan, false, {m_profile, {}, m_school.tuning}});
}

void ReadPage::openFree(const QString& file)
{
    m_chooser->setPlan(std::nullopt);
    m_fileBeingRead = file;
    busyWith(tr("Listening to %1").arg(QFileInfo(file).fileName()));
    m_job->read(pathOf(file), {std::nullopt, false, {m_profile, {}, m_school.tuning}});
}

void ReadPage::offerPlans(const std::vector<Plan>& plans) { m_chooser->offer(plans); }

void ReadPage::closeReading()
{
    m_playback->stop();
    m_correcting->setPhase(nullptr, std::nullopt);
    m_correcting->setTrack(nullptr);
    m_strip->clear();
    m_playback->setReading({}, {});
    m_staff->setSheet({});
    m_listened.reset();
    m_reading.reset();
    m_file.clear();
    m_questions->clear();
    m_bar->hide();
    m_stack->setCurrentIndex(0);
    updateButtons();
    emit readingChanged();
}

void ReadPage::read(const QString& recording)
{
    const QFileInfo info(recording);
    const QString beside = planBeside(recording);
    bool byEar = m_chooser->isByEar();
    if (m_takesPlanBeside && QFileInfo::exists(beside)) {
        auto plan = readPlanFile(pathOf(beside));
        if (!plan) return fail(QString::fromStdString(plan.error().message()));
        m_chooser->setPlan(*plan);
        byEar = false;
    }
    m_fileBeingRead = recording;
    busyWith(tr("Listening to %1").arg(info.fileName()));
    m_job->read(pathOf(recording), {m_chooser->plan(), byEar, {m_profile, {}, m_school.tuning}});
}

void ReadPage::readAgain()
{
    if (m_busy) return read(m_fileBeingRead);
    if (!m_listened) {
        if (m_reading)
            m_bar->showNote(tr("This saved reading cannot be read against another plan: its "
                               "recording is missing. Open the recording itself."));
        if (m_reading) m_chooser->setPlan(m_reading->plan);
        return;
    }
    m_fileBeingRead = m_file;
    busyWith(tr("Reading again"));
    m_job->readAgain(m_listened, {m_chooser->plan(), m_chooser->isByEar(), known()});
}

void ReadPage::readAgainst(const std::optional<Plan>& plan)
{
    if (!m_listened || m_busy) return;
    m_chooser->setPlan(plan);
    m_fileBeingRead = m_file;
    busyWith(tr("Reading again"));
    m_job->readAgain(m_listened, {plan, false, known()});
}

void ReadPage::usePlanFile(const QString& file)
{
    auto plan = readPlanFile(pathOf(file));
    if (!plan) return fail(QString::fromStdString(plan.error().message()));
    setPlan(*plan);
}

const std::optional<Plan>& ReadPage::plan() const { return m_chooser->plan(); }

void ReadPage::setPlan(const std::optional<Plan>& plan)
{
    m_chooser->insistOn(plan);
    if (m_reading || m_busy) readAgain();
}

void ReadPage::busyWith(const QString& what)
{
    m_playback->stop();
    m_busy = true;
    m_doing = what;
    m_bar->showProgress(what, 0);
}

void ReadPage::show(const ReadingJob::Done& done)
{
    m_busy = false;
    m_bar->hide();
    const bool isAnother = !done.listened || done.listened != m_listened;
    if (isAnother) {
        m_backTo.reset();
        m_moreCorrections = false;
        m_correcting->startWith(done.reading->corrections);
    }
    m_correcting->setPhase(nullptr, std::nullopt);
    m_correcting->setTrack(done.listened ? &done.listened->track : nullptr);
    if (done.fit || !done.listened || done.listened != m_listened ||
        done.reading->plan != m_reading->plan)
        m_fit = done.fit;
    // The strip draws from the old reading until it is told of the new one.
    m_strip->clear();
    m_listened = done.listened;
    m_reading = done.reading;
    m_file = m_fileBeingRead;
    m_chooser->setPlan(m_reading->plan);
    m_finder->setRecording(m_listened, m_reading->plan.has_value(), m_fit, known());
    m_playback->setReading(m_listened, m_reading);
    m_figures->show(*m_reading);
    showSheet();
    m_stack->setCurrentIndex(1);
    m_staff->setFocus();
    const auto backTo = std::exchange(m_backTo, std::nullopt);
    if (backTo) {
        // Under another name the phase may belong to another row.
        goToTime(backTo->phaseS.value_or(backTo->rowS));
        if (backTo->phaseS) choosePhaseAt(*backTo->phaseS);
        if (backTo->strokeS) m_strip->setPlace(backTo->strokeS);
    } else {
        emit opened(m_file);
    }
    const bool wasAsked = m_questions->isVisible();
    m_questions->show(*m_reading, m_listened != nullptr, isAnother);
    if (wasAsked && !isAnother && m_reading->sure)
        m_bar->showNote(tr("This reading is certain now."));
    emit readingChanged();
    if (std::exchange(m_swapping, false)) emit breathsSwapped();
    if (backTo) sayWhatWasCorrected();
    emit settled();
    if (std::exchange(m_moreCorrections, false)) readCorrected();
}

void ReadPage::showSheet()
{
    m_staff->setSheet(StaffSheet::of(*m_reading));
    m_staffHead->update();
    showRow();
}

void ReadPage::swapBreaths()
{
    if (!m_listened || m_busy) {
        if (m_reading && !m_busy)
            m_bar->showNote(tr("<Inhales> and <exhales> of this saved reading cannot be swapped: "
                               "its recording is missing. Open the recording itself."));
        return;
    }
    m_correcting->swapKinds();
}

Known ReadPage::known() const
{
    return {m_profile, m_correcting->kindAIsInhale(), m_school.tuning, m_correcting->done(), {}};
}

void ReadPage::layOver(const std::vector<Correction>& corrections, bool isNews)
{
    if (!m_listened || corrections.empty()) return;
    m_correcting->startWith(corrections);
    m_layingKept = !isNews;
    readCorrected();
}

// The plan fits as it did: a person waits for the next key.
void ReadPage::readCorrected()
{
    if (!m_reading) return;
    if (!m_listened) {
        m_correcting->startWith(m_reading->corrections);
        m_bar->showNote(tr("This saved reading cannot be corrected: its recording is missing. Open "
                           "the recording itself."));
        return;
    }
    if (m_busy) {
        m_moreCorrections = true;
        return;
    }
    // Another kind is the inhale: that may ask for another fit of the plan.
    const auto kind = m_correcting->kindAIsInhale();
    if (kind && *kind != m_reading->kindAIsInhale) {
        m_swapping = true;
        return readAgainst(m_reading->plan);
    }
    const StaffRow* row = m_staff->currentRow();
    Place place{row && row->hasPhases ? m_reading->phases[row->firstPhase].startS + 0.01 : 0,
                {},
                m_strip->place()};
    if (const auto chosen = m_strip->chosenPhase()) {
        const ReadPhase& phase = m_reading->phases[*chosen];
        // Of a phase that was cut in two or joined, its first part is where one was.
        place.phaseS = phase.startS + phase.seconds() / 4;
    }
    m_backTo = place;
    m_playback->stop();
    m_busy = true;
    m_fileBeingRead = m_file;
    Known known = this->known();
    known.fit = m_reading->fit;
    m_job->readAgain(m_listened, {m_reading->plan, false, known});
}

void ReadPage::sayWhatWasCorrected()
{
    if (const std::size_t lost = m_reading->lostCorrections.size(); lost > 0)
        m_bar->showNote(tr("%1 of %2 corrections could not be made: there is too little room, or a "
                           "hum or strokes are there. Ctrl+Z undoes the last one.")
                            .arg(lost)
                            .arg(m_reading->corrections.size()));
    if (!std::exchange(m_layingKept, false)) emit corrected();
}

void ReadPage::goToNextDoubt()
{
    if (!m_reading) return;
    std::optional<std::size_t> from = m_strip->chosenPhase();
    if (const StaffRow* row = m_staff->currentRow(); !from && row && row->hasPhases)
        from = row->firstPhase;
    const auto next = nextDoubtful(*m_reading, from);
    if (!next) return m_bar->showNote(tr("Nothing is uncertain here."));
    const ReadPhase& phase = m_reading->phases[*next];
    showPlace((phase.startS + phase.endS) / 2);
}

void ReadPage::showPlace(double seconds)
{
    goToTime(seconds);
    choosePhaseAt(seconds);
}

void ReadPage::choosePhaseAt(double seconds)
{
    const StaffRow* row = m_staff->currentRow();
    if (!row || !row->hasPhases) return;
    for (std::size_t p = row->firstPhase; p <= row->lastPhase; ++p)
        if (m_reading->phases[p].startS <= seconds && seconds < m_reading->phases[p].endS)
            return m_strip->choosePhase(p);
}

void ReadPage::setPractitioner(const std::optional<BreathProfile>& profile, const School& school)
{
    m_profile = profile;
    const School before = std::exchange(m_school, school);
    if (!m_reading) return;
    if (before.tuning != school.tuning && m_listened && !m_reading->hums.empty() && !m_busy)
        readAgainst(m_reading->plan);
    else if (before.terms != school.terms)
        showSheet();
}

std::optional<BreathProfile> ReadPage::heardProfile() const
{
    if (!m_listened || !m_reading) return std::nullopt;
    return profileIn(*m_listened, *m_reading);
}

void ReadPage::fail(const QString& message)
{
    m_busy = false;
    m_swapping = false;
    m_backTo.reset();
    m_bar->showError(message);
    if (m_reading) m_chooser->setPlan(m_reading->plan);
    emit settled();
}

void ReadPage::goToTime(double seconds)
{
    const std::vector<StaffRow>& rows = m_staff->staff()->sheet().rows;
    for (std::size_t r = 0; r < rows.size(); ++r) {
        if (!rows[r].hasPhases || m_reading->phases[rows[r].lastPhase].endS <= seconds) continue;
        m_staff->setCurrentIndex(m_staff->staff()->index(static_cast<int>(r)));
        m_staff->setFocus();
        return;
    }
}

void ReadPage::showRow()
{
    if (!m_playback->goesOn()) m_playback->stop();
    if (m_reading) m_strip->showRow(m_reading.get(), m_listened, m_staff->currentRow());
    updateButtons();
}

void ReadPage::updateButtons()
{
    m_playback->update();
    m_export->setEnabled(m_reading != nullptr);
    m_swap->setEnabled(m_listened && m_reading && m_reading->heardBreathing());
    m_correct->setEnabled(m_listened && m_reading);
    m_correcting->setPhase(m_listened ? m_reading.get() : nullptr, m_strip->chosenPhase());
    const StaffRow* row = m_staff->currentRow();
    m_correcting->setRow(row && row->hasPhases
                             ? std::optional(std::pair(row->firstPhase, row->lastPhase))
                             : std::nullopt);
    m_correcting->setPlace(m_strip->place());
}

// Where it plays on and on, the rows go with it.
void ReadPage::followPlayback(std::optional<double> seconds)
{
    m_strip->setCursor(seconds);
    m_correcting->setCursor(seconds);
    if (!seconds) return m_playback->update();
    if (!m_playback->goesOn() || *seconds <= m_strip->endS()) return;
    goToTime(*seconds);
    m_strip->setCursor(seconds);
}

void ReadPage::stopWhatRuns()
{
    if (m_playback->isPlaying()) return m_playback->stop();
    if (m_busy) return m_job->cancel();
    m_bar->hide();
}

void ReadPage::askForRecording()
{
    const QString file = QFileDialog::getOpenFileName(
        this, tr("Open a recording or a saved reading"), QFileInfo(m_file).path(),
        tr("Recordings and readings (*.m4a *.mp3 *.wav *.flac *.ogg *.opus *.aac *.amr *.3gp *.mp4 "
           "*.json);;All files (*)"));
    if (!file.isEmpty()) openFile(file);
}

void ReadPage::askForPlan()
{
    const QString file =
        QFileDialog::getOpenFileName(this, tr("Choose a plan file"), QFileInfo(m_file).path(),
                                     tr("Plans (*.json);;All files (*)"));
    if (!file.isEmpty()) usePlanFile(file);
}

void ReadPage::askWhereToExport()
{
    if (!m_reading) return;
    const QFileInfo info(m_file);
    const QString proposal =
        info.path() + QLatin1Char('/') + info.completeBaseName() + QStringLiteral(".reading.json");
    const QString file = QFileDialog::getSaveFileName(this, tr("Export this reading"), proposal,
                                                      tr("Readings (*.json);;Pictures of "
                                                         "the staff (*.png);;Drawings of the "
                                                         "staff (*.svg)"));
    if (!file.isEmpty()) saveTo(file);
}

void ReadPage::print()
{
    if (!m_reading) return m_bar->showNote(tr("There is no reading here to print."));
    if (const auto printed = printSheet(this, sheetOf(*m_reading)); !printed)
        m_bar->showError(QString::fromStdString(printed.error().message()));
}

void ReadPage::saveTo(const QString& file)
{
    if (!m_reading) return;
    const bool isPicture = file.endsWith(QStringLiteral(".png"), Qt::CaseInsensitive) ||
                           file.endsWith(QStringLiteral(".svg"), Qt::CaseInsensitive);
    if (auto written = isPicture ? saveStaffPicture(*m_reading, file)
                                 : writeFile(pathOf(file), readingToJson(*m_reading));
        !written)
        m_bar->showError(QString::fromStdString(written.error().message()));
    else
        m_bar->showNote(tr("Saved as %1").arg(file));
}

void ReadPage::setSaveState(const SaveState& state)
{
    m_save->setText(state.text);
    m_save->setEnabled(state.isEnabled);
    m_save->setToolTip(state.tip);
}

bool ReadPage::undoCorrection(bool redo) { return m_correcting->step(redo); }

void ReadPage::explainChosen()
{
    const StaffRow* row = m_staff->currentRow();
    if (!m_reading || !row) return;
    const QRect area = m_staff->visualRect(m_staff->currentIndex());
    const auto open = [&](const Explanation& e) {
        ExplainNote::open(m_staff->viewport(), area, e);
    };
    if (const auto phase = m_strip->chosenPhase()) return open(explainPhase(*m_reading, *phase));
    if (row->run)
        for (std::size_t r = 0; r < m_reading->strokeRuns.size(); ++r)
            if (m_reading->strokeRuns[r].startS == row->run->startS)
                return open(explainRun(*m_reading, r));
    if (row->cycle >= 0)
        if (const auto e = explainCycle(*m_reading, static_cast<std::size_t>(row->cycle)))
            return open(*e);
    if (row->hasPhases) open(explainPhase(*m_reading, row->firstPhase));
}

QRect ReadPage::spot(Spot spot, const QWidget* window) const
{
    const auto within = [&](const QWidget* widget, const QRect& area) {
        return QRect(widget->mapTo(window, area.topLeft()), area.size());
    };
    switch (spot) {
    case Spot::Sentence: return within(m_figures, m_figures->sentenceArea());
    case Spot::Accuracy: return within(m_figures, m_figures->accuracyArea());
    case Spot::Sound: return within(m_strip, m_strip->rect());
    case Spot::Save: return within(m_save, m_save->rect());
    case Spot::Row:
        return within(m_staff->viewport(), m_staff->visualRect(m_staff->currentIndex()));
    case Spot::Outline: {
        QRect row = m_staff->visualRect(m_staff->currentIndex());
        row.setLeft(static_cast<int>(staffLeftMargin()));
        row.setWidth(row.width() / 2);
        return within(m_staff->viewport(), row);
    }
    }
    return {};
}

void ReadPage::setRecent(const QStringList& files) { m_empty->setRecent(files); }
void ReadPage::note(const QString& message) { m_bar->showNote(message); }
void ReadPage::complain(const QString& message) { m_bar->showError(message); }

void ReadPage::restyle()
{
    m_figures->restyle();
    m_empty->restyle();
    if (m_reading) m_figures->show(*m_reading);
    update();
}

void ReadPage::focusStaff()
{
    if (m_reading)
        m_staff->setFocus();
    else
        m_open->setFocus();
}

} // namespace layakari
