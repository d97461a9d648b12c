// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/journal/figures.hpp"
#include "core/journal/journal.hpp"
#include "core/journal/store.hpp"

namespace layakari {

namespace {

constexpr const char* sittingColumns =
    "SELECT id, person, plan_version, started_at, day, recording, sha256, practice_s, "
    "strain_signs, complaints, feel_before, feel_after, feel_words, note, left_out, origin, "
    "archived, breath, sure, asks FROM sitting ";

const char* conditionOf(Journal::Which which)
{
    switch (which) {
    case Journal::Which::Counting: return "left_out = '' AND origin <> 2 AND archived = 0";
    case Journal::Which::Shown: return "archived = 0";
    case Journal::Which::All: return "1";
    }
    return "1";
}

std::optional<int> wholeOf(const SQLite::Column& column)
{
    return column.isNull() ? std::nullopt : std::optional(column.getInt());
}

// One that this program does not know counts nowhere.
Sitting::Origin originOf(const SQLite::Column& column)
{
    const int origin = column.getInt();
    const bool isKnown = origin >= 0 && origin <= static_cast<int>(Sitting::Origin::Simulated);
    return isKnown ? static_cast<Sitting::Origin>(origin) : Sitting::Origin::Simulated;
}

// Gives sittings their figures; prepared once for many.
class FigureRows {
public:
    explicit FigureRows(SQLite::Database& db)
        : m_query(db, "SELECT name, value, low, high FROM sitting_figure WHERE sitting = :sitting")
    {
    }

    void fill(Sitting& sitting)
    {
        m_query.reset();
        m_query.bind(":sitting", sitting.id);
        while (m_query.executeStep())
            sitting.figures.emplace(m_query.getColumn(0).getString(),
                                    FigureValue{m_query.getColumn(1).getDouble(),
                                                sql::realOf(m_query.getColumn(2)),
                                                sql::realOf(m_query.getColumn(3))});
    }

private:
    SQLite::Statement m_query;
};

std::vector<Sitting> sittingsFrom(SQLite::Database& db, SQLite::Statement& query)
{
    FigureRows figures(db);
    std::vector<Sitting> sittings;
    while (query.executeStep()) {
        Sitting s;
        s.id = query.getColumn("id").getInt64();
        s.person = query.getColumn("person").getInt64();
        if (const auto plan = query.getColumn("plan_version"); !plan.isNull())
            s.planVersion = plan.getInt64();
        s.startedAt = query.getColumn("started_at").getInt64();
        s.day = sql::dayOf(query.getColumn("day"));
        s.recording = query.getColumn("recording").getString();
        s.sha256 = query.getColumn("sha256").getString();
        s.practiceS = query.getColumn("practice_s").getDouble();
        s.strainSigns = query.getColumn("strain_signs").getInt();
        s.words.complaints = sql::wordsFromJson(query.getColumn("complaints").getString());
        s.words.feelBefore = wholeOf(query.getColumn("feel_before"));
        s.words.feelAfter = wholeOf(query.getColumn("feel_after"));
        s.words.feel = query.getColumn("feel_words").getString();
        s.words.note = query.getColumn("note").getString();
        s.words.leftOut = query.getColumn("left_out").getString();
        s.origin = originOf(query.getColumn("origin"));
        s.archived = query.getColumn("archived").getInt() != 0;
        s.breath = query.getColumn("breath").getString();
        s.sure = query.getColumn("sure").getInt() != 0;
        s.asks = query.getColumn("asks").getInt() != 0;
        figures.fill(s);
        sittings.push_back(std::move(s));
    }
    return sittings;
}

std::optional<Sitting> firstFrom(SQLite::Database& db, SQLite::Statement& query)
{
    std::vector<Sitting> found = sittingsFrom(db, query);
    return found.empty() ? std::nullopt : std::optional(std::move(found.front()));
}

void saveFigures(SQLite::Database& db, Id sitting, const Sitting& from)
{
    SQLite::Statement clear(db, "DELETE FROM sitting_figure WHERE sitting = :sitting");
    clear.bind(":sitting", sitting);
    clear.exec();
    SQLite::Statement write(db, "INSERT INTO sitting_figure (sitting, name, value, low, high) "
                                "VALUES (:sitting, :name, :value, :low, :high)");
    for (const auto& [name, figure] : from.figures) {
        write.reset();
        write.bind(":sitting", sitting);
        write.bind(":name", name);
        write.bind(":value", figure.value);
        sql::bind(write, ":low", figure.low);
        sql::bind(write, ":high", figure.high);
        write.exec();
    }
}

void bindWords(SQLite::Statement& write, const SittingWords& words)
{
    write.bind(":complaints", sql::wordsToJson(words.complaints));
    sql::bind(write, ":feel_before", words.feelBefore);
    sql::bind(write, ":feel_after", words.feelAfter);
    write.bind(":feel_words", words.feel);
    write.bind(":note", words.note);
    write.bind(":left_out", words.leftOut);
}

} // namespace

Result<Id> Journal::saveSitting(const Sitting& sitting,
                                const std::optional<std::string>& readingJson)
{
    return m_store->inTransaction([&]() -> Id {
        SQLite::Database& db = m_store->db;
        SQLite::Statement write(
            db,
            "INSERT INTO sitting (id, person, plan_version, started_at, day, recording, sha256, "
            "practice_s, strain_signs, complaints, feel_before, feel_after, feel_words, note, "
            "left_out, origin, archived, breath, sure, asks) VALUES (1 + max(coalesce((SELECT "
            "max(id) FROM "
            "sitting), 0), coalesce((SELECT CAST(value AS INTEGER) FROM setting WHERE key = "
            "'last_sitting'), 0)), :person, :plan_version, :started_at, "
            ":day, :recording, coalesce(:sha256, 'noted:' || lower(hex(randomblob(16)))), "
            ":practice_s, :strain_signs, :complaints, :feel_before, "
            ":feel_after, :feel_words, :note, :left_out, :origin, :archived, :breath, :sure, "
            ":asks) ON "
            "CONFLICT (person, sha256) DO UPDATE SET plan_version = excluded.plan_version, "
            "recording = excluded.recording, practice_s = excluded.practice_s, strain_signs = "
            "excluded.strain_signs, sure = excluded.sure, asks = excluded.asks RETURNING id");
        write.bind(":person", sitting.person);
        sql::bind(write, ":plan_version", sitting.planVersion);
        write.bind(":started_at", sitting.startedAt);
        write.bind(":day", dayToText(sitting.day));
        write.bind(":recording", sitting.recording);
        sql::bind(write, ":sha256",
                  sitting.sha256.empty() ? std::nullopt : std::optional(sitting.sha256));
        write.bind(":practice_s", sitting.practiceS);
        write.bind(":strain_signs", sitting.strainSigns);
        bindWords(write, sitting.words);
        write.bind(":origin", static_cast<int>(sitting.origin));
        write.bind(":archived", sitting.archived ? 1 : 0);
        write.bind(":breath", sitting.breath);
        write.bind(":sure", sitting.sure ? 1 : 0);
        write.bind(":asks", sitting.asks ? 1 : 0);
        write.executeStep();
        const Id id = write.getColumn(0).getInt64();
        write.reset();
        saveFigures(db, id, sitting);
        if (!readingJson) return id;
        SQLite::Statement reading(
            db, "INSERT OR REPLACE INTO sitting_reading (sitting, json) VALUES (:sitting, :json)");
        reading.bind(":sitting", id);
        reading.bind(":json", *readingJson);
        reading.exec();
        return id;
    });
}

Result<void> Journal::takeLaterFigures()
{
    constexpr const char* key = "known_figures";
    std::string known;
    for (const FigureKind& kind : figureKinds())
        if (kind.ofReading) known += std::string(kind.key) + " ";
    if (setting(key) == known) return {};
    return m_store->inTransaction([&] {
        SQLite::Database& db = m_store->db;
        SQLite::Statement all(db, std::string(sittingColumns));
        SQLite::Statement reading(db, "SELECT json FROM sitting_reading WHERE sitting = :sitting");
        SQLite::Statement write(db, "UPDATE sitting SET practice_s = :practice_s WHERE id = :id");
        for (Sitting& sitting : sittingsFrom(db, all)) {
            reading.reset();
            reading.bind(":sitting", sitting.id);
            if (!reading.executeStep()) continue;
            // One that cannot be parsed keeps the figures that it has.
            const auto parsed = parseReading(reading.getColumn(0).getString(), sitting.recording);
            if (!parsed) continue;
            takeFigures(sitting, *parsed); // but for strain signs: gasps need the sound
            saveFigures(db, sitting.id, sitting);
            write.reset();
            write.bind(":practice_s", sitting.practiceS);
            write.bind(":id", sitting.id);
            write.exec();
        }
        SQLite::Statement done(db,
                               "INSERT OR REPLACE INTO setting (key, value) VALUES (:key, :value)");
        done.bind(":key", key);
        done.bind(":value", known);
        done.exec();
    });
}

Result<std::vector<Sitting>> Journal::sittings(Id person, int most, Which which) const
{
    return m_store->guarded([&] {
        SQLite::Statement query(
            m_store->db,
            std::string(sittingColumns) +
                (person == 0 ? "WHERE :person = 0 AND " : "WHERE person = :person AND ") +
                conditionOf(which) + " ORDER BY started_at DESC, id DESC LIMIT :most");
        query.bind(":person", person);
        query.bind(":most", most);
        return sittingsFrom(m_store->db, query);
    });
}

Result<std::vector<Sitting>> Journal::sittingsThatAsk(int most) const
{
    return m_store->guarded([&] {
        SQLite::Statement query(m_store->db,
                                std::string(sittingColumns) + "WHERE asks = 1 AND " +
                                    conditionOf(Which::Counting) +
                                    " AND person IN (SELECT id FROM person WHERE archived = 0) "
                                    "ORDER BY started_at DESC, id DESC LIMIT :most");
        query.bind(":most", most);
        return sittingsFrom(m_store->db, query);
    });
}

Result<std::optional<Sitting>> Journal::sitting(Id id) const
{
    return m_store->guarded([&]() -> std::optional<Sitting> {
        SQLite::Statement query(m_store->db, std::string(sittingColumns) + "WHERE id = :id");
        query.bind(":id", id);
        return firstFrom(m_store->db, query);
    });
}

Result<void> Journal::saveSittingWords(Id sitting, const SittingWords& words)
{
    const auto rows = m_store->inTransaction([&]() -> int {
        SQLite::Statement write(m_store->db,
                                "UPDATE sitting SET complaints = :complaints, feel_before = "
                                ":feel_before, feel_after = :feel_after, feel_words = "
                                ":feel_words, note = :note, left_out = :left_out WHERE id = :id");
        bindWords(write, words);
        write.bind(":id", sitting);
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
            std::string(sittingColumns) + "WHERE person = :person AND " +
                conditionOf(Which::Counting) +
                " AND plan_version IN "
                "(SELECT id FROM plan_version WHERE json = :plan) ORDER BY started_at DESC, id "
                "DESC LIMIT :most");
        query.bind(":person", person);
        query.bind(":plan", planToJson(plan));
        query.bind(":most", most);
        return sittingsFrom(m_store->db, query);
    });
}

Result<std::optional<Sitting>> Journal::sittingOfRecording(Id person,
                                                           const std::string& sha256) const
{
    return m_store->guarded([&]() -> std::optional<Sitting> {
        SQLite::Statement query(m_store->db, std::string(sittingColumns) +
                                                 "WHERE person = :person AND sha256 = :sha256");
        query.bind(":person", person);
        query.bind(":sha256", sha256);
        return firstFrom(m_store->db, query);
    });
}

Result<std::optional<Sitting>> Journal::sittingOfContent(const std::string& sha256) const
{
    return m_store->guarded([&]() -> std::optional<Sitting> {
        SQLite::Statement query(m_store->db,
                                std::string(sittingColumns) + "WHERE sha256 = :sha256");
        query.bind(":sha256", sha256);
        return firstFrom(m_store->db, query);
    });
}

Result<std::optional<std::string>> Journal::readingOf(Id sitting) const
{
    return m_store->guarded([&]() -> std::optional<std::string> {
        SQLite::Statement query(m_store->db,
                                "SELECT json FROM sitting_reading WHERE sitting = :sitting");
        query.bind(":sitting", sitting);
        if (!query.executeStep()) return std::nullopt;
        return query.getColumn(0).getString();
    });
}

Result<std::vector<Journal::Activity>> Journal::activity() const
{
    return m_store->guarded([&] {
        SQLite::Statement query(
            m_store->db, "SELECT person, count(*), max(day) FROM sitting WHERE origin <> 2 AND "
                         "archived = 0 GROUP BY person");
        std::vector<Activity> all;
        while (query.executeStep())
            all.push_back({query.getColumn(0).getInt64(), query.getColumn(1).getInt(),
                           sql::dayOf(query.getColumn(2))});
        return all;
    });
}

} // namespace layakari
