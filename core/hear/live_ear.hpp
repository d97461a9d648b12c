// SPDX-License-Identifier: GPL-3.0-or-later
//
// The first look at a sound, while it comes in: what sounds now, at most a fifth of a second late.
#pragma once

#include "core/features/recorder_gain.hpp"
#include "core/listen/heard.hpp"
#include "core/segments/boundary_fit.hpp"
#include "core/segments/segmenter.hpp"

#include <functional>
#include <optional>
#include <span>
#include <utility>
#include <vector>

namespace layakari {

/// Hears a stream. Between two full looks each new frame is held against what the last look learned
/// of the room; a full look is `listenTo` over the last `windowSeconds`, taken every
/// `lookEverySeconds`, and puts right what was heard in passing. What lies before that window stays
/// as it was heard. Keeps the features of everything, so that `listenTo(ear.track())` is the second
/// look at the end.
class LiveEar {
public:
    /// As `NoiseFloor` needs it to see over the longest breath on both sides.
    static constexpr double windowSeconds = 60;
    static constexpr double lookEverySeconds = 2;

    /// A stretch of sound or quiet that lasts until now.
    struct Present {
        HeardSpan::Kind kind = HeardSpan::Kind::Silence; ///< a breath until a look says otherwise
        double sinceS = 0;
        bool turned = false; ///< it began where another breath ended, without a pause
        double pitchHz = 0;  ///< of a voiced sound; 0 where nothing repeats

        bool sounds() const { return kind != HeardSpan::Kind::Silence; }
    };

    /// What of a look that was heard in both ways, as strokes and as breath, is taken.
    using Settle = std::function<Heard(Heard)>;

    /// Without `settle` runs that may be breath are strokes.
    explicit LiveEar(Settle settle = {}) : m_settle(std::move(settle)) {}

    /// Sound at `analysisRateHz`, any number of samples. True when there was a full look.
    bool push(std::span<const float> samples);

    /// What there is at `untilS`. Nothing before the first look.
    const std::optional<Present>& present() const { return m_present; }
    /// The end of what has been heard, seconds from the start.
    double untilS() const { return FeatureTrack::timeOf(m_extractor.track().frames()); }

    /// What was heard so far, in the order of time, up to what is present; as the last look has it,
    /// with what changed since. Spans as in `Heard`; `hums` and `strokeRuns` those of the window.
    const Heard& heard() const { return m_heard; }

    const FeatureTrack& track() const { return m_extractor.track(); }
    FeatureTrack take() { return m_extractor.take(); }

private:
    Settle m_settle;
    FeatureExtractor m_extractor;
    Heard m_heard;
    std::optional<Present> m_present;
    std::size_t m_nextFrame = 0; ///< to be heard in passing
    std::size_t m_nextLook = 0;
    int m_looks = 0;
    std::optional<LearnedKinds> m_kinds; ///< of the last look, as the echo
    std::optional<RoomEcho> m_echo;
    std::size_t m_changedAt = 0; ///< the frame in which the present began to differ from the past
    std::vector<float> m_rise;   ///< of the last frames, the newest at the end
    std::size_t m_voicedFrames = 0; ///< of the present sound
    GainFollower m_gain;            ///< where the recorder has one, or the room swells
    float m_peak = 0;               ///< of the present sound
    float m_valley = 0;             ///< since that peak
    std::size_t m_valleyFrame = 0;
    std::vector<float> m_flow; ///< the present sound's rise, frame by frame

    void hearFrame(std::size_t frame);
    void followDip(std::size_t frame, float rise);
    bool soundsOtherThanBefore(std::size_t frame) const;
    float lowestFlow(std::size_t frame) const;
    void forgetDip();
    float steadyRise() const;
    float quickRise() const;
    bool wasNoBreath(const HeardSpan& past) const;
    void begin(bool sounds, std::size_t frame, bool turned);
    void look();
    Present presentIn(Heard& heard) const;
    bool cannotSeeTurnYet(const Present& seen) const;
};

} // namespace layakari
