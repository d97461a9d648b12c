// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/reflect/week_list.hpp"

#include "desktop/desk/journal_desk.hpp"

namespace layakari {

WeekList::WeekList(JournalDesk* desk, QWidget* parent) : QListWidget(parent), m_desk(desk)
{
    setObjectName(QStringLiteral("weekList"));
    setAccessibleName(tr("Who practised this week, the most urgent first"));
    setWordWrap(true);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    connect(this, &QListWidget::itemActivated, this, [this](const QListWidgetItem* item) {
        const HandedIn& handed = m_handed[static_cast<std::size_t>(row(item))];
        emit wanted(handed.person.id, handed.sitting.id);
    });
    connect(this, &QListWidget::itemClicked, this, &QListWidget::itemActivated);
}

void WeekList::refresh()
{
    clear();
    m_handed = m_desk->told(handedInLately(m_desk->journal(), m_desk->today()))
                   .value_or(std::vector<HandedIn>{});
    for (const HandedIn& handed : m_handed) {
        auto* item =
            new QListWidgetItem(tr("%1, %2: %3")
                                    .arg(QString::fromStdString(handed.person.name),
                                         QLocale().dayName(toQDate(handed.sitting.day).dayOfWeek(),
                                                           QLocale::ShortFormat),
                                         QString::fromStdString(handed.why)),
                                this);
        QFont font = this->font();
        font.setBold(handed.urgency > 0);
        item->setFont(font);
    }
}

} // namespace layakari
