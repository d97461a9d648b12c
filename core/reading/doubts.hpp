// SPDX-License-Identifier: GPL-3.0-or-later
//
// How far a reading can be trusted.
#pragma once

#include "core/align/alignment.hpp"
#include "core/base/enum_words.hpp"

#include <array>

namespace layakari {

struct Reading;

/// What speaks against a reading, each 0 where nothing does. Nothing of it depends on how long the
/// recording is. Of a share the root is taken: the first of it says most.
struct Doubts {
    enum What : std::size_t {
        OtherExplanations, ///< minus the log of the likeliest explanation's share among all
        LooselyKept,       ///< how much more than a tenth the log of a phase is off its target
        Strays,            ///< root of the share of breaths within the practice that no cycle has
        LeftOut,           ///< root of the share of planned cycles that were not done
        Covered,   ///< root of the share of the practice under words, or where nothing is heard
        WorstSpan, ///< minus the log of the least probability that a practised phase is one
        Blurred    ///< how far the boundaries of a practised phase may be off, of its length
    };
    static constexpr std::size_t size = Blurred + 1;
    std::array<double, size> values{};
    /// The least probability that a practised breath is one; 1 without any.
    double breath = 1;
    /// The probability that the least sure run of strokes is counted to within two; 1 without any.
    /// Each further stroke that it is off is as unlikely again as the first.
    double strokes = 1;
    /// The probability that what is quick is rightly taken for breaths; 1 where something says what
    /// it is. Nothing in its sound does: both last as long, and may be as forceful.
    double quick = 1;
    static constexpr double eitherWay = 0.5;
};

/// The words for files: "other_explanations".
inline constexpr EnumWords<Doubts::What, Doubts::Blurred> doubtWords{
    "other_explanations", "loosely_kept", "strays", "left_out", "covered", "worst_span", "blurred"};

/// `heard` is what the phases of the reading were named in, `alignment` how; `share`: of the
/// likeliest explanation, among all.
Doubts doubtsIn(const Reading& reading, const Heard& heard, const Alignment& alignment,
                double share);

/// The probability that the likeliest explanation is right: logistic in the doubts. Its weights are
/// fitted by bench/ear/trust.py, so that readings with the same doubts were right as often: the
/// accuracy within five points, the number of cycles, the way round. A reading is no likelier to be
/// right than its least likely breath is to be one.
double trustUnder(const Doubts& doubts);

/// Which of the doubts weighs most.
Doubts::What heaviest(const Doubts& doubts);

} // namespace layakari
