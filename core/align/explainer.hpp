// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/align/path_sum.hpp"
#include "core/listen/breath_classes.hpp"
#include "core/listen/heard.hpp"

#include <array>
#include <optional>
#include <vector>

namespace layakari {

/// One way to tell which planned cycles were done where: what several paths, tempos and spreads
/// have in common.
struct Told {
    bool aIsInhale = true;
    Keep keep; ///< of the likeliest path
    Path path; ///< the likeliest; its items are indices into `Explainer::items` of its way round
    double probability = 0;
};

/// Explains what was heard by a plan: the likelihoods of all paths through its cycles are summed
/// under every tempo, both ways round and a loose, a usual and a close keeping of counts, and a
/// few hundred paths drawn from that.
class Explainer {
public:
    /// All must outlive the explainer. `said`: whether kind A is the inhale, where a person has
    /// said so.
    Explainer(const Heard& heard, const BreathClasses& classes, const Planned& planned,
              const std::vector<PlannedStep>& steps, const Plan& plan, std::optional<bool> said);

    const std::vector<HeardItem>& items(bool aIsInhale) const { return m_items[aIsInhale ? 0 : 1]; }

    /// The likeliest first, each once. `keeps`: under which to look, or none: all are tried.
    std::vector<Told> explain(const std::vector<Keep>& keeps) const;

private:
    struct Fit {
        Keep keep;
        bool aIsInhale = true;
        double logMass = 0;
    };

    const Heard& m_heard;
    const BreathClasses& m_classes;
    const Planned& m_planned;
    const std::vector<PlannedStep>& m_steps;
    const Plan& m_plan;
    std::array<std::vector<HeardItem>, 2> m_items;
    std::vector<bool> m_ways;

    void setMass(Fit& fit, bool exact) const;
    std::vector<Fit> fitsOf(const std::vector<Keep>& keeps) const;
    std::vector<Told> drawPaths(const std::vector<Fit>& fits) const;
    double evenness(const Told& told) const;
    std::vector<double> keptLogs(const Told& told, const Chosen& chosen) const;
    void askWayRound(std::vector<Told>& told) const;
    double naturalLogOdds(const std::vector<Told>& told) const;
};

} // namespace layakari
