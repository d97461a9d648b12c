// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/welcome/tour.hpp"

#include "desktop/controls/controls.hpp"
#include "desktop/controls/lay.hpp"

#include <QKeyEvent>
#include <QLabel>
#include <QPainter>
#include <QPainterPath>
#include <QPushButton>
#include <algorithm>

namespace layakari {

namespace {

constexpr int noteWidth = 380;
constexpr int gap = 40; // between the note and what it points at: room for the line

} // namespace

Tour::Tour(std::vector<TourNote> notes, QWidget* window)
    : QWidget(window),
      m_notes(std::move(notes)),
      m_note(new QWidget(this)),
      m_title(textLabel({}, Type::Row, m_note, "tourTitle", true)),
      m_text(textLabel({}, Type::Body, m_note, "tourText")),
      m_count(softLabel({}, Type::Small, m_note, "tourCount")),
      m_back(wordButton(tr("Back"), "tourBack", m_note)),
      m_next(leadButton(tr("Next"), "tourNext", m_note))
{
    setObjectName(QStringLiteral("tour"));
    setFocusPolicy(Qt::StrongFocus);
    QPushButton* leave = wordButton(tr("Leave the tour"), "tourLeave", m_note, tr("Esc"));
    // The tour has the keys: Enter and the arrows turn its notes.
    for (QPushButton* button : {leave, m_back, m_next}) button->setFocusPolicy(Qt::NoFocus);
    m_note->setFixedWidth(noteWidth);
    lay::column(m_note, {.margins = {20, 16, 20, 12}, .spacing = 8},
                {m_title, m_text, m_count,
                 lay::row({.spacing = 8}, {leave, lay::stretch(), m_back, m_next})});
    connect(m_back, &QPushButton::clicked, this, [this] { show(m_at - 1); });
    connect(m_next, &QPushButton::clicked, this, [this] { show(m_at + 1); });
    connect(leave, &QPushButton::clicked, this, &Tour::leave);
    window->installEventFilter(this);
    setGeometry(window->rect());
    QWidget::show();
    raise();
    show(0);
}

void Tour::show(int note)
{
    if (note < 0) return;
    if (note >= static_cast<int>(m_notes.size())) return leave();
    m_at = note;
    const TourNote& n = m_notes[static_cast<std::size_t>(note)];
    m_title->setText(n.title);
    m_text->setText(n.text);
    m_count->setText(tr("%1 of %2").arg(note + 1).arg(m_notes.size()));
    m_back->setEnabled(note > 0);
    m_next->setText(note + 1 < static_cast<int>(m_notes.size()) ? tr("Next") : tr("Done"));
    setAccessibleName(n.title);
    setAccessibleDescription(n.text);
    place();
    setFocus();
}

// Beside what it points at, where there is most room: never over it if that can be.
void Tour::place()
{
    const QRect target = m_notes[static_cast<std::size_t>(m_at)].where(parentWidget());
    m_note->adjustSize();
    const QSize size(noteWidth,
                     std::max(m_note->heightForWidth(noteWidth), m_note->sizeHint().height()));
    m_note->resize(size);
    const int below = height() - target.bottom() - gap;
    const int above = target.top() - gap;
    const int aside = width() - target.right() - gap;
    QPoint corner;
    if (below >= size.height())
        corner = {target.left() + 40, target.bottom() + gap};
    else if (above >= size.height())
        corner = {target.left() + 40, target.top() - gap - size.height()};
    else if (aside >= size.width())
        corner = {target.right() + gap, target.top() + 20};
    else
        corner = {target.left() - gap - size.width(), target.top() + 20};
    corner.setX(std::clamp(corner.x(), 12, std::max(12, width() - size.width() - 12)));
    corner.setY(std::clamp(corner.y(), 12, std::max(12, height() - size.height() - 12)));
    m_note->move(corner);
    update();
}

void Tour::leave()
{
    emit left();
    deleteLater();
}

void Tour::paintEvent(QPaintEvent*)
{
    const Theme& theme = currentTheme();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const QRectF target = QRectF(m_notes[static_cast<std::size_t>(m_at)].where(parentWidget()))
                              .adjusted(-6, -4, 6, 4);
    // What it is not about steps back.
    QPainterPath rest;
    rest.addRect(QRectF(rect()));
    rest.addRoundedRect(target, 10, 10);
    QColor veil = theme.paper;
    veil.setAlphaF(0.62f);
    painter.fillPath(rest, veil);
    // The line leaves the note as a breath does: slowly, then down or up.
    const QRectF note(m_note->geometry());
    const bool isBelow = note.top() >= target.bottom();
    const bool isAbove = note.bottom() <= target.top();
    QPointF from = isBelow                        ? QPointF(note.left() + 60, note.top())
                   : isAbove                      ? QPointF(note.left() + 60, note.bottom())
                   : note.left() > target.right() ? QPointF(note.left(), note.top() + 40)
                                                  : QPointF(note.right(), note.top() + 40);
    QPointF to =
        isBelow ? QPointF(std::clamp(from.x() - 30, target.left(), target.right()), target.bottom())
        : isAbove ? QPointF(std::clamp(from.x() - 30, target.left(), target.right()), target.top())
        : note.left() > target.right()
            ? QPointF(target.right(), std::clamp(from.y(), target.top(), target.bottom()))
            : QPointF(target.left(), std::clamp(from.y(), target.top(), target.bottom()));
    QPainterPath line(from);
    if (isBelow || isAbove)
        line.cubicTo(QPointF(from.x(), (from.y() + to.y()) / 2),
                     QPointF(to.x(), (from.y() + to.y()) / 2), to);
    else
        line.cubicTo(QPointF((from.x() + to.x()) / 2, from.y()),
                     QPointF((from.x() + to.x()) / 2, to.y()), to);
    painter.setPen(QPen(theme.ink, 2));
    painter.drawPath(line);
    painter.setBrush(theme.ink);
    painter.drawEllipse(to, 4, 4);
    painter.setBrush(theme.paper);
    painter.setPen(QPen(theme.ink, 1.6));
    painter.drawRoundedRect(note, 8, 8);
}

void Tour::keyPressEvent(QKeyEvent* event)
{
    switch (event->key()) {
    case Qt::Key_Return:
    case Qt::Key_Enter:
    case Qt::Key_Space:
    case Qt::Key_Right: return show(m_at + 1);
    case Qt::Key_Left: return show(m_at - 1);
    case Qt::Key_Escape: return leave();
    default: event->accept(); // the window's keys wait
    }
}

void Tour::mousePressEvent(QMouseEvent* event) { event->accept(); }

bool Tour::event(QEvent* event)
{
    // Keys that are shortcuts of the window are the tour's while it lasts.
    if (event->type() == QEvent::ShortcutOverride) {
        event->accept();
        return true;
    }
    return QWidget::event(event);
}

bool Tour::eventFilter(QObject* watched, QEvent* event)
{
    if (event->type() == QEvent::Resize) {
        setGeometry(parentWidget()->rect());
        place();
    }
    return QWidget::eventFilter(watched, event);
}

} // namespace layakari
