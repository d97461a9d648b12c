// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/simulate/temperament.hpp"
#include "desktop/sound/sound_input.hpp"

#include <atomic>
#include <mutex>
#include <thread>

namespace layakari {

class CuedPractitioner;

/// A microphone for machines that have none, for the demo and for tests: a simulated practitioner
/// sits before it, breathes naturally, and practises as the cue leads.
class SimulatedMicrophone : public SoundInput {
    Q_OBJECT
public:
    /// `pace`: 1 is real time; 0 as fast as it is taken.
    SimulatedMicrophone(const Temperament& temperament, std::uint64_t seed, double pace);
    std::uint64_t seed() const { return m_seed; } ///< of the practitioner
    ~SimulatedMicrophone() override;

    void tellCue(const Plan& plan, const std::vector<CueStep>& steps, Lead lead,
                 const std::function<CueMoment()>& cue) override;

    int sampleRateHz() const override { return m_who.sampleRateHz; }
    void start(Take take) override;
    void stop() override;
    bool playsTones() const override { return false; }
    bool isRealTime() const override { return m_pace == 1; }
    /// It is unplugged after so many seconds of sound. For tests.
    void loseAfter(double seconds) { m_loseAfterS = seconds; }
    /// It is muted, or heard again. For tests.
    void mute(bool muted) { m_isMuted = muted; }

private:
    Temperament m_who;
    std::uint64_t m_seed;
    double m_pace;
    std::atomic<double> m_loseAfterS{0};
    std::atomic<bool> m_isMuted{false};
    std::mutex m_mutex;
    std::unique_ptr<CuedPractitioner> m_person;
    std::function<CueMoment()> m_cue;
    std::jthread m_thread;

    void run(const std::stop_token& stop, const Take& take);
};

} // namespace layakari
