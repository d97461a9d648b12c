// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/evaluate/example.hpp"

#include "core/base/files.hpp"
#include "core/base/new_file.hpp"
#include "core/measure/read_kind_words.hpp"

#include <algorithm>

namespace layakari {

namespace fs = std::filesystem;

namespace {

// Which of the plan's cycles each of the reading's is.
std::vector<std::optional<int>> plannedIndices(const Reading& reading)
{
    std::vector<std::optional<int>> indices(reading.cycles.size());
    if (!reading.plan) {
        for (std::size_t c = 0; c < indices.size(); ++c) indices[c] = static_cast<int>(c);
        return indices;
    }
    const std::vector<PlannedStep> steps = unfold(*reading.plan);
    for (std::size_t c = 0; c < indices.size(); ++c) {
        const ReadCycle& cycle = reading.cycles[c];
        int index = 0;
        for (const PlannedStep& step : steps) {
            if (!step.cycle()) continue;
            if (!cycle.extra && step.part == cycle.part && step.repetition == cycle.repetition &&
                step.round == cycle.round)
                indices[c] = index;
            ++index;
        }
    }
    return indices;
}

} // namespace

Truth truthOf(const Reading& reading)
{
    Truth truth;
    if (reading.plan) truth.plan = *reading.plan;
    const std::vector<std::optional<int>> planned = plannedIndices(reading);
    for (const ReadPhase& phase : reading.phases) {
        if (phase.kind == ReadKind::Voice) truth.voice.push_back({phase.startS, phase.endS});
        if (phase.kind == ReadKind::Voice || phase.kind == ReadKind::Unknown) continue;
        const std::optional<int> cycle =
            phase.cycle ? planned.at(static_cast<std::size_t>(*phase.cycle)) : std::nullopt;
        truth.phases.push_back({readKindWords.of(phase.kind),
                                phase.sound,
                                phase.startS,
                                phase.endS,
                                phase.role,
                                cycle,
                                {},
                                {}});
    }
    for (std::size_t run = 0; run < reading.strokeRuns.size(); ++run)
        for (const double time : reading.strokeRuns[run].strokeTimesS)
            truth.strokes.push_back({static_cast<int>(run), time});
    for (const ReadHum& hum : reading.hums)
        if (hum.pitchHz)
            truth.hums.push_back(
                {hum.startS, hum.endS, *hum.pitchHz, static_cast<int>(hum.breaks.size())});
    if (reading.plan) truth.cyclesDone = static_cast<int>(reading.cycles.size());
    return truth;
}

Result<fs::path> exportExample(const Reading& reading, const fs::path& sound,
                               const fs::path& folder)
{
    constexpr std::size_t enough = 12; // digits of the hash: no two recordings share so many
    const auto sha = sha256OfFile(sound);
    if (!sha) return fail(sha.error());
    if (auto made = makeFolder(folder); !made) return fail(made.error());
    const std::string name = "example-" + sha->substr(0, enough);
    const fs::path copy = folder / (name + sound.extension().string());
    auto file = NewFile::create(copy);
    if (!file) return fail(file.error());
    if (auto copied = copyFile(sound, *std::move(file)); !copied) return fail(copied.error());
    if (auto written = writeFile(folder / (name + ".truth.json"), truthToJson(truthOf(reading)));
        !written) {
        std::error_code ignored; // what failed before is what is said
        fs::remove(copy, ignored);
        return fail(written.error());
    }
    return copy;
}

} // namespace layakari
