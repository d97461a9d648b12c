// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/practise/session.hpp"
#include "core/practise/sound_check.hpp"
#include "desktop/sound/sound_input.hpp"

#include <QWidget>

class QCheckBox;
class QComboBox;
class QDoubleSpinBox;
class QLabel;
class QProgressBar;
class QPushButton;
class QSpinBox;

namespace layakari {

class CautionPanel;
class JournalDesk;
class PlanShape;

/// Before a practice: what is led and how, and whether the microphone hears it. What is chosen is
/// remembered.
class ReadyView : public QWidget {
    Q_OBJECT
public:
    ReadyView(JournalDesk* desk, const QString& settingsFile, QWidget* parent = nullptr);

    void setPlan(const Plan& plan);
    const Plan& plan() const { return m_plan; }
    /// As it is chosen; without a place for the recording.
    PracticeSetup setup() const;
    bool showsHeard() const;
    bool isStill() const;
    /// The simulated practitioner is chosen in the place of a microphone.
    bool isSimulated() const;
    /// As it was chosen last, here or in the settings.
    void restore();
    /// The microphone that is chosen, anew.
    std::unique_ptr<SoundInput> input() const;

    void showTrying(double done);
    void showChecked(const SoundCheck::Result& result);
    void showTryFailed(const QString& why);

signals:
    void tryWanted();
    void beginWanted();
    void inputChanged();

protected:
    void paintEvent(QPaintEvent*) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    QWidget* buildLeft();
    QWidget* buildRight();
    void fillMicrophones();
    void remember() const;
    void refresh();
    void refreshPlan();
    bool isFree() const;
    double countS() const;

    JournalDesk* m_desk;
    QString m_settingsFile;
    Plan m_plan;
    bool m_settingUp = true;
    QLabel* m_sentence;
    PlanShape* m_shape;
    QComboBox* m_lead;
    QLabel* m_leadNote;
    QWidget* m_counts = nullptr;
    QWidget* m_around = nullptr;
    QWidget* m_tones = nullptr;
    QDoubleSpinBox* m_count;
    QDoubleSpinBox* m_tempo; ///< the same in counts a minute
    QDoubleSpinBox* m_slower;
    QSpinBox* m_settle;
    QSpinBox* m_stay;
    QComboBox* m_phaseTones;
    QComboBox* m_countTones;
    QComboBox* m_strokeTones;
    QCheckBox* m_shows;
    QCheckBox* m_still;
    QComboBox* m_microphone;
    QWidget* m_simulated = nullptr;
    QComboBox* m_temperament;
    QComboBox* m_pace;
    QPushButton* m_try;
    QProgressBar* m_trying;
    QLabel* m_checked;
    CautionPanel* m_cautions;
    QPushButton* m_begin;
};

} // namespace layakari
