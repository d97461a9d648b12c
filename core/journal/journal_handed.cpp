// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/journal/journal.hpp"
#include "core/journal/store.hpp"

namespace layakari {

Result<std::vector<Handed>> Journal::handedIn() const
{
    return m_store->guarded([&] {
        SQLite::Statement query(m_store->db,
                                "SELECT id, file, person, plan_version, state, words, sitting FROM "
                                "intake ORDER BY id");
        const auto idOf = [](const SQLite::Column& column) {
            return column.isNull() ? std::nullopt : std::optional<Id>(column.getInt64());
        };
        std::vector<Handed> all;
        while (query.executeStep())
            all.push_back({query.getColumn(0).getInt64(), query.getColumn(1).getString(),
                           idOf(query.getColumn(2)), idOf(query.getColumn(3)),
                           static_cast<Handed::State>(query.getColumn(4).getInt()),
                           query.getColumn(5).getString(), idOf(query.getColumn(6))});
        return all;
    });
}

Result<Id> Journal::saveHanded(const Handed& handed)
{
    return m_store->inTransaction([&]() -> Id {
        SQLite::Statement write(
            m_store->db, "INSERT INTO intake (id, file, person, plan_version, state, words, "
                         "sitting) VALUES (?, ?, ?, ?, ?, ?, ?) ON CONFLICT (id) DO UPDATE SET "
                         "file = excluded.file, person = excluded.person, plan_version = "
                         "excluded.plan_version, state = excluded.state, words = excluded.words, "
                         "sitting = excluded.sitting RETURNING id");
        sql::bind(write, 1, handed.id ? std::optional(handed.id) : std::nullopt);
        write.bind(2, handed.file);
        sql::bind(write, 3, handed.person);
        sql::bind(write, 4, handed.planVersion);
        write.bind(5, static_cast<int>(handed.state));
        write.bind(6, handed.words);
        sql::bind(write, 7, handed.sitting);
        write.executeStep();
        return write.getColumn(0).getInt64();
    });
}

Result<void> Journal::forgetHanded(Id id)
{
    return m_store->inTransaction([&] {
        SQLite::Statement write(m_store->db,
                                "DELETE FROM intake WHERE id = ?1 OR (?1 = 0 AND state <> ?2)");
        write.bind(1, id);
        write.bind(2, static_cast<int>(Handed::State::Waiting));
        write.exec();
    });
}

} // namespace layakari
