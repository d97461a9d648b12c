// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>

namespace layakari {

/// Minutes and seconds for a table or an axis, "2:36", or with tenths, "2:36.5".
std::string clockTime(double seconds, bool withTenths = false);

/// A duration in a text: "2 min 36 s", "45 s".
std::string durationInWords(double seconds);

} // namespace layakari
