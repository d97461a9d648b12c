// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/new_file.hpp"
#include "core/base/progress.hpp"
#include "core/base/result.hpp"
#include "core/plan/plan.hpp"

#include <filesystem>
#include <map>
#include <mutex>
#include <optional>
#include <stop_token>
#include <string>

namespace layakari::cli {

/// The exit statuses of the command line (docs/formats.md).
enum Exit {
    Done = 0,
    Usage = 2,
    CannotRead = 3,
    BadPlan = 4,
    NoBreathing = 5,
    CannotWrite = 6,
    JournalUnusable = 7,
    Stopped = 130, // as a shell has it for Ctrl+C
};

Exit exitFor(const Error& error);
/// Of two statuses the graver one: stopped, before what cannot be written, before what cannot be
/// read, before what holds no breath.
int graver(int a, int b);

/// One line on standard error.
void complain(const std::string& line);
/// Complains of an error and gives its exit status.
int refuse(const Error& error);

/// From now on nothing but errors goes to standard error.
void beQuiet();
/// A line on standard error that is no error: what was done. Not where the program is quiet.
void remark(const std::string& line);

/// A line of progress on standard error that says what is being done, only where that is a terminal
/// and the program is not quiet. Safe to use from several threads.
class ProgressLine {
public:
    ProgressLine(std::string doing, std::size_t jobs = 1);
    ~ProgressLine();
    void tell(std::size_t job, double fraction);
    void clear(); ///< before something else is printed; the next `tell` shows it again
    /// For one job, stopped by Ctrl+C.
    Progress progress();

private:
    std::mutex m_mutex;
    std::map<std::size_t, double> m_fractions;
    std::string m_doing;
    std::size_t m_jobs;
    bool m_isShown;
    int m_shownPercent = -1;
};

/// The plan that an option names: a preset's id, a file, or "-" for standard input; none where the
/// option was not given.
Result<std::optional<Plan>> planOption(const std::string& nameOrFile);

/// A recording as it is named on the command line. "-" is standard input: it is put into a file
/// without a name first, which is gone with this and with the program.
struct NamedRecording {
    static Result<NamedRecording> open(const std::string& name);

    std::string name; ///< "standard input" for "-"
    std::filesystem::path file;
    Descriptor held;
};

/// A token that is stopped by Ctrl+C, once; a second Ctrl+C ends the program at once.
std::stop_token stopOnInterrupt();

} // namespace layakari::cli
