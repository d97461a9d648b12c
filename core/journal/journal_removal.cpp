// SPDX-License-Identifier: GPL-3.0-or-later
//
// What is put right afterwards: sittings moved, changed, deleted and brought back; people erased.
#include "core/journal/journal.hpp"
#include "core/journal/store.hpp"
#include "core/language/message.hpp"

#include <fmt/format.h>

namespace layakari {

namespace {

Error noSuch(const char* what)
{
    return {ErrorCode::BadArgument, "", "", fmt::format("there is no such {}", what),
            "choose one that is in the journal"};
}

int runFor(SQLite::Database& db, const char* command, Id id)
{
    SQLite::Statement run(db, command);
    run.bind(":id", id);
    return run.exec();
}

} // namespace

Result<void> Journal::changeSitting(const Sitting& before, const Sitting& after)
{
    return atOnce([&]() -> Result<void> {
        const auto there = sitting(before.id);
        if (!there) return fail(there.error());
        if (!*there) return fail(noSuch("sitting"));
        const auto what = [](const Sitting& s) {
            return std::tuple(s.person, s.planVersion, s.startedAt, s.day, s.recording, s.archived);
        };
        if (what(**there) != what(before))
            return fail({ErrorCode::BadArgument, "", "",
                         "this sitting was changed meanwhile in another window",
                         "look at it again, then change it"});
        if (after.person != before.person) {
            const auto same = sittingOfRecording(after.person, before.sha256);
            if (!same) return fail(same.error());
            if (*same)
                return fail({ErrorCode::BadArgument, "", "",
                             say("error.same-recording", {{"day", dayToText((*same)->day)}}),
                             "delete one of the two"});
        }
        return m_store->guarded([&] {
            SQLite::Statement write(
                m_store->db,
                "UPDATE sitting SET person = :person, plan_version = :plan, started_at = :started, "
                "day = :day, recording = :recording, archived = :archived WHERE id = :id");
            write.bind(":person", after.person);
            sql::bind(write, ":plan", after.planVersion);
            write.bind(":started", after.startedAt);
            write.bind(":day", dayToText(after.day));
            write.bind(":recording", after.recording);
            write.bind(":archived", after.archived ? 1 : 0);
            write.bind(":id", before.id);
            write.exec();
        });
    });
}

Result<DeletedSitting> Journal::deleteSitting(Id id)
{
    DeletedSitting deleted;
    const auto done = atOnce([&]() -> Result<void> {
        auto there = sitting(id);
        if (!there) return fail(there.error());
        if (!*there) return fail(noSuch("sitting"));
        deleted.sitting = **std::move(there);
        auto json = readingOf(id);
        if (!json) return fail(json.error());
        deleted.readingJson = *std::move(json);
        return m_store->guarded([&] {
            SQLite::Statement inbox(m_store->db, "SELECT id FROM intake WHERE sitting = :id");
            inbox.bind(":id", id);
            while (inbox.executeStep()) deleted.handed.push_back(inbox.getColumn(0).getInt64());
            runFor(m_store->db, "DELETE FROM sitting WHERE id = :id", id);
            // Its number is not given to another: steps that can be undone name sittings by it.
            SQLite::Statement last(
                m_store->db, "INSERT INTO setting (key, value) VALUES ('last_sitting', :id) ON "
                             "CONFLICT (key) DO UPDATE SET value = max(CAST(value AS INTEGER), "
                             ":id)");
            last.bind(":id", id);
            last.exec();
        });
    });
    if (!done) return fail(done.error());
    return deleted;
}

Result<void> Journal::restoreSitting(const DeletedSitting& deleted)
{
    return atOnce([&]() -> Result<void> {
        const auto there = sittingOfRecording(deleted.sitting.person, deleted.sitting.sha256);
        if (!there) return fail(there.error());
        if (*there)
            return fail({ErrorCode::BadArgument, "", "",
                         "the recording has been saved again meanwhile",
                         "the deleted sitting is not brought back; use the other one"});
        const auto id = saveSitting(deleted.sitting, deleted.readingJson);
        if (!id) return fail(id.error());
        // The undo steps before this one know it by its old number.
        return m_store->guarded([&] {
            SQLite::Database& db = m_store->db;
            db.exec("PRAGMA defer_foreign_keys = ON"); // until all three are renumbered
            for (const char* command :
                 {"UPDATE sitting_reading SET sitting = :to WHERE sitting = :id",
                  "UPDATE sitting_figure SET sitting = :to WHERE sitting = :id",
                  "UPDATE sitting SET id = :to WHERE id = :id"}) {
                SQLite::Statement renumber(db, command);
                renumber.bind(":to", deleted.sitting.id);
                renumber.bind(":id", *id);
                renumber.exec();
            }
            for (const Id handed : deleted.handed) {
                SQLite::Statement name(db, "UPDATE intake SET sitting = :to WHERE id = :id");
                name.bind(":to", deleted.sitting.id);
                name.bind(":id", handed);
                name.exec();
            }
        });
    });
}

Result<void> Journal::deletePerson(Id id)
{
    return atOnce([&]() -> Result<void> {
        const auto there = person(id);
        if (!there) return fail(there.error());
        if (!*there) return fail(noSuch("person"));
        return m_store->guarded([&] {
            SQLite::Database& db = m_store->db;
            // A plan that others' sittings name stays, as nobody's.
            constexpr const char* keepPlans =
                "UPDATE plan SET person = NULL, listed = 0 WHERE person = :id AND id IN (SELECT "
                "plan FROM plan_version WHERE id IN (SELECT plan_version FROM sitting UNION "
                "SELECT plan_version FROM course UNION SELECT plan_version FROM intake))";
            for (const char* command :
                 {"DELETE FROM intake WHERE person = :id", "DELETE FROM course WHERE person = :id",
                  "DELETE FROM sitting WHERE person = :id", keepPlans,
                  "DELETE FROM person WHERE id = :id"})
                runFor(db, command, id);
            // Plans that were only kept because this person's sittings named them.
            db.exec("DELETE FROM plan WHERE person IS NULL AND listed = 0 AND id NOT IN (SELECT "
                    "plan FROM plan_version WHERE id IN (SELECT plan_version FROM sitting WHERE "
                    "plan_version IS NOT NULL UNION SELECT plan_version FROM course UNION SELECT "
                    "plan_version FROM intake WHERE plan_version IS NOT NULL))");
            SQLite::Statement last(
                db, "DELETE FROM setting WHERE key = 'last_person' AND value = CAST(:id AS TEXT)");
            last.bind(":id", id);
            last.exec();
        });
    });
}

Result<void> Journal::compact()
{
    return m_store->guarded([&] {
        // VACUUM copies what is there into a new file; what the WAL had of the old one goes with
        // it.
        m_store->db.exec("VACUUM");
        m_store->db.exec("PRAGMA wal_checkpoint(TRUNCATE)");
    });
}

Result<void> Journal::markFile(const FileToDelete& file)
{
    return m_store->inTransaction([&] {
        SQLite::Statement write(
            m_store->db, "INSERT OR REPLACE INTO file_to_delete (path, day) VALUES (:path, :day)");
        write.bind(":path", file.path);
        write.bind(":day", dayToText(file.since));
        write.exec();
    });
}

Result<void> Journal::unmarkFile(const std::string& path)
{
    return m_store->inTransaction([&] {
        SQLite::Statement write(m_store->db, "DELETE FROM file_to_delete WHERE path = :path");
        write.bind(":path", path);
        write.exec();
    });
}

Result<std::vector<Journal::FileToDelete>> Journal::markedFiles() const
{
    return m_store->guarded([&] {
        SQLite::Statement query(m_store->db, "SELECT path, day FROM file_to_delete");
        std::vector<FileToDelete> files;
        while (query.executeStep())
            files.push_back({query.getColumn(0).getString(), sql::dayOf(query.getColumn(1))});
        return files;
    });
}

Result<bool> Journal::isRecordingUsed(const std::string& path) const
{
    return m_store->guarded([&] {
        SQLite::Statement query(
            m_store->db, "SELECT EXISTS (SELECT 1 FROM sitting WHERE recording = :path) OR EXISTS "
                         "(SELECT 1 FROM intake WHERE file = :path AND state = 0)");
        query.bind(":path", path);
        query.executeStep();
        return query.getColumn(0).getInt() != 0;
    });
}

} // namespace layakari
