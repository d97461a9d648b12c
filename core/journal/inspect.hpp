// SPDX-License-Identifier: GPL-3.0-or-later
//
// Within the journal room only: looking at a database that may be damaged, newer or a stranger's,
// without changing a byte of it.
#pragma once

#include "core/base/result.hpp"

#include <SQLiteCpp/SQLiteCpp.h>
#include <chrono>
#include <filesystem>

namespace layakari::inspect {

/// How long somebody waits for another window that is just writing, or closing, ms.
inline constexpr int busyTimeoutMs = 2000;

/// What a database file must be at most before anything in it is believed.
inline constexpr int mostRowBytes = 64 << 20;
/// For how long each look, check and copy of a foreign one may take.
inline constexpr std::chrono::seconds foreignLimit{120};
/// For how long a journal of one's own is checked at each start; a larger one is checked as far as
/// that goes, and whole before each backup.
inline constexpr std::chrono::milliseconds ownLimit{300};

/// Ends whatever the database does once the time is over (SQLITE_INTERRUPT), for as long as this
/// lives.
class Deadline {
public:
    Deadline(SQLite::Database& db, std::chrono::milliseconds limit);
    ~Deadline();
    Deadline(const Deadline&) = delete;
    Deadline& operator=(const Deadline&) = delete;

private:
    SQLite::Database& m_db;
    std::chrono::steady_clock::time_point m_until;
};

/// No trust in what the file says: its schema runs no functions with effects, cannot be written
/// through tricks, has no triggers and no views, and no value is larger than `mostRowBytes`.
void distrust(SQLite::Database& db);

/// The version of a journal of one's own, 0 for a file without anything in it. Neither the file nor
/// its WAL is changed. BadJournal: no database, damaged, something else than a journal.
Result<int> versionOf(const std::filesystem::path& file);

/// Opens a stranger's file for reading: whole, of a version that this program knows, and with just
/// the tables that a journal of that version has. BadJournal.
Result<SQLite::Database> openForeign(const std::filesystem::path& file);

} // namespace layakari::inspect
