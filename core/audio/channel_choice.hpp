// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>
#include <vector>

namespace layakari {

/// Which channels become the mono signal: one of them, or (-1) the mean of all.
inline constexpr int meanOfChannels = -1;

/// Chooses the channel, or the mean of all, whose sound rises most over its own quiet.
class ChannelChooser {
public:
    ChannelChooser(int channels, int sampleRateHz);

    /// Interleaved samples of a stretch of the recording.
    void add(std::span<const float> interleaved);

    /// Index of the channel, or `meanOfChannels`; the mean wins unless a channel is better by a
    /// decibel.
    int best() const;

private:
    int m_channels;
    int m_frameLength;
    std::vector<std::vector<float>> m_levelsDb; // one list per channel, and the mean's last
};

} // namespace layakari
