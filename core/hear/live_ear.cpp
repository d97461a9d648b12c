// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/hear/live_ear.hpp"

#include "core/base/quantile.hpp"
#include "core/hear/join_looks.hpp"
#include "core/hear/listener.hpp"

#include <algorithm>
#include <numeric>

namespace layakari {

namespace {

// The first look comes when there may have been a pause; then often, until the room is known.
constexpr std::size_t firstLook = framesIn(1.5);
constexpr std::size_t earlyLook = framesIn(1);
constexpr std::size_t knownAfter = framesIn(20);
// What was learned wrongly is not kept for longer than this many looks.
constexpr int lookAnew = 5;

// A median of this many frames lets no tick through that is shorter than 40 ms, and is as late.
constexpr std::size_t liveMedianFrames = 9;
constexpr std::size_t late = liveMedianFrames / 2;
constexpr std::size_t quickFrames = 5;
// How long a change must last before it is said. With the median's 40 ms, the window's 20 and the
// slope of a breath that swells this stays under a fifth of a second.
constexpr std::size_t soundLasts = framesIn(0.04);
constexpr std::size_t quietLasts = framesIn(0.06);
// A dip by this share of the breath's own rise, lower than the flow has fluttered just before, and
// back up: a turn where it is deep, or where the sound after it is quite another. Only a guess,
// which the next look confirms or takes back, but one that a cue and a person follow: of 1,923 dips
// by half of the rise half were turns; of those that are left nine in ten, and one turn in eight
// waits for the look (docs/benchmarks.md, "Practising").
constexpr float deepFall = 0.65f;
constexpr float slightFall = 0.3f;
constexpr float otherSoundDb = 5;
constexpr std::size_t besideFrames = framesIn(0.5);
constexpr std::size_t edgeFrames = framesIn(0.05);
constexpr float turnRise = 0.2f;
constexpr float leastFallDb = 3;
constexpr float leastLiveRiseDb = 2;
constexpr float belowFlutterDb = 2.5f;
constexpr double flutterQuantile = 0.05; // a rarer moment was a knock's or a gap's
constexpr std::size_t flutterFrames = framesIn(3);
constexpr std::size_t guardFrames = framesIn(0.1); // the dip itself
constexpr std::size_t backFrames = framesIn(0.5);  // how far an onset is followed back
// The shortest breath that a turn may leave on either side; what is shorter in a quiet stretch was
// a knock.
constexpr double shortestBreathSeconds = 0.45;
constexpr double knockSeconds = 0.18;
constexpr double inPassingSdSeconds = 0.08;
constexpr double turnShowsSeconds = 0.5;
constexpr double longestWordSeconds = 0.9; // a shorter voiced sound is no hum
constexpr float voicedStrength = 0.6f;     // Voicing::strength of a voice; of noise some 0.3

} // namespace

bool LiveEar::push(std::span<const float> samples)
{
    m_extractor.push(samples);
    bool looked = false;
    const std::size_t frames = m_extractor.track().frames();
    while (m_nextFrame < frames) {
        const std::size_t until = std::min(frames, std::max(m_nextLook, firstLook));
        for (; m_nextFrame < until; ++m_nextFrame)
            if (m_present) hearFrame(m_nextFrame);
        if (m_nextFrame < firstLook || m_nextFrame < m_nextLook) break;
        look();
        looked = true;
        m_nextLook =
            m_nextFrame + (m_nextFrame < knownAfter ? earlyLook : framesIn(lookEverySeconds));
    }
    return looked;
}

float LiveEar::steadyRise() const
{
    std::array<float, liveMedianFrames> last{};
    const std::size_t count = std::min(m_rise.size(), liveMedianFrames);
    std::copy(m_rise.end() - static_cast<std::ptrdiff_t>(count), m_rise.end(), last.begin());
    const auto middle = last.begin() + static_cast<std::ptrdiff_t>(count / 2);
    std::nth_element(last.begin(), middle, last.begin() + static_cast<std::ptrdiff_t>(count));
    return *middle;
}

// A turn can be over in a tenth of a second: a median would not see it.
float LiveEar::quickRise() const
{
    const std::size_t count = std::min(m_rise.size(), quickFrames);
    return std::accumulate(m_rise.end() - static_cast<std::ptrdiff_t>(count), m_rise.end(), 0.0f) /
           static_cast<float>(count);
}

void LiveEar::hearFrame(std::size_t frame)
{
    const LearnedRoom& room = m_heard.room;
    const FeatureTrack& track = m_extractor.track();
    Bands levels = track.levels(frame);
    const bool hasGain = m_heard.room.gain.has_value();
    if (hasGain) {
        const float gainDb = m_gain.follow(levels, m_present->sounds());
        for (float& level : levels) level -= gainDb;
    }
    m_rise.push_back(riseOfFrame(levels, room.floor, room.weights));
    if (m_rise.size() > backFrames) m_rise.erase(m_rise.begin());
    const float rise = steadyRise();
    const Voicing& voicing = track.voicing(frame);
    m_present->pitchHz =
        m_present->sounds() && voicing.strength > voicedStrength ? voicing.pitchHz : 0;

    // Right after a sound a gain rises faster than it can be followed.
    const bool isRoom = hasGain && m_gain.isRoom();
    const bool other =
        m_present->sounds() ? rise < room.levels.offDb : rise > room.levels.onDb && !isRoom;
    if (!other) m_changedAt = frame;
    if (other && frame - m_changedAt >= (m_present->sounds() ? quietLasts : soundLasts)) {
        std::size_t first = m_changedAt - std::min(m_changedAt, late);
        if (!m_present->sounds()) // back to where it left the quiet
            for (std::size_t back = m_rise.size(); back-- > 0 && m_rise[back] > room.levels.offDb;)
                first = std::min(first, frame - (m_rise.size() - 1 - back));
        begin(!m_present->sounds(), first, false);
        return;
    }
    if (!m_present->sounds()) return;
    m_voicedFrames += voicing.strength > voicedStrength ? 1 : 0;
    followDip(frame, quickRise());
}

// Flow that stops and comes back has turned.
void LiveEar::followDip(std::size_t frame, float rise)
{
    if (m_flow.size() >= 3 * flutterFrames)
        m_flow.erase(m_flow.begin(), m_flow.begin() + flutterFrames);
    m_flow.push_back(rise);
    if (rise > m_peak) {
        m_peak = m_valley = rise;
        m_valleyFrame = frame - std::min(frame, quickFrames / 2);
    }
    if (rise < m_valley) {
        m_valley = rise;
        m_valleyFrame = frame - std::min(frame, quickFrames / 2);
    }
    const bool longEnough =
        FeatureTrack::timeOf(m_valleyFrame) - m_present->sinceS > shortestBreathSeconds;
    const float fall = m_peak - m_valley;
    if (!longEnough || fall < std::max(leastFallDb, slightFall * m_peak) ||
        rise - m_valley < std::max(leastLiveRiseDb, turnRise * m_peak) ||
        lowestFlow(frame) - m_valley < belowFlutterDb)
        return;
    if (fall > deepFall * m_peak || soundsOtherThanBefore(frame)) begin(true, m_valleyFrame, true);
}

bool LiveEar::soundsOtherThanBefore(std::size_t frame) const
{
    const FeatureTrack& track = m_extractor.track();
    const auto shapeOf = [&](std::size_t first, std::size_t last) {
        Bands shape{};
        for (std::size_t i = first; i < last; ++i)
            for (std::size_t b = 0; b < bandCount; ++b)
                shape[b] +=
                    (track.levels(i)[b] - m_heard.room.floor[b]) / static_cast<float>(last - first);
        return shape;
    };
    const std::size_t before = m_valleyFrame - std::min(m_valleyFrame, besideFrames);
    if (frame <= m_valleyFrame || before + edgeFrames >= m_valleyFrame) return false;
    return contrastDb(shapeOf(before, m_valleyFrame - edgeFrames),
                      shapeOf(m_valleyFrame, frame + 1), m_heard.room.weights.power) > otherSoundDb;
}

// Before the dip, but for a rare moment.
float LiveEar::lowestFlow(std::size_t frame) const
{
    const std::size_t sinceDip = frame - m_valleyFrame + guardFrames;
    const std::size_t end = m_flow.size() - std::min(m_flow.size(), sinceDip);
    const std::size_t first = end - std::min(end, flutterFrames);
    if (first == end) return m_valley;
    const auto flow = m_flow.begin();
    return quantile(
        {flow + static_cast<std::ptrdiff_t>(first), flow + static_cast<std::ptrdiff_t>(end)},
        flutterQuantile);
}

// A knock or a word within a quiet stretch: that goes on as if there had been none.
bool LiveEar::wasNoBreath(const HeardSpan& past) const
{
    if (m_present->turned || m_heard.spans.empty() ||
        m_heard.spans.back().kind != HeardSpan::Kind::Silence)
        return false;
    const double voicedS = static_cast<double>(m_voicedFrames) * FeatureTrack::hopSeconds;
    return past.seconds() < knockSeconds ||
           (past.seconds() < longestWordSeconds && voicedS > 0.5 * past.seconds());
}

// What was present is over and becomes the past.
void LiveEar::begin(bool sounds, std::size_t frame, bool turned)
{
    const double since = std::max(m_present->sinceS, FeatureTrack::timeOf(frame));
    HeardSpan past;
    past.kind = m_present->kind;
    past.startS = m_present->sinceS;
    past.endS = since;
    past.startSdS = past.endSdS = inPassingSdSeconds;
    // A hum or a run that a look has found goes on as a breath until the next one.
    if (past.kind != HeardSpan::Kind::Silence) past.kind = HeardSpan::Kind::Breath;
    if (!sounds && wasNoBreath(past)) {
        m_present = Present{HeardSpan::Kind::Silence, m_heard.spans.back().startS, false, 0};
        m_heard.spans.pop_back();
    } else {
        if (past.seconds() > 0) m_heard.spans.push_back(past);
        m_present =
            Present{sounds ? HeardSpan::Kind::Breath : HeardSpan::Kind::Silence, since, turned, 0};
    }
    m_changedAt = m_nextFrame;
    m_voicedFrames = 0;
    forgetDip();
}

void LiveEar::forgetDip()
{
    m_peak = m_valley = 0;
    m_flow.clear();
}

// What reaches the edge of a look is not over: it is taken from `heard`.
LiveEar::Present LiveEar::presentIn(Heard& heard) const
{
    constexpr double edgeSeconds = 0.25;
    if (heard.spans.empty()) return {};
    const HeardSpan last = heard.spans.back();
    if (last.endS < FeatureTrack::timeOf(m_nextFrame) - edgeSeconds)
        return {HeardSpan::Kind::Silence, last.endS, false, 0};
    heard.spans.pop_back();
    const bool turned = last.kind != HeardSpan::Kind::Silence && !heard.spans.empty() &&
                        heard.spans.back().kind != HeardSpan::Kind::Silence &&
                        heard.spans.back().endS >= last.startS;
    return {last.kind, last.startS, turned, 0};
}

// A turn without a pause shows in what comes after it: so soon, a look cannot see it yet, nor take
// it back.
bool LiveEar::cannotSeeTurnYet(const Present& seen) const
{
    return m_present && m_present->turned && m_present->sounds() &&
           seen.kind == HeardSpan::Kind::Breath &&
           m_present->sinceS > untilS() - turnShowsSeconds &&
           seen.sinceS + shortestBreathSeconds < m_present->sinceS;
}

void LiveEar::look()
{
    const std::size_t first = m_nextFrame - std::min(m_nextFrame, framesIn(windowSeconds));
    LookBefore before{m_heard.room, {}, {}};
    const bool isTriedAnew = m_nextFrame < knownAfter || ++m_looks % lookAnew == 0;
    if (m_kinds) before.kinds = EarlierKinds{*m_kinds, isTriedAnew};
    if (!isTriedAnew) before.echo = m_echo;
    std::optional<Layers> layers;
    Heard seenAnew = listenTo(m_extractor.track().slice(first, m_nextFrame), {}, &before, &layers);
    for (Heard& way : seenAnew.asBreath) way.goesOn = true;
    seenAnew.goesOn = true;
    if (m_settle) seenAnew = m_settle(std::move(seenAnew));
    seenAnew.asBreath.clear();
    Heard heard = joinLooks(m_heard, std::move(seenAnew),
                            static_cast<double>(first) * FeatureTrack::hopSeconds);
    if (layers && layers->found.learned) {
        m_kinds = layers->found.learned;
        m_echo = layers->placed.echo;
    }
    const HeardSpan last = heard.spans.empty() ? HeardSpan{} : heard.spans.back();
    Present seen = presentIn(heard);
    if (cannotSeeTurnYet(seen)) {
        HeardSpan past = last;
        past.endS = m_present->sinceS;
        past.endSdS = inPassingSdSeconds;
        heard.spans.push_back(past);
        seen = *m_present;
    }
    if (!m_present || seen.sinceS != m_present->sinceS) forgetDip();
    m_heard = std::move(heard);
    if (const auto& gain = m_heard.room.gain)
        m_gain.startAt(gain->nowDb, gain->afterSoundDb, gain->room);
    m_present = seen;
}

} // namespace layakari
