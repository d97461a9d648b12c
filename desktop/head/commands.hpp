// SPDX-License-Identifier: GPL-3.0-or-later
//
// What can be done from anywhere in the window: the menu and its keys come from this list.
#pragma once

#include <QKeySequence>
#include <QString>
#include <vector>

namespace layakari {

enum class Command {
    Open,
    Recent,
    Add,
    Note,
    Save,
    ExportReading,
    GiveExample,
    Print,
    Undo,
    Redo,
    Person,
    AddPerson,
    ExportJournal,
    ImportJournal,
    Theme,
    FullScreen,
    Settings,
    Help,
    Keys,
    Sample,
    About,
    Quit,
};

struct CommandEntry {
    Command command;
    const char* name;    ///< of its action, for tests and style
    QString text;        ///< in the menu
    QKeySequence keys;   ///< empty for none
    bool begins = false; ///< a line lies before it
};

/// All of them, in the order of the menu.
std::vector<CommandEntry> commandEntries();

/// A key that holds on one page only, for the sheet of keys.
struct KeyEntry {
    QString where; ///< "Read"
    QString keys;  ///< "Space"
    QString what;
};

/// Every key that there is, those of the menu among them.
std::vector<KeyEntry> keyEntries();

} // namespace layakari
