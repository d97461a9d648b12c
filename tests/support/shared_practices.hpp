// SPDX-License-Identifier: GPL-3.0-or-later
//
// Simulated practices are made once for all tests that hear them, and kept below the build folder.
#pragma once

#include "core/plan/plan.hpp"
#include "core/simulate/temperament.hpp"

#include <cstdint>
#include <filesystem>

namespace layakari {

/// The recording of a plan by somebody, with a name that ends in `extension` (".flac", ".wav").
/// Not to be changed: it is everybody's. Told apart by plan, temperament, seed and the sources of
/// the simulator. Several tests may ask for it at once, also in several programs.
std::filesystem::path sharedRecording(const Plan& plan, const Temperament& who, std::uint64_t seed,
                                      const std::string& extension = ".flac");

} // namespace layakari
