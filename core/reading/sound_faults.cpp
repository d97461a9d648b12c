// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/background/flutter.hpp"
#include "core/features/transform.hpp"
#include "core/listen/rise.hpp"
#include "core/reading/quality.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

namespace layakari {

namespace {

constexpr double hop = FeatureTrack::hopSeconds;

bool isNothing(const Bands& levels)
{
    return std::all_of(levels.begin(), levels.end(), [](float l) { return l <= silenceDb + 0.5f; });
}

float totalDb(const Bands& levels)
{
    float power = 0;
    for (const float level : levels) power += powerOfDb(level);
    return 10 * std::log10(power);
}

// Gaps of digital silence with sound on both sides at once. A recorder that gates fades into its
// silence, and its gaps are holds.
void findGaps(SoundFaults& faults, const FeatureTrack& track)
{
    constexpr std::size_t shortest = 2; // frames
    constexpr auto longestDropout = static_cast<std::size_t>(0.5 / hop);
    constexpr auto lost = static_cast<std::size_t>(1 / hop);
    constexpr float soundDb = -75;
    for (std::size_t i = 1; i < track.frames(); ++i) {
        if (!isNothing(track.levels(i)) || isNothing(track.levels(i - 1))) continue;
        std::size_t end = i;
        while (end < track.frames() && isNothing(track.levels(end))) ++end;
        if (end == track.frames()) break;
        const bool inSound = i >= 3 && totalDb(track.levels(i - 3)) > soundDb &&
                             totalDb(track.levels(std::min(track.frames() - 1, end + 2))) > soundDb;
        const std::size_t length = end - i;
        if (inSound && length >= shortest && length <= longestDropout) ++faults.dropouts;
        if (length >= lost) {
            faults.lostS += static_cast<double>(length) * hop;
            faults.unreadable.push_back({FeatureTrack::timeOf(i), FeatureTrack::timeOf(end),
                                         Quality::Why::NothingRecorded});
        }
        i = end;
    }
}

// A second of the voice band: how far the harmonics of a mains frequency stand over what lies
// beside them.
class MainsMeter {
public:
    static constexpr int size = VoiceBand::rateHz;

    void add(const VoiceBand& sound, double startS)
    {
        const auto from = static_cast<std::ptrdiff_t>(startS * VoiceBand::rateHz);
        for (std::ptrdiff_t i = 0; i < size; ++i) {
            const double hann =
                0.5 - 0.5 * std::cos(2 * std::numbers::pi * static_cast<double>(i) / size);
            m_transform.in()[i] = sound.at(from + i) * static_cast<float>(hann);
        }
        m_transform.execute();
        for (std::size_t k = 0; k < m_power.size(); ++k)
            m_power[k] += m_transform.out()[k][0] * m_transform.out()[k][0] +
                          m_transform.out()[k][1] * m_transform.out()[k][1];
    }

    // Median over the first harmonics of peak over neighbours, dB.
    double standsOutDb(int mainsHz) const
    {
        std::vector<float> ratios;
        for (int h = 1; h <= 5; ++h) {
            const auto at = static_cast<std::size_t>(mainsHz) * static_cast<std::size_t>(h);
            float beside = 1e-12f;
            for (const std::size_t d : {8, 11, 14})
                beside += (m_power[at - d] + m_power[at + d]) / 6;
            const float peak = std::max({m_power[at - 1], m_power[at], m_power[at + 1]});
            ratios.push_back(10 * std::log10(peak / beside + 1e-6f));
        }
        return quantile(ratios, 0.5);
    }

private:
    RealTransform m_transform{size};
    std::array<float, 400> m_power{}; // a bin a hertz
};

void findMains(SoundFaults& faults, const FeatureTrack& track, const Heard& heard)
{
    constexpr double margin = 0.3;
    constexpr int most = 40; // seconds of quiet say enough
    MainsMeter meter;
    int seconds = 0;
    for (const HeardSpan& span : heard.spans) {
        if (span.kind != HeardSpan::Kind::Silence) continue;
        for (double t = span.startS + margin; t + 1 < span.endS - margin && seconds < most;
             t += 1, ++seconds)
            meter.add(track.voiceBand(), t);
    }
    if (seconds == 0) return;
    for (const int hz : {50, 60})
        if (const double db = meter.standsOutDb(hz); db > faults.mainsDb) {
            faults.mainsDb = db;
            faults.mainsHz = hz;
        }
}

// Air on the microphone rumbles below 100 Hz, far above what the rumble is between breaths.
void findWind(SoundFaults& faults, const FeatureTrack& track, const Heard& heard)
{
    constexpr std::size_t window = VoiceBand::rateHz / 10;
    constexpr float rumbleOverQuiet = 100; // 20 dB
    constexpr float rumbleOverBreath = 4;  // 6 dB more below 100 Hz than above
    const auto rumbleAt = [&](double seconds) {
        // A running mean of 5 ms keeps what is below 90 Hz; the rest is what it takes away.
        constexpr std::ptrdiff_t mean = VoiceBand::rateHz / 200;
        const auto from = static_cast<std::ptrdiff_t>(seconds * VoiceBand::rateHz);
        float sum = 0;
        float low = 0;
        float high = 0;
        for (std::ptrdiff_t i = 0; i < mean; ++i) sum += track.voiceBand().at(from + i);
        for (std::ptrdiff_t i = 0; i < static_cast<std::ptrdiff_t>(window); ++i) {
            const float slow = sum / mean;
            const float rest = track.voiceBand().at(from + i + mean / 2) - slow;
            low += slow * slow;
            high += rest * rest;
            sum += track.voiceBand().at(from + i + mean) - track.voiceBand().at(from + i);
        }
        return std::pair(low / window, high / window);
    };
    std::vector<float> quiet;
    double windy = 0;
    double breath = 0;
    for (const HeardSpan& span : heard.spans)
        if (span.kind == HeardSpan::Kind::Silence)
            for (double t = span.startS + 0.1; t + 0.2 < span.endS; t += 0.1)
                quiet.push_back(rumbleAt(t).first);
    const float usual = std::max(1e-10f, quantile(quiet, 0.5));
    for (const HeardSpan& span : heard.spans)
        if (span.kind == HeardSpan::Kind::Breath)
            for (double t = span.startS; t + 0.1 < span.endS; t += 0.1) {
                const auto [low, high] = rumbleAt(t);
                windy += low > rumbleOverQuiet * usual && low > rumbleOverBreath * high;
                breath += 1;
            }
    if (breath > 0 && !quiet.empty()) faults.windShare = windy / breath;
}

// Where even the quietest moments of ten seconds are louder than this recording's breaths: no
// breath is that long and that loud.
void findLoudRoom(SoundFaults& faults, const FeatureTrack& track, const Heard& heard)
{
    constexpr auto step = static_cast<std::size_t>(0.5 / hop);
    constexpr auto half = static_cast<std::size_t>(5 / hop);
    constexpr double quietest = 0.1;
    constexpr float louderDb = 3;
    // Nine tenths of a window must be loud: it is so from four seconds within the edges on.
    constexpr double reachS = 4;
    std::vector<float> levels;
    std::vector<float> breaths;
    for (std::size_t i = 0; i < track.frames(); ++i) levels.push_back(totalDb(track.levels(i)));
    for (const HeardSpan& span : heard.spans)
        for (std::size_t i = track.frameAt(span.startS); i < track.frameAt(span.endS); ++i) {
            if (span.kind == HeardSpan::Kind::Breath) breaths.push_back(levels[i]);
            // A hum is loud and long, and no room.
            if (span.kind == HeardSpan::Kind::Hum || span.kind == HeardSpan::Kind::Strokes)
                levels[i] = silenceDb;
        }
    if (breaths.empty() || track.frames() < 2 * half) return;
    const float usual = quantile(breaths, 0.5);
    double since = -1;
    for (std::size_t i = half; i + half <= track.frames() + step; i += step) {
        const std::size_t end = std::min(track.frames(), i + half);
        const bool loud = i + half <= track.frames() &&
                          quantile({levels.begin() + static_cast<std::ptrdiff_t>(i - half),
                                    levels.begin() + static_cast<std::ptrdiff_t>(end)},
                                   quietest) > usual + louderDb;
        const double now = FeatureTrack::timeOf(i);
        if (loud && since < 0) since = now;
        if (loud || since < 0) continue;
        faults.unreadable.push_back(
            {std::max(0.0, since - reachS), now + reachS, Quality::Why::Room});
        since = -1;
    }
}

void findSuppression(SoundFaults& faults, const FeatureTrack& track, const Heard& heard)
{
    constexpr double margin = 0.3; // the room's echo, and where a breath begins
    std::vector<bool> quiet(track.frames());
    for (const HeardSpan& span : heard.spans)
        if (span.kind == HeardSpan::Kind::Silence && span.seconds() > 2 * margin)
            std::fill(
                quiet.begin() + static_cast<std::ptrdiff_t>(track.frameAt(span.startS + margin)),
                quiet.begin() + static_cast<std::ptrdiff_t>(track.frameAt(span.endS - margin)),
                true);
    faults.suppression = suppressesNoise(flutterOf(track, quiet));
}

Quality::Why whyOf(HeardCover::What what)
{
    switch (what) {
    case HeardCover::What::Voice: return Quality::Why::Voice;
    case HeardCover::What::Tone: return Quality::Why::Tone;
    case HeardCover::What::Knocks: return Quality::Why::Knocks;
    case HeardCover::What::Room: break;
    }
    return Quality::Why::Room;
}

// Where something else hides the breath, but for stretches of which it is already said.
void findCovers(SoundFaults& faults, const Heard& heard)
{
    const std::vector<Quality::Unreadable> said = faults.unreadable;
    for (const HeardCover& cover : heard.covers) {
        const bool isSaid = std::any_of(said.begin(), said.end(), [&](const auto& part) {
            return std::min(part.endS, cover.endS) - std::max(part.startS, cover.startS) >
                   0.5 * (cover.endS - cover.startS);
        });
        if (!isSaid) faults.unreadable.push_back({cover.startS, cover.endS, whyOf(cover.what)});
    }
}

} // namespace

SoundFaults findFaults(const FeatureTrack& track, const Heard& heard)
{
    SoundFaults faults;
    if (track.frames() == 0) return faults;
    findGaps(faults, track);
    findLoudRoom(faults, track, heard);
    findCovers(faults, heard);
    findSuppression(faults, track, heard);
    std::sort(faults.unreadable.begin(), faults.unreadable.end(),
              [](const auto& a, const auto& b) { return a.startS < b.startS; });
    if (track.voiceBand().size() == 0) return faults;
    findMains(faults, track, heard);
    findWind(faults, track, heard);
    return faults;
}

} // namespace layakari
