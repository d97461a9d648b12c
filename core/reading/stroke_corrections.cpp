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

// The run that has one more, or one less, of them now; null where none is meant.
ReadStrokeRun* addStroke(std::vector<ReadStrokeRun>& runs, double atS)
{
    for (ReadStrokeRun& run : runs) {
        const double beside = 2 * intervalOf(run);
        if (atS < run.startS - beside || atS > run.endS + beside) continue;
        const auto after = std::lower_bound(run.strokeTimesS.begin(), run.strokeTimesS.end(), atS);
        const auto index = after - run.strokeTimesS.begin();
        if (run.strengthsDb.size() == run.strokeTimesS.size())
            run.strengthsDb.insert(run.strengthsDb.begin() + index,
                                   run.strengthsDb.empty() ? 0 : median(run.strengthsDb));
        run.strokeTimesS.insert(after, atS);
        return &run;
    }
    return nullptr;
}

ReadStrokeRun* removeStroke(std::vector<ReadStrokeRun>& runs, double atS)
{
    ReadStrokeRun* meant = nullptr;
    std::ptrdiff_t index = 0;
    double nearest = sameStrokeSeconds;
    for (ReadStrokeRun& run : runs)
        for (std::size_t i = 0; i < run.strokeTimesS.size(); ++i)
            if (const double off = std::fabs(run.strokeTimesS[i] - atS); off < nearest) {
                nearest = off;
                index = static_cast<std::ptrdiff_t>(i);
                meant = &run;
            }
    if (!meant) return nullptr;
    if (meant->strengthsDb.size() == meant->strokeTimesS.size())
        meant->strengthsDb.erase(meant->strengthsDb.begin() + index);
    meant->strokeTimesS.erase(meant->strokeTimesS.begin() + index);
    return meant;
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
        const bool isAdded = c.kind == Correction::Kind::AddStroke;
        if (!isAdded && c.kind != Correction::Kind::RemoveStroke) continue;
        if (ReadStrokeRun* run = isAdded ? addStroke(runs, c.atS) : removeStroke(runs, c.atS))
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
