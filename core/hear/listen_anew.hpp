// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/classes/class_net.hpp"
#include "core/listen/listener.hpp"
#include "core/segments/boundaries.hpp"
#include "core/segments/segmenter.hpp"

#include <optional>

namespace layakari {

/// What each layer found, from the sound on.
struct Layers {
    ClassTrack classes;
    Room room;
    Segmentation found;
    Boundaries placed;
};

/// The second design of `listenTo` (docs/ear.md): background, classes, segments, boundaries. Hums
/// and runs of strokes are still those of the first. Empty where nothing rises over the room.
/// `layers` takes what is found on the way.
Heard listenAnew(const FeatureTrack& track, const Progress& progress = {},
                 std::optional<Layers>* layers = nullptr);

} // namespace layakari
