// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/features/feature_track.hpp"

#include "core/features/transform.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace layakari {

namespace {

constexpr int hop = static_cast<int>(FeatureTrack::hopSeconds * analysisRateHz);
constexpr int window = static_cast<int>(FeatureTrack::windowSeconds * analysisRateHz);
constexpr int bins = window / 2 + 1;
constexpr double binHz = static_cast<double>(analysisRateHz) / window;

} // namespace

std::size_t FeatureTrack::frameAt(double seconds) const
{
    if (m_levels.empty()) return 0;
    const double frame = std::round(seconds / hopSeconds) - 1;
    return static_cast<std::size_t>(
        std::clamp(frame, 0.0, static_cast<double>(m_levels.size() - 1)));
}

FeatureTrack FeatureTrack::slice(std::size_t begin, std::size_t end) const
{
    constexpr auto samplesPerHop =
        static_cast<std::size_t>(hopSeconds * VoiceBand::rateHz); // the sound of a frame's hop
    FeatureTrack part;
    end = std::min(end, frames());
    begin = std::min(begin, end);
    part.m_levels.assign(m_levels.begin() + static_cast<std::ptrdiff_t>(begin),
                         m_levels.begin() + static_cast<std::ptrdiff_t>(end));
    part.m_voicing.assign(m_voicing.begin() + static_cast<std::ptrdiff_t>(begin),
                          m_voicing.begin() + static_cast<std::ptrdiff_t>(end));
    if (m_voiceBand.size() > 0)
        part.m_voiceBand = m_voiceBand.slice(begin * samplesPerHop, (end + 1) * samplesPerHop);
    return part;
}

struct FeatureExtractor::Transform : RealTransform {
    std::array<float, window> hann{};
    std::array<int, bandCount + 1> firstBin{};
    float scale = 0;

    Transform() : RealTransform(window)
    {
        double energy = 0;
        for (int i = 0; i < window; ++i) {
            hann[static_cast<std::size_t>(i)] =
                static_cast<float>(0.5 - 0.5 * std::cos(2 * std::numbers::pi * i / window));
            energy += std::pow(hann[static_cast<std::size_t>(i)], 2);
        }
        // One-sided power: the bins of a band sum to the mean square of what lies in that band.
        scale = static_cast<float>(2.0 / (energy * window));
        for (std::size_t b = 0; b <= bandCount; ++b)
            firstBin[b] = static_cast<int>(std::ceil(bandEdgesHz[b] / binHz));
    }
};

FeatureExtractor::FeatureExtractor() : m_transform(std::make_unique<Transform>()) {}
FeatureExtractor::~FeatureExtractor() = default;

void FeatureExtractor::push(std::span<const float> samples)
{
    m_track.voiceBand().push(samples);
    m_pending.insert(m_pending.end(), samples.begin(), samples.end());
    std::size_t at = 0;
    for (; at + window <= m_pending.size(); at += hop) analyseFrame(m_pending.data() + at);
    m_pending.erase(m_pending.begin(), m_pending.begin() + static_cast<std::ptrdiff_t>(at));
}

void FeatureExtractor::analyseFrame(const float* samples)
{
    Transform& t = *m_transform;
    for (std::size_t i = 0; i < window; ++i)
        t.in()[i] = std::isfinite(samples[i]) ? samples[i] * t.hann[i] : 0.0f;
    t.execute();
    static const float leastPower = powerOfDb(silenceDb);
    Bands levels;
    for (std::size_t b = 0; b < bandCount; ++b) {
        float power = 0;
        for (int k = t.firstBin[b]; k < t.firstBin[b + 1]; ++k)
            power += t.out()[k][0] * t.out()[k][0] + t.out()[k][1] * t.out()[k][1];
        levels[b] = 10 * std::log10(power * t.scale + leastPower);
    }
    // Of the window itself: its second half is what is new.
    m_voicing.push({samples + window - hop, static_cast<std::size_t>(hop)});
    m_track.append(levels, m_voicing.measure());
}

} // namespace layakari
