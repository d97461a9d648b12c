// SPDX-License-Identifier: GPL-3.0-or-later
//
// A reading: what was heard in one recording, held against a plan.
//
//     auto listened = listenToFile("monday.m4a");
//     Reading reading = readAgainst(*listened, plan);   // as often as the plan changes
#pragma once

#include "core/align/alignment.hpp"
#include "core/base/progress.hpp"
#include "core/listen/breath_profile.hpp"
#include "core/listen/guide_count.hpp"
#include "core/measure/comparison.hpp"
#include "core/measure/hum_figures.hpp"
#include "core/measure/measures.hpp"
#include "core/measure/ocean_figures.hpp"
#include "core/measure/strain_signs.hpp"
#include "core/measure/stroke_runs.hpp"
#include "core/pitch/pitch.hpp"
#include "core/reading/corrections.hpp"
#include "core/reading/doubts.hpp"
#include "core/reading/explanations.hpp"
#include "core/reading/quality.hpp"
#include "core/reading/questions.hpp"

#include <filesystem>
#include <optional>
#include <vector>

namespace layakari {

struct Reading {
    RecordingInfo recording;
    std::optional<Plan> plan;
    Quality quality;
    std::vector<ReadPhase> phases;
    std::vector<ReadCycle> cycles;
    std::vector<ReadStrokeRun> strokeRuns;
    std::vector<ReadHum> hums;
    std::vector<ReadOcean> ocean;
    std::optional<double> saHz; ///< as planned, or found from the hums
    Summary summary;
    std::vector<StrainSign> strainSigns;
    std::vector<Comparison> comparisons;
    std::optional<CountTrend> countTrend;
    std::vector<RestBreathing> rests; ///< natural breathing after the rounds
    std::optional<GuideCount> guide;  ///< where somebody counts aloud
    /// The likeliest ways to explain the recording; the first is the one that all of this follows.
    /// None in readings of before there were any.
    std::vector<ReadExplanation> explanations;
    bool sure = true; ///< the first explanation is right with 95 % or more
    std::vector<ReadQuestion>
        questions; ///< that would settle most, if it is not; the first is asked
    Doubts doubts; ///< by which it is trusted
    std::vector<Correction> corrections; ///< that the phases have in them
    /// Those that found nothing to be laid on, as indices; not in the file.
    std::vector<std::size_t> lostCorrections;
    /// Which of the recording's two kinds of breath was taken for the inhale; the kinds are those
    /// of `sortBreaths`. Not in the file: it means something only beside what was listened to.
    bool kindAIsInhale = true;
    std::optional<PlanFit> fit; ///< likewise

    bool heardBreathing() const;
};

/// A recording after listening, before any plan.
struct Listened {
    RecordingInfo recording;
    FeatureTrack track;
    Heard heard;
    Quality quality;
};

/// Decodes and listens. Errors as `decodeRecording`. No breathing in it is not an error here.
Result<Listened> listenToFile(const std::filesystem::path& path, const Progress& progress = {});

/// The same for sound that is in memory, whose features are `track`. Throws `StoppedByCaller`,
/// which only a caller that can stop has to expect.
Listened listenToSound(RecordingInfo recording, FeatureTrack track, const SoundDamage& damage,
                       const Progress& progress = {});

/// What is known of a recording's breaths beside their sound.
struct Known {
    std::optional<BreathProfile> profile; ///< of the person who practised
    /// Which kind is the inhale, where a person has said so; breaths and holds then count as
    /// corrected.
    std::optional<bool> kindAIsInhale;
    /// How the swaras lie over Sa that hums are held against.
    Tuning tuning = Tuning::Just;
    /// What a person has put right of this recording.
    std::vector<Correction> corrections = {};
    /// Under what the same plan fitted the same recording before these corrections.
    std::optional<PlanFit> fit = {};
};

/// Names, aligns, measures and explains; fast enough to be done while a person waits for a click.
Reading readAgainst(const Listened& listened, const std::optional<Plan>& plan,
                    const Known& known = {});

/// A recording that may still be going on: what a `Listened` has, wherever it is kept.
struct HeardSoFar {
    const RecordingInfo& recording;
    const Quality& quality;
    const Heard& heard;
    const FeatureTrack& track;
};
inline HeardSoFar soFar(const Listened& listened)
{
    return {listened.recording, listened.quality, listened.heard, listened.track};
}
/// Names, aligns and measures by the likeliest explanation alone; no other is told, and nothing is
/// asked.
Reading readHeard(const HeardSoFar& so, const std::optional<Plan>& plan, const Known& known = {});

/// Fills in all figures of a reading that follow from its phases and cycles.
void measureReading(Reading& reading);

/// What this person's breaths sound like, from those whose names are sure in a reading of
/// `listened`. Nothing where too few are sure: then there is nothing to learn.
std::optional<BreathProfile> profileIn(const Listened& listened, const Reading& reading);

/// The reading as JSON text (`layakari.reading`).
std::string readingToJson(const Reading& reading);

/// Parses a reading file's text. The figures are computed again from its phases, so that they are
/// always those of this program. Errors: BadReading with the JSON pointer.
Result<Reading> parseReading(const std::string& json, const std::string& file);

Result<Reading> openReadingFile(const std::filesystem::path& path);

} // namespace layakari
