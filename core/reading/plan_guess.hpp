// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/reading/reading.hpp"

#include <vector>

namespace layakari {

/// A plan that may have been practised, and how well it fits what was heard.
struct PlanGuess {
    Plan plan;
    double fit = 0; ///< 0 to 1: what it explains of the practice, times how well that was kept
    int cycles = 0; ///< that were found of it
    int strokes = 0;
    std::optional<double> accuracy;
    std::optional<double> countLengthS;
};

/// Reads a recording against each of `candidates` and returns the `most` that fit best, the best
/// first; none that explain nothing. What a fit is made of: the share of the time in which somebody
/// practised by any of them (a hold that a plan does not have is not explained by it), the
/// accuracy, the completion, whether hums and strokes are where they are planned, with their pitch
/// and pace, and whether a count would have a length that people keep. What was done far oftener
/// than a plan has it comes as that plan with as many repeats, under such a name. Plans that differ
/// in what cannot be heard (nostrils, locks) fit alike; the first of them is returned.
std::vector<PlanGuess> guessPlans(const Listened& listened, const std::vector<Plan>& candidates,
                                  const Known& known, std::size_t most,
                                  const Progress& progress = {});

/// The preset to read a recording against of which nobody has said what it is: the first guess,
/// where it fits well enough to be taken without asking; else none. Presets that are right fit 0.71
/// to 0.99 in what three simulated people for tuning practise, natural breathing 0.22 at most.
std::optional<PlanGuess> convincingGuess(const Listened& listened, const Known& known,
                                         const Progress& progress = {});

/// "fits 92 %: 4 cycles, 95 % kept, in counts of 1.15 s".
std::string fitInWords(const PlanGuess& guess);

/// The presets, each once.
std::vector<Plan> presetPlans();

} // namespace layakari
