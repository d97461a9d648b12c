// SPDX-License-Identifier: GPL-3.0-or-later
#include "bench/common/textures.hpp"

#include "bench/common/shell.hpp"
#include "core/audio/sound_writer.hpp"
#include "core/features/feature_track.hpp"
#include "core/simulate/filters.hpp"

#include <algorithm>
#include <cmath>
#include <memory>
#include <numbers>

namespace layakari::bench {

namespace fs = std::filesystem;

namespace {

constexpr double rate = analysisRateHz;

// The unvoiced, loud stretches of a phoneme that a voice says again and again.
Sound spoken(const std::string& voice, const std::string& phoneme, const fs::path& folder)
{
    const fs::path wav = folder / ("phoneme-" + std::to_string(phoneme[0]) + ".wav");
    std::string said;
    for (int i = 0; i < 12; ++i) said += phoneme + " ";
    run("espeak-ng -v " + voice + " -s 90 -w '" + wav.string() + "' '[[" + said + "]]'");
    const auto sound = readStretch(wav, 0, 60, analysisRateHz);
    if (!sound) giveUp(sound.error().message());
    FeatureExtractor extractor;
    extractor.push(*sound);
    const FeatureTrack track = extractor.take();
    const auto levelOf = [&](std::size_t i) {
        return *std::max_element(track.levels(i).begin(), track.levels(i).end());
    };
    float loudest = silenceDb;
    for (std::size_t i = 0; i < track.frames(); ++i) loudest = std::max(loudest, levelOf(i));
    constexpr float usedDb = 14;
    constexpr float voiced = 0.6f;
    Sound material;
    for (std::size_t i = 0; i < track.frames(); ++i) {
        if (levelOf(i) < loudest - usedDb || track.voicing(i).strength > voiced) continue;
        const auto at = sound->begin() + static_cast<std::ptrdiff_t>(i * samplesIn(0.01));
        material.insert(material.end(), at, at + static_cast<std::ptrdiff_t>(samplesIn(0.01)));
    }
    if (material.size() < samplesIn(0.15))
        giveUp("espeak-ng says no '" + phoneme + "'; is espeak-ng-data installed?");
    return material;
}

// How material is cut into grains and laid out again, in seconds.
struct Grains {
    double shortest;
    double longest;
    double leastHop;
    double mostHop;
};
constexpr Grains ofConsonants{0.05, 0.09, 0.02, 0.02};
// The voice that whispers still pulses at its pitch: grains shorter than two pulses, unevenly laid
// out, do not.
constexpr Grains ofWhispers{0.012, 0.025, 0.002, 0.008};

// Grains from anywhere in the material, played slower for a larger throat.
Source grainsOf(Sound material, double slower, const Grains& grains, Random& random)
{
    return [material = std::move(material), slower, grains, &random](std::size_t samples) {
        Sound sound(samples + samplesIn(0.1), 0.0f);
        const auto hop = [&] {
            return samplesIn(grains.mostHop > grains.leastHop
                                 ? random.uniform(grains.leastHop, grains.mostHop)
                                 : grains.mostHop);
        };
        for (std::size_t at = 0; at < samples; at += hop()) {
            const std::size_t length = samplesIn(random.uniform(grains.shortest, grains.longest));
            const double from = random.uniform() * static_cast<double>(material.size());
            for (std::size_t i = 0; i < length && at + i < sound.size(); ++i) {
                const auto source =
                    static_cast<std::size_t>(from + slower * static_cast<double>(i));
                const double hann = std::sin(std::numbers::pi * static_cast<double>(i) /
                                             static_cast<double>(length));
                sound[at + i] +=
                    static_cast<float>(hann * hann) * material[source % material.size()];
            }
        }
        sound.resize(samples);
        normalise(sound);
        return sound;
    };
}

Source fricatives(const TextureOf& who, Random& random, const fs::path& folder, int which)
{
    static const std::array<const char*, 3> tuning{"s", "f", "S"};
    static const std::array<const char*, 4> heldBack{"x", "T", "C", "h"};
    const auto pick = static_cast<std::size_t>(random.below(12)) + static_cast<std::size_t>(which);
    const std::string phoneme = who.held ? heldBack[pick % 4] : tuning[pick % 3];
    const double slower = random.uniform(0.45, 1.0);
    return grainsOf(spoken("en", phoneme, folder), slower, ofConsonants, random);
}

// Each call draws a throat that is a little wider or tighter.
Source whispers(const TextureOf& who, Random& random, const fs::path& folder)
{
    static const std::array<const char*, 3> tuning{"@", "V", "A:"};
    static const std::array<const char*, 3> heldBack{"O:", "u:", "E"};
    const auto pick = static_cast<std::size_t>(who.vowel % 3);
    const std::string voice = who.vowel % 2 == 0 ? "en+whisper" : "en+whisperf";
    const double slower = random.uniform(0.65, 0.85);
    return grainsOf(spoken(voice, who.held ? heldBack[pick] : tuning[pick], folder), slower,
                    ofWhispers, random);
}

Source resonances(Random& random)
{
    struct Resonance {
        Biquad filter;
        double hz;
        double q;
        float gain;
        double bend = 0;
    };
    auto bank = std::make_shared<std::vector<Resonance>>();
    const int count = 3 + random.below(3);
    for (int i = 0; i < count; ++i)
        bank->push_back({{},
                         250 * std::exp2(random.uniform(0, 4.5)),
                         random.uniform(2, 9),
                         gainOf(random.uniform(-10, 0))});
    return [bank, &random](std::size_t samples) {
        Sound sound(samples);
        for (std::size_t i = 0; i < samples; ++i) {
            if (i % 64 == 0)
                for (Resonance& r : *bank) {
                    r.bend = 0.997 * r.bend + 0.03 * random.normal();
                    r.filter.setBandPass(r.hz * std::exp2(r.bend), r.q, rate);
                }
            const float white = random.white();
            sound[i] = 0.05f * white;
            for (Resonance& r : *bank) sound[i] += r.gain * r.filter(white);
        }
        normalise(sound);
        return sound;
    };
}

// Breath with bursts of rumble, as where it blows on the microphone.
Source gusts(Source breath, Random& random)
{
    return [breath = std::move(breath), &random](std::size_t samples) {
        Sound sound = breath(samples);
        Biquad rumble;
        rumble.setLowPass(random.uniform(120, 350), 0.7, rate);
        Smoother gust(0.08, rate);
        for (float& x : sound) {
            const float swell = std::max(0.0f, 60 * gust(random.white()));
            x += 4 * swell * rumble(random.white());
        }
        normalise(sound);
        return sound;
    };
}

} // namespace

std::size_t samplesIn(double seconds) { return static_cast<std::size_t>(seconds * rate); }

float gainOf(double db) { return static_cast<float>(std::pow(10, db / 20)); }

void normalise(Sound& sound)
{
    double power = 1e-12;
    for (const float x : sound) power += x * x / static_cast<double>(sound.size());
    for (float& x : sound) x /= static_cast<float>(std::sqrt(power));
}

void writeSound(const Sound& sound, const fs::path& path)
{
    auto writer = SoundWriter::create(path, analysisRateHz);
    if (!writer || !writer->write(sound) || !writer->finish())
        giveUp("cannot write " + path.string());
}

Source breathSource(const TextureOf& who, Random& random, const fs::path& folder, int which)
{
    switch (who.texture) {
    case Texture::Fricatives: return fricatives(who, random, folder, which);
    case Texture::Resonances: return resonances(random);
    case Texture::Whispers: return whispers(who, random, folder);
    case Texture::Gusts:
        return which == 0 ? resonances(random)
                          : gusts(fricatives(who, random, folder, which), random);
    }
    return {};
}

void shape(Sound& sound, const Course& course, Random& random)
{
    const double length = static_cast<double>(sound.size()) / rate;
    const double attack = std::min(course.attackS, 0.4 * length);
    const double release = std::min(course.releaseS, 0.5 * length);
    Smoother waver(0.25, rate);
    for (std::size_t i = 0; i < sound.size(); ++i) {
        const double t = static_cast<double>(i) / rate;
        const double flow = std::min({1.0, t / attack, (length - t) / release});
        const double db = course.levelDb + course.bendDb * (t / length - 0.5) +
                          150.0 * static_cast<double>(waver(random.white()));
        sound[i] *= static_cast<float>(std::pow(flow, 1.5)) * gainOf(db);
    }
}

void reverberate(Sound& sound, double decayS, double level, Random& random)
{
    constexpr double tapsPerSecond = 1200;
    struct Tap {
        std::size_t delay;
        float gain;
    };
    std::vector<Tap> taps;
    double energy = 0;
    for (int i = 0; i < static_cast<int>(decayS * tapsPerSecond); ++i) {
        const double t = (i + random.uniform()) / tapsPerSecond;
        const double gain = (random.chance(0.5) ? 1 : -1) * std::pow(10, -3 * t / decayS);
        taps.push_back({samplesIn(t), static_cast<float>(gain)});
        energy += gain * gain;
    }
    const Sound dry = sound;
    const auto scale = static_cast<float>(level / std::sqrt(energy));
    for (const Tap& tap : taps)
        for (std::size_t i = tap.delay; i < sound.size(); ++i)
            sound[i] += scale * tap.gain * dry[i - tap.delay];
}

void evenOut(Sound& sound, Random& random)
{
    const double attackS = random.uniform(0.005, 0.1);
    const double releaseS = random.uniform(0.3, 4);
    const double mostDb = random.uniform(10, 30);
    const double share = random.uniform(0.5, 1); // of the way to an even level
    const auto keep = [](double seconds) { return std::exp(-1 / (seconds * rate)); };
    double loudest = 0;
    for (const float x : sound) loudest = std::max(loudest, static_cast<double>(std::fabs(x)));
    double power = 0;
    double gainDb = 0;
    for (float& x : sound) {
        const double level = x / loudest;
        power = keep(0.02) * power + (1 - keep(0.02)) * level * level;
        const double underDb = -12 - 10 * std::log10(power + 1e-9);
        const double wanted = std::clamp(share * underDb, 0.0, mostDb);
        const double slow = keep(wanted < gainDb ? attackS : releaseS);
        gainDb = slow * gainDb + (1 - slow) * wanted;
        x *= gainOf(gainDb);
    }
}

Sound roomNoise(std::size_t samples, Random& random)
{
    Sound sound(samples);
    const int kind = random.below(4);
    Biquad colour;
    colour.setLowPass(kind == 0 ? 7000 : kind == 1 ? 300 : 600, 0.6, rate);
    Biquad drops;
    drops.setBandPass(random.uniform(1500, 4000), 1.0, rate);
    const double mainsHz = random.chance(0.5) ? 50 : 60;
    for (std::size_t i = 0; i < samples; ++i) {
        sound[i] = colour(random.white()) + 0.04f * random.white();
        const double t = static_cast<double>(i) / rate;
        if (kind == 2)
            for (int k = 1; k <= 5; ++k)
                sound[i] += static_cast<float>(
                    0.15 / k * std::sin(2 * std::numbers::pi * k * mainsHz * t + k));
        if (kind == 3)
            sound[i] += 3 * drops(random.chance(250 / rate) ? 12 * random.white() : 0.0f);
    }
    normalise(sound);
    return sound;
}

std::string nameOf(Texture texture)
{
    switch (texture) {
    case Texture::Fricatives: return "fricatives";
    case Texture::Resonances: return "resonances";
    case Texture::Gusts: return "gusts";
    case Texture::Whispers: return "whispers";
    }
    return "";
}

} // namespace layakari::bench
