// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/reading/reading.hpp"

#include <filesystem>
#include <optional>

namespace layakari {

/// The sample that ships: a recording of an invented rower, made by the simulator
/// (scripts/make-sample), with the plan that it was made by.
struct Sample {
    std::filesystem::path recording;
    Plan plan;
};

/// Nothing where the file is not there: then the program was not installed whole.
std::optional<Sample> findSample();

/// How the sample was read when it was made, for the pictures of the help.
std::optional<Reading> readingOfSample();

} // namespace layakari
