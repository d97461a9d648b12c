// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/words/phase_words.hpp"

#include "core/base/enum_words.hpp"

namespace layakari {

const char* inWords(PhaseKind kind)
{
    static constexpr EnumWords<PhaseKind, PhaseKind::HoldEmpty> nouns{"inhale", "hold in", "exhale",
                                                                      "hold out"};
    return nouns.of(kind);
}

} // namespace layakari
