// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a journal holds, as values. An `id` of 0 is not kept yet.
#pragma once

#include "core/curriculum/ladder.hpp"
#include "core/safety/cautions.hpp"

#include <chrono>
#include <cstdint>
#include <map>
#include <optional>
#include <string>
#include <vector>

namespace layakari {

using Id = std::int64_t;
/// A day of the local calendar.
using Day = std::chrono::sys_days;

/// "2026-11-25"; and back, nothing for any other text.
std::string dayToText(Day day);
std::optional<Day> dayFromText(const std::string& text);

struct Person {
    Id id = 0;
    std::string uid; ///< the same in every copy of a journal; given when it is added
    std::string name;
    std::string note;
    std::optional<int> usualHour;    ///< 0 to 23: when this person usually practises
    std::optional<double> ownCountS; ///< where it is known
    std::optional<double> saHz;
    School school;
    Conditions conditions;     ///< lasting ones; private
    std::string breathProfile; ///< what this person's breath sounds like, as JSON; may be empty
    bool archived = false;
    bool operator==(const Person&) const = default;
};

/// How a person is on one day.
struct DayState {
    Conditions conditions;
    std::optional<double> mealHour; ///< when the last full meal was: local, 0 to 24
    bool operator==(const DayState&) const = default;
};

/// A plan as it is kept. A version that a sitting or a course uses is never changed: saving over it
/// makes the next version.
struct KeptPlan {
    Id id = 0;
    Id versionId = 0;
    int version = 1;
    Plan plan;
};

struct KeptLadder {
    Id id = 0;
    Ladder ladder;
};

/// On which rung of a ladder a person stands. `ladder` is "own:ID" or a built-in ladder's id.
struct LadderPlace {
    std::string ladder;
    int rung = 0;
    Day since;
    bool operator==(const LadderPlace&) const = default;
};

/// Something that is planned: a plan on some weekdays for some weeks.
struct Course {
    Id id = 0;
    Id person = 0;
    Id planVersion = 0;
    unsigned weekdays = 0; ///< bit 0 Monday to bit 6 Sunday
    int weeks = 1;
    Day starts;
    int hour = 7; ///< local: a morning or an evening
    bool operator==(const Course&) const = default;
};

/// What a person says of a sitting; a reading that is made again leaves it alone.
struct SittingWords {
    std::optional<int> feelBefore; ///< 0 to 10
    std::optional<int> feelAfter;
    std::string feel;                    ///< in a few words
    std::vector<std::string> complaints; ///< "dizzy", "breathless", "sore throat", or others
    std::string note;
    std::string leftOut; ///< why it does not count; empty where it does
    bool operator==(const SittingWords&) const = default;
};

/// A figure of a sitting, and what it lies between (95 %) where that is known.
struct FigureValue {
    double value = 0;
    std::optional<double> low;
    std::optional<double> high;
    bool operator==(const FigureValue&) const = default;
};

/// A sitting, as lists and charts need it.
struct Sitting {
    /// Where it comes from. A number in the journal: new ones come last.
    enum class Origin {
        Recorded,
        Noted,     ///< by hand, without a recording or a reading
        Simulated, ///< the simulated practitioner's, while a person tried the program out
    };
    Id id = 0;
    Id person = 0;
    std::optional<Id> planVersion;
    std::int64_t startedAt = 0; ///< seconds since 1970, UTC
    Day day;                    ///< local
    std::string recording;      ///< file; empty where it was noted
    std::string sha256;         ///< where it was noted, a mark that no other sitting has
    double practiceS = 0;
    int strainSigns = 0;
    bool sure = true;  ///< whether its reading is; else its figures are no more than likely
    bool asks = false; ///< its reading waits for an answer
    /// By key; what they are, core/journal/figures.hpp says.
    std::map<std::string, FigureValue, std::less<>> figures;
    std::optional<int> rung; ///< from 1; not kept, but filled in by who knows the ladders
    SittingWords words;
    Origin origin = Origin::Recorded;
    bool archived = false;
    std::string breath; ///< what the recording told of the person's breath, as a profile's JSON
    bool operator==(const Sitting&) const = default;

    /// Whether it is among the person's figures, means and proposals.
    bool counts() const
    {
        return words.leftOut.empty() && origin != Origin::Simulated && !archived;
    }
    /// Whether its figures are compared with those of others.
    bool isComparable() const { return counts() && sure; }
};

/// A sitting that was deleted, with all that brings it back.
struct DeletedSitting {
    Sitting sitting;
    std::optional<std::string> readingJson;
    std::vector<Id> handed; ///< what in the inbox named it
};

/// A recording that was handed in among others and is to be read, or what became of it.
struct Handed {
    enum class State {
        Waiting,
        Kept,   ///< a sitting of the person
        Known,  ///< its content was there already
        Failed, ///< cannot be read; `words` say why
    };
    Id id = 0;
    std::string file;
    std::optional<Id> person; ///< nothing: somebody has to say whose it is
    std::optional<Id> planVersion;
    State state = State::Waiting;
    std::string words; ///< how it was matched, or what went wrong
    std::optional<Id> sitting;
    std::string reader = {}; ///< the program that reads it, or ended while it did; empty for none
    int attempts = 0;        ///< of programs that a fault ended while they read it
    bool operator==(const Handed&) const = default;
};

} // namespace layakari
