// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/evaluate/evaluation.hpp"

#include "core/base/overlap.hpp"
#include "core/evaluate/scoring.hpp"
#include "core/measure/read_kind_words.hpp"

#include <algorithm>
#include <cmath>
#include <map>

namespace layakari {

namespace {

using Stretch = Truth::Stretch;

constexpr double worstAccuracy = 5; // points: what a person would call another result
constexpr double rightF1 = 0.9;     // of a reading without a plan

// The time that some of `others` cover of a stretch; they do not overlap each other.
double covered(double startS, double endS, const std::vector<Stretch>& others)
{
    double sum = 0;
    for (const Stretch& other : others) sum += overlap(startS, endS, other.startS, other.endS);
    return sum;
}

bool isBreath(const ReadPhase& phase)
{
    return phase.kind == ReadKind::Inhale || phase.kind == ReadKind::Exhale;
}

bool isBreath(const Truth::Phase& phase)
{
    return phase.kind == "inhale" || phase.kind == "exhale";
}

bool isHeld(const ReadPhase& phase)
{
    return phase.kind == ReadKind::HoldFull || phase.kind == ReadKind::HoldEmpty;
}

std::string wordOf(const ReadPhase& phase) { return readKindWords.of(phase.kind); }

// Pairs of a true and a read phase, the best first, each in one pair at most.
template <class Fits>
std::vector<std::pair<std::size_t, std::size_t>>
pairs(const std::vector<Truth::Phase>& truths, const std::vector<ReadPhase>& read, const Fits& fits)
{
    constexpr double least = 0.5;
    struct Candidate {
        double share;
        std::size_t truth;
        std::size_t read;
    };
    std::vector<Candidate> candidates;
    for (std::size_t i = 0; i < truths.size(); ++i)
        for (std::size_t j = 0; j < read.size(); ++j) {
            const double both =
                overlap(truths[i].startS, truths[i].endS, read[j].startS, read[j].endS);
            const double either = truths[i].endS - truths[i].startS + read[j].seconds() - both;
            if (either > 0 && both / either >= least && fits(truths[i], read[j]))
                candidates.push_back({both / either, i, j});
        }
    std::sort(candidates.begin(), candidates.end(),
              [](const Candidate& a, const Candidate& b) { return a.share > b.share; });
    std::vector<bool> truthTaken(truths.size(), false);
    std::vector<bool> readTaken(read.size(), false);
    std::vector<std::pair<std::size_t, std::size_t>> found;
    for (const Candidate& c : candidates) {
        if (truthTaken[c.truth] || readTaken[c.read]) continue;
        truthTaken[c.truth] = readTaken[c.read] = true;
        found.emplace_back(c.truth, c.read);
    }
    return found;
}

double edgeError(double heardS, double trueS, std::optional<double> flowS)
{
    const double low = std::min(trueS, flowS.value_or(trueS));
    const double high = std::max(trueS, flowS.value_or(trueS));
    return heardS < low ? heardS - low : heardS > high ? heardS - high : 0;
}

std::vector<Stretch> joined(std::vector<Stretch> stretches)
{
    std::sort(stretches.begin(), stretches.end(),
              [](const Stretch& a, const Stretch& b) { return a.startS < b.startS; });
    std::vector<Stretch> out;
    for (const Stretch& s : stretches)
        if (!out.empty() && s.startS <= out.back().endS)
            out.back().endS = std::max(out.back().endS, s.endS);
        else
            out.push_back(s);
    return out;
}

// Of the time of `stretches` in which nobody breathes, how much was read as breath.
void measureTaken(const std::vector<Stretch>& stretches, const Truth& truth, const Reading& reading,
                  double& allS, double& takenS)
{
    std::vector<Stretch> breathed;
    for (const Truth::Phase& p : truth.phases)
        if (isBreath(p) || p.kind == "strokes") breathed.push_back({p.startS, p.endS});
    breathed = joined(breathed);
    for (const Stretch& s : joined(stretches)) {
        allS += s.endS - s.startS - covered(s.startS, s.endS, breathed);
        for (const ReadPhase& p : reading.phases) {
            if (!isBreath(p)) continue;
            const double from = std::max(p.startS, s.startS);
            const double to = std::min(p.endS, s.endS);
            if (to > from) takenS += to - from - covered(from, to, breathed);
        }
    }
}

void measureAccuracy(const Reading& reading, const Truth& truth, Evaluation& evaluation)
{
    constexpr double halfPoint = 0.5;
    if (!truth.hasPlan()) return;
    const Summary heard = scoring::trueSummary(truth, false);
    const Summary flow = scoring::trueSummary(truth, true);
    const int done = truth.cyclesDone.value_or(heard.cyclesHeard);
    evaluation.cyclesOff = std::min(std::abs(reading.summary.cyclesHeard - done),
                                    std::abs(reading.summary.cyclesHeard - heard.cyclesPlanned));
    if (!heard.accuracy || !flow.accuracy) return;
    evaluation.withAccuracy = 1;
    const double low = std::min(*heard.accuracy, *flow.accuracy);
    const double high = std::max(*heard.accuracy, *flow.accuracy);
    const double stated = reading.summary.accuracy.value_or(0);
    const double error = std::max({0.0, low - stated, stated - high});
    evaluation.accuracyErrors.push_back(error);
    const bool held = reading.summary.accuracyLow && reading.summary.accuracyHigh &&
                      *reading.summary.accuracyLow - halfPoint <= high &&
                      *reading.summary.accuracyHigh + halfPoint >= low;
    evaluation.accuracyHeld = held;
    evaluation.accuracyWrong = !held && error > worstAccuracy;
}

// As many runs, each within two of its count.
bool strokesAreRight(const Reading& reading, const Truth& truth)
{
    constexpr int most = 2;
    std::map<int, int> counts;
    for (const Truth::Stroke& stroke : truth.strokes) ++counts[stroke.run];
    if (counts.size() != reading.strokeRuns.size()) return false;
    std::size_t i = 0;
    for (const auto& [run, count] : counts)
        if (std::abs(reading.strokeRuns[i++].count - count) > most) return false;
    return true;
}

} // namespace

double Evaluation::f1() const
{
    const int all = 2 * found + missed + invented;
    return all == 0 ? 0 : 2.0 * found / all;
}

double Evaluation::breathF1() const
{
    const int all = breathsTrue + breathsRead;
    return all == 0 ? 0 : 2.0 * breathsFound / all;
}

double Evaluation::swappedShare() const
{
    return breaths == 0 ? 0 : static_cast<double>(swapped) / breaths;
}

double Evaluation::edgeQuantileS(double share) const
{
    std::vector<double> errors;
    for (const Edge& edge : edges) errors.push_back(edge.errorS);
    return scoring::absoluteQuantile(std::move(errors), share);
}

double Evaluation::heldWithin(double deviations) const
{
    if (edges.empty()) return 0;
    const auto held = std::count_if(edges.begin(), edges.end(), [&](const Edge& edge) {
        return std::fabs(edge.errorS) <= deviations * edge.sdS;
    });
    return static_cast<double>(held) / static_cast<double>(edges.size());
}

double Evaluation::biasS(std::size_t edge) const
{
    const std::vector<double>& errors = edgeErrorsS[edge];
    double sum = 0;
    for (const double e : errors) sum += e;
    return errors.empty() ? 0 : sum / static_cast<double>(errors.size());
}

void Evaluation::add(const Evaluation& other)
{
    recordings += other.recordings;
    found += other.found;
    missed += other.missed;
    invented += other.invented;
    breaths += other.breaths;
    swapped += other.swapped;
    breathsTrue += other.breathsTrue;
    breathsRead += other.breathsRead;
    breathsFound += other.breathsFound;
    edges.insert(edges.end(), other.edges.begin(), other.edges.end());
    for (std::size_t e = 0; e < breathEdges; ++e)
        edgeErrorsS[e].insert(edgeErrorsS[e].end(), other.edgeErrorsS[e].begin(),
                              other.edgeErrorsS[e].end());
    speechS += other.speechS;
    speechTakenS += other.speechTakenS;
    otherS += other.otherS;
    otherTakenS += other.otherTakenS;
    withAccuracy += other.withAccuracy;
    accuracyHeld += other.accuracyHeld;
    accuracyWrong += other.accuracyWrong;
    accuracyErrors.insert(accuracyErrors.end(), other.accuracyErrors.begin(),
                          other.accuracyErrors.end());
    cyclesOff += other.cyclesOff;
    right += other.right;
    sure += other.sure;
    sureAndWrong += other.sureAndWrong;
}

Evaluation evaluate(const Reading& reading, const Truth& truth)
{
    Evaluation evaluation;
    evaluation.recordings = 1;
    std::vector<Truth::Phase> wanted;
    std::vector<Truth::Phase> wantedBreaths;
    std::vector<Truth::Phase> allBreaths;
    std::vector<Stretch> outside;
    std::vector<Stretch> labelled;
    for (const Truth::Phase& p : truth.phases) {
        labelled.push_back({p.startS, p.endS});
        if (isBreath(p)) allBreaths.push_back(p);
        if (p.role == Role::Outside) outside.push_back({p.startS, p.endS});
        if (p.role == Role::Outside || p.kind == "strokes") continue;
        wanted.push_back(p);
        if (isBreath(p)) wantedBreaths.push_back(p);
    }
    outside = joined(outside);
    labelled = joined(labelled);
    std::vector<ReadPhase> claimed;
    std::vector<ReadPhase> breaths;
    for (const ReadPhase& p : reading.phases) {
        if (!isBreath(p) && !isHeld(p)) continue;
        if (isBreath(p)) breaths.push_back(p);
        if (!truth.hasPlan() || p.role != Role::Outside) claimed.push_back(p);
    }

    const auto found = pairs(wanted, claimed, [](const Truth::Phase& t, const ReadPhase& p) {
        return t.kind == wordOf(p);
    });
    std::vector<bool> used(claimed.size(), false);
    for (const auto& [i, j] : found) {
        used[j] = true;
        const Truth::Phase& t = wanted[i];
        const ReadPhase& p = claimed[j];
        const double start = edgeError(p.startS, t.startS, t.flowStartS);
        const double end = edgeError(p.endS, t.endS, t.flowEndS);
        evaluation.edges.push_back({start, p.startSdS});
        evaluation.edges.push_back({end, p.endSdS});
        if (!isBreath(p)) continue;
        const std::size_t first = p.kind == ReadKind::Inhale ? 0 : 2;
        evaluation.edgeErrorsS[first].push_back(start);
        evaluation.edgeErrorsS[first + 1].push_back(end);
    }
    evaluation.found = static_cast<int>(found.size());
    evaluation.missed = static_cast<int>(wanted.size() - found.size());
    for (std::size_t j = 0; j < claimed.size(); ++j) {
        const ReadPhase& p = claimed[j];
        if (used[j] || covered(p.startS, p.endS, outside) >= 0.5 * p.seconds()) continue;
        const double unlabelled = p.seconds() - covered(p.startS, p.endS, labelled);
        if (isHeld(p) && unlabelled >= 0.5 * p.seconds()) continue;
        ++evaluation.invented;
    }
    const auto anyBreath = [](const Truth::Phase&, const ReadPhase&) { return true; };
    evaluation.breathsTrue = static_cast<int>(allBreaths.size());
    evaluation.breathsRead = static_cast<int>(breaths.size());
    evaluation.breathsFound = static_cast<int>(pairs(allBreaths, breaths, anyBreath).size());
    const auto read = pairs(wantedBreaths, breaths, anyBreath);
    evaluation.breaths = static_cast<int>(read.size());
    for (const auto& [i, j] : read)
        evaluation.swapped += wantedBreaths[i].kind != wordOf(breaths[j]);
    measureTaken(truth.voice, truth, reading, evaluation.speechS, evaluation.speechTakenS);
    measureTaken(truth.other, truth, reading, evaluation.otherS, evaluation.otherTakenS);
    measureAccuracy(reading, truth, evaluation);
    evaluation.right = truth.hasPlan() ? isRight(reading, truth) : evaluation.f1() >= rightF1;
    evaluation.sure = reading.sure;
    evaluation.sureAndWrong = reading.sure && evaluation.right == 0;
    return evaluation;
}

bool isRight(const Reading& reading, const Truth& truth)
{
    Evaluation e;
    measureAccuracy(reading, truth, e);
    const int done = truth.cyclesDone.value_or(scoring::trueSummary(truth, false).cyclesHeard);
    if (reading.summary.cyclesHeard != done) return false;
    if (!e.accuracyErrors.empty() && e.accuracyErrors.front() > worstAccuracy) return false;
    double rightS = 0;
    double swappedS = 0;
    for (const Truth::Phase& t : truth.phases)
        for (const ReadPhase& p : reading.phases)
            if (isBreath(t) && isBreath(p) && t.role == Role::Practice)
                (t.kind == wordOf(p) ? rightS : swappedS) +=
                    overlap(t.startS, t.endS, p.startS, p.endS);
    return swappedS <= rightS && strokesAreRight(reading, truth);
}

std::optional<std::size_t> trueAnswer(const ReadQuestion& question, const Truth& truth)
{
    std::map<std::string, double> seconds;
    for (const Truth::Phase& t : truth.phases) {
        const double both = overlap(t.startS, t.endS, question.startS, question.endS);
        if (question.about == ReadQuestion::About::Practising)
            seconds[t.role == Role::Practice ? "practice" : "rest"] += both;
        else if (question.about == ReadQuestion::About::Strokes)
            seconds[t.kind == "strokes" ? "strokes" : "breaths"] += both;
        else if (isBreath(t))
            seconds[t.kind] += both;
    }
    double heard = 0;
    std::string likeliest;
    for (const auto& [word, s] : seconds)
        if (s > heard) {
            heard = s;
            likeliest = word;
        }
    constexpr double half = 0.5;
    if (question.about == ReadQuestion::About::Breath &&
        heard < half * (question.endS - question.startS))
        likeliest = "nothing";
    for (std::size_t i = 0; i < question.answers.size(); ++i)
        if (question.answers[i].word == likeliest) return i;
    return std::nullopt;
}

} // namespace layakari
