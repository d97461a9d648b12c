// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>

namespace layakari {

/// A mark of this running program that no other one has, also later: its process and when that
/// began (proc(5), since the machine was started), with a mark of that start.
std::string thisProgram();

/// Whether the program of a mark still runs.
bool isRunning(const std::string& mark);

} // namespace layakari
