// SPDX-License-Identifier: GPL-3.0-or-later
//
// The command line as a process.
#pragma once

#include "tests/support/sounds.hpp"
#include "tests/support/temporary_folder.hpp"

#include <algorithm>
#include <catch2/catch.hpp>
#include <string>
#include <sys/wait.h>

namespace layakari {

struct Run {
    int exit = -1;
    std::string out;
    std::string err;
};

/// Runs the command line in `folder`, where the journal that it takes by itself is
/// `.share/layakari`.
inline Run run(const TemporaryFolder& folder, const std::string& arguments,
               const std::string& before = "", const std::string& input = "/dev/null")
{
    const auto out = folder / ".out";
    const auto err = folder / ".err";
    const std::string command = "cd '" + folder.path().string() +
                                "' && export XDG_DATA_HOME=\"$PWD/.share\" && " + before +
                                " '" LAYAKARI_CLI "' " + arguments + " > .out 2> .err < " + input;
    const int status = std::system(command.c_str());
    return {WIFEXITED(status) ? WEXITSTATUS(status) : -1, readText(out), readText(err)};
}

/// One practice that all tests of a file read.
inline const TemporaryFolder& practice()
{
    static const TemporaryFolder folder;
    static const bool made = [] {
        Temperament who;
        who.ownCountS = 1.3;
        simulateTo(folder / "monday.flac", "four-seven-eight", who, 21);
        return true;
    }();
    REQUIRE(made);
    return folder;
}

inline bool isOneLine(const std::string& text)
{
    return std::count(text.begin(), text.end(), '\n') == 1 && text.back() == '\n';
}

} // namespace layakari
