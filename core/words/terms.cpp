// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/words/terms.hpp"

#include "core/plan/plan_words.hpp"

namespace layakari {

std::string termFor(PhaseKind kind, Terms terms)
{
    return say(Message{"phase", {{"phase", phaseWords.of(kind)}}}, terms);
}

std::string shortTermFor(PhaseKind kind, Terms terms)
{
    const Message phase{terms == Terms::Sanskrit ? "phase.short-sanskrit" : "phase",
                        {{"phase", phaseWords.of(kind)}}};
    return say(phase, Terms::English); // a short form has no brackets
}

} // namespace layakari
