// SPDX-License-Identifier: GPL-3.0-or-later
//
// All of Catch's own code, compiled once for all test programs.
#define CATCH_CONFIG_RUNNER
#include "tests/support/catch.hpp"

#include <catch2/catch.hpp>

namespace layakari {

int runTests(int argc, char** argv) { return Catch::Session().run(argc, argv); }

} // namespace layakari
