// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/quantile.hpp"

#include <algorithm>

namespace layakari {

float quantile(std::vector<float> values, double share)
{
    if (values.empty()) return 0;
    const auto nth = values.begin() +
                     static_cast<std::ptrdiff_t>(share * static_cast<double>(values.size() - 1));
    std::nth_element(values.begin(), nth, values.end());
    return *nth;
}

} // namespace layakari
