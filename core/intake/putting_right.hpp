// SPDX-License-Identifier: GPL-3.0-or-later
//
// What is in the journal can be put right: sittings are moved to whom they belong, changed,
// archived, deleted, noted by hand; people are erased. Window and command line do it by these.
#pragma once

#include "core/base/progress.hpp"
#include "core/journal/journal.hpp"

#include <functional>
#include <memory>

namespace layakari {

/// A change of the journal that can be taken back, and done again. Each is one transaction.
struct JournalStep {
    std::function<Result<void>()> act;
    std::function<Result<void>()> takeBack;
};

/// Gives a sitting to another person, and with it what it taught of how this person's breath
/// sounds.
JournalStep moveSitting(Journal& journal, const Sitting& sitting, Id toPerson);

/// Changes what `Journal::changeSitting` changes, of the same person.
JournalStep changeSitting(Journal& journal, const Sitting& before, const Sitting& after);

/// Deletes a sitting, and what it taught. Its recording is deleted too where it lies in the
/// journal's folder, by `deleteMarkedFiles`; anywhere else it is the person's own and stays.
JournalStep deleteSitting(Journal& journal, const Sitting& sitting, Day today);

/// That a sitting was saved just now, as a step: taken back, it is deleted like that, but a
/// practice that was recorded stays on the disk. The first `act` does nothing, since it is there
/// already.
JournalStep savedSitting(Journal& journal, const Sitting& sitting, Day today);

/// Another reading of the same recording takes the place of a sitting's, with its plan and figures.
JournalStep replaceReading(Journal& journal, const Sitting& before, const Sitting& after,
                           const std::string& readingJson);

/// That recordings were added to the inbox just now, as a step: taken back, they leave it, and the
/// sittings that they became meanwhile are deleted as by `savedSitting`. The first `act` does
/// nothing.
JournalStep addedToInbox(Journal& journal, const std::vector<Id>& handed, Day today);

/// That a journal was taken in just now, as a step (`Merged::changes`). The first `act` does
/// nothing.
JournalStep takenIn(Journal& journal, std::string changes);

/// Adds a sitting that was not recorded, and takes it out again. `sitting` has person, plan, time,
/// length and words; the step says in `id` which it became.
JournalStep noteSitting(Journal& journal, const Sitting& sitting, const std::shared_ptr<Id>& id);

/// Whether a file lies in the journal's folder, so that the program may delete it.
bool isInJournalFolder(const Journal& journal, const std::string& file);

/// Deletes the files that deleted sittings have left, as long as nothing else uses them: all
/// (`before` nothing), or those that were marked before a day. What cannot be deleted stays marked.
/// Returns how many were.
Result<int> deleteMarkedFiles(Journal& journal, std::optional<Day> before = {});

/// What erasing a person takes with it, for the question that comes first.
struct ToErase {
    int sittings = 0;
    int recordings = 0;          ///< in the journal's folder: deleted
    std::uintmax_t bytes = 0;    ///< of those
    int recordingsElsewhere = 0; ///< stay where they are
    int courses = 0;
    int plans = 0;
    int waiting = 0; ///< in the inbox
    int backups = 0; ///< of the whole journal, with this person in them
};
Result<ToErase> whatErasingTakes(const Journal& journal, Id person);

/// Erases a person: everything of theirs in the journal, so that no byte of it is left in the file,
/// and recordings in the journal's folder; with `backupsToo` all backups, and makes a new one.
/// Cannot be taken back. Recordings elsewhere and what was exported are not reached. Takes seconds
/// in a large journal.
Result<void> erasePerson(Journal& journal, Id person, bool backupsToo, Day today);

/// Looks for a sitting's recording that is not where it was: beside the recordings of other
/// sittings and in `folders`, by name, then by content. Nothing where it is not found.
std::optional<std::filesystem::path>
findRecording(const Journal& journal, const Sitting& sitting,
              const std::vector<std::filesystem::path>& folders);

/// The change that a sitting's recording lies at `file` from now on. BadArgument: it is another
/// recording; CannotRead: it cannot be read.
Result<JournalStep> pointAt(Journal& journal, const Sitting& sitting,
                            const std::filesystem::path& file);

} // namespace layakari
