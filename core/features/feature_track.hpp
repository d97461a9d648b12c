// SPDX-License-Identifier: GPL-3.0-or-later
//
// What is kept of the sound: band levels and voicing every 10 ms, and the sound itself below 1.8
// kHz. An hour is 61 MB, whatever was recorded.
#pragma once

#include "core/audio/recording.hpp"
#include "core/features/voice_band.hpp"
#include "core/features/voicing.hpp"

#include <array>
#include <cmath>
#include <cstddef>
#include <memory>
#include <span>
#include <vector>

namespace layakari {

/// Band edges in Hz: the critical bands (Bark) of Zwicker, J. Acoust. Soc. Am. 33 (1961), p. 248,
/// from 100 Hz, under which a phone records handling and rumble, to 7,700 Hz.
inline constexpr std::array<int, 21> bandEdgesHz{100,  200,  300,  400,  510,  630,  770,
                                                 920,  1080, 1270, 1480, 1720, 2000, 2320,
                                                 2700, 3150, 3700, 4400, 5300, 6400, 7700};
inline constexpr std::size_t bandCount = bandEdgesHz.size() - 1;

using Bands = std::array<float, bandCount>;

/// The power that a level in dB stands for, relative to that of 0 dB.
inline float powerOfDb(float db)
{
    constexpr float nepersPerDb = 0.2302585f; // ln(10) / 10; exp() is twice as fast as pow()
    return std::exp(nepersPerDb * db);
}

/// Level that stands for digital silence, in dB re full scale: below a 16-bit recorder's own noise
/// in every band, so that two kinds of nothing look alike.
inline constexpr float silenceDb = -110;

/// Band levels over a recording.
class FeatureTrack {
public:
    static constexpr double hopSeconds = 0.010;
    static constexpr double windowSeconds = 0.020;

    std::size_t frames() const { return m_levels.size(); }
    /// Levels in dB re a full-scale square wave, `silenceDb` or more.
    const Bands& levels(std::size_t frame) const { return m_levels[frame]; }
    const Voicing& voicing(std::size_t frame) const { return m_voicing[frame]; }
    void append(const Bands& levels, const Voicing& voicing = {})
    {
        m_levels.push_back(levels);
        m_voicing.push_back(voicing);
    }

    /// The sound below 1.8 kHz; empty in a track that was not made from sound.
    const VoiceBand& voiceBand() const { return m_voiceBand; }
    VoiceBand& voiceBand() { return m_voiceBand; }

    /// Frames [begin, end) alone, as if the recording began with the window of the first of them.
    FeatureTrack slice(std::size_t begin, std::size_t end) const;

    /// The middle of a frame's window, in seconds from the start of the recording.
    static double timeOf(std::size_t frame) { return static_cast<double>(frame + 1) * hopSeconds; }
    /// The frame whose middle is nearest to `seconds`, within the track; 0 in an empty one.
    std::size_t frameAt(double seconds) const;

private:
    std::vector<Bands> m_levels;
    std::vector<Voicing> m_voicing;
    VoiceBand m_voiceBand;
};

/// How many frames a stretch of time has; 0.06 s are 6 of them, not 5.
constexpr std::size_t framesIn(double seconds)
{
    constexpr double half = 1e-6; // of a frame, against the rounding of the quotient
    return static_cast<std::size_t>(seconds / FeatureTrack::hopSeconds + half);
}

/// Turns mono sound at `analysisRateHz` into a FeatureTrack, block by block. Everything is
/// allocated when constructed, but for the track itself. Samples that are not finite count as
/// silence.
class FeatureExtractor {
public:
    FeatureExtractor();
    ~FeatureExtractor();
    FeatureExtractor(const FeatureExtractor&) = delete;
    FeatureExtractor& operator=(const FeatureExtractor&) = delete;

    /// Any number of samples. The frames that they complete are appended to the track.
    void push(std::span<const float> samples);

    const FeatureTrack& track() const { return m_track; }
    FeatureTrack take() { return std::move(m_track); }

private:
    struct Transform;
    void analyseFrame(const float* samples);

    std::unique_ptr<Transform> m_transform;
    std::vector<float> m_pending;
    VoicingMeter m_voicing;
    FeatureTrack m_track;
};

} // namespace layakari
