// SPDX-License-Identifier: GPL-3.0-or-later
//
// The journal: people, plans, ladders, courses and sittings in one SQLite file.
//
//     auto journal = Journal::open(folder); // makes folder (0700) and journal.db (0600)
//     journal->addPerson(person);           // on disk when it returns
//
// Every change is one transaction: after a crash it is there whole or not at all. A journal is used
// from one thread.
#pragma once

#include "core/journal/records.hpp"

#include <filesystem>
#include <functional>
#include <map>
#include <memory>

namespace layakari {

class Journal {
public:
    enum class Missing { Make, Refuse };
    /// Opens or makes the journal in `folder` and brings an older one up to date, in one
    /// transaction. BadJournal: there is none and none is to be made, it is damaged or of a newer
    /// version (then no byte of it is changed, nor of its WAL: it is looked at before it is
    /// opened), another user's, in use and locked, or the folder cannot be made.
    static Result<Journal> open(const std::filesystem::path& folder,
                                Missing missing = Missing::Make);
    /// A private copy of a journal that somebody else may have made, gone when it is closed and
    /// when the program ends. The file is only read; it must have just what a journal of its
    /// version has (no views, no triggers), be whole and within `journalLimits`. BadJournal.
    static Result<Journal> openForeign(const std::filesystem::path& file);
    Journal(Journal&&) noexcept;
    Journal& operator=(Journal&&) noexcept;
    ~Journal();

    static constexpr int newestVersion = 9;

    /// All that `work` changes in this journal becomes one change: there whole when this returns,
    /// or where `work` fails not at all.
    Result<void> atOnce(const std::function<Result<void>()>& work);

    /// The same, and returns all that was changed, for `applyChanges`: as bytes of SQLite's
    /// changeset format, about as large as what was added.
    Result<std::string> recorded(const std::function<Result<void>()>& work);
    /// Takes back what was recorded, or does it again, as one change. BadArgument where something
    /// has changed it or builds on it since; then nothing is changed.
    enum class Changes { Back, Again };
    Result<void> applyChanges(const std::string& changes, Changes way);

    // People. Names need not differ; an empty one is refused with BadArgument.
    Result<std::vector<Person>> people(bool withArchived = false) const;
    Result<std::optional<Person>> person(Id id) const;
    /// Adds a person and returns the id. The name is cleaned (`cleanName`).
    Result<Id> addPerson(const Person& person);
    /// Writes what differs between `before` and `after`, and only that, of one person; conditions
    /// one by one. BadArgument, and nothing is written, where the same was changed meanwhile from
    /// elsewhere.
    Result<void> changePerson(const Person& before, const Person& after);
    Result<void> saveBreathProfile(Id person, const std::string& profile);

    Result<DayState> dayState(Id person, Day day) const;
    Result<std::map<Day, DayState>> dayStates(Id person) const; ///< of all days that have one
    Result<void> saveDayState(Id person, Day day, const DayState& state);
    /// As `changePerson`, of how somebody is on one day.
    Result<void> changeDayState(Id person, Day day, const DayState& before, const DayState& after);
    Result<std::vector<Acknowledgement>> acknowledgements(Id person) const;
    Result<void> acknowledge(Id person, const Acknowledgement& given);
    /// Takes back the last acknowledgement that is like this one.
    Result<void> withdraw(Id person, const Acknowledgement& given);

    // Plans: of one person, or of everybody (`person` 0).
    Result<std::vector<KeptPlan>> plans(Id person) const; ///< newest versions, by name
    Result<std::optional<KeptPlan>> planVersion(Id versionId) const;
    /// Adds (`planId` 0) or changes. Where the newest version is in use, a new one is made.
    Result<KeptPlan> savePlan(Id planId, Id person, const Plan& plan);
    /// No longer listed; what used it keeps it.
    Result<void> setPlanArchived(Id planId, bool archived);
    /// The version of `plan` that is kept for reference, shared by all who use the same plan; made
    /// when there is none. It is not listed among anybody's plans.
    Result<Id> versionFor(const Plan& plan);

    // Ladders that were made here, for everybody.
    Result<std::vector<KeptLadder>> ladders() const;
    Result<Id> saveLadder(const KeptLadder& ladder);
    /// No longer listed, and nobody stands on it; `restoreLadder` brings it back with its places.
    Result<void> deleteLadder(Id id);
    Result<void> restoreLadder(Id id);
    Result<std::vector<LadderPlace>> places(Id person) const; ///< the latest first
    Result<void> savePlace(Id person, const LadderPlace& place);
    Result<void> leaveLadder(Id person, const std::string& ladder);

    Result<std::vector<Course>> courses(Id person) const;
    Result<Id> saveCourse(const Course& course);
    Result<void> deleteCourse(Id id);

    /// Adds a sitting with its reading as JSON, where it has one. A recording that is there already
    /// for this person (by `sha256`) is replaced, not doubled: when it was, what was said of it and
    /// whether it is archived stay. One without a `sha256` gets a mark of its own. Returns the id.
    Result<Id> saveSitting(const Sitting& sitting, const std::optional<std::string>& readingJson);
    enum class Which {
        Counting, ///< among the person's figures (`Sitting::counts`)
        Shown,    ///< not archived
        All,
    };
    /// The latest first, at most `most`; of one person (0: of all).
    Result<std::vector<Sitting>> sittings(Id person, int most, Which which = Which::Shown) const;
    /// Those of everybody who is not archived that count and wait for an answer, the latest first.
    Result<std::vector<Sitting>> sittingsThatAsk(int most) const;
    Result<std::optional<Sitting>> sitting(Id id) const;
    /// What a person says of a sitting. BadArgument for a sitting that is not there.
    Result<void> saveSittingWords(Id sitting, const SittingWords& words);
    /// Changes whose a sitting is, its plan, when it was, where its recording lies, and whether it
    /// is archived: what differs between `before` and `after`. BadArgument, and nothing is written,
    /// where it is not there, was changed meanwhile from elsewhere, or `after`'s person has a
    /// sitting of this recording already.
    Result<void> changeSitting(const Sitting& before, const Sitting& after);
    /// Takes a sitting out with its reading. BadArgument where it is not there.
    Result<DeletedSitting> deleteSitting(Id id);
    /// Puts it back as it was, under the same id.
    Result<void> restoreSitting(const DeletedSitting& deleted);
    /// Those of exactly this plan that count, whatever version row it is kept in.
    Result<std::vector<Sitting>> sittingsOfPlan(Id person, const Plan& plan, int most) const;
    /// The sitting that was kept of a recording, by its bytes.
    Result<std::optional<Sitting>> sittingOfRecording(Id person, const std::string& sha256) const;
    /// Any sitting of these bytes, whoever's it is.
    Result<std::optional<Sitting>> sittingOfContent(const std::string& sha256) const;
    Result<std::optional<std::string>> readingOf(Id sitting) const;

    // Recordings that were handed in together, in the order in which they were.
    Result<std::vector<Handed>> handedIn() const;
    /// Adds (`id` 0) or changes; returns the id.
    Result<Id> saveHanded(const Handed& handed);
    /// Marks one that waits as being read by this program, before it is read. False, and nothing is
    /// marked, where another program that runs is reading it. One with which `mostAttempts`
    /// programs ended by a fault of theirs is Failed then and says so; it is read again only when
    /// somebody asks for it. That one was killed counts for nothing.
    Result<bool> beginReading(Handed& handed);
    static constexpr int mostAttempts = 2;
    /// Forgets one; its sitting stays.
    Result<void> forgetHanded(Id id);

    /// For each person the number of sittings and the day of the last one.
    struct Activity {
        Id person = 0;
        int sittings = 0;
        Day last;
    };
    Result<std::vector<Activity>> activity() const;

    /// Takes out a person with all that is theirs: day states, acknowledgements, places, courses,
    /// plans of their own, sittings and what is in the inbox for them. A plan that others have
    /// practised stays, without its owner. BadArgument where there is no such person.
    Result<void> deletePerson(Id id);
    /// Writes the journal anew, so that nothing that was taken out is left in its bytes.
    Result<void> compact();

    /// Files of the journal's folder that are to be deleted because what they belonged to is gone.
    struct FileToDelete {
        std::string path;
        Day since;
    };
    Result<void> markFile(const FileToDelete& file);
    Result<void> unmarkFile(const std::string& path);
    Result<std::vector<FileToDelete>> markedFiles() const;
    /// Whether a sitting, or what waits in the inbox, has its recording there.
    Result<bool> isRecordingUsed(const std::string& path) const;

    std::optional<std::string> setting(const std::string& key) const;
    Result<void> saveSetting(const std::string& key, const std::string& value);

    const std::filesystem::path& folder() const;

private:
    struct Store;
    static Result<Journal> make(const std::filesystem::path& folder);
    /// Takes figures that this program is the first to know out of the readings of older sittings.
    Result<void> takeLaterFigures();
    explicit Journal(std::unique_ptr<Store> store);
    std::unique_ptr<Store> m_store;
};

} // namespace layakari
