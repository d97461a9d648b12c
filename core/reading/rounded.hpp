// SPDX-License-Identifier: GPL-3.0-or-later
//
// Numbers of a reading as its file has them, so that a saved reading gives the same figures.
#pragma once

#include <cmath>
#include <nlohmann/json_fwd.hpp>
#include <optional>

namespace layakari {

/// To a tenth of a millisecond, or of a thousandth of a unit.
inline double rounded(double value) { return std::round(value * 1e4) / 1e4; }

/// The longest time that a reading may speak of.
inline constexpr double mostSeconds = 1e6;

nlohmann::ordered_json seconds(double value);
/// Null for what has no value, or none that a file can have.
nlohmann::ordered_json numberOrNull(std::optional<double> value);

} // namespace layakari
