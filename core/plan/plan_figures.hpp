// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a plan asks, before anybody has practised it.
#pragma once

#include "core/plan/plan.hpp"

#include <optional>
#include <vector>

namespace layakari {

/// Lengths that a plan leaves open, as people usually have them.
namespace usual {
inline constexpr double countS = 1.15;        ///< an own count that nobody has measured yet
inline constexpr double restBreathS = 11;     ///< natural rest breathing: 5 to 6 s each way
inline constexpr double kapalabhatiRate = 60; ///< about one a second
inline constexpr double bhastrikaRate = 30;   ///< slow enough to stay in hand
} // namespace usual

struct PlanFigures {
    double seconds = 0;     ///< of the whole, rests included; open phases count nothing
    bool isAtLeast = false; ///< there are open phases, so it may take longer
    double practiceS = 0;   ///< without rests
    int cycles = 0;
    int strokes = 0;
    double strokesS = 0;                 ///< how long the strokes take
    std::optional<double> breathsPerMin; ///< of the counted cycles; nothing without them
    double longestHoldS = 0; ///< 0 without a hold (pauses are none); the most that a range asks
    bool hasOpenHold = false;
    double countS = 0; ///< what one count was taken to last
};

/// `ownCountS` is this person's own count where it is known; a plan with a count length of its own
/// keeps that.
PlanFigures planFigures(const Plan& plan, std::optional<double> ownCountS = std::nullopt);

/// Seconds that one run of strokes takes at its rate, or at the usual one.
double strokesSeconds(const Strokes& strokes);

/// Seconds from one stroke of a run to the next, by its rate and the way its pace goes: from 0.7
/// to 1.3 of the rate where it rises, to 1.3 in the middle and back where it rises and falls.
double strokeIntervalS(const Strokes& strokes, int stroke);

/// Breaths that a cycle has: the exhales in it, at least one; one in steps is one.
int breathsIn(const std::vector<Phase>& phases);

/// In interrupted breath (viloma) a breath is taken in steps, with a pause of one or two counts
/// after each: part of the breath, not a hold (docs/decisions/interrupted-breath.md).
inline constexpr double longestPauseCounts = 2;
/// For each phase of a cycle, whether it is such a pause: a hold of at most `longestPauseCounts`
/// beside a breath of a direction that is taken in steps.
std::vector<bool> pausesIn(const std::vector<Phase>& phases);
/// For each phase, whether it is a breath that goes on after such a pause.
std::vector<bool> stepsOnIn(const std::vector<Phase>& phases);

/// What kinds of demand a plan makes, for cautions and for choosing.
enum class Demand { Counted, Hold, Lock, Strokes, Hum, Ujjayi, Nostril, Pause };
inline constexpr int demandCount = 8;

/// A set of demands as bits, in the order of the enum: what an acknowledgement remembers.
class Demands {
public:
    Demands() = default;
    static Demands ofBits(unsigned bits) { return Demands(bits & ((1u << demandCount) - 1)); }
    void add(Demand demand) { m_bits |= bitOf(demand); }
    bool has(Demand demand) const { return (m_bits & bitOf(demand)) != 0; }
    bool isWithin(Demands other) const { return (m_bits & ~other.m_bits) == 0; }
    unsigned bits() const { return m_bits; }
    bool operator==(const Demands&) const = default;

private:
    explicit Demands(unsigned bits) : m_bits(bits) {}
    static unsigned bitOf(Demand demand) { return 1u << static_cast<unsigned>(demand); }
    unsigned m_bits = 0;
};

Demands demandsOf(const Plan& plan);

} // namespace layakari
