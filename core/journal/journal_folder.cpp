// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/journal/journal_folder.hpp"

#include <cstdlib>
#include <pwd.h>
#include <unistd.h>

namespace layakari {

namespace fs = std::filesystem;

namespace {

fs::path homeFolder()
{
    if (const char* home = std::getenv("HOME"); home && *home) return home;
    const passwd* user = ::getpwuid(::getuid());
    return user ? user->pw_dir : "/";
}

} // namespace

fs::path defaultJournalFolder()
{
    const char* data = std::getenv("XDG_DATA_HOME");
    const fs::path shared =
        data && fs::path(data).is_absolute() ? fs::path(data) : homeFolder() / ".local" / "share";
    return shared / "layakari";
}

} // namespace layakari
