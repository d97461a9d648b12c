// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/journal/journal.hpp"
#include "core/journal/store.hpp"

namespace layakari {

namespace {

// A version's plan; nothing where it cannot be parsed, which only a damaged journal has.
std::optional<KeptPlan> keptFrom(SQLite::Statement& row)
{
    auto plan = parsePlan(row.getColumn(3).getString(), "journal");
    if (!plan) return std::nullopt;
    return KeptPlan{row.getColumn(0).getInt64(), row.getColumn(1).getInt64(),
                    row.getColumn(2).getInt(), *std::move(plan)};
}

bool isUsed(SQLite::Database& db, Id version)
{
    SQLite::Statement query(
        db, "SELECT EXISTS (SELECT 1 FROM sitting WHERE plan_version = :version) OR "
            "EXISTS (SELECT 1 FROM course WHERE plan_version = :version)");
    query.bind(":version", version);
    query.executeStep();
    return query.getColumn(0).getInt() != 0;
}

Id insertPlan(SQLite::Database& db, std::optional<Id> person, bool listed)
{
    SQLite::Statement write(db, "INSERT INTO plan (person, listed) VALUES (:person, :listed)");
    sql::bind(write, ":person", person);
    write.bind(":listed", listed ? 1 : 0);
    write.exec();
    return db.getLastInsertRowid();
}

Id insertVersion(SQLite::Database& db, Id plan, int version, const std::string& json)
{
    SQLite::Statement write(
        db, "INSERT INTO plan_version (plan, version, json) VALUES (:plan, :version, :json)");
    write.bind(":plan", plan);
    write.bind(":version", version);
    write.bind(":json", json);
    write.exec();
    return db.getLastInsertRowid();
}

std::optional<KeptPlan> newestKept(SQLite::Database& db, Id plan)
{
    SQLite::Statement query(db,
                            "SELECT plan, id, version, json FROM plan_version WHERE plan = :plan "
                            "ORDER BY version DESC LIMIT 1");
    query.bind(":plan", plan);
    if (!query.executeStep()) return std::nullopt;
    return keptFrom(query);
}

} // namespace

Result<std::vector<KeptPlan>> Journal::plans(Id person) const
{
    return m_store->guarded([&] {
        SQLite::Statement query(
            m_store->db,
            "SELECT v.plan, v.id, max(v.version), v.json FROM plan_version v JOIN plan p ON p.id = "
            "v.plan WHERE p.archived = 0 AND p.listed = 1 AND p.person IS :person GROUP BY v.plan "
            "ORDER BY CASE WHEN json_valid(v.json) THEN lower(json_extract(v.json, '$.name')) END, "
            "v.plan");
        sql::bind(query, ":person", person == 0 ? std::nullopt : std::optional<Id>(person));
        std::vector<KeptPlan> plans;
        while (query.executeStep())
            if (auto kept = keptFrom(query)) plans.push_back(*std::move(kept));
        return plans;
    });
}

Result<std::optional<KeptPlan>> Journal::planVersion(Id versionId) const
{
    return m_store->guarded([&]() -> std::optional<KeptPlan> {
        SQLite::Statement query(m_store->db,
                                "SELECT plan, id, version, json FROM plan_version WHERE id = :id");
        query.bind(":id", versionId);
        if (!query.executeStep()) return std::nullopt;
        return keptFrom(query);
    });
}

Result<KeptPlan> Journal::savePlan(Id planId, Id person, const Plan& plan)
{
    const std::string json = planToJson(plan);
    // What is kept can be read again: a plan out of bounds is refused here, with its pointer.
    if (auto valid = parsePlan(json, plan.name); !valid) return fail(valid.error());
    return m_store->inTransaction([&]() -> KeptPlan {
        SQLite::Database& db = m_store->db;
        const auto newest = planId == 0 ? std::nullopt : newestKept(db, planId);
        if (!newest) {
            const Id id =
                insertPlan(db, person == 0 ? std::nullopt : std::optional<Id>(person), true);
            return {id, insertVersion(db, id, 1, json), 1, plan};
        }
        if (newest->plan == plan) return *newest;
        if (isUsed(db, newest->versionId)) {
            const int version = newest->version + 1;
            return {planId, insertVersion(db, planId, version, json), version, plan};
        }
        SQLite::Statement write(db, "UPDATE plan_version SET json = :json WHERE id = :id");
        write.bind(":json", json);
        write.bind(":id", newest->versionId);
        write.exec();
        return {planId, newest->versionId, newest->version, plan};
    });
}

Result<void> Journal::setPlanArchived(Id planId, bool archived)
{
    return m_store->inTransaction([&] {
        SQLite::Statement write(m_store->db, "UPDATE plan SET archived = :archived WHERE id = :id");
        write.bind(":archived", archived ? 1 : 0);
        write.bind(":id", planId);
        write.exec();
    });
}

Result<Id> Journal::versionFor(const Plan& plan)
{
    const std::string json = planToJson(plan);
    if (auto valid = parsePlan(json, plan.name); !valid) return fail(valid.error());
    return m_store->inTransaction([&]() -> Id {
        SQLite::Database& db = m_store->db;
        SQLite::Statement query(
            db, "SELECT id FROM plan_version WHERE json = :json ORDER BY id LIMIT 1");
        query.bind(":json", json);
        if (query.executeStep()) return query.getColumn(0).getInt64();
        return insertVersion(db, insertPlan(db, std::nullopt, false), 1, json);
    });
}

} // namespace layakari
