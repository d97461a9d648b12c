// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/features/harmonic_pitch.hpp"

#include "core/features/feature_track.hpp"
#include "core/features/transform.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace layakari {

namespace {

constexpr int fftSize = 1024;
constexpr int window = static_cast<int>(HarmonicPitch::windowSeconds * VoiceBand::rateHz);
constexpr double binHz = static_cast<double>(VoiceBand::rateHz) / fftSize;
constexpr double pitchStep = 1.0058; // 10 cents
constexpr double highestPartialHz = 1800;
constexpr std::size_t mostHarmonics = 12;
constexpr float harmonicWeight = 0.84f; // of each harmonic against the one below it
// Loudness, the fourth root of power, so that one strong harmonic does not speak for all.
const std::size_t lowestBin = static_cast<std::size_t>(0.8 * HarmonicPitch::lowestHz / binHz);
// The tenth quietest of the moments of noise has a tenth of its mean power, with a tone all of it.
constexpr double backgroundQuantile = 0.10;
constexpr float backgroundGain = 4;
constexpr std::size_t backgroundEvery = 10; // frames
constexpr float jumpCost = 0.02f;           // per step of 10 cents from frame to frame
constexpr std::size_t furthestJump = 8;     // steps; farther is a new sound
constexpr float newSoundCost = 3;           // some twenty frames that score better elsewhere

std::size_t binOf(double hz) { return static_cast<std::size_t>(std::lround(hz / binHz)); }

const std::vector<float>& pitches()
{
    static const std::vector<float> list = [] {
        std::vector<float> hz;
        for (double f = HarmonicPitch::lowestHz; f < HarmonicPitch::highestHz; f *= pitchStep)
            hz.push_back(static_cast<float>(f));
        return hz;
    }();
    return list;
}

const std::array<float, mostHarmonics>& weights()
{
    static const std::array<float, mostHarmonics> list = [] {
        std::array<float, mostHarmonics> w{};
        float weight = 1;
        for (float& x : w) {
            x = weight;
            weight *= harmonicWeight;
        }
        return w;
    }();
    return list;
}

// For each pitch the bins of its harmonics and of the places between them.
struct Comb {
    std::vector<std::size_t> on;
    std::vector<std::size_t> between;
    float weight = 0; // the sum of its harmonics' weights
};

const std::vector<Comb>& combs()
{
    static const std::vector<Comb> list = [] {
        std::vector<Comb> combs;
        for (const float f : pitches()) {
            Comb comb;
            for (std::size_t h = 1;
                 h <= mostHarmonics && static_cast<double>(h) * f < highestPartialHz; ++h) {
                comb.on.push_back(binOf(static_cast<double>(h) * f));
                comb.between.push_back(binOf((static_cast<double>(h) - 0.5) * f));
                comb.weight += weights()[h - 1];
            }
            combs.push_back(std::move(comb));
        }
        return combs;
    }();
    return list;
}

// The path through time with the best scores: staying near costs little, a jump as much as a new
// start.
std::vector<std::size_t> steadiestPath(const std::vector<std::vector<float>>& scores)
{
    const std::size_t frames = scores.size();
    if (frames == 0) return {};
    const std::size_t count = scores[0].size();
    std::vector<std::vector<std::uint16_t>> from(frames, std::vector<std::uint16_t>(count, 0));
    std::vector<float> best = scores[0];
    std::vector<float> next(count);
    for (std::size_t i = 1; i < frames; ++i) {
        const auto top =
            static_cast<std::size_t>(std::max_element(best.begin(), best.end()) - best.begin());
        for (std::size_t p = 0; p < count; ++p) {
            std::size_t source = top;
            float value = best[top] - newSoundCost;
            const std::size_t last = std::min(count - 1, p + furthestJump);
            for (std::size_t q = p > furthestJump ? p - furthestJump : 0; q <= last; ++q) {
                const float moved = best[q] - jumpCost * static_cast<float>(q > p ? q - p : p - q);
                if (moved > value) {
                    value = moved;
                    source = q;
                }
            }
            next[p] = value + scores[i][p];
            from[i][p] = static_cast<std::uint16_t>(source);
        }
        std::swap(best, next);
    }
    std::vector<std::size_t> path(frames);
    path.back() =
        static_cast<std::size_t>(std::max_element(best.begin(), best.end()) - best.begin());
    for (std::size_t i = frames - 1; i > 0; --i) path[i - 1] = from[i][path[i]];
    return path;
}

} // namespace

struct HarmonicPitch::Transform : RealTransform {
    std::array<float, window> hann{};
    float scale = 0;

    Transform() : RealTransform(fftSize)
    {
        double energy = 0;
        for (std::size_t i = 0; i < window; ++i) {
            hann[i] =
                static_cast<float>(0.5 - 0.5 * std::cos(2 * std::numbers::pi *
                                                        (static_cast<double>(i) + 0.5) / window));
            energy += std::pow(hann[i], 2);
        }
        scale = static_cast<float>(2.0 / (energy * fftSize));
    }
};

HarmonicPitch::HarmonicPitch(const VoiceBand& sound)
    : m_sound(sound), m_transform(std::make_unique<Transform>())
{
    learnBackground();
}

HarmonicPitch::~HarmonicPitch() = default;

HarmonicPitch::Spectrum HarmonicPitch::powerAt(std::size_t frame)
{
    const auto middle =
        static_cast<std::ptrdiff_t>(FeatureTrack::timeOf(frame) * VoiceBand::rateHz);
    Transform& t = *m_transform;
    for (std::ptrdiff_t i = 0; i < window; ++i)
        t.in()[i] = m_sound.at(middle - window / 2 + i) * t.hann[static_cast<std::size_t>(i)];
    t.execute();
    Spectrum power;
    for (std::size_t k = 0; k < bins; ++k)
        power[k] = t.scale * (t.out()[k][0] * t.out()[k][0] + t.out()[k][1] * t.out()[k][1]);
    return power;
}

void HarmonicPitch::learnBackground()
{
    const auto frames = static_cast<std::size_t>(static_cast<double>(m_sound.size()) /
                                                 VoiceBand::rateHz / FeatureTrack::hopSeconds);
    // Some thousand moments, spread over the recording, say as much as all of them.
    constexpr std::size_t most = 3000;
    const std::size_t every = std::max(backgroundEvery, frames / most);
    std::vector<Spectrum> spectra;
    for (std::size_t i = every / 2; i < frames; i += every) spectra.push_back(powerAt(i));
    if (spectra.empty()) return;
    const auto nth =
        static_cast<std::ptrdiff_t>(backgroundQuantile * static_cast<double>(spectra.size()));
    std::vector<float> values(spectra.size());
    for (std::size_t k = 0; k < bins; ++k) {
        for (std::size_t i = 0; i < spectra.size(); ++i) values[i] = spectra[i][k];
        std::nth_element(values.begin(), values.begin() + nth, values.end());
        m_background[k] = backgroundGain * values[static_cast<std::size_t>(nth)];
    }
    float mean = 0;
    for (const float power : m_background) mean += power / bins;
    m_leastLoudness = std::sqrt(std::sqrt(mean + 1e-12f));
}

// How well each pitch explains a spectrum, 0 to about 1; `loudest` is the loudness that is shared
// out.
void HarmonicPitch::scoresOf(const Spectrum& power, std::vector<float>& scores) const
{
    Spectrum loudness;
    Spectrum peak; // with its neighbours: a harmonic need not lie in the middle of a bin
    float loudest = m_leastLoudness;
    for (std::size_t k = 0; k < bins; ++k) {
        const float left = std::max(0.0f, power[k] - m_background[k]);
        loudness[k] = std::sqrt(std::sqrt(left));
        if (k >= lowestBin) loudest = std::max(loudest, loudness[k]);
    }
    for (std::size_t k = 1; k + 1 < bins; ++k)
        peak[k] = std::max({loudness[k - 1], loudness[k], loudness[k + 1]});
    for (std::size_t p = 0; p < scores.size(); ++p) {
        const Comb& comb = combs()[p];
        float sum = 0;
        for (std::size_t h = 0; h < comb.on.size(); ++h)
            sum += weights()[h] * (peak[comb.on[h]] - loudness[comb.between[h]]);
        scores[p] = sum / (comb.weight * loudest);
    }
}

// What lies on the harmonics against what lies between them.
float HarmonicPitch::clarityOf(const Spectrum& power, std::size_t pitch) const
{
    const Comb& comb = combs()[pitch];
    float on = 0;
    float between = 0;
    for (std::size_t h = 0; h < comb.on.size(); ++h) {
        float peak = 0;
        for (std::size_t k = comb.on[h] - 1; k <= comb.on[h] + 1; ++k)
            peak = std::max(peak, std::max(0.0f, power[k] - m_background[k]));
        on += weights()[h] * std::sqrt(std::sqrt(peak));
        const std::size_t k = comb.between[h];
        between += weights()[h] * std::sqrt(std::sqrt(std::max(0.0f, power[k] - m_background[k])));
    }
    return std::max(0.0f, (on - between) / (on + between + m_leastLoudness));
}

std::vector<PitchFrame> HarmonicPitch::track(std::size_t begin, std::size_t end)
{
    const std::size_t frames = end > begin ? end - begin : 0;
    std::vector<Spectrum> spectra(frames);
    std::vector<std::vector<float>> scores(frames, std::vector<float>(pitches().size()));
    for (std::size_t i = 0; i < frames; ++i) {
        spectra[i] = powerAt(begin + i);
        scoresOf(spectra[i], scores[i]);
    }
    const std::vector<std::size_t> path = steadiestPath(scores);
    std::vector<PitchFrame> result(frames);
    for (std::size_t i = 0; i < frames; ++i) {
        result[i].clarity = clarityOf(spectra[i], path[i]);
        result[i].hz = refined(spectra[i], pitches()[path[i]]);
        float power = 1e-11f;
        for (const std::size_t k : combs()[path[i]].on)
            for (std::size_t b = k - 3; b <= k + 3; ++b)
                power += std::max(0.0f, spectra[i][b] - m_background[b] / backgroundGain);
        result[i].levelDb = 10 * std::log10(power);
    }
    return result;
}

std::vector<float> HarmonicPitch::clarities(std::size_t frames, std::size_t every,
                                            const Progress& progress)
{
    std::vector<float> clarities;
    std::vector<float> scores(pitches().size());
    for (std::size_t i = every / 2; i < frames; i += every) {
        progress.orStop();
        const Spectrum power = powerAt(i);
        scoresOf(power, scores);
        clarities.push_back(
            clarityOf(power, static_cast<std::size_t>(
                                 std::max_element(scores.begin(), scores.end()) - scores.begin())));
    }
    return clarities;
}

// Each harmonic's frequency by a parabola through the log spectrum (Smith, Spectral Audio Signal
// Processing, 2011), divided by its number; the higher it is and the more it stands out, the more
// it says. A peak of noise that stands where a weak harmonic should says something else than the
// strongest does.
float HarmonicPitch::refined(const Spectrum& power, float hz) const
{
    // The loudest of five bins of noise lies that far over its lowest tenth once in a hundred
    // frames.
    constexpr double leastOverBackground = 40;
    // The pitch of a tone without overtones may be off by this many bins before it is refined.
    constexpr std::size_t reach = 3;
    constexpr double mostBesideStrongest = 0.01; // octaves
    constexpr std::size_t mostUsed = 8;
    struct Partial {
        double hz;
        double over;
        double weight;
    };
    std::array<Partial, mostUsed> partials;
    std::size_t count = 0;
    for (std::size_t h = 1; h <= mostUsed && static_cast<double>(h) * hz < highestPartialHz; ++h) {
        const std::size_t middle = binOf(static_cast<double>(h) * hz);
        std::size_t k = middle;
        for (std::size_t b = middle - reach; b <= middle + reach; ++b)
            if (power[b] > power[k]) k = b;
        const double over = power[k] / (m_background[k] / backgroundGain + 1e-12f);
        if (over < leastOverBackground || power[k] < power[k - 1] || power[k] < power[k + 1])
            continue;
        const double before = std::log(power[k - 1] + 1e-15);
        const double at = std::log(power[k] + 1e-15);
        const double after = std::log(power[k + 1] + 1e-15);
        const double offset = 0.5 * (before - after) / (before - 2 * at + after);
        const double found = (static_cast<double>(k) + offset) * binHz / static_cast<double>(h);
        // Frequency is known to about 1 / (h * amplitude over noise).
        partials[count++] = {found, over, static_cast<double>(h * h) * std::min(over, 1e4)};
    }
    if (count == 0) return hz;
    const auto end = partials.begin() + static_cast<std::ptrdiff_t>(count);
    const Partial strongest = *std::max_element(
        partials.begin(), end, [](const Partial& a, const Partial& b) { return a.over < b.over; });
    double sum = 0;
    double weights = 0;
    for (auto partial = partials.begin(); partial != end; ++partial) {
        if (std::fabs(std::log2(partial->hz / strongest.hz)) > mostBesideStrongest) continue;
        sum += partial->weight * partial->hz;
        weights += partial->weight;
    }
    return static_cast<float>(sum / weights);
}

} // namespace layakari
