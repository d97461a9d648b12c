// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/report/notes.hpp"

#include <algorithm>
#include <cctype>
#include <cmath>
#include <fmt/format.h>

namespace layakari {

namespace {

std::string guideInWords(const Reading& reading)
{
    const GuideCount& guide = *reading.guide;
    std::string text = fmt::format("A voice counts every {:.2f} s", guide.countS);
    const auto own = reading.summary.countLengthS;
    if (!own) return text + ".";
    const double percent = 100 * (*own / guide.countS - 1);
    if (std::fabs(percent) < 1)
        return text + fmt::format("; so does the breath, at {:.2f} s.", *own);
    return text + fmt::format("; the breath's count of {:.2f} s is {:.0f} % {}.", *own,
                              std::fabs(percent), percent > 0 ? "longer" : "shorter");
}

std::string trendInWords(const CountTrend& trend)
{
    const double change = std::fabs(trend.percentPerMin);
    if (change < 2 * trend.sd || change < 0.5) return "";
    return fmt::format("The count grew {} by {:.1f} % a minute (± {:.1f}).",
                       trend.percentPerMin > 0 ? "longer" : "shorter", change, 2 * trend.sd);
}

std::string comparisonInWords(const Comparison& c)
{
    constexpr std::size_t mostNamed = 6;
    if (c.groups.size() > mostNamed) {
        const auto [low, high] = std::minmax_element(
            c.groups.begin(), c.groups.end(),
            [](const ComparedGroup& a, const ComparedGroup& b) { return a.mean < b.mean; });
        return fmt::format("{} rounds, from {:.0f} % ({}) to {:.0f} % accuracy ({}).",
                           c.groups.size(), low->mean, low->name.c_str(), high->mean,
                           high->name.c_str());
    }
    const bool isCounts = c.by == "side" || c.by == "opening";
    std::string text;
    for (const ComparedGroup& group : c.groups)
        text +=
            fmt::format("{}{} {:.0f} %", text.empty() ? "" : ", ", group.name.c_str(), group.mean);
    text[0] = static_cast<char>(std::toupper(text[0]));
    text += isCounts ? " of the planned counts" : " accuracy";
    if (!c.difference) return text + ".";
    const double range = 2 * *c.differenceSd;
    if (std::fabs(*c.difference) <= range || std::fabs(*c.difference) < 1)
        return text + fmt::format(": no clear difference (± {:.0f}).", range);
    return text + fmt::format(": {} is {} by {:.0f} ± {:.0f}.", c.groups[1].name,
                              *c.difference > 0 ? "higher" : "lower", std::fabs(*c.difference),
                              range);
}

// The places to listen to, the roughest first; the staff marks all of them.
void addRoughness(std::vector<Note>& notes, const Reading& reading)
{
    constexpr std::size_t mostTold = 3;
    std::vector<const ReadOcean*> rough;
    for (const ReadOcean& breath : reading.ocean)
        if (breath.friction.roughestAtS) rough.push_back(&breath);
    std::stable_sort(rough.begin(), rough.end(), [](const ReadOcean* a, const ReadOcean* b) {
        return a->friction.roughness > b->friction.roughness;
    });
    for (std::size_t i = 0; i < std::min(mostTold, rough.size()); ++i)
        notes.push_back({fmt::format("The sound of this {} pulses like a snore: listen to it.",
                                     rough[i]->phase == PhaseKind::Inhale ? "inhale" : "exhale"),
                         rough[i]->friction.roughestAtS});
    if (rough.size() > mostTold)
        notes.push_back({fmt::format("{} breaths more are rough.", rough.size() - mostTold), {}});
}

std::string afterWhat(const RestBreathing& rest)
{
    return rest.afterRound < 0 ? "" : fmt::format(" after round {}", rest.afterRound + 1);
}

} // namespace

std::vector<Note> notesOn(const Reading& reading)
{
    std::vector<Note> notes;
    for (const StrainSign& sign : reading.strainSigns)
        notes.push_back({sign.explanation, sign.atS});
    addRoughness(notes, reading);
    if (reading.guide) notes.push_back({guideInWords(reading), {}});
    if (reading.countTrend)
        if (const std::string text = trendInWords(*reading.countTrend); !text.empty())
            notes.push_back({text, {}});
    for (const Comparison& comparison : reading.comparisons)
        notes.push_back({comparisonInWords(comparison), {}});
    for (const RestBreathing& rest : reading.rests)
        notes.push_back({fmt::format("{} natural breaths{} at {:.0f} a minute.", rest.breaths,
                                     afterWhat(rest).c_str(), rest.breathsPerMin),
                         rest.startS});
    return notes;
}

} // namespace layakari
