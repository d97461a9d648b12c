// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a program leaves behind when a fault of its own ends it, so that the next one knows: a kill,
// or a machine without power, leaves nothing.
#pragma once

#include <filesystem>
#include <string>

namespace layakari {

/// From now on a fault of this program (signals SEGV, BUS, ABRT, FPE, ILL; not KILL or TERM) writes
/// its mark (`thisProgram`) into `folder` before it ends it. Signals are the process's, so this is
/// called once, by main().
void noteFaultsIn(const std::filesystem::path& folder);

/// Whether the program of a mark has ended by a fault that was noted in `folder`.
bool endedByFault(const std::filesystem::path& folder, const std::string& mark);

} // namespace layakari
