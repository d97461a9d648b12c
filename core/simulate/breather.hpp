// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/simulate/performance.hpp"
#include "core/simulate/random.hpp"

namespace layakari {

/// A body of some temperament that does one thing after another, as it is told. What it did is in
/// `performance()`: gestures without gaps, and their truth.
class Breather {
public:
    /// `temperament` must outlive the breather.
    Breather(const Plan& plan, const Temperament& temperament, std::uint64_t seed);

    /// One phase of a cycle; `cycle` as in the truth. What has to come before it, an inhale before
    /// an exhale, is done first as a natural breath.
    void phase(const Phase& phase, double seconds, std::optional<int> cycle);
    void strokes(const Strokes& strokes);
    void rest(const Rest& rest);
    void naturalBreaths(int count, Role role);
    void silence(double seconds) { gesture(Gesture::Kind::Silence, seconds, 0); }

    /// Where in time it is: the end of the last gesture, seconds.
    double now() const { return m_now; }
    bool isSilent() const { return m_lastWas == Gesture::Kind::Silence; }
    bool lungsFull() const { return m_lungsFull; }
    Random& random() { return m_random; }
    const Performance& performance() const { return m_performance; }
    Performance& performance() { return m_performance; }

private:
    std::optional<double> m_saHz;
    const Temperament& m_who;
    Random m_random;
    Performance m_performance;
    double m_now = 0;
    int m_run = 0;
    bool m_begun = false; ///< a cycle of the plan
    bool m_lungsFull = false;
    std::optional<int> m_pausedIn; ///< the cycle in which a breath may go on after a pause
    Gesture::Kind m_lastWas = Gesture::Kind::Silence;

    void gesture(Gesture::Kind kind, double seconds, double levelDb, bool outward = true,
                 double pitchHz = 0);
    void truth(std::string kind, PhaseSound sound, double start, Role role,
               std::optional<int> cycle);
    void hum(double seconds, double hz);
    void makeReadyFor(bool exhale, Role role);
    void naturalSide(bool outward, double scale, Role role);
    void hold(const Phase& phase, double seconds, std::optional<int> cycle);
    double pitchFor(const Phase& phase);
};

} // namespace layakari
