// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/reading/beyond_phases.hpp"

#include "core/align/stroke_match.hpp"
#include "core/plan/hum_targets.hpp"
#include "core/reading/rounded.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

// The cycle and the planned phase in which a moment lies.
struct Place {
    int cycle = 0;
    const Phase* phase = nullptr;
};

std::optional<Place> placeAt(const Reading& reading, const std::vector<PlannedStep>& steps,
                             double startS, double endS)
{
    for (std::size_t c = 0; c < reading.cycles.size(); ++c) {
        const ReadCycle& cycle = reading.cycles[c];
        for (std::size_t k = 0; k < cycle.phases.size(); ++k)
            for (const std::size_t i : cycle.phases[k].heard) {
                const ReadPhase& p = reading.phases[i];
                if (std::min(p.endS, endS) - std::max(p.startS, startS) < 0.5 * (endS - startS))
                    continue;
                Place place{static_cast<int>(c), nullptr};
                const auto step =
                    std::find_if(steps.begin(), steps.end(), [&](const PlannedStep& s) {
                        return s.part == cycle.part && s.cycle();
                    });
                if (step != steps.end()) place.phase = &step->cycle()->phases[k];
                return place;
            }
    }
    return std::nullopt;
}

void roundFigures(ReadHum& hum)
{
    for (std::optional<double>* value :
         {&hum.pitchHz, &hum.targetHz, &hum.centsFromTarget, &hum.steadinessCents,
          &hum.driftCentsPerS, &hum.vibratoRateHz, &hum.vibratoCents, &hum.scoopCents})
        if (*value) *value = rounded(**value);
}

Friction roundedFigures(Friction friction)
{
    for (double* value : {&friction.evenness, &friction.spectralEvenness, &friction.roughness,
                          &friction.soundShare, &friction.levelDb, &friction.brightnessHz})
        *value = rounded(*value);
    return friction;
}

std::string nameOf(const TargetPitch& pitch)
{
    const auto* name = std::get_if<std::string>(&pitch);
    return name ? *name : std::string();
}

} // namespace

std::vector<ReadStrokeRun> readStrokeRuns(const Heard& heard, const std::optional<Plan>& plan)
{
    const std::vector<PlannedStep> steps = plan ? unfold(*plan) : std::vector<PlannedStep>{};
    const auto matched = matchRuns(heard.strokeRuns, steps);
    std::vector<const Strokes*> planned;
    for (const auto& place : matched)
        planned.push_back(place ? std::get<const Strokes*>(steps[*place].content) : nullptr);
    const LouderHalf louder = louderHalfOf(heard.strokeRuns, planned);
    std::vector<ReadStrokeRun> runs;
    for (std::size_t i = 0; i < heard.strokeRuns.size(); ++i) {
        if (!matched[i]) {
            runs.push_back(readRun(heard.strokeRuns[i]));
            continue;
        }
        const PlannedStep& step = steps[*matched[i]];
        const Strokes& wanted = *planned[i];
        ReadStrokeRun run = readRun(countedAs(heard.strokeRuns[i], wanted, louder));
        run.part = step.part;
        run.round = step.round;
        run.roundsInAll = step.roundsInAll;
        run.style = wanted.style;
        run.plannedPace = wanted.pace;
        run.targetCount = wanted.strokes;
        run.targetRatePerMin = wanted.ratePerMin;
        runs.push_back(std::move(run));
    }
    return runs;
}

std::vector<ReadHum> readHums(const Heard& heard, Reading& reading, Tuning tuning)
{
    const std::vector<PlannedStep> steps =
        reading.plan ? unfold(*reading.plan) : std::vector<PlannedStep>{};
    std::vector<ReadHum> hums;
    std::vector<const Phase*> phases;
    std::vector<std::pair<double, double>> overSa;
    for (const HeardHum& heardHum : heard.hums) {
        ReadHum hum = readHum(heardHum);
        const auto place = placeAt(reading, steps, hum.startS, hum.endS);
        if (place) hum.cycle = place->cycle;
        const Phase* phase = place ? place->phase : nullptr;
        phases.push_back(phase);
        if (phase && phase->pitch && hum.pitchHz)
            if (const auto ratio = swaraRatio(nameOf(*phase->pitch), tuning))
                overSa.emplace_back(*hum.pitchHz, *ratio);
        hums.push_back(std::move(hum));
    }
    reading.saHz = reading.plan ? reading.plan->saHz : std::nullopt;
    if (!reading.saHz) reading.saHz = saFromHums(overSa);
    for (std::size_t i = 0; i < hums.size(); ++i) {
        if (!phases[i] || !phases[i]->pitch) continue;
        if (const auto hz = targetHz(*phases[i]->pitch, reading.saHz, tuning))
            holdAgainst(hums[i], *hz, nameOf(*phases[i]->pitch));
    }
    for (ReadHum& hum : hums) roundFigures(hum);
    return hums;
}

std::vector<ReadOcean> readOcean(const FeatureTrack& track, const Reading& reading)
{
    std::vector<ReadOcean> breaths;
    for (std::size_t i = 0; i < reading.phases.size(); ++i) {
        const ReadPhase& p = reading.phases[i];
        const auto kind = toPhaseKind(p.kind);
        if (p.sound != PhaseSound::Ujjayi || !p.cycle || !kind || isHold(*kind)) continue;
        breaths.push_back({*p.cycle, *kind, p.startS, p.endS,
                           roundedFigures(measureFriction(track, p.startS, p.endS))});
    }
    return breaths;
}

std::vector<StrainSign> strainBeyondPhases(const Reading& reading)
{
    std::vector<StrainSign> signs;
    for (std::size_t i = 0; i < reading.hums.size(); ++i)
        for (const HeardHum::Break& b : reading.hums[i].breaks)
            signs.push_back({"hum_break",
                             b.startS,
                             reading.hums[i].cycle,
                             {"strain.hum-interrupted",
                              {{"hum", i + 1},
                               {"seconds", b.endS - b.startS},
                               {"after", b.startS - reading.hums[i].startS}}}});
    for (std::size_t i = 0; i < reading.strokeRuns.size(); ++i) {
        const ReadStrokeRun& run = reading.strokeRuns[i];
        if (!run.sagsFrom) continue;
        // A pace that was meant to fall at the end has not collapsed.
        if (run.plannedPace == Pace::RiseFall) continue;
        signs.push_back(
            {"sagging_strokes",
             run.strokeTimesS[*run.sagsFrom],
             std::nullopt,
             {"strain.sagging-strokes", {{"stroke", *run.sagsFrom + 1}, {"strokes", run.count}}}});
    }
    return signs;
}

} // namespace layakari
