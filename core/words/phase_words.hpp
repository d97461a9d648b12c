// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.hpp"

namespace layakari {

/// A phase as a noun within a sentence: "inhale", "hold in", "exhale", "hold out".
const char* inWords(PhaseKind kind);

} // namespace layakari
