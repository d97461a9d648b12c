// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>

namespace layakari {

/// Where the journal lies unless another folder is named: `layakari` in XDG_DATA_HOME where that is
/// an absolute path, else in ~/.local/share (XDG Base Directory Specification 0.8). Window and
/// command line use the same.
std::filesystem::path defaultJournalFolder();

} // namespace layakari
