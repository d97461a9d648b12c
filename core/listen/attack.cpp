// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/attack.hpp"

#include "core/listen/rise.hpp"

#include <algorithm>
#include <cmath>
#include <vector>

namespace layakari {

namespace {

// Frames of features are longer than a clap's attack: it is measured on the sound itself. Of noise
// below 1.8 kHz the power over 4 ms is known to 1.6 dB.
constexpr int window = VoiceBand::rateHz * 4 / 1000;
constexpr double reachS = 0.06;   // looked at on either side
constexpr double unsureS = 0.03;  // that the time may be off
constexpr double beforeS = 0.035; // at the beginning, which tells what sounds before it
constexpr double loudBefore = 0.8;
constexpr float overBefore = 2; // in power: 3 dB
constexpr float low = 0.0398f;  // of the peak's power: 14 dB under it
constexpr float high = 0.501f;  // 3 dB under it
constexpr float leastRise = 2;  // between both

// Power over the window that begins at each sample. Of the difference from sample to sample, in
// which the rumble of a room is weak.
std::vector<float> powersFrom(const VoiceBand& sound, std::ptrdiff_t begin, std::ptrdiff_t end)
{
    std::vector<float> squares;
    for (std::ptrdiff_t i = begin; i < end + window; ++i) {
        const float difference = sound.at(i) - sound.at(i - 1);
        squares.push_back(difference * difference);
    }
    std::vector<float> powers;
    for (std::size_t i = 0; i + window < squares.size(); ++i) {
        float sum = 0;
        for (std::size_t k = i; k < i + window; ++k) sum += squares[k];
        powers.push_back(sum / window);
    }
    return powers;
}

std::ptrdiff_t samplesOf(double seconds)
{
    return static_cast<std::ptrdiff_t>(seconds * VoiceBand::rateHz);
}

} // namespace

std::optional<float> attackOf(const VoiceBand& sound, double timeS)
{
    const std::vector<float> powers =
        powersFrom(sound, samplesOf(timeS - reachS), samplesOf(timeS + reachS));
    const auto peak = std::max_element(powers.begin() + samplesOf(reachS - unsureS), powers.end());
    if (*peak <= 0) return std::nullopt;
    const float before =
        quantile({powers.begin(), powers.begin() + samplesOf(beforeS)}, loudBefore);
    const float begins = std::max(low * *peak, overBefore * before);
    const float full = high * *peak;
    if (full < leastRise * begins) return std::nullopt;
    const auto from =
        std::find_if(powers.begin(), peak, [&](float power) { return power > begins; });
    const auto to = std::find_if(from, peak, [&](float power) { return power >= full; });
    return static_cast<float>(to - from) / VoiceBand::rateHz;
}

} // namespace layakari
