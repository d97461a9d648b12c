// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/segments/first_kinds.hpp"

#include "core/base/quantile.hpp"
#include "core/listen/rise.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

struct Piece {
    std::size_t begin = 0;
    std::size_t end = 0;
    Bands spectrumDb{}; // without the room's
    Bands shape{};      // the same over its mean, dB
    Bands share{};      // of the power, in each band, that is not the room's
    float levelDb = 0;
    float breath = 0;   // how likely it is breath, on average
    float riseDb = 0;   // over the room, on average
    float unevenDb = 0; // how differently the bands rise over the room
};

void measure(const Observations& seen, Piece& piece)
{
    std::array<double, bandCount> sound{};
    std::array<double, bandCount> room{};
    double steps = 0;
    for (std::size_t i = piece.begin; i < piece.end; ++i) {
        if (seen.over[i] > 0.5f) continue;
        steps += 1;
        piece.breath += seen.breath[i];
        for (std::size_t b = 0; b < bandCount; ++b) {
            sound[b] += powerOfDb(seen.levelDb[i][b]);
            room[b] += powerOfDb(seen.roomDb(i)[b]);
        }
    }
    piece.breath /= static_cast<float>(steps);
    float weighted = 0;
    float shares = 1e-3f;
    for (std::size_t b = 0; b < bandCount; ++b) {
        const double alone = std::max(sound[b] - room[b], 0.1 * room[b]) / steps;
        piece.spectrumDb[b] = static_cast<float>(10 * std::log10(std::max(alone, 1e-11)));
        piece.share[b] = static_cast<float>(alone * steps / (alone * steps + room[b] + 1e-9));
        weighted += piece.share[b] * piece.spectrumDb[b];
        shares += piece.share[b];
    }
    piece.levelDb = weighted / shares;
    for (std::size_t b = 0; b < bandCount; ++b)
        piece.shape[b] = piece.spectrumDb[b] - piece.levelDb;
    double mean = 0;
    double squares = 0;
    for (std::size_t b = 0; b < bandCount; ++b) {
        const double rise = 10 * std::log10(std::max(sound[b], 1e-11) / std::max(room[b], 1e-11));
        mean += rise / bandCount;
        squares += rise * rise / bandCount;
    }
    piece.riseDb = static_cast<float>(mean);
    piece.unevenDb = static_cast<float>(std::sqrt(std::max(0.0, squares - mean * mean)));
}

// What is rather breath than not, if there are some; of these, what does not rise in all bands
// alike, as a room does that swells, if there are some.
std::vector<Piece> mostLikely(std::vector<Piece> pieces)
{
    constexpr std::size_t some = 4;
    constexpr float likely = 0.25f;
    // A room's own bands wander apart by half a decibel, and by an eighth of what it swells.
    constexpr float evenDb = 0.5f;
    constexpr float evenShare = 0.12f;
    const auto keep = [&](const auto& is) {
        const auto count = std::count_if(pieces.begin(), pieces.end(), is);
        if (static_cast<std::size_t>(count) >= some)
            std::erase_if(pieces, [&](const Piece& piece) { return !is(piece); });
    };
    keep([](const Piece& piece) { return piece.breath > likely; });
    keep([](const Piece& piece) { return piece.unevenDb > evenDb + evenShare * piece.riseDb; });
    return pieces;
}

std::vector<Piece> piecesOf(const Observations& seen, const std::vector<float>& out)
{
    constexpr float stands = 2.0f;
    constexpr float dipDb = 5;
    constexpr std::size_t least = 15; // steps, 0.3 s
    std::vector<Piece> pieces;
    std::size_t begin = 0;
    bool inside = false;
    const auto close = [&](std::size_t end) {
        std::size_t clear = 0;
        for (std::size_t i = begin; i < end; ++i) clear += seen.over[i] < 0.5f;
        if (inside && clear >= least) pieces.push_back({begin, end, {}, {}, 0});
        inside = false;
    };
    for (std::size_t i = 0; i < seen.steps(); ++i) {
        const bool sounds = out[i] > stands && seen.valleyDb[i] < dipDb;
        if (sounds && !inside) begin = i, inside = true;
        if (!sounds && inside) close(i);
    }
    close(seen.steps());
    for (Piece& piece : pieces) measure(seen, piece);
    return pieces;
}

// How unlikely it is that both are of one kind: squares of what their spectra differ by in the
// bands in which both can be heard, and their levels, in nats.
double distance(const Piece& piece, const Piece& middle)
{
    constexpr double spreadDb = 3;
    constexpr double levelSpreadDb = 10;
    constexpr double independent = 5; // bands: neighbours vary together
    double sum = 0;
    double weights = 0.5;
    for (std::size_t b = 0; b < bandCount; ++b) {
        const double w = piece.share[b] * middle.share[b];
        const double d = piece.shape[b] - middle.shape[b];
        sum += w * d * d;
        weights += w;
    }
    const double level = (piece.levelDb - middle.levelDb) / levelSpreadDb;
    return 0.5 * independent * sum / weights / (spreadDb * spreadDb) + 0.5 * level * level;
}

struct Sorting {
    std::vector<bool> isB;
    std::array<Piece, 2> middles{};
    double cost = 1e300;
};

std::optional<Piece> middleOf(const std::vector<Piece>& pieces, const std::vector<bool>& isB,
                              bool b)
{
    constexpr std::size_t most = 100; // steps: one long sound is no more than one
    Piece middle;
    float weight = 0;
    for (std::size_t i = 0; i < pieces.size(); ++i) {
        if (isB[i] != b) continue;
        const auto w = static_cast<float>(std::min(most, pieces[i].end - pieces[i].begin));
        for (std::size_t band = 0; band < bandCount; ++band) {
            middle.shape[band] += w * pieces[i].shape[band];
            middle.share[band] += w * pieces[i].share[band];
        }
        middle.levelDb += w * pieces[i].levelDb;
        weight += w;
    }
    if (weight == 0) return std::nullopt;
    for (std::size_t band = 0; band < bandCount; ++band) {
        middle.shape[band] /= weight;
        middle.share[band] /= weight;
    }
    middle.levelDb /= weight;
    return middle;
}

// Two shapes by Lloyd's algorithm, in which neighbours rather differ, from one pair of pieces.
Sorting sortFrom(const std::vector<Piece>& pieces, std::size_t a, std::size_t b)
{
    Sorting sorting;
    sorting.middles = {pieces[a], pieces[b]};
    constexpr double alike = 4.2; // that neighbours are of one kind: odds of 1 to 65
    sorting.isB.assign(pieces.size(), false);
    for (int round = 0; round < 8; ++round) {
        std::vector<std::array<double, 2>> cost(pieces.size());
        std::vector<std::array<bool, 2>> from(pieces.size());
        for (std::size_t i = 0; i < pieces.size(); ++i)
            for (std::size_t k = 0; k < 2; ++k) {
                const double own = distance(pieces[i], sorting.middles[k]);
                if (i == 0) {
                    cost[i][k] = own;
                    continue;
                }
                const double same = cost[i - 1][k] + alike;
                const double other = cost[i - 1][1 - k];
                from[i][k] = same < other ? k == 1 : k == 0;
                cost[i][k] = own + std::min(same, other);
            }
        bool k = cost.back()[1] < cost.back()[0];
        sorting.cost = std::min(cost.back()[0], cost.back()[1]);
        for (std::size_t i = pieces.size(); i-- > 0;) {
            sorting.isB[i] = k;
            if (i > 0) k = from[i][k];
        }
        for (std::size_t kind = 0; kind < 2; ++kind)
            if (const auto middle = middleOf(pieces, sorting.isB, kind == 1))
                sorting.middles[kind] = *middle;
    }
    return sorting;
}

Sorting bestSorting(const std::vector<Piece>& pieces)
{
    constexpr std::size_t starts = 12;
    Sorting best;
    const std::size_t stride = std::max<std::size_t>(1, pieces.size() / starts);
    for (std::size_t i = 0; i + 1 < pieces.size(); i += stride) {
        Sorting sorting = sortFrom(pieces, i, i + 1);
        if (sorting.cost < best.cost) best = std::move(sorting);
    }
    return best;
}

// What both kinds sound like, of pieces that are sorted; where one has none, both are alike.
std::array<Bands, BreathKinds::spectra> spectraOf(const std::vector<Piece>& pieces,
                                                  std::vector<bool> isB, const Bands& noise)
{
    isB.resize(pieces.size(), false);
    std::array<Bands, 2> power{};
    std::array<float, 2> weight{};
    for (std::size_t i = 0; i < pieces.size(); ++i) {
        const auto w = static_cast<float>(pieces[i].end - pieces[i].begin);
        const std::size_t kind = isB[i];
        for (std::size_t b = 0; b < bandCount; ++b) power[kind][b] += w * pieces[i].spectrumDb[b];
        weight[kind] += w;
    }
    std::array<Bands, BreathKinds::spectra> spectra{};
    spectra[BreathKinds::noise] = noise;
    for (std::size_t kind = 0; kind < 2; ++kind) {
        const std::size_t known = weight[kind] > 0 ? kind : 1 - kind;
        for (std::size_t b = 0; b < bandCount; ++b)
            spectra[kind][b] = power[known][b] / weight[known];
    }
    return spectra;
}

// Wind: below 400 Hz, and nothing above.
Bands wind(const Observations& seen)
{
    constexpr std::size_t windBands = 3;
    constexpr float windDb = 12;
    constexpr float nothingDb = -15;
    Bands spectrum = seen.roomDb(seen.steps() / 2);
    for (std::size_t b = 0; b < bandCount; ++b) spectrum[b] += b < windBands ? windDb : nothingDb;
    return spectrum;
}

// What is least like breath among the pieces.
const Piece& leastLikely(const std::vector<Piece>& pieces)
{
    return *std::min_element(pieces.begin(), pieces.end(),
                             [](const Piece& a, const Piece& b) { return a.breath < b.breath; });
}

} // namespace

// From the lower half of what lies about its floor, where no breath widens it.
Bands roomSpread(const Observations& seen)
{
    constexpr double lower = 0.16; // one deviation under the middle
    Bands spread{};
    for (std::size_t b = 0; b < bandCount; ++b) {
        std::vector<float> about;
        for (std::size_t i = 0; i < seen.steps(); ++i) {
            const float over = seen.levelDb[i][b] - seen.roomDb(i)[b];
            if (over < 0) about.push_back(-over);
        }
        spread[b] =
            about.size() < 25
                ? 2.0f
                : std::clamp(static_cast<float>(quantile(about, 1 - 2 * lower)), 1.0f, 4.0f);
    }
    return spread;
}

std::vector<float> standingOut(const Observations& seen, const Bands& spread)
{
    constexpr std::size_t bands = 8;
    constexpr std::size_t width = 5;
    std::vector<float> out(seen.steps());
    for (std::size_t i = 0; i < out.size(); ++i) {
        Bands z{};
        for (std::size_t b = 0; b < bandCount; ++b)
            z[b] = std::clamp((seen.levelDb[i][b] - seen.roomDb(i)[b]) / spread[b], -3.0f, 8.0f);
        std::nth_element(z.begin(), z.begin() + bands, z.end(), std::greater<>());
        for (std::size_t b = 0; b < bands; ++b) out[i] += z[b] / bands;
    }
    return smoothed(out, width);
}

std::vector<FirstKinds> firstKinds(const Observations& seen)
{
    if (seen.steps() == 0) return {};
    const Bands spread = roomSpread(seen);
    const std::vector<Piece> all = piecesOf(seen, standingOut(seen, spread));
    const std::vector<Piece> likely = mostLikely(all);
    std::vector<FirstKinds> guesses;
    if (likely.empty()) return guesses;
    // The classes have not heard every breath: other noise begins as wind, and only in some of the
    // guesses as what they find least like breath.
    const std::vector<bool> sorted = bestSorting(likely).isB;
    std::vector<bool> inTurns(likely.size());
    for (std::size_t i = 0; i < inTurns.size(); ++i) inTurns[i] = i % 2 == 1;
    guesses.push_back({spectraOf(likely, sorted, wind(seen)), spread});
    guesses.push_back({spectraOf(likely, inTurns, wind(seen)), spread});
    if (likely.size() < all.size()) {
        guesses.push_back({spectraOf(all, bestSorting(all).isB, wind(seen)), spread});
        guesses.push_back({spectraOf(likely, sorted, leastLikely(all).spectrumDb), spread});
    }
    // Where somebody hums, it is known which kind the exhales are.
    if (std::find(seen.hum.begin(), seen.hum.end(), true) != seen.hum.end())
        for (std::size_t i = 0, count = guesses.size(); i < count; ++i) {
            guesses.push_back(guesses[i]);
            std::swap(guesses.back().spectraDb[0], guesses.back().spectraDb[1]);
        }
    return guesses;
}

} // namespace layakari
