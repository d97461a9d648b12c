// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/reading/stroke_corrections.hpp"

#include "core/measure/robust.hpp"

#include <algorithm>
#include <cmath>
#include <set>

namespace layakari {

namespace {

constexpr double sameStrokeSeconds = 0.33;

double intervalOf(const ReadStrokeRun& run)
{
    const auto count = static_cast<double>(run.strokeTimesS.size());
    return count < 2 ? 1 : (run.strokeTimesS.back() - run.strokeTimesS.front()) / (count - 1);
}

bool addStroke(std::vector<ReadStrokeRun>& runs, double atS, ReadStrokeRun** changed)
{
    for (ReadStrokeRun& run : runs) {
        const double beside = 2 * intervalOf(run);
        if (atS < run.startS - beside || atS > run.endS + beside) continue;
        const auto after = std::lower_bound(run.strokeTimesS.begin(), run.strokeTimesS.end(), atS);
        const auto index = after - run.strokeTimesS.begin();
        const bool hasStrengths = run.strengthsDb.size() == run.strokeTimesS.size();
        run.strokeTimesS.insert(after, atS);
        if (hasStrengths)
            run.strengthsDb.insert(run.strengthsDb.begin() + index,
                                   run.strengthsDb.empty() ? 0 : median(run.strengthsDb));
        *changed = &run;
        return true;
    }
    return false;
}

bool removeStroke(std::vector<ReadStrokeRun>& runs, double atS, ReadStrokeRun** changed)
{
    std::size_t index = 0;
    double nearest = sameStrokeSeconds;
    for (ReadStrokeRun& run : runs)
        for (std::size_t i = 0; i < run.strokeTimesS.size(); ++i)
            if (const double off = std::fabs(run.strokeTimesS[i] - atS); off < nearest) {
                nearest = off;
                index = i;
                *changed = &run;
            }
    if (nearest == sameStrokeSeconds) return false;
    const auto offset = static_cast<std::ptrdiff_t>(index);
    ReadStrokeRun& run = **changed;
    if (run.strengthsDb.size() == run.strokeTimesS.size())
        run.strengthsDb.erase(run.strengthsDb.begin() + offset);
    run.strokeTimesS.erase(run.strokeTimesS.begin() + offset);
    return true;
}

} // namespace

std::vector<std::size_t> correctStrokes(std::vector<ReadStrokeRun>& runs,
                                        const std::vector<Correction>& corrections)
{
    constexpr double countedByAPerson = 0.99;
    std::vector<std::size_t> lost;
    std::set<ReadStrokeRun*> changed;
    for (std::size_t i = 0; i < corrections.size(); ++i) {
        const Correction& c = corrections[i];
        ReadStrokeRun* run = nullptr;
        const bool isAdded = c.kind == Correction::Kind::AddStroke;
        if (!isAdded && c.kind != Correction::Kind::RemoveStroke) continue;
        if (isAdded ? addStroke(runs, c.atS, &run) : removeStroke(runs, c.atS, &run))
            changed.insert(run);
        else
            lost.push_back(i);
    }
    for (ReadStrokeRun* run : changed) {
        run->count = static_cast<int>(run->strokeTimesS.size());
        run->corrected = true;
        run->countConfidence = countedByAPerson;
        measureRun(*run);
    }
    return lost;
}

} // namespace layakari
