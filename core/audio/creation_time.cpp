// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/audio/creation_time.hpp"

#include "core/audio/recording.hpp"

#include <ctime>

namespace layakari {

bool isLikelyTime(std::int64_t seconds)
{
    constexpr std::int64_t year2000 = 946'684'800;
    constexpr std::int64_t aDay = 86'400;
    return seconds >= year2000 && seconds <= std::time(nullptr) + aDay;
}

std::optional<std::int64_t> creationTimeOf(const std::filesystem::path& file)
{
    const auto recording = Recording::open(file);
    if (!recording || !recording->createdMicroseconds()) return std::nullopt;
    const std::int64_t seconds = *recording->createdMicroseconds() / 1'000'000;
    return isLikelyTime(seconds) ? std::optional(seconds) : std::nullopt;
}

} // namespace layakari
