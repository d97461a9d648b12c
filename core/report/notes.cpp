// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/report/notes.hpp"

#include "core/language/message.hpp"
#include "core/plan/plan_words.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

std::string guideInWords(const Reading& reading)
{
    const double guideS = reading.guide->countS;
    const auto own = reading.summary.countLengthS;
    const double percent = own ? 100 * (*own / guideS - 1) : 0;
    return say("note.guide", {{"guide", guideS},
                              {"own", own.value_or(0)},
                              {"percent", std::fabs(percent)},
                              {"how", !own                     ? "alone"
                                      : std::fabs(percent) < 1 ? "same"
                                      : percent > 0            ? "longer"
                                                               : "shorter"}});
}

std::string driftInWords(const CountTrend& trend)
{
    const double change = std::fabs(trend.percentPerMin);
    if (change < 2 * trend.sd || change < 0.5) return "";
    return say("note.count-drift", {{"how", trend.percentPerMin > 0 ? "longer" : "shorter"},
                                    {"percent", change},
                                    {"range", 2 * trend.sd}});
}

std::string nameOf(const ComparedGroup& group)
{
    constexpr std::string_view round = "round ";
    return group.name.starts_with(round)
               ? say("group.round", {{"round", group.name.substr(round.size())}})
               : say("group", {{"group", group.name}});
}

std::string comparisonInWords(const Comparison& c)
{
    constexpr std::size_t mostNamed = 6;
    if (c.groups.size() > mostNamed) {
        const auto [low, high] = std::minmax_element(
            c.groups.begin(), c.groups.end(),
            [](const ComparedGroup& a, const ComparedGroup& b) { return a.mean < b.mean; });
        return say("note.many-rounds", {{"rounds", c.groups.size()},
                                        {"low", low->mean},
                                        {"lowest", nameOf(*low)},
                                        {"high", high->mean},
                                        {"highest", nameOf(*high)}});
    }
    const bool isCounts = c.by == "side" || c.by == "opening";
    std::vector<std::string> groups;
    for (const ComparedGroup& group : c.groups)
        groups.push_back(say("note.group", {{"group", nameOf(group)}, {"percent", group.mean}}));
    const double range = c.difference ? 2 * *c.differenceSd : 0;
    const double points = std::fabs(c.difference.value_or(0));
    const char* difference = !c.difference                   ? "unknown"
                             : points > range && points >= 1 ? "clear"
                                                             : "none";
    return say("note.comparison", {{"groups", groups},
                                   {"of", isCounts ? "counts" : "accuracy"},
                                   {"difference", difference},
                                   {"points", points},
                                   {"range", range}});
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
        notes.push_back({say("note.rough", {{"phase", phaseWords.of(rough[i]->phase)}}),
                         rough[i]->friction.roughestAtS});
    if (rough.size() > mostTold)
        notes.push_back({say("note.more-rough", {{"breaths", rough.size() - mostTold}}), {}});
}

} // namespace

std::vector<Note> notesOn(const Reading& reading)
{
    std::vector<Note> notes;
    for (const StrainSign& sign : reading.strainSigns)
        notes.push_back({say(sign.explanation), sign.atS});
    addRoughness(notes, reading);
    if (reading.guide) notes.push_back({guideInWords(reading), {}});
    if (reading.countTrend)
        if (const std::string text = driftInWords(*reading.countTrend); !text.empty())
            notes.push_back({text, {}});
    for (const Comparison& comparison : reading.comparisons)
        notes.push_back({comparisonInWords(comparison), {}});
    for (const RestBreathing& rest : reading.rests)
        notes.push_back({say("note.rest", {{"breaths", rest.breaths},
                                           {"round", rest.afterRound + 1},
                                           {"rate", rest.breathsPerMin}}),
                         rest.startS});
    return notes;
}

} // namespace layakari
