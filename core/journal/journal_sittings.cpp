// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/journal/journal.hpp"
#include "core/journal/store.hpp"

namespace layakari {

namespace {

constexpr const char* sittingColumns =
    "SELECT id, person, plan_version, started_at, day, recording, sha256, practice_s, accuracy, "
    "accuracy_low, accuracy_high, completion, count_length_s, longest_hold_s, strain_signs, "
    "complaints FROM sitting ";

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
        s.complaints = sql::wordsFromJson(query.getColumn(15).getString());
        sittings.push_back(std::move(s));
    }
    return sittings;
}

void bindSitting(SQLite::Statement& write, const Sitting& s)
{
    write.bind(1, s.person);
    sql::bind(write, 2, s.planVersion);
    write.bind(3, s.startedAt);
    write.bind(4, dayToText(s.day));
    write.bind(5, s.recording);
    write.bind(6, s.sha256);
    write.bind(7, s.practiceS);
    sql::bind(write, 8, s.accuracy);
    sql::bind(write, 9, s.accuracyLow);
    sql::bind(write, 10, s.accuracyHigh);
    sql::bind(write, 11, s.completion);
    sql::bind(write, 12, s.countLengthS);
    sql::bind(write, 13, s.longestHoldS);
    write.bind(14, s.strainSigns);
    write.bind(15, sql::wordsToJson(s.complaints));
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
            "longest_hold_s, strain_signs, complaints) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, "
            "?, ?, ?, ?) ON CONFLICT (person, sha256) DO UPDATE SET plan_version = "
            "excluded.plan_version, recording = excluded.recording, practice_s = "
            "excluded.practice_s, accuracy = excluded.accuracy, accuracy_low = "
            "excluded.accuracy_low, accuracy_high = excluded.accuracy_high, completion = "
            "excluded.completion, count_length_s = excluded.count_length_s, longest_hold_s = "
            "excluded.longest_hold_s, strain_signs = excluded.strain_signs RETURNING id");
        bindSitting(write, sitting);
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

Result<std::vector<Sitting>> Journal::sittingsOfPlan(Id person, const Plan& plan, int most) const
{
    return m_store->guarded([&] {
        SQLite::Statement query(m_store->db,
                                std::string(sittingColumns) +
                                    "WHERE person = ?1 AND plan_version IN (SELECT id FROM "
                                    "plan_version WHERE json = ?2) ORDER BY started_at DESC, id "
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
