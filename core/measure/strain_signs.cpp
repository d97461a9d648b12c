// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/measure/strain_signs.hpp"

#include "core/measure/natural_breaths.hpp"
#include "core/measure/robust.hpp"
#include "core/plan/plan_words.hpp"

#include <algorithm>
#include <cmath>
#include <map>

namespace layakari {

namespace {

// Judged, not measured: as large as a listener would remark on, and beyond what boundaries leave
// open. docs/formats.md lists them.
constexpr double gaspLouderDb = 6;
constexpr double gaspShorter = 0.6;
constexpr double droppedShare = 0.6;
constexpr double usuallyKeptShare = 0.85;
constexpr double shrunkenShare = 0.15; // over the sitting
constexpr double fastBreathsPerMin = 16;
constexpr double fasterThanBefore = 1.3;
constexpr std::size_t fewestNatural = 3;
constexpr std::size_t fewest = 4; // of anything that is called usual

class StrainFinder {
public:
    StrainFinder(const std::vector<ReadPhase>& phases, const std::vector<ReadCycle>& cycles,
                 const std::vector<double>& levelsDb)
        : m_phases(phases), m_cycles(cycles), m_levelsDb(levelsDb)
    {
    }

    std::vector<StrainSign> find()
    {
        if (m_levelsDb.size() == m_phases.size()) findGasps();
        findStolenBreaths();
        findShrinking();
        findDroppedExhales();
        findFastRest();
        std::stable_sort(m_signs.begin(), m_signs.end(),
                         [](const StrainSign& a, const StrainSign& b) { return a.atS < b.atS; });
        return std::move(m_signs);
    }

private:
    const std::vector<ReadPhase>& m_phases;
    const std::vector<ReadCycle>& m_cycles;
    const std::vector<double>& m_levelsDb;
    std::vector<StrainSign> m_signs;

    void add(const char* kind, double atS, std::optional<int> cycle, Message explanation)
    {
        m_signs.push_back({kind, atS, cycle, std::move(explanation)});
    }

    static bool isBreath(ReadKind kind)
    {
        return kind == ReadKind::Inhale || kind == ReadKind::Exhale;
    }

    static bool isHold(ReadKind kind)
    {
        return kind == ReadKind::HoldFull || kind == ReadKind::HoldEmpty;
    }

    // An inhale after a hold, much louder and shorter than this person's usual one.
    void findGasps()
    {
        std::vector<double> lengths;
        std::vector<double> levels;
        for (std::size_t i = 0; i < m_phases.size(); ++i)
            if (m_phases[i].kind == ReadKind::Inhale && m_phases[i].role == Role::Practice) {
                lengths.push_back(m_phases[i].seconds());
                levels.push_back(m_levelsDb[i]);
            }
        if (lengths.size() < fewest) return;
        const double usualS = median(lengths);
        const double usualDb = median(levels);
        for (std::size_t i = 1; i < m_phases.size(); ++i) {
            const ReadPhase& p = m_phases[i];
            const double louder = m_levelsDb[i] - usualDb;
            if (p.kind != ReadKind::Inhale || !isHold(m_phases[i - 1].kind) ||
                m_phases[i - 1].seconds() < 1 || louder < gaspLouderDb ||
                p.seconds() > gaspShorter * usualS)
                continue;
            add("gasp", p.startS, p.cycle,
                {"strain.gasp", {{"seconds", p.seconds()}, {"usual", usualS}, {"louder", louder}}});
        }
    }

    // A breath within a hold that has the hold on both sides; a cough or a word is none.
    void findStolenBreaths()
    {
        for (std::size_t c = 0; c < m_cycles.size(); ++c)
            for (const ReadCycle::Kept& kept : m_cycles[c].phases)
                for (std::size_t h = 1; h < kept.heard.size(); ++h)
                    for (std::size_t i = kept.heard[h - 1] + 1; i < kept.heard[h]; ++i) {
                        if (!layakari::isHold(kept.phase) || !isBreath(m_phases[i].kind)) continue;
                        add("stolen_breath", m_phases[i].startS, static_cast<int>(c),
                            {"strain.stolen-breath",
                             {{"phase", phaseWords.of(kept.phase)},
                              {"cycle", c + 1},
                              {"seconds", m_phases[i].seconds()}}});
                        break;
                    }
    }

    // Phases of one target that get shorter cycle by cycle: a line through all of them that falls
    // by a seventh of the target, and nearly every later one shorter than every earlier.
    void findShrinking()
    {
        struct Course {
            std::vector<double> cycle;
            std::vector<double> counts;
            std::size_t last = 0;
        };
        std::map<std::pair<std::string, std::size_t>, Course> courses;
        for (std::size_t c = 0; c < m_cycles.size(); ++c)
            for (std::size_t k = 0; k < m_cycles[c].phases.size(); ++k) {
                const ReadCycle::Kept& kept = m_cycles[c].phases[k];
                if (!m_cycles[c].complete || !kept.target || kept.target->open || !kept.counts)
                    continue;
                Course& course = courses[{m_cycles[c].part, k}];
                course.cycle.push_back(static_cast<double>(c));
                course.counts.push_back(*kept.counts / kept.target->middle());
                course.last = c;
            }
        for (const auto& [at, course] : courses) {
            constexpr double nearlyAll = -0.6;
            if (course.cycle.size() <= fewest) continue;
            const double fall = -theilSen(course.cycle, course.counts).slope *
                                (course.cycle.back() - course.cycle.front());
            if (fall < shrunkenShare || kendallTau(course.cycle, course.counts) > nearlyAll)
                continue;
            const ReadCycle& last = m_cycles[course.last];
            const ReadCycle::Kept& kept = last.phases[at.second];
            add("shrinking", kept.heard.empty() ? last.startS : m_phases[kept.heard.front()].startS,
                static_cast<int>(course.last),
                {"strain.shrinking",
                 {{"phase", phaseWords.of(kept.phase)}, {"percent", 100 * fall}}});
        }
    }

    void findDroppedExhales()
    {
        std::vector<double> shares;
        const auto shareOf = [](const ReadCycle::Kept& kept) -> std::optional<double> {
            if (kept.phase != PhaseKind::Exhale || !kept.counts || !kept.target ||
                kept.target->open || kept.heard.empty())
                return std::nullopt;
            return *kept.counts / kept.target->middle();
        };
        for (const ReadCycle& cycle : m_cycles)
            for (const ReadCycle::Kept& kept : cycle.phases)
                if (const auto share = shareOf(kept)) shares.push_back(*share);
        if (shares.size() < fewest || median(shares) < usuallyKeptShare) return;
        for (std::size_t c = 0; c < m_cycles.size(); ++c)
            for (const ReadCycle::Kept& kept : m_cycles[c].phases)
                if (const auto share = shareOf(kept);
                    share && *share < droppedShare && m_cycles[c].complete)
                    add("dropped_exhale", m_phases[kept.heard.front()].startS, static_cast<int>(c),
                        {"strain.dropped-exhale",
                         {{"cycle", c + 1},
                          {"counts", *kept.counts},
                          {"target", kept.target->middle()}}});
    }

    void findFastRest()
    {
        std::optional<double> before;
        for (const NaturalStretch& rest : naturalStretches(m_phases)) {
            if (rest.inhalesS.size() < fewestNatural) continue;
            const double perMin = rest.breathsPerMin();
            if (!rest.after) {
                before = perMin;
                continue;
            }
            if (perMin < fastBreathsPerMin || (before && perMin < fasterThanBefore * *before))
                continue;
            add("fast_rest", rest.inhalesS.front(), std::nullopt,
                {"strain.fast-rest", {{"rate", perMin}, {"before", before.value_or(0)}}});
        }
    }
};

} // namespace

std::vector<StrainSign> strainSigns(const std::vector<ReadPhase>& phases,
                                    const std::vector<ReadCycle>& cycles,
                                    const std::vector<double>& levelsDb)
{
    return StrainFinder(phases, cycles, levelsDb).find();
}

} // namespace layakari
