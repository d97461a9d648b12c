// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/heard.hpp"
#include "core/plan/plan.hpp"
#include "core/reading/corrections.hpp"

#include <optional>
#include <vector>

namespace layakari {

/// What was heard, with quick breaths as what they are taken for: an inhale and an exhale of a
/// second each sound as slow strokes do.
struct QuickBreaths {
    Heard heard;
    struct Stretch {
        double startS = 0;
        double endS = 0;
    };
    /// Where it could be either, and nothing says which.
    std::optional<Stretch> undecided;
};

/// A person says what they are, or who has corrected a stroke of it; else a plan: breath if it has
/// about as many cycles of breath alone. Without any they are taken for breath, undecided: strokes
/// are forceful, and then mostly quick.
QuickBreaths withQuickBreaths(Heard heard, const std::optional<Plan>& plan,
                              const std::vector<Correction>& corrections);

} // namespace layakari
