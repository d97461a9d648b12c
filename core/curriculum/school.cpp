// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/curriculum/school.hpp"

#include "core/curriculum/technique.hpp"

#include <algorithm>
#include <cassert>

namespace layakari {

namespace {

constexpr double clockedCountS = 1.0;

// One function reads and writes a choice, so that the two cannot come apart.
template <class SchoolType, class Visit>
void visitChoice(SchoolType& school, const std::string& key, Visit&& visit)
{
    if (key == "counting")
        visit(school.counting);
    else if (key == "first_side")
        visit(school.firstSide);
    else if (key == "square_start")
        visit(school.squareStart);
    else if (key == "strokes_by")
        visit(school.strokesBy);
    else if (key == "bellows_from")
        visit(school.bellowsFrom);
    else if (key == "lengthen")
        visit(school.lengthen);
    else if (key == "tuning")
        visit(school.tuning);
    else if (key == "terms")
        visit(school.terms);
    else
        assert(false && "not a choice of schoolChoices()");
}

} // namespace

std::string SchoolChoice::question() const { return say("school." + key); }

std::string SchoolChoice::name(const std::string& answer) const
{
    return say("school." + key + "." + answer);
}

std::string SchoolChoice::meaning(const std::string& answer) const
{
    return say("school." + key + "." + answer + ".meaning");
}

const std::vector<SchoolChoice>& schoolChoices()
{
    static const std::vector<SchoolChoice> choices{
        {"counting", {"own", "clocked"}},       {"first_side", {"left", "right"}},
        {"square_start", {"inhale", "exhale"}}, {"strokes_by", {"number", "time"}},
        {"bellows_from", {"chest", "belly"}},   {"lengthen", {"count", "ratio"}},
        {"tuning", {"just", "tempered"}},       {"terms", {"english", "sanskrit", "both"}}};
    return choices;
}

std::size_t answerOf(const School& school, const std::string& key)
{
    std::size_t answer = 0;
    visitChoice(school, key, [&](auto value) { answer = static_cast<std::size_t>(value); });
    return answer;
}

School withAnswer(School school, const std::string& key, std::size_t answer)
{
    visitChoice(school, key, [&](auto& value) {
        value = static_cast<std::remove_reference_t<decltype(value)>>(answer);
    });
    return school;
}

void replaceInName(Plan& plan, const std::string& from, const std::string& to)
{
    if (const auto at = plan.name.find(from); at != std::string::npos)
        plan.name.replace(at, from.size(), to);
}

Plan inSchool(Plan plan, const School& school)
{
    if (school.counting == Counting::Clocked && !plan.countLengthS) {
        plan.countLengthS = clockedCountS;
        replaceInName(plan, ", own counts", ", clocked counts");
    }
    const Technique* technique = findTechnique(plan.technique);
    if (technique && technique->inSchool) technique->inSchool(plan, school);
    return plan;
}

bool namesSwaras(const Plan& plan)
{
    for (const PlannedStep& step : unfold(plan))
        if (const Cycles* cycles = step.cycle())
            for (const Phase& phase : cycles->phases)
                if (const auto* name =
                        phase.pitch ? std::get_if<std::string>(&*phase.pitch) : nullptr)
                    if (isSwara(*name)) return true;
    return false;
}

} // namespace layakari
