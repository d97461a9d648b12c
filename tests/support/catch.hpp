// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace layakari {

/// Runs the tests that are linked in, as Catch's command line says. Returns the exit status.
int runTests(int argc, char** argv);

} // namespace layakari
