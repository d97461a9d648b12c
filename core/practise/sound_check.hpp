// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/reading/quality.hpp"

#include <span>
#include <string>
#include <vector>

namespace layakari {

/// Ten seconds of a microphone before a practice, while somebody breathes as they will and three
/// tones of the cue are played.
class SoundCheck {
public:
    static constexpr double seconds = 10;

    /// `playsTones`: whether anything can be heard of the tones that `push` gives.
    SoundCheck(int sampleRateHz, bool playsTones);

    /// The microphone's next samples; fills as many of the tones.
    void push(std::span<const float> samples, std::span<float> tones);
    bool isOver() const { return m_sound.size() >= m_wanted; }
    /// 0 to 1.
    double done() const;

    struct Result {
        Quality quality;
        bool tonesLeak = false; ///< the microphone hears the cue's tones
        /// Whole sentences, the most important first; the first one says how it is in all.
        std::vector<std::string> words;
        bool isGood = false; ///< nothing has to be changed
    };
    /// When it is over. Listens to all of it: a tenth of a second.
    Result judge() const;

private:
    int m_rateHz;
    bool m_playsTones;
    std::size_t m_wanted;
    std::vector<float> m_sound;

    float toneAt(std::size_t sample) const;
    bool tonesLeak() const;
};

} // namespace layakari
