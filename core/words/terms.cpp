// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/words/terms.hpp"

#include "core/plan/plan_words.hpp"

namespace layakari {

std::string inTerms(const std::string& english, const std::string& sanskrit, Terms terms)
{
    if (terms == Terms::English || sanskrit.empty()) return english;
    if (terms == Terms::Sanskrit) return sanskrit;
    return english + " (" + sanskrit + ")";
}

std::string termFor(PhaseKind kind, Terms terms)
{
    const Arguments phase{{"phase", phaseWords.of(kind)}};
    return inTerms(say("phase", phase), say("phase.sanskrit", phase), terms);
}

std::string shortTermFor(PhaseKind kind, Terms terms)
{
    return say(terms == Terms::Sanskrit ? "phase.short-sanskrit" : "phase",
               {{"phase", phaseWords.of(kind)}});
}

} // namespace layakari
