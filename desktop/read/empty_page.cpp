// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/read/empty_page.hpp"

#include "desktop/controls/lay.hpp"
#include "desktop/language/dates.hpp"
#include "desktop/theme/theme.hpp"

#include <QFileInfo>
#include <QLabel>
#include <QListWidget>
#include <QLocale>
#include <QPushButton>

namespace layakari {

EmptyPage::EmptyPage(QWidget* parent)
    : QWidget(parent),
      m_title(new QLabel(tr("Drop a recording of a practice here."), this)),
      m_how(new QLabel(
          tr("A voice memo from a phone will do, or any sound file: M4A, MP3, Opus, FLAC, WAV. "
             "The plan is found from the sound, or chosen above. You see each <inhale>, hold "
             "and <exhale> against its target."),
          this)),
      m_caution(new QLabel(tr("Holding the breath and forced breathing do not suit everyone. "
                              "Stop and breathe naturally if you feel dizzy, panicky or in "
                              "pain. With a medical condition or in pregnancy, "
                              "ask your doctor first and practise "
                              "with a qualified teacher."),
                           this)),
      m_recentTitle(new QLabel(tr("Recently read"), this)),
      m_open(new QPushButton(tr("Open a recording…"), this)),
      m_recent(new QListWidget(this))
{
    setObjectName(QStringLiteral("emptyPage"));
    m_open->setObjectName(QStringLiteral("emptyOpen"));
    m_recent->setObjectName(QStringLiteral("recent"));
    m_recent->setAccessibleName(m_recentTitle->text());
    m_how->setWordWrap(true);
    m_caution->setWordWrap(true);
    lay::row(this, {.margins = {132, 20, 60, 28}},
             {lay::wide(lay::column({.spacing = 14},
                                    {lay::stretch(), m_title, m_how, lay::at(Qt::AlignLeft, m_open),
                                     lay::gap(16), m_recentTitle, lay::wide(m_recent, 3),
                                     lay::stretch(), m_caution})),
              lay::stretch(0)});
    connect(m_open, &QPushButton::clicked, this, &EmptyPage::openWanted);
    const auto chosen = [this](QListWidgetItem* item) {
        emit recentChosen(item->data(Qt::UserRole).toString());
    };
    connect(m_recent, &QListWidget::itemActivated, this, chosen);
    connect(m_recent, &QListWidget::itemClicked, this, chosen);
    setRecent({});
    restyle();
}

void EmptyPage::setRecent(const QStringList& files)
{
    m_recent->clear();
    for (const QString& file : files) {
        const QFileInfo info(file);
        if (!info.exists()) continue;
        const QString when = shortMoment(info.lastModified());
        auto* item =
            new QListWidgetItem(info.completeBaseName() + QStringLiteral("   ") + when, m_recent);
        item->setData(Qt::UserRole, file);
        item->setToolTip(file);
    }
    m_recent->setVisible(m_recent->count() > 0);
    m_recentTitle->setVisible(m_recent->count() > 0);
}

void EmptyPage::restyle()
{
    setTypeface(m_title, Type::Figure, true);
    setTypeface(m_how, Type::Row);
    setTypeface(m_recentTitle, Type::Body, true);
    setTypeface(m_recent, Type::Row);
    QPalette soft = palette();
    soft.setColor(QPalette::WindowText, currentTheme().softInk);
    m_caution->setPalette(soft);
}

} // namespace layakari
