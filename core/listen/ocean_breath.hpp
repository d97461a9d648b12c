// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/features/feature_track.hpp"
#include "core/listen/heard.hpp"

#include <optional>
#include <vector>

namespace layakari {

/// What some breaths in a row have of an ocean breath.
struct OceanEvidence {
    double breathS = 0; ///< median length
    double longestPauseS = 0;
    double riseDb = 0;     ///< over the room, of the fainter direction
    double balanceDb = 0;  ///< one direction over the other, absolute
    double contrastDb = 0; ///< of their spectra, without the levels
    double evenness = 0;   ///< median of `loudnessEvenness`
    /// How much the spectrum bends from critical band to critical band, 300 to 3,150 Hz, mean of
    /// the absolute second differences. Friction in the throat sounds through the resonances of
    /// the whole vocal tract, as a whisper does; air that rushes at the nostrils or lips has
    /// hardly any of them. Nothing where the room covers most of these bands.
    std::optional<double> ripplesDb;
    /// Contrast to this recording's short breaths, those before and after; nothing without them.
    std::optional<double> apartDb;

    /// That these are ocean breaths, against others: above 0 they are. Judged, not measured on
    /// people: bench/ocean says how it does on sounds that are made.
    double logOdds() const;
};

/// Looks for a soft, even friction on both breaths, that goes on for a minute or more. `spans`: in
/// time order, of `track`. Gives what was found in time order, without overlaps.
std::vector<HeardOcean> findOceanBreath(const FeatureTrack& track,
                                        const std::vector<HeardSpan>& spans);

} // namespace layakari
