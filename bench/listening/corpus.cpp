// SPDX-License-Identifier: GPL-3.0-or-later
#include "bench/listening/corpus.hpp"

#include "bench/common/shell.hpp"
#include "core/base/checked_json.hpp"
#include "core/curriculum/presets.hpp"
#include "core/simulate/practitioner.hpp"

#include <array>
#include <cstdio>

namespace layakari::bench {

namespace fs = std::filesystem;

namespace {

const std::vector<std::string> fourPlans{"square-4", "four-seven-eight", "long-exhale-4-6",
                                         "even-4-4"};
const std::array<std::string, 8> ways{"", "m4a", "", "opus", "", "mp3", "", "telephone"};

void addTemperaments(std::vector<Case>& cases, bool held, int seeds)
{
    const std::vector<std::string> plans{
        "even-4-4",        "square-4",   "square-4-exhale-first",        "four-seven-eight",
        "long-exhale-4-6", "held-5-6-5", "alternate-nostril-left-first", "ladder-even"};
    std::size_t i = 0;
    for (int s = 0; s < seeds; ++s)
        for (const Temperament& who : temperaments()) {
            if (who.name.starts_with("held-") != held) continue;
            for (const std::string& plan : plans) {
                const auto seed =
                    static_cast<std::uint64_t>((held ? 1000 : 1) + s * 100 + static_cast<int>(i));
                cases.push_back({plan, who.name, 0, ways[i % ways.size()], seed});
                ++i;
            }
        }
}

void addLevels(std::vector<Case>& cases, bool held)
{
    for (const double db : {6.0, 9.0, 12.0, 20.0})
        for (const std::string plan : {"square-4", "four-seven-eight", "even-4-4"})
            cases.push_back(
                {plan, held ? "held-boathouse" : "steady", db, "",
                 static_cast<std::uint64_t>((held ? 2000 : 500) + static_cast<int>(db))});
}

void addWhatSoundsOver(std::vector<Case>& cases, bool held, int seeds)
{
    for (int s = 0; s < seeds; ++s) {
        int seed = (held ? 3000 : 700) + 20 * s;
        for (const LaidOver& over : laidOver(held))
            for (const std::string& plan : fourPlans) {
                const char* who = held ? (seed % 2 ? "held-attic" : "held-boathouse")
                                       : (seed % 2 ? "mouth" : "steady");
                cases.push_back({plan, who, 0, "", static_cast<std::uint64_t>(seed++), over});
            }
    }
}

// Beside one simulated person and one stranger each.
void addImpactCases(std::vector<Case>& cases, bool held, int seeds)
{
    std::uint64_t seed = held ? 6000 : 900;
    constexpr std::array textures{Texture::Fricatives, Texture::Resonances, Texture::Gusts};
    for (int s = 0; s < seeds; ++s)
        for (const Impact impacts : {Impact::Claps, Impact::Ticks, Impact::Clatter, Impact::Thumps})
            for (const std::string& plan : fourPlans) {
                Case one{plan, held ? "held-attic" : "steady", 0, ways[seed % ways.size()], ++seed};
                one.impacts = impacts;
                cases.push_back(one);
                one.stranger = Stranger{textures[seed % textures.size()], held, ++seed, 18};
                one.seed = seed;
                cases.push_back(one);
            }
}

// People who are simulated and strangers, each with a recorder's gain of their own kind.
void addGains(std::vector<Case>& cases, bool held, int seeds)
{
    std::uint64_t seed = held ? 4000 : 800;
    const std::vector<const char*> people = held ? std::vector{"held-attic", "held-boathouse"}
                                                 : std::vector{"steady", "mouth", "alike"};
    for (const char* who : people)
        for (const std::string plan : {"square-4", "four-seven-eight"})
            cases.push_back({plan, who, 0, "", seed++, {}, true});
    seed = held ? 4100 : 600;
    std::size_t way = 0;
    for (int s = 0; s < seeds; ++s)
        for (const Texture texture : {Texture::Fricatives, Texture::Resonances, Texture::Gusts})
            for (const std::string& plan : fourPlans) {
                Case one{plan, held ? "held-attic" : "steady", 0, ways[++way % ways.size()],
                         ++seed};
                one.automaticGain = true;
                one.stranger = Stranger{texture, held, seed, seed % 2 ? 25.0 : 15.0};
                one.stranger->hasGain = true;
                cases.push_back(one);
            }
}

// Minutes of breath without a hold beside a gain: only natural breaths around it show the room.
void addLongBreathBesideGains(std::vector<Case>& cases, bool held)
{
    std::uint64_t seed = held ? 4300 : 640;
    const auto add = [&](const std::string& who, const std::string& plan,
                         std::optional<Stranger> stranger) {
        Case one{plan, who, 0, "", ++seed, {}, true};
        one.timesOver = 4;
        if (stranger) {
            stranger->seed = seed;
            stranger->hasGain = true;
        }
        one.stranger = std::move(stranger);
        cases.push_back(one);
    };
    for (const std::string plan : {"even-4-4", "long-exhale-4-6"}) {
        for (const Temperament& who : temperaments())
            if (who.name.starts_with("held-") == held) add(who.name, plan, {});
        for (const Texture texture : {Texture::Fricatives, Texture::Resonances, Texture::Gusts})
            add(held ? "held-attic" : "steady", plan, Stranger{texture, held, 0, 18});
    }
}

void addStrangers(std::vector<Case>& cases, bool held, int seeds)
{
    std::uint64_t seed = held ? 5000 : 850;
    std::size_t i = 0;
    for (int s = 0; s < seeds; ++s)
        for (const Texture texture : {Texture::Fricatives, Texture::Resonances, Texture::Gusts})
            for (const double db : {25.0, 15.0, 12.0, 6.0})
                for (const std::string& plan : fourPlans) {
                    Case stranger{plan, held ? "held-attic" : "steady", 0, ways[i++ % ways.size()],
                                  ++seed};
                    stranger.stranger = Stranger{texture, held, seed, db};
                    cases.push_back(stranger);
                }
}

// Strangers have their own way of breathing at rest: an inhale takes 0.35 to 0.49 of the time to
// the next (Tobin et al., Chest 84, 1983, with two standard deviations), and some make no pause.
void breatheAtRestAs(std::uint64_t seed, Temperament& who)
{
    Random random(seed, 906);
    const double breathS = random.uniform(3.2, 6.5);
    who.restInhaleS = random.uniform(0.35, 0.49) * breathS;
    who.restPauseS = random.uniform(0.05, 0.4) * (breathS - who.restInhaleS);
    who.restExhaleS = breathS - who.restInhaleS - who.restPauseS;
}

void addImpactsTo(const fs::path& sound, Impact what, std::uint64_t seed)
{
    auto samples = readStretch(sound, 0, 24 * 3600, analysisRateHz);
    if (!samples) giveUp(samples.error().message());
    Random random(seed, 905);
    addImpacts(*samples, what, random);
    writeSound(*samples, sound);
}

} // namespace

std::string Case::name() const
{
    std::string name = preset + " " + temperament;
    if (stranger)
        name = preset + " " + nameOf(stranger->texture) + " " +
               shortNumber(stranger->breathToNoiseDb) + " dB";
    if (breathToNoiseDb != 0) name += " " + shortNumber(breathToNoiseDb) + " dB";
    if (!codec.empty()) name += " " + codec;
    if (over) name += " " + over->name + " " + over->voice;
    if (impacts) name += " beside " + nameOf(*impacts);
    if (timesOver > 1) name += " long";
    if (automaticGain) name += " gain";
    return name + " seed " + std::to_string(seed);
}

std::vector<std::string> Case::conditions() const
{
    const auto level = [](double db) {
        char text[16];
        std::snprintf(text, sizeof text, "%02.0f dB", db);
        return std::string(text);
    };
    if (impacts)
        return {"5beside it: " + nameOf(*impacts) + (stranger ? ", a stranger's breath" : "")};
    if (automaticGain)
        return {std::string("6automatic gain") + (timesOver > 1 ? ", long breath" : "") +
                (stranger ? ", strangers" : "")};
    if (stranger)
        return {"7strangers: " + nameOf(stranger->texture),
                "8strangers: " + level(stranger->breathToNoiseDb)};
    if (over) return {"5over it: " + over->name};
    if (breathToNoiseDb != 0) return {"4breath to noise: " + level(breathToNoiseDb)};
    return {"1plan: " + preset, "2who: " + temperament,
            "3codec: " + (codec.empty() ? std::string("flac") : codec)};
}

std::vector<Case> corpus(bool held, int seeds)
{
    std::vector<Case> cases;
    addTemperaments(cases, held, seeds);
    addLevels(cases, held);
    addWhatSoundsOver(cases, held, seeds);
    addImpactCases(cases, held, seeds);
    addGains(cases, held, seeds);
    addLongBreathBesideGains(cases, held);
    addStrangers(cases, held, seeds);
    return cases;
}

Recorded record(const Case& what, const fs::path& folder)
{
    Plan plan = findPreset(what.preset)->plan;
    forEachCycles(plan.parts, [&](Cycles& part) { part.repeat *= what.timesOver; });
    Temperament who = *temperamentByName(what.temperament);
    if (what.breathToNoiseDb != 0) who.breathToNoiseDb = what.breathToNoiseDb;
    who.automaticGain = who.automaticGain || what.automaticGain;
    if (what.stranger) breatheAtRestAs(what.stranger->seed, who);
    Recorded recorded{folder / "practice.flac", Practitioner(plan, who, what.seed).truth()};
    if (what.stranger) {
        recordStranger(recorded.truth, *what.stranger, folder, recorded.sound);
    } else if (auto done = writeSimulation(plan, who, what.seed, recorded.sound, ""); !done) {
        giveUp(done.error().message());
    }
    if (what.over) {
        const fs::path mixed = folder / "mixed.flac";
        recorded.truth.voice = layOver(*what.over, recorded.sound, who.breathLevelDb,
                                       recorded.truth.phases.back().endS, mixed);
        recorded.sound = mixed;
    }
    if (what.impacts) addImpactsTo(recorded.sound, *what.impacts, what.seed);
    recorded.sound = encoded(recorded.sound, what.codec);
    return recorded;
}

} // namespace layakari::bench
