// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/help/explain_note.hpp"

#include "desktop/controls/controls.hpp"
#include "desktop/controls/lay.hpp"

#include <QApplication>
#include <QKeyEvent>
#include <QLabel>
#include <QMouseEvent>
#include <QPainter>
#include <QPointer>
#include <QPushButton>
#include <algorithm>

namespace layakari {

namespace {

constexpr int noteWidth = 420;
constexpr int gap = 8;

class Explainer : public QObject {
public:
    Explainer(QWidget* widget, std::function<std::optional<Explanation>()> explain)
        : QObject(widget), m_widget(widget), m_explain(std::move(explain))
    {
        widget->installEventFilter(this);
        widget->setFocusPolicy(Qt::TabFocus);
        widget->setCursor(Qt::PointingHandCursor);
        widget->setProperty("explains", true);
        if (widget->toolTip().isEmpty())
            widget->setToolTip(QObject::tr("How was this measured? Click, or Tab and Enter"));
    }

protected:
    bool eventFilter(QObject* watched, QEvent* event) override
    {
        const bool isClick = event->type() == QEvent::MouseButtonRelease &&
                             static_cast<QMouseEvent*>(event)->button() == Qt::LeftButton;
        bool isKey = false;
        if (event->type() == QEvent::KeyPress) {
            const int key = static_cast<QKeyEvent*>(event)->key();
            isKey = key == Qt::Key_Return || key == Qt::Key_Enter || key == Qt::Key_Space;
        }
        if (!isClick && !isKey) return QObject::eventFilter(watched, event);
        if (const auto explanation = m_explain())
            ExplainNote::open(m_widget, m_widget->rect(), *explanation);
        return true;
    }

private:
    QWidget* m_widget;
    std::function<std::optional<Explanation>()> m_explain;
};

} // namespace

ExplainNote* ExplainNote::open(QWidget* of, const QRect& area, const Explanation& explanation)
{
    QWidget* window = of->window();
    for (auto* old : window->findChildren<ExplainNote*>()) delete old;
    auto* note = new ExplainNote(window, of, explanation);
    note->place(QRect(of->mapTo(window, area.topLeft()), area.size()));
    note->show();
    note->raise();
    note->setFocus();
    return note;
}

ExplainNote::ExplainNote(QWidget* window, QWidget* of, const Explanation& explanation)
    : QFrame(window), m_before(QApplication::focusWidget() ? QApplication::focusWidget() : of)
{
    setObjectName(QStringLiteral("explainNote"));
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(QString::fromStdString(explanation.question));
    setAccessibleDescription(QString::fromStdString(explanation.rule + " " + explanation.numbers +
                                                    " " + explanation.range));
    setFixedWidth(noteWidth);
    const auto words = [&](const std::string& text, Type type, const char* name, bool isSoft) {
        QLabel* label = isSoft ? softLabel(QString::fromStdString(text), type, this, name)
                               : textLabel(QString::fromStdString(text), type, this, name);
        label->setVisible(!text.empty());
        return label;
    };
    QLabel* question = textLabel(QString::fromStdString(explanation.question), Type::Row, this,
                                 "explainQuestion", true);
    QPushButton* more = wordButton(tr("More in the help"), "explainMore", this);
    QPushButton* close = wordButton(tr("Close"), "explainClose", this, tr("Esc"));
    more->setVisible(!explanation.page.empty());
    connect(more, &QPushButton::clicked, this,
            [this, window, page = QString::fromStdString(explanation.page)] {
                deleteLater();
                QMetaObject::invokeMethod(window, "openHelp", Q_ARG(QString, page));
            });
    connect(close, &QPushButton::clicked, this, &QObject::deleteLater);
    lay::column(this, {.margins = {20, 16, 20, 12}, .spacing = 8},
                {question, words(explanation.rule, Type::Body, "explainRule", false),
                 words(explanation.numbers, Type::Body, "explainNumbers", false),
                 words(explanation.range, Type::Body, "explainRange", true),
                 lay::row({.spacing = 10}, {more, lay::stretch(), close})});
    qApp->installEventFilter(this);
}

// Under what it is about, or over it where there is no room; never out of the window.
void ExplainNote::place(const QRect& beside)
{
    const QWidget* window = parentWidget();
    const int height = std::max(heightForWidth(noteWidth), sizeHint().height());
    resize(noteWidth, height);
    const int left =
        std::clamp(beside.left(), gap, std::max(gap, window->width() - noteWidth - gap));
    int top = beside.bottom() + gap;
    if (top + height > window->height() - gap) top = beside.top() - height - gap;
    move(left, std::clamp(top, gap, std::max(gap, window->height() - height - gap)));
}

void ExplainNote::paintEvent(QPaintEvent*)
{
    const Theme& theme = currentTheme();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(theme.softInk, 1.4));
    painter.setBrush(theme.paper);
    painter.drawRoundedRect(QRectF(rect()).adjusted(1, 1, -1, -1), 8, 8);
}

void ExplainNote::keyPressEvent(QKeyEvent* event)
{
    if (event->key() == Qt::Key_Escape || event->key() == Qt::Key_Return) return deleteLater();
    QFrame::keyPressEvent(event);
}

bool ExplainNote::eventFilter(QObject* watched, QEvent* event)
{
    const auto* widget = qobject_cast<QWidget*>(watched);
    const bool isMine = widget && (widget == this || isAncestorOf(widget));
    if (event->type() == QEvent::MouseButtonPress && widget && !isMine) {
        deleteLater();
    } else if (event->type() == QEvent::ShortcutOverride && isMine &&
               static_cast<QKeyEvent*>(event)->key() == Qt::Key_Escape) {
        event->accept(); // Esc is the window's too; here it closes the note
        return true;
    } else if (event->type() == QEvent::KeyPress && isMine &&
               static_cast<QKeyEvent*>(event)->key() == Qt::Key_Escape) {
        const QPointer<QWidget> before = m_before;
        deleteLater();
        if (before) before->setFocus();
        return true;
    }
    return QFrame::eventFilter(watched, event);
}

void explainItself(QWidget* widget, std::function<std::optional<Explanation>()> explain)
{
    new Explainer(widget, std::move(explain));
}

} // namespace layakari
