// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/breath_classes.hpp"

#include <functional>

namespace layakari {

/// What natural breathing says on kind A of `classes` being the inhale: log odds, from -1.5 to
/// 1.5. It has no order to go by, but at rest the pause follows the exhale, and from its beginning
/// to the next breath an inhale takes less time than an exhale. `isNatural` says which spans of
/// `heard` are asked.
double logOddsByNaturalBreath(const Heard& heard, const BreathClasses& classes,
                              const std::function<bool(std::size_t span)>& isNatural);

} // namespace layakari
