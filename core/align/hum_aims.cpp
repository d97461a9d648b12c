// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/align/hum_aims.hpp"

#include "core/base/quantile.hpp"
#include "core/plan/hum_targets.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

// Untrained people land within a semitone of a pitch that they have in mind, mostly nearer
// (Pfordresher & Brown, Music Perception 25, 2007, p. 95); swaras next to each other are as near as
// that, and those of a plan hardly ever.
constexpr double spreadCents = 60;
// No more than for a phase that is nothing like as long as planned: a wrong pitch is hummed too.
constexpr double mostCost = 2;
// By how much all hums together must fit better before their pitches are taken to be shifted.
constexpr double shiftCost = 2;

double centsOf(double hz) { return 1200 * std::log2(hz); }

// Where Sa is not known swaras are taken over a Sa of 1 Hz; the shift is then Sa.
std::optional<double> targetCents(const TargetPitch& pitch, std::optional<double> saHz)
{
    const auto hz = targetHz(pitch, saHz.value_or(1), Tuning::Just);
    if (!hz) return std::nullopt;
    return centsOf(*hz);
}

} // namespace

double pitchHz(const HeardHum& hum)
{
    std::vector<double> voiced;
    for (const PitchFrame& frame : hum.frames)
        if (frame.hz > 0) voiced.push_back(frame.hz);
    return voiced.empty() ? 0 : median(std::move(voiced));
}

std::vector<double> pitchesOf(const std::vector<HeardHum>& hums)
{
    std::vector<double> pitches;
    for (const HeardHum& hum : hums)
        if (const double hz = pitchHz(hum); hz > 0) pitches.push_back(hz);
    return pitches;
}

HumAims::HumAims(const std::vector<PlannedStep>& steps, std::optional<double> saHz,
                 const std::vector<double>& hummedHz)
    : m_saHz(saHz)
{
    for (const PlannedStep& step : steps) {
        if (!step.cycle()) continue;
        for (const Phase& phase : step.cycle()->phases) {
            const auto target = phase.pitch ? targetCents(*phase.pitch, m_saHz) : std::nullopt;
            if (target && std::find(m_targets.begin(), m_targets.end(), *target) == m_targets.end())
                m_targets.push_back(*target);
        }
    }
    if (m_targets.size() < 2) return;
    std::vector<double> hummed;
    for (const double hz : hummedHz) hummed.push_back(centsOf(hz));
    findShift(hummed);
}

double HumAims::offBy(double cents, double target) const
{
    const double z = (cents - target - m_shift) / spreadCents;
    return std::min(mostCost, 0.5 * z * z);
}

double HumAims::offByLeast(double cents) const
{
    double least = mostCost;
    for (const double target : m_targets) least = std::min(least, offBy(cents, target));
    return least;
}

void HumAims::findShift(const std::vector<double>& hummed)
{
    const auto costUnder = [&](double shift) {
        m_shift = shift;
        double cost = shift == 0 ? 0 : shiftCost;
        for (const double cents : hummed) cost += offByLeast(cents);
        return cost;
    };
    double best = 0;
    double least = costUnder(0);
    for (const double cents : hummed)
        for (const double target : m_targets)
            if (const double cost = costUnder(cents - target); cost < least) {
                least = cost;
                best = cents - target;
            }
    m_shift = best;
}

double HumAims::cost(double hz, const TargetPitch& pitch) const
{
    const auto target = targetCents(pitch, m_saHz);
    if (m_targets.size() < 2 || !target || hz <= 0) return 0;
    return offBy(centsOf(hz), *target) - offByLeast(centsOf(hz));
}

} // namespace layakari
