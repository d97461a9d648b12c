// SPDX-License-Identifier: GPL-3.0-or-later
//
// Large changes that can be taken back as a whole: SQLite's session extension writes down each row
// that was added, changed or deleted (https://www.sqlite.org/sessionintro.html).
#define SQLITE_ENABLE_SESSION
#define SQLITE_ENABLE_PREUPDATE_HOOK
#include "core/journal/journal.hpp"
#include "core/journal/store.hpp"

#include <memory>
#include <sqlite3.h>

namespace layakari {

namespace {

void check(SQLite::Database& db, int code)
{
    if (code != SQLITE_OK) throw SQLite::Exception(db.getHandle(), code);
}

// What the extension has allocated, as a string.
class Bytes {
public:
    int size = 0;
    void* data = nullptr;

    Bytes() = default;
    Bytes(const Bytes&) = delete;
    Bytes& operator=(const Bytes&) = delete;
    ~Bytes() { sqlite3_free(data); }
    std::string text() const
    {
        return {static_cast<const char*>(data), static_cast<std::size_t>(size)};
    }
};

class Session {
public:
    explicit Session(SQLite::Database& db) : m_db(db)
    {
        check(db, sqlite3session_create(db.getHandle(), "main", &m_session));
        check(db, sqlite3session_attach(m_session, nullptr)); // every table
    }
    Session(const Session&) = delete;
    Session& operator=(const Session&) = delete;
    ~Session() { sqlite3session_delete(m_session); }

    std::string changes()
    {
        Bytes bytes;
        check(m_db, sqlite3session_changeset(m_session, &bytes.size, &bytes.data));
        return bytes.text();
    }

private:
    SQLite::Database& m_db;
    sqlite3_session* m_session = nullptr;
};

int refuse(void*, int, sqlite3_changeset_iter*) { return SQLITE_CHANGESET_ABORT; }

// Without the cascades of foreign keys, which would take along what was not recorded; that nothing
// is left without what it belongs to is looked at before the commit.
bool applyWhole(SQLite::Database& db, std::string changes)
{
    db.exec("PRAGMA foreign_keys = OFF");
    const std::unique_ptr<SQLite::Database, void (*)(SQLite::Database*)> until(
        &db, [](SQLite::Database* on) { on->tryExec("PRAGMA foreign_keys = ON"); });
    SQLite::Transaction transaction(db, SQLite::TransactionBehavior::IMMEDIATE);
    const int code = sqlite3changeset_apply(db.getHandle(), static_cast<int>(changes.size()),
                                            changes.data(), nullptr, refuse, nullptr);
    if (code == SQLITE_ABORT) return false;
    check(db, code);
    SQLite::Statement left(db, "PRAGMA foreign_key_check");
    if (left.executeStep()) return false;
    left.reset();
    transaction.commit();
    return true;
}

} // namespace

Result<std::string> Journal::recorded(const std::function<Result<void>()>& work)
{
    std::string changes;
    const auto session = m_store->guarded([&] { return std::make_unique<Session>(m_store->db); });
    if (!session) return fail(session.error());
    const auto done = atOnce([&]() -> Result<void> {
        if (auto worked = work(); !worked) return worked;
        return m_store->guarded([&] { changes = (*session)->changes(); });
    });
    if (!done) return fail(done.error());
    return changes;
}

Result<void> Journal::applyChanges(const std::string& changes, Changes way)
{
    const auto applied = m_store->guarded([&] {
        if (way == Changes::Again) return applyWhole(m_store->db, changes);
        Bytes back;
        check(m_store->db, sqlite3changeset_invert(static_cast<int>(changes.size()), changes.data(),
                                                   &back.size, &back.data));
        return applyWhole(m_store->db, back.text());
    });
    if (!applied) return fail(applied.error());
    if (!*applied)
        return fail({ErrorCode::BadArgument, "", "", "what it added has been changed or used since",
                     "delete it one by one"});
    return {};
}

} // namespace layakari
