// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/words/terms.hpp"

namespace layakari {

std::string inTerms(const std::string& english, const std::string& sanskrit, Terms terms)
{
    if (terms == Terms::English || sanskrit.empty()) return english;
    if (terms == Terms::Sanskrit) return sanskrit;
    return english + " / " + sanskrit;
}

std::string termFor(PhaseKind kind, Terms terms)
{
    switch (kind) {
    case PhaseKind::Inhale: return inTerms("inhale", "puraka", terms);
    case PhaseKind::HoldFull: return inTerms("held in", "antara kumbhaka", terms);
    case PhaseKind::Exhale: return inTerms("exhale", "rechaka", terms);
    case PhaseKind::HoldEmpty: return inTerms("held out", "bahya kumbhaka", terms);
    }
    return {};
}

std::string shortTermFor(PhaseKind kind, Terms terms)
{
    const bool sanskrit = terms == Terms::Sanskrit;
    switch (kind) {
    case PhaseKind::Inhale: return sanskrit ? "puraka" : "in";
    case PhaseKind::HoldFull: return sanskrit ? "antara" : "held in";
    case PhaseKind::Exhale: return sanskrit ? "rechaka" : "out";
    case PhaseKind::HoldEmpty: return sanskrit ? "bahya" : "held out";
    }
    return {};
}

} // namespace layakari
