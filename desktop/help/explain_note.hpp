// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/report/explain.hpp"

#include <QFrame>
#include <functional>
#include <optional>

class QLabel;
class QPushButton;

namespace layakari {

/// A note beside a figure or a mark that says how it came about. Esc, or a click anywhere else,
/// closes it; the keys go back to where they were.
class ExplainNote : public QFrame {
    Q_OBJECT
public:
    /// One note in the window of `of`, beside `area` of that widget. Takes the place of another.
    static ExplainNote* open(QWidget* of, const QRect& area, const Explanation& explanation);

protected:
    void paintEvent(QPaintEvent*) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    ExplainNote(QWidget* window, QWidget* of, const Explanation& explanation);
    void place(const QRect& beside);

    QWidget* m_before;
};

/// Makes a widget explain itself: on a click, and with Enter or Space once Tab has come to it.
/// `explain` may give nothing; then it is as it was.
void explainItself(QWidget* widget, std::function<std::optional<Explanation>()> explain);

} // namespace layakari
