// SPDX-License-Identifier: GPL-3.0-or-later
#include "bench/common/shell.hpp"

#include <algorithm>
#include <array>
#include <atomic>
#include <cstdio>
#include <cstdlib>
#include <map>
#include <thread>
#include <unistd.h>
#include <vector>

namespace layakari::bench {

namespace fs = std::filesystem;

void giveUp(const std::string& message)
{
    std::fprintf(stderr, "%s\n", message.c_str());
    std::exit(1);
}

void run(const std::string& command)
{
    if (std::system(command.c_str()) != 0) giveUp("failed: " + command);
}

std::string outputOf(const std::string& command)
{
    std::string text;
    FILE* pipe = ::popen(command.c_str(), "r");
    if (!pipe) return text;
    std::array<char, 4096> buffer{};
    while (const std::size_t n = std::fread(buffer.data(), 1, buffer.size(), pipe))
        text.append(buffer.data(), n);
    ::pclose(pipe);
    return text;
}

Scratch::Scratch()
    : m_folder(fs::temp_directory_path() / ("layakari-bench-" + std::to_string(::getpid())))
{
    fs::create_directories(m_folder);
}

Scratch::~Scratch()
{
    std::error_code ignored;
    fs::remove_all(m_folder, ignored);
}

void onAllCores(std::size_t count, const std::function<void(std::size_t)>& work)
{
    std::atomic<std::size_t> next = 0;
    std::vector<std::jthread> workers;
    for (unsigned w = 0; w < std::max(1u, std::thread::hardware_concurrency()); ++w)
        workers.emplace_back([&] {
            for (std::size_t i = next++; i < count; i = next++) work(i);
        });
}

fs::path encoded(const fs::path& sound, const std::string& codec)
{
    static const std::map<std::string, std::pair<std::string, std::string>> codecs{
        {"m4a", {".m4a", "-c:a aac -b:a 48k"}},
        {"opus", {".opus", "-c:a libopus -b:a 16k"}},
        {"mp3", {".mp3", "-c:a libmp3lame -b:a 64k"}},
        {"telephone", {".wav", "-ar 8000 -c:a pcm_alaw"}},
    };
    if (codec.empty()) return sound;
    const auto& [extension, options] = codecs.at(codec);
    const fs::path coded = sound.parent_path() / (sound.stem().string() + "-coded" + extension);
    run("ffmpeg -v error -y -i " + sound.string() + " " + options + " " + coded.string());
    return coded;
}

} // namespace layakari::bench
