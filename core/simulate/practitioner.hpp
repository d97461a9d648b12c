// SPDX-License-Identifier: GPL-3.0-or-later
//
// The simulated practitioner: plan + temperament + seed make sound and its truth.
#pragma once

#include "core/base/progress.hpp"
#include "core/simulate/performance.hpp"

#include <filesystem>
#include <memory>
#include <span>

namespace layakari {

/// Performs a plan as a stream of sound. The same plan, temperament and seed give the same samples.
class Practitioner {
public:
    Practitioner(const Plan& plan, const Temperament& temperament, std::uint64_t seed);
    ~Practitioner();

    const Truth& truth() const;
    double durationS() const;

    /// Fills `out` with mono samples at the temperament's rate; returns how many there still were.
    std::size_t read(std::span<float> out);

private:
    struct Chain;
    std::unique_ptr<Chain> m_chain;
};

/// Writes the whole performance to `sound` (.flac or .wav) and, unless empty, its truth to `truth`.
/// Neither appears unless both could be written.
Result<void> writeSimulation(const Plan& plan, const Temperament& temperament, std::uint64_t seed,
                             const std::filesystem::path& sound, const std::filesystem::path& truth,
                             const Progress& progress = {});

} // namespace layakari
