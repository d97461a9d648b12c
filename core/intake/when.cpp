// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/intake/when.hpp"

#include "core/audio/creation_time.hpp"

#include <chrono>
#include <ctime>

namespace layakari {

namespace {

std::int64_t writtenAt(const std::filesystem::path& file)
{
    std::error_code ec;
    const auto time = std::filesystem::last_write_time(file, ec);
    const auto system =
        std::chrono::file_clock::to_sys(ec ? std::filesystem::file_time_type::clock::now() : time);
    return std::chrono::duration_cast<std::chrono::seconds>(system.time_since_epoch()).count();
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
    const std::int64_t startedAt =
        creationTimeOf(file).value_or(writtenAt(file) - static_cast<std::int64_t>(durationS));
    return {startedAt, localDayOf(startedAt)};
}

} // namespace layakari
