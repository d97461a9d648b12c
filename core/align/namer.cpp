// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/align/namer.hpp"

#include <algorithm>

namespace layakari {

namespace {

constexpr double holdNameLoss = 0.99;
constexpr double humIsExhale = 0.99;
constexpr double byAPerson = 0.99;
// That a silence is the breath that the plan has there: nothing was heard of it.
constexpr double coveredBreath = 0.5;
// The name of what is two breaths, by its sound: half of it is the other.
constexpr double unturnedBreath = 0.5;
// Of what is planned, a breath that the end of the recording cuts has to have lasted, to be one
// that was done: who stops by hand stops a little before the end of the last.
constexpr double nearlyDone = 0.75;

} // namespace

Namer::Namer(const Heard& heard, const BreathClasses& classes, bool aIsInhale,
             double orientationProbability)
    : m_heard(heard), m_orientation(orientationProbability)
{
    std::size_t breath = 0;
    for (std::size_t i = 0; i < heard.spans.size(); ++i) {
        NamedSpan named;
        named.span = i;
        if (heard.spans[i].kind == HeardSpan::Kind::Unknown && heard.spans[i].corrected)
            named.confidence = byAPerson;
        if (heard.spans[i].kind == HeardSpan::Kind::Breath) {
            const double p = inhaleProbability(classes.probabilityA[breath++], aIsInhale);
            nameBreath(named, p >= 0.5 ? PhaseKind::Inhale : PhaseKind::Exhale, p);
            m_inhaleProbability[i] = p;
            nameAsSaid(named);
        }
        if (heard.spans[i].kind == HeardSpan::Kind::Hum) {
            named.kind = PhaseKind::Exhale;
            named.confidence = humIsExhale;
        }
        if (heard.spans[i].kind == HeardSpan::Kind::Strokes) {
            named.confidence = heard.strokeRuns[heard.spans[i].index].confidence;
            named.role = Role::Practice;
        }
        result.spans.push_back(named);
    }
}

void Namer::takeCycles(const std::vector<Chosen>& chosen, const std::vector<HeardItem>& items,
                       const std::vector<PlannedStep>& steps, double countS)
{
    for (const Chosen& c : chosen) {
        const int index = static_cast<int>(result.cycles.size());
        AlignedCycle cycle{c.step, c.extra, true, {}};
        const std::vector<Phase>& phases = steps[c.step].cycle()->phases;
        for (std::size_t k = 0; k < phases.size(); ++k) {
            cycle.phases.emplace_back();
            if (!isHold(phases[k].kind) && c.match.phases[k].empty()) cycle.complete = false;
            for (const std::size_t item : c.match.phases[k]) {
                NamedSpan& named = result.spans[items[item].span];
                named.cycle = index;
                named.role = Role::Practice;
                const bool isHum = m_heard.spans[named.span].kind == HeardSpan::Kind::Hum;
                if (isHum && phases[k].kind == PhaseKind::Inhale) continue;
                if (isHold(phases[k].kind)) {
                    named.kind = phases[k].kind;
                } else if (isSilence(named.span)) {
                    named.kind = phases[k].kind;
                    named.confidence = coveredBreath;
                } else if (!isHum)
                    nameBreath(named, phases[k].kind, m_inhaleProbability[named.span]);
                nameAsSaid(named);
                cycle.phases.back().push_back(named.span);
            }
            cycle.complete = cycle.complete && !isCutShort(cycle.phases[k], phases[k], countS);
        }
        claimWhatLiesWithin(cycle, index);
        result.cycles.push_back(std::move(cycle));
        for (const std::size_t item : c.match.unturned) {
            NamedSpan& named = result.spans[items[item].span];
            named.confidence = std::min(named.confidence, unturnedBreath);
            named.role = Role::Practice;
            named.cycle = index;
        }
    }
}

void Namer::pairBreaths()
{
    std::vector<NamedSpan>& spans = result.spans;
    for (std::size_t i = 0; i < spans.size(); ++i) {
        if (spans[i].kind != PhaseKind::Inhale || isSaidRest(i)) continue;
        AlignedCycle cycle{0, false, false, {{i}, {}, {}, {}}};
        std::size_t next = i + 1;
        if (next < spans.size() && isSilence(next)) cycle.phases[1].push_back(next++);
        if (next >= spans.size() || spans[next].kind != PhaseKind::Exhale || isSaidRest(next))
            continue;
        cycle.phases[2].push_back(next++);
        if (next + 1 < spans.size() && isSilence(next)) cycle.phases[3].push_back(next);
        cycle.complete = true;
        for (const auto& phase : cycle.phases)
            for (const std::size_t s : phase) {
                spans[s].cycle = static_cast<int>(result.cycles.size());
                spans[s].role = Role::Practice;
            }
        result.cycles.push_back(std::move(cycle));
    }
}

void Namer::finish(const std::vector<PlannedStep>& steps)
{
    nameSilences();
    setRoles(steps);
    // Silence before the first sound and after the last is nobody's hold, unless the plan says
    // so.
    auto& spans = result.spans;
    if (!spans.empty() && isSilence(spans.back().span) && !spans.back().cycle) spans.pop_back();
    if (spans.empty() || !isSilence(spans.front().span) || spans.front().cycle) return;
    spans.erase(spans.begin());
    for (AlignedCycle& cycle : result.cycles)
        for (auto& phase : cycle.phases)
            for (std::size_t& s : phase) --s;
}

bool Namer::isSilence(std::size_t i) const
{
    return m_heard.spans[i].kind == HeardSpan::Kind::Silence;
}

// How long it would have been nobody knows.
bool Namer::isCutShort(const std::vector<std::size_t>& spans, const Phase& phase,
                       double countS) const
{
    if (spans.empty() || spans.back() + 1 < m_heard.spans.size() || isHold(phase.kind) ||
        phase.counts.open)
        return false;
    double seconds = 0;
    for (const std::size_t s : spans) seconds += m_heard.spans[s].seconds();
    return seconds < nearlyDone * phase.counts.min * countS;
}

bool Namer::isSaidRest(std::size_t i) const
{
    return m_heard.spans[i].saidPart == HeardSpan::Part::Rest;
}

void Namer::nameBreath(NamedSpan& named, PhaseKind kind, double inhale) const
{
    const double p = kind == PhaseKind::Inhale ? inhale : 1 - inhale;
    named.kind = kind;
    named.confidence = m_orientation * p + (1 - m_orientation) * (1 - p);
}

void Namer::nameAsSaid(NamedSpan& named) const
{
    const HeardSpan::Said said = m_heard.spans[named.span].said;
    if (said == HeardSpan::Said::Nothing) return;
    named.kind = said == HeardSpan::Said::Inhale ? PhaseKind::Inhale : PhaseKind::Exhale;
    named.confidence = byAPerson;
}

// Pauses and sips between the phases of a cycle are part of it.
void Namer::claimWhatLiesWithin(const AlignedCycle& cycle, int index)
{
    std::size_t first = result.spans.size();
    std::size_t last = 0;
    for (const auto& phase : cycle.phases)
        for (const std::size_t s : phase) {
            first = std::min(first, s);
            last = std::max(last, s);
        }
    for (std::size_t s = first; s < last; ++s) {
        result.spans[s].cycle = index;
        result.spans[s].role = Role::Practice;
    }
}

const NamedSpan* Namer::breathNear(std::size_t i, int direction) const
{
    for (auto k = static_cast<std::ptrdiff_t>(i) + direction;
         k >= 0 && k < static_cast<std::ptrdiff_t>(result.spans.size()); k += direction)
        if (const HeardSpan::Kind kind = m_heard.spans[static_cast<std::size_t>(k)].kind;
            kind != HeardSpan::Kind::Silence && kind != HeardSpan::Kind::Unknown)
            return &result.spans[static_cast<std::size_t>(k)];
    return nullptr;
}

void Namer::nameSilences()
{
    for (std::size_t i = 0; i < result.spans.size(); ++i) {
        NamedSpan& named = result.spans[i];
        const bool isCovered = named.kind && !isHold(*named.kind);
        if (!isSilence(i) || isCovered) continue;
        const NamedSpan* before = breathNear(i, -1);
        const NamedSpan* after = breathNear(i, +1);
        // What the lungs hold follows from the breath before, or else from the one after.
        if (!named.kind && before)
            named.kind =
                before->kind == PhaseKind::Inhale ? PhaseKind::HoldFull : PhaseKind::HoldEmpty;
        double confidence = 1;
        for (const NamedSpan* neighbour : {before, after})
            if (neighbour) confidence = std::min(confidence, neighbour->confidence);
        named.confidence = holdNameLoss * confidence;
    }
}

// Natural breaths that the plan ends with are of the practice, as those between its rounds are.
void Namer::takeLastRest(const Rest& rest, std::size_t first)
{
    int halves = 0;
    for (std::size_t i = first; i < result.spans.size(); ++i) {
        const HeardSpan& span = m_heard.spans[result.spans[i].span];
        const bool isOver = rest.breaths
                                ? halves == 2 * *rest.breaths
                                : span.startS - m_heard.spans[result.spans[first].span].startS >=
                                      rest.seconds.value_or(0);
        if (isOver) break;
        if (span.kind == HeardSpan::Kind::Breath) ++halves;
        result.spans[i].role = Role::Rest;
    }
}

void Namer::setRoles(const std::vector<PlannedStep>& steps)
{
    std::size_t first = result.spans.size();
    std::size_t last = 0;
    for (std::size_t i = 0; i < result.spans.size(); ++i)
        if (result.spans[i].cycle ||
            m_heard.spans[result.spans[i].span].kind == HeardSpan::Kind::Strokes) {
            first = std::min(first, i);
            last = i;
        }
    for (std::size_t i = first; i < last; ++i)
        if (!result.spans[i].cycle &&
            m_heard.spans[result.spans[i].span].kind != HeardSpan::Kind::Strokes)
            result.spans[i].role = Role::Rest;
    if (steps.empty() || last < first) return;
    if (const auto* rest = std::get_if<const Rest*>(&steps.back().content))
        takeLastRest(**rest, last + 1);
}

} // namespace layakari
