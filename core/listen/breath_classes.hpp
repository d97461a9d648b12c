// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/breath_profile.hpp"

#include <optional>
#include <vector>

namespace layakari {

/// The breaths of one recording sorted into two kinds, A and B, by their sound and their taking
/// turns. Which of the two is the inhale is another question, and often a harder one.
struct BreathClasses {
    /// For each breath span, in order, the posterior probability that it is of kind A.
    std::vector<double> probabilityA;
    /// What the sound says on A being the inhale: log odds. Small on purpose without a profile:
    /// brightness and the swell of loudness point one way in most people and the other in some.
    double logOddsAIsInhale = 0;
};

/// Learns both kinds from the recording itself: a hidden Markov model with two Gaussian states that
/// mostly alternate, fitted by expectation maximisation from strict alternation (Rabiner, Proc.
/// IEEE 77(2), 1989). Fewer than two breaths: probability one half.
///
/// `namedA`, if not empty, says for each span what an alignment with a plan took it for: kind A,
/// kind B, or nothing; a silence with a name is a breath that the room covers. It counts as a
/// witness with odds of `planOdds`, so that the breaths around are named by what takes turns with
/// them, and a sound that speaks clearly against it shows as doubt.
///
/// `profile`, if there is one, says better than any rule which kind is this person's inhale.
BreathClasses sortBreaths(const Heard& heard, const std::vector<std::optional<bool>>& namedA = {},
                          const BreathProfile* profile = nullptr);

inline constexpr double planOdds = 30;

} // namespace layakari
