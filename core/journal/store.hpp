// SPDX-License-Identifier: GPL-3.0-or-later
//
// Within the journal room only: the open database, and what its files share.
#pragma once

#include "core/base/barrier.hpp"
#include "core/journal/journal.hpp"
#include "core/language/message.hpp"

#include <SQLiteCpp/SQLiteCpp.h>

namespace layakari {

struct Journal::Store {
    std::filesystem::path folder;
    mutable SQLite::Database db;
    bool isInTransaction = false; ///< of `Journal::atOnce`

    Store(std::filesystem::path where, const std::filesystem::path& file)
        : folder(std::move(where)),
          db(file.string(), SQLite::OPEN_READWRITE | SQLite::OPEN_CREATE | SQLite::OPEN_FULLMUTEX)
    {
    }

    /// Brings a database of an older version up to date, in one transaction.
    void migrate();

    Error errorFrom(const SQLite::Exception& e) const
    {
        return {
            ErrorCode::BadJournal, (folder / "journal.db").string(), "",
            say("error.journal-could-not-be-used", {{"why", e.what()}}),
            "close other programs that use it, and make sure that the disk is not full; the file "
            "has not been replaced"};
    }

    /// Runs `work` and turns what it throws into an error.
    template <class Work>
    auto guarded(Work&& work) const -> Result<decltype(work())>
    {
        using Value = decltype(work());
        return withoutThrowing(ErrorCode::BadJournal, (folder / "journal.db").string(),
                               [&]() -> Result<Value> {
                                   try {
                                       if constexpr (std::is_void_v<Value>) {
                                           work();
                                           return {};
                                       } else {
                                           return work();
                                       }
                                   } catch (const SQLite::Exception& e) {
                                       return fail(errorFrom(e));
                                   }
                               });
    }

    /// The same within one transaction: its own, or the one that is open already.
    template <class Work>
    auto inTransaction(Work&& work) -> Result<decltype(work())>
    {
        if (isInTransaction) return guarded(work);
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

/// `where`: the parameter's number or name.
template <class Where, class T>
void bind(SQLite::Statement& statement, Where where, const std::optional<T>& value)
{
    if (value)
        statement.bind(where, *value);
    else
        statement.bind(where);
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
