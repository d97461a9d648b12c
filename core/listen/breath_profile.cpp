// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/breath_profile.hpp"

#include "core/base/checked_json.hpp"
#include "core/base/text.hpp"

#include <algorithm>
#include <cmath>
#include <nlohmann/json.hpp>

namespace layakari {

namespace {

constexpr std::size_t leastOfEach = 4;
constexpr int mostOlderBreaths = 200;
constexpr int mostBreaths = 1'000'000;
constexpr double mostLogOddsOfAll = 4.1; // sixty to one
constexpr double mostLogOddsOfOne = 1.4; // four to one
// How far the difference of inhale and exhale may move from one recording of a person to the next.
// Judged and wide on purpose: nobody's breath has been measured over months and microphones yet.
constexpr BreathCharacter betweenRecordings{{3, 3, 3, 3, 4, 0.10}};

BreathCharacter meanOf(const std::vector<BreathCharacter>& breaths)
{
    BreathCharacter mean;
    for (const BreathCharacter& breath : breaths)
        for (std::size_t d = 0; d < BreathCharacter::size; ++d)
            mean.values[d] += breath.values[d] / static_cast<double>(breaths.size());
    return mean;
}

BreathCharacter mixed(const BreathCharacter& a, const BreathCharacter& b, double shareOfB)
{
    BreathCharacter mix;
    for (std::size_t d = 0; d < BreathCharacter::size; ++d)
        mix.values[d] = (1 - shareOfB) * a.values[d] + shareOfB * b.values[d];
    return mix;
}

BreathCharacter characterIn(const CheckedJson& value)
{
    BreathCharacter character;
    const auto elements = value.elements(BreathCharacter::size, BreathCharacter::size);
    for (std::size_t d = 0; d < BreathCharacter::size; ++d)
        character.values[d] = elements[d].number(-400, 400);
    return character;
}

} // namespace

std::optional<BreathProfile> profileOf(const std::vector<BreathCharacter>& inhales,
                                       const std::vector<BreathCharacter>& exhales)
{
    if (std::min(inhales.size(), exhales.size()) < leastOfEach) return std::nullopt;
    return BreathProfile{meanOf(inhales), meanOf(exhales),
                         static_cast<int>(inhales.size() + exhales.size())};
}

BreathProfile merged(const BreathProfile& older, const BreathProfile& newer)
{
    const int kept = std::min(older.breaths, mostOlderBreaths);
    const double share =
        static_cast<double>(newer.breaths) / static_cast<double>(std::max(1, kept + newer.breaths));
    return {mixed(older.inhale, newer.inhale, share), mixed(older.exhale, newer.exhale, share),
            std::min(mostBreaths, kept + newer.breaths)};
}

std::optional<BreathProfile> without(const BreathProfile& all, const BreathProfile& taken)
{
    const int left = all.breaths - taken.breaths;
    if (left < static_cast<int>(2 * leastOfEach)) return std::nullopt;
    // The mixture's weights turned round: all = (1 - s) left + s taken.
    const double share = -static_cast<double>(taken.breaths) / static_cast<double>(left);
    return BreathProfile{mixed(all.inhale, taken.inhale, share),
                         mixed(all.exhale, taken.exhale, share), left};
}

double logOddsInhaleFirst(const BreathProfile& profile, const BreathCharacter& a,
                          const BreathCharacter& b)
{
    double sum = 0;
    for (std::size_t d = 0; d < BreathCharacter::size; ++d) {
        const double known = profile.inhale.values[d] - profile.exhale.values[d];
        const double heard = a.values[d] - b.values[d];
        const double variance = betweenRecordings.values[d] * betweenRecordings.values[d];
        sum += std::clamp(2 * known * heard / variance, -mostLogOddsOfOne, mostLogOddsOfOne);
    }
    return std::clamp(sum, -mostLogOddsOfAll, mostLogOddsOfAll);
}

std::string profileToJson(const BreathProfile& profile)
{
    const nlohmann::ordered_json json = {{"format", "layakari.breath-profile"},
                                         {"version", 1},
                                         {"breaths", profile.breaths},
                                         {"inhale", profile.inhale.values},
                                         {"exhale", profile.exhale.values}};
    return jsonText(json);
}

Result<BreathProfile> parseProfile(const std::string& json, const std::string& file)
{
    return parseForeign(json, ErrorCode::BadReading, file,
                        "keep a practice of this person again, and the profile is made anew",
                        [](const CheckedJson& document) {
                            checkHead(document, "layakari.breath-profile", 1);
                            return BreathProfile{
                                characterIn(document.require("inhale")),
                                characterIn(document.require("exhale")),
                                document.require("breaths").integer(1, mostBreaths)};
                        });
}

} // namespace layakari
