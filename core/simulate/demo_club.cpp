// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/simulate/demo_club.hpp"

#include "core/base/new_file.hpp"
#include "core/curriculum/presets.hpp"
#include "core/intake/keeping.hpp"
#include "core/progress/proposal.hpp"
#include "core/simulate/practitioner.hpp"

#include <algorithm>
#include <atomic>
#include <cmath>
#include <mutex>
#include <thread>

namespace layakari {

namespace {

constexpr const char* filledKey = "demo_club";
constexpr int sampleRateHz = 16000;

struct Practice {
    int daysAgo;
    const char* temperament;
    double countS;
    const char* preset = "";                 // what was practised where it was not the rung
    std::optional<double> unsteadiness = {}; // instead of the temperament's, of phases
    double humWanderCents = 12;
    std::optional<int> feelBefore = {};
    std::optional<int> feelAfter = {};
};

struct Member {
    const char* name;
    const char* note;
    int hour;
    std::optional<double> countS;
    Conditions conditions;
    std::string ladder; // a built-in ladder's id
    int rung;
    const char* file;                // what the recordings are called
    std::vector<Practice> practices; // of the rung
    const char* coursePreset;        // "": the rung itself
    unsigned weekdays;
    int courseHour;
};

constexpr unsigned mondayWednesdayFriday = 0b0010101;
constexpr unsigned tuesdayThursdaySunday = 0b1001010;
constexpr unsigned everyDay = 0b1111111;
constexpr int courseWeeks = 8;
constexpr int courseBegan = 14; // days ago

std::vector<Member> members()
{
    return {
        {"Runa Vestlid",
         "Sleep before regattas. Practises in bed, phone on the shelf.",
         21,
         {},
         {},
         "four-seven-eight",
         1,
         "four-seven-eight",
         {{9, "hurried", 1.3}, {6, "steady", 1.36}, {4, "steady", 1.35}, {2, "steady", 1.38}},
         "",
         tuesdayThursdaySunday,
         21},
        {"Tor-Eskil Amundahl",
         "Nerves at the start line. Wants it short and square.",
         7,
         1.2,
         {},
         "square",
         0,
         "square breath",
         {{8, "restless", 1.1}, {5, "steady", 1.2}, {1, "hurried", 1.15}},
         "",
         mondayWednesdayFriday,
         7},
        {"Ylva Brekkestad",
         "Recovery between pieces; left side feels narrower.",
         12,
         {},
         {},
         "alternate-nostril",
         0,
         "alternate nostril",
         {{10, "mouth", 1.3}, {7, "mouth", 1.3}, {3, "mouth", 1.25}},
         "",
         mondayWednesdayFriday,
         12},
        {"Oddny Farsund-Achebe",
         "Doctor and coach agreed: long exhales, no holds.",
         20,
         {},
         {Condition::HighBloodPressure},
         "long-exhale",
         1,
         "long exhale",
         {{11, "faint", 1.1}, {8, "faint", 1.12}, {6, "faint", 1.1}, {1, "faint", 1.14}},
         "humming-3",
         everyDay,
         20},
        {"Halvard Nymo",
         "Coming back after a shoulder and a long break.",
         8,
         {},
         {},
         "even",
         2,
         "even breath",
         {{24, "steady", 1.0}, {20, "restless", 1.0}, {17, "steady", 1.05}},
         "",
         tuesdayThursdaySunday,
         8},
    };
}

// Weeks before those that are written down above: the days from `first` to `last` ago that lie on
// `weekdays`, each as `practice` says of its share of the way, 0 to 1.
template <class PracticeAt>
void practiseEarlier(std::vector<Practice>& practices, Day today, unsigned weekdays, int first,
                     int last, PracticeAt practice)
{
    std::vector<Practice> earlier;
    for (int ago = first; ago >= last; --ago) {
        const std::chrono::weekday day(today - std::chrono::days(ago));
        const unsigned sinceMonday = (day.c_encoding() + 6) % 7;
        if (!(weekdays & (1u << sinceMonday))) continue;
        earlier.push_back(practice(static_cast<double>(first - ago) / std::max(1, first - last)));
        earlier.back().daysAgo = ago;
    }
    practices.insert(practices.begin(), earlier.begin(), earlier.end());
}

// Five ways that eight weeks can go: it gets better; it is good one day and poor the next; it stays
// as it is while the counts grow longer, with two weeks away; the hums grow; it was good, then
// worse and worse, then a break.
void addEarlierWeeks(std::vector<Member>& all, Day today, int weeks)
{
    const int first = 7 * weeks - 1;
    practiseEarlier(all[0].practices, today, tuesdayThursdaySunday, first, 11, [](double z) {
        return Practice{
            0, "steady", 1.1 + 0.25 * z, "", 0.2 - 0.16 * z, 12, 4, 5 + static_cast<int>(3.5 * z)};
    });
    practiseEarlier(all[1].practices, today, mondayWednesdayFriday, first, 10, [](double z) {
        const double mood = std::fabs(std::sin(37 * z + 1)); // good and bad days without a pattern
        return Practice{
            0, "steady", 1.15, "", 0.03 + 0.2 * mood, 12, 5, 8 - static_cast<int>(4 * mood)};
    });
    practiseEarlier(all[2].practices, today, mondayWednesdayFriday, first, 38, [](double z) {
        return Practice{0, "mouth", 1.05 + 0.12 * z, "", 0.06};
    });
    practiseEarlier(all[2].practices, today, mondayWednesdayFriday, 24, 12, [](double z) {
        return Practice{0, "mouth", 1.18 + 0.1 * z, "", 0.06};
    });
    practiseEarlier(all[3].practices, today, everyDay, first, 13, [](double z) {
        return Practice{0,
                        "faint",
                        0.9 + 0.5 * z,
                        "humming-3",
                        0.06,
                        28 - 16 * z,
                        6,
                        7 + static_cast<int>(2 * z)};
    });
    practiseEarlier(all[4].practices, today, tuesdayThursdaySunday, first, 26, [](double z) {
        return Practice{
            0, "steady", 1.0, "", 0.04 + 0.16 * z * z, 12, 6, 7 - static_cast<int>(3 * z)};
    });
}

Result<Ladder> ladderCalled(const std::string& id, const School& school)
{
    for (Ladder& ladder : builtInLadders(school))
        if (ladder.id == id) return ladder;
    return fail({ErrorCode::BadArgument, "", "", "there is no ladder " + id, ""});
}

// A recording that is still to be made and read.
struct Recording {
    Id person = 0;
    Id planVersion = 0;
    Plan plan;
    Practice practice;
    std::uint64_t seed = 0;
    std::filesystem::path file;
    std::int64_t startedAt = 0;
    Day day;
};

class Filling {
public:
    Filling(Journal& journal, std::filesystem::path folder, Day today, int weeks,
            const Progress& progress)
        : m_journal(journal),
          m_folder(std::move(folder)),
          m_today(today),
          m_weeks(weeks),
          m_progress(progress)
    {
    }

    Result<void> run()
    {
        std::uint64_t seed = 100;
        std::vector<Member> all = members();
        addEarlierWeeks(all, m_today, m_weeks);
        for (const Member& member : all)
            if (auto added = add(member, seed += 1000); !added) return added;
        if (auto made = makeAll(); !made) return made;
        return m_journal.saveSetting(filledKey, "1");
    }

private:
    Journal& m_journal;
    std::filesystem::path m_folder;
    Day m_today;
    int m_weeks;
    const Progress& m_progress;
    std::vector<Recording> m_recordings;

    Result<Id> personCalled(const Member& member)
    {
        auto people = m_journal.people(true);
        if (!people) return fail(people.error());
        for (const Person& person : *people)
            if (person.name == member.name) return person.id;
        Person person;
        person.name = member.name;
        person.note = member.note;
        person.usualHour = member.hour;
        person.ownCountS = member.countS;
        person.conditions = member.conditions;
        return m_journal.addPerson(person);
    }

    Result<void> add(const Member& member, std::uint64_t seed)
    {
        auto id = personCalled(member);
        if (!id) return fail(id.error());
        auto ladder = ladderCalled(member.ladder, School{});
        if (!ladder) return fail(ladder.error());
        const Plan plan = ladder->rungs[static_cast<std::size_t>(member.rung)];
        const Day began = m_today - std::chrono::days(courseBegan);
        if (auto placed = m_journal.savePlace(*id, {member.ladder, member.rung, began}); !placed)
            return placed;
        auto version = m_journal.versionFor(plan);
        if (!version) return fail(version.error());
        const bool hasOther = member.coursePreset[0] != '\0';
        auto courseVersion =
            hasOther ? m_journal.versionFor(findPreset(member.coursePreset)->plan) : version;
        auto courses = m_journal.courses(*id);
        if (!courses) return fail(courses.error());
        if (!courseVersion) return fail(courseVersion.error());
        if (courses->empty())
            if (auto saved = m_journal.saveCourse({0, *id, *courseVersion, member.weekdays,
                                                   courseWeeks, began, member.courseHour});
                !saved)
                return fail(saved.error());
        for (const Practice& practice : member.practices) {
            const Day day = m_today - std::chrono::days(practice.daysAgo);
            const Preset* other = findPreset(practice.preset);
            const Plan& practised = other ? other->plan : plan;
            auto practisedVersion = other ? m_journal.versionFor(practised) : version;
            if (!practisedVersion) return fail(practisedVersion.error());
            m_recordings.push_back(
                {*id, *practisedVersion, practised, practice, ++seed,
                 m_folder / (std::string(member.name) + ", " + (other ? "humming" : member.file) +
                             ", " + dayToText(day) + ".flac"),
                 day.time_since_epoch().count() * 86'400LL + member.hour * 3'600LL, day});
        }
        return {};
    }

    // Simulates and reads; touches nothing that another thread does.
    struct Made {
        Reading reading;
        std::optional<BreathProfile> profile;
    };

    Result<Made> make(const Recording& recording) const
    {
        auto who = temperamentByName(recording.practice.temperament);
        if (!who) return fail(who.error());
        who->ownCountS = recording.practice.countS;
        who->sampleRateHz = sampleRateHz;
        who->humSteadinessCents = recording.practice.humWanderCents;
        who->phaseJitter = recording.practice.unsteadiness.value_or(who->phaseJitter);
        Progress stopOnly;
        stopOnly.stop = m_progress.stop;
        std::error_code ec;
        if (!std::filesystem::exists(recording.file, ec))
            if (auto written = writeSimulation(recording.plan, *who, recording.seed, recording.file,
                                               {}, stopOnly);
                !written)
                return fail(written.error());
        // The plan lies beside, so that the file can also be dropped on the window.
        std::filesystem::path beside = recording.file;
        beside.replace_extension(".plan.json");
        if (auto written = writeFile(beside, planToJson(recording.plan)); !written)
            return fail(written.error());
        auto listened = listenToFile(recording.file, stopOnly);
        if (!listened) return fail(listened.error());
        // A recorder leaves the time at which it stopped.
        const auto stopped = std::chrono::sys_seconds(std::chrono::seconds(
            recording.startedAt + static_cast<std::int64_t>(listened->recording.durationSeconds)));
        std::filesystem::last_write_time(recording.file, std::chrono::file_clock::from_sys(stopped),
                                         ec);
        Reading reading = readAgainst(*listened, recording.plan);
        const auto profile = profileIn(*listened, reading);
        return Made{std::move(reading), profile};
    }

    // As the window does with a recording that is handed in.
    Result<void> keep(const Recording& recording, const Made& made)
    {
        const Recorded recorded{recording.file, recording.person, recording.plan,
                                When{recording.startedAt, recording.day}, true};
        return layakari::keep(m_journal, recorded, made.reading, made.profile)
            .and_then([&](Sitting sitting) {
                sitting.words.feelBefore = recording.practice.feelBefore;
                sitting.words.feelAfter = recording.practice.feelAfter;
                return m_journal.saveSittingWords(sitting.id, sitting.words);
            });
    }

    Result<void> makeAll()
    {
        if (auto made = makeFolder(m_folder); !made) return made;
        std::atomic<std::size_t> next = 0;
        std::size_t done = 0;
        std::mutex saving;
        Result<void> outcome;
        const auto work = [&] {
            for (std::size_t i = next++; i < m_recordings.size(); i = next++) {
                if (m_progress.stopped()) return;
                const Recording& recording = m_recordings[i];
                const auto made = make(recording);
                const std::lock_guard lock(saving);
                const Result<void> kept = made ? keep(recording, *made) : fail(made.error());
                if (!kept) {
                    outcome = fail(kept.error());
                    next = m_recordings.size();
                    return;
                }
                m_progress.tell(static_cast<double>(++done) /
                                static_cast<double>(m_recordings.size()));
            }
        };
        {
            std::vector<std::jthread> threads;
            const unsigned cores = std::max(1u, std::thread::hardware_concurrency());
            for (unsigned t = 0; t < cores; ++t) threads.emplace_back(work);
        }
        if (outcome && m_progress.stopped())
            return fail({ErrorCode::Cancelled, "", "", "stopped", "run it again to continue"});
        return outcome;
    }
};

} // namespace

Result<void> fillDemoClub(Journal& journal, const std::filesystem::path& recordings, Day today,
                          const Progress& progress, int weeks)
{
    if (journal.setting(filledKey)) return {};
    return Filling(journal, recordings, today, weeks, progress).run();
}

} // namespace layakari
