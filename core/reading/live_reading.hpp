// SPDX-License-Identifier: GPL-3.0-or-later
//
// The reading while it comes to be:
//
//     LiveReading live(plan);
//     live.push(block);                  // as the microphone gives it
//     live.now()                         // what the person does at this moment
//     Listened listened = live.finish(); // the second look, with all of it known
#pragma once

#include "core/hear/live_ear.hpp"
#include "core/reading/reading.hpp"

#include <optional>
#include <span>

namespace layakari {

/// Names what the live ear hears. After each of its looks everything so far is read against the
/// plan as a finished recording is; in between, breaths take turns.
class LiveReading {
public:
    explicit LiveReading(std::optional<Plan> plan, const Known& known = {});

    /// Sound at `analysisRateHz`, any number of samples. True when there was a look, after which
    /// names may have changed.
    bool push(std::span<const float> samples);

    /// What is known of the sound so far as a person would put it right, such as what of it is
    /// rest; in place of what was known before, from the next look on.
    void setCorrections(std::vector<Correction> corrections)
    {
        m_known.corrections = std::move(corrections);
    }

    struct Now {
        std::optional<PhaseKind>
            phase; ///< nothing in a run of strokes, and before the first breath
        HeardSpan::Kind sound = HeardSpan::Kind::Silence;
        double sinceS = 0;
        double confidence = 0; ///< that `phase` is right
        double pitchHz = 0;    ///< of a voiced sound; else 0
        double sides =
            1; ///< part of `confidence`: that inhale and exhale are not the wrong way round

        /// Whether this is the same stretch as `before` was, under whatever name.
        bool goesOnFrom(const Now& before) const;
    };
    /// Nothing before the ear's first look.
    std::optional<Now> now() const;
    double untilS() const { return m_ear.untilS(); }

    /// What is over, by the last look: phases, cycles with their counts, figures so far.
    const Reading& soFar() const { return m_reading; }
    /// The phases of `soFar()` and those that ended since that look.
    std::vector<ReadPhase> phases() const;

    /// Listens again to all of it. `damage` as the recorder saw it. Nothing can be pushed after.
    Listened finish(RecordingInfo recording, const SoundDamage& damage,
                    const Progress& progress = {});

private:
    std::optional<Plan> m_plan;
    Known m_known;
    LiveEar m_ear;
    Reading m_reading;
    int m_looks = 0;
    double m_lookedUntilS = 0; ///< where the spans of the last look end

    void readAgain();
    /// That what comes after the first `end` spans that were heard takes turns with them.
    double sureAfter(std::size_t end) const;
    /// What ended since the last look, named one after the other.
    std::vector<ReadPhase> sinceLook() const;
    /// The last phase with a name among `recent`, or before them: breaths take turns with it.
    const ReadPhase* lastNamed(const std::vector<ReadPhase>& recent) const;
};

} // namespace layakari
