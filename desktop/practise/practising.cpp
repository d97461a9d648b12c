// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/practise/practising.hpp"

#include <algorithm>

namespace layakari {

namespace {

constexpr int tickMs = 33;
constexpr double preRollS = 3;

} // namespace

Practising::Practising(QObject* parent) : QObject(parent)
{
    m_timer.setInterval(tickMs);
    m_timer.setTimerType(Qt::PreciseTimer);
    connect(&m_timer, &QTimer::timeout, this, &Practising::tick);
}

Practising::~Practising() { closeInput(); }

void Practising::setInput(std::unique_ptr<SoundInput> input)
{
    if (m_session) return;
    leave();
    m_input = std::move(input);
    connect(m_input.get(), &SoundInput::lost, this, &Practising::loseInput, Qt::QueuedConnection);
}

void Practising::openInput()
{
    if (m_isOpen) return;
    m_isOpen = true;
    m_isLost = false;
    m_input->start(
        [this](std::span<const float> samples, std::span<float> tones) { take(samples, tones); });
}

void Practising::closeInput()
{
    if (m_input && m_isOpen) m_input->stop();
    m_isOpen = false;
}

void Practising::leave()
{
    if (m_session) return;
    closeInput();
    m_timer.stop();
    m_isTrying = false;
    m_check.reset();
    m_preRoll.clear();
}

// On the microphone's thread.
void Practising::take(std::span<const float> samples, std::span<float> tones)
{
    std::fill(tones.begin(), tones.end(), 0.0f);
    std::shared_ptr<PracticeSession> session;
    {
        const std::lock_guard lock(m_mutex);
        session = m_session;
        if (!session) {
            m_preRoll.insert(m_preRoll.end(), samples.begin(), samples.end());
            const auto most = static_cast<std::size_t>(preRollS * m_input->sampleRateHz());
            if (m_preRoll.size() > 2 * most)
                m_preRoll.erase(m_preRoll.begin(),
                                m_preRoll.end() - static_cast<std::ptrdiff_t>(most));
            if (m_check && !m_check->isOver()) m_check->push(samples, tones);
        }
    }
    if (session) session->push(samples, tones);
}

void Practising::tryMicrophone()
{
    if (!m_input || m_session) return;
    {
        const std::lock_guard lock(m_mutex);
        m_check = std::make_unique<SoundCheck>(m_input->sampleRateHz(), m_input->playsTones());
    }
    m_isTrying = true;
    openInput();
    m_timer.start();
}

bool Practising::begin(PracticeSetup setup, const Plan& freely)
{
    if (!m_input || m_session) return false;
    setup.sampleRateHz = m_input->sampleRateHz();
    setup.inStep = !m_input->isRealTime();
    {
        const std::lock_guard lock(m_mutex);
        const auto most = static_cast<std::size_t>(preRollS * setup.sampleRateHz);
        const std::size_t spare = m_preRoll.size() > most ? m_preRoll.size() - most : 0;
        setup.preRoll.assign(m_preRoll.begin() + static_cast<std::ptrdiff_t>(spare),
                             m_preRoll.end());
        m_preRoll.clear();
        m_check.reset();
    }
    m_isTrying = false;
    auto session = PracticeSession::begin(std::move(setup));
    if (!session) {
        emit failed(QString::fromStdString(session.error().message()));
        return false;
    }
    std::shared_ptr<PracticeSession> begun = *std::move(session);
    const PracticeSetup& said = begun->setup();
    if (said.plan)
        m_input->tellCue(*said.plan, begun->steps(), said.how.lead,
                         [begun] { return begun->now().cue; });
    else
        m_input->tellCue(freely, cueSteps(freely, 0, 0), Lead::Following,
                         [] { return CueMoment{}; });
    {
        const std::lock_guard lock(m_mutex);
        m_session = std::move(begun);
    }
    m_isPaused = false;
    openInput();
    m_timer.start();
    return true;
}

PracticeNow Practising::now() const { return m_session ? m_session->now() : PracticeNow{}; }

void Practising::tick()
{
    if (m_isTrying) {
        std::unique_ptr<SoundCheck> over;
        double done = 0;
        {
            const std::lock_guard lock(m_mutex);
            if (m_check) done = m_check->done();
            if (m_check && m_check->isOver()) over = std::move(m_check);
        }
        emit tried(done);
        if (!over) return;
        m_isTrying = false;
        m_timer.stop();
        emit checked(over->judge());
        return;
    }
    if (!isRunning()) return;
    emit ticked();
    if (isLed() && m_session->now().cue.over) finish();
}

void Practising::pause()
{
    if (!isRunning() || m_isPaused) return;
    m_isPaused = true;
    m_session->pause();
}

void Practising::resume()
{
    if (!isRunning() || !m_isPaused) return;
    if (m_isLost) {
        closeInput();
        openInput();
    }
    m_isPaused = false;
    m_session->resume();
}

void Practising::skip()
{
    if (isRunning() && !m_isPaused) m_session->skip();
}

void Practising::stop()
{
    if (!isRunning()) return;
    m_session->stop();
    finish();
}

void Practising::loseInput(const QString& why)
{
    if (m_isTrying) {
        leave();
        emit failed(why);
        return;
    }
    if (!isRunning()) return;
    m_isLost = true;
    m_isPaused = true;
    m_session->pause();
    emit lost(why);
}

void Practising::finish()
{
    m_isEnding = true;
    m_timer.stop();
    closeInput();
    m_finisher = std::jthread([this, session = m_session](const std::stop_token& stop) {
        int lastPercent = -1;
        const Progress progress{[&](double done) {
                                    const int percent = static_cast<int>(100 * done);
                                    if (std::exchange(lastPercent, percent) == percent) return;
                                    QMetaObject::invokeMethod(
                                        this, [this, done] { emit finishing(done); },
                                        Qt::QueuedConnection);
                                },
                                stop};
        auto result = session->finish(progress);
        QMetaObject::invokeMethod(
            this,
            [this, result = std::move(result)] {
                {
                    const std::lock_guard lock(m_mutex);
                    m_session.reset();
                }
                m_isEnding = false;
                m_input->tellCue({}, {}, Lead::ByClock, [] { return CueMoment{.paused = true}; });
                if (result)
                    emit ended(*result);
                else
                    emit failed(QString::fromStdString(result.error().message()));
            },
            Qt::QueuedConnection);
    });
}

} // namespace layakari
