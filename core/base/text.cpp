// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/text.hpp"

#include <array>
#include <cstdarg>
#include <cstdio>

namespace layakari {

std::string format(const char* pattern, ...)
{
    std::array<char, 512> text{};
    va_list arguments;
    va_start(arguments, pattern);
    std::vsnprintf(text.data(), text.size(), pattern, arguments);
    va_end(arguments);
    return text.data();
}

} // namespace layakari
