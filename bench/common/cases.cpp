// SPDX-License-Identifier: GPL-3.0-or-later
#include "bench/common/cases.hpp"

#include "bench/common/shell.hpp"
#include "core/curriculum/presets.hpp"
#include "core/simulate/practitioner.hpp"

#include <array>
#include <chrono>
#include <cstdlib>
#include <cstring>
#include <mutex>

namespace layakari::bench {

namespace fs = std::filesystem;

namespace {

SoundOutcome outcomeOf(const SoundCase& what, const fs::path& folder, std::size_t number)
{
    SoundOutcome outcome;
    outcome.what = what;
    const Plan plan = findPreset(what.preset)->plan;
    Temperament who = *temperamentByName(what.temperament);
    if (what.breathToNoiseDb != 0) who.breathToNoiseDb = what.breathToNoiseDb;
    who.automaticGain = who.automaticGain || what.automaticGain;
    fs::path sound = folder / (std::to_string(number) + ".flac");
    if (auto done = writeSimulation(plan, who, what.seed, sound, ""); !done)
        giveUp(done.error().message());
    outcome.truth = Practitioner(plan, who, what.seed).truth();
    sound = encoded(sound, what.codec);
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
                if (held)
                    cases.push_back({preset, who.name, 12, "", ++seed});
                else
                    cases.push_back({preset, who.name, 0, "", ++seed, true});
            }
        }
    return cases;
}

void runCases(const std::vector<SoundCase>& cases,
              const std::function<void(const SoundOutcome&)>& use)
{
    const Scratch scratch;
    std::mutex mutex;
    onAllCores(cases.size(), [&](std::size_t i) {
        const SoundOutcome outcome = outcomeOf(cases[i], scratch.folder(), i);
        const std::lock_guard lock(mutex);
        use(outcome);
        fs::remove(outcome.plain);
    });
}

std::vector<std::string> conditionsOf(const SoundCase& what)
{
    std::vector<std::string> names{"1 plan: " + what.preset, "2 who: " + what.temperament, "5 all"};
    if (!what.codec.empty()) names.push_back("3 codec: " + what.codec);
    if (what.automaticGain) names.emplace_back("4 automatic gain");
    if (what.breathToNoiseDb != 0)
        names.push_back(
            "4 breath to noise: " + std::to_string(static_cast<int>(what.breathToNoiseDb)) + " dB");
    return names;
}

Arguments argumentsOf(int argc, char** argv)
{
    Arguments arguments;
    for (int i = 1; i < argc; ++i) {
        if (std::strcmp(argv[i], "--held") == 0)
            arguments.held = true;
        else if (std::strcmp(argv[i], "--verbose") == 0)
            arguments.verbose = true;
        else if (std::strcmp(argv[i], "--strangers") == 0)
            arguments.strangersOnly = true;
        else if (std::strcmp(argv[i], "--seeds") == 0 && i + 1 < argc)
            arguments.seeds = std::max(1, std::atoi(argv[++i]));
        else
            giveUp("usage: " + std::string(argv[0]) + " [--held] [--seeds N] [--verbose]");
    }
    return arguments;
}

} // namespace layakari::bench
