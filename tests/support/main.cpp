// SPDX-License-Identifier: GPL-3.0-or-later
#include "tests/support/catch.hpp"

int main(int argc, char** argv) { return layakari::runTests(argc, argv); }
