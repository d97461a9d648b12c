// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/terminal.hpp"

#include "core/curriculum/presets.hpp"

#include <algorithm>
#include <array>
#include <cerrno>
#include <csignal>
#include <cstdio>
#include <cstring>
#include <fmt/format.h>
#include <thread>
#include <unistd.h>
#include <utility>

namespace layakari::cli {

namespace {

bool isQuiet = false;

// All of standard input, in blocks.
template <class Take>
Result<void> readStandardInput(Take&& take)
{
    std::array<char, 1 << 16> block{};
    while (const std::size_t read = std::fread(block.data(), 1, block.size(), stdin))
        if (auto taken = take(std::string_view(block.data(), read)); !taken) return taken;
    if (std::ferror(stdin))
        return fail({ErrorCode::CannotRead, "standard input", "",
                     std::string("cannot be read: ") + std::strerror(errno),
                     "name a file instead"});
    return {};
}

} // namespace

Exit exitFor(const Error& error)
{
    switch (error.code) {
    case ErrorCode::CannotRead:
    case ErrorCode::BadReading: return CannotRead;
    case ErrorCode::BadPlan: return BadPlan;
    case ErrorCode::BadJournal: return JournalUnusable;
    case ErrorCode::CannotWrite: return CannotWrite;
    case ErrorCode::Cancelled: return Stopped;
    case ErrorCode::BadArgument: return Usage;
    }
    return Usage;
}

int graver(int a, int b)
{
    constexpr std::array byGravity{static_cast<int>(Stopped),     static_cast<int>(JournalUnusable),
                                   static_cast<int>(CannotWrite), static_cast<int>(Usage),
                                   static_cast<int>(BadPlan),     static_cast<int>(CannotRead),
                                   static_cast<int>(NoBreathing), static_cast<int>(Done)};
    return *std::find_if(byGravity.begin(), byGravity.end(),
                         [&](int status) { return status == a || status == b; });
}

void complain(const std::string& line) { std::fprintf(stderr, "layakari-cli: %s\n", line.c_str()); }

int refuse(const Error& error)
{
    complain(error.message());
    return exitFor(error);
}

void beQuiet() { isQuiet = true; }

void remark(const std::string& line)
{
    if (!isQuiet) std::fprintf(stderr, "%s\n", line.c_str());
}

ProgressLine::ProgressLine(std::string doing, std::size_t jobs)
    : m_doing(std::move(doing)), m_jobs(jobs), m_isShown(!isQuiet && ::isatty(STDERR_FILENO) != 0)
{
}

ProgressLine::~ProgressLine() { clear(); }

void ProgressLine::clear()
{
    const std::lock_guard lock(m_mutex);
    if (m_shownPercent >= 0) std::fputs("\r\033[K", stderr);
    m_shownPercent = -1;
}

void ProgressLine::tell(std::size_t job, double fraction)
{
    if (!m_isShown) return;
    const std::lock_guard lock(m_mutex);
    m_fractions[job] = fraction;
    double sum = 0;
    for (const auto& [_, f] : m_fractions) sum += f;
    const int percent = static_cast<int>(100 * sum / static_cast<double>(m_jobs));
    if (percent == m_shownPercent) return;
    m_shownPercent = percent;
    std::fprintf(stderr, "\r\033[K%s %3d %%", m_doing.c_str(), percent);
    std::fflush(stderr);
}

Progress ProgressLine::progress()
{
    return {[this](double fraction) { tell(0, fraction); }, stopOnInterrupt()};
}

Result<std::optional<Plan>> planOption(const std::string& nameOrFile)
{
    if (nameOrFile.empty()) return std::nullopt;
    if (nameOrFile == "-") {
        std::string json;
        const auto read = readStandardInput([&](std::string_view block) -> Result<void> {
            json += block;
            if (json.size() > planLimits::fileBytes)
                return fail({ErrorCode::BadPlan, "standard input", "", "is too large for a plan",
                             "send one plan"});
            return {};
        });
        if (!read) return fail(read.error());
        auto plan = parsePlan(json, "standard input");
        if (!plan) return fail(plan.error());
        return *std::move(plan);
    }
    auto plan = planByNameOrFile(nameOrFile);
    if (!plan) return fail(plan.error());
    return *std::move(plan);
}

Result<NamedRecording> NamedRecording::open(const std::string& name)
{
    if (name != "-") return NamedRecording{name, name, {}};
    auto made = namelessFile();
    if (!made) return fail(made.error());
    Descriptor file = *std::move(made);
    const auto copied = readStandardInput([&](std::string_view block) -> Result<void> {
        while (!block.empty()) {
            const ssize_t written = ::write(file.get(), block.data(), block.size());
            if (written < 0 && errno == EINTR) continue;
            if (written < 0)
                return fail({ErrorCode::CannotWrite, "standard input", "",
                             std::string("there is no room to put it: ") + std::strerror(errno),
                             "make room for temporary files, or name a file instead"});
            block.remove_prefix(static_cast<std::size_t>(written));
        }
        return {};
    });
    if (!copied) return fail(copied.error());
    const std::string path = fmt::format("/proc/self/fd/{}", file.get());
    return NamedRecording{"standard input", path, std::move(file)};
}

std::stop_token stopOnInterrupt()
{
    // A thread waits for the signal, so that no handler has to touch a stop source.
    static const std::stop_token token = [] {
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
            std::_Exit(Stopped);
        }).detach();
        return source.get_token();
    }();
    return token;
}

} // namespace layakari::cli
