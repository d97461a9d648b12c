// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/measure/hum_figures.hpp"

#include "core/features/feature_track.hpp"
#include "core/measure/robust.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <complex>
#include <fmt/format.h>
#include <numbers>

namespace layakari {

namespace {

// The pitch's window reaches over the edges of a hum by half its length.
constexpr std::size_t edgeFrames =
    static_cast<std::size_t>(HarmonicPitch::windowSeconds / 2 / FeatureTrack::hopSeconds);
constexpr double scoopS = 0.35; // how long a voice takes to find its pitch

double cents(double hz, double of) { return 1200 * std::log2(hz / of); }

struct Course {
    std::vector<double> seconds;
    std::vector<double> cents; // about the median pitch
};

struct Line {
    double at0 = 0;
    double slope = 0;
};

Line lineThrough(const Course& course)
{
    const auto n = static_cast<double>(course.cents.size());
    double meanT = 0;
    double meanC = 0;
    for (std::size_t i = 0; i < course.cents.size(); ++i) {
        meanT += course.seconds[i] / n;
        meanC += course.cents[i] / n;
    }
    double both = 0;
    double squares = 1e-12;
    for (std::size_t i = 0; i < course.cents.size(); ++i) {
        both += (course.seconds[i] - meanT) * (course.cents[i] - meanC);
        squares += std::pow(course.seconds[i] - meanT, 2);
    }
    const double slope = both / squares;
    return {meanC - slope * meanT, slope};
}

struct Vibrato {
    double rateHz = 0;
    double cents = 0;
};

// Singers' vibrato lies between 4 and 8 Hz (Sundberg, The Science of the Singing Voice, 1987). It
// is one when a single rate carries most of the movement there.
std::optional<Vibrato> vibratoIn(const Course& course, const Line& line)
{
    constexpr double slowestHz = 3.5;
    constexpr double fastestHz = 8.5;
    constexpr double stepHz = 0.1;
    constexpr double leastShare = 0.45;
    constexpr double leastCents = 6;
    if (course.seconds.size() < 100) return std::nullopt;
    std::vector<double> rest;
    for (std::size_t i = 0; i < course.cents.size(); ++i)
        rest.push_back(course.cents[i] - line.at0 - line.slope * course.seconds[i]);
    // In pieces of two seconds: a rate wanders.
    const double pieceS = 2;
    std::vector<double> rates;
    std::vector<double> depths;
    for (double from = course.seconds.front(); from + pieceS <= course.seconds.back() + 0.5;
         from += pieceS) {
        Vibrato best;
        double total = 0;
        double n = 0;
        std::vector<std::size_t> inside;
        for (std::size_t i = 0; i < rest.size(); ++i)
            if (course.seconds[i] >= from && course.seconds[i] < from + pieceS) inside.push_back(i);
        if (inside.size() < 50) continue;
        double mean = 0;
        for (const std::size_t i : inside) mean += rest[i] / static_cast<double>(inside.size());
        for (const std::size_t i : inside) total += std::pow(rest[i] - mean, 2);
        n = static_cast<double>(inside.size());
        for (double f = slowestHz; f <= fastestHz; f += stepHz) {
            std::complex<double> sum = 0;
            for (const std::size_t i : inside)
                sum += (rest[i] - mean) *
                       std::polar(1.0, -2 * std::numbers::pi * f * course.seconds[i]);
            const double depth = 2 * std::abs(sum) / n;
            if (depth > best.cents) best = {f, depth};
        }
        if (best.cents * best.cents / 2 * n < leastShare * total) continue;
        rates.push_back(best.rateHz);
        // The window of the pitch evens the swing out. A peak of the spectrum lies where the
        // energy is, which the Hann window weighs by its square: the transform of that.
        const double x = best.rateHz * HarmonicPitch::windowSeconds;
        const double kept =
            std::sin(std::numbers::pi * x) / (std::numbers::pi * x) / (1 - x * x) / (1 - x * x / 4);
        depths.push_back(best.cents / std::max(0.3, kept));
    }
    if (rates.empty() || 2 * static_cast<double>(rates.size()) * pieceS <
                             course.seconds.back() - course.seconds.front())
        return std::nullopt;
    const Vibrato found{median(rates), median(depths)};
    return found.cents >= leastCents ? std::optional(found) : std::nullopt;
}

std::optional<double> scoopOf(const Course& course)
{
    std::vector<double> settled;
    std::vector<double> first;
    for (std::size_t i = 0; i < course.seconds.size(); ++i) {
        if (course.seconds[i] < course.seconds.front() + 0.1) first.push_back(course.cents[i]);
        if (course.seconds[i] > course.seconds.front() + scoopS &&
            course.seconds[i] < course.seconds.front() + 3 * scoopS)
            settled.push_back(course.cents[i]);
    }
    if (first.empty() || settled.empty()) return std::nullopt;
    return median(first) - median(settled);
}

} // namespace

ReadHum readHum(const HeardHum& hum)
{
    ReadHum read;
    // As exact as the file has them, so that a saved reading gives the same figures.
    constexpr double timeUnit = 1e-4;
    read.startS = std::round(hum.startS / timeUnit) * timeUnit;
    read.endS = std::round(hum.endS / timeUnit) * timeUnit;
    read.breaks = hum.breaks;
    std::vector<double> pitches;
    std::vector<double> levels;
    std::vector<double> times;
    for (std::size_t i = edgeFrames; i + edgeFrames < hum.frames.size(); ++i)
        if (hum.frames[i].hz > 0) {
            pitches.push_back(hum.frames[i].hz);
            levels.push_back(hum.frames[i].levelDb);
            times.push_back(static_cast<double>(i) * FeatureTrack::hopSeconds);
        }
    constexpr std::size_t step =
        static_cast<std::size_t>(ReadHum::courseStepS / FeatureTrack::hopSeconds);
    for (std::size_t i = 0; i < hum.frames.size(); i += step)
        read.course.push_back({hum.frames[i].hz, hum.frames[i].levelDb});
    if (pitches.empty()) return read;
    const double pitch = median(pitches);
    read.pitchHz = pitch;
    read.note = noteName(pitch);
    Course course{times, {}};
    for (const double hz : pitches) course.cents.push_back(cents(hz, pitch));
    const Line line = lineThrough(course);
    read.driftCentsPerS = line.slope;
    double squares = 0;
    for (std::size_t i = 0; i < course.cents.size(); ++i)
        squares += std::pow(course.cents[i] - line.at0 - line.slope * course.seconds[i], 2);
    read.steadinessCents = std::sqrt(squares / static_cast<double>(course.cents.size()));
    read.scoopCents = scoopOf(course);
    if (const auto vibrato = vibratoIn(course, line)) {
        read.vibratoRateHz = vibrato->rateHz;
        read.vibratoCents = vibrato->cents;
    }
    read.loudnessSlopeDbPerS = lineThrough({times, levels}).slope;
    return read;
}

void holdAgainst(ReadHum& hum, double targetHz, const std::string& name)
{
    constexpr double nearCents = 50;
    constexpr double closeCents = 20;
    hum.targetHz = targetHz;
    hum.targetName = name;
    if (!hum.pitchHz) return;
    hum.centsFromTarget = cents(*hum.pitchHz, targetHz);
    double voiced = 0;
    double on = 0;
    double close = 0;
    for (const ReadHum::Point& point : hum.course) {
        if (point.hz <= 0) continue;
        const double off = std::fabs(cents(point.hz, targetHz));
        ++voiced;
        on += off <= nearCents;
        close += off <= closeCents;
    }
    if (voiced == 0) return;
    hum.onPitchFraction = on / voiced;
    hum.closelyOnPitchFraction = close / voiced;
}

std::optional<double> saFromHums(const std::vector<std::pair<double, double>>& pitchAndRatio)
{
    if (pitchAndRatio.empty()) return std::nullopt;
    std::vector<double> logs;
    for (const auto& [pitch, ratio] : pitchAndRatio) logs.push_back(std::log2(pitch / ratio));
    return std::exp2(median(logs));
}

std::string noteName(double hz)
{
    static constexpr std::array<const char*, 12> names{"C",  "C#", "D",  "D#", "E",  "F",
                                                       "F#", "G",  "G#", "A",  "A#", "B"};
    constexpr int a4 = 69; // in semitones from C-1, as MIDI counts them
    const int semitone = static_cast<int>(std::lround(12 * std::log2(hz / 440))) + a4;
    return fmt::format("{}{}", names[static_cast<std::size_t>(((semitone % 12) + 12) % 12)],
                       semitone / 12 - 1);
}

std::optional<double> humGrowthS(const std::vector<ReadHum>& hums)
{
    constexpr std::size_t fewest = 4;
    if (hums.size() < fewest) return std::nullopt;
    std::vector<double> numbers;
    std::vector<double> lengths;
    for (std::size_t i = 0; i < hums.size(); ++i) {
        numbers.push_back(static_cast<double>(i));
        lengths.push_back(hums[i].seconds());
    }
    return theilSen(numbers, lengths).slope;
}

} // namespace layakari
