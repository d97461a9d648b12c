// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

namespace layakari {

/// The value below which `share` of the values lie; 0 for none.
float quantile(std::vector<float> values, double share);

} // namespace layakari
