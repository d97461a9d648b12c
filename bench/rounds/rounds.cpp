// SPDX-License-Identifier: GPL-3.0-or-later
//
// Whether composite rounds are found part by part: strokes, last exhale, empty hold, full inhale,
// hold in, slow exhale.
// Usage: bench-rounds [--held] [--seeds N] [--verbose]
#include "bench/common/cases.hpp"

#include <algorithm>
#include <cstdio>
#include <map>

namespace {

using namespace layakari;

using Round = std::vector<Truth::Phase>; // what was practised, in order; strokes come first

std::vector<Round> roundsOf(const Truth& truth)
{
    std::vector<Round> rounds;
    for (const Truth::Phase& phase : truth.phases) {
        if (phase.role != Role::Practice) continue;
        if (phase.kind == "strokes") rounds.emplace_back();
        if (!rounds.empty()) rounds.back().push_back(phase);
    }
    return rounds;
}

bool isOfKind(const ReadPhase& phase, const std::string& kind)
{
    if (phase.kind == ReadKind::Strokes) return kind == "strokes";
    const auto named = toPhaseKind(phase.kind);
    return named && toWord(*named) == kind;
}

// The phase of that kind that overlaps it by more than half of what both cover together.
std::optional<std::size_t> found(const Truth::Phase& part, const Reading& reading)
{
    for (std::size_t i = 0; i < reading.phases.size(); ++i) {
        const ReadPhase& phase = reading.phases[i];
        const double both = std::min(phase.endS, part.endS) - std::max(phase.startS, part.startS);
        const double either = std::max(phase.endS, part.endS) - std::min(phase.startS, part.startS);
        if (isOfKind(phase, part.kind) && both > 0.5 * either) return i;
    }
    return std::nullopt;
}

struct Row {
    int rounds = 0;
    int whole = 0; // every part found, practised, in one round and in order
    std::map<std::string, std::pair<int, int>> parts; // found, of all
};

void score(Row& row, const bench::SoundOutcome& outcome)
{
    for (const Round& round : roundsOf(outcome.truth)) {
        ++row.rounds;
        bool whole = true;
        std::optional<std::size_t> before;
        for (std::size_t k = 0; k < round.size(); ++k) {
            const auto place = found(round[k], outcome.reading);
            auto& [hits, all] = row.parts[std::to_string(k + 1) + " " + round[k].kind];
            ++all;
            hits += place.has_value();
            const bool inOrder = place && (!before || *place > *before) &&
                                 outcome.reading.phases[*place].role == Role::Practice;
            whole = whole && inOrder;
            before = place;
        }
        row.whole += whole;
    }
}

double percent(int some, int all) { return 100.0 * some / std::max(1, all); }

void tell(const bench::SoundOutcome& outcome)
{
    for (const Round& round : roundsOf(outcome.truth))
        for (const Truth::Phase& part : round)
            if (!found(part, outcome.reading))
                std::printf("%s %s %.0f dB seed %lu: %s at %.1f s\n",
                            outcome.what.temperament.c_str(), outcome.what.codec.c_str(),
                            outcome.what.breathToNoiseDb, outcome.what.seed, part.kind.c_str(),
                            part.startS);
}

} // namespace

int main(int argc, char** argv)
{
    const bench::Arguments arguments = bench::argumentsOf(argc, argv);
    std::map<std::string, Row> rows;
    bench::runCases(bench::soundCases({"composite-round"}, arguments.held, arguments.seeds),
                    [&](const bench::SoundOutcome& outcome) {
                        if (arguments.verbose) tell(outcome);
                        for (const std::string& name : bench::conditionsOf(outcome.what))
                            score(rows[name], outcome);
                    });
    std::printf("| condition | rounds | every part found in order, %% |");
    const auto& parts = rows.begin()->second.parts;
    for (const auto& [part, count] : parts) std::printf(" %s, %% |", part.c_str());
    std::printf("\n|---|--:|--:|");
    for (std::size_t k = 0; k < parts.size(); ++k) std::printf("--:|");
    std::printf("\n");
    for (const auto& [name, row] : rows) {
        std::printf("| %s | %d | %.1f |", name.substr(2).c_str(), row.rounds,
                    percent(row.whole, row.rounds));
        for (const auto& [part, count] : parts) {
            const auto place = row.parts.find(part);
            if (place == row.parts.end())
                std::printf(" |");
            else
                std::printf(" %.1f |", percent(place->second.first, place->second.second));
        }
        std::printf("\n");
    }
    return 0;
}
