// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/practise/sound_check.hpp"

#include "core/audio/rate_changer.hpp"
#include "core/reading/reading.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <complex>
#include <numbers>

namespace layakari {

namespace {

constexpr std::array toneTimesS{1.5, 4.5, 7.5};
constexpr double toneS = 0.6;
constexpr double toneHz = 330; // as the cue's level tone
// A tone is in the recording where its frequency is so much stronger than just before it: breath
// moves by less within a second, in the band of one tone, on two of three occasions.
constexpr double leakDb = 12;
constexpr std::size_t leastLeaks = 2;

double powerOf(std::span<const float> sound, int rateHz)
{
    std::complex<double> sum = 0;
    for (std::size_t i = 0; i < sound.size(); ++i)
        sum += static_cast<double>(sound[i]) *
               std::polar(1.0, -2 * std::numbers::pi * toneHz * static_cast<double>(i) / rateHz);
    return std::norm(sum / static_cast<double>(std::max<std::size_t>(1, sound.size())));
}

} // namespace

SoundCheck::SoundCheck(int sampleRateHz, bool playsTones)
    : m_rateHz(sampleRateHz),
      m_playsTones(playsTones),
      m_wanted(static_cast<std::size_t>(seconds * sampleRateHz))
{
}

float SoundCheck::toneAt(std::size_t sample) const
{
    const double t = static_cast<double>(sample) / m_rateHz;
    for (const double from : toneTimesS) {
        if (t < from || t >= from + toneS) continue;
        const double arch = std::sin(std::numbers::pi * (t - from) / toneS);
        return static_cast<float>(0.4 * arch * arch *
                                  std::sin(2 * std::numbers::pi * toneHz * (t - from)));
    }
    return 0;
}

void SoundCheck::push(std::span<const float> samples, std::span<float> tones)
{
    for (std::size_t i = 0; i < tones.size(); ++i)
        tones[i] = m_playsTones ? toneAt(m_sound.size() + i) : 0;
    m_sound.insert(m_sound.end(), samples.begin(), samples.end());
}

double SoundCheck::done() const
{
    return std::min(1.0, static_cast<double>(m_sound.size()) / static_cast<double>(m_wanted));
}

// What leaves by a loudspeaker comes back up to a fifth of a second later.
bool SoundCheck::tonesLeak() const
{
    if (!m_playsTones) return false;
    const auto length = static_cast<std::size_t>(toneS * m_rateHz);
    std::size_t leaks = 0;
    for (const double from : toneTimesS) {
        const auto at = static_cast<std::size_t>((from + 0.1) * m_rateHz);
        if (at < 2 * length || at + length > m_sound.size()) continue;
        const std::span<const float> sound(m_sound);
        const double during = powerOf(sound.subspan(at, length), m_rateHz);
        const double before = powerOf(sound.subspan(at - length - length / 3, length), m_rateHz);
        leaks += during > before * std::pow(10, leakDb / 10) && during > 1e-12;
    }
    return leaks >= leastLeaks;
}

SoundCheck::Result SoundCheck::judge() const
{
    RateChanger changer(m_rateHz, analysisRateHz);
    FeatureExtractor extractor;
    std::vector<float> sound = m_sound;
    SoundDamage damage;
    damage.clean(sound);
    extractor.push(changer.push(sound));
    const Listened listened = listenToSound({}, extractor.take(), damage);
    Result result;
    result.quality = listened.quality;
    result.tonesLeak = tonesLeak();
    const bool isSilent =
        std::all_of(m_sound.begin(), m_sound.end(), [](float s) { return std::fabs(s) < 1e-6f; });
    if (isSilent) {
        result.words = {say("try.silent")};
        return result;
    }
    result.isGood = result.quality.verdict == Quality::Verdict::Good && !result.tonesLeak;
    if (result.isGood)
        result.words.push_back(say("try.good"));
    else if (result.quality.verdict == Quality::Verdict::Good)
        result.words.push_back(say("try.good-with-tones"));
    else if (result.quality.verdict == Quality::Verdict::Usable)
        result.words.push_back(say("try.usable"));
    else
        result.words.push_back(say("try.poor"));
    if (result.tonesLeak) result.words.push_back(say("try.tones"));
    for (const Message& advice : result.quality.advice) result.words.push_back(say(advice));
    return result;
}

} // namespace layakari
