// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/audio/creation_time.hpp"

#include <ctime>

extern "C" {
#include <libavformat/avformat.h>
#include <libavutil/parseutils.h>
}

namespace layakari {

namespace {

std::optional<std::int64_t> timeIn(const AVDictionary* tags)
{
    const AVDictionaryEntry* entry = av_dict_get(tags, "creation_time", nullptr, 0);
    std::int64_t microseconds = 0;
    if (!entry || av_parse_time(&microseconds, entry->value, 0) < 0) return std::nullopt;
    constexpr std::int64_t year2000 = 946'684'800;
    constexpr std::int64_t aDay = 86'400;
    const std::int64_t seconds = microseconds / 1'000'000;
    if (seconds < year2000 || seconds > std::time(nullptr) + aDay) return std::nullopt;
    return seconds;
}

} // namespace

std::optional<std::int64_t> creationTimeOf(const std::filesystem::path& file)
{
    AVFormatContext* format = nullptr;
    if (avformat_open_input(&format, file.c_str(), nullptr, nullptr) < 0) return std::nullopt;
    std::optional<std::int64_t> time = timeIn(format->metadata);
    for (unsigned i = 0; !time && i < format->nb_streams; ++i)
        time = timeIn(format->streams[i]->metadata);
    avformat_close_input(&format);
    return time;
}

} // namespace layakari
