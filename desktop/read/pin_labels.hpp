// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

namespace layakari {

/// A boundary's pin in the strip and the time beside it, in pixels.
struct Pin {
    double x = 0;
    double textWidth = 0;
};

/// Where the time of each pin begins, the pins from left to right in a strip of that width: after
/// its pin, or before it where the strip ends; nothing rather than over another pin or its time.
std::vector<std::optional<double>> pinLabels(const std::vector<Pin>& pins, double width);

} // namespace layakari
