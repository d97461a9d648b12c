// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/progress.hpp"
#include "core/journal/merge.hpp"
#include "core/report/table.hpp"

#include <filesystem>

namespace layakari {

/// Writes a whole journal in open formats into `folder`, which is made where it is not there:
/// tables over all sittings in each of `formats` (sittings.csv, phases.csv ...), each sitting's
/// reading (readings/ID.json) and captions (readings/ID.vtt), and every plan that was practised
/// (plans/ID.json); and all of it once more as journal.db, with manifest.json to tell the folder
/// by, for `takeInJournal`. Files that are there already under these names are written anew.
/// Returns how many sittings were taken out.
Result<int> takeOut(const Journal& journal, const std::filesystem::path& folder,
                    const std::vector<const TableFormat*>& formats, const Progress& progress = {});

/// Whether a folder is one that `takeOut` has written.
bool isTakenOut(const std::filesystem::path& folder);

/// Merges a journal that was taken out into another (`mergeJournal`). BadJournal: the folder has
/// none, or it is broken or of a newer version; then nothing is changed.
Result<Merged> takeInJournal(Journal& into, const std::filesystem::path& folder,
                             const Progress& progress = {});

} // namespace layakari
