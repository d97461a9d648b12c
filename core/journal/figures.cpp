// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/journal/figures.hpp"

#include "core/audio/sound_limits.hpp"
#include "core/base/quantile.hpp"
#include "core/curriculum/technique.hpp"
#include "core/language/message.hpp"
#include "core/reading/step_figures.hpp"

#include <algorithm>

namespace layakari {

namespace {

std::optional<FigureValue> valued(const std::optional<double>& value)
{
    return value ? std::optional(FigureValue{*value, {}, {}}) : std::nullopt;
}

// The middle of what `figure` gives for each of `things`; nothing where it gives none.
template <class Things, class Of>
std::optional<FigureValue> middleOf(const Things& things, Of of)
{
    std::vector<double> values;
    for (const auto& thing : things)
        if (const std::optional<double> value = of(thing)) values.push_back(*value);
    if (values.empty()) return std::nullopt;
    return FigureValue{median(std::move(values)), {}, {}};
}

std::optional<FigureValue> ratioOf(const Reading& reading, PhaseKind kind)
{
    for (const Summary::Ratio& ratio : reading.summary.ratio)
        if (ratio.phase == kind) return valued(ratio.toInhale);
    return std::nullopt;
}

constexpr double mostSeconds = soundLimits::hours * 3600;
constexpr double mostRatio = 1000;
constexpr double mostPerMin = 1000;

// The grains are what docs/benchmarks.md says of the figures of one recording: accuracy within two
// points, count length within 1 %, boundaries within 50 ms, pitch within 3 cents.
std::vector<FigureKind> makeKinds()
{
    return {
        {.key = figure::accuracy,
         .page = "accuracy",
         .better = +1,
         .grain = 1,
         .most = 100,
         .isOfAll = true,
         .chart = 1,
         .isListed = true,
         .hasRange = true,
         .ofReading = [](const Reading& r) -> std::optional<FigureValue> {
             if (!r.summary.accuracy) return std::nullopt;
             return FigureValue{*r.summary.accuracy, r.summary.accuracyLow, r.summary.accuracyHigh};
         }},
        {.key = figure::completion,
         .page = "completion",
         .better = +1,
         .grain = 1,
         .most = 100,
         .isOfAll = true,
         .isListed = true,
         .ofReading = [](const Reading& r) -> std::optional<FigureValue> {
             if (!r.summary.completion) return std::nullopt;
             return FigureValue{100 * *r.summary.completion, {}, {}};
         }},
        {.key = figure::countLength,
         .page = "counts",
         .decimals = 2,
         .grain = 0.01,
         .most = mostSeconds,
         .isOfAll = true,
         .chart = 5,
         .isListed = true,
         .ofReading = [](const Reading& r) { return valued(r.summary.countLengthS); }},
        {.key = figure::longestHold,
         .page = "phases",
         .decimals = 1,
         .grain = 0.1,
         .most = mostSeconds,
         .chart = 2,
         .ofReading = [](const Reading& r) -> std::optional<FigureValue> {
             const auto hold = r.summary.longestHoldS;
             return hold && *hold > 0 ? valued(hold) : std::nullopt;
         }},
        {.key = figure::exhaleRatio,
         .page = "ratio",
         .decimals = 2,
         .grain = 0.03,
         .most = mostRatio,
         .chart = 6,
         .ofReading = [](const Reading& r) { return ratioOf(r, PhaseKind::Exhale); }},
        {.key = figure::holdRatio,
         .page = "ratio",
         .decimals = 2,
         .grain = 0.03,
         .most = mostRatio,
         .ofReading = [](const Reading& r) { return ratioOf(r, PhaseKind::HoldFull); }},
        {.key = figure::rung,
         .page = "proposals",
         .grain = 0.5,
         .most = 1000,
         .isOfAll = true,
         .ofSitting = [](const Sitting& s) -> std::optional<double> {
             return s.rung ? std::optional<double>(*s.rung) : std::nullopt;
         }},
        {.key = figure::minutes,
         .page = "phases",
         .decimals = 1,
         .grain = 0.1,
         .most = mostSeconds,
         .isOfAll = true,
         .chart = 7,
         .isListed = true,
         .ofSitting = [](const Sitting& s) -> std::optional<double> {
             return s.practiceS > 0 ? std::optional(s.practiceS / 60) : std::nullopt;
         }},
        {.key = figure::strokes,
         .page = "strokes",
         .grain = 1,
         .most = 1'000'000,
         .ofReading = [](const Reading& r) -> std::optional<FigureValue> {
             if (r.strokeRuns.empty()) return std::nullopt;
             double all = 0;
             for (const ReadStrokeRun& run : r.strokeRuns) all += run.count;
             return FigureValue{all, {}, {}};
         }},
        {.key = figure::strokePace,
         .page = "strokes",
         .grain = 0.5,
         .most = mostPerMin,
         .chart = 4,
         .ofReading =
             [](const Reading& r) {
                 return middleOf(r.strokeRuns,
                                 [](const ReadStrokeRun& run) { return run.ratePerMin; });
             }},
        {.key = figure::humLength,
         .page = "hums",
         .decimals = 1,
         .grain = 0.1,
         .most = mostSeconds,
         .chart = 3,
         .ofReading =
             [](const Reading& r) {
                 return middleOf(r.hums, [](const ReadHum& hum) -> std::optional<double> {
                     return hum.endS - hum.startS;
                 });
             }},
        {.key = figure::humPitch,
         .page = "hums",
         .decimals = 1,
         .grain = 0.4,
         .most = 2000,
         .ofReading =
             [](const Reading& r) {
                 return middleOf(r.hums, [](const ReadHum& hum) { return hum.pitchHz; });
             }},
        {.key = figure::humSteadiness,
         .page = "hums",
         .better = -1,
         .grain = 1,
         .most = 10'000,
         .chart = 9,
         .ofReading =
             [](const Reading& r) {
                 return middleOf(r.hums, [](const ReadHum& hum) { return hum.steadinessCents; });
             }},
        {.key = figure::restBreathing,
         .page = "phases",
         .decimals = 1,
         .grain = 0.3,
         .most = mostPerMin,
         .isOfAll = true,
         .chart = 10,
         .ofReading =
             [](const Reading& r) {
                 return middleOf(r.rests, [](const RestBreathing& rest) -> std::optional<double> {
                     return rest.breathsPerMin;
                 });
             }},
        {.key = "steps_uneven_percent",
         .page = "phases",
         .better = -1,
         .grain = 1,
         .most = 1000,
         .chart = 11,
         .cameLater = true,
         .ofReading = [](const Reading& r) { return valued(stepFigures(r).stepsPercent); }},
        {.key = "pauses_uneven_percent",
         .page = "phases",
         .better = -1,
         .grain = 2,
         .most = 1000,
         .chart = 12,
         .cameLater = true,
         .ofReading = [](const Reading& r) { return valued(stepFigures(r).pausesPercent); }},
        {.key = figure::feelAfter,
         .page = "trends",
         .grain = 0.5,
         .most = 10,
         .isOfAll = true,
         .chart = 8,
         .isListed = true,
         .ofSitting = [](const Sitting& s) -> std::optional<double> {
             return s.words.feelAfter ? std::optional<double>(*s.words.feelAfter) : std::nullopt;
         }},
    };
}

} // namespace

const std::vector<FigureKind>& figureKinds()
{
    static const std::vector<FigureKind> kinds = makeKinds();
    return kinds;
}

const FigureKind& kindOf(FigureKey figure)
{
    const auto& kinds = figureKinds();
    return *std::find_if(kinds.begin(), kinds.end(),
                         [&](const FigureKind& kind) { return kind.key == figure; });
}

std::optional<double> valueOf(const Sitting& sitting, FigureKey figure)
{
    if (const auto kept = sitting.figures.find(figure); kept != sitting.figures.end())
        return kept->second.value;
    const FigureKind& kind = kindOf(figure);
    return kind.ofSitting ? kind.ofSitting(sitting) : std::nullopt;
}

void setFigure(Sitting& sitting, FigureKey figure, std::optional<double> value)
{
    sitting.figures.erase(std::string(figure));
    if (value) sitting.figures.emplace(figure, FigureValue{*value, {}, {}});
}

std::vector<FigureKey> figuresIn(const std::vector<Sitting>& sittings)
{
    std::vector<FigureKey> figures;
    for (const FigureKind& kind : figureKinds())
        if (std::any_of(sittings.begin(), sittings.end(),
                        [&](const Sitting& s) { return valueOf(s, kind.key).has_value(); }))
            figures.push_back(kind.key);
    return figures;
}

std::vector<FigureKey> figuresIn(const std::vector<Sitting>& sittings, const std::string& technique)
{
    std::vector<FigureKey> figures = figuresIn(sittings);
    const Technique* known = findTechnique(technique);
    if (!known) return figures;
    std::erase_if(figures, [&](FigureKey figure) {
        return !kindOf(figure).isOfAll && std::find(known->figures.begin(), known->figures.end(),
                                                    figure) == known->figures.end();
    });
    return figures;
}

void takeFigures(Sitting& sitting, const Reading& reading)
{
    sitting.practiceS = reading.summary.practiceS.value_or(0);
    sitting.strainSigns = static_cast<int>(reading.strainSigns.size());
    sitting.sure = reading.sure;
    sitting.asks = !reading.questions.empty();
    sitting.figures.clear();
    for (const FigureKind& kind : figureKinds())
        if (const auto value = kind.ofReading ? kind.ofReading(reading) : std::nullopt)
            sitting.figures.emplace(kind.key, *value);
}

std::string figureName(FigureKey figure) { return say("figure-name." + std::string(figure)); }

std::string figureUnit(FigureKey figure) { return say("figure-unit." + std::string(figure)); }

std::string figureExplained(FigureKey figure)
{
    return say("figure-explained." + std::string(figure));
}

std::string valueInWords(double value, FigureKey figure)
{
    return say("figure-value." + std::string(figure), {{"value", value}});
}

} // namespace layakari
