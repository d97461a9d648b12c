// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/read/pin_labels.hpp"

#include <algorithm>

namespace layakari {

std::vector<std::optional<double>> pinLabels(const std::vector<Pin>& pins, double width)
{
    constexpr double besidePin = 8;
    constexpr double headOfPin = 6;
    constexpr double gap = 14; // between two times
    std::vector<std::optional<double>> lefts;
    double free = 0; // what stands to the left of this is taken
    for (std::size_t i = 0; i < pins.size(); ++i) {
        const auto [x, textWidth] = pins[i];
        const bool fitsAfter = x + besidePin + textWidth <= width - headOfPin;
        const double left = fitsAfter ? x + besidePin : x - besidePin - textWidth;
        const double nextPin = i + 1 < pins.size() ? pins[i + 1].x - headOfPin : width;
        if (left >= free && left + textWidth <= nextPin) {
            lefts.push_back(left);
            free = left + textWidth + gap;
        } else {
            lefts.push_back(std::nullopt);
        }
        free = std::max(free, x + headOfPin);
    }
    return lefts;
}

} // namespace layakari
