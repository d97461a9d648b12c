// SPDX-License-Identifier: GPL-3.0-or-later
//
// The demo: an invented rowing club's off-season breath programme. Everything goes through the same
// code as a real club's: people and plans into the journal, recordings simulated, decoded, listened
// to and kept as sittings.
#pragma once

#include "core/base/progress.hpp"
#include "core/journal/journal.hpp"

#include <filesystem>

namespace layakari {

/// Fills `journal` with the Skarvholm Rowing Club as of `today`, and `recordings` with what its
/// members recorded. Does nothing in a journal that has it. Uses both cores; takes about two
/// minutes. Stopped or failed, it goes on where it was the next time.
/// `weeks` is how far back it goes.
Result<void> fillDemoClub(Journal& journal, const std::filesystem::path& recordings, Day today,
                          const Progress& progress = {}, int weeks = 8);

} // namespace layakari
