// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/evaluate/truth.hpp"
#include "core/simulate/temperament.hpp"

#include <cstdint>
#include <vector>

namespace layakari {

/// One thing that the practitioner does, as the sound generator needs it.
struct Gesture {
    enum class Kind { Inhale, Exhale, Hum, Ujjayi, Silence, Stroke };
    Kind kind = Kind::Silence;
    double startS = 0;
    double endS = 0;
    double levelDb = 0;
    bool outward = true; ///< of a stroke or an ocean breath: the air goes out
    double pitchHz = 0;  ///< of a hum
};

/// A plan carried out by a person of some temperament: gestures without gaps, and the truth of
/// them.
struct Performance {
    std::vector<Gesture> gestures;
    Truth truth;
    double durationS = 0;
};

class Random;

/// How long a person of this temperament takes over a phase at a count of `countS`; `cycle` is how
/// many came before.
double secondsFor(const Phase& phase, double countS, int cycle, const Temperament& temperament,
                  Random& random);

Performance perform(const Plan& plan, const Temperament& temperament, std::uint64_t seed);

} // namespace layakari
