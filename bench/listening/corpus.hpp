// SPDX-License-Identifier: GPL-3.0-or-later
//
// The recordings that the listener is judged by.
#pragma once

#include "bench/common/impacts.hpp"
#include "bench/listening/laid_over.hpp"
#include "bench/listening/strangers.hpp"
#include "core/evaluate/truth.hpp"

#include <optional>
#include <string>
#include <vector>

namespace layakari::bench {

struct Case {
    std::string preset;
    std::string temperament;
    double breathToNoiseDb = 0; ///< 0: the temperament's own
    std::string codec;          ///< empty: FLAC as it is
    std::uint64_t seed = 1;
    std::optional<LaidOver> over = {};
    bool automaticGain = false;
    std::optional<Stranger> stranger = {}; ///< makes the sound; the temperament only the timing
    std::optional<Impact> impacts = {};
    int timesOver = 1; ///< how often all cycles of the preset are done

    std::string name() const;
    /// The rows of the table that it belongs to, in the order in which they are printed when
    /// sorted; the first character only sorts.
    std::vector<std::string> conditions() const;
};

struct Recorded {
    std::filesystem::path sound;
    Truth truth; ///< with the voices that were laid over it
};

/// Temperaments, plans, codecs, levels, what sounds over it, claps and clatter, gains and
/// strangers: those for tuning or those that are kept back, with `seeds` recordings of most. The
/// two share neither people nor textures; of one each, the seeds below 1,000 are for tuning.
std::vector<Case> corpus(bool held, int seeds);

/// Makes the recording in `folder`, which is its own. Ends the program when something fails.
Recorded record(const Case& what, const std::filesystem::path& folder);

} // namespace layakari::bench
