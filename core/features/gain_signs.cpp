// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/features/gain_signs.hpp"

#include "core/base/quantile.hpp"

#include <algorithm>
#include <cmath>
#include <limits>

namespace layakari {

namespace {

constexpr std::size_t judgedPause = 20; // steps, 1 s: long enough to see a gain rise
constexpr std::size_t enoughPauses = 4;
constexpr std::size_t settledSteps = 3; // over which a pause's end is averaged
constexpr double risingShare = 0.7;
constexpr float leastRiseDb = 1.0f;
constexpr float usualRiseDb = 2.0f;
// Fewer pauses must say it the more clearly: of looks at a minute of recordings, or less at their
// beginning, three of four with a gain and long holds do, and one of 8,000 without one.
constexpr float fewRiseDb = 5.0f;
constexpr float fewUnevenShare = 0.1f;
constexpr std::size_t fastSteps = 6; // over which the steepest rise is measured
constexpr float fastestRiseDb = fastestGainDb * fastSteps * RoomPauses::stepSeconds;
constexpr double quietestShare = 0.03;
// Under a gain half of the quietest moments have the room's shape, in other recordings one in
// fifty.
constexpr double roomShare = 0.2;
constexpr float mostOverQuietestDb = 1.0f;
// A gain raises all bands alike: over 60 recordings they differed by 0.02 to 0.18 of what it rose
// by, in the median of a recording's pauses; over 29 in which breath rises that hardly stands out
// of the room and is taken for it, by 0.21 and more.
constexpr float mostUnevenShare = 0.19f;
// And one pause in five shows it plainly: by 0.07 or less in 40 recordings with a gain, by 0.11 or
// more in looks at 189 without one where pauses rise by 4 dB. Where they rise less, chance is more.
constexpr double plainestShare = 0.2;
constexpr float plainUnevenShare = 0.1f;
constexpr float unevenByChanceDb = 0.5f;
constexpr float leastEvenRiseDb = 1;
// Breath without holds has only the pauses of the natural breaths beside it, of half a second each.
// Under a gain nearly all of them rise, steeply, and while each is too short to see whether in all
// bands alike, their mean is not: in 60 simulated recordings with a gain it differs by 0.04 to 0.29
// of the rise between bands. What rises as much in 140 without one, breath that has the room's
// shape, lasts longer than a second (docs/benchmarks.md, "Listening").
constexpr std::size_t briefPause = 8; // steps
constexpr std::size_t enoughBrief = 3;
constexpr double briefRisingShare = 0.8;
constexpr float briefRiseDb = 1.5f;
constexpr float briefDbPerS = 4;
// A room that swells: three pauses of half a second, the loudest by as much over the faintest as
// the noise floor does not follow, and half a second of sound between them that stands out as far.
// No pause may change as fast as a breath that begins or fades.
constexpr std::size_t swellPauses = 3;
constexpr std::size_t swellPause = 10; // steps
constexpr float swellDb = 6;
constexpr std::size_t evenSteps = 10; // over which a pause's ends are averaged to see it

Bands meanOver(const std::vector<Bands>& levels, std::size_t begin, std::size_t count)
{
    Bands mean{};
    for (std::size_t s = begin; s < begin + count; ++s)
        for (std::size_t b = 0; b < bandCount; ++b)
            mean[b] += levels[s][b] / static_cast<float>(count);
    return mean;
}

float meanRise(const std::vector<RoomStep>& steps, std::size_t begin, std::size_t count)
{
    float sum = 0;
    for (std::size_t s = begin; s < begin + count; ++s) sum += steps[s].riseDb;
    return sum / static_cast<float>(count);
}

// What the quietest moments outside of strokes rise to; far away where all is strokes.
float quietest(const std::vector<RoomStep>& steps)
{
    std::vector<float> rises;
    for (const RoomStep& s : steps)
        if (!s.isForced) rises.push_back(s.riseDb);
    if (rises.empty()) return std::numeric_limits<float>::max();
    return quantile(std::move(rises), quietestShare);
}

// Where nothing but breath lasts, faint breath can pass for the room and swells like a gain. But
// the quietest moments of all are the room's; and under a gain they are those right after a sound.
bool areTheRoom(const std::vector<RoomStep>& steps, float usualBeginDb)
{
    const float limit = quietest(steps);
    std::size_t quiet = 0;
    std::size_t room = 0;
    for (const RoomStep& s : steps) {
        if (s.isForced || s.riseDb > limit) continue;
        ++quiet;
        room += s.isRoom ? 1 : 0;
    }
    return static_cast<double>(room) >= roomShare * static_cast<double>(quiet) &&
           usualBeginDb - limit <= mostOverQuietestDb;
}

// How a pause rises, from its lowest beginning on: the end of the sound before may still be in it.
struct Rising {
    float fromDb = 0;
    float byDb = 0;        // 0 where it rises faster than a gain does
    float unevenShare = 0; // how the bands' rises differ, of what they rise by
};

Rising risingOf(const RoomPauses& room, const RoomPause& pause)
{
    const std::vector<RoomStep>& steps = room.steps;
    const std::size_t last = pause.end - RoomPause::mayBegin - settledSteps;
    float fastest = 0;
    for (std::size_t s = pause.begin; s + fastSteps < last; ++s)
        fastest = std::max(fastest, steps[s + fastSteps].riseDb - steps[s].riseDb);
    std::size_t lowest = pause.begin;
    for (std::size_t s = pause.begin; s < pause.begin + RoomPause::mayFade; ++s)
        if (steps[s].riseDb < steps[lowest].riseDb) lowest = s;
    Rising rising{steps[lowest].riseDb};
    if (fastest <= fastestRiseDb) rising.byDb = meanRise(steps, last, settledSteps) - rising.fromDb;
    const BandRise apart =
        riseOver(meanOver(room.levels, last + settledSteps - evenSteps, evenSteps),
                 meanOver(room.levels, lowest, evenSteps), room.weights);
    rising.unevenShare = apart.meanDb >= leastEvenRiseDb ? apart.unevenDb / apart.meanDb
                                                         : std::numeric_limits<float>::max();
    return rising;
}

// The same of a brief pause.
struct BriefRising {
    float fromDb = 0;
    float dbPerS = 0;
    Bands byDb{};
};

BriefRising briefRisingOf(const RoomPauses& room, const RoomPause& pause)
{
    constexpr std::size_t ends = 2; // steps, that the level at both ends is the mean of
    const std::size_t last = pause.end - 2 * ends;
    std::size_t lowest = pause.begin;
    for (std::size_t s = pause.begin; s < (pause.begin + last + ends) / 2; ++s)
        if (room.steps[s].riseDb < room.steps[lowest].riseDb) lowest = s;
    BriefRising rising{room.steps[lowest].riseDb};
    rising.byDb = meanOver(room.levels, last, ends);
    const Bands from = meanOver(room.levels, lowest, ends);
    for (std::size_t b = 0; b < bandCount; ++b) rising.byDb[b] -= from[b];
    const float seconds = static_cast<float>(last - lowest) * RoomPauses::stepSeconds;
    rising.dbPerS = riseOver(rising.byDb, {}, room.weights).meanDb / seconds;
    return rising;
}

bool riseInBriefPauses(const RoomPauses& room)
{
    std::vector<float> from;
    std::vector<float> by;
    std::vector<float> dbPerS;
    Bands together{};
    for (const RoomPause& pause : room.pauses) {
        const bool isWhole = pause.begin > 0 && pause.end < room.steps.size();
        if (!isWhole || pause.length() < briefPause || pause.length() >= judgedPause) continue;
        const BriefRising rising = briefRisingOf(room, pause);
        from.push_back(rising.fromDb);
        by.push_back(riseOver(rising.byDb, {}, room.weights).meanDb);
        dbPerS.push_back(rising.dbPerS);
        for (std::size_t b = 0; b < bandCount; ++b) together[b] += rising.byDb[b];
    }
    if (by.size() < enoughBrief || !areTheRoom(room.steps, quantile(from, 0.5))) return false;
    const auto rising =
        std::count_if(by.begin(), by.end(), [](float db) { return db >= leastRiseDb; });
    const BandRise all = riseOver(together, {}, room.weights);
    return static_cast<double>(rising) >= briefRisingShare * static_cast<double>(by.size()) &&
           quantile(by, 0.5) >= briefRiseDb && quantile(dbPerS, 0.5) >= briefDbPerS &&
           all.unevenDb <= mostUnevenShare * all.meanDb;
}

bool areEven(const std::vector<float>& uneven, float riseDb)
{
    const float plain = std::clamp(unevenByChanceDb / riseDb, plainUnevenShare, mostUnevenShare);
    return quantile(uneven, 0.5) <= mostUnevenShare && quantile(uneven, plainestShare) <= plain;
}

float usualRise(const RoomPauses& room, const RoomPause& pause)
{
    std::vector<float> rises;
    for (std::size_t s = pause.begin; s < pause.end; ++s) rises.push_back(room.steps[s].riseDb);
    return quantile(std::move(rises), 0.5);
}

bool isSlow(const RoomPauses& room, const RoomPause& pause)
{
    for (std::size_t s = pause.begin + RoomPause::mayFade;
         s + fastSteps + RoomPause::mayBegin < pause.end; ++s)
        if (std::fabs(room.steps[s + fastSteps].riseDb - room.steps[s].riseDb) > swellDb)
            return false;
    return true;
}

bool isSoundBetween(const RoomPauses& room, const RoomPause& before, const RoomPause& after)
{
    const float over = std::max(usualRise(room, before), usualRise(room, after)) + swellDb;
    const auto sounding =
        std::count_if(room.steps.begin() + static_cast<std::ptrdiff_t>(before.end),
                      room.steps.begin() + static_cast<std::ptrdiff_t>(after.begin),
                      [&](const RoomStep& s) { return !s.isRoom && s.riseDb > over; });
    return sounding >= static_cast<std::ptrdiff_t>(swellPause);
}

} // namespace

bool looksLikeGain(const RoomPauses& room, bool isKnown)
{
    if (riseInBriefPauses(room)) return true;
    std::vector<float> from;
    std::vector<float> by;
    std::vector<float> uneven;
    for (const RoomPause& pause : room.pauses) {
        if (pause.begin == 0 || pause.length() < judgedPause) continue;
        const Rising rising = risingOf(room, pause);
        from.push_back(rising.fromDb);
        by.push_back(rising.byDb);
        uneven.push_back(rising.unevenShare);
    }
    if (by.empty()) return isKnown && !room.pauses.empty();
    if (!isKnown && !areTheRoom(room.steps, quantile(from, 0.5))) return false;
    const auto rising =
        std::count_if(by.begin(), by.end(), [](float db) { return db >= leastRiseDb; });
    const bool isEnough = isKnown || by.size() >= enoughPauses;
    const float usual = quantile(by, 0.5);
    return static_cast<double>(rising) >= risingShare * static_cast<double>(by.size()) &&
           usual >= (isEnough ? usualRiseDb : fewRiseDb) &&
           (isEnough ? areEven(uneven, usual) : quantile(uneven, 0.5) <= fewUnevenShare);
}

bool swells(const RoomPauses& room)
{
    std::vector<const RoomPause*> pauses;
    std::vector<float> rises;
    for (const RoomPause& pause : room.pauses) {
        if (pause.length() < swellPause) continue;
        if (!isSlow(room, pause)) return false;
        if (!pauses.empty() && !isSoundBetween(room, *pauses.back(), pause)) return false;
        pauses.push_back(&pause);
        rises.push_back(usualRise(room, pause));
    }
    if (pauses.size() < swellPauses) return false;
    const auto [least, most] = std::minmax_element(rises.begin(), rises.end());
    return *most - *least > swellDb;
}

} // namespace layakari
