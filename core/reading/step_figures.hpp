// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/reading/reading.hpp"

#include <optional>

namespace layakari {

/// How even the steps and the pauses of interrupted breath are: within each breath the standard
/// deviation of their lengths over the mean, in percent; the middle of all breaths. Nothing where
/// no breath with at least two of them was heard whole.
struct StepFigures {
    std::optional<double> stepsPercent;
    std::optional<double> pausesPercent;
};
StepFigures stepFigures(const Reading& reading);

} // namespace layakari
