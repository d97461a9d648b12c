// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <functional>
#include <vector>

class QLabel;
class QPushButton;

namespace layakari {

/// One note of the tour: what it points at, and what it says.
struct TourNote {
    std::function<QRect(QWidget* window)> where; ///< in the window's coordinates
    QString title;
    QString text;
};

/// A few notes one after another, each with a line to what it is about. Enter and the arrow keys
/// turn them, Esc leaves. The window under it stays as it is, and nothing in it is pressed
/// meanwhile.
class Tour : public QWidget {
    Q_OBJECT
public:
    Tour(std::vector<TourNote> notes, QWidget* window);

    int at() const { return m_at; }

signals:
    void left();

protected:
    void paintEvent(QPaintEvent*) override;
    void keyPressEvent(QKeyEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;
    bool event(QEvent* event) override;

private:
    void show(int note);
    void place();
    void leave();

    std::vector<TourNote> m_notes;
    int m_at = 0;
    QWidget* m_note;
    QLabel* m_title;
    QLabel* m_text;
    QLabel* m_count;
    QPushButton* m_back;
    QPushButton* m_next;
};

} // namespace layakari
