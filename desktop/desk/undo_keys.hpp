// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

class QWidget;

namespace layakari {

class JournalDesk;
class MessageBar;

/// Gives a page the keys that take back (Ctrl+Z) and do again (Ctrl+Shift+Z, Ctrl+Y) the desk's
/// steps, while it is the page that is shown. What was done is said in `bar`.
void addUndoKeys(QWidget* page, JournalDesk* desk, MessageBar* bar);

/// Takes the last step back, or does it again, and gives the words for it; none where it failed,
/// which the desk has said.
QString undoStep(JournalDesk* desk, bool redo);

} // namespace layakari
