// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/ocean_breath.hpp"

#include "core/listen/friction.hpp"
#include "core/listen/rise.hpp"

#include <algorithm>
#include <array>
#include <cmath>

namespace layakari {

namespace {

constexpr std::size_t inARow = 8; // breaths that are weighed together: four of each direction
constexpr double shortestStretchS = 60;
constexpr double longestTurnS = 1.5; // between two breaths; then it is a hold
constexpr double pieceS = 0.6;       // shorter sounds are no breaths
constexpr double shortShare = 0.75;  // of these breaths' length: natural ones are shorter
constexpr std::size_t fewestShort = 3;

// The bands in which the tract's first three resonances lie.
constexpr std::size_t firstTractBand = 2;
constexpr std::size_t lastBand = 14;
constexpr float overRoomDb = -3;        // of a band's breath, to be looked at
constexpr std::size_t fewestBends = 12; // of 20, both directions together

const Bands evenWeights = [] {
    Bands weights{};
    for (std::size_t b = firstTractBand; b <= lastBand; ++b)
        weights[b] = 1.0f / static_cast<float>(lastBand - firstTractBand + 1);
    return weights;
}();

Bands meanOf(const std::vector<Bands>& spectra)
{
    Bands mean{};
    for (const Bands& spectrum : spectra)
        for (std::size_t b = 0; b < bandCount; ++b)
            mean[b] += spectrum[b] / static_cast<float>(spectra.size());
    return mean;
}

class OceanFinder {
public:
    OceanFinder(const FeatureTrack& track, const std::vector<HeardSpan>& spans)
    {
        for (const HeardSpan& span : spans) {
            if (span.kind != HeardSpan::Kind::Breath || span.seconds() < pieceS) continue;
            m_breaths.push_back(&span);
            m_evenness.push_back(
                static_cast<float>(loudnessEvenness(track, span.startS, span.endS)));
        }
    }

    std::vector<HeardOcean> run() const
    {
        std::vector<HeardOcean> found;
        std::vector<double> odds;
        for (std::size_t i = 0; i + inARow <= m_breaths.size(); ++i)
            odds.push_back(evidence(i).logOdds());
        for (std::size_t i = 0; i < odds.size(); ++i) {
            if (odds[i] <= 0) continue;
            std::size_t last = i;
            for (std::size_t k = i + 1; k < odds.size() && k < last + inARow; ++k)
                if (odds[k] > 0) last = k;
            if (const auto ocean = stretch(odds, i, last)) found.push_back(*ocean);
            i = last + inARow - 1;
        }
        return found;
    }

    OceanEvidence evidence(std::size_t first) const
    {
        OceanEvidence e;
        std::vector<float> lengths;
        std::vector<float> evenness;
        std::array<std::vector<float>, 2> rises;
        for (std::size_t i = first; i < first + inARow; ++i) {
            const HeardSpan& breath = *m_breaths[i];
            if (i > first)
                e.longestPauseS = std::max(e.longestPauseS, breath.startS - m_breaths[i - 1]->endS);
            lengths.push_back(static_cast<float>(breath.seconds()));
            evenness.push_back(m_evenness[i]);
            rises[(i - first) % 2].push_back(
                static_cast<float>(breath.character.values[BreathCharacter::level]));
        }
        e.breathS = quantile(lengths, 0.5);
        e.evenness = quantile(evenness, 0.5);
        const double one = quantile(rises[0], 0.5);
        const double other = quantile(rises[1], 0.5);
        e.riseDb = std::min(one, other);
        e.balanceDb = std::fabs(one - other);
        const std::array<Bands, 2> sides = sidesOf(first);
        e.contrastDb = contrastDb(sides[0], sides[1], evenWeights);
        e.ripplesDb = ripples(sides, first);
        e.apartDb = apart(sides, shortShare * e.breathS);
        return e;
    }

private:
    std::vector<const HeardSpan*> m_breaths;
    std::vector<float> m_evenness;

    // From the first window's first breath to the last one's last, if nearly all say so.
    std::optional<HeardOcean> stretch(const std::vector<double>& odds, std::size_t first,
                                      std::size_t last) const
    {
        constexpr double nearlyAll = 0.75;
        std::size_t saySo = 0;
        double sum = 0;
        for (std::size_t i = first; i <= last; ++i) {
            saySo += odds[i] > 0;
            sum += odds[i];
        }
        const auto windows = static_cast<double>(last - first + 1);
        if (static_cast<double>(saySo) < nearlyAll * windows) return std::nullopt;
        const auto [begin, end] = withoutOthersAtEnds(first, last + inARow);
        if (begin >= end) return std::nullopt;
        const HeardOcean ocean{m_breaths[begin]->startS, m_breaths[end - 1]->endS,
                               1 / (1 + std::exp(-sum / windows))};
        if (ocean.seconds() < shortestStretchS) return std::nullopt;
        return ocean;
    }

    // The first and the last windows may reach into natural breathing.
    std::pair<std::size_t, std::size_t> withoutOthersAtEnds(std::size_t begin,
                                                            std::size_t end) const
    {
        constexpr double otherDb = 5;
        const std::size_t middle = (begin + end - inARow) / 2;
        const std::array<Bands, 2> sides = sidesOf(middle);
        const double shortS = shortShare * evidence(middle).breathS;
        const auto isOther = [&](std::size_t i) {
            const Bands& spectrum = m_breaths[i]->spectrumDb;
            return m_breaths[i]->seconds() < shortS ||
                   contrastDb(spectrum, sides[(i - middle) % 2], evenWeights) > otherDb;
        };
        while (begin < end && isOther(begin)) ++begin;
        while (begin < end && isOther(end - 1)) --end;
        return {begin, end};
    }

    // Mean spectra of both directions.
    std::array<Bands, 2> sidesOf(std::size_t first) const
    {
        std::array<std::vector<Bands>, 2> spectra;
        for (std::size_t i = first; i < first + inARow; ++i)
            spectra[(i - first) % 2].push_back(m_breaths[i]->spectrumDb);
        return {meanOf(spectra[0]), meanOf(spectra[1])};
    }

    // Each direction's own: in and out bend at other places.
    std::optional<double> ripples(const std::array<Bands, 2>& sides, std::size_t first) const
    {
        double sum = 0;
        std::size_t bends = 0;
        for (std::size_t side = 0; side < 2; ++side)
            for (std::size_t b = firstTractBand + 1; b < lastBand; ++b) {
                if (!isHeard(b - 1, first + side) || !isHeard(b, first + side) ||
                    !isHeard(b + 1, first + side))
                    continue;
                const Bands& s = sides[side];
                sum += std::fabs(s[b - 1] - 2 * s[b] + s[b + 1]);
                ++bends;
            }
        if (bends < fewestBends) return std::nullopt;
        return sum / static_cast<double>(bends);
    }

    // In most breaths of the direction that `first` is of.
    bool isHeard(std::size_t band, std::size_t first) const
    {
        std::size_t heard = 0;
        for (std::size_t i = first; i < first + inARow - 1; i += 2)
            heard += m_breaths[i]->overRoomDb[band] > overRoomDb;
        return 4 * heard > inARow;
    }

    std::optional<double> apart(const std::array<Bands, 2>& sides, double shorterThanS) const
    {
        std::vector<float> contrasts;
        for (const HeardSpan* breath : m_breaths)
            if (breath->seconds() < shorterThanS)
                contrasts.push_back(
                    std::min(contrastDb(breath->spectrumDb, sides[0], evenWeights),
                             contrastDb(breath->spectrumDb, sides[1], evenWeights)));
        if (contrasts.size() < fewestShort) return std::nullopt;
        return quantile(contrasts, 0.5);
    }
};

} // namespace

double OceanEvidence::logOdds() const
{
    if (longestPauseS > longestTurnS) return -10;
    // What an ocean breath must be, and other breath can be too: it speaks only against it.
    const auto against = [](double value, double least, double scale) {
        return std::clamp((value - least) / scale, -6.0, 0.0);
    };
    // What tells it from other breath speaks either way; that it is unlike the natural breaths
    // alone is not enough, those may be pieces of one.
    const auto either = [](double value, double middle, double scale, double most) {
        return std::clamp((value - middle) / scale, -5.0, most);
    };
    double odds = against(breathS, 3, 0.2) + against(riseDb, 5, 1) + against(-balanceDb, -9, 1) +
                  against(-contrastDb, -8, 1) + against(evenness, 0.55, 0.05);
    if (ripplesDb) odds += either(*ripplesDb, 3.6, 0.3, 3);
    if (apartDb) odds += either(*apartDb, 2.4, 0.5, 1.5);
    return odds;
}

std::vector<HeardOcean> findOceanBreath(const FeatureTrack& track,
                                        const std::vector<HeardSpan>& spans)
{
    return OceanFinder(track, spans).run();
}

} // namespace layakari
