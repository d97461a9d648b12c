// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/language/message.hpp"
#include "core/reading/quick_breaths.hpp"

#include <optional>
#include <string>
#include <vector>

namespace layakari {

struct LikelyAlignment;

/// What a person is asked of a reading that is not sure: a place to listen to, and two or three
/// answers.
struct ReadQuestion {
    enum class About {
        WayRound,   ///< which breaths are the inhales
        Practising, ///< whether breaths belong to the practice
        Breath,     ///< whether a sound is a breath, and which
        Strokes     ///< whether what is quick is breaths or strokes
    };
    struct Answer {
        std::string word;      ///< in files and on the command line: "inhale"
        Message text;          ///< "An inhale"
        Correction correction; ///< what is put right by it
        /// What it would make of the reading.
        std::optional<double> accuracy = {};
        int cyclesDone = 0;
        bool sure = false;
        bool operator==(const Answer&) const = default;
    };

    About about = About::WayRound;
    double startS = 0;
    double endS = 0;
    Message text; ///< "Is this an inhale or an exhale?"
    std::vector<Answer> answers;
    bool operator==(const ReadQuestion&) const = default;
};

inline constexpr EnumWords<ReadQuestion::About, ReadQuestion::About::Strokes> questionWords{
    "way_round", "practising", "breath", "strokes"};

/// The answer of somebody who listened and can't tell: the place is not asked of again.
Correction cannotTell(const ReadQuestion& question);
inline constexpr const char* cannotTellWord = "cannot-tell";

/// What the answer with that word puts right; nothing where it is no answer to this question.
std::optional<Correction> correctionBy(const ReadQuestion& question, const std::string& word);

/// Of one recording: whoever answers more had better correct by hand.
inline constexpr std::size_t mostQuestions = 3;

/// The questions whose answers would settle most, the first of them the most telling; with those
/// that were answered `mostQuestions` at most. What the answers would make of the reading is not
/// filled in. `heard` is what `alignments` name, `undecided` where it may be strokes, `said` what
/// was corrected and answered.
std::vector<ReadQuestion> questionsOn(const Heard& heard,
                                      const std::vector<LikelyAlignment>& alignments,
                                      const std::optional<QuickBreaths::Stretch>& undecided,
                                      const std::vector<Correction>& said);

} // namespace layakari
