// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/listener.hpp"
#include "core/plan/plan.hpp"
#include "core/reading/corrections.hpp"

#include <optional>
#include <vector>

namespace layakari {

/// What was heard, with quick breaths in it: an inhale and an exhale of a second each sound as
/// slow strokes do. Without a plan they are breath, unless a person has corrected a stroke of it:
/// strokes are forceful, and then quick. A plan says what they are: breath if it has about as many
/// cycles of breath alone.
Heard withQuickBreaths(Heard heard, const std::optional<Plan>& plan,
                       const std::vector<Correction>& corrections);

} // namespace layakari
