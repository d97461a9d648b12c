// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/journal/journal.hpp"

namespace layakari {

/// Whether recordings are copied into the journal's folder when their sittings are kept; else they
/// are left where they are.
bool copiesRecordings(const Journal& journal);
Result<void> copyRecordings(Journal& journal, bool copy);

/// Where a recording is to be found from now on: `file` itself, or its copy
/// FOLDER/recordings/SHA256/NAME, made whole or not at all and only once for each content.
/// CannotWrite: there is no room, or the folder cannot be written.
Result<std::string> keptRecording(const Journal& journal, const std::filesystem::path& file,
                                  const std::string& sha256);

} // namespace layakari
