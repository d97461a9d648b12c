// SPDX-License-Identifier: GPL-3.0-or-later
//
// How far a reading agrees with what the recording really contains, in the figures that the benches
// and `layakari-cli evaluate` print.
#pragma once

#include "core/evaluate/truth.hpp"
#include "core/reading/reading.hpp"

#include <array>
#include <optional>
#include <vector>

namespace layakari {

/// Figures that add up over recordings.
///
/// A phase is found when a phase of its kind overlaps at least half of what both cover, one to one.
/// What the truth has as outside of the practice is not asked for, and a reading that gives it is
/// not blamed; nor is a hold where the truth says nothing, as in a turn. A boundary between the
/// first moment that can be heard and the air's own beginning is no error.
struct Evaluation {
    /// Of a phase that was found: how far its start or end lies from the truth, and the stated
    /// standard deviation.
    struct Edge {
        double errorS = 0; ///< heard minus true
        double sdS = 0;
    };
    /// Start and end of an inhale, start and end of an exhale; those of holds are the same moments.
    static constexpr std::size_t breathEdges = 4;

    int recordings = 0;
    int found = 0;
    int missed = 0;
    int invented = 0;
    int breaths = 0; ///< true ones over which some breath was read
    int swapped = 0; ///< of these, under the other name
    /// All breaths, practised or not and whichever of the two they are called: what the ear finds
    /// before anything is named.
    int breathsTrue = 0;
    int breathsRead = 0;
    int breathsFound = 0;
    std::vector<Edge> edges;
    std::array<std::vector<double>, breathEdges> edgeErrorsS;
    double speechS = 0; ///< in which somebody speaks and nobody breathes
    double speechTakenS = 0;
    double otherS = 0; ///< in which music, an animal or the like sounds and nobody breathes
    double otherTakenS = 0;
    int withAccuracy = 0;               ///< recordings whose plan and truth have an accuracy
    int accuracyHeld = 0;               ///< whose stated range holds it, to half a point
    int accuracyWrong = 0;              ///< off by more than five points and outside the range
    std::vector<double> accuracyErrors; ///< points
    int cyclesOff = 0;                  ///< heard more or less than were done, summed
    /// Readings that are right as a whole (`isRight`; without a plan nine phases of ten), that call
    /// themselves sure, and that are sure and wrong.
    int right = 0;
    int sure = 0;
    int sureAndWrong = 0;

    double f1() const;
    double breathF1() const;
    double swappedShare() const;
    /// Half and 95 % of the boundaries lie within this of the truth.
    double edgeQuantileS(double share) const;
    /// The share of boundaries within so many stated standard deviations.
    double heldWithin(double deviations) const;
    double biasS(std::size_t edge) const;
    void add(const Evaluation& other);
};

/// Standard deviations within which a normal distribution has 68 and 95 % of its mass.
inline constexpr std::array<double, 2> nominalDeviations{1.0, 1.96};

Evaluation evaluate(const Reading& reading, const Truth& truth);

/// Whether a teacher would say that the reading is right: the accuracy within five points, as many
/// cycles as were done, most breaths the right way round, and each run of strokes within two.
bool isRight(const Reading& reading, const Truth& truth);

/// Which answer somebody gives who knows the truth; nothing where the truth does not say.
std::optional<std::size_t> trueAnswer(const ReadQuestion& question, const Truth& truth);

} // namespace layakari
