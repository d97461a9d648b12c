// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.hpp"

#include <QWidget>

class QDoubleSpinBox;
class QSpinBox;

namespace layakari {

/// Natural breathing between what is practised: so many breaths, or seconds, or left open.
class RestForm : public QWidget {
    Q_OBJECT
public:
    explicit RestForm(QWidget* parent = nullptr);
    void setRest(const Rest& rest);

signals:
    void restEdited(const Rest& rest);

private:
    void read();

    bool m_settingUp = false;
    QSpinBox* m_breaths;
    QDoubleSpinBox* m_seconds;
};

} // namespace layakari
