// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/journal/journal.hpp"

#include <catch2/catch.hpp>

namespace layakari {

/// The journal of a folder, made where there is none; fails the test with the journal's own words.
inline Journal journalIn(const std::filesystem::path& folder)
{
    auto journal = Journal::open(folder);
    if (!journal) FAIL(journal.error().message());
    return *std::move(journal);
}

} // namespace layakari
