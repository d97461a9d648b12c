// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/progress/attention.hpp"

#include <QListWidget>

namespace layakari {

class JournalDesk;

/// Those who handed in this week, who most needs to be looked at first, with the reason.
class WeekList : public QListWidget {
    Q_OBJECT
public:
    WeekList(JournalDesk* desk, QWidget* parent);
    void refresh();

signals:
    void wanted(layakari::Id person, layakari::Id sitting);

private:
    JournalDesk* m_desk;
    std::vector<HandedIn> m_handed;
};

} // namespace layakari
