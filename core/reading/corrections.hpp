// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a person puts right of what was heard. Corrections are kept apart from it and laid over it;
// each says by its time what it means, so that they still stand when a better listener has read
// the recording again.
#pragma once

#include "core/base/enum_words.hpp"
#include "core/listen/heard.hpp"

#include <string>
#include <vector>

namespace layakari {

struct Correction {
    enum class Kind {
        MoveBoundary, ///< the boundary at `atS` lies at `toS`
        Rename,       ///< what sounds at `atS` is `name`
        Split,        ///< at `atS` one phase ends and another begins
        Join,         ///< at `atS` nothing ends
        MarkRest,     ///< what lies from `atS` to `toS` is natural breathing, of no cycle
        MarkPractice, ///< what lies there is practised: breaths of it belong to cycles
        MarkVoice,    ///< what lies there is somebody speaking
        MarkStrokes,  ///< what lies there, and could be quick breaths, is strokes
        MarkBreaths,  ///< what lies there, and could be strokes, is quick breaths
        FirstCycle,   ///< the first cycle begins with the breath at `atS`: before it is rest
        AddStroke,    ///< there is a stroke at `atS`, in or beside a run
        RemoveStroke, ///< the one nearest to `atS` is none
        CannotTell,   ///< what was asked of `atS` to `toS` is not asked again
    };
    /// A hold is silence to the ear: whether the lungs are full or empty follows from the breath
    /// before it. Nothing: neither breath nor hold.
    enum class Name { Inhale, Exhale, Hold, Nothing };

    Kind kind = Kind::MoveBoundary;
    double atS = 0;
    double toS = 0;
    Name name = Name::Inhale;
    bool isAnswer = false; ///< to a question of the program's
    bool operator==(const Correction&) const = default;

    bool isStretch() const; ///< says something of all from `atS` to `toS`
    double placeS() const;  ///< where it is to be looked for: a stretch's middle
};

/// The words for files: "move_boundary", "inhale".
inline constexpr EnumWords<Correction::Kind, Correction::Kind::CannotTell> correctionKindWords{
    "move_boundary", "rename",        "split",        "join",         "mark_rest",
    "mark_practice", "mark_voice",    "mark_strokes", "mark_breaths", "first_cycle",
    "add_stroke",    "remove_stroke", "cannot_tell"};
inline constexpr EnumWords<Correction::Name, Correction::Name::Nothing> correctionNameWords{
    "inhale", "exhale", "hold", "nothing"};

/// Heard with the corrections laid over it, in their order. One that finds nothing to be laid on
/// (no boundary within a third of a second, a run of strokes, too little room) changes nothing;
/// `lost` has its index. A hum that is named anything else is no hum any more. Corrections of
/// strokes are left alone: `correctStrokes` lays them over the runs, and `withQuickBreaths` has
/// taken those that tell breaths from strokes.
struct Corrected {
    Heard heard;
    std::vector<std::size_t> lost;
};
Corrected laidOver(Heard heard, const std::vector<Correction>& corrections);

/// A phase cannot be made shorter, in seconds: less is no breath and no hold.
inline constexpr double shortestCorrectedSeconds = 0.1;

/// What was put right of a recording, with what was taken back: every change can be undone and
/// done again.
class CorrectionHistory {
public:
    CorrectionHistory() = default;
    explicit CorrectionHistory(std::vector<Correction> done) : m_said{std::move(done), {}} {}

    const std::vector<Correction>& done() const { return m_said.corrections; }
    /// Which of both kinds of breath a person said is the inhale (`Known::kindAIsInhale`).
    std::optional<bool> kindAIsInhale() const { return m_said.kindAIsInhale; }
    /// Inhales become exhales all over the recording; `was` is what they were read as.
    void swapKinds(bool was);
    /// Adds one. A boundary that is moved on is moved once, from where it was heard; moved back
    /// there, it is not moved at all. What was taken back before is forgotten.
    void add(const Correction& correction);
    /// Adds several as one change, to be undone in one step; none of them is joined with another.
    void addTogether(const std::vector<Correction>& corrections);
    /// Takes back the last change, or does it again; false when there is none.
    bool undo();
    bool redo();
    bool canUndo() const { return !m_before.empty(); }
    bool canRedo() const { return !m_after.empty(); }
    /// Takes back those that lie between two moments, in one step, which can be undone; false when
    /// there is none.
    bool takeBack(double startS, double endS);

private:
    struct Said {
        std::vector<Correction> corrections;
        std::optional<bool> kindAIsInhale;
    };
    Said m_said;
    std::vector<Said> m_before; ///< states to go back to, the last one last
    std::vector<Said> m_after;

    void change(std::vector<Correction> corrections);
};

} // namespace layakari
