// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>

namespace layakari {

/// As printf prints it.
[[gnu::format(printf, 1, 2)]] std::string format(const char* pattern, ...);

} // namespace layakari
