// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/intake/keeping.hpp"

#include "core/journal/recordings.hpp"
#include "core/journal/sitting.hpp"

namespace layakari {

Result<Known> knownOf(const Journal& journal, Id person)
{
    Known known;
    const auto there = journal.person(person);
    if (!there) return fail(there.error());
    if (!*there) return known;
    known.tuning = (*there)->school.tuning;
    if (auto profile = parseProfile((*there)->breathProfile, (*there)->name))
        known.profile = *profile;
    return known;
}

Result<Sitting> keep(Journal& journal, const Recorded& recorded, const Reading& reading,
                     const std::optional<BreathProfile>& heard)
{
    const std::string file = recorded.file.string();
    if (!reading.heardBreathing())
        return fail({ErrorCode::BadArgument, file, "", "no breathing was heard in it",
                     "place the microphone nearer, to one side of nose and mouth"});
    const When when = recorded.when
                          ? *recorded.when
                          : whenRecorded(recorded.file, reading.recording.durationSeconds);
    // Before the journal is locked: copying a recording takes its time.
    const Result<std::string> recording =
        recorded.isOurs ? file : keptRecording(journal, recorded.file, reading.recording.sha256);
    if (!recording) return fail(recording.error());
    Sitting sitting = sittingFrom(reading, recorded.person, 0, when.startedAt, when.day);
    sitting.planVersion.reset();
    sitting.recording = *recording;
    sitting.origin = recorded.origin;
    const auto kept = journal.atOnce([&]() -> Result<void> {
        if (recorded.plan) {
            const auto version = journal.versionFor(*recorded.plan);
            if (!version) return fail(version.error());
            sitting.planVersion = *version;
        }
        const auto id = keepSitting(journal, sitting, reading, heard);
        if (!id) return fail(id.error());
        sitting.id = *id;
        return {};
    });
    if (!kept) return fail(kept.error());
    return sitting;
}

Result<Id> keepSitting(Journal& journal, const Sitting& sitting, const Reading& reading,
                       const std::optional<BreathProfile>& heard)
{
    Id id = 0;
    const auto kept = journal.atOnce([&]() -> Result<void> {
        const auto there = journal.sittingOfRecording(sitting.person, sitting.sha256);
        if (!there) return fail(there.error());
        Sitting teaching = sitting;
        const bool teaches = heard && !*there && sitting.origin == Sitting::Origin::Recorded;
        if (teaches) teaching.breath = profileToJson(*heard);
        const auto saved = journal.saveSitting(teaching, readingToJson(reading));
        if (!saved) return fail(saved.error());
        id = *saved;
        if (!teaches) return {};
        return learnBreath(journal, sitting.person, *heard);
    });
    if (!kept) return fail(kept.error());
    return id;
}

Result<std::vector<Correction>> correctionsOf(const Journal& journal, const Sitting& sitting)
{
    const auto json = journal.readingOf(sitting.id);
    if (!json) return fail(json.error());
    if (!*json) return std::vector<Correction>{};
    const auto reading = parseReading(**json, sitting.recording);
    return reading ? reading->corrections : std::vector<Correction>{};
}

Result<void> keepCorrected(Journal& journal, const Sitting& kept, const Reading& corrected)
{
    return journal.atOnce([&]() -> Result<void> {
        Sitting sitting = sittingFrom(corrected, kept.person, 0, kept.startedAt, kept.day);
        sitting.planVersion = kept.planVersion;
        sitting.recording = kept.recording;
        if (corrected.plan) {
            const auto version = journal.versionFor(*corrected.plan);
            if (!version) return fail(version.error());
            sitting.planVersion = *version;
        }
        return keepSitting(journal, sitting, corrected, {}).map([](Id) {});
    });
}

Result<bool> BreathLesson::teach(Journal& journal, Id id, const Reading& reading,
                                 const std::optional<BreathProfile>& heard)
{
    const std::string& sha256 = reading.recording.sha256;
    const bool isSame = m_person == id && m_sha256 == sha256;
    if (isSame && isTakenBack(reading))
        return journal.saveBreathProfile(id, m_profileBefore).map([] { return false; });
    if (!heard) return false;
    const auto person = journal.person(id);
    if (!person) return fail(person.error());
    if (!*person) return false;
    if (!isSame) {
        m_sha256 = sha256;
        m_person = id;
        m_kindBefore = !reading.kindAIsInhale;
        m_profileBefore = (*person)->breathProfile;
    }
    return journal.saveBreathProfile(id, profileToJson(*heard)).map([] { return true; });
}

} // namespace layakari
