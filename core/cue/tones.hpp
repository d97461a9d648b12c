// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/cue/leader.hpp"

#include <cstdint>
#include <span>

namespace layakari {

/// How loud each kind of tone is, 0 (silent) to 1.
struct ToneVolumes {
    double phases =
        0.6; ///< what begins: rising to inhale, level to hold, falling to exhale, low to stay empty
    double counts = 0.25;
    double strokes = 0.5;
};

/// The tones of a practice as sound: soft, low, and without an edge that would be heard as a click
/// through an open microphone. Where ears are closed there is
/// none.
class ToneMaker {
public:
    ToneMaker(int rateHz, const ToneVolumes& volumes);

    /// Takes what the leader tells; its times are seconds from the first sample that is rendered.
    /// What lies in the past begins with the next sample.
    void take(const std::vector<CueEvent>& events, const std::vector<CueStep>& steps,
              double countS);
    /// The next samples, -1 to 1.
    void render(std::span<float> out);

private:
    struct Tone {
        std::int64_t from = 0; // sample
        std::int64_t samples = 0;
        double beginHz = 0;
        double endHz = 0;
        double volume = 0;
    };
    int m_rateHz;
    ToneVolumes m_volumes;
    std::int64_t m_sample = 0;
    std::vector<Tone> m_tones;

    void add(double atS, double seconds, double beginHz, double endHz, double volume);
    void addStep(const CueEvent& event, const std::vector<CueStep>& steps, double countS);
    float sampleOf(const Tone& tone, std::int64_t at) const;
};

} // namespace layakari
