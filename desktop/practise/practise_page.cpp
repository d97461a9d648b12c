// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/practise/practise_page.hpp"

#include "core/base/files.hpp"
#include "desktop/desk/journal_desk.hpp"
#include "desktop/practise/cue_view.hpp"
#include "desktop/practise/ready_view.hpp"
#include "desktop/read/message_bar.hpp"
#include "desktop/theme/controls.hpp"

#include <QHBoxLayout>
#include <QKeyEvent>
#include <QPushButton>
#include <QStackedWidget>
#include <QVBoxLayout>

namespace layakari {

namespace {

// A name as part of a file's: what no file system takes is left out.
std::string forFile(const std::string& name)
{
    QString text = QString::fromStdString(name).simplified();
    for (const char c : {'/', '\\', ':', '*', '?', '"', '<', '>', '|'})
        text.replace(QLatin1Char(c), QLatin1Char(' '));
    text = text.simplified().left(80);
    return (text.isEmpty() || text.startsWith(QLatin1Char('.')) ? QStringLiteral("practice") : text)
        .toStdString();
}

} // namespace

PractisePage::PractisePage(JournalDesk* desk, std::filesystem::path recordings,
                           const QString& settingsFile, QWidget* parent)
    : QWidget(parent),
      m_desk(desk),
      m_recordings(std::move(recordings)),
      m_practising(new Practising(this)),
      m_bar(new MessageBar(QStringLiteral("practiseMessage"), this)),
      m_stack(new QStackedWidget(this)),
      m_ready(new ReadyView(desk, settingsFile, this)),
      m_cue(new CueView(this)),
      m_stop(leadButton(tr("Stop, breathe naturally"), "stop", this,
                        tr("Ends the practice; what was done is kept (Esc)"))),
      m_pause(wordButton(tr("Pause"), "pause", this, tr("Pause, and go on (Space)"))),
      m_skip(wordButton(tr("Go on to the next"), "skip", this,
                        tr("Ends a rest, a hold or what else is on (N)")))
{
    setObjectName(QStringLiteral("practisePage"));
    m_stack->addWidget(m_ready);
    m_stack->addWidget(buildRunning());
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->addWidget(m_bar);
    column->addWidget(m_stack, 1);
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
        m_bar->showProgress(tr("Listening again to all of it…"), done);
    });
    connect(m_practising, &Practising::failed, this, [this](const QString& message) {
        m_stack->setCurrentIndex(0);
        m_ready->showTryFailed({});
        m_bar->showError(message);
    });
    connect(m_practising, &Practising::ended, this, [this](const PracticeSession::Ended& ended) {
        m_stack->setCurrentIndex(0);
        m_bar->hide();
        if (ended.recordingFailure)
            m_bar->showError(QString::fromStdString(ended.recordingFailure->message()));
        emit practised({m_person, m_plan, m_startedAt, ended});
    });
    connect(m_stop, &QPushButton::clicked, m_practising, &Practising::stop);
    connect(m_pause, &QPushButton::clicked, this, &PractisePage::goOnOrPause);
    connect(m_skip, &QPushButton::clicked, m_practising, &Practising::skip);
}

QWidget* PractisePage::buildRunning()
{
    auto* running = new QWidget(this);
    auto* column = new QVBoxLayout(running);
    column->setContentsMargins(0, 0, 0, 14);
    column->addWidget(m_cue, 1);
    auto* buttons = new QHBoxLayout;
    buttons->setContentsMargins(28, 0, 28, 0);
    buttons->setSpacing(16);
    buttons->addWidget(m_stop);
    buttons->addWidget(m_pause);
    buttons->addWidget(m_skip);
    buttons->addStretch(1);
    // The keys are the page's: a button that has been pressed must not take Space for itself.
    for (QPushButton* button : {m_stop, m_pause, m_skip}) button->setFocusPolicy(Qt::TabFocus);
    column->addLayout(buttons);
    return running;
}

void PractisePage::setPlan(const Plan& plan)
{
    if (!isBusy()) m_ready->setPlan(plan);
}

bool PractisePage::isBusy() const { return m_practising->isRunning() || m_practising->isEnding(); }

void PractisePage::note(const QString& text) { m_bar->showNote(text); }

void PractisePage::focusView()
{
    if (m_stack->currentIndex() == 0)
        m_ready->setFocus();
    else
        setFocus();
}

std::filesystem::path PractisePage::newRecording(const std::optional<Plan>& plan) const
{
    const std::filesystem::path folder = m_recordings / forFile(m_desk->person()->name);
    const std::string name =
        m_desk->now().toString(QStringLiteral("yyyy-MM-dd HH-mm-ss ")).toStdString() +
        forFile(plan ? plan->name : tr("free practice").toStdString());
    // Two within a second are two all the same.
    std::filesystem::path file = folder / (name + ".flac");
    for (int again = 2; std::filesystem::exists(file); ++again)
        file = folder / (name + " " + std::to_string(again) + ".flac");
    return file;
}

void PractisePage::begin()
{
    const auto& person = m_desk->person();
    if (!person || isBusy()) return;
    PracticeSetup setup = m_ready->setup();
    setup.known = m_known;
    setup.recording = newRecording(setup.plan);
    std::error_code ignored;
    std::filesystem::create_directories(setup.recording.parent_path(), ignored);
    // Beside the recording, so that one that is broken off is read against it.
    if (setup.plan) {
        std::filesystem::path beside = setup.recording;
        beside.replace_extension(".plan.json");
        if (!m_desk->told(writeTextFile(beside, planToJson(*setup.plan)))) return;
    }
    m_bar->hide();
    m_person = person->id;
    m_plan = setup.plan;
    m_startedAt = m_desk->now().toSecsSinceEpoch();
    if (!m_practising->input() || !m_practising->isOpen()) m_practising->setInput(m_ready->input());
    const double countS = setup.how.countS;
    if (!m_practising->begin(std::move(setup))) return;
    m_cue->begin(m_practising->steps(), person->school.terms, countS);
    m_cue->setShowsHeard(m_ready->showsHeard());
    m_stack->setCurrentIndex(1);
    showButtons();
    setFocus();
}

void PractisePage::showNow()
{
    m_cue->show(m_practising->now());
    showButtons();
}

void PractisePage::showButtons()
{
    m_pause->setText(m_practising->isPaused() ? tr("Go on") : tr("Pause"));
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
