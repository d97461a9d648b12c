// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/breath_classes.hpp"

#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

constexpr std::size_t dimensions = BreathCharacter::size;
constexpr double alternation = 0.94;  // chance that a breath is of the other kind than the one before
constexpr int rounds = 25;
// The least standard deviation within a kind, per dimension: two breaths of one person differ by this
// much even on a good recording, and a handful of breaths must not look more certain than that.
constexpr std::array<double, dimensions> leastSpread{1.2, 1.2, 1.2, 1.2, 1.5, 0.06};
// Six measures of one breath are not six independent witnesses.
constexpr double witnessShare = 0.5;

struct Kinds {
    std::array<std::array<double, dimensions>, 2> mean{};
    std::array<double, dimensions> spread{};
};

struct Breath {
    BreathCharacter character;
    double logOddsA = 0;  // from outside the sound
};

std::vector<Breath> breathsOf(const Heard& heard, const std::vector<std::optional<bool>>& namedA)
{
    std::vector<Breath> breaths;
    for (const HeardSpan& span : heard.spans) {
        if (span.kind != HeardSpan::Kind::Breath) continue;
        Breath breath{span.character, 0};
        if (const std::size_t i = breaths.size(); i < namedA.size() && namedA[i])
            breath.logOddsA = *namedA[i] ? std::log(planOdds) : -std::log(planOdds);
        breaths.push_back(breath);
    }
    return breaths;
}

double logDensity(const Kinds& kinds, std::size_t kind, const BreathCharacter& character)
{
    double sum = 0;
    for (std::size_t d = 0; d < dimensions; ++d) {
        const double z = (character.values[d] - kinds.mean[kind][d]) / kinds.spread[d];
        sum -= 0.5 * std::min(z * z, 16.0);
    }
    return witnessShare * sum;
}

Kinds fitted(const std::vector<Breath>& breaths, const std::vector<double>& probabilityA)
{
    Kinds kinds;
    std::array<double, 2> weight{1e-9, 1e-9};
    for (std::size_t i = 0; i < breaths.size(); ++i) {
        const std::array<double, 2> share{probabilityA[i], 1 - probabilityA[i]};
        for (std::size_t k = 0; k < 2; ++k) {
            weight[k] += share[k];
            for (std::size_t d = 0; d < dimensions; ++d) kinds.mean[k][d] += share[k] * breaths[i].character.values[d];
        }
    }
    for (std::size_t k = 0; k < 2; ++k)
        for (double& mean : kinds.mean[k]) mean /= weight[k];
    for (std::size_t d = 0; d < dimensions; ++d) {
        double squares = 0;
        for (std::size_t i = 0; i < breaths.size(); ++i) {
            const double value = breaths[i].character.values[d];
            squares += probabilityA[i] * std::pow(value - kinds.mean[0][d], 2) +
                       (1 - probabilityA[i]) * std::pow(value - kinds.mean[1][d], 2);
        }
        kinds.spread[d] = std::max(leastSpread[d], std::sqrt(squares / static_cast<double>(breaths.size())));
    }
    return kinds;
}

// Forward and backward pass; returns the posterior of kind A for each breath.
std::vector<double> posteriors(const std::vector<Breath>& breaths, const Kinds& kinds)
{
    const std::size_t count = breaths.size();
    std::vector<std::array<double, 2>> forward(count);
    std::vector<std::array<double, 2>> likelihood(count);
    for (std::size_t i = 0; i < count; ++i) {
        const double a = logDensity(kinds, 0, breaths[i].character) + breaths[i].logOddsA;
        const double b = logDensity(kinds, 1, breaths[i].character);
        const double high = std::max(a, b);
        likelihood[i] = {std::exp(a - high), std::exp(b - high)};
        for (std::size_t k = 0; k < 2; ++k) {
            const double prior = i == 0 ? 0.5 : forward[i - 1][k] * (1 - alternation) + forward[i - 1][1 - k] * alternation;
            forward[i][k] = prior * likelihood[i][k];
        }
        const double sum = forward[i][0] + forward[i][1];
        for (double& f : forward[i]) f /= sum;
    }
    std::vector<double> result(count);
    std::array<double, 2> backward{1, 1};
    for (std::size_t i = count; i-- > 0;) {
        const double a = forward[i][0] * backward[0];
        const double b = forward[i][1] * backward[1];
        result[i] = a / (a + b);
        if (i == 0) break;
        const std::array<double, 2> next{likelihood[i][0] * backward[0], likelihood[i][1] * backward[1]};
        backward = {next[0] * (1 - alternation) + next[1] * alternation, next[1] * (1 - alternation) + next[0] * alternation};
        const double sum = backward[0] + backward[1];
        for (double& f : backward) f /= sum;
    }
    return result;
}

// A brighter kind is more likely the inhale, and so is one that grows louder: an exhale is let go and
// fades. Each may speak for odds of three to one at most.
double inhaleLogOdds(const Kinds& kinds)
{
    const auto brightness = [&](std::size_t k) {
        return (kinds.mean[k][2] + kinds.mean[k][3]) - (kinds.mean[k][0] + kinds.mean[k][1]);
    };
    const double brighterDb = brightness(0) - brightness(1);
    const double later = kinds.mean[0][BreathCharacter::middle] - kinds.mean[1][BreathCharacter::middle];
    return std::clamp(brighterDb / 8, -1.1, 1.1) + std::clamp(later / 0.06, -1.1, 1.1);
}

}  // namespace

BreathClasses sortBreaths(const Heard& heard, const std::vector<std::optional<bool>>& namedA)
{
    const std::vector<Breath> breaths = breathsOf(heard, namedA);
    BreathClasses classes;
    classes.probabilityA.assign(breaths.size(), 0.5);
    if (breaths.size() < 2) return classes;
    for (std::size_t i = 0; i < breaths.size(); ++i) {
        const bool a = breaths[i].logOddsA == 0 ? i % 2 == 0 : breaths[i].logOddsA > 0;
        classes.probabilityA[i] = a ? 0.9 : 0.1;
    }
    if (!namedA.empty()) {
        // Strict alternation is a poor start where breaths were missed: begin with what the names tell.
        const Kinds nothing{{}, leastSpread};
        std::vector<Breath> silent = breaths;
        for (Breath& breath : silent) breath.character = {};
        classes.probabilityA = posteriors(silent, nothing);
    }
    Kinds kinds;
    for (int round = 0; round < rounds; ++round) {
        kinds = fitted(breaths, classes.probabilityA);
        classes.probabilityA = posteriors(breaths, kinds);
    }
    classes.logOddsAIsInhale = inhaleLogOdds(kinds);
    return classes;
}

}  // namespace layakari
