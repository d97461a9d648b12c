// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/reading/reading.hpp"

#include <CLI/CLI.hpp>
#include <functional>

namespace layakari::cli {

/// Each adds a subcommand with its options to `app`; when it was called, `run` is set to what to
/// do, which returns the exit status.
void addAnalyse(CLI::App& app, std::function<int()>& run);
void addEvaluate(CLI::App& app, std::function<int()>& run);
void addFollow(CLI::App& app, std::function<int()>& run);
void addPresets(CLI::App& app, std::function<int()>& run); ///< `presets` and `plan`
void addSimulate(CLI::App& app, std::function<int()>& run);
void addJournal(CLI::App& app, std::function<int()>& run);
/// Completion for shells, from all that `app` has by now; not listed in the help.
void addCompletion(CLI::App& app, std::function<int()>& run);

/// `journal people`, `list`, `show`, `move` and `delete`.
void addSittings(CLI::App& journal, std::function<int()>& run);

/// The option --data of a command; without it the journal that the window uses.
void addJournalFolder(CLI::App& command, std::string& folder);

} // namespace layakari::cli
