// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/journal/inspect.hpp"

#include "core/base/barrier.hpp"
#include "core/base/files.hpp"
#include "core/journal/journal.hpp"
#include "core/journal/schema.hpp"

#include <set>
#include <sqlite3.h>
#include <tuple>

namespace layakari::inspect {

namespace fs = std::filesystem;

namespace {

constexpr int stepsBetweenLooks = 10'000; // of SQLite's machine, some 0.1 ms

Error damaged(const fs::path& file, const std::string& cause)
{
    return {ErrorCode::BadJournal, file.string(), "", cause,
            "move it aside and put a backup in its place; nothing was changed"};
}

Error newer(const fs::path& file, int version)
{
    return {ErrorCode::BadJournal, file.string(), "",
            "the journal is of version " + std::to_string(version) + ", and this program knows " +
                std::to_string(Journal::newestVersion),
            "use the newer Layakari that wrote it; nothing was changed"};
}

// As SQLite's URIs want a path.
std::string uriOf(const fs::path& file, const std::string& options)
{
    std::string uri = "file:";
    for (const char c : fs::absolute(file).string()) {
        if (c == '?' || c == '#' || c == '%')
            uri += c == '?' ? "%3f" : c == '#' ? "%23" : "%25";
        else
            uri += c;
    }
    return uri + "?" + options;
}

// A connection that leaves the file and its WAL as they are, whoever else has them open.
SQLite::Database openUntouching(const fs::path& file)
{
    std::error_code ec;
    const fs::path wal = fs::path(file).concat("-wal");
    const fs::path shared = fs::path(file).concat("-shm");
    // Without a WAL the file is all there is, and nothing needs to be locked.
    if (!fs::exists(wal, ec) || fs::file_size(wal, ec) == 0)
        return {uriOf(file, "mode=ro&immutable=1"), SQLite::OPEN_READONLY | SQLite::OPEN_URI};
    // Somebody has it open, or was killed: what the WAL means is in the shared memory, or will be.
    if (fs::exists(shared, ec))
        return {uriOf(file, "mode=ro"), SQLite::OPEN_READONLY | SQLite::OPEN_URI, busyTimeoutMs};
    // A WAL alone: its index is kept in memory, so that no file comes to lie beside it. That takes
    // a connection that could write; it must not tidy up when it closes.
    SQLite::Database db(file.string(), SQLite::OPEN_READWRITE, busyTimeoutMs);
    sqlite3_db_config(db.getHandle(), SQLITE_DBCONFIG_NO_CKPT_ON_CLOSE, 1, nullptr);
    db.exec("PRAGMA locking_mode = EXCLUSIVE");
    return db;
}

using Object = std::tuple<std::string, std::string, std::string, std::string>;

// Tables, indexes and what else there is, without what SQLite makes by itself.
std::set<Object> objectsOf(const SQLite::Database& db)
{
    std::set<Object> objects;
    SQLite::Statement query(db, "SELECT type, name, tbl_name, coalesce(sql, '') FROM "
                                "sqlite_schema WHERE name NOT LIKE 'sqlite\\_%' ESCAPE '\\'");
    while (query.executeStep())
        objects.emplace(query.getColumn(0).getString(), query.getColumn(1).getString(),
                        query.getColumn(2).getString(), query.getColumn(3).getString());
    return objects;
}

std::set<Object> objectsOfVersion(int version)
{
    SQLite::Database db(":memory:", SQLite::OPEN_READWRITE | SQLite::OPEN_CREATE);
    for (const std::string_view step : schemaSteps().first(static_cast<std::size_t>(version)))
        db.exec(std::string(step));
    return objectsOf(db);
}

bool isWhole(const SQLite::Database& db)
{
    SQLite::Statement check(db, "PRAGMA quick_check(1)");
    return check.executeStep() && check.getColumn(0).getString() == "ok";
}

bool hasTable(const SQLite::Database& db, const char* name)
{
    return SQLite::Statement(db, "SELECT 1 FROM sqlite_schema WHERE type = 'table' AND name = '" +
                                     std::string(name) + "'")
        .executeStep();
}

// One that is too large to be checked in the time that a start may take is whole as far as is
// known.
bool looksWhole(SQLite::Database& db)
{
    const Deadline deadline(db, ownLimit);
    try {
        return isWhole(db);
    } catch (const SQLite::Exception& e) {
        if (e.getErrorCode() == SQLITE_INTERRUPT) return true;
        throw;
    }
}

int userVersion(const SQLite::Database& db)
{
    SQLite::Statement query(db, "PRAGMA user_version");
    query.executeStep();
    return query.getColumn(0).getInt();
}

Result<void> checkForeign(SQLite::Database& db, const fs::path& file)
{
    const Deadline deadline(db, foreignLimit);
    const int version = userVersion(db);
    if (version > Journal::newestVersion) return fail(newer(file, version));
    if (version < 1 || objectsOf(db) != objectsOfVersion(version))
        return fail(damaged(file, "its tables are not those of a journal (version " +
                                      std::to_string(version) + ")"));
    if (!isWhole(db)) return fail(damaged(file, "the journal is damaged"));
    return {};
}

template <class Work>
auto caught(const fs::path& file, Work&& work) -> decltype(work())
{
    return withoutThrowing(ErrorCode::BadJournal, file.string(), [&]() -> decltype(work()) {
        try {
            return work();
        } catch (const SQLite::Exception& e) {
            if (e.getErrorCode() == SQLITE_NOTADB || e.getErrorCode() == SQLITE_CORRUPT)
                return fail(damaged(file, "this is not a journal, or it is damaged"));
            if (e.getErrorCode() == SQLITE_INTERRUPT)
                return fail(damaged(file, "looking through it takes longer than any journal does"));
            return fail({ErrorCode::BadJournal, file.string(), "",
                         std::string("the journal cannot be opened (") + e.what() + ")",
                         "close other programs that use it, and make sure that it can be read"});
        }
    });
}

} // namespace

Deadline::Deadline(SQLite::Database& db, std::chrono::milliseconds limit)
    : m_db(db), m_until(std::chrono::steady_clock::now() + limit)
{
    sqlite3_progress_handler(
        m_db.getHandle(), stepsBetweenLooks,
        [](void* until) {
            using Time = std::chrono::steady_clock::time_point;
            return std::chrono::steady_clock::now() > *static_cast<Time*>(until) ? 1 : 0;
        },
        &m_until);
}

Deadline::~Deadline() { sqlite3_progress_handler(m_db.getHandle(), 0, nullptr, nullptr); }

void distrust(SQLite::Database& db)
{
    sqlite3* handle = db.getHandle();
    sqlite3_db_config(handle, SQLITE_DBCONFIG_DEFENSIVE, 1, nullptr);
    sqlite3_db_config(handle, SQLITE_DBCONFIG_TRUSTED_SCHEMA, 0, nullptr);
    sqlite3_db_config(handle, SQLITE_DBCONFIG_ENABLE_TRIGGER, 0, nullptr);
    sqlite3_db_config(handle, SQLITE_DBCONFIG_ENABLE_VIEW, 0, nullptr);
    sqlite3_limit(handle, SQLITE_LIMIT_LENGTH, mostRowBytes);
    sqlite3_limit(handle, SQLITE_LIMIT_ATTACHED, 0);
    db.exec("PRAGMA cell_size_check = ON");
    db.exec("PRAGMA mmap_size = 0");
}

Result<int> versionOf(const fs::path& file)
{
    if (auto opened = openRegularFile(file, ErrorCode::BadJournal); !opened)
        return fail(opened.error());
    return caught(file, [&]() -> Result<int> {
        SQLite::Database db = openUntouching(file);
        const int version = userVersion(db);
        if (version > Journal::newestVersion) return fail(newer(file, version));
        if (!looksWhole(db)) return fail(damaged(file, "the journal is damaged"));
        const bool isEmpty = objectsOf(db).empty();
        if (version < 0 || (version == 0) != isEmpty || (version > 0 && !hasTable(db, "person")))
            return fail(damaged(file, "this is a database of another program"));
        return version;
    });
}

Result<SQLite::Database> openForeign(const fs::path& file)
{
    if (auto opened = openRegularFile(file, ErrorCode::BadJournal); !opened)
        return fail(opened.error());
    return caught(file, [&]() -> Result<SQLite::Database> {
        SQLite::Database db(uriOf(file, "mode=ro&immutable=1"),
                            SQLite::OPEN_READONLY | SQLite::OPEN_URI);
        distrust(db);
        if (auto checked = checkForeign(db, file); !checked) return fail(checked.error());
        return db;
    });
}

} // namespace layakari::inspect
