// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/intake/intake.hpp"

#include "core/base/barrier.hpp"
#include "core/intake/keeping.hpp"
#include "core/intake/matching.hpp"
#include "core/journal/recordings.hpp"
#include "core/journal/sitting.hpp"
#include "core/language/message.hpp"

#include <algorithm>
#include <array>
#include <cctype>
#include <set>

namespace layakari {

namespace {

constexpr const char* practisedKey = "practised_folder";

namespace fs = std::filesystem;

bool isRecording(const fs::path& file)
{
    static constexpr std::array extensions{".m4a", ".mp3", ".wav", ".flac", ".ogg", ".opus",
                                           ".aac", ".amr", ".3gp", ".mp4",  ".wma", ".aiff"};
    std::string extension = file.extension().string();
    for (char& c : extension) c = static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
    return std::find(extensions.begin(), extensions.end(), extension) != extensions.end();
}

// Without the file: that is said beside it.
std::string reasonOf(const Error& error)
{
    return (error.place.empty() ? "" : error.place + ": ") + error.cause +
           (error.tryThis.empty() ? "" : "; " + error.tryThis);
}

Result<Handed> saved(Journal& journal, Handed handed)
{
    const auto id = journal.saveHanded(handed);
    if (!id) return fail(id.error());
    handed.id = *id;
    return handed;
}

} // namespace

std::vector<fs::path> recordingsIn(const std::vector<fs::path>& paths)
{
    std::set<fs::path> found;
    for (const fs::path& path : paths) {
        std::error_code ec;
        if (!fs::is_directory(path, ec)) {
            found.insert(fs::absolute(path, ec).lexically_normal());
            continue;
        }
        const auto options = fs::directory_options::skip_permission_denied;
        for (fs::recursive_directory_iterator it(path, options, ec), end; !ec && it != end;
             it.increment(ec))
            if (it->is_regular_file(ec) && isRecording(it->path()))
                found.insert(fs::absolute(it->path(), ec).lexically_normal());
    }
    return {found.begin(), found.end()};
}

fs::path practisedFolder(const fs::path& journal) { return journal / "practised"; }

fs::path practisedFolder(const Journal& journal)
{
    const auto wanted = journal.setting(practisedKey);
    return wanted && fs::path(*wanted).is_absolute() ? fs::path(*wanted)
                                                     : practisedFolder(journal.folder());
}

Result<void> recordInto(Journal& journal, const fs::path& folder)
{
    return journal.saveSetting(practisedKey, folder.string());
}

Result<std::vector<Id>> takeIn(Journal& journal, const std::vector<fs::path>& paths, Day today)
{
    const auto there = journal.handedIn();
    if (!there) return fail(there.error());
    std::vector<Id> taken;
    for (const fs::path& file : recordingsIn(paths)) {
        const bool waits = std::any_of(there->begin(), there->end(), [&](const Handed& handed) {
            return handed.file == file.string() && handed.state == Handed::State::Waiting;
        });
        if (waits) continue;
        Handed handed;
        handed.file = file.string();
        auto match = matchRecording(journal, file, today);
        if (!match) {
            handed.state = Handed::State::Failed;
            handed.words = reasonOf(match.error());
        } else {
            handed.person = match->person;
            handed.words = match->why;
            if (match->plan) {
                const auto version = journal.versionFor(*match->plan);
                if (!version) return fail(version.error());
                handed.planVersion = *version;
            }
        }
        const auto kept = saved(journal, handed);
        if (!kept) return fail(kept.error());
        taken.push_back(kept->id);
    }
    return taken;
}

Result<ReadOrder> orderFor(const Journal& journal, const Handed& handed)
{
    ReadOrder order;
    order.handed = handed;
    if (handed.planVersion) {
        auto version = journal.planVersion(*handed.planVersion);
        if (!version) return fail(version.error());
        if (*version) order.plan = (*version)->plan;
    }
    auto known = knownOf(journal, handed.person.value_or(0));
    if (!known) return fail(known.error());
    order.known = *std::move(known);
    return order;
}

ReadIn readHanded(const ReadOrder& order, const Progress& progress)
{
    ReadIn read{{}, fail({}), {}, {}};
    read.reading =
        withoutThrowing(ErrorCode::CannotRead, order.handed.file, [&]() -> Result<Reading> {
            const auto listened = listenToFile(order.handed.file, progress);
            if (!listened) return fail(listened.error());
            read.sha256 = listened->recording.sha256;
            Reading reading = readAgainst(*listened, order.plan, order.known);
            read.profile = profileIn(*listened, reading);
            read.when = whenRecorded(order.handed.file, reading.recording.durationSeconds);
            return reading;
        });
    return read;
}

namespace {

// Within one change of the journal: that it is a sitting, and that the list says so.
Result<Handed> keepReadAtOnce(Journal& journal, Handed handed, const ReadIn& read,
                              const Result<std::string>& recording)
{
    handed.reader.clear();
    if (!read.reading && read.reading.error().code == ErrorCode::Cancelled)
        return saved(journal, handed);
    handed.attempts = 0;
    const auto ended = [&](Handed::State state, const std::string& words) {
        handed.state = state;
        handed.words = words;
        return saved(journal, handed);
    };
    if (!read.reading) return ended(Handed::State::Failed, reasonOf(read.reading.error()));
    if (!read.reading->heardBreathing())
        return ended(Handed::State::Failed, say("inbox.no-breathing"));
    if (!handed.person) return ended(Handed::State::Failed, say("inbox.no-person"));
    const auto there = journal.sittingOfContent(read.sha256);
    if (!there) return fail(there.error());
    if (*there) {
        handed.sitting = (*there)->id;
        return ended(Handed::State::Known,
                     say("inbox.duplicate", {{"day", dayToText((*there)->day)}}));
    }
    if (!recording) return ended(Handed::State::Failed, reasonOf(recording.error()));
    Sitting sitting =
        sittingFrom(*read.reading, *handed.person, 0, read.when.startedAt, read.when.day);
    sitting.planVersion = handed.planVersion;
    sitting.recording = *recording;
    const auto id = keepSitting(journal, sitting, *read.reading, read.profile);
    if (!id) return fail(id.error());
    handed.sitting = *id;
    return ended(Handed::State::Kept, handed.words);
}

} // namespace

Result<Handed> keepRead(Journal& journal, const ReadOrder& order, const ReadIn& read)
{
    // Before the journal is locked: copying a recording takes its time.
    Result<std::string> recording = order.handed.file;
    if (read.reading && read.reading->heardBreathing() && order.handed.person)
        recording = keptRecording(journal, order.handed.file, read.sha256);
    Result<Handed> handed = order.handed;
    const auto done = journal.atOnce([&]() -> Result<void> {
        handed = keepReadAtOnce(journal, order.handed, read, recording);
        return handed ? Result<void>() : fail(handed.error());
    });
    if (!done) return fail(done.error());
    return handed;
}

} // namespace layakari
