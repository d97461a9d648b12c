// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/measure/stroke_runs.hpp"

#include "core/measure/robust.hpp"

#include <algorithm>
#include <cmath>
#include <numeric>

namespace layakari {

namespace {

constexpr double pauseIntervals = 1.8;   // a longer interval is no interval of the pace
constexpr double clearPaceChange = 0.08; // of the rate, between thirds of a run
constexpr std::size_t fewestForPace = 8;
constexpr double sagDb = 3;
constexpr double sagPace = 0.85;

// Intervals of the pace with the moment in their middle.
struct Interval {
    double atS = 0;
    double seconds = 0;
};

std::vector<Interval> paceIntervals(ReadStrokeRun& run)
{
    run.pauses.clear();
    std::vector<double> all;
    for (std::size_t i = 1; i < run.strokeTimesS.size(); ++i)
        all.push_back(run.strokeTimesS[i] - run.strokeTimesS[i - 1]);
    if (all.empty()) return {};
    const double usual = median(all);
    std::vector<Interval> intervals;
    for (std::size_t i = 0; i < all.size(); ++i) {
        // A pace that slows down is no row of pauses: the neighbours say what is usual here.
        std::vector<double> near(all.begin() + static_cast<std::ptrdiff_t>(i > 3 ? i - 3 : 0),
                                 all.begin() +
                                     static_cast<std::ptrdiff_t>(std::min(all.size(), i + 4)));
        if (all[i] > pauseIntervals * std::max(usual, median(near)))
            run.pauses.push_back({run.strokeTimesS[i], run.strokeTimesS[i + 1]});
        else
            intervals.push_back({(run.strokeTimesS[i] + run.strokeTimesS[i + 1]) / 2, all[i]});
    }
    return intervals;
}

// In strokes a minute, a minute.
double paceTrend(const std::vector<Interval>& intervals)
{
    std::vector<double> minutes;
    std::vector<double> rates;
    for (const Interval& i : intervals) {
        minutes.push_back(i.atS / 60);
        rates.push_back(60 / i.seconds);
    }
    return theilSen(minutes, rates).slope;
}

double medianSeconds(const std::vector<Interval>& intervals, std::size_t from, std::size_t to)
{
    std::vector<double> seconds;
    for (std::size_t i = from; i < std::min(to, intervals.size()); ++i)
        seconds.push_back(intervals[i].seconds);
    return seconds.empty() ? 0 : median(std::move(seconds));
}

std::string paceOf(const std::vector<Interval>& intervals)
{
    if (intervals.size() < fewestForPace) return "";
    const std::size_t third = intervals.size() / 3;
    const double first = 1 / medianSeconds(intervals, 0, third);
    const double middle = 1 / medianSeconds(intervals, third, intervals.size() - third);
    const double last = 1 / medianSeconds(intervals, intervals.size() - third, intervals.size());
    if (middle > (1 + clearPaceChange) * first && middle > (1 + clearPaceChange) * last)
        return "rise-fall";
    if (last > (1 + clearPaceChange) * first) return "rising";
    if (last < (1 - clearPaceChange) * first) return "falling";
    return "steady";
}

// From where on the last strokes stay weaker, or slower, than the first third was.
std::optional<std::size_t> sagOf(const ReadStrokeRun& run)
{
    const std::size_t count = run.strokeTimesS.size();
    if (count < fewestForPace || run.strengthsDb.size() != count) return std::nullopt;
    const std::size_t third = count / 3;
    std::vector<double> strengths(run.strengthsDb.begin(),
                                  run.strengthsDb.begin() + static_cast<std::ptrdiff_t>(third));
    std::vector<double> gaps;
    for (std::size_t i = 1; i <= third; ++i)
        gaps.push_back(run.strokeTimesS[i] - run.strokeTimesS[i - 1]);
    const double strength = median(strengths);
    const double gap = median(gaps);
    const auto isLow = [&](std::size_t i) {
        std::vector<double> near;
        std::vector<double> nearGaps;
        for (std::size_t k = i > 2 ? i - 2 : 0; k < std::min(count, i + 3); ++k) {
            near.push_back(run.strengthsDb[k]);
            if (k > 0) nearGaps.push_back(run.strokeTimesS[k] - run.strokeTimesS[k - 1]);
        }
        return median(near) < strength - sagDb ||
               (!nearGaps.empty() && gap < sagPace * median(nearGaps));
    };
    std::size_t from = count;
    while (from > third && isLow(from - 1)) --from;
    constexpr std::size_t least = 3;
    return count - from >= least ? std::optional(from) : std::nullopt;
}

} // namespace

ReadStrokeRun readRun(const HeardStrokeRun& run)
{
    ReadStrokeRun read;
    // As exact as the file has them, so that a saved reading gives the same figures.
    const auto rounded = [](double value, double unit) { return std::round(value / unit) * unit; };
    constexpr double timeUnit = 1e-4;
    constexpr double levelUnit = 1e-2;
    read.startS = rounded(run.startS, timeUnit);
    read.endS = rounded(run.endS, timeUnit);
    read.count = static_cast<int>(run.strokes.size());
    read.countConfidence = run.countConfidence * run.confidence;
    std::vector<double> shares;
    std::vector<double> balance;
    for (std::size_t i = 0; i < run.strokes.size(); ++i) {
        const HeardStroke& stroke = run.strokes[i];
        read.strokeTimesS.push_back(rounded(stroke.timeS, timeUnit));
        read.strengthsDb.push_back(rounded(stroke.levelDb, levelUnit));
        if (!stroke.inhaleTimeS) continue;
        balance.push_back(stroke.inhaleLevelDb - stroke.levelDb);
        if (i == 0) continue;
        const double interval = stroke.timeS - run.strokes[i - 1].timeS;
        if (interval > 0) shares.push_back((stroke.timeS - *stroke.inhaleTimeS) / interval);
    }
    if (run.twoSided && !balance.empty()) {
        read.inhaleOverExhaleDb = median(balance);
        if (!shares.empty()) read.inhaleShare = median(shares);
    }
    measureRun(read);
    return read;
}

void measureRun(ReadStrokeRun& run)
{
    const std::vector<Interval> intervals = paceIntervals(run);
    run.ratePerMin = run.rateTrendPerMin2 = run.intervalCv = run.strengthCvDb = std::nullopt;
    run.pace = paceOf(intervals);
    run.sagsFrom = sagOf(run);
    if (intervals.size() < 2) return;
    run.ratePerMin = 60 / medianSeconds(intervals, 0, intervals.size());
    run.rateTrendPerMin2 = paceTrend(intervals);
    const auto n = static_cast<double>(intervals.size());
    double mean = 0;
    for (const Interval& i : intervals) mean += i.seconds / n;
    double squares = 0;
    for (const Interval& i : intervals) squares += std::pow(i.seconds - mean, 2);
    run.intervalCv = std::sqrt(squares / (n - 1)) / mean;
    const auto m = static_cast<double>(run.strengthsDb.size());
    if (m < 2) return;
    const double level = std::accumulate(run.strengthsDb.begin(), run.strengthsDb.end(), 0.0) / m;
    double spread = 0;
    for (const double s : run.strengthsDb) spread += std::pow(s - level, 2);
    run.strengthCvDb = std::sqrt(spread / (m - 1));
}

} // namespace layakari
