// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/hear/whistles.hpp"

#include "core/base/quantile.hpp"
#include "core/classes/class_input.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

// Of 13 whistles in 168 recordings of the tuning and the open corpus the pitch wanders by 28 to 68
// cents, of 117 hums by 17 at most; voice or tone is 0.05 at most in whistles, and over 0.7 in all
// but eight hums, which wander by 16 cents at most.
constexpr double leastWanderCents = 23;
constexpr double mostVoice = 0.2;

// How far the pitch lies from its middle, as a deviation, in each third of it: a drift is no
// wander.
double wanderCents(const HeardHum& hum)
{
    constexpr double ofDeviation = 0.16; // one deviation under the middle
    constexpr std::size_t parts = 3;
    std::vector<float> cents;
    for (const PitchFrame& frame : hum.frames)
        if (frame.hz > 0) cents.push_back(1200 * std::log2(frame.hz));
    const std::size_t size = cents.size() / parts;
    if (size == 0) return 0;
    double sum = 0;
    for (std::size_t p = 0; p < parts; ++p) {
        const auto begin = cents.begin() + static_cast<std::ptrdiff_t>(p * size);
        const std::vector<float> part(begin, begin + static_cast<std::ptrdiff_t>(size));
        sum += quantile(part, 1 - ofDeviation) - quantile(part, ofDeviation);
    }
    return sum / (2 * parts);
}

double voiceIn(const HeardHum& hum, const ClassTrack& classes)
{
    const std::size_t begin = hum.firstFrame / ClassInput::framesPerStep;
    const std::size_t end =
        std::min(classes.steps(), (hum.firstFrame + hum.frames.size()) / ClassInput::framesPerStep);
    double voice = 0;
    for (std::size_t i = begin; i < end; ++i) voice += classes.voiceOrTone(i);
    return end > begin ? voice / static_cast<double>(end - begin) : 0;
}

} // namespace

void dropWhistles(std::vector<HeardHum>& hums, const ClassTrack& classes)
{
    std::erase_if(hums, [&](const HeardHum& hum) {
        return wanderCents(hum) > leastWanderCents && voiceIn(hum, classes) < mostVoice;
    });
}

} // namespace layakari
