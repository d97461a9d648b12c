// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <tl/expected.hpp>

namespace layakari {

/// Why something could not be done. The command line's exit status follows from it.
enum class ErrorCode {
    CannotRead,  ///< a recording is missing, unreadable, or holds no sound
    BadPlan,     ///< a plan file breaks the plan format; `place` is the JSON pointer
    BadReading,  ///< a reading file breaks the reading format; `place` is the JSON pointer
    CannotWrite, ///< an output could not be written; nothing half-written is left behind
    BadArgument, ///< a name or value that the caller gave is not known
    BadJournal,  ///< the journal is broken, newer than this program, locked, or cannot be made
    Cancelled,   ///< stopped by the caller's stop token
};

/// An error as a value: what went wrong, in which file, and what to try.
struct Error {
    ErrorCode code = ErrorCode::CannotRead;
    std::string file;  ///< the file concerned; empty when there is none
    std::string place; ///< where in the file, e.g. a JSON pointer; empty when it is the whole file
    /// One clause, no full stop: the English of a message "error.<clause>", or a text with
    /// something in it that was said where the error arose.
    std::string cause;
    std::string tryThis; ///< likewise, what to try; may be empty

    /// All of it on one line, in the program's language: "FILE: PLACE: CAUSE; TRY THIS".
    std::string message() const;
};

/// A clause of an error in the program's language; one that was said already as it is.
std::string clauseInWords(const std::string& clause);

template <class T>
using Result = tl::expected<T, Error>;

inline tl::unexpected<Error> fail(Error error) { return tl::unexpected<Error>(std::move(error)); }

} // namespace layakari
