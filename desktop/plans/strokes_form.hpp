// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.hpp"

#include <QWidget>

class QComboBox;
class QDoubleSpinBox;
class QSpinBox;

namespace layakari {

/// A run of strokes: kind, number or time, pace and how the pace goes.
class StrokesForm : public QWidget {
    Q_OBJECT
public:
    explicit StrokesForm(QWidget* parent = nullptr);
    /// With `byTime` a change of pace keeps the time and the number follows; otherwise the number
    /// is kept.
    void setStrokes(const Strokes& strokes, bool byTime);

signals:
    void strokesEdited(const Strokes& strokes);

private:
    void read();
    void takeTime(double seconds);
    void takeRate(double perMinute);

    bool m_settingUp = false;
    bool m_byTime = false;
    QComboBox* m_style;
    QSpinBox* m_number;
    QDoubleSpinBox* m_time;
    QDoubleSpinBox* m_rate;
    QComboBox* m_pace;
};

} // namespace layakari
