// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/heard.hpp"

#include <optional>

namespace layakari {

/// A voice that counts aloud, by its rhythm alone: no word is understood.
struct GuideCount {
    double countS = 0;   ///< median time from one count to the next
    double countSdS = 0; ///< standard deviation of that median
    int counts = 0;      ///< words that keep to it
    double share = 0;    ///< of all the words, those that do
};

/// The pace at which words follow each other, where at least twelve of them and half of all keep to
/// one pace between 0.5 and 3 seconds. Nothing for somebody who talks: the pauses of talk spread
/// over more than a third of their length, those of counting over a tenth.
std::optional<GuideCount> findGuideCount(const std::vector<HeardVoice>& voices);

} // namespace layakari
