// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/read/plan_finder.hpp"
#include "desktop/language/names.hpp"

#include <QMenu>

namespace layakari {

PlanFinder::PlanFinder(QWidget* parent) : QPushButton(parent)
{
    setObjectName(QStringLiteral("findPlan"));
    setCursor(Qt::PointingHandCursor);
    setAutoDefault(false);
    hide();
    connect(this, &QPushButton::clicked, this, &PlanFinder::find);
}

PlanFinder::~PlanFinder() { ++m_generation; }

void PlanFinder::setRecording(const std::shared_ptr<const Listened>& listened, bool hasPlan,
                              std::optional<double> fit, const Known& known)
{
    ++m_generation;
    m_listened = listened;
    m_known = known;
    m_question = fit ? tr("Is it this plan?") : tr("Which plan was it?");
    ask();
    const QString look = tr("Looks for the plans that fit the sound best (G)");
    setToolTip(fit ? tr("This plan fits %1 %. %2").arg(qRound(100 * *fit)).arg(look) : look);
    setVisible(listened && (!hasPlan || fit));
}

void PlanFinder::ask()
{
    setEnabled(true);
    setText(m_question);
    setShortcut(Qt::Key_G); // a new text takes it away
}

// An hour of breath takes ten seconds and more.
void PlanFinder::tellProgress(double fraction)
{
    setText(tr("Looking through the plans, %1 %").arg(qRound(100 * fraction)));
}

void PlanFinder::find()
{
    setEnabled(false);
    tellProgress(0);
    const int generation = ++m_generation;
    const auto report = [this, generation](double fraction) {
        QMetaObject::invokeMethod(
            this,
            [this, generation, fraction] {
                if (generation == m_generation) tellProgress(fraction);
            },
            Qt::QueuedConnection);
    };
    m_thread.request_stop();
    m_thread = std::jthread([this, generation, report, listened = m_listened,
                             known = m_known](const std::stop_token& stop) {
        constexpr std::size_t worthOffering = 4;
        auto guesses = guessPlans(*listened, presetPlans(), known, worthOffering, {report, stop});
        QMetaObject::invokeMethod(
            this,
            [this, generation, guesses = std::move(guesses)] {
                if (generation == m_generation) offer(guesses);
            },
            Qt::QueuedConnection);
    });
}

void PlanFinder::offer(const std::vector<PlanGuess>& guesses)
{
    ask();
    setFocus();
    if (guesses.empty()) {
        emit nothingFits();
        return;
    }
    auto* menu = new QMenu(this);
    menu->setObjectName(QStringLiteral("foundPlans"));
    menu->setAttribute(Qt::WA_DeleteOnClose);
    for (const PlanGuess& guess : guesses)
        connect(menu->addAction(tr("%1  (%2)")
                                    .arg(shownName(guess.plan.name),
                                         QString::fromStdString(fitInWords(guess)))),
                &QAction::triggered, this, [this, plan = guess.plan] { emit chosen(plan); });
    menu->popup(mapToGlobal(QPoint(0, height())));
    menu->setActiveAction(menu->actions().front());
}

} // namespace layakari
