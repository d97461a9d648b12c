// SPDX-License-Identifier: GPL-3.0-or-later
//
// Within the journal room only: the open database, and what its files share.
#pragma once

#include "core/journal/journal.hpp"

#include <SQLiteCpp/SQLiteCpp.h>

namespace layakari {

struct Journal::Store {
    std::filesystem::path folder;
    mutable SQLite::Database db;

    Store(std::filesystem::path where, const std::filesystem::path& file)
        : folder(std::move(where)),
          db(file.string(), SQLite::OPEN_READWRITE | SQLite::OPEN_CREATE | SQLite::OPEN_FULLMUTEX)
    {
    }

    Error errorFrom(const SQLite::Exception& e) const
    {
        return {ErrorCode::BadJournal, (folder / "journal.db").string(), "",
                std::string("the journal could not be used (") + e.what() + ")",
                "close other programs that use it, and see that the disk is not full; the file has "
                "not been replaced"};
    }

    /// Runs `work` and turns an exception of the database into an error.
    template <class Work>
    auto guarded(Work&& work) const -> Result<decltype(work())>
    {
        try {
            if constexpr (std::is_void_v<decltype(work())>) {
                work();
                return {};
            } else {
                return work();
            }
        } catch (const SQLite::Exception& e) {
            return fail(errorFrom(e));
        }
    }

    /// The same within one transaction.
    template <class Work>
    auto inTransaction(Work&& work) -> Result<decltype(work())>
    {
        return guarded([&] {
            SQLite::Transaction transaction(db, SQLite::TransactionBehavior::IMMEDIATE);
            if constexpr (std::is_void_v<decltype(work())>) {
                work();
                transaction.commit();
            } else {
                auto result = work();
                transaction.commit();
                return result;
            }
        });
    }
};

namespace sql {

inline std::optional<double> realOf(const SQLite::Column& column)
{
    return column.isNull() ? std::nullopt : std::optional(column.getDouble());
}

template <class T>
void bind(SQLite::Statement& statement, int index, const std::optional<T>& value)
{
    if (value)
        statement.bind(index, *value);
    else
        statement.bind(index);
}

/// Lists of words as JSON text; text that cannot be read gives none.
std::string wordsToJson(const std::vector<std::string>& words);
std::vector<std::string> wordsFromJson(const std::string& json);
std::string conditionsToJson(const Conditions& conditions);
Conditions conditionsFromJson(const std::string& json);
std::string schoolToJson(const School& school);
School schoolFromJson(const std::string& json);
/// Day 0 for a text that is no day.
Day dayOf(const SQLite::Column& column);

} // namespace sql

} // namespace layakari
