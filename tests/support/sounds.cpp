// SPDX-License-Identifier: GPL-3.0-or-later
#include "tests/support/sounds.hpp"

#include "tests/support/shared_practices.hpp"

#include "core/reading/reading.hpp"

#include <catch2/catch.hpp>
#include <cmath>
#include <cstdlib>
#include <numbers>
#include <random>
#include <sndfile.h>

namespace layakari {

std::vector<float> soundOf(double seconds, int rateHz, const std::function<double(double)>& f)
{
    std::vector<float> sound(static_cast<std::size_t>(seconds * rateHz));
    for (std::size_t i = 0; i < sound.size(); ++i)
        sound[i] = static_cast<float>(f(static_cast<double>(i) / rateHz));
    return sound;
}

std::vector<float> whiteNoise(double seconds, int rateHz, double rms, unsigned seed)
{
    std::mt19937 engine(seed);
    std::normal_distribution<double> normal(0, rms);
    return soundOf(seconds, rateHz, [&](double) { return normal(engine); });
}

std::vector<float> bursts(double seconds, int rateHz, const std::vector<LoudStretch>& when,
                          double loudRms, double quietRms, unsigned seed)
{
    std::mt19937 engine(seed);
    std::normal_distribution<double> normal;
    return soundOf(seconds, rateHz, [&](double t) {
        double rms = quietRms;
        for (const LoudStretch& burst : when)
            if (t >= burst.startS && t < burst.endS) rms = loudRms;
        return rms * normal(engine);
    });
}

std::vector<float> flutteringBreaths(const std::vector<double>& edgesS, double flutterDb,
                                     unsigned seed)
{
    std::mt19937 engine(seed);
    std::normal_distribution<float> normal(0, 1);
    const double endS = edgesS.back() + 3;
    std::vector<float> sound(static_cast<std::size_t>(endS * analysisRateHz));
    double jump = 0;
    float last = 0;
    for (std::size_t i = 0; i < sound.size(); ++i) {
        if (i % (analysisRateHz / 20) == 0) jump = flutterDb * normal(engine);
        const float white = normal(engine);
        const double t = static_cast<double>(i) / analysisRateHz;
        sound[i] = 0.0006f * normal(engine);
        for (std::size_t b = 0; b + 1 < edgesS.size(); ++b) {
            if (t < edgesS[b] || t >= edgesS[b + 1]) continue;
            const double ramp = std::min({1.0, (t - edgesS[b]) / 0.15, (edgesS[b + 1] - t) / 0.25});
            const float coloured = b % 2 ? white + 0.9f * last : white - 0.6f * last;
            sound[i] += static_cast<float>(0.03 * std::pow(std::sin(1.5708 * ramp), 1.3) *
                                           std::pow(10, jump / 20)) *
                        coloured;
        }
        last = white;
    }
    return sound;
}

void speak(std::vector<float>& sound, double at, double seconds, double pitchHz, double level)
{
    const auto first = static_cast<std::size_t>(at * analysisRateHz);
    const auto length = static_cast<std::size_t>(seconds * analysisRateHz);
    const auto noise = whiteNoise(0.08, analysisRateHz, 0.15 * level, static_cast<unsigned>(first));
    double phase = 0;
    double low = 0, lowBefore = 0, high = 0, highBefore = 0;
    for (std::size_t i = 0; i < length && first + i < sound.size(); ++i) {
        const double t = static_cast<double>(i) / static_cast<double>(length);
        phase += pitchHz * (1.15 - 0.3 * t) / analysisRateHz;
        const double pulse = phase >= 1 ? 1 : 0;
        phase -= std::floor(phase);
        const auto resonate = [&](double& y, double& before, double hz, double width) {
            const double r = std::exp(-std::numbers::pi * width / analysisRateHz);
            const double next = pulse +
                                2 * r * std::cos(2 * std::numbers::pi * hz / analysisRateHz) * y -
                                r * r * before;
            before = y;
            y = next;
            return next;
        };
        const double voice =
            resonate(low, lowBefore, 600, 90) + 0.5 * resonate(high, highBefore, 1500, 120);
        sound[first + i] +=
            static_cast<float>(level * 0.12 * voice * std::sin(std::numbers::pi * t));
        if (i < noise.size()) sound[first + i] += noise[i];
    }
}

FeatureTrack trackOf(std::span<const float> sound, std::size_t blockSize)
{
    FeatureExtractor extractor;
    for (std::size_t i = 0; i < sound.size(); i += blockSize)
        extractor.push(sound.subspan(i, std::min(blockSize, sound.size() - i)));
    return extractor.take();
}

void writeFloatWav(const std::filesystem::path& path, const std::vector<float>& interleaved,
                   int rateHz, int channels)
{
    SF_INFO info{};
    info.samplerate = rateHz;
    info.channels = channels;
    info.format = SF_FORMAT_WAV | SF_FORMAT_FLOAT;
    SNDFILE* file = sf_open(path.c_str(), SFM_WRITE, &info);
    REQUIRE(file);
    sf_write_float(file, interleaved.data(), static_cast<sf_count_t>(interleaved.size()));
    sf_close(file);
}

void encode(const std::filesystem::path& from, const std::filesystem::path& to,
            const std::string& options)
{
    const std::string command =
        "ffmpeg -v error -y -i '" + from.string() + "' " + options + " '" + to.string() + "'";
    INFO(command);
    REQUIRE(std::system(command.c_str()) == 0);
}

void checkOrder(const std::vector<HeardSpan>& spans)
{
    for (std::size_t i = 0; i < spans.size(); ++i) {
        INFO(i << " at " << spans[i].startS);
        CHECK(spans[i].endS > spans[i].startS);
        if (i > 0) CHECK(spans[i].startS >= spans[i - 1].endS - 1e-6);
    }
}

SimulatedSound practise(const std::string& preset, Temperament who, std::uint64_t seed)
{
    return practise(findPreset(preset)->plan, std::move(who), seed);
}

SimulatedSound practise(const Plan& plan, Temperament who, std::uint64_t seed)
{
    who.sampleRateHz = analysisRateHz;
    Practitioner practitioner(plan, who, seed);
    SimulatedSound practice{{}, practitioner.truth()};
    std::vector<float> block(analysisRateHz);
    while (const std::size_t n = practitioner.read(block))
        practice.sound.insert(practice.sound.end(), block.begin(),
                              block.begin() + static_cast<std::ptrdiff_t>(n));
    return practice;
}

scoring::Score scoreOf(const SimulatedSound& practice)
{
    const Listened listened = listenToSound({}, trackOf(practice.sound), {});
    return scoring::scoreReading(readAgainst(listened, practice.truth.plan), practice.truth);
}

Truth simulateTo(const std::filesystem::path& path, const std::string& preset, Temperament who,
                 std::uint64_t seed)
{
    who.sampleRateHz = 16000;
    const Plan plan = findPreset(preset)->plan;
    std::filesystem::copy_file(sharedRecording(plan, who, seed, path.extension()), path,
                               std::filesystem::copy_options::overwrite_existing);
    return Practitioner(plan, who, seed).truth();
}

} // namespace layakari
