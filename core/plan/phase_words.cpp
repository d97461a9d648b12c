// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/phase_words.hpp"

namespace layakari {

const char* inWords(PhaseKind kind)
{
    switch (kind) {
    case PhaseKind::Inhale: return "inhale";
    case PhaseKind::HoldFull: return "hold in";
    case PhaseKind::Exhale: return "exhale";
    case PhaseKind::HoldEmpty: return "hold out";
    }
    return "";
}

} // namespace layakari
