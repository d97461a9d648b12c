// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/curriculum/presets.hpp"
#include "core/evaluate/scoring.hpp"
#include "core/features/feature_track.hpp"
#include "core/listen/heard.hpp"
#include "core/simulate/practitioner.hpp"

#include <filesystem>
#include <functional>
#include <string>
#include <vector>

namespace layakari {

/// Seconds of sound from a function of time in seconds.
std::vector<float> soundOf(double seconds, int rateHz, const std::function<double(double)>& f);

/// White noise of the given root mean square, the same for the same seed.
std::vector<float> whiteNoise(double seconds, int rateHz, double rms, unsigned seed = 1);

/// Noise that is `quietRms` but between the given times, where it is `loudRms`, switched at once.
struct LoudStretch {
    double startS;
    double endS;
};
std::vector<float> bursts(double seconds, int rateHz, const std::vector<LoudStretch>& when,
                          double loudRms, double quietRms, unsigned seed = 1);

/// Breaths without pauses, in turn bright and dark, in a quiet room, and three seconds after them.
/// Loudness jumps every 50 ms by `flutterDb` (one standard deviation), as the simulator's never
/// does.
std::vector<float> flutteringBreaths(const std::vector<double>& edgesS, double flutterDb,
                                     unsigned seed);

/// Adds a word to sound at `analysisRateHz`: a glottal pulse train of falling pitch through two
/// formants, with a hiss before it.
void speak(std::vector<float>& sound, double at, double seconds, double pitchHz, double level);

/// What is kept of mono sound at `analysisRateHz`.
FeatureTrack trackOf(std::span<const float> sound, std::size_t blockSize = 1000);

/// Writes interleaved float samples as a WAV file of 32-bit floats: any value, NaN too.
void writeFloatWav(const std::filesystem::path& path, const std::vector<float>& interleaved,
                   int rateHz, int channels = 1);

/// Encodes with the ffmpeg command; `options` come before the output. Fails the test if it does not
/// work.
void encode(const std::filesystem::path& from, const std::filesystem::path& to,
            const std::string& options = "");

/// Checks that spans are in time order, each with a length, none over another.
void checkOrder(const std::vector<HeardSpan>& spans);

/// A simulated practice at `analysisRateHz`, in memory.
struct SimulatedSound {
    std::vector<float> sound;
    Truth truth;
};
SimulatedSound practise(const std::string& preset, Temperament who, std::uint64_t seed);
SimulatedSound practise(const Plan& plan, Temperament who, std::uint64_t seed);
/// What the listener makes of it against its own plan, held against its truth.
scoring::Score scoreOf(const SimulatedSound& practice);

/// A simulated practice at 16 kHz, as a file of one's own at `path`; returns its truth.
Truth simulateTo(const std::filesystem::path& path, const std::string& preset, Temperament who,
                 std::uint64_t seed);

} // namespace layakari
