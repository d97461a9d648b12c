// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/progress.hpp"
#include "core/journal/journal.hpp"

#include <filesystem>

namespace layakari {

/// Writes a whole journal in open formats into `folder`, which is made where it is not there:
/// sittings.csv, phases.csv, strokes.csv and hums.csv over all sittings, each sitting's reading
/// (readings/ID.json) and captions (readings/ID.vtt), and every plan that was practised
/// (plans/ID.json). Files that are there already under these names are written anew. Returns how
/// many sittings were taken out.
Result<int> takeOut(const Journal& journal, const std::filesystem::path& folder,
                    const Progress& progress = {});

} // namespace layakari
