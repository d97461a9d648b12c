// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/audio/channel_choice.hpp"

#include "core/base/quantile.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

constexpr double frameSeconds = 0.02;
constexpr float clearlyBetterDb = 1;

// The 85th over the 10th percentile: breath over quiet, deaf to single knocks and dropouts.
float riseDb(const std::vector<float>& levelsDb)
{
    if (levelsDb.size() < 10) return 0;
    return quantile(levelsDb, 0.85) - quantile(levelsDb, 0.10);
}

} // namespace

ChannelChooser::ChannelChooser(int channels, int sampleRateHz)
    : m_channels(channels),
      m_frameLength(static_cast<int>(frameSeconds * sampleRateHz)),
      m_levelsDb(static_cast<std::size_t>(channels) + 1)
{
}

void ChannelChooser::add(std::span<const float> interleaved)
{
    const auto channels = static_cast<std::size_t>(m_channels);
    const auto length = static_cast<std::size_t>(m_frameLength);
    std::vector<double> energy(channels + 1);
    for (std::size_t frame = 0; (frame + 1) * length * channels <= interleaved.size(); ++frame) {
        std::fill(energy.begin(), energy.end(), 0.0);
        // Differences of neighbouring samples: a simple tilt against rumble and direct current.
        for (std::size_t i = std::max<std::size_t>(frame * length, 1); i < (frame + 1) * length;
             ++i) {
            double sum = 0;
            for (std::size_t c = 0; c < channels; ++c) {
                const double difference =
                    interleaved[i * channels + c] - interleaved[(i - 1) * channels + c];
                energy[c] += difference * difference;
                sum += difference;
            }
            energy[channels] += (sum / m_channels) * (sum / m_channels);
        }
        for (std::size_t c = 0; c <= channels; ++c)
            m_levelsDb[c].push_back(
                static_cast<float>(10 * std::log10(energy[c] / m_frameLength + 1e-12)));
    }
}

int ChannelChooser::best() const
{
    int best = meanOfChannels;
    float bestRise = riseDb(m_levelsDb.back()) + clearlyBetterDb;
    for (int c = 0; c < m_channels; ++c) {
        const float rise = riseDb(m_levelsDb[static_cast<std::size_t>(c)]);
        if (rise > bestRise) {
            best = c;
            bestRise = rise;
        }
    }
    return best;
}

} // namespace layakari
