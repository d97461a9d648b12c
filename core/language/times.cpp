// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/language/times.hpp"
#include "core/language/message.hpp"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace layakari {

std::string clockTime(double seconds, bool withTenths)
{
    const double unit = withTenths ? 10 : 1;
    const auto ticks =
        static_cast<long>(std::floor(std::max(0.0, seconds) * unit + (withTenths ? 0.5 : 0)));
    const long whole = ticks / static_cast<long>(unit);
    std::string text = fmt::format("{}:{:02}", whole / 60, whole % 60);
    if (withTenths) text += decimalPoint() + std::to_string(ticks % 10);
    return text;
}

std::string durationInWords(double seconds)
{
    const long whole = std::lround(std::max(0.0, seconds));
    return say("duration", {{"minutes", whole / 60}, {"seconds", whole % 60}});
}

} // namespace layakari
