// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/fault_note.hpp"
#include "core/base/running.hpp"
#include "core/journal/journal.hpp"
#include "core/journal/store.hpp"

namespace layakari {

namespace {

std::optional<Id> idOf(const SQLite::Column& column)
{
    return column.isNull() ? std::nullopt : std::optional<Id>(column.getInt64());
}

Handed::State stateOf(const SQLite::Column& column)
{
    const int state = column.getInt();
    const bool isKnown = state >= 0 && state <= static_cast<int>(Handed::State::Failed);
    return isKnown ? static_cast<Handed::State>(state) : Handed::State::Failed;
}

std::vector<Handed> handedFrom(SQLite::Statement& query)
{
    std::vector<Handed> all;
    while (query.executeStep())
        all.push_back({query.getColumn(0).getInt64(), query.getColumn(1).getString(),
                       idOf(query.getColumn(2)), idOf(query.getColumn(3)),
                       stateOf(query.getColumn(4)), query.getColumn(5).getString(),
                       idOf(query.getColumn(6)), query.getColumn(7).getString(),
                       query.getColumn(8).getInt()});
    return all;
}

constexpr const char* handedColumns = "SELECT id, file, person, plan_version, state, words, "
                                      "sitting, reader, attempts FROM intake ";

} // namespace

Result<std::vector<Handed>> Journal::handedIn() const
{
    return m_store->guarded([&] {
        SQLite::Statement query(m_store->db, std::string(handedColumns) + "ORDER BY id");
        return handedFrom(query);
    });
}

Result<Id> Journal::saveHanded(const Handed& handed)
{
    return m_store->inTransaction([&]() -> Id {
        SQLite::Statement write(
            m_store->db,
            "INSERT INTO intake (id, file, person, plan_version, state, words, sitting, reader, "
            "attempts) VALUES (:id, :file, :person, :plan_version, :state, :words, :sitting, "
            ":reader, :attempts) ON CONFLICT (id) DO UPDATE SET file = excluded.file, person = "
            "excluded.person, plan_version = excluded.plan_version, state = excluded.state, words "
            "= excluded.words, sitting = excluded.sitting, reader = excluded.reader, attempts = "
            "excluded.attempts RETURNING id");
        sql::bind(write, ":id", handed.id ? std::optional(handed.id) : std::nullopt);
        write.bind(":file", handed.file);
        sql::bind(write, ":person", handed.person);
        sql::bind(write, ":plan_version", handed.planVersion);
        write.bind(":state", static_cast<int>(handed.state));
        write.bind(":words", handed.words);
        sql::bind(write, ":sitting", handed.sitting);
        write.bind(":reader", handed.reader);
        write.bind(":attempts", handed.attempts);
        write.executeStep();
        return write.getColumn(0).getInt64();
    });
}

Result<bool> Journal::beginReading(Handed& handed)
{
    bool isOurs = false;
    const auto begun = atOnce([&]() -> Result<void> {
        SQLite::Statement query(m_store->db, std::string(handedColumns) + "WHERE id = :id");
        query.bind(":id", handed.id);
        const std::vector<Handed> there = handedFrom(query);
        if (there.empty() || there.front().state != Handed::State::Waiting) return {};
        Handed now = there.front();
        const std::string me = thisProgram();
        if (!now.reader.empty() && now.reader != me) {
            if (isRunning(now.reader)) return {};
            // That it was killed says nothing of the recording; a fault while it was read may.
            now.attempts += endedByFault(m_store->folder, now.reader);
        }
        now.reader = me;
        isOurs = now.attempts < mostAttempts;
        if (!isOurs) {
            now.state = Handed::State::Failed;
            now.reader.clear();
            now.words = "reading it made the program fail " + std::to_string(now.attempts) +
                        " times; convert it to FLAC and try again";
        }
        handed = now;
        return saveHanded(now).map([](Id) {});
    });
    if (!begun) return fail(begun.error());
    return isOurs;
}

Result<void> Journal::forgetHanded(Id id)
{
    return m_store->inTransaction([&] {
        SQLite::Statement write(m_store->db, "DELETE FROM intake WHERE id = :id");
        write.bind(":id", id);
        write.exec();
    });
}

} // namespace layakari
