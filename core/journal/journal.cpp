// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/journal/journal.hpp"

#include "core/base/new_file.hpp"
#include "core/journal/backup.hpp"
#include "core/journal/inspect.hpp"
#include "core/journal/schema.hpp"
#include "core/journal/store.hpp"
#include "core/language/message.hpp"

#include <SQLiteCpp/Backup.h>
#include <sys/stat.h>
#include <unistd.h>

namespace layakari {

namespace {

Error cannotOpen(const std::filesystem::path& file, const std::string& cause,
                 const std::string& tryThis)
{
    return {ErrorCode::BadJournal, file.string(), "", cause, tryThis};
}

// It has notes on people's health in it; and what another user (root, say) writes into it, its
// owner could no longer read.
Result<void> checkOwner(const std::filesystem::path& path)
{
    struct stat status {};
    if (::stat(path.c_str(), &status) != 0 || status.st_uid == ::geteuid()) return {};
    return fail(cannotOpen(path, "the journal belongs to another user of this machine",
                           "choose a folder of your own with --data"));
}

} // namespace

void Journal::Store::migrate()
{
    SQLite::Transaction transaction(db, SQLite::TransactionBehavior::IMMEDIATE);
    // Another program may have done it while this one waited for the lock.
    const int now = db.execAndGet("PRAGMA user_version").getInt();
    const auto steps = schemaSteps();
    for (auto step = static_cast<std::size_t>(now); step < steps.size(); ++step)
        db.exec(std::string(steps[step]));
    db.exec("PRAGMA user_version = " + std::to_string(steps.size()));
    transaction.commit();
}

Journal::Journal(std::unique_ptr<Store> store) : m_store(std::move(store)) {}
Journal::Journal(Journal&&) noexcept = default;
Journal& Journal::operator=(Journal&&) noexcept = default;
Journal::~Journal() = default;

Result<Journal> Journal::open(const std::filesystem::path& folder, Missing missing)
{
    const std::filesystem::path file = folder / "journal.db";
    std::error_code ec;
    const bool isThere = std::filesystem::exists(file, ec);
    if (!isThere && missing == Missing::Refuse)
        return fail(cannotOpen(file, "there is no journal in this folder",
                               "choose the folder that has one with --data"));
    if (!isThere && !backupsIn(folder).empty())
        return fail(cannotOpen(file, "the journal is gone, but backups of it are there",
                               "put the last one in its place"));
    if (auto made = makeFolder(folder); !made)
        return fail(cannotOpen(
            folder, say("error.journal-folder", {{"why", clauseInWords(made.error().cause)}}),
            "choose another with --data, or make it writable"));
    for (const auto& path : {folder, file})
        if (auto mine = checkOwner(path); !mine) return fail(mine.error());
    if (isThere) {
        const auto version = inspect::versionOf(file);
        if (!version) return fail(version.error());
    } else if (auto created = openExclusively(file); !created) {
        return fail(created.error());
    }
    return withoutThrowing(ErrorCode::BadJournal, file.string(), [&] { return make(folder); });
}

// The file is there, for its owner alone, and was looked at.
Result<Journal> Journal::make(const std::filesystem::path& folder)
{
    const std::filesystem::path file = folder / "journal.db";
    try {
        auto store = std::make_unique<Store>(folder, file);
        SQLite::Database& db = store->db;
        db.setBusyTimeout(inspect::busyTimeoutMs);
        // What is said to be saved survives a loss of power: WAL with a full sync.
        db.exec("PRAGMA journal_mode = WAL");
        db.exec("PRAGMA synchronous = FULL");
        db.exec("PRAGMA foreign_keys = ON");
        store->migrate();
        Journal journal(std::move(store));
        if (auto taken = journal.takeLaterFigures(); !taken) return fail(taken.error());
        return journal;
    } catch (const SQLite::Exception& e) {
        return fail(cannotOpen(
            file, say("error.journal-cannot-be-opened", {{"why", e.what()}}),
            "close other programs that use it, and make sure that the folder can be written to"));
    }
}

Result<Journal> Journal::openForeign(const std::filesystem::path& file)
{
    auto foreign = inspect::openForeign(file);
    if (!foreign) return fail(foreign.error());
    return withoutThrowing(ErrorCode::BadJournal, file.string(), [&]() -> Result<Journal> {
        try {
            // A database without a name: SQLite keeps it in memory as far as it is small, else in a
            // file that is deleted as soon as it is open. Whatever ends the program ends it too.
            auto store = std::make_unique<Store>(file.parent_path(), std::filesystem::path());
            const inspect::Deadline deadline(*foreign, inspect::foreignLimit);
            SQLite::Backup copy(store->db, *foreign);
            copy.executeStep(-1);
            inspect::distrust(store->db);
            store->migrate();
            Journal journal(std::move(store));
            if (auto taken = journal.takeLaterFigures(); !taken) return fail(taken.error());
            return journal;
        } catch (const SQLite::Exception& e) {
            return fail(cannotOpen(file, say("error.journal-cannot-be-read", {{"why", e.what()}}),
                                   "make room for temporary files, or export it again"));
        }
    });
}

Result<void> Journal::atOnce(const std::function<Result<void>()>& work)
{
    if (m_store->isInTransaction) return work();
    Result<void> done;
    auto committed = m_store->guarded([&] {
        SQLite::Transaction transaction(m_store->db, SQLite::TransactionBehavior::IMMEDIATE);
        m_store->isInTransaction = true;
        const std::unique_ptr<bool, void (*)(bool*)> until(&m_store->isInTransaction,
                                                           [](bool* is) { *is = false; });
        done = work();
        if (done) transaction.commit();
    });
    return committed ? done : committed;
}

const std::filesystem::path& Journal::folder() const { return m_store->folder; }

std::optional<std::string> Journal::setting(const std::string& key) const
{
    const auto found = m_store->guarded([&]() -> std::optional<std::string> {
        SQLite::Statement query(m_store->db, "SELECT value FROM setting WHERE key = :key");
        query.bind(":key", key);
        if (!query.executeStep()) return std::nullopt;
        return query.getColumn(0).getString();
    });
    return found ? *found : std::nullopt;
}

Result<void> Journal::saveSetting(const std::string& key, const std::string& value)
{
    return m_store->inTransaction([&] {
        SQLite::Statement write(
            m_store->db, "INSERT OR REPLACE INTO setting (key, value) VALUES (:key, :value)");
        write.bind(":key", key);
        write.bind(":value", value);
        write.exec();
    });
}

} // namespace layakari
