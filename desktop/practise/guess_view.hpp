// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/reading/plan_guess.hpp"
#include "core/words/terms.hpp"

#include <QWidget>

class QLabel;
class QVBoxLayout;

namespace layakari {

/// After free practice: which plan it may have been, with how well each fits, to choose from.
class GuessView : public QWidget {
    Q_OBJECT
public:
    explicit GuessView(QWidget* parent = nullptr);

    void show(const std::vector<PlanGuess>& guesses);

signals:
    void chosen(const std::optional<Plan>& plan); ///< nothing: none of them

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    QLabel* m_sentence;
    QVBoxLayout* m_rows;
    std::vector<PlanGuess> m_guesses;

    QWidget* rowOf(std::size_t index);
};

} // namespace layakari
