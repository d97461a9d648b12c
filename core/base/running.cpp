// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/running.hpp"

#include <algorithm>
#include <fstream>
#include <sstream>
#include <unistd.h>

namespace layakari {

namespace {

// Field 22 of /proc/PID/stat; the second is a name in brackets, with anything in it. Empty where
// there is no such process.
std::string startOf(const std::string& process)
{
    std::ifstream in("/proc/" + process + "/stat");
    std::string line;
    std::getline(in, line, '\0');
    std::istringstream rest(line.substr(std::min(line.size(), line.rfind(')') + 1)));
    std::string state;
    rest >> state;
    std::string field;
    for (int i = 4; i <= 22; ++i) rest >> field;
    // One that has ended and that nobody has asked for is no program any more.
    return line.empty() || state == "Z" || state == "X" ? "" : field;
}

std::string markOf(const std::string& process)
{
    std::ifstream in("/proc/sys/kernel/random/boot_id");
    std::string boot;
    in >> boot;
    const std::string start = startOf(process);
    return start.empty() ? "" : process + " " + start + " " + boot;
}

} // namespace

std::string thisProgram() { return markOf(std::to_string(::getpid())); }

bool isRunning(const std::string& mark)
{
    const std::string process = mark.substr(0, mark.find(' '));
    const bool isNumber =
        !process.empty() && process.find_first_not_of("0123456789") == std::string::npos;
    return isNumber && markOf(process) == mark;
}

} // namespace layakari
