// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/hum_targets.hpp"

#include <algorithm>
#include <fmt/format.h>

namespace layakari {

std::optional<double> targetHz(const TargetPitch& pitch, std::optional<double> saHz, Tuning tuning)
{
    if (const double* hz = std::get_if<double>(&pitch)) return *hz;
    const std::string& name = std::get<std::string>(pitch);
    const auto ratio = swaraRatio(name, tuning);
    if (!ratio) return noteHz(name);
    if (!saHz) return std::nullopt;
    return *saHz * *ratio;
}

std::vector<HumTarget> humTargets(const Plan& plan, Tuning tuning)
{
    std::vector<HumTarget> targets;
    for (const PlannedStep& step : unfold(plan)) {
        if (!step.cycle()) continue;
        for (const Phase& phase : step.cycle()->phases) {
            if (!phase.pitch) continue;
            const auto hz = targetHz(*phase.pitch, plan.saHz, tuning);
            const auto isThere = [&](const HumTarget& t) { return hz && t.hz == *hz; };
            if (!hz || std::any_of(targets.begin(), targets.end(), isThere)) continue;
            const auto* name = std::get_if<std::string>(&*phase.pitch);
            targets.push_back({name ? *name : std::string(), *hz});
        }
    }
    return targets;
}

std::string humTargetsInWords(const Plan& plan, Tuning tuning)
{
    std::string words;
    for (const HumTarget& target : humTargets(plan, tuning)) {
        words += (words.empty() ? "" : ", ") + target.name + (target.name.empty() ? "" : " ") +
                 fmt::format("{:.1f} Hz", target.hz);
    }
    return words;
}

} // namespace layakari
