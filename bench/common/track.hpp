// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/features/feature_track.hpp"

#include <filesystem>

namespace layakari::bench {

/// What is kept of a recording's sound; ends the program where it cannot be read.
FeatureTrack trackOf(const std::filesystem::path& recording);

} // namespace layakari::bench
