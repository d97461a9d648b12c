// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/journal/backup.hpp"

#include <SQLiteCpp/SQLiteCpp.h>
#include <algorithm>

namespace layakari {

namespace {

namespace fs = std::filesystem;

constexpr const char* prefix = "journal-";
constexpr auto forOwner = fs::perms::owner_read | fs::perms::owner_write;

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
        if (!fs::exists(name)) return name;
    }
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
    std::vector<Backup> all;
    std::error_code ec;
    for (fs::directory_iterator it(folder / "backups", ec), end; !ec && it != end;
         it.increment(ec)) {
        const std::string stem = it->path().stem().string();
        if (it->path().extension() != ".db" || !stem.starts_with(prefix)) continue;
        if (const auto day = dayFromText(stem.substr(std::string(prefix).size())))
            all.push_back({it->path(), *day});
    }
    std::sort(all.begin(), all.end(),
              [](const Backup& a, const Backup& b) { return a.day > b.day; });
    return all;
}

Result<std::optional<Backup>> backUp(const fs::path& folder, Day today)
{
    const Backup backup{folder / "backups" / (prefix + dayToText(today) + ".db"), today};
    std::error_code ec;
    if (fs::exists(backup.file, ec)) return std::nullopt;
    fs::create_directories(backup.file.parent_path(), ec);
    if (!ec) fs::permissions(backup.file.parent_path(), fs::perms::owner_all, ec);
    if (ec)
        return fail(badJournal(backup.file, "no backup can be made (" + ec.message() + ")",
                               "see that the journal's folder can be written to"));
    if (auto copied = copyJournal(folder, backup.file); !copied) return fail(copied.error());
    dropOldest(folder);
    return backup;
}

Result<void> copyJournal(const fs::path& folder, const fs::path& file)
{
    const fs::path begun = fs::path(file).concat(".part");
    std::error_code ec;
    fs::remove(begun, ec);
    try {
        SQLite::Database db((folder / "journal.db").string(), SQLite::OPEN_READONLY);
        SQLite::Statement copy(db, "VACUUM INTO ?");
        copy.bind(1, begun.string());
        copy.exec();
    } catch (const SQLite::Exception& e) {
        fs::remove(begun, ec);
        return fail(badJournal(file, std::string("the journal cannot be copied (") + e.what() + ")",
                               "see that the disk is not full"));
    }
    fs::permissions(begun, forOwner, ec);
    if (!ec) fs::rename(begun, file, ec);
    if (ec)
        return fail(badJournal(file, "the journal cannot be copied (" + ec.message() + ")",
                               "see that the folder can be written to"));
    return {};
}

Result<Backup> restoreLastBackup(const fs::path& folder)
{
    const fs::path file = folder / "journal.db";
    for (const Backup& backup : backupsIn(folder)) {
        if (!isWhole(backup.file)) continue;
        std::error_code ec;
        // At any moment there is a journal of that name: the old one gets a second name first, and
        // the copy takes its place in one step.
        const fs::path begun = folder / "journal.db.part";
        fs::copy_file(backup.file, begun, fs::copy_options::overwrite_existing, ec);
        if (!ec) fs::permissions(begun, forOwner, ec);
        if (!ec && fs::exists(file)) fs::create_hard_link(file, freeName(folder), ec);
        // What belongs to the journal that was there must not be taken for the backup's.
        for (const char* rest : {"journal.db-wal", "journal.db-shm"})
            if (!ec) fs::remove(folder / rest, ec);
        if (!ec) fs::rename(begun, file, ec);
        if (ec)
            return fail(badJournal(file,
                                   "the backup cannot be put in its place (" + ec.message() + ")",
                                   "see that the folder can be written to"));
        return backup;
    }
    return fail(badJournal(file, "there is no backup that is whole",
                           "choose another folder with --data to begin anew"));
}

} // namespace layakari
