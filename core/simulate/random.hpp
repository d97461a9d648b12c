// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cmath>
#include <cstdint>
#include <numbers>
#include <random>

namespace layakari {

/// Random numbers that are the same on every machine: the standard fixes the engine but not its
/// distributions, so those are spelled out here.
class Random {
public:
    /// `purpose` gives streams that do not disturb each other: timing, texture, noise.
    Random(std::uint64_t seed, std::uint64_t purpose)
        : m_engine(seed * 0x9E3779B97F4A7C15u + purpose)
    {
    }

    double uniform() { return static_cast<double>(m_engine() >> 11) * 0x1.0p-53; }
    double uniform(double low, double high) { return low + (high - low) * uniform(); }
    bool chance(double probability) { return uniform() < probability; }
    int below(int limit) { return static_cast<int>(uniform() * limit); }

    /// Standard normal (Box and Muller 1958).
    double normal()
    {
        const double radius = std::sqrt(-2 * std::log(1 - uniform()));
        return radius * std::cos(2 * std::numbers::pi * uniform());
    }

    /// White noise of variance one, uniform rather than normal: five times cheaper per sample, and
    /// no different to the ear or to a filter bank.
    float white()
    {
        return static_cast<float>(static_cast<std::int64_t>(m_engine())) *
               (1.7320508f / 9.2233720e18f);
    }

private:
    std::mt19937_64 m_engine;
};

} // namespace layakari
