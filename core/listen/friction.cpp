// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/friction.hpp"

#include "core/listen/rise.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

constexpr double fadeShare = 0.1;          // of a breath, at either end
constexpr std::size_t levelFrames = 25;    // a quarter of a second
constexpr std::size_t firstBreathBand = 2; // 300 Hz: below lie handling and hum
constexpr float stoppedDb = 10;            // under its usual level: there the sound has stopped

// Pulses: the envelope at 1 kHz, in windows of 0.8 s, every 0.2 s.
constexpr int envelopeStep = 4;
constexpr double envelopeHz = static_cast<double>(VoiceBand::rateHz) / envelopeStep;
constexpr std::size_t pulseWindow = 800;
constexpr std::size_t pulseHop = 200;
constexpr std::size_t shortestLag = static_cast<std::size_t>(envelopeHz / 120);
constexpr std::size_t longestLag = static_cast<std::size_t>(envelopeHz / 20);
constexpr float byChance =
    0.16f; // what the envelope of noise correlates with itself at its best lag
constexpr float rough = 0.25f;

float levelOf(const Bands& bands)
{
    float power = 0;
    for (std::size_t b = firstBreathBand; b < bandCount; ++b) power += powerOfDb(bands[b]);
    return 10 * std::log10(power);
}

// The middle of the spectrum's power, in octaves.
float brightnessOf(const Bands& bands)
{
    float power = 0;
    float sum = 0;
    for (std::size_t b = firstBreathBand; b < bandCount; ++b) {
        const float p = powerOfDb(bands[b]);
        power += p;
        sum += p * std::log2(static_cast<float>(bandEdgesHz[b] + bandEdgesHz[b + 1]) / 2);
    }
    return sum / power;
}

double spread(const std::vector<float>& values)
{
    double mean = 0;
    for (const float v : values) mean += v / static_cast<double>(values.size());
    double squares = 0;
    for (const float v : values)
        squares += (v - mean) * (v - mean) / static_cast<double>(values.size());
    return std::sqrt(squares);
}

// How strongly the envelope from `first` on repeats itself at a snore's rate.
float pulsing(const std::vector<float>& envelope, std::size_t first)
{
    float mean = 0;
    for (std::size_t i = 0; i < pulseWindow; ++i) mean += envelope[first + i] / pulseWindow;
    float best = 0;
    for (std::size_t lag = shortestLag; lag <= longestLag; ++lag) {
        float both = 0;
        float a = 1e-12f;
        float b = 1e-12f;
        for (std::size_t i = 0; i + lag < pulseWindow; ++i) {
            const float x = envelope[first + i] - mean;
            const float y = envelope[first + i + lag] - mean;
            both += x * y;
            a += x * x;
            b += y * y;
        }
        best = std::max(best, both / std::sqrt(a * b));
    }
    return std::clamp((best - byChance) / (1 - byChance), 0.0f, 1.0f);
}

void measureRoughness(Friction& friction, const VoiceBand& sound, double startS, double endS)
{
    std::vector<float> envelope;
    const auto from = static_cast<std::ptrdiff_t>(startS * VoiceBand::rateHz);
    const auto to = static_cast<std::ptrdiff_t>(endS * VoiceBand::rateHz);
    for (std::ptrdiff_t i = from; i + envelopeStep <= to; i += envelopeStep) {
        float sum = 0;
        for (std::ptrdiff_t k = 0; k < envelopeStep; ++k) sum += std::fabs(sound.at(i + k));
        envelope.push_back(sum / envelopeStep);
    }
    if (envelope.size() < pulseWindow) return;
    float strongest = rough;
    double sum = 0;
    double windows = 0;
    for (std::size_t first = 0; first + pulseWindow <= envelope.size(); first += pulseHop) {
        const float here = pulsing(envelope, first);
        sum += here;
        ++windows;
        if (here > strongest) {
            strongest = here;
            friction.roughestAtS = startS + static_cast<double>(first) / envelopeHz;
        }
    }
    friction.roughness = sum / windows;
}

struct Course {
    std::vector<float> levels;
    std::vector<float> brightness;
};

Course courseOf(const FeatureTrack& track, double startS, double endS)
{
    Course course;
    if (track.frames() == 0 || endS <= startS) return course;
    const double fade = fadeShare * (endS - startS);
    for (std::size_t i = track.frameAt(startS + fade); i <= track.frameAt(endS - fade); ++i) {
        course.levels.push_back(levelOf(track.levels(i)));
        course.brightness.push_back(brightnessOf(track.levels(i)));
    }
    return course;
}

double evennessOf(const std::vector<float>& levels)
{
    if (levels.empty()) return 0;
    return std::max(0.0, 1 - spread(smoothed(levels, levelFrames)) / Friction::evenDb);
}

} // namespace

Friction measureFriction(const FeatureTrack& track, double startS, double endS)
{
    Friction friction;
    const auto [levels, brightness] = courseOf(track, startS, endS);
    if (levels.empty()) return friction;
    const float usual = quantile(levels, 0.5);
    friction.levelDb = usual;
    friction.brightnessHz = std::exp2(quantile(brightness, 0.5));
    friction.evenness = evennessOf(levels);
    friction.spectralEvenness = std::max(0.0, 1 - spread(smoothed(brightness, levelFrames)));
    friction.soundShare =
        static_cast<double>(std::count_if(levels.begin(), levels.end(),
                                          [&](float l) { return l > usual - stoppedDb; })) /
        static_cast<double>(levels.size());
    const double fade = fadeShare * (endS - startS);
    measureRoughness(friction, track.voiceBand(), startS + fade, endS - fade);
    return friction;
}

double loudnessEvenness(const FeatureTrack& track, double startS, double endS)
{
    return evennessOf(courseOf(track, startS, endS).levels);
}

} // namespace layakari
