// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/controls/message_bar.hpp"

#include "desktop/controls/lay.hpp"
#include "desktop/theme/theme.hpp"

#include <QLabel>
#include <QPainter>
#include <QProgressBar>
#include <QPushButton>

namespace layakari {

MessageBar::MessageBar(const QString& name, QWidget* parent)
    : QWidget(parent),
      m_mark(new QLabel(this)),
      m_text(new QLabel(this)),
      m_progress(new QProgressBar(this)),
      m_button(new QPushButton(this))
{
    setObjectName(name + QStringLiteral("Bar"));
    m_text->setObjectName(name);
    m_text->setWordWrap(true);
    m_text->setTextInteractionFlags(Qt::TextSelectableByMouse);
    setTypeface(m_mark, Type::Row, true);
    m_progress->setTextVisible(false);
    m_progress->setRange(0, 1000);
    m_button->setObjectName(name + QStringLiteral("Button"));
    lay::row(this, {.margins = {28, 8, 28, 8}, .spacing = 14},
             {m_mark, lay::wide(lay::column({.spacing = 5}, {m_text, m_progress})), m_button});
    connect(m_button, &QPushButton::clicked, this, [this] {
        if (m_isProgress)
            emit stopWanted();
        else
            hide();
    });
    hide();
}

void MessageBar::showProgress(const QString& what, double fraction)
{
    m_isProgress = true;
    m_mark->hide();
    m_text->setText(what);
    m_progress->show();
    m_progress->setValue(static_cast<int>(1000 * fraction));
    m_progress->setAccessibleName(what);
    m_button->setText(tr("Stop"));
    show();
}

void MessageBar::showError(const QString& message)
{
    showNote(message);
    m_mark->setText(QStringLiteral("!"));
    m_mark->show();
}

void MessageBar::showNote(const QString& message)
{
    m_isProgress = false;
    m_mark->hide();
    m_progress->hide();
    m_text->setText(message);
    m_button->setText(tr("Close"));
    setAccessibleName(message);
    show();
}

void MessageBar::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    painter.fillRect(rect(), currentTheme().panel);
}

} // namespace layakari
