// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/desk/undo_keys.hpp"

#include "desktop/controls/message_bar.hpp"
#include "desktop/desk/journal_desk.hpp"

#include <QShortcut>

namespace layakari {

QString undoStep(JournalDesk* desk, bool redo)
{
    QUndoStack* stack = desk->undoStack();
    const QString what = redo ? stack->redoText() : stack->undoText();
    if (redo ? !stack->canRedo() : !stack->canUndo())
        return redo ? QObject::tr("There is nothing to redo.")
                    : QObject::tr("There is nothing to undo.");
    redo ? stack->redo() : stack->undo();
    if (!desk->stepWorked()) return {};
    return redo ? QObject::tr("Redone: %1").arg(what) : QObject::tr("Undone: %1").arg(what);
}

void addUndoKeys(QWidget* page, JournalDesk* desk, MessageBar* bar)
{
    const auto on = [&](const QKeySequence& keys, bool redo) {
        QObject::connect(new QShortcut(keys, page), &QShortcut::activated, page, [desk, bar, redo] {
            if (const QString words = undoStep(desk, redo); !words.isEmpty()) bar->showNote(words);
        });
    };
    on(QKeySequence::Undo, false);
    on(Qt::CTRL | Qt::SHIFT | Qt::Key_Z, true);
    on(Qt::CTRL | Qt::Key_Y, true);
}

} // namespace layakari
