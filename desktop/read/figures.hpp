// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/report/explain.hpp"

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
    QRect sentenceArea() const;
    QRect accuracyArea() const;

signals:
    void placeWanted(double seconds);

private:
    struct Figure {
        QLabel* value = nullptr;
        QLabel* name = nullptr;
        HeadFigure shows = HeadFigure::Accuracy;
    };
    Figure addFigure(const char* objectName);
    void set(Figure& figure, HeadFigure shows, const QString& value, const QString& uncertainty,
             const QString& name);

    QLabel* m_sentence;
    void showNotes(const Reading& reading);
    void showStrokes(const Reading& reading);

    QLabel* m_advice;
    QLabel* m_notes;
    Figure m_accuracy, m_completion, m_count;
    std::optional<Reading> m_reading;
};

} // namespace layakari
