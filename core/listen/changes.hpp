// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/features/feature_track.hpp"

#include <optional>

namespace layakari {

enum class Towards { Earlier, Later };

/// The nearest moment before or after `fromS` at which the sound changes more than around it: where
/// the mean levels of the bands over 0.12 s before and after it differ most, and by more than the
/// recording's usual wavering (three times the median difference). At least 0.03 s away, so that
/// it can be asked for again and again. Nothing where there is none.
std::optional<double> nextChange(const FeatureTrack& track, double fromS, Towards towards);

} // namespace layakari
