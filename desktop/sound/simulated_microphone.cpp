// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/sound/simulated_microphone.hpp"

#include "core/simulate/cued_practitioner.hpp"

#include <algorithm>
#include <chrono>

namespace layakari {

namespace {

constexpr double blockS = 0.01;

// Before anything is cued: natural breathing.
CueMoment nothingCued()
{
    CueMoment moment;
    moment.paused = true;
    return moment;
}

} // namespace

SimulatedMicrophone::SimulatedMicrophone(const Temperament& temperament, std::uint64_t seed,
                                         double pace)
    : m_who(temperament),
      m_seed(seed),
      m_pace(pace),
      m_person(std::make_unique<CuedPractitioner>(Plan{}, std::vector<CueStep>{}, Lead::ByClock,
                                                  m_who, m_seed)),
      m_cue(nothingCued)
{
}

SimulatedMicrophone::~SimulatedMicrophone() { SimulatedMicrophone::stop(); }

void SimulatedMicrophone::tellCue(const Plan& plan, const std::vector<CueStep>& steps, Lead lead,
                                  const std::function<CueMoment()>& cue)
{
    auto person = std::make_unique<CuedPractitioner>(plan, steps, lead, m_who, m_seed);
    const std::lock_guard lock(m_mutex);
    m_person = std::move(person);
    m_cue = cue;
}

void SimulatedMicrophone::start(Take take)
{
    stop();
    m_thread = std::jthread(
        [this, take = std::move(take)](const std::stop_token& stop) { run(stop, take); });
}

void SimulatedMicrophone::stop()
{
    m_thread.request_stop();
    if (m_thread.joinable()) m_thread.join();
}

void SimulatedMicrophone::run(const std::stop_token& stop, const Take& take)
{
    const auto begun = std::chrono::steady_clock::now();
    std::vector<float> block(static_cast<std::size_t>(blockS * m_who.sampleRateHz));
    std::vector<float> tones(block.size());
    for (double heardS = 0; !stop.stop_requested(); heardS += blockS) {
        if (m_loseAfterS > 0 && heardS > m_loseAfterS) {
            emit lost(tr("The simulated microphone gives no more sound. Continue, or stop: what "
                         "was recorded is saved."));
            return;
        }
        {
            const std::lock_guard lock(m_mutex);
            m_person->read(block, m_cue());
        }
        if (m_isMuted) std::fill(block.begin(), block.end(), 0.0f);
        take(block, tones);
        if (m_pace > 0)
            std::this_thread::sleep_until(
                begun + std::chrono::duration_cast<std::chrono::steady_clock::duration>(
                            std::chrono::duration<double>((heardS + blockS) / m_pace)));
    }
}

} // namespace layakari
