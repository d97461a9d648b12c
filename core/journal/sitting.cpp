// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/journal/sitting.hpp"

#include "core/measure/robust.hpp"

namespace layakari {

namespace {

// The middle of what `figure` gives for each of `things`; nothing where it gives none.
template <class Things, class Figure>
std::optional<double> middleOf(const Things& things, Figure figure)
{
    std::vector<double> values;
    for (const auto& thing : things)
        if (const std::optional<double> value = figure(thing)) values.push_back(*value);
    if (values.empty()) return std::nullopt;
    return median(std::move(values));
}

} // namespace

void takeFigures(Sitting& sitting, const Reading& reading)
{
    const Summary& s = reading.summary;
    sitting.practiceS = s.practiceS.value_or(0);
    sitting.accuracy = s.accuracy;
    sitting.accuracyLow = s.accuracyLow;
    sitting.accuracyHigh = s.accuracyHigh;
    sitting.completion = s.completion ? std::optional(100 * *s.completion) : std::nullopt;
    sitting.countLengthS = s.countLengthS;
    sitting.longestHoldS = s.longestHoldS;
    const auto toInhale = [&](PhaseKind kind) -> std::optional<double> {
        for (const Summary::Ratio& ratio : s.ratio)
            if (ratio.phase == kind) return ratio.toInhale;
        return std::nullopt;
    };
    sitting.exhaleToInhale = toInhale(PhaseKind::Exhale);
    sitting.holdToInhale = toInhale(PhaseKind::HoldFull);
    sitting.strainSigns = static_cast<int>(reading.strainSigns.size());
    sitting.strokes.reset();
    for (const ReadStrokeRun& run : reading.strokeRuns)
        sitting.strokes = sitting.strokes.value_or(0) + run.count;
    sitting.strokesPerMin =
        middleOf(reading.strokeRuns, [](const ReadStrokeRun& run) { return run.ratePerMin; });
    sitting.humS = middleOf(reading.hums, [](const ReadHum& hum) -> std::optional<double> {
        return hum.endS - hum.startS;
    });
    sitting.humHz = middleOf(reading.hums, [](const ReadHum& hum) { return hum.pitchHz; });
    sitting.humWanderCents =
        middleOf(reading.hums, [](const ReadHum& hum) { return hum.steadinessCents; });
    sitting.restBreathsPerMin =
        middleOf(reading.rests, [](const RestBreathing& rest) -> std::optional<double> {
            return rest.breathsPerMin;
        });
}

Result<void> learnBreath(Journal& journal, Id id, const BreathProfile& heard)
{
    auto person = journal.person(id);
    if (!person) return fail(person.error());
    if (!*person) return {};
    const auto known = parseProfile((*person)->breathProfile, (*person)->name);
    return journal.saveBreathProfile(id, profileToJson(known ? merged(*known, heard) : heard));
}

Sitting sittingFrom(const Reading& reading, Id person, Id planVersion, std::int64_t startedAt,
                    Day day)
{
    Sitting sitting;
    sitting.person = person;
    sitting.planVersion = planVersion;
    sitting.startedAt = startedAt;
    sitting.day = day;
    sitting.recording = reading.recording.file;
    sitting.sha256 = reading.recording.sha256;
    takeFigures(sitting, reading);
    return sitting;
}

} // namespace layakari
