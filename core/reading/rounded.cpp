// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/reading/rounded.hpp"

#include <nlohmann/json.hpp>

namespace layakari {

nlohmann::ordered_json seconds(double value) { return rounded(value); }

nlohmann::ordered_json numberOrNull(std::optional<double> value)
{
    if (!value || !std::isfinite(*value)) return nullptr;
    return rounded(*value);
}

} // namespace layakari
