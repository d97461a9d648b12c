// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/reading/plan_guess.hpp"

#include <QPushButton>
#include <thread>

namespace layakari {

/// Which plan was it? Asked of a recording that was read without one, or against one that was found
/// by ear: a press looks through the presets beside the window's thread and opens those that fit
/// best, to choose from.
class PlanFinder : public QPushButton {
    Q_OBJECT
public:
    explicit PlanFinder(QWidget* parent = nullptr);
    ~PlanFinder() override;

    /// Seen only where there is a recording, and nobody has said its plan. `fit` is that of a plan
    /// found by ear.
    void setRecording(const std::shared_ptr<const Listened>& listened, bool hasPlan,
                      std::optional<double> fit, const Known& known);

signals:
    void chosen(const Plan& plan);
    void nothingFits();

private:
    void ask();
    void tellProgress(double fraction);
    void find();
    void offer(const std::vector<PlanGuess>& guesses);

    std::shared_ptr<const Listened> m_listened;
    Known m_known;
    QString m_question;
    int m_generation = 0;
    std::jthread m_thread;
};

} // namespace layakari
