// SPDX-License-Identifier: GPL-3.0-or-later
//
// What there is to practise. A technique is one file in core/curriculum/techniques and its line in
// techniques/all.inc; its plans lie in core/curriculum/presets. Its cautions follow from what its
// plans demand (core/safety/cautions.hpp).
#pragma once

#include "core/curriculum/ladder.hpp"
#include "core/words/terms.hpp"

#include <string>
#include <vector>

namespace layakari {

enum class Purpose { Settle, Balance, Steady, Hum, Heat, Hold };
inline constexpr int purposeCount = 6;

/// "Settle", and what it means in a clause.
std::string purposeName(Purpose purpose);
std::string purposeClause(Purpose purpose);

/// A ladder written as lines of shorthand over a preset, whose technique, sides, sounds and routes
/// the rungs keep.
struct LadderLines {
    const char* id;
    const char* name;
    const char* preset;
    std::vector<const char*> countFirst;
    std::vector<const char*> ratioFirst = {}; ///< empty: both schools climb alike
};

struct Technique {
    const char* key; ///< a plan's `technique`; its name is the message "technique.<key>"
    Purpose purpose;
    /// Ids of its plans, from the simplest to the most demanding.
    std::vector<const char*> presets;
    std::vector<LadderLines> ladders = {};
    /// Ladders that climb by stages rather than by numbers.
    std::vector<Ladder> (*stages)(const School& school) = nullptr;
    /// What a school does otherwise in a plan of it.
    void (*inSchool)(Plan& plan, const School& school) = nullptr;
    /// How its inhales and exhales sound, for a breath that is added to a plan of it.
    PhaseSound inhaleSound = PhaseSound::Plain;
    PhaseSound exhaleSound = PhaseSound::Plain;
    /// What it is watched by (keys of core/journal/figures.hpp), besides what all practices have.
    std::vector<const char*> figures = {};
};

/// All techniques, from the simplest to the most demanding.
const std::vector<Technique>& techniques();

/// The technique of a plan, or null: a plan file may name any.
const Technique* findTechnique(const std::string& key);

/// The name of a plan's `technique` key, e.g. "Four-seven-eight". A technique that is not known is
/// shown as it is written; one without a Sanskrit name keeps its English one.
std::string techniqueName(const std::string& key, Terms terms = speech().terms);

/// Names of a technique and its key, `folded`: what a search looks through.
std::string techniqueWords(const std::string& key);

/// What a plan of this technique is for; `Steady` where the technique is not known.
Purpose purposeOf(const std::string& key);

} // namespace layakari
