// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/intake/intake.hpp"

#include "core/base/files.hpp"
#include "core/intake/matching.hpp"
#include "core/journal/recordings.hpp"
#include "core/journal/sitting.hpp"

#include <algorithm>
#include <array>
#include <cctype>
#include <set>

namespace layakari {

namespace {

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

Result<int> takeIn(Journal& journal, const std::vector<fs::path>& paths, Day today)
{
    const auto there = journal.handedIn();
    if (!there) return fail(there.error());
    int taken = 0;
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
        if (auto kept = saved(journal, handed); !kept) return fail(kept.error());
        ++taken;
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
    if (!handed.person) return order;
    auto person = journal.person(*handed.person);
    if (!person) return fail(person.error());
    if (!*person) return order;
    order.tuning = (*person)->school.tuning;
    if (auto profile = parseProfile((*person)->breathProfile, (*person)->name))
        order.profile = *profile;
    return order;
}

ReadIn readHanded(const ReadOrder& order, const Progress& progress)
{
    ReadIn read{{}, fail({}), {}, {}};
    const auto sha256 = sha256OfFile(order.handed.file);
    if (!sha256) {
        read.reading = fail(sha256.error());
        return read;
    }
    read.sha256 = *sha256;
    const auto listened = listenToFile(order.handed.file, progress);
    if (!listened) {
        read.reading = fail(listened.error());
        return read;
    }
    Known known;
    known.profile = order.profile;
    known.tuning = order.tuning;
    Reading reading = readAgainst(*listened, order.plan, known);
    read.profile = profileIn(*listened, reading);
    read.when = whenRecorded(order.handed.file, reading.recording.durationSeconds);
    read.reading = std::move(reading);
    return read;
}

Result<Id> keepAsSitting(Journal& journal, Id person, std::optional<Id> planVersion,
                         const fs::path& file, const ReadIn& read)
{
    const auto recording = keptRecording(journal, file, read.sha256);
    if (!recording) return fail(recording.error());
    Sitting sitting = sittingFrom(*read.reading, person, planVersion.value_or(0),
                                  read.when.startedAt, read.when.day);
    sitting.planVersion = planVersion;
    sitting.recording = *recording;
    const auto id = journal.saveSitting(sitting, readingToJson(*read.reading));
    if (!id) return fail(id.error());
    if (read.profile)
        if (auto learned = learnBreath(journal, person, *read.profile); !learned)
            return fail(learned.error());
    return *id;
}

Result<Handed> keepRead(Journal& journal, const ReadOrder& order, const ReadIn& read)
{
    Handed handed = order.handed;
    const auto ended = [&](Handed::State state, const std::string& words) {
        handed.state = state;
        handed.words = words;
        return saved(journal, handed);
    };
    if (!read.reading) {
        if (read.reading.error().code == ErrorCode::Cancelled) return handed;
        return ended(Handed::State::Failed, reasonOf(read.reading.error()));
    }
    if (!read.reading->heardBreathing())
        return ended(Handed::State::Failed,
                     "no breathing was heard in it; place the microphone nearer, to one side of "
                     "nose and mouth");
    if (!handed.person)
        return ended(Handed::State::Failed,
                     "nobody said whose it is; choose a person and try again");
    const auto there = journal.sittingOfContent(read.sha256);
    if (!there) return fail(there.error());
    if (*there) {
        handed.sitting = (*there)->id;
        return ended(Handed::State::Known,
                     "the same recording is there already, of " + dayToText((*there)->day));
    }
    const auto id = keepAsSitting(journal, *handed.person, handed.planVersion, handed.file, read);
    if (!id)
        return id.error().code == ErrorCode::CannotWrite
                   ? ended(Handed::State::Failed, reasonOf(id.error()))
                   : fail(id.error());
    handed.sitting = *id;
    return ended(Handed::State::Kept, handed.words);
}

} // namespace layakari
