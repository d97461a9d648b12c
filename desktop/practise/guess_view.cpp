// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/practise/guess_view.hpp"

#include "desktop/controls/controls.hpp"
#include "desktop/controls/lay.hpp"
#include "desktop/language/names.hpp"
#include "desktop/shapes/plan_shape.hpp"

#include <QKeyEvent>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

namespace layakari {

namespace {

constexpr int shapeWidth = 460;
constexpr int leastShapeHeight = 132; // three fit into a small window
constexpr int mostShapeHeight = 190;

} // namespace

GuessView::GuessView(QWidget* parent)
    : QWidget(parent),
      m_sentence(textLabel({}, Type::Sentence, this, "guessSentence")),
      m_rows(new QVBoxLayout)
{
    setObjectName(QStringLiteral("guessView"));
    QPushButton* none = wordButton(tr("None of these: save it without a plan"), "guessNone", this,
                                   tr("It can still be read against a plan later (Esc)"));
    connect(none, &QPushButton::clicked, this, [this] { emit chosen(std::nullopt); });
    lay::column(this, {.margins = {28, 14, 28, 18}, .spacing = 12},
                {m_sentence, lay::wide(m_rows), lay::stretch(0), lay::at(Qt::AlignLeft, none)});
    setFocusPolicy(Qt::StrongFocus);
}

void GuessView::show(const std::vector<PlanGuess>& guesses)
{
    m_guesses = guesses;
    while (QLayoutItem* old = m_rows->takeAt(0)) {
        delete old->widget();
        delete old;
    }
    m_sentence->setText(guesses.empty()
                            ? tr("No known plan fits what was heard.")
                            : tr("What was it? These fit the sound, the likeliest first. Only "
                                 "you know what cannot be heard, such as the nostril."));
    for (std::size_t i = 0; i < guesses.size(); ++i) m_rows->addWidget(rowOf(i));
}

QWidget* GuessView::rowOf(std::size_t index)
{
    const PlanGuess& guess = m_guesses[index];
    auto* row = new QWidget(this);
    auto* shape = new PlanShape(row);
    shape->setPlan(guess.plan, guess.countLengthS.value_or(1));
    shape->setFixedWidth(shapeWidth);
    shape->setMinimumHeight(leastShapeHeight);
    shape->setMaximumHeight(mostShapeHeight);
    const QString name = tr("It was this");
    QPushButton* choose =
        index == 0
            ? leadButton(name, "guess0", row, tr("Save it as this plan (Enter)"))
            : wordButton(name, index == 1 ? "guess1" : "guess2", row, tr("Save it as this plan"));
    choose->setAccessibleName(name + QStringLiteral(": ") + shownName(guess.plan.name));
    connect(choose, &QPushButton::clicked, this,
            [this, index] { emit chosen(m_guesses[index].plan); });
    lay::row(row, {.spacing = 28},
             {shape, lay::wide(lay::column(
                         {.spacing = 4},
                         {textLabel(shownName(guess.plan.name), Type::Row, row, "", true),
                          softLabel(QString::fromStdString(fitInWords(guess)), Type::Body, row),
                          lay::at(Qt::AlignLeft, choose), lay::stretch()}))});
    return row;
}

void GuessView::keyPressEvent(QKeyEvent* event)
{
    const bool isEnter = event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter;
    if (isEnter && !m_guesses.empty())
        emit chosen(m_guesses.front().plan);
    else
        QWidget::keyPressEvent(event);
}

} // namespace layakari
