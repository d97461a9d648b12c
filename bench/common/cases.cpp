// SPDX-License-Identifier: GPL-3.0-or-later
#include "bench/common/cases.hpp"

#include "core/plan/presets.hpp"
#include "core/simulate/practitioner.hpp"

#include <array>
#include <atomic>
#include <chrono>
#include <cstdio>
#include <cstdlib>
#include <cstring>
#include <map>
#include <mutex>
#include <thread>
#include <unistd.h>

namespace layakari::bench {

namespace fs = std::filesystem;

namespace {

[[noreturn]] void giveUp(const std::string& message)
{
    std::fprintf(stderr, "%s\n", message.c_str());
    std::exit(1);
}

void run(const std::string& command)
{
    if (std::system(command.c_str()) != 0) giveUp("failed: " + command);
}

SoundOutcome outcomeOf(const SoundCase& what, const fs::path& folder, std::size_t number)
{
    static const std::map<std::string, std::pair<std::string, std::string>> codecs{
        {"m4a", {".m4a", "-c:a aac -b:a 48k"}},
        {"opus", {".opus", "-c:a libopus -b:a 16k"}},
        {"telephone", {".wav", "-ar 8000 -c:a pcm_alaw"}},
    };
    SoundOutcome outcome;
    outcome.what = what;
    const Plan plan = findPreset(what.preset)->plan;
    Temperament who = *temperamentByName(what.temperament);
    if (what.breathToNoiseDb != 0) who.breathToNoiseDb = what.breathToNoiseDb;
    fs::path sound = folder / (std::to_string(number) + ".flac");
    if (auto done = writeSimulation(plan, who, what.seed, sound, ""); !done)
        giveUp(done.error().message());
    outcome.truth = Practitioner(plan, who, what.seed).truth();
    if (!what.codec.empty()) {
        const auto& [extension, options] = codecs.at(what.codec);
        const fs::path coded = folder / (std::to_string(number) + "-coded" + extension);
        run("ffmpeg -v error -y -i " + sound.string() + " " + options + " " + coded.string());
        sound = coded;
    }
    outcome.recording = sound;
    outcome.plain = folder / (std::to_string(number) + "-plain.wav");
    run("ffmpeg -v error -y -i " + sound.string() + " -ac 1 -ar 44100 -c:a pcm_s16le " +
        outcome.plain.string());
    const auto begin = std::chrono::steady_clock::now();
    auto listened = listenToFile(sound);
    if (!listened) giveUp(listened.error().message());
    outcome.reading = readAgainst(*listened, plan);
    outcome.readingS =
        std::chrono::duration<double>(std::chrono::steady_clock::now() - begin).count();
    return outcome;
}

} // namespace

std::vector<SoundCase> soundCases(const std::vector<std::string>& presets, bool held, int seeds)
{
    static const std::array<std::string, 4> ways{"", "m4a", "opus", "telephone"};
    std::vector<SoundCase> cases;
    std::uint64_t seed = held ? 7000 : 300; // seeds below 1,000 are for tuning
    for (int s = 0; s < seeds; ++s)
        for (const Temperament& who : temperaments()) {
            if (who.name.starts_with("held-") != held) continue;
            for (const std::string& preset : presets) {
                cases.push_back({preset, who.name, 0, "", ++seed});
                cases.push_back({preset, who.name, 0, ways[1 + (cases.size() / 3) % 3], ++seed});
                if (held) cases.push_back({preset, who.name, 12, "", ++seed});
            }
        }
    return cases;
}

void runCases(const std::vector<SoundCase>& cases,
              const std::function<void(const SoundOutcome&)>& use)
{
    const fs::path folder =
        fs::temp_directory_path() / ("layakari-bench-" + std::to_string(::getpid()));
    fs::create_directories(folder);
    std::atomic<std::size_t> next = 0;
    std::mutex mutex;
    {
        std::vector<std::jthread> workers;
        for (unsigned w = 0; w < std::max(1u, std::thread::hardware_concurrency()); ++w)
            workers.emplace_back([&] {
                for (std::size_t i = next++; i < cases.size(); i = next++) {
                    const SoundOutcome outcome = outcomeOf(cases[i], folder, i);
                    const std::lock_guard lock(mutex);
                    use(outcome);
                    fs::remove(outcome.plain);
                }
            });
    }
    fs::remove_all(folder);
}

std::vector<std::string> conditionsOf(const SoundCase& what)
{
    std::vector<std::string> names{"1 plan: " + what.preset, "2 who: " + what.temperament, "5 all"};
    if (!what.codec.empty()) names.push_back("3 codec: " + what.codec);
    if (what.breathToNoiseDb != 0)
        names.push_back(
            "4 breath to noise: " + std::to_string(static_cast<int>(what.breathToNoiseDb)) + " dB");
    return names;
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

Arguments argumentsOf(int argc, char** argv)
{
    Arguments arguments;
    for (int i = 1; i < argc; ++i) {
        if (std::strcmp(argv[i], "--held") == 0)
            arguments.held = true;
        else if (std::strcmp(argv[i], "--verbose") == 0)
            arguments.verbose = true;
        else if (std::strcmp(argv[i], "--seeds") == 0 && i + 1 < argc)
            arguments.seeds = std::max(1, std::atoi(argv[++i]));
        else
            giveUp("usage: " + std::string(argv[0]) + " [--held] [--seeds N] [--verbose]");
    }
    return arguments;
}

} // namespace layakari::bench
