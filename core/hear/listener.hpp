// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/classes/class_net.hpp"
#include "core/listen/heard.hpp"
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
    std::optional<RoomEcho> echo;
};

/// Finds breaths, hums, runs of strokes, silences and other sounds (docs/ear.md): background,
/// classes, segments, boundaries. Empty where nothing rises over the room. `before`: nothing from a
/// recording's first moment to its last; else `Heard::room` is learned too. `layers` takes what is
/// found on the way.
Heard listenTo(const FeatureTrack& track, const Progress& progress = {},
               const LookBefore* before = nullptr, std::optional<Layers>* layers = nullptr);

} // namespace layakari
