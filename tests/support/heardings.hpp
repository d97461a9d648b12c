// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/align/alignment.hpp"
#include "core/curriculum/presets.hpp"

#include <optional>
#include <string>
#include <vector>

namespace layakari {

/// Heard spans written down: 'i' an inhale, 'e' an exhale, '-' a silence, each with its seconds.
/// Inhales sound bright.
class Heardings {
public:
    Heardings& i(double seconds) { return add(HeardSpan::Kind::Breath, seconds, 6); }
    Heardings& e(double seconds) { return add(HeardSpan::Kind::Breath, seconds, -6); }
    Heardings& same(double seconds) { return add(HeardSpan::Kind::Breath, seconds, 0); }
    Heardings& cough(double seconds) { return add(HeardSpan::Kind::Unknown, seconds, 3); }
    Heardings& silence(double seconds) { return add(HeardSpan::Kind::Silence, seconds, 0); }
    Heardings& hum(double seconds, double hz)
    {
        add(HeardSpan::Kind::Hum, seconds, 0);
        heard.spans.back().index = heard.hums.size();
        HeardHum hum;
        hum.endS = heard.durationS;
        hum.startS = heard.durationS - seconds;
        hum.frames.assign(static_cast<std::size_t>(seconds / FeatureTrack::hopSeconds),
                          {static_cast<float>(hz), 1, -30});
        heard.hums.push_back(hum);
        return *this;
    }
    Heardings& rest(int breaths) // as a person says
    {
        for (int b = 0; b < breaths; ++b) {
            same(2).same(2.5);
            for (std::size_t s = heard.spans.size() - 2; s < heard.spans.size(); ++s)
                heard.spans[s].saidPart = HeardSpan::Part::Rest;
        }
        return *this;
    }
    Heardings& natural(int breaths)
    {
        for (int b = 0; b < breaths; ++b) i(2).e(2.5).silence(0.5);
        return *this;
    }

    Heard heard;

private:
    Heardings& add(HeardSpan::Kind kind, double seconds, double brightness)
    {
        HeardSpan span;
        span.kind = kind;
        span.startS = heard.durationS;
        span.endS = heard.durationS += seconds;
        span.character.values = {
            -brightness / 2, -brightness / 2, brightness / 2, brightness / 2, 20, 0.5};
        heard.spans.push_back(span);
        return *this;
    }
};

/// The likeliest way to explain it.
inline Alignment aligned(const Heard& heard, const BreathClasses& classes, const Plan* plan,
                         std::optional<bool> aIsInhale = std::nullopt,
                         const std::optional<PlanFit>& fit = std::nullopt)
{
    return allAlignments(heard, classes, plan, aIsInhale, fit).front().alignment;
}

inline Alignment alignTo(const Heardings& h, const Plan* plan)
{
    return aligned(h.heard, sortBreaths(h.heard), plan);
}
inline const Plan& preset(const char* id) { return findPreset(id)->plan; }

inline std::string kindsOf(const Alignment& alignment)
{
    std::string kinds;
    for (const NamedSpan& span : alignment.spans)
        kinds += span.kind ? std::string("i+e-")[static_cast<std::size_t>(*span.kind)] : '?';
    return kinds;
}

inline std::string rolesOf(const Alignment& alignment)
{
    std::string roles;
    for (const NamedSpan& span : alignment.spans)
        roles += std::string("pro")[static_cast<std::size_t>(span.role)];
    return roles;
}

inline int completeCycles(const Alignment& alignment)
{
    int count = 0;
    for (const AlignedCycle& cycle : alignment.cycles) count += !cycle.extra;
    return count;
}

} // namespace layakari
