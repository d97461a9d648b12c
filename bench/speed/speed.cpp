// SPDX-License-Identifier: GPL-3.0-or-later
//
// Time and memory of reading against decoding alone, side by side in one run.
// Usage: bench-speed [--hums] [MINUTES...]; without minutes, 1, 30 and 120. --hums: two-pitch
// humming instead of even breaths.
#include "core/audio/recording.hpp"
#include "core/curriculum/presets.hpp"
#include "core/reading/reading.hpp"
#include "core/simulate/practitioner.hpp"

#include <chrono>
#include <cstdio>
#include <cstdlib>
#include <filesystem>
#include <sys/resource.h>
#include <sys/wait.h>
#include <unistd.h>

namespace {

using namespace layakari;
namespace fs = std::filesystem;

struct Cost {
    double seconds = 0;
    double peakMegabytes = 0;
};

// Runs `work` in a process of its own, so that its peak memory is its own.
template <class Work>
Cost costOf(Work&& work)
{
    const auto start = std::chrono::steady_clock::now();
    const pid_t child = ::fork();
    if (child == 0) {
        work();
        std::_Exit(0);
    }
    rusage usage{};
    ::wait4(child, nullptr, 0, &usage);
    const std::chrono::duration<double> took = std::chrono::steady_clock::now() - start;
    return {took.count(), static_cast<double>(usage.ru_maxrss) / 1024};
}

// At 48 kHz; the ffmpeg command makes it stereo.
fs::path practiceOf(double minutes, const Plan& plan, const fs::path& folder)
{
    Temperament who;
    who.sampleRateHz = 16000;
    const fs::path mono = folder / "mono.flac";
    const fs::path stereo = folder / (std::to_string(static_cast<int>(minutes)) + ".flac");
    if (!writeSimulation(plan, who, 1, mono, "")) std::exit(1);
    const std::string command =
        "ffmpeg -v error -y -i " + mono.string() + " -ar 48000 -ac 2 " + stereo.string();
    if (std::system(command.c_str()) != 0) std::exit(1);
    return stereo;
}

// Even breaths of 4.8 s a side, or two hums of some twelve seconds with an inhale before each.
Plan planFor(double minutes, bool hums)
{
    const double repeatMinutes = hums ? 34.0 / 60 : 8 * 1.2 / 60;
    const int repeat = std::max(1, static_cast<int>(minutes / repeatMinutes));
    Plan plan = findPreset(hums ? "humming-two-pitch" : "even-4-4")->plan;
    if (hums)
        std::get<Group>(plan.parts[0].content).repeat = repeat;
    else
        std::get<Cycles>(plan.parts[0].content).repeat = repeat;
    return plan;
}

} // namespace

int main(int argc, char** argv)
{
    std::vector<double> lengths;
    bool hums = false;
    for (int i = 1; i < argc; ++i)
        if (std::string(argv[i]) == "--hums")
            hums = true;
        else
            lengths.push_back(std::atof(argv[i]));
    if (lengths.empty()) lengths = {1, 30, 120};
    const fs::path folder =
        fs::temp_directory_path() / ("layakari-speed-" + std::to_string(::getpid()));
    fs::create_directories(folder);
    std::printf("| 48 kHz stereo FLAC | decoding alone | reading | ratio | times real time | peak "
                "memory |\n");
    std::printf("|---|---|---|---|---|---|\n");
    for (const double minutes : lengths) {
        const Plan plan = planFor(minutes, hums);
        const fs::path sound = practiceOf(minutes, plan, folder);
        const Cost decoding = costOf([&] {
            const std::string command = "ffmpeg -v error -i " + sound.string() + " -f null -";
            if (std::system(command.c_str()) != 0) std::_Exit(1);
        });
        const Cost reading = costOf([&] {
            const auto listened = listenToFile(sound);
            if (!listened || readAgainst(*listened, plan).cycles.empty()) std::_Exit(1);
        });
        std::printf("| %.0f min | %.2f s | %.2f s | %.1f | %.0f | %.0f MB |\n", minutes,
                    decoding.seconds, reading.seconds, reading.seconds / decoding.seconds,
                    60 * minutes / reading.seconds, reading.peakMegabytes);
    }
    fs::remove_all(folder);
    return 0;
}
