// SPDX-License-Identifier: GPL-3.0-or-later
//
// A plan: what a practitioner intended to do. The format is described in docs/formats.md.
#pragma once

#include "core/base/result.hpp"

#include <filesystem>
#include <functional>
#include <optional>
#include <string>
#include <variant>
#include <vector>

namespace layakari {

enum class PhaseKind { Inhale, HoldFull, Exhale, HoldEmpty };
enum class PhaseSound { Plain, Ujjayi, Hum, Sigh };
enum class Route { Nose, Mouth };
enum class Nostril { Left, Right, Both };
enum class Opening { Open, Narrow };
enum class Lock { Chin, Root, Belly };
enum class StrokeStyle { Kapalabhati, Bhastrika };
enum class Pace { Steady, Rising, RiseFall };

/// What a stretch of a sitting is to the plan: part of it, natural breathing within it, or before
/// and after.
enum class Role { Practice, Rest, Outside };

inline bool isHold(PhaseKind kind)
{
    return kind == PhaseKind::HoldFull || kind == PhaseKind::HoldEmpty;
}

/// How long a phase is meant to last, in counts.
struct TargetCounts {
    double min = 0;
    double max = 0;
    bool open = false; ///< as long as is comfortable: measured, never scored

    static TargetCounts exactly(double counts) { return {counts, counts, false}; }
    static TargetCounts between(double low, double high) { return {low, high, false}; }
    static TargetCounts comfortable() { return {0, 0, true}; }

    bool isRange() const { return !open && min != max; }
    /// The target a score divides by: the middle of a range. 0 when open.
    double middle() const { return (min + max) / 2; }
    /// Distance of `counts` from the target: outside the range, or from the number. 0 when open.
    double distance(double counts) const;
    bool operator==(const TargetCounts&) const = default;
};

/// The pitch meant for a hum: a swara ("Sa", relative to the plan's Sa), a note ("G3"), or Hz.
using TargetPitch = std::variant<std::string, double>;

struct Phase {
    PhaseKind kind = PhaseKind::Inhale;
    TargetCounts counts;
    PhaseSound sound = PhaseSound::Plain;
    std::optional<TargetPitch> pitch;
    std::optional<Route> route;
    std::optional<Nostril> nostril;
    std::optional<Opening> opening;
    std::vector<Lock> locks;
    bool operator==(const Phase&) const = default;
};

/// The same breath cycle, `repeat` times.
struct Cycles {
    int repeat = 1;
    std::vector<Phase> phases;
    bool operator==(const Cycles&) const = default;
};

/// One unbroken run of forced strokes.
struct Strokes {
    StrokeStyle style = StrokeStyle::Kapalabhati;
    int strokes = 0;
    std::optional<double> ratePerMin;
    Pace pace = Pace::Steady;
    bool operator==(const Strokes&) const = default;
};

/// Natural breathing, never scored.
struct Rest {
    std::optional<int> breaths;
    std::optional<double> seconds;
    bool operator==(const Rest&) const = default;
};

struct Part;

/// Parts repeated together as a round.
struct Group {
    int repeat = 1;
    std::vector<Part> parts;
    std::string name;
    bool operator==(const Group&) const;
};

struct Part {
    std::variant<Cycles, Strokes, Rest, Group> content;
    bool operator==(const Part& other) const;
};

struct Plan {
    std::string name;
    std::string technique;
    std::optional<double> countLengthS; ///< nothing: the practitioner's own count
    std::optional<double> saHz;
    std::vector<Part> parts;
    bool operator==(const Plan&) const = default;
};

/// Bounds that keep a hostile or mistaken plan file from filling memory. Far above any practice:
/// the longest sittings known are some 100 cycles, and 1,000 strokes.
namespace planLimits {
inline constexpr int repeat = 2000;
inline constexpr int depth = 6;
inline constexpr int phasesPerCycle = 64;
inline constexpr int partsPerList = 500;
inline constexpr int unfoldedSteps = 20000;
inline constexpr int strokes = 5000;
inline constexpr double counts = 2000;
inline constexpr double countLengthS = 10;
inline constexpr int fileBytes = 4 << 20;
inline constexpr int nameBytes = 500;
} // namespace planLimits

/// Parses and validates plan JSON. `file` only names the source in an error; the error's `place` is
/// the JSON pointer of the fault. Keys that are not known are ignored; a newer version is refused.
Result<Plan> parsePlan(const std::string& json, const std::string& file);

Result<Plan> readPlanFile(const std::filesystem::path& path);

/// The plan as JSON text, two spaces deep, ending in a line break. `parsePlan` gives it back
/// unchanged.
std::string planToJson(const Plan& plan);

/// One step of a plan written out in the order in which it is to be done.
struct PlannedStep {
    std::string part;    ///< JSON pointer of the part in the plan, e.g. "/parts/0/parts/1"
    int repetition = 0;  ///< 0-based, counted over all rounds of the same part
    int round = 0;       ///< 0-based round of the innermost group with more than one; 0 outside
    int roundsInAll = 1; ///< of that group
    std::variant<const Cycles*, const Strokes*, const Rest*> content;

    const Cycles* cycle() const;    ///< null where it is another kind of step
    const Strokes* strokes() const; ///< so, too
};

/// Writes all repeats and groups out. The steps point into `plan`, which must outlive them.
std::vector<PlannedStep> unfold(const Plan& plan);

/// Visits the cycles of all parts, those inside groups too, once each.
void forEachCycles(std::vector<Part>& parts, const std::function<void(Cycles&)>& visit);

/// The number of breath cycles in all.
int plannedCycleCount(const Plan& plan);

/// The words of the formats, e.g. "hold_full".
const char* toWord(PhaseKind kind);
const char* toWord(PhaseSound sound);
const char* toWord(Route route);
const char* toWord(Nostril nostril);
const char* toWord(Opening opening);
const char* toWord(Lock lock);
const char* toWord(StrokeStyle style);
const char* toWord(Pace pace);
const char* toWord(Role role);

} // namespace layakari
