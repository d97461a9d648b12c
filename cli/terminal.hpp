// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.hpp"
#include "core/plan/plan.hpp"

#include <map>
#include <mutex>
#include <optional>
#include <stop_token>
#include <string>

namespace layakari::cli {

/// The exit statuses of the command line (docs/formats.md).
enum Exit { Done = 0, Usage = 2, CannotRead = 3, BadPlan = 4, NoBreathing = 5 };

Exit exitFor(const Error& error);

/// One line on standard error.
void complain(const std::string& line);

/// A line of progress on standard error, only where that is a terminal. Safe to use from several
/// threads.
class ProgressLine {
public:
    explicit ProgressLine(std::size_t jobs);
    ~ProgressLine();
    void tell(std::size_t job, double fraction);

private:
    std::mutex m_mutex;
    std::map<std::size_t, double> m_fractions;
    std::size_t m_jobs;
    bool m_onTerminal;
    int m_shownPercent = -1;
};

/// The plan that an option names, a preset's id or a file; none where the option was not given.
Result<std::optional<Plan>> planOption(const std::string& nameOrFile);

/// A token that is stopped by Ctrl+C, once; a second Ctrl+C ends the program at once.
std::stop_token stopOnInterrupt();

} // namespace layakari::cli
