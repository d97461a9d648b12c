// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/practise/practise_page.hpp"

#include "core/base/new_file.hpp"
#include "core/base/text.hpp"
#include "core/intake/intake.hpp"
#include "desktop/controls/controls.hpp"
#include "desktop/controls/lay.hpp"
#include "desktop/controls/message_bar.hpp"
#include "desktop/desk/journal_desk.hpp"
#include "desktop/practise/cue_view.hpp"
#include "desktop/practise/guess_view.hpp"
#include "desktop/practise/ready_view.hpp"

#include <QKeyEvent>
#include <QPushButton>
#include <QStackedWidget>

namespace layakari {

namespace {

enum Page { readyPage, cuePage, guessPage };

} // namespace

PractisePage::PractisePage(JournalDesk* desk, const QString& settingsFile, QWidget* parent)
    : QWidget(parent),
      m_desk(desk),
      m_practising(new Practising(this)),
      m_bar(new MessageBar(QStringLiteral("practiseMessage"), this)),
      m_stack(new QStackedWidget(this)),
      m_ready(new ReadyView(desk, settingsFile, this)),
      m_cue(new CueView(this)),
      m_guess(new GuessView(this)),
      m_stop(leadButton(tr("Stop, breathe naturally"), "stop", this,
                        tr("Ends the practice and saves what was done (Esc)"))),
      m_pause(wordButton(tr("Pause"), "pause", this, tr("Pause and continue (Space)"))),
      m_skip(wordButton(tr("Skip to the next"), "skip", this,
                        tr("Ends a rest, a hold or what else is on (N)")))
{
    setObjectName(QStringLiteral("practisePage"));
    m_stack->addWidget(m_ready);
    m_stack->addWidget(buildRunning());
    m_stack->addWidget(m_guess);
    lay::column(this, {}, {m_bar, lay::wide(m_stack)});
    setFocusPolicy(Qt::StrongFocus);

    connect(m_bar, &MessageBar::stopWanted, m_bar, &QWidget::hide);
    connect(m_ready, &ReadyView::inputChanged, m_practising, [this] { m_practising->leave(); });
    connect(m_ready, &ReadyView::tryWanted, this, [this] {
        m_practising->setInput(m_ready->input());
        m_practising->tryMicrophone();
    });
    connect(m_ready, &ReadyView::beginWanted, this, &PractisePage::begin);
    connect(m_practising, &Practising::tried, m_ready, &ReadyView::showTrying);
    connect(m_practising, &Practising::checked, m_ready, &ReadyView::showChecked);
    connect(m_practising, &Practising::ticked, this, &PractisePage::showNow);
    connect(m_practising, &Practising::lost, this, [this](const QString& why) {
        m_bar->showError(why);
        showNow();
        showButtons();
    });
    connect(m_practising, &Practising::finishing, this, [this](double done) {
        m_bar->showProgress(tr("Listening to the whole recording once more…"), done);
    });
    connect(m_practising, &Practising::failed, this, [this](const QString& message) {
        m_stack->setCurrentIndex(readyPage);
        m_ready->showTryFailed({});
        m_bar->showError(message);
    });
    connect(m_practising, &Practising::ended, this, &PractisePage::keep);
    // Whether it is over is known once whoever else listens has heard of it.
    connect(m_practising, &Practising::ended, this, &PractisePage::busyChanged,
            Qt::QueuedConnection);
    connect(m_practising, &Practising::failed, this, &PractisePage::busyChanged,
            Qt::QueuedConnection);
    connect(m_guess, &GuessView::chosen, this, &PractisePage::name);
    connect(m_stop, &QPushButton::clicked, m_practising, &Practising::stop);
    connect(m_pause, &QPushButton::clicked, this, &PractisePage::goOnOrPause);
    connect(m_skip, &QPushButton::clicked, m_practising, &Practising::skip);
}

QWidget* PractisePage::buildRunning()
{
    auto* running = new QWidget(this);
    // The keys are the page's: a button that has been pressed must not take Space for itself.
    for (QPushButton* button : {m_stop, m_pause, m_skip}) button->setFocusPolicy(Qt::TabFocus);
    lay::column(running, {.margins = {0, 0, 0, 14}},
                {lay::wide(m_cue), lay::row({.margins = {28, 0, 28, 0}, .spacing = 16},
                                            {m_stop, m_pause, m_skip, lay::stretch()})});
    return running;
}

void PractisePage::setPlan(const Plan& plan)
{
    if (!isBusy()) m_ready->setPlan(plan);
}

bool PractisePage::isBusy() const
{
    return m_practising->isRunning() || m_practising->isEnding() || m_toBeNamed;
}

void PractisePage::note(const QString& text) { m_bar->showNote(text); }

void PractisePage::focusView()
{
    switch (m_stack->currentIndex()) {
    case readyPage: return m_ready->setFocus();
    case guessPage: return m_guess->setFocus();
    default: setFocus();
    }
}

std::filesystem::path PractisePage::newRecording(const std::optional<Plan>& plan) const
{
    const std::filesystem::path folder =
        practisedFolder(m_desk->journal()) / fileNameFrom(m_desk->person()->name);
    const std::string name =
        m_desk->now().toString(QStringLiteral("yyyy-MM-dd HH-mm-ss ")).toStdString() +
        fileNameFrom(plan ? plan->name : tr("free practice").toStdString());
    // Two within a second are two all the same.
    std::filesystem::path file = folder / (name + ".flac");
    std::error_code ec;
    for (int again = 2; std::filesystem::exists(file, ec); ++again)
        file = folder / (name + " " + std::to_string(again) + ".flac");
    return file;
}

void PractisePage::begin()
{
    const auto& person = m_desk->person();
    if (!person || isBusy()) return;
    PracticeSetup setup = m_ready->setup();
    setup.known = m_known;
    if (!setup.plan) setup.mayBe = mayBePractised();
    setup.recording = newRecording(setup.plan);
    setup.recordings = practisedFolder(m_desk->journal());
    if (!m_desk->told(makeFolder(setup.recording.parent_path()))) return;
    // Beside the recording, so that one that is broken off is read against it.
    if (setup.plan) {
        std::filesystem::path beside = setup.recording;
        beside.replace_extension(".plan.json");
        if (!m_desk->told(writeFile(beside, planToJson(*setup.plan)))) return;
    }
    m_bar->hide();
    m_person = person->id;
    m_plan = setup.plan;
    m_startedAt = m_desk->now().toSecsSinceEpoch();
    if (!m_practising->input() || !m_practising->isOpen()) m_practising->setInput(m_ready->input());
    const double countS = setup.how.countS;
    if (!m_practising->begin(std::move(setup), m_ready->plan())) return;
    m_cue->begin(m_practising->steps(), countS);
    m_cue->setShowsHeard(m_ready->showsHeard());
    m_cue->setStill(m_ready->isStill());
    m_isSimulated = m_ready->isSimulated();
    m_stack->setCurrentIndex(cuePage);
    showButtons();
    setFocus();
    emit busyChanged();
}

void PractisePage::takeSettings()
{
    if (isBusy()) return;
    m_practising->leave();
    m_ready->restore();
}

void PractisePage::keep(const PracticeSession::Ended& ended)
{
    m_bar->hide();
    if (ended.recordingFailure)
        m_bar->showError(QString::fromStdString(ended.recordingFailure->message()));
    const Practised practised{m_person, m_plan, m_startedAt, ended, m_isSimulated};
    if (m_plan || !ended.reading->heardBreathing()) {
        m_stack->setCurrentIndex(readyPage);
        emit this->practised(practised);
        return;
    }
    m_toBeNamed = practised;
    m_guess->show(ended.guesses);
    m_stack->setCurrentIndex(guessPage);
    m_guess->setFocus();
}

// Free practice gets the plan that it was, or none.
void PractisePage::name(const std::optional<Plan>& plan)
{
    if (!m_toBeNamed) return;
    Practised practised = *std::exchange(m_toBeNamed, std::nullopt);
    if (plan) {
        practised.plan = plan;
        const auto reading =
            std::make_shared<const Reading>(readAgainst(*practised.ended.listened, plan, m_known));
        practised.ended.reading = reading;
        practised.ended.profile = profileIn(*practised.ended.listened, *reading);
    }
    m_stack->setCurrentIndex(readyPage);
    emit this->practised(practised);
}

// The presets, and before them what this person has practised lately.
std::vector<Plan> PractisePage::mayBePractised() const
{
    std::vector<Plan> plans;
    for (const Sitting& sitting : m_desk->latestSittings()) {
        if (!sitting.planVersion) continue;
        const auto version = m_desk->journal().planVersion(*sitting.planVersion);
        if (version && *version) plans.push_back((*version)->plan);
    }
    const std::vector<Plan> presets = presetPlans();
    plans.insert(plans.end(), presets.begin(), presets.end());
    return plans;
}

void PractisePage::showNow()
{
    m_cue->show(m_practising->now());
    showButtons();
}

void PractisePage::showButtons()
{
    m_pause->setText(m_practising->isPaused() ? tr("Continue") : tr("Pause"));
    m_skip->setVisible(m_practising->isLed());
    m_pause->setVisible(m_practising->isLed());
}

void PractisePage::goOnOrPause()
{
    if (m_practising->isPaused()) {
        m_bar->hide();
        m_practising->resume();
    } else {
        m_practising->pause();
    }
    showNow();
}

void PractisePage::leave()
{
    if (m_practising->isRunning()) return m_practising->stop();
    if (m_toBeNamed) return name(std::nullopt);
    m_bar->hide();
}

void PractisePage::put()
{
    if (!isBusy()) m_practising->leave();
}

void PractisePage::keyPressEvent(QKeyEvent* event)
{
    if (!m_practising->isRunning()) return QWidget::keyPressEvent(event);
    switch (event->key()) {
    case Qt::Key_Space: return goOnOrPause();
    case Qt::Key_N:
    case Qt::Key_Right: return m_practising->skip();
    default: QWidget::keyPressEvent(event);
    }
}

} // namespace layakari
