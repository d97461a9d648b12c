// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/reading/corrections.hpp"

#include <algorithm>
#include <cmath>
#include <limits>
#include <utility>

namespace layakari {

namespace {

// Another listener's boundary of the same breath is seldom farther off.
constexpr double sameBoundarySeconds = 0.33;
// Closer than that nobody places a boundary by eye and ear, and so much its place may be off.
constexpr double byHandSdSeconds = 0.02;

// The boundaries of a hum are where its voice is; those of strokes follow from the strokes.
bool canBeCorrected(const HeardSpan& span)
{
    return span.kind != HeardSpan::Kind::Hum && span.kind != HeardSpan::Kind::Strokes;
}

// The spans on either side of a boundary; at the ends, and where spans do not touch, one of them.
struct Boundary {
    HeardSpan* before = nullptr;
    HeardSpan* after = nullptr;
    double atS() const { return before ? before->endS : after->startS; }
};

std::vector<Boundary> boundariesOf(std::vector<HeardSpan>& spans)
{
    constexpr double touching = 1e-3;
    std::vector<Boundary> boundaries;
    for (std::size_t i = 0; i < spans.size(); ++i) {
        const bool touches = i > 0 && spans[i].startS - spans[i - 1].endS < touching;
        if (touches)
            boundaries.back().after = &spans[i];
        else
            boundaries.push_back({nullptr, &spans[i]});
        boundaries.push_back({&spans[i], nullptr});
    }
    return boundaries;
}

std::optional<Boundary> boundaryNear(std::vector<HeardSpan>& spans, double atS)
{
    std::optional<Boundary> nearest;
    for (const Boundary& b : boundariesOf(spans))
        if (const double off = std::fabs(b.atS() - atS);
            off < sameBoundarySeconds && (!nearest || off < std::fabs(nearest->atS() - atS)))
            nearest = b;
    return nearest;
}

std::optional<std::size_t> spanAt(const std::vector<HeardSpan>& spans, double atS)
{
    for (std::size_t i = 0; i < spans.size(); ++i)
        if (atS >= spans[i].startS && atS < spans[i].endS) return i;
    return std::nullopt;
}

void markCorrected(HeardSpan& span) { span.corrected = true; }

bool move(std::vector<HeardSpan>& spans, double atS, double toS)
{
    const auto found = boundaryNear(spans, atS);
    if (!found) return false;
    const auto [before, after] = *found;
    for (const HeardSpan* span : {before, after})
        if (span && !canBeCorrected(*span)) return false;
    double earliest = 0;
    double latest = std::numeric_limits<double>::max();
    if (before)
        earliest = before->startS + shortestCorrectedSeconds;
    else if (after != &spans.front())
        earliest = (after - 1)->endS;
    if (after)
        latest = after->endS - shortestCorrectedSeconds;
    else if (before != &spans.back())
        latest = (before + 1)->startS;
    if (earliest > latest) return false;
    const double place = std::clamp(toS, earliest, latest);
    if (before) {
        before->endS = place;
        before->endSdS = byHandSdSeconds;
        markCorrected(*before);
    }
    if (after) {
        after->startS = place;
        after->startSdS = byHandSdSeconds;
        markCorrected(*after);
    }
    return true;
}

void joinWithNext(std::vector<HeardSpan>& spans, std::size_t index)
{
    HeardSpan& first = spans[index];
    const HeardSpan second = spans[index + 1];
    const double startS = first.startS;
    const double startSdS = first.startSdS;
    if (second.seconds() > first.seconds()) first = second;
    first.startS = startS;
    first.startSdS = startSdS;
    first.endS = second.endS;
    first.endSdS = second.endSdS;
    markCorrected(first);
    spans.erase(spans.begin() + static_cast<std::ptrdiff_t>(index) + 1);
}

bool join(std::vector<HeardSpan>& spans, double atS)
{
    const auto found = boundaryNear(spans, atS);
    if (!found || !found->before || !found->after) return false;
    if (!canBeCorrected(*found->before) || !canBeCorrected(*found->after)) return false;
    joinWithNext(spans, static_cast<std::size_t>(found->before - spans.data()));
    return true;
}

bool split(std::vector<HeardSpan>& spans, double atS)
{
    const auto at = spanAt(spans, atS);
    if (!at || !canBeCorrected(spans[*at])) return false;
    HeardSpan& span = spans[*at];
    if (atS - span.startS < shortestCorrectedSeconds || span.endS - atS < shortestCorrectedSeconds)
        return false;
    HeardSpan second = span;
    span.endS = second.startS = atS;
    span.endSdS = second.startSdS = byHandSdSeconds;
    markCorrected(span);
    markCorrected(second);
    spans.insert(spans.begin() + static_cast<std::ptrdiff_t>(*at) + 1, second);
    return true;
}

// Silence beside silence is one hold.
void joinSilences(std::vector<HeardSpan>& spans, std::size_t at)
{
    const auto isSilence = [&](std::size_t i) {
        return i < spans.size() && spans[i].kind == HeardSpan::Kind::Silence;
    };
    if (isSilence(at + 1)) joinWithNext(spans, at);
    if (at > 0 && isSilence(at - 1)) joinWithNext(spans, at - 1);
}

void forgetHum(Heard& heard, HeardSpan& span)
{
    heard.hums.erase(heard.hums.begin() + static_cast<std::ptrdiff_t>(span.index));
    for (HeardSpan& other : heard.spans)
        if (other.kind == HeardSpan::Kind::Hum && other.index > span.index) --other.index;
    span.index = 0;
}

bool rename(Heard& heard, double atS, Correction::Name name)
{
    const auto at = spanAt(heard.spans, atS);
    if (!at || heard.spans[*at].kind == HeardSpan::Kind::Strokes) return false;
    HeardSpan& span = heard.spans[*at];
    const bool wasBreath = span.kind == HeardSpan::Kind::Breath;
    if (span.kind == HeardSpan::Kind::Hum) forgetHum(heard, span);
    span.said = HeardSpan::Said::Nothing;
    markCorrected(span);
    switch (name) {
    case Correction::Name::Inhale:
    case Correction::Name::Exhale:
        span.kind = HeardSpan::Kind::Breath;
        span.hasCharacter = span.hasCharacter && wasBreath;
        span.said =
            name == Correction::Name::Inhale ? HeardSpan::Said::Inhale : HeardSpan::Said::Exhale;
        break;
    case Correction::Name::Hold:
        span.kind = HeardSpan::Kind::Silence;
        joinSilences(heard.spans, *at);
        break;
    case Correction::Name::Nothing: span.kind = HeardSpan::Kind::Unknown; break;
    }
    return true;
}

bool lies(const HeardSpan& span, double startS, double endS)
{
    const double middle = (span.startS + span.endS) / 2;
    return middle >= startS && middle < endS;
}

bool markPart(std::vector<HeardSpan>& spans, double startS, double endS, HeardSpan::Part part)
{
    bool any = false;
    for (HeardSpan& span : spans) {
        if (!lies(span, startS, endS) || span.kind == HeardSpan::Kind::Strokes) continue;
        span.saidPart = part;
        markCorrected(span);
        any = true;
    }
    return any;
}

bool markVoice(Heard& heard, double startS, double endS)
{
    bool any = false;
    for (HeardSpan& span : heard.spans) {
        if (!lies(span, startS, endS) || span.kind == HeardSpan::Kind::Strokes) continue;
        if (span.kind == HeardSpan::Kind::Hum) forgetHum(heard, span);
        span.kind = HeardSpan::Kind::Unknown;
        span.said = HeardSpan::Said::Voice;
        markCorrected(span);
        any = true;
    }
    return any;
}

bool beginAt(std::vector<HeardSpan>& spans, double atS)
{
    const auto at = spanAt(spans, atS);
    if (!at || spans[*at].kind == HeardSpan::Kind::Strokes) return false;
    markPart(spans, 0, spans[*at].startS, HeardSpan::Part::Rest);
    spans[*at].saidPart = HeardSpan::Part::Practice;
    markCorrected(spans[*at]);
    return true;
}

} // namespace

bool Correction::isStretch() const
{
    return kind == Kind::MarkRest || kind == Kind::MarkPractice || kind == Kind::MarkVoice ||
           kind == Kind::MarkStrokes || kind == Kind::MarkBreaths || kind == Kind::CannotTell;
}

double Correction::placeS() const
{
    if (kind == Kind::MoveBoundary) return toS;
    return isStretch() ? (atS + toS) / 2 : atS;
}

Corrected laidOver(Heard heard, const std::vector<Correction>& corrections)
{
    Corrected result{std::move(heard), {}};
    std::vector<HeardSpan>& spans = result.heard.spans;
    for (std::size_t i = 0; i < corrections.size(); ++i) {
        const Correction& c = corrections[i];
        bool isLaid = false;
        switch (c.kind) {
        case Correction::Kind::MoveBoundary: isLaid = move(spans, c.atS, c.toS); break;
        case Correction::Kind::Rename: isLaid = rename(result.heard, c.atS, c.name); break;
        case Correction::Kind::Split: isLaid = split(spans, c.atS); break;
        case Correction::Kind::Join: isLaid = join(spans, c.atS); break;
        case Correction::Kind::MarkRest:
            isLaid = markPart(spans, c.atS, c.toS, HeardSpan::Part::Rest);
            break;
        case Correction::Kind::MarkPractice:
            isLaid = markPart(spans, c.atS, c.toS, HeardSpan::Part::Practice);
            break;
        case Correction::Kind::MarkVoice: isLaid = markVoice(result.heard, c.atS, c.toS); break;
        case Correction::Kind::FirstCycle: isLaid = beginAt(spans, c.atS); break;
        case Correction::Kind::MarkStrokes:
        case Correction::Kind::MarkBreaths:
        case Correction::Kind::AddStroke:
        case Correction::Kind::RemoveStroke: // not here
        case Correction::Kind::CannotTell: isLaid = true; break;
        }
        if (!isLaid) result.lost.push_back(i);
    }
    return result;
}

void CorrectionHistory::change(std::vector<Correction> corrections)
{
    m_before.push_back(m_said);
    m_said.corrections = std::move(corrections);
    m_after.clear();
}

void CorrectionHistory::swapKinds(bool was)
{
    // Taken back, it is what it was, whatever the profile says by then.
    m_said.kindAIsInhale = was;
    change(m_said.corrections);
    m_said.kindAIsInhale = !was;
}

void CorrectionHistory::add(const Correction& correction)
{
    constexpr double same = 1e-3;
    std::vector<Correction> done = m_said.corrections;
    const bool movesOn = !done.empty() && correction.kind == Correction::Kind::MoveBoundary &&
                         done.back().kind == Correction::Kind::MoveBoundary &&
                         std::fabs(done.back().toS - correction.atS) < same;
    if (!movesOn) {
        done.push_back(correction);
        return change(std::move(done));
    }
    done.back().toS = correction.toS;
    if (std::fabs(done.back().atS - done.back().toS) < same) done.pop_back();
    change(std::move(done));
}

void CorrectionHistory::addTogether(const std::vector<Correction>& corrections)
{
    if (corrections.empty()) return;
    std::vector<Correction> done = m_said.corrections;
    done.insert(done.end(), corrections.begin(), corrections.end());
    change(std::move(done));
}

bool CorrectionHistory::undo()
{
    if (m_before.empty()) return false;
    m_after.push_back(std::exchange(m_said, std::move(m_before.back())));
    m_before.pop_back();
    return true;
}

bool CorrectionHistory::redo()
{
    if (m_after.empty()) return false;
    m_before.push_back(std::exchange(m_said, std::move(m_after.back())));
    m_after.pop_back();
    return true;
}

bool CorrectionHistory::takeBack(double startS, double endS)
{
    std::vector<Correction> done = m_said.corrections;
    std::erase_if(done,
                  [&](const Correction& c) { return c.placeS() >= startS && c.placeS() <= endS; });
    if (done.size() == m_said.corrections.size()) return false;
    change(std::move(done));
    return true;
}

} // namespace layakari
