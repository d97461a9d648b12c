// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/listen/heard.hpp"
#include "core/segments/segment_model.hpp"

namespace layakari {

/// Sets how probably each span is one (`HeardSpan::isWhole`), by what the segments' posterior has
/// within it, away from its boundaries.
void setWhole(std::vector<HeardSpan>& spans, const SegmentModel::Posterior& posterior);

} // namespace layakari
