// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desktop/head/commands.hpp"

#include <QPushButton>
#include <map>

class QAction;
class QMenu;

namespace layakari {

/// The one menu of the window: everything that can be done from anywhere, with its keys.
class WindowMenu : public QPushButton {
    Q_OBJECT
public:
    /// The keys hold in all of `window`.
    explicit WindowMenu(QWidget* window);

    QAction* action(Command command) const { return m_actions.at(command); }
    void setRecent(const QStringList& files);

signals:
    void wanted(layakari::Command command);
    void recentWanted(const QString& file);
    void aboutToOpen();

private:
    std::map<Command, QAction*> m_actions;
    QMenu* m_recent;
};

} // namespace layakari
