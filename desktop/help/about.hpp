// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>

class QWidget;

namespace layakari {

/// Version, licences, that nothing leaves the machine, and where everything is.
void showAbout(QWidget* over, const std::filesystem::path& dataFolder);

/// Opens a folder in the desktop's file manager; false where there is none.
bool openFolder(const std::filesystem::path& folder);

} // namespace layakari
