// SPDX-License-Identifier: GPL-3.0-or-later
//
// Copies of a journal beside it, one a day, and the way back to the last one.
#pragma once

#include "core/base/new_file.hpp"
#include "core/journal/records.hpp"

#include <filesystem>

namespace layakari {

struct Backup {
    std::filesystem::path file;
    Day day;
};

/// Those in `folder`/backups, the one that was made last first. When that was, its file says; the
/// day in its name is what a clock showed.
std::vector<Backup> backupsIn(const std::filesystem::path& folder);

/// Copies the journal in `folder` to backups/journal-DAY.db unless today's is there already; whole
/// or not at all, for its owner alone (0600). Of more than `keptBackups` the oldest go. The journal
/// may be open; takes long where it is large. Gives the copy, or nothing where it was there.
Result<std::optional<Backup>> backUp(const std::filesystem::path& folder, Day today);
/// The same where today's is there already: a new one takes its place.
Result<Backup> backUpAnew(const std::filesystem::path& folder, Day today);

/// Copies the journal in `folder` into `file`, which is finished then.
Result<void> copyJournal(const std::filesystem::path& folder, NewFile file);

inline constexpr int keptBackups = 14;

/// Puts the last backup that is whole in the place of the journal, which is moved aside (journal-
/// aside-N.db, with its WAL) and not deleted. The journal must not be open. BadJournal when there
/// is no backup that is whole. Gives the backup that was taken.
Result<Backup> restoreLastBackup(const std::filesystem::path& folder);

} // namespace layakari
