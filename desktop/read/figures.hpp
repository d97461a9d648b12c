// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/reading/reading.hpp"

#include <QWidget>

class QLabel;

namespace layakari {

/// The head of the Read page: what was kept, in a sentence, and three figures.
class Figures : public QWidget {
    Q_OBJECT
public:
    explicit Figures(QWidget* parent = nullptr);
    void show(const Reading& reading);
    void restyle();

signals:
    void placeWanted(double seconds);

private:
    struct Figure {
        QLabel* value = nullptr;
        QLabel* name = nullptr;
    };
    Figure addFigure(const char* objectName);
    void set(Figure& figure, const QString& value, const QString& uncertainty, const QString& name);

    QLabel* m_sentence;
    void showNotes(const Reading& reading);
    void showStrokes(const Reading& reading);

    QLabel* m_advice;
    QLabel* m_notes;
    Figure m_accuracy, m_completion, m_count;
};

} // namespace layakari
