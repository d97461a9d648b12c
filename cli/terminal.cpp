// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/terminal.hpp"

#include "core/curriculum/presets.hpp"

#include <csignal>
#include <cstdio>
#include <thread>
#include <unistd.h>

namespace layakari::cli {

Exit exitFor(const Error& error)
{
    switch (error.code) {
    case ErrorCode::CannotRead:
    case ErrorCode::Cancelled: return CannotRead;
    case ErrorCode::BadPlan: return BadPlan;
    case ErrorCode::BadJournal:
    case ErrorCode::BadReading:
    case ErrorCode::CannotWrite:
    case ErrorCode::BadArgument: return Usage;
    }
    return Usage;
}

void complain(const std::string& line) { std::fprintf(stderr, "layakari-cli: %s\n", line.c_str()); }

ProgressLine::ProgressLine(std::size_t jobs)
    : m_jobs(jobs), m_onTerminal(::isatty(STDERR_FILENO) != 0)
{
}

ProgressLine::~ProgressLine()
{
    if (m_shownPercent >= 0) std::fputs("\r\033[K", stderr);
}

void ProgressLine::tell(std::size_t job, double fraction)
{
    if (!m_onTerminal) return;
    const std::lock_guard lock(m_mutex);
    m_fractions[job] = fraction;
    double sum = 0;
    for (const auto& [_, f] : m_fractions) sum += f;
    const int percent = static_cast<int>(100 * sum / static_cast<double>(m_jobs));
    if (percent == m_shownPercent) return;
    m_shownPercent = percent;
    std::fprintf(stderr, "\rlistening %3d %%", percent);
    std::fflush(stderr);
}

Result<std::optional<Plan>> planOption(const std::string& nameOrFile)
{
    if (nameOrFile.empty()) return std::nullopt;
    auto plan = planByNameOrFile(nameOrFile);
    if (!plan) return fail(plan.error());
    return *std::move(plan);
}

std::stop_token stopOnInterrupt()
{
    // A thread waits for the signal, so that no handler has to touch a stop source.
    static std::stop_source source;
    sigset_t set;
    sigemptyset(&set);
    for (const int signal : {SIGINT, SIGTERM, SIGHUP}) sigaddset(&set, signal);
    pthread_sigmask(SIG_BLOCK, &set, nullptr);
    std::thread([set] {
        int signal = 0;
        sigwait(&set, &signal);
        source.request_stop();
        sigwait(&set, &signal);
        std::_Exit(130);
    }).detach();
    return source.get_token();
}

} // namespace layakari::cli
