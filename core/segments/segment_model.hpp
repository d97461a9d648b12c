// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/segments/breath_kinds.hpp"

#include <array>
#include <vector>

namespace layakari {

/// The order in which breaths, pauses and other sounds follow each other: a hidden Markov model
/// whose states are expanded so that durations are gamma distributed (Russell & Cook, ICASSP 1987),
/// which is a semi-Markov model with broad durations at the cost of a plain one. A breath rises,
/// goes on and fades; what follows is mostly the other kind, at once (a turn), after a short pause
/// or after a long one; a pause remembers which breath came before it.
class SegmentModel {
public:
    /// Of the breath of each kind and of the long pause, in seconds.
    struct Durations {
        std::array<double, BreathKinds::kinds> breathS{2.5, 2.5};
        double pauseS = 2.5;
    };

    static constexpr std::size_t statesOfKind = 12;
    static constexpr std::size_t states = statesOfKind * BreathKinds::kinds;

    explicit SegmentModel(const Durations& durations);

    /// The log likelihood of a moment, in nats, in states that are alike: of each kind rising or
    /// fading, and its bodies; of a turn, a pause, another sound, a hum.
    struct Emission {
        std::array<float, BreathKinds::kinds> edge{};
        std::array<float, BreathKinds::kinds> body{};
        float turn = 0;
        float pause = 0;
        float other = 0;
        float hum = -1e4f; ///< 0 where a hum was found
    };
    using Emissions = std::vector<Emission>;
    static Emissions emissions(const std::vector<BreathKinds::Likelihood>& likelihoods,
                               const Observations& seen);

    struct Posterior {
        /// For each step, of each kind's breath (rise and fade included), of its body alone, of a
        /// pause, of another sound; what is left is a hum's.
        std::array<std::vector<float>, BreathKinds::kinds> breath;
        std::array<std::vector<float>, BreathKinds::kinds> body;
        std::vector<float> pause;
        std::vector<float> other;
        /// That the breath turns, without a pause, between this step and the one before.
        std::vector<float> turn;
        double logLikelihood = 0;
        Durations durations; ///< as these posteriors have them
    };
    /// Forward and backward (Rabiner, Proc. IEEE 77(2), 1989), scaled step by step.
    Posterior posterior(const Emissions& emissions) const;

private:
    using Row = std::array<float, states>;
    static Row likelihoodOf(const Emission& emission);
    /// The probabilities of the states after one step more, and the log likelihood of it.
    struct Filtered {
        Row row{};
        float log = 0;
    };
    Filtered filter(const Row* before, const Emission& emission) const;

    struct Move {
        std::size_t from;
        std::size_t to;
        float probability;
    };
    std::vector<Move> m_moves; // those that are possible
    Row m_start{};
};

} // namespace layakari
