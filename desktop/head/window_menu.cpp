// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/head/window_menu.hpp"

#include <QFileInfo>
#include <QMenu>

namespace layakari {

WindowMenu::WindowMenu(QWidget* window)
    : QPushButton(tr("Menu"), window), m_recent(new QMenu(tr("Open recent"), this))
{
    setObjectName(QStringLiteral("menu"));
    setToolTip(tr("Everything that can be done (F10)"));
    setCursor(Qt::PointingHandCursor);
    setShortcut(Qt::Key_F10);
    auto* menu = new QMenu(this);
    menu->setObjectName(QStringLiteral("windowMenu"));
    m_recent->setObjectName(QStringLiteral("recentMenu"));
    for (const CommandEntry& entry : commandEntries()) {
        if (entry.begins) menu->addSeparator();
        QAction* action = entry.command == Command::Recent ? menu->addMenu(m_recent)
                                                           : menu->addAction(entry.text);
        action->setObjectName(QLatin1String(entry.name));
        action->setShortcut(entry.keys);
        m_actions[entry.command] = action;
        if (entry.command == Command::Recent) continue;
        window->addAction(action);
        connect(action, &QAction::triggered, this,
                [this, command = entry.command] { emit wanted(command); });
    }
    // Each page has these keys by itself; here they are only shown.
    for (const auto& [command, keys] :
         {std::pair(Command::Undo, "Ctrl+Z"), std::pair(Command::Redo, "Ctrl+Shift+Z")}) {
        QAction* action = m_actions.at(command);
        action->setText(action->text() + QLatin1Char('\t') + QLatin1String(keys));
    }
    setMenu(menu);
    connect(menu, &QMenu::aboutToShow, this, &WindowMenu::aboutToOpen);
    setRecent({});
}

void WindowMenu::setRecent(const QStringList& files)
{
    m_recent->clear();
    for (const QString& file : files)
        if (QFileInfo::exists(file)) {
            QAction* action = m_recent->addAction(QFileInfo(file).completeBaseName());
            action->setToolTip(file);
            connect(action, &QAction::triggered, this, [this, file] { emit recentWanted(file); });
        }
    m_recent->menuAction()->setEnabled(!m_recent->isEmpty());
}

} // namespace layakari
