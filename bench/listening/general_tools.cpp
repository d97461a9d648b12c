// SPDX-License-Identifier: GPL-3.0-or-later
#include "bench/listening/general_tools.hpp"

#include "bench/common/shell.hpp"

#include <algorithm>
#include <cstdlib>

namespace layakari::bench {

namespace {

// The numbers that follow `key` in the detector's messages.
std::vector<double> numbersAfter(const std::string& key, const std::string& text)
{
    std::vector<double> numbers;
    for (std::size_t at = text.find(key); at != std::string::npos; at = text.find(key, at + 1))
        numbers.push_back(std::strtod(text.c_str() + at + key.size(), nullptr));
    return numbers;
}

bool beginsWithExhale(const Plan& plan)
{
    for (const PlannedStep& step : unfold(plan))
        if (step.cycle()) return step.cycle()->phases.front().kind == PhaseKind::Exhale;
    return false;
}

ReadPhase phaseOf(ReadKind kind, double startS, double endS)
{
    ReadPhase phase;
    phase.kind = kind;
    phase.startS = startS;
    phase.endS = endS;
    return phase;
}

Reading named(const std::vector<double>& quietFrom, const std::vector<double>& quietUntil,
              const Plan& plan)
{
    Reading reading;
    bool inhale = !beginsWithExhale(plan);
    double from = 0;
    for (std::size_t i = 0; i < quietFrom.size(); ++i) {
        if (quietFrom[i] > from + 0.05) {
            reading.phases.push_back(
                phaseOf(inhale ? ReadKind::Inhale : ReadKind::Exhale, from, quietFrom[i]));
            inhale = !inhale;
        }
        if (i >= quietUntil.size()) break;
        if (!reading.phases.empty())
            reading.phases.push_back(phaseOf(inhale ? ReadKind::HoldEmpty : ReadKind::HoldFull,
                                             quietFrom[i], quietUntil[i]));
        from = quietUntil[i];
    }
    return reading;
}

} // namespace

std::vector<Reading> readBySilence(const std::filesystem::path& recording, const Plan& plan)
{
    const std::string ffmpeg = "ffmpeg -nostats -hide_banner -i '" + recording.string() + "' -af ";
    const std::string rest = " -f null - 2>&1";
    const std::vector<double> mean =
        numbersAfter("mean_volume: ", outputOf(ffmpeg + "volumedetect" + rest));
    std::vector<Reading> readings;
    if (mean.empty()) return readings;
    for (const double under : {14.0, 10.0, 7.0, 4.0, 2.0, 0.0}) {
        const std::string text = outputOf(
            ffmpeg + "silencedetect=d=0.3:n=" + std::to_string(mean[0] - under) + "dB" + rest);
        readings.push_back(named(numbersAfter("silence_start: ", text),
                                 numbersAfter("silence_end: ", text), plan));
    }
    return readings;
}

} // namespace layakari::bench
