// SPDX-License-Identifier: GPL-3.0-or-later
//
// What every bench needs of the machine: commands, scratch files, both cores.
#pragma once

#include <filesystem>
#include <functional>
#include <string>

namespace layakari::bench {

/// Ends the program with a message.
[[noreturn]] void giveUp(const std::string& message);

/// Runs a command; ends the program when it fails.
void run(const std::string& command);

/// What a command prints; empty when it cannot be run.
std::string outputOf(const std::string& command);

/// A folder of its own that is removed at the end.
class Scratch {
public:
    Scratch();
    ~Scratch();
    Scratch(const Scratch&) = delete;
    Scratch& operator=(const Scratch&) = delete;
    const std::filesystem::path& folder() const { return m_folder; }

private:
    std::filesystem::path m_folder;
};

/// Calls `work` with 0 to count - 1, as many at a time as there are cores.
void onAllCores(std::size_t count, const std::function<void(std::size_t)>& work);

/// `sound` as a phone or a recorder would have kept it, beside it: "m4a", "opus", "mp3" or
/// "telephone" (8 kHz, A-law); `sound` itself for "". By the ffmpeg command.
std::filesystem::path encoded(const std::filesystem::path& sound, const std::string& codec);

} // namespace layakari::bench
