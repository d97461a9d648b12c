// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/journal/journal.hpp"
#include "core/journal/schema.hpp"

#include <SQLiteCpp/SQLiteCpp.h>
#include <catch2/catch.hpp>

namespace layakari {

/// The journal of a folder, made where there is none; fails the test with the journal's own words.
inline Journal journalIn(const std::filesystem::path& folder)
{
    auto journal = Journal::open(folder);
    if (!journal) FAIL(journal.error().message());
    return *std::move(journal);
}

/// A journal's file as a program of that version made it, with what `rows` insert.
inline void makeJournalOfVersion(std::size_t version, const std::filesystem::path& file,
                                 const std::string& rows)
{
    SQLite::Database old(file.string(), SQLite::OPEN_READWRITE | SQLite::OPEN_CREATE);
    for (const std::string_view step : schemaSteps().first(version)) old.exec(std::string(step));
    old.exec("PRAGMA user_version = " + std::to_string(version));
    old.exec(rows);
}

} // namespace layakari
