// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <CLI/CLI.hpp>
#include <functional>

namespace layakari::cli {

/// Each adds a subcommand with its options to `app`; when it was called, `run` is set to what to
/// do, which returns the exit status.
void addAnalyse(CLI::App& app, std::function<int()>& run);
void addFollow(CLI::App& app, std::function<int()>& run);
void addJournal(CLI::App& app, std::function<int()>& run);
void addSimulate(CLI::App& app, std::function<int()>& run);

} // namespace layakari::cli
