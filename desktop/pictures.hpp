// SPDX-License-Identifier: GPL-3.0-or-later
//
// Pictures of the window for the docs (scripts/make-screenshots), and what they need to be the same
// each time.
#pragma once

#include <QString>

namespace layakari {

struct CommandLine;
class MainWindow;

/// Opens the view of that name; false where there is none.
bool openView(MainWindow& window, const QString& name);

/// Once nothing is running: saves the picture that is asked for, and ends the program.
void takePicture(MainWindow& window, const CommandLine& line);

} // namespace layakari
