// SPDX-License-Identifier: GPL-3.0-or-later
#include "tests/support/sounds.hpp"

#include <catch2/catch.hpp>
#include <cmath>
#include <cstdlib>
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

SimulatedSound practise(const std::string& preset, Temperament who, std::uint64_t seed)
{
    who.sampleRateHz = analysisRateHz;
    Practitioner practitioner(findPreset(preset)->plan, who, seed);
    SimulatedSound practice{{}, practitioner.truth()};
    std::vector<float> block(analysisRateHz);
    while (const std::size_t n = practitioner.read(block))
        practice.sound.insert(practice.sound.end(), block.begin(),
                              block.begin() + static_cast<std::ptrdiff_t>(n));
    return practice;
}

Truth simulateTo(const std::filesystem::path& path, const std::string& preset, Temperament who,
                 std::uint64_t seed)
{
    who.sampleRateHz = 16000;
    const Plan plan = findPreset(preset)->plan;
    const auto written = writeSimulation(plan, who, seed, path, "");
    REQUIRE(written.has_value());
    return Practitioner(plan, who, seed).truth();
}

} // namespace layakari
