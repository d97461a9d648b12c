// SPDX-License-Identifier: GPL-3.0-or-later
//
// Many recordings handed in at once. What is to be read lies in the journal, so that a program that
// was killed goes on where it was:
//
//     takeIn(journal, {folder}, today);          // matched and waiting
//     ReadIn read = readHanded(handed, ...);     // on any thread, takes long
//     keepRead(journal, handed, read);           // on the journal's
#pragma once

#include "core/base/progress.hpp"
#include "core/intake/when.hpp"
#include "core/journal/journal.hpp"
#include "core/reading/reading.hpp"

#include <filesystem>

namespace layakari {

/// The recordings among files and, to any depth, in folders, by their extension; sorted, none
/// twice. What is hidden, and files that were named themselves, are taken as they are.
std::vector<std::filesystem::path> recordingsIn(const std::vector<std::filesystem::path>& paths);

/// Where practices are recorded: below the journal's folder, in it one for each person.
std::filesystem::path practisedFolder(const std::filesystem::path& journal);
/// Where this journal's practices are recorded: there, or where a person wants them.
std::filesystem::path practisedFolder(const Journal& journal);
/// From now on; an empty path for the journal's own folder. What was recorded stays where it is.
Result<void> recordInto(Journal& journal, const std::filesystem::path& folder);

/// Matches each recording and lets it wait. One that is waiting already is not taken twice.
/// Returns those that were taken.
Result<std::vector<Id>> takeIn(Journal& journal, const std::vector<std::filesystem::path>& paths,
                               Day today);

/// What is needed of the journal to read one of them.
struct ReadOrder {
    Handed handed;
    std::optional<Plan> plan;
    Known known; ///< of the person
};
Result<ReadOrder> orderFor(const Journal& journal, const Handed& handed);

struct ReadIn {
    std::string sha256;
    Result<Reading> reading;
    std::optional<BreathProfile> profile; ///< of the breaths that were sure
    When when;
};
/// Decodes, listens and reads; touches no journal.
ReadIn readHanded(const ReadOrder& order, const Progress& progress = {});

/// Keeps what was read as a sitting, or says why not: what cannot be read, holds no breath, or is
/// the same recording as one that is there. Reading the same again is as reading it once.
/// Returns it as it is kept now. A stopped reading keeps waiting.
Result<Handed> keepRead(Journal& journal, const ReadOrder& order, const ReadIn& read);

} // namespace layakari
