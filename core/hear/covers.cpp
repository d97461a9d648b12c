// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/hear/covers.hpp"

#include <algorithm>
#include <array>

namespace layakari {

std::vector<HeardCover> coversIn(const ClassTrack& classes, const KnownSounds& known)
{
    constexpr std::size_t least = 250; // steps, 5 s
    constexpr double most = 0.75;
    std::vector<bool> isKnown(classes.steps());
    for (const auto* ranges : {&known.hums, &known.strokes})
        for (const FrameRange& range : *ranges)
            for (std::size_t i = range.begin / ClassInput::framesPerStep;
                 i < std::min(classes.steps(), range.end / ClassInput::framesPerStep); ++i)
                isKnown[i] = true;
    // Sums over the last five seconds: of each class, and of what is hidden.
    std::array<double, ClassTrack::classes + 1> sums{};
    const auto add = [&](std::size_t i, double sign) {
        if (isKnown[i]) return;
        for (const float part : classes.hidden[i])
            sums.back() += sign * static_cast<double>(part) / ClassTrack::parts;
        for (std::size_t c = 0; c < ClassTrack::classes; ++c)
            sums[c] += sign * static_cast<double>(classes.probability[i][c]);
    };
    const auto likeliest = [&] {
        constexpr std::array<std::pair<std::size_t, HeardCover::What>, 4> what{
            {{ClassTrack::Voice, HeardCover::What::Voice},
             {ClassTrack::Tonal, HeardCover::What::Tone},
             {ClassTrack::Struck, HeardCover::What::Knocks},
             {ClassTrack::Swell, HeardCover::What::Room}}};
        return std::max_element(
                   what.begin(), what.end(),
                   [&](const auto& a, const auto& b) { return sums[a.first] < sums[b.first]; })
            ->second;
    };
    std::vector<HeardCover> covers;
    for (std::size_t i = 0; i < classes.steps(); ++i) {
        add(i, 1);
        if (i + 1 < least) continue;
        const std::size_t begin = i + 1 - least;
        if (sums.back() > most * static_cast<double>(least)) {
            const double startS = static_cast<double>(begin) * Observations::hopSeconds;
            const double endS = static_cast<double>(i + 1) * Observations::hopSeconds;
            if (!covers.empty() && covers.back().endS >= startS)
                covers.back().endS = endS;
            else
                covers.push_back({likeliest(), startS, endS});
        }
        add(begin, -1);
    }
    return covers;
}

} // namespace layakari
