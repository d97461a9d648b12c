// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/intake/putting_right.hpp"

#include "core/base/files.hpp"
#include "core/intake/intake.hpp"
#include "core/journal/backup.hpp"
#include "core/listen/breath_profile.hpp"

#include <algorithm>
#include <limits>
#include <memory>
#include <set>
#include <utility>

namespace layakari {

namespace fs = std::filesystem;

namespace {

constexpr int allOfThem = std::numeric_limits<int>::max();

Result<std::string> profileOf(const Journal& journal, Id person)
{
    const auto there = journal.person(person);
    if (!there) return fail(there.error());
    return *there ? (*there)->breathProfile : std::string();
}

std::optional<BreathProfile> parsed(const std::string& json)
{
    auto profile = parseProfile(json, "journal");
    return profile ? std::optional(*std::move(profile)) : std::nullopt;
}

// What is left of a person's profile without what one recording told. Where the recording told
// nothing, or it is not known what, all of it.
std::string profileWithout(const std::string& profile, const std::string& told)
{
    const auto all = parsed(profile);
    const auto taken = parsed(told);
    if (!all || !taken) return profile;
    const auto left = without(*all, *taken);
    return left ? profileToJson(*left) : std::string();
}

std::string profileWith(const std::string& profile, const std::string& told)
{
    const auto newer = parsed(told);
    if (!newer) return profile;
    const auto older = parsed(profile);
    return profileToJson(older ? merged(*older, *newer) : *newer);
}

// A person's profile before and after, for both ways.
struct Lesson {
    Id person = 0;
    std::string before;
    std::string after;
};

Result<void> write(Journal& journal, const std::vector<Lesson>& lessons, bool after)
{
    for (const Lesson& lesson : lessons)
        if (lesson.before != lesson.after)
            if (auto saved =
                    journal.saveBreathProfile(lesson.person, after ? lesson.after : lesson.before);
                !saved)
                return saved;
    return {};
}

bool liesBelow(const fs::path& file, const fs::path& folder)
{
    std::error_code ec;
    const fs::path inner = fs::weakly_canonical(file, ec);
    const fs::path outer = fs::weakly_canonical(folder, ec);
    return std::mismatch(outer.begin(), outer.end(), inner.begin(), inner.end()).first ==
           outer.end();
}

} // namespace

bool isInJournalFolder(const Journal& journal, const std::string& file)
{
    if (file.empty()) return false;
    return liesBelow(file, journal.folder() / "recordings") ||
           liesBelow(file, practisedFolder(journal.folder()));
}

JournalStep moveSitting(Journal& journal, const Sitting& sitting, Id toPerson)
{
    Sitting moved = sitting;
    moved.person = toPerson;
    const auto lessons = std::make_shared<std::vector<Lesson>>();
    return {[=, &journal] {
                return journal.atOnce([&]() -> Result<void> {
                    const auto from = profileOf(journal, sitting.person);
                    if (!from) return fail(from.error());
                    const auto to = profileOf(journal, toPerson);
                    if (!to) return fail(to.error());
                    *lessons = {{sitting.person, *from, profileWithout(*from, sitting.breath)},
                                {toPerson, *to, profileWith(*to, sitting.breath)}};
                    if (auto changed = journal.changeSitting(sitting, moved); !changed)
                        return changed;
                    return write(journal, *lessons, true);
                });
            },
            [=, &journal] {
                return journal.atOnce([&]() -> Result<void> {
                    if (auto changed = journal.changeSitting(moved, sitting); !changed)
                        return changed;
                    return write(journal, *lessons, false);
                });
            }};
}

JournalStep changeSitting(Journal& journal, const Sitting& before, const Sitting& after)
{
    return {[=, &journal] { return journal.changeSitting(before, after); },
            [=, &journal] { return journal.changeSitting(after, before); }};
}

namespace {

JournalStep deletion(Journal& journal, const Sitting& sitting, Day today, bool marksRecording)
{
    const auto deleted = std::make_shared<DeletedSitting>();
    const auto lessons = std::make_shared<std::vector<Lesson>>();
    return {[=, &journal] {
                return journal.atOnce([&]() -> Result<void> {
                    auto gone = journal.deleteSitting(sitting.id);
                    if (!gone) return fail(gone.error());
                    *deleted = *std::move(gone);
                    const Sitting& s = deleted->sitting;
                    const auto profile = profileOf(journal, s.person);
                    if (!profile) return fail(profile.error());
                    *lessons = {{s.person, *profile, profileWithout(*profile, s.breath)}};
                    if (auto written = write(journal, *lessons, true); !written) return written;
                    return marksRecording ? journal.markFile({s.recording, today}) : Result<void>();
                });
            },
            [=, &journal] {
                return journal.atOnce([&]() -> Result<void> {
                    if (auto back = journal.restoreSitting(*deleted); !back) return back;
                    if (auto written = write(journal, *lessons, false); !written) return written;
                    return journal.unmarkFile(deleted->sitting.recording);
                });
            }};
}

// A copy that was made when it was saved goes again; a practice that was recorded stays.
JournalStep unsaving(Journal& journal, const Sitting& sitting, Day today)
{
    const bool isCopy = liesBelow(sitting.recording, journal.folder() / "recordings");
    return deletion(journal, sitting, today, isCopy);
}

} // namespace

JournalStep deleteSitting(Journal& journal, const Sitting& sitting, Day today)
{
    return deletion(journal, sitting, today, isInJournalFolder(journal, sitting.recording));
}

JournalStep savedSitting(Journal& journal, const Sitting& sitting, Day today)
{
    const JournalStep away = unsaving(journal, sitting, today);
    const auto isFirst = std::make_shared<bool>(true);
    return {[away, isFirst]() -> Result<void> {
                return std::exchange(*isFirst, false) ? Result<void>() : away.takeBack();
            },
            away.act};
}

JournalStep replaceReading(Journal& journal, const Sitting& before, const Sitting& after,
                           const std::string& readingJson)
{
    const auto was = std::make_shared<std::optional<std::string>>();
    return {[=, &journal]() -> Result<void> {
                auto json = journal.readingOf(before.id);
                if (!json) return fail(json.error());
                *was = *std::move(json);
                return journal.saveSitting(after, readingJson).map([](Id) {});
            },
            [=, &journal] { return journal.saveSitting(before, *was).map([](Id) {}); }};
}

JournalStep addedToInbox(Journal& journal, const std::vector<Id>& handed, Day today)
{
    struct Left { // the inbox
        Handed handed;
        std::optional<JournalStep> deletion;
    };
    const auto left = std::make_shared<std::vector<Left>>();
    const auto isFirst = std::make_shared<bool>(true);
    const auto leave = [&journal, today](const Handed& one) -> Result<Left> {
        Left away{one, std::nullopt};
        // What was there already (`Known`) was there before.
        Result<std::optional<Sitting>> sitting = std::optional<Sitting>();
        if (one.state == Handed::State::Kept && one.sitting)
            sitting = journal.sitting(*one.sitting);
        if (!sitting) return fail(sitting.error());
        if (*sitting) {
            away.deletion = unsaving(journal, **sitting, today);
            if (auto deleted = away.deletion->act(); !deleted) return fail(deleted.error());
        }
        if (auto forgotten = journal.forgetHanded(one.id); !forgotten)
            return fail(forgotten.error());
        return away;
    };
    const auto comeBack = [&journal](const Left& one) -> Result<void> {
        Handed back = one.handed;
        back.sitting.reset(); // until it is there
        back.reader.clear();
        if (auto saved = journal.saveHanded(back); !saved) return fail(saved.error());
        return one.deletion ? one.deletion->takeBack() : Result<void>();
    };
    return {[=, &journal]() -> Result<void> {
                if (std::exchange(*isFirst, false)) return {};
                return journal.atOnce([&]() -> Result<void> {
                    for (const Left& one : *left)
                        if (auto back = comeBack(one); !back) return back;
                    return {};
                });
            },
            [=, &journal] {
                left->clear();
                return journal.atOnce([&]() -> Result<void> {
                    const auto all = journal.handedIn();
                    if (!all) return fail(all.error());
                    for (const Handed& one : *all) {
                        if (std::find(handed.begin(), handed.end(), one.id) == handed.end())
                            continue;
                        auto away = leave(one);
                        if (!away) return fail(away.error());
                        left->push_back(*std::move(away));
                    }
                    return {};
                });
            }};
}

JournalStep takenIn(Journal& journal, std::string changes)
{
    const auto all = std::make_shared<const std::string>(std::move(changes));
    const auto isFirst = std::make_shared<bool>(true);
    return {[all, isFirst, &journal]() -> Result<void> {
                if (std::exchange(*isFirst, false)) return {};
                return journal.applyChanges(*all, Journal::Changes::Again);
            },
            [all, &journal] { return journal.applyChanges(*all, Journal::Changes::Back); }};
}

JournalStep noteSitting(Journal& journal, const Sitting& sitting, const std::shared_ptr<Id>& id)
{
    const auto kept = std::make_shared<std::optional<DeletedSitting>>();
    return {[=, &journal]() -> Result<void> {
                if (*kept) return journal.restoreSitting(**kept);
                Sitting noted = sitting;
                noted.origin = Sitting::Origin::Noted;
                const auto saved = journal.saveSitting(noted, std::nullopt);
                if (!saved) return fail(saved.error());
                *id = *saved;
                return {};
            },
            [=, &journal]() -> Result<void> {
                auto gone = journal.deleteSitting(*id);
                if (!gone) return fail(gone.error());
                *kept = *std::move(gone);
                return {};
            }};
}

Result<int> deleteMarkedFiles(Journal& journal, std::optional<Day> before)
{
    const auto marked = journal.markedFiles();
    if (!marked) return fail(marked.error());
    int deleted = 0;
    for (const Journal::FileToDelete& file : *marked) {
        if (before && file.since >= *before) continue;
        const auto used = journal.isRecordingUsed(file.path);
        if (!used) return fail(used.error());
        std::error_code ec;
        // A mark is only ever made for a file of ours; the journal may have come from elsewhere.
        if (!*used && isInJournalFolder(journal, file.path)) {
            deleted += fs::remove(file.path, ec);
            if (ec) continue;
            fs::remove(fs::path(file.path).parent_path(), ec); // where nothing else is in it
        }
        if (auto done = journal.unmarkFile(file.path); !done) return fail(done.error());
    }
    return deleted;
}

namespace {

// The recordings of a person's sittings that nobody else's use.
Result<std::set<std::string>> recordingsOf(const Journal& journal, Id person)
{
    const auto all = journal.sittings(0, allOfThem, Journal::Which::All);
    if (!all) return fail(all.error());
    std::set<std::string> theirs;
    for (const Sitting& s : *all)
        if (s.person == person && !s.recording.empty()) theirs.insert(s.recording);
    for (const Sitting& s : *all)
        if (s.person != person) theirs.erase(s.recording);
    return theirs;
}

} // namespace

Result<ToErase> whatErasingTakes(const Journal& journal, Id person)
{
    ToErase what;
    const auto sittings = journal.sittings(person, allOfThem, Journal::Which::All);
    if (!sittings) return fail(sittings.error());
    what.sittings = static_cast<int>(sittings->size());
    const auto recordings = recordingsOf(journal, person);
    if (!recordings) return fail(recordings.error());
    for (const std::string& file : *recordings) {
        std::error_code ec;
        if (!isInJournalFolder(journal, file)) {
            what.recordingsElsewhere += fs::exists(file, ec);
            continue;
        }
        const auto size = fs::file_size(file, ec);
        if (ec) continue;
        ++what.recordings;
        what.bytes += size;
    }
    const auto courses = journal.courses(person);
    if (!courses) return fail(courses.error());
    what.courses = static_cast<int>(courses->size());
    const auto plans = journal.plans(person);
    if (!plans) return fail(plans.error());
    what.plans = static_cast<int>(plans->size());
    const auto inbox = journal.handedIn();
    if (!inbox) return fail(inbox.error());
    what.waiting =
        static_cast<int>(std::count_if(inbox->begin(), inbox->end(), [&](const Handed& handed) {
            return handed.person == person && handed.state == Handed::State::Waiting;
        }));
    what.backups = static_cast<int>(backupsIn(journal.folder()).size());
    return what;
}

Result<void> erasePerson(Journal& journal, Id person, bool backupsToo, Day today)
{
    const auto recordings = recordingsOf(journal, person);
    if (!recordings) return fail(recordings.error());
    auto erased = journal.atOnce([&]() -> Result<void> {
        for (const std::string& file : *recordings)
            if (isInJournalFolder(journal, file))
                if (auto marked = journal.markFile({file, today}); !marked) return marked;
        return journal.deletePerson(person);
    });
    if (!erased) return erased;
    if (auto deleted = deleteMarkedFiles(journal); !deleted) return fail(deleted.error());
    if (auto compacted = journal.compact(); !compacted) return compacted;
    if (!backupsToo) return {};
    for (const Backup& backup : backupsIn(journal.folder())) {
        std::error_code ec;
        fs::remove(backup.file, ec);
        if (ec)
            return fail({ErrorCode::CannotWrite, backup.file.string(), "",
                         "the backup cannot be deleted (" + ec.message() + ")",
                         "delete it by hand: the person is still in it"});
    }
    return backUp(journal.folder(), today).map([](const auto&) {});
}

std::optional<fs::path> findRecording(const Journal& journal, const Sitting& sitting,
                                      const std::vector<fs::path>& folders)
{
    const fs::path was(sitting.recording);
    std::set<fs::path> look(folders.begin(), folders.end());
    look.insert(was.parent_path());
    if (const auto all = journal.sittings(0, allOfThem, Journal::Which::All))
        for (const Sitting& s : *all) look.insert(fs::path(s.recording).parent_path());
    const auto isIt = [&](const fs::path& file) {
        const auto sum = sha256OfFile(file);
        return sum && *sum == sitting.sha256;
    };
    std::vector<fs::path> others; // of the same kind, under another name
    for (const fs::path& folder : look) {
        std::error_code ec;
        if (folder.empty() || !fs::is_directory(folder, ec)) continue;
        const fs::path same = folder / was.filename();
        if (fs::is_regular_file(same, ec) && isIt(same)) return same;
        for (const fs::directory_entry& entry : fs::directory_iterator(folder, ec))
            if (entry.path().extension() == was.extension() && entry.path() != same)
                others.push_back(entry.path());
    }
    // Renamed: by content, as far as that is looked at in a moment.
    constexpr std::size_t mostLookedInto = 50;
    if (others.size() > mostLookedInto) others.resize(mostLookedInto);
    const auto found = std::find_if(others.begin(), others.end(), isIt);
    return found == others.end() ? std::nullopt : std::optional(*found);
}

Result<JournalStep> pointAt(Journal& journal, const Sitting& sitting, const fs::path& file)
{
    const auto sum = sha256OfFile(file);
    if (!sum) return fail(sum.error());
    if (*sum != sitting.sha256)
        return fail({ErrorCode::BadArgument, file.string(), "",
                     "this is not the recording of this sitting: its content differs",
                     "choose the same file, moved or renamed; to add another recording, open it"});
    Sitting found = sitting;
    found.recording = fs::absolute(file).string();
    return changeSitting(journal, sitting, found);
}

} // namespace layakari
