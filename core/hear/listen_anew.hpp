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

/// What the look before has learned, while the sound comes in.
struct LookBefore {
    LearnedRoom room;
    std::optional<EarlierKinds> kinds;
};

/// The second design of `listenTo` (docs/ear.md): background, classes, segments, boundaries. Hums
/// and runs of strokes are still those of the first. Empty where nothing rises over the room.
/// `before`: nothing from a recording's first moment to its last. `layers` takes what is found on the way.
Heard listenAnew(const FeatureTrack& track, const Progress& progress = {},
                 const LookBefore* before = nullptr, std::optional<Layers>* layers = nullptr);

} // namespace layakari
