// SPDX-License-Identifier: GPL-3.0-or-later
#include "bench/common/track.hpp"

#include "bench/common/shell.hpp"
#include "core/audio/recording.hpp"

namespace layakari::bench {

FeatureTrack trackOf(const std::filesystem::path& recording)
{
    FeatureExtractor extractor;
    SoundDamage damage;
    const auto info = decodeRecording(
        recording, [&](std::span<const float> block) { extractor.push(block); }, damage);
    if (!info) giveUp(info.error().message());
    return extractor.take();
}

} // namespace layakari::bench
