// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/intake/when.hpp"

#include "core/audio/creation_time.hpp"

#include <chrono>
#include <ctime>

namespace layakari {

namespace {

std::optional<std::int64_t> writtenAt(const std::filesystem::path& file)
{
    std::error_code ec;
    const auto time = std::filesystem::last_write_time(file, ec);
    if (ec) return std::nullopt;
    const auto system = std::chrono::file_clock::to_sys(time);
    const std::int64_t seconds =
        std::chrono::duration_cast<std::chrono::seconds>(system.time_since_epoch()).count();
    return isLikelyTime(seconds) ? std::optional(seconds) : std::nullopt;
}

} // namespace

Day localDayOf(std::int64_t seconds)
{
    const auto time = static_cast<std::time_t>(seconds);
    std::tm local{};
    localtime_r(&time, &local);
    return std::chrono::year(local.tm_year + 1900) / (local.tm_mon + 1) / local.tm_mday;
}

When whenRecorded(const std::filesystem::path& file, double durationS)
{
    const auto begun = creationTimeOf(file);
    const std::int64_t startedAt =
        begun ? *begun
              : writtenAt(file).value_or(std::time(nullptr)) - static_cast<std::int64_t>(durationS);
    return {startedAt, localDayOf(startedAt)};
}

} // namespace layakari
