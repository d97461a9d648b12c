// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/journal/journal.hpp"

#include "core/journal/schema.hpp"
#include "core/journal/store.hpp"

#include <sqlite3.h>

namespace layakari {

namespace {

constexpr int busyTimeoutMs = 2000; // another window that is just writing

Error cannotOpen(const std::filesystem::path& file, const std::string& cause,
                 const std::string& tryThis)
{
    return {ErrorCode::BadJournal, file.string(), "", cause, tryThis};
}

// The folder is for its owner alone before anything is written into it.
Result<void> prepareFolder(const std::filesystem::path& folder)
{
    std::error_code ec;
    std::filesystem::create_directories(folder, ec);
    if (!ec) std::filesystem::permissions(folder, std::filesystem::perms::owner_all, ec);
    if (ec)
        return fail(cannotOpen(folder, "the journal's folder cannot be made (" + ec.message() + ")",
                               "choose another with --data, or make it writable"));
    return {};
}

void migrate(SQLite::Database& db, int from)
{
    SQLite::Transaction transaction(db, SQLite::TransactionBehavior::IMMEDIATE);
    // Another program may have done it while this one waited for the lock.
    const int now = db.execAndGet("PRAGMA user_version").getInt();
    const auto steps = schemaSteps();
    for (auto step = static_cast<std::size_t>(std::max(now, from)); step < steps.size(); ++step)
        db.exec(std::string(steps[step]));
    db.exec("PRAGMA user_version = " + std::to_string(steps.size()));
    transaction.commit();
}

} // namespace

Journal::Journal(std::unique_ptr<Store> store) : m_store(std::move(store)) {}
Journal::Journal(Journal&&) noexcept = default;
Journal& Journal::operator=(Journal&&) noexcept = default;
Journal::~Journal() = default;

Result<Journal> Journal::open(const std::filesystem::path& folder)
{
    if (auto made = prepareFolder(folder); !made) return fail(made.error());
    const std::filesystem::path file = folder / "journal.db";
    try {
        auto store = std::make_unique<Store>(folder, file);
        std::error_code ec;
        std::filesystem::permissions(
            file, std::filesystem::perms::owner_read | std::filesystem::perms::owner_write, ec);
        SQLite::Database& db = store->db;
        db.setBusyTimeout(busyTimeoutMs);
        const int version = db.execAndGet("PRAGMA user_version").getInt();
        if (version > newestVersion)
            return fail(cannotOpen(file,
                                   "the journal is of version " + std::to_string(version) +
                                       ", and this program knows " + std::to_string(newestVersion),
                                   "use the newer Layakari that wrote it; nothing was changed"));
        // What is said to be saved survives a loss of power: WAL with a full sync.
        db.exec("PRAGMA journal_mode = WAL");
        db.exec("PRAGMA synchronous = FULL");
        db.exec("PRAGMA foreign_keys = ON");
        if (version < newestVersion) migrate(db, version);
        Journal journal(std::move(store));
        if (auto taken = journal.takeLaterFigures(); !taken) return fail(taken.error());
        return journal;
    } catch (const SQLite::Exception& e) {
        if (e.getErrorCode() == SQLITE_NOTADB || e.getErrorCode() == SQLITE_CORRUPT)
            return fail(cannotOpen(file, "this is no journal, or it is damaged",
                                   "move it aside and put a backup in its place; it was left as it "
                                   "is"));
        return fail(cannotOpen(file, std::string("the journal cannot be opened (") + e.what() + ")",
                               "close other programs that use it, and see that the folder can be "
                               "written to"));
    }
}

const std::filesystem::path& Journal::folder() const { return m_store->folder; }

std::optional<std::string> Journal::setting(const std::string& key) const
{
    const auto found = m_store->guarded([&]() -> std::optional<std::string> {
        SQLite::Statement query(m_store->db, "SELECT value FROM setting WHERE key = ?");
        query.bind(1, key);
        if (!query.executeStep()) return std::nullopt;
        return query.getColumn(0).getString();
    });
    return found ? *found : std::nullopt;
}

Result<void> Journal::saveSetting(const std::string& key, const std::string& value)
{
    return m_store->inTransaction([&] {
        SQLite::Statement write(m_store->db, "INSERT OR REPLACE INTO setting VALUES (?, ?)");
        write.bind(1, key);
        write.bind(2, value);
        write.exec();
    });
}

} // namespace layakari
