// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/segments/breath_kinds.hpp"

#include <vector>

namespace layakari {

/// Where learning begins.
struct FirstKinds {
    std::array<Bands, BreathKinds::spectra> spectraDb{};
    Bands roomSpreadDb{};
};

/// The spread of the room in each band about its floor, dB.
Bands roomSpread(const Observations& seen);

/// How far each step stands out of the room, in deviations: the mean over the eight bands that
/// stand out most, of a tenth of a second.
std::vector<float> standingOut(const Observations& seen, const Bands& spread);

/// First guesses of two kinds of breath: sounds that rise over the room for 0.3 s and more, cut
/// where their level dips; sorted by their spectra into two that mostly take turns, or strictly in
/// turns, or with those that are hardly breath as well. None where no such sound is. Which of them
/// learning should go on from, the likelihood says.
std::vector<FirstKinds> firstKinds(const Observations& seen);

} // namespace layakari
