// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/plan.hpp"

#include <QWidget>
#include <optional>

class QCheckBox;
class QComboBox;
class QDoubleSpinBox;
class QLabel;
class QLineEdit;

namespace layakari {

/// All that a phase says beside its place: kind, counts, side, opening, sound, pitch, locks.
class PhaseForm : public QWidget {
    Q_OBJECT
public:
    explicit PhaseForm(QWidget* parent = nullptr);
    void setPhase(const std::optional<Phase>& phase);

signals:
    void phaseEdited(const Phase& phase);

private:
    void read();
    void enableWhatApplies();

    Phase m_phase;
    bool m_settingUp = false;
    QComboBox* m_kind;
    QComboBox* m_mode;
    QDoubleSpinBox* m_min;
    QLabel* m_to;
    QDoubleSpinBox* m_max;
    QComboBox* m_sound;
    QComboBox* m_side;
    QComboBox* m_opening;
    QComboBox* m_route;
    QLineEdit* m_pitch;
    std::vector<QCheckBox*> m_locks;
};

} // namespace layakari
