// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/reflect/feel_line.hpp"

#include "core/language/message.hpp"
#include "desktop/theme/theme.hpp"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

constexpr int most = 10;
constexpr double left = 64;  // beside "Before" and "After"
constexpr double right = 64; // beside the number

} // namespace

FeelLine::FeelLine(const QString& name, const char* objectName, QWidget* parent)
    : QWidget(parent), m_name(name)
{
    setObjectName(QLatin1String(objectName));
    setFocusPolicy(Qt::StrongFocus);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    setToolTip(tr("0 is heavy, 10 is light. Arrow keys; Backspace clears it."));
    setValue(std::nullopt);
}

void FeelLine::setValue(std::optional<int> value)
{
    m_value = value;
    setAccessibleName(value ? tr("%1: %2 of 10").arg(m_name).arg(*value)
                            : tr("%1: not given").arg(m_name));
    update();
}

double FeelLine::xOf(int value) const
{
    return scaled(left) + (width() - scaled(left) - scaled(right)) * value / most;
}

int FeelLine::valueAt(double x) const
{
    const double share = (x - scaled(left)) / std::max(1.0, width() - scaled(left) - scaled(right));
    return std::clamp(static_cast<int>(std::lround(share * most)), 0, most);
}

void FeelLine::paintEvent(QPaintEvent*)
{
    const Theme& theme = currentTheme();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const double middle = height() / 2.0;
    const auto halfAt = [&](double x) {
        return 1 + 9 * (x - scaled(left)) / (xOf(most) - scaled(left));
    };
    QPainterPath swell(QPointF(xOf(0), middle - 1));
    swell.lineTo(xOf(most), middle - halfAt(xOf(most)));
    swell.lineTo(xOf(most), middle + halfAt(xOf(most)));
    swell.lineTo(xOf(0), middle + 1);
    swell.closeSubpath();
    painter.fillPath(swell, theme.line);
    if (m_value) {
        painter.save();
        painter.setClipRect(QRectF(0, 0, xOf(*m_value), height()));
        painter.fillPath(swell, theme.inhale);
        painter.restore();
        painter.setPen(QPen(theme.ink, 2.5));
        painter.drawLine(QPointF(xOf(*m_value), middle - 14), QPointF(xOf(*m_value), middle + 14));
    }
    painter.setFont(typeface(Type::Body, hasFocus()));
    painter.setPen(theme.ink);
    painter.drawText(QRectF(0, 0, scaled(left) - 10, height()), Qt::AlignVCenter | Qt::AlignLeft,
                     m_name);
    painter.setPen(m_value ? theme.ink : theme.softInk);
    painter.drawText(QRectF(width() - scaled(right) + 12, 0, scaled(right) - 12, height()),
                     Qt::AlignVCenter | Qt::AlignLeft,
                     m_value ? QString::number(*m_value) : QStringLiteral("–"));
    if (hasFocus()) {
        painter.setPen(QPen(theme.softInk, 1, Qt::DotLine));
        painter.drawLine(QPointF(xOf(0), height() - 3), QPointF(xOf(most), height() - 3));
    }
}

void FeelLine::mousePressEvent(QMouseEvent* event) { setValue(valueAt(event->position().x())); }

void FeelLine::mouseMoveEvent(QMouseEvent* event)
{
    if (event->buttons() & Qt::LeftButton) setValue(valueAt(event->position().x()));
}

void FeelLine::mouseReleaseEvent(QMouseEvent*) { emit valueSet(); }

void FeelLine::say(std::optional<int> value)
{
    setValue(value);
    emit valueSet();
}

void FeelLine::keyPressEvent(QKeyEvent* event)
{
    const int now = m_value.value_or(most / 2);
    switch (event->key()) {
    case Qt::Key_Left:
    case Qt::Key_Down: return say(m_value ? std::max(0, now - 1) : now);
    case Qt::Key_Right:
    case Qt::Key_Up: return say(m_value ? std::min(most, now + 1) : now);
    case Qt::Key_Home: return say(0);
    case Qt::Key_End: return say(most);
    case Qt::Key_Backspace:
    case Qt::Key_Delete: return say(std::nullopt);
    default: QWidget::keyPressEvent(event);
    }
}

void FeelLine::focusInEvent(QFocusEvent* event)
{
    QWidget::focusInEvent(event);
    update();
}

void FeelLine::focusOutEvent(QFocusEvent* event)
{
    QWidget::focusOutEvent(event);
    update();
}

} // namespace layakari
