// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/journal/records.hpp"
#include "core/plan/plan.hpp"

#include <optional>

class QWidget;

namespace layakari {

/// A sitting as a person may change it: day, time, plan, note; of one that was noted by hand its
/// minutes and how it felt, too.
struct SittingForm {
    Sitting sitting;
    std::optional<Plan> plan;
    std::vector<Plan> ownPlans = {}; ///< offered besides those that ship
};

/// Shows the form; nothing where it is left.
std::optional<SittingForm> askForSitting(QWidget* over, const SittingForm& now);

} // namespace layakari
