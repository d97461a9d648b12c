// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/journal/backup.hpp"
#include "core/language/message.hpp"

#include <SQLiteCpp/SQLiteCpp.h>
#include <algorithm>

namespace layakari {

namespace {

namespace fs = std::filesystem;

constexpr const char* prefix = "journal-";

Error badJournal(const fs::path& file, const std::string& cause, const std::string& tryThis)
{
    return {ErrorCode::BadJournal, file.string(), "", cause, tryThis};
}

bool isWhole(const fs::path& file)
{
    try {
        SQLite::Database db(file.string(), SQLite::OPEN_READONLY);
        return db.execAndGet("PRAGMA quick_check").getString() == "ok" &&
               db.execAndGet("PRAGMA user_version").getInt() > 0;
    } catch (const SQLite::Exception&) {
        return false;
    }
}

fs::path freeName(const fs::path& folder)
{
    for (int n = 1;; ++n) {
        fs::path name = folder / ("journal-aside-" + std::to_string(n) + ".db");
        std::error_code ec;
        if (!fs::exists(fs::symlink_status(name, ec))) return name;
    }
}

fs::path fileOf(const fs::path& folder, Day day)
{
    return folder / "backups" / (prefix + dayToText(day) + ".db");
}

void dropOldest(const fs::path& folder)
{
    const std::vector<Backup> all = backupsIn(folder);
    std::error_code ignored;
    for (std::size_t i = keptBackups; i < all.size(); ++i) fs::remove(all[i].file, ignored);
}

} // namespace

std::vector<Backup> backupsIn(const fs::path& folder)
{
    std::vector<std::pair<fs::file_time_type, Backup>> all;
    const auto tomorrow = fs::file_time_type::clock::now() + std::chrono::hours(24);
    std::error_code ec;
    for (fs::directory_iterator it(folder / "backups", ec), end; !ec && it != end;
         it.increment(ec)) {
        const std::string stem = it->path().stem().string();
        if (it->path().extension() != ".db" || !stem.starts_with(prefix)) continue;
        const auto day = dayFromText(stem.substr(std::string(prefix).size()));
        std::error_code gone;
        auto made = it->last_write_time(gone);
        if (!day || gone) continue;
        // A clock that ran ahead says nothing of when it was.
        if (made > tomorrow) made = fs::file_time_type::min();
        all.push_back({made, {it->path(), *day}});
    }
    std::sort(all.begin(), all.end(), [](const auto& a, const auto& b) {
        return a.first != b.first ? a.first > b.first : a.second.day > b.second.day;
    });
    std::vector<Backup> backups;
    for (auto& [made, backup] : all) backups.push_back(std::move(backup));
    return backups;
}

Result<std::optional<Backup>> backUp(const fs::path& folder, Day today)
{
    std::error_code ec;
    if (fs::exists(fileOf(folder, today), ec)) return std::nullopt;
    return backUpAnew(folder, today).map([](Backup made) { return std::optional(made); });
}

Result<Backup> backUpAnew(const fs::path& folder, Day today)
{
    const Backup backup{fileOf(folder, today), today};
    const auto backups = OutFolder::open(folder).and_then(
        [](const OutFolder& journal) { return journal.folder("backups"); });
    if (!backups) return fail(backups.error());
    auto file = backups->create(backup.file.filename().string());
    if (!file) return fail(file.error());
    if (auto copied = copyJournal(folder, *std::move(file)); !copied) return fail(copied.error());
    dropOldest(folder);
    return backup;
}

Result<void> copyJournal(const fs::path& folder, NewFile file)
{
    try {
        SQLite::Database db((folder / "journal.db").string(), SQLite::OPEN_READONLY);
        // SQLite writes into an empty file that is there already, which is ours.
        SQLite::Statement copy(db, "VACUUM INTO :file");
        copy.bind(":file", file.workingPath().string());
        copy.exec();
    } catch (const SQLite::Exception& e) {
        return fail(badJournal(folder / "journal.db",
                               say("error.journal-cannot-be-copied", {{"why", e.what()}}),
                               "make sure that the disk is not full"));
    }
    return file.finish();
}

Result<Backup> restoreLastBackup(const fs::path& folder)
{
    const fs::path file = folder / "journal.db";
    for (const Backup& backup : backupsIn(folder)) {
        if (!isWhole(backup.file)) continue;
        const auto cannot = [&](const std::error_code& ec) {
            return fail(badJournal(file,
                                   say("error.backup-cannot-be-placed", {{"why", ec.message()}}),
                                   "make sure that the folder can be written to"));
        };
        // At any moment there is a journal of that name: the old one gets a second name first, and
        // the copy takes its place in one step. What of it is still in its WAL goes with it, and
        // must not be taken for the backup's.
        std::error_code ec;
        const fs::path aside = freeName(folder);
        if (fs::exists(file, ec)) fs::create_hard_link(file, aside, ec);
        if (ec) return cannot(ec);
        const fs::path wal = folder / "journal.db-wal";
        if (fs::exists(wal, ec)) fs::rename(wal, fs::path(aside).concat("-wal"), ec);
        if (!ec) fs::remove(folder / "journal.db-shm", ec);
        if (ec) return cannot(ec);
        auto begun = OutFolder::open(folder).and_then(
            [](const OutFolder& journal) { return journal.create("journal.db"); });
        if (!begun) return fail(begun.error());
        if (auto copied = copyFile(backup.file, *std::move(begun)); !copied)
            return fail(copied.error());
        return backup;
    }
    return fail(badJournal(file, "there is no backup that is whole",
                           "choose another folder with --data to begin anew"));
}

} // namespace layakari
