// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/journal/records.hpp"

#include <cstdint>
#include <filesystem>

namespace layakari {

/// The local calendar day of a moment in Unix time.
Day localDayOf(std::int64_t seconds);

struct When {
    std::int64_t startedAt = 0; ///< seconds of Unix time
    Day day;                    ///< local
};
/// When a recording of `durationS` was begun: by the time stamp inside the file where it has one,
/// else by the file's own, which a recorder writes when it stops, else now: a clock that was never
/// set, or one that runs in the future, is not believed.
When whenRecorded(const std::filesystem::path& file, double durationS);

} // namespace layakari
