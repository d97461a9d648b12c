// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/fault_note.hpp"

#include "core/base/files.hpp"
#include "core/base/running.hpp"

#include <algorithm>
#include <array>
#include <csignal>
#include <fcntl.h>
#include <sys/stat.h>
#include <unistd.h>

namespace layakari {

namespace {

constexpr const char* noteName = ".faults";
constexpr std::uintmax_t mostBytes = 1 << 20; // some ten thousand faults

// A handler of signals finds nothing but what lies ready in memory (signal-safety(7)).
std::array<char, 4096> notePath;
std::array<char, 256> noteLine;
std::size_t lineLength = 0;

void note(int signal)
{
    const int file = ::open(notePath.data(), O_WRONLY | O_CREAT | O_APPEND | O_NOFOLLOW | O_CLOEXEC,
                            S_IRUSR | S_IWUSR);
    if (file >= 0) {
        if (::write(file, noteLine.data(), lineLength) < 0) {
        } // nobody is left to be told
        ::close(file);
    }
    // Its own action is the default's again (SA_RESETHAND); it comes when this returns.
    ::raise(signal);
}

} // namespace

void noteFaultsIn(const std::filesystem::path& folder)
{
    const std::string path = std::filesystem::absolute(folder / noteName).string();
    const std::string line = thisProgram() + "\n";
    if (path.size() + 1 > notePath.size() || line.size() > noteLine.size()) return;
    std::copy(path.c_str(), path.c_str() + path.size() + 1, notePath.begin());
    std::copy(line.begin(), line.end(), noteLine.begin());
    lineLength = line.size();
    struct sigaction action {};
    action.sa_handler = note;
    action.sa_flags = static_cast<int>(SA_RESETHAND);
    sigemptyset(&action.sa_mask);
    for (const int signal : {SIGSEGV, SIGBUS, SIGABRT, SIGFPE, SIGILL})
        ::sigaction(signal, &action, nullptr);
}

bool endedByFault(const std::filesystem::path& folder, const std::string& mark)
{
    const auto notes = readTextFile(folder / noteName, ErrorCode::CannotRead, mostBytes);
    return notes && ("\n" + *notes).find("\n" + mark + "\n") != std::string::npos;
}

} // namespace layakari
