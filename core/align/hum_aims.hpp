// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/hums.hpp"
#include "core/plan/plan.hpp"

#include <optional>
#include <vector>

namespace layakari {

/// A hum's median pitch; 0 without a voiced frame.
double pitchHz(const HeardHum& hum);
/// Of those that have one.
std::vector<double> pitchesOf(const std::vector<HeardHum>& hums);

/// Which of a plan's pitches each hum was meant for. Pitches tell the cycles of a plan apart that
/// are alike in all else; how well they were met is not asked here.
class HumAims {
public:
    /// `steps`: the unfolded plan. `saHz`: where it names one. `hummedHz`: the pitches of all hums
    /// that were heard, in Hz. They may all lie off by as much (another octave, a Sa of one's own,
    /// or one that the plan does not name): the shift is found under which most hums have a planned
    /// pitch near, none where the pitches fit as they stand.
    HumAims(const std::vector<PlannedStep>& steps, std::optional<double> saHz,
            const std::vector<double>& hummedHz);

    /// What is lost, as a log-likelihood, if a hum of `hz` was meant for `pitch` and not for the
    /// planned pitch that is nearest to it: 0 for that one and in a plan of a single pitch.
    double cost(double hz, const TargetPitch& pitch) const;

private:
    std::vector<double> m_targets; // cents over 1 Hz; over Sa where the plan does not name it
    std::optional<double> m_saHz;
    double m_shift = 0; // cents

    double offBy(double cents, double target) const;
    double offByLeast(double cents) const;
    void findShift(const std::vector<double>& hummed);
};

} // namespace layakari
