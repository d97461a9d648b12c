// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <cstddef>
#include <utility>
#include <vector>

namespace layakari {

/// The value below which `share` of the values lie, one of them; 0 for none.
template <class T>
T quantileOf(std::vector<T> values, double share)
{
    if (values.empty()) return 0;
    const auto nth = values.begin() +
                     static_cast<std::ptrdiff_t>(share * static_cast<double>(values.size() - 1));
    std::nth_element(values.begin(), nth, values.end());
    return *nth;
}
inline float quantile(std::vector<float> values, double share)
{
    return quantileOf(std::move(values), share);
}

/// The middle value; of an even number the mean of both middle ones; 0 for none.
inline double median(std::vector<double> values)
{
    if (values.empty()) return 0;
    const auto middle = values.begin() + static_cast<std::ptrdiff_t>(values.size() / 2);
    std::nth_element(values.begin(), middle, values.end());
    if (values.size() % 2 == 1) return *middle;
    return (*std::max_element(values.begin(), middle) + *middle) / 2;
}

} // namespace layakari
