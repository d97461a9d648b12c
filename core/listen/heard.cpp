// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/heard.hpp"

#include <algorithm>

namespace layakari {

bool Heard::anyBreath() const
{
    return std::any_of(spans.begin(), spans.end(), [](const HeardSpan& s) {
        return s.kind == HeardSpan::Kind::Breath || s.kind == HeardSpan::Kind::Hum;
    });
}

} // namespace layakari
