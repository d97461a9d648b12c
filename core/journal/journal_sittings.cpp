// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/journal/journal.hpp"
#include "core/journal/sitting.hpp"
#include "core/journal/store.hpp"

namespace layakari {

namespace {

constexpr const char* sittingColumns =
    "SELECT id, person, plan_version, started_at, day, recording, sha256, practice_s, accuracy, "
    "accuracy_low, accuracy_high, completion, count_length_s, longest_hold_s, strain_signs, "
    "strokes, stroke_pace, hum_s, hum_pitch_hz, hum_steadiness_cents, rest_breaths_per_min, "
    "complaints, feel_before, feel_after, feel_words, note, left_out, exhale_to_inhale, "
    "hold_to_inhale FROM sitting ";

std::optional<int> wholeOf(const SQLite::Column& column)
{
    return column.isNull() ? std::nullopt : std::optional(column.getInt());
}

std::vector<Sitting> sittingsFrom(SQLite::Statement& query)
{
    std::vector<Sitting> sittings;
    while (query.executeStep()) {
        Sitting s;
        s.id = query.getColumn(0).getInt64();
        s.person = query.getColumn(1).getInt64();
        if (!query.getColumn(2).isNull()) s.planVersion = query.getColumn(2).getInt64();
        s.startedAt = query.getColumn(3).getInt64();
        s.day = sql::dayOf(query.getColumn(4));
        s.recording = query.getColumn(5).getString();
        s.sha256 = query.getColumn(6).getString();
        s.practiceS = query.getColumn(7).getDouble();
        s.accuracy = sql::realOf(query.getColumn(8));
        s.accuracyLow = sql::realOf(query.getColumn(9));
        s.accuracyHigh = sql::realOf(query.getColumn(10));
        s.completion = sql::realOf(query.getColumn(11));
        s.countLengthS = sql::realOf(query.getColumn(12));
        s.longestHoldS = sql::realOf(query.getColumn(13));
        s.strainSigns = query.getColumn(14).getInt();
        s.strokes = wholeOf(query.getColumn(15));
        s.strokesPerMin = sql::realOf(query.getColumn(16));
        s.humS = sql::realOf(query.getColumn(17));
        s.humHz = sql::realOf(query.getColumn(18));
        s.humWanderCents = sql::realOf(query.getColumn(19));
        s.restBreathsPerMin = sql::realOf(query.getColumn(20));
        s.words.complaints = sql::wordsFromJson(query.getColumn(21).getString());
        s.words.feelBefore = wholeOf(query.getColumn(22));
        s.words.feelAfter = wholeOf(query.getColumn(23));
        s.words.feel = query.getColumn(24).getString();
        s.words.note = query.getColumn(25).getString();
        s.words.leftOut = query.getColumn(26).getString();
        s.exhaleToInhale = sql::realOf(query.getColumn(27));
        s.holdToInhale = sql::realOf(query.getColumn(28));
        sittings.push_back(std::move(s));
    }
    return sittings;
}

// The figures that a reading gives, from `at` on.
void bindFigures(SQLite::Statement& write, int at, const Sitting& s)
{
    write.bind(at, s.practiceS);
    sql::bind(write, at + 1, s.accuracy);
    sql::bind(write, at + 2, s.accuracyLow);
    sql::bind(write, at + 3, s.accuracyHigh);
    sql::bind(write, at + 4, s.completion);
    sql::bind(write, at + 5, s.countLengthS);
    sql::bind(write, at + 6, s.longestHoldS);
    write.bind(at + 7, s.strainSigns);
    sql::bind(write, at + 8, s.strokes);
    sql::bind(write, at + 9, s.strokesPerMin);
    sql::bind(write, at + 10, s.humS);
    sql::bind(write, at + 11, s.humHz);
    sql::bind(write, at + 12, s.humWanderCents);
    sql::bind(write, at + 13, s.restBreathsPerMin);
    sql::bind(write, at + 14, s.exhaleToInhale);
    sql::bind(write, at + 15, s.holdToInhale);
}

void bindSitting(SQLite::Statement& write, const Sitting& s)
{
    write.bind(1, s.person);
    sql::bind(write, 2, s.planVersion);
    write.bind(3, s.startedAt);
    write.bind(4, dayToText(s.day));
    write.bind(5, s.recording);
    write.bind(6, s.sha256);
    bindFigures(write, 7, s);
}

// `from` is the first place of the words among the statement's.
void bindWords(SQLite::Statement& write, int from, const SittingWords& words)
{
    write.bind(from, sql::wordsToJson(words.complaints));
    sql::bind(write, from + 1, words.feelBefore);
    sql::bind(write, from + 2, words.feelAfter);
    write.bind(from + 3, words.feel);
    write.bind(from + 4, words.note);
    write.bind(from + 5, words.leftOut);
}

} // namespace

Result<Id> Journal::saveSitting(const Sitting& sitting, const std::string& readingJson)
{
    return m_store->inTransaction([&]() -> Id {
        SQLite::Database& db = m_store->db;
        SQLite::Statement write(
            db,
            "INSERT INTO sitting (person, plan_version, started_at, day, recording, sha256, "
            "practice_s, accuracy, accuracy_low, accuracy_high, completion, count_length_s, "
            "longest_hold_s, strain_signs, strokes, stroke_pace, hum_s, hum_pitch_hz, "
            "hum_steadiness_cents, rest_breaths_per_min, exhale_to_inhale, hold_to_inhale, "
            "complaints, feel_before, feel_after, feel_words, note, left_out) VALUES (?, ?, ?, ?, "
            "?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?) "
            "ON CONFLICT (person, sha256) DO UPDATE SET plan_version = "
            "excluded.plan_version, recording = excluded.recording, practice_s = "
            "excluded.practice_s, accuracy = excluded.accuracy, accuracy_low = "
            "excluded.accuracy_low, accuracy_high = excluded.accuracy_high, completion = "
            "excluded.completion, count_length_s = excluded.count_length_s, longest_hold_s = "
            "excluded.longest_hold_s, strain_signs = excluded.strain_signs, strokes = "
            "excluded.strokes, stroke_pace = excluded.stroke_pace, hum_s = excluded.hum_s, "
            "hum_pitch_hz = excluded.hum_pitch_hz, hum_steadiness_cents = "
            "excluded.hum_steadiness_cents, rest_breaths_per_min = "
            "excluded.rest_breaths_per_min, exhale_to_inhale = excluded.exhale_to_inhale, "
            "hold_to_inhale = excluded.hold_to_inhale RETURNING id");
        bindSitting(write, sitting);
        bindWords(write, 23, sitting.words);
        write.executeStep();
        const Id id = write.getColumn(0).getInt64();
        write.reset();
        SQLite::Statement reading(db, "INSERT OR REPLACE INTO sitting_reading VALUES (?, ?)");
        reading.bind(1, id);
        reading.bind(2, readingJson);
        reading.exec();
        return id;
    });
}

Result<void> Journal::takeLaterFigures()
{
    constexpr const char* key = "figures_of_version";
    constexpr const char* latest = "5"; // of the journal's versions, the last that has more figures
    if (setting(key) == latest) return {};
    return m_store->inTransaction([&] {
        SQLite::Database& db = m_store->db;
        SQLite::Statement all(db, std::string(sittingColumns));
        SQLite::Statement reading(db, "SELECT json FROM sitting_reading WHERE sitting = ?");
        SQLite::Statement write(
            db, "UPDATE sitting SET practice_s = ?, accuracy = ?, accuracy_low = ?, accuracy_high "
                "= ?, completion = ?, count_length_s = ?, longest_hold_s = ?, strain_signs = ?, "
                "strokes = ?, stroke_pace = ?, hum_s = ?, hum_pitch_hz = ?, hum_steadiness_cents "
                "= ?, rest_breaths_per_min = ?, exhale_to_inhale = ?, hold_to_inhale = ? WHERE "
                "id = ?");
        for (Sitting& sitting : sittingsFrom(all)) {
            reading.reset();
            reading.bind(1, sitting.id);
            if (!reading.executeStep()) continue;
            // One that cannot be parsed keeps the figures that it has.
            const auto parsed = parseReading(reading.getColumn(0).getString(), sitting.recording);
            if (!parsed) continue;
            const int strainSigns = sitting.strainSigns; // gasps need the sound
            takeFigures(sitting, *parsed);
            sitting.strainSigns = strainSigns;
            write.reset();
            bindFigures(write, 1, sitting);
            write.bind(17, sitting.id);
            write.exec();
        }
        SQLite::Statement done(db, "INSERT OR REPLACE INTO setting VALUES (?, ?)");
        done.bind(1, key);
        done.bind(2, latest);
        done.exec();
    });
}

Result<std::vector<Sitting>> Journal::sittings(Id person, int most) const
{
    return m_store->guarded([&] {
        SQLite::Statement query(m_store->db,
                                std::string(sittingColumns) +
                                    (person == 0 ? "WHERE ?1 = 0 " : "WHERE person = ?1 ") +
                                    "ORDER BY started_at DESC, id DESC LIMIT ?2");
        query.bind(1, person);
        query.bind(2, most);
        return sittingsFrom(query);
    });
}

Result<std::optional<Sitting>> Journal::sitting(Id id) const
{
    return m_store->guarded([&]() -> std::optional<Sitting> {
        SQLite::Statement query(m_store->db, std::string(sittingColumns) + "WHERE id = ?1");
        query.bind(1, id);
        const std::vector<Sitting> found = sittingsFrom(query);
        return found.empty() ? std::nullopt : std::optional(found.front());
    });
}

Result<void> Journal::saveSittingWords(Id sitting, const SittingWords& words)
{
    const auto rows = m_store->inTransaction([&]() -> int {
        SQLite::Statement write(m_store->db,
                                "UPDATE sitting SET complaints = ?1, feel_before = ?2, feel_after "
                                "= ?3, feel_words = ?4, note = ?5, left_out = ?6 WHERE id = ?7");
        bindWords(write, 1, words);
        write.bind(7, sitting);
        return write.exec();
    });
    if (!rows) return fail(rows.error());
    if (*rows == 0)
        return fail({ErrorCode::BadArgument, "", "", "there is no such sitting",
                     "choose one that is in the journal"});
    return {};
}

Result<std::vector<Sitting>> Journal::sittingsOfPlan(Id person, const Plan& plan, int most) const
{
    return m_store->guarded([&] {
        SQLite::Statement query(
            m_store->db,
            std::string(sittingColumns) +
                "WHERE person = ?1 AND left_out = '' AND plan_version IN "
                "(SELECT id FROM plan_version WHERE json = ?2) ORDER BY started_at DESC, id "
                "DESC LIMIT ?3");
        query.bind(1, person);
        query.bind(2, planToJson(plan));
        query.bind(3, most);
        return sittingsFrom(query);
    });
}

Result<std::optional<Sitting>> Journal::sittingOfRecording(Id person,
                                                           const std::string& sha256) const
{
    return m_store->guarded([&]() -> std::optional<Sitting> {
        SQLite::Statement query(m_store->db,
                                std::string(sittingColumns) + "WHERE person = ?1 AND sha256 = ?2");
        query.bind(1, person);
        query.bind(2, sha256);
        const std::vector<Sitting> found = sittingsFrom(query);
        return found.empty() ? std::nullopt : std::optional(found.front());
    });
}

Result<std::optional<Sitting>> Journal::sittingOfContent(const std::string& sha256) const
{
    return m_store->guarded([&]() -> std::optional<Sitting> {
        SQLite::Statement query(m_store->db, std::string(sittingColumns) + "WHERE sha256 = ?1");
        query.bind(1, sha256);
        const std::vector<Sitting> found = sittingsFrom(query);
        return found.empty() ? std::nullopt : std::optional(found.front());
    });
}

Result<std::optional<std::string>> Journal::readingOf(Id sitting) const
{
    return m_store->guarded([&]() -> std::optional<std::string> {
        SQLite::Statement query(m_store->db, "SELECT json FROM sitting_reading WHERE sitting = ?");
        query.bind(1, sitting);
        if (!query.executeStep()) return std::nullopt;
        return query.getColumn(0).getString();
    });
}

Result<std::vector<Journal::Activity>> Journal::activity() const
{
    return m_store->guarded([&] {
        SQLite::Statement query(m_store->db,
                                "SELECT person, count(*), max(day) FROM sitting GROUP BY person");
        std::vector<Activity> all;
        while (query.executeStep())
            all.push_back({query.getColumn(0).getInt64(), query.getColumn(1).getInt(),
                           sql::dayOf(query.getColumn(2))});
        return all;
    });
}

} // namespace layakari
