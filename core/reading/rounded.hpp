// SPDX-License-Identifier: GPL-3.0-or-later
//
// Numbers of a reading as its file has them, so that a saved reading gives the same figures.
#pragma once

#include "core/base/checked_json.hpp"

#include <cmath>
#include <optional>

namespace layakari {

/// To a tenth of a millisecond, or of a thousandth of a unit.
inline double rounded(double value) { return std::round(value * 1e4) / 1e4; }

/// The longest time that a reading may speak of.
inline constexpr double mostSeconds = 1e6;

inline nlohmann::ordered_json seconds(double value) { return rounded(value); }
/// Null for what has no value, or none that a file can have.
inline nlohmann::ordered_json figure(std::optional<double> value)
{
    if (!value || !std::isfinite(*value)) return nullptr;
    return rounded(*value);
}

} // namespace layakari
