// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/measure/ocean_figures.hpp"

#include "core/measure/robust.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

constexpr double longestTurnOfOceanS = 10;
constexpr std::size_t fewestAlike = 3;

// How far the breaths of one direction lie from their own mean.
class Scatter {
public:
    void add(const std::vector<double>& values)
    {
        if (values.size() < fewestAlike) return;
        double mean = 0;
        for (const double v : values) mean += v / static_cast<double>(values.size());
        for (const double v : values) m_squares += (v - mean) * (v - mean);
        m_freedom += static_cast<double>(values.size() - 1);
    }

    std::optional<double> evenness(double unit) const
    {
        if (m_freedom == 0) return std::nullopt;
        return std::max(0.0, 1 - std::sqrt(m_squares / m_freedom) / unit);
    }

private:
    double m_squares = 0;
    double m_freedom = 0;
};

std::vector<double> valuesOf(const std::vector<ReadOcean>& breaths, PhaseKind direction,
                             double (*value)(const ReadOcean&))
{
    std::vector<double> values;
    for (const ReadOcean& breath : breaths)
        if (breath.phase == direction) values.push_back(value(breath));
    return values;
}

double soundShareOf(const std::vector<ReadOcean>& breaths)
{
    double sounding = 0;
    double seconds = 0;
    for (std::size_t i = 0; i < breaths.size(); ++i) {
        sounding += breaths[i].friction.soundShare * breaths[i].seconds();
        seconds += breaths[i].seconds();
        const double turn = i == 0 ? 0 : breaths[i].startS - breaths[i - 1].endS;
        if (turn > 0 && turn < longestTurnOfOceanS) seconds += turn;
    }
    return seconds > 0 ? std::min(1.0, sounding / seconds) : 0;
}

} // namespace

std::optional<OceanFigures> oceanFigures(const std::vector<ReadOcean>& breaths)
{
    if (breaths.empty()) return std::nullopt;
    OceanFigures figures;
    figures.breaths = static_cast<int>(breaths.size());
    figures.soundShare = soundShareOf(breaths);
    const auto n = static_cast<double>(breaths.size());
    for (const ReadOcean& breath : breaths) {
        figures.seconds += breath.seconds();
        figures.evenness += breath.friction.evenness / n;
        figures.spectralEvenness += breath.friction.spectralEvenness / n;
        figures.roughness += breath.friction.roughness / n;
        if (breath.friction.roughestAtS) figures.roughAtS.push_back(*breath.friction.roughestAtS);
    }
    const auto seconds = [](const ReadOcean& b) { return b.seconds(); };
    const auto level = [](const ReadOcean& b) { return b.friction.levelDb; };
    const auto brightness = [](const ReadOcean& b) { return std::log2(b.friction.brightnessHz); };
    Scatter levels;
    Scatter colours;
    for (const PhaseKind direction : {PhaseKind::Inhale, PhaseKind::Exhale}) {
        levels.add(valuesOf(breaths, direction, level));
        if (breaths.front().friction.brightnessHz > 0)
            colours.add(valuesOf(breaths, direction, brightness));
    }
    figures.evennessBetween = levels.evenness(Friction::evenDb);
    figures.spectralEvennessBetween = colours.evenness(1);
    const std::vector<double> in = valuesOf(breaths, PhaseKind::Inhale, seconds);
    const std::vector<double> out = valuesOf(breaths, PhaseKind::Exhale, seconds);
    if (!in.empty()) figures.inhaleS = median(in);
    if (!out.empty()) figures.exhaleS = median(out);
    if (!in.empty() && !out.empty())
        figures.balanceDb = median(valuesOf(breaths, PhaseKind::Inhale, level)) -
                            median(valuesOf(breaths, PhaseKind::Exhale, level));
    return figures;
}

} // namespace layakari
