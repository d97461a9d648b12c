// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/align/beat_halves.hpp"

#include "core/base/quantile.hpp"

#include <algorithm>
#include <cmath>
#include <optional>

namespace layakari {

double levelOf(const HeardSpan& span) { return span.character.values[BreathCharacter::level]; }

bool isHumOrStrokes(const HeardSpan& span)
{
    return span.kind == HeardSpan::Kind::Strokes || span.kind == HeardSpan::Kind::Hum;
}

bool mayBeAHalf(const HeardSpan& span)
{
    const bool sounds =
        span.kind == HeardSpan::Kind::Breath || span.kind == HeardSpan::Kind::Unknown;
    return sounds && span.said != HeardSpan::Said::Voice;
}

double usualLevelOf(const std::vector<std::size_t>& spans, const Heard& heard)
{
    std::vector<float> levels;
    for (const std::size_t i : spans) levels.push_back(static_cast<float>(levelOf(heard.spans[i])));
    return quantile(levels, 0.75);
}

bool isTwoBeats(double gapS, double tempoS)
{
    constexpr double farthestOff = 0.15; // of the log
    return std::fabs(std::log(gapS / (2 * tempoS))) < farthestOff;
}

namespace {

// One run from what was found of one of its halves.
class RunOfHalves {
public:
    RunOfHalves(const std::vector<std::size_t>& spans, double tempoS, const Heard& heard,
                const std::vector<bool>& taken)
        : m_heard(heard), m_taken(taken)
    {
        m_run.firstSpan = spans.front();
        m_run.lastSpan = spans.back();
        for (const std::size_t i : spans) {
            const BeatOfBreath beat = beatOf(i);
            if (!m_run.halves.empty()) {
                const BeatOfBreath& before = m_run.halves.back();
                if (isTwoBeats(beat.timeS - before.timeS, tempoS))
                    m_run.halves.push_back(lostAt((before.timeS + beat.timeS) / 2, beat));
            }
            m_run.halves.push_back(beat);
        }
        if (const auto phase = phaseOfOthers(spans)) putOthersIn(*phase);
        if (m_run.areBoth) growAtBothEnds();
    }

    const BreathsOnABeat& run() const { return m_run; }

private:
    static constexpr double near = 0.12; // of the beat
    const Heard& m_heard;
    const std::vector<bool>& m_taken;
    BreathsOnABeat m_run;
    double m_usualDb = 0;

    BeatOfBreath beatOf(std::size_t i) const
    {
        const HeardSpan& span = m_heard.spans[i];
        return {span.startS, levelOf(span), span.seconds(), true};
    }

    static BeatOfBreath lostAt(double timeS, const BeatOfBreath& like)
    {
        return {timeS, like.levelDb, like.seconds, false};
    }

    // What begins nearest to that time.
    std::optional<std::size_t> soundAt(double timeS, double beatS) const
    {
        std::optional<std::size_t> found;
        double off = near * beatS;
        for (std::size_t i = 0; i < m_heard.spans.size(); ++i) {
            const double apart = std::fabs(m_heard.spans[i].startS - timeS);
            if (!mayBeAHalf(m_heard.spans[i]) || apart >= off) continue;
            off = apart;
            found = i;
        }
        return found;
    }

    // Where in a beat, of 0 to 1, other breath begins, if it does in most.
    std::optional<double> phaseOfOthers(const std::vector<std::size_t>& spans) const
    {
        std::vector<float> phases;
        for (std::size_t c = 1; c < spans.size(); ++c) {
            const double fromS = m_heard.spans[spans[c - 1]].startS;
            const double beatS = m_heard.spans[spans[c]].startS - fromS;
            for (std::size_t i = spans[c - 1] + 1; i < spans[c]; ++i) {
                const double phase = (m_heard.spans[i].startS - fromS) / beatS;
                if (m_heard.spans[i].kind == HeardSpan::Kind::Breath && phase > 2 * near &&
                    phase < 1 - 2 * near)
                    phases.push_back(static_cast<float>(phase));
            }
        }
        if (!areMost(phases.size())) return std::nullopt;
        return quantile(phases, 0.5);
    }

    bool areMost(std::size_t count) const
    {
        constexpr double most = 0.5;
        return static_cast<double>(count) >= most * static_cast<double>(m_run.halves.size());
    }

    void putOthersIn(double phase)
    {
        const std::vector<BeatOfBreath>& ones = m_run.halves;
        std::vector<BeatOfBreath> both;
        std::size_t heard = 0;
        for (std::size_t b = 0; b + 1 < ones.size(); ++b) {
            const double beatS = ones[b + 1].timeS - ones[b].timeS;
            const double atS = ones[b].timeS + phase * beatS;
            const auto other = soundAt(atS, beatS);
            both.push_back(ones[b]);
            both.push_back(other ? beatOf(*other) : lostAt(atS, ones[b]));
            heard += other.has_value();
        }
        both.push_back(ones.back());
        if (!areMost(heard)) return;
        m_run.areBoth = true;
        m_run.halves = std::move(both);
    }

    // Further out, where neither half was found on the beat, is another run, or none.
    void growAtBothEnds()
    {
        constexpr int steps = 3;
        std::vector<float> levels;
        for (const BeatOfBreath& half : m_run.halves)
            if (half.heard) levels.push_back(static_cast<float>(half.levelDb));
        m_usualDb = quantile(levels, 0.75);
        for (const bool atFront : {false, true})
            for (int step = 0; step < steps && grow(atFront); ++step) {
            }
    }

    // By one half, or by two of which the second is heard.
    bool grow(bool atFront)
    {
        const auto& halves = m_run.halves;
        const auto half = [&](std::size_t k) -> const BeatOfBreath& {
            return atFront ? halves[k] : halves[halves.size() - 1 - k];
        };
        // The nearest of a kind that is no guess.
        const auto heardOf = [&](std::size_t kind) {
            while (kind + 2 < halves.size() && !half(kind).heard) kind += 2;
            return half(kind);
        };
        const double shortS = std::fabs(half(0).timeS - half(1).timeS);
        const double beatS = std::fabs(half(0).timeS - half(2).timeS);
        const double sign = atFront ? -1 : 1;
        const double nextS = half(0).timeS + sign * (beatS - shortS);
        const auto next = halfAt(nextS, beatS, heardOf(1));
        if (next) {
            put(*next, atFront);
            return true;
        }
        const auto second = halfAt(half(0).timeS + sign * beatS, beatS, heardOf(0));
        if (!second) return false;
        const BeatOfBreath lost = lostAt(nextS, half(1));
        auto& all = m_run.halves;
        all.insert(atFront ? all.begin() : all.end(), lost);
        put(*second, atFront);
        return true;
    }

    std::optional<std::size_t> halfAt(double timeS, double beatS, const BeatOfBreath& like) const
    {
        constexpr double alike = 0.85; // of the log of the length
        const auto found = soundAt(timeS, beatS);
        if (!found || m_taken[*found]) return {};
        const BeatOfBreath beat = beatOf(*found);
        const auto from = m_heard.spans.begin();
        const std::size_t first = std::min(*found, m_run.firstSpan);
        const std::size_t last = std::max(*found, m_run.lastSpan);
        if (std::any_of(from + static_cast<std::ptrdiff_t>(first),
                        from + static_cast<std::ptrdiff_t>(last), isHumOrStrokes))
            return {};
        const bool isHalf = beat.levelDb > m_usualDb - weakerThanRunDb &&
                            std::fabs(std::log(beat.seconds / like.seconds)) < alike;
        return isHalf ? found : std::nullopt;
    }

    void put(std::size_t span, bool atFront)
    {
        m_run.halves.insert(atFront ? m_run.halves.begin() : m_run.halves.end(), beatOf(span));
        m_run.firstSpan = std::min(m_run.firstSpan, span);
        m_run.lastSpan = std::max(m_run.lastSpan, span);
    }
};

} // namespace

BreathsOnABeat withOtherHalves(const std::vector<std::size_t>& spans, double tempoS,
                               const Heard& heard, const std::vector<bool>& taken)
{
    return RunOfHalves(spans, tempoS, heard, taken).run();
}

} // namespace layakari
