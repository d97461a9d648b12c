// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/read/question_bar.hpp"

#include "core/language/message.hpp"
#include "core/language/times.hpp"
#include "core/report/sentence.hpp"
#include "core/report/uncertainty.hpp"
#include "desktop/controls/lay.hpp"
#include "desktop/theme/theme.hpp"

#include <QAction>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <utility>

namespace layakari {

namespace {

constexpr int mostAnswers = 3; // of one question

} // namespace

QuestionBar::QuestionBar(QWidget* page)
    : QWidget(page), m_question(new QLabel(this)), m_doubt(new QLabel(this))
{
    setObjectName(QStringLiteral("questionBar"));
    m_question->setObjectName(QStringLiteral("question"));
    m_doubt->setObjectName(QStringLiteral("questionDoubt"));
    setTypeface(m_question, Type::Row, true);
    for (QLabel* label : {m_question, m_doubt}) label->setWordWrap(true);
    m_hear = button("hearQuestion", tr("Q  Hear it"), Qt::Key_Q, [this] {
        if (const ReadQuestion* q = question()) emit hearWanted(q->startS, q->endS);
    });
    for (int i = 0; i < mostAnswers; ++i)
        m_answers.push_back(button("answer", {}, QKeySequence(Qt::Key_A + i),
                                   [this, i] { answer(static_cast<std::size_t>(i)); }));
    m_cannotTell = button("cannotTell", tr("U  I can’t tell"), Qt::Key_U, [this] {
        if (const ReadQuestion* q = question()) give(cannotTell(*q));
    });
    m_next = button("nextRecording", {}, Qt::Key_M, [this] { emit nextWanted(); });
    lay::row(this, {.margins = {28, 8, 28, 8}, .spacing = 12},
             {lay::wide(lay::column({.spacing = 2}, {m_question, m_doubt})), m_hear, m_answers[0],
              m_answers[1], m_answers[2], m_cannotTell, m_next});
    appear(false);
}

QPushButton* QuestionBar::button(const char* name, const QString& text, const QKeySequence& key,
                                 const std::function<void()>& pressed)
{
    auto* made = new QPushButton(text, this);
    made->setObjectName(QString::fromLatin1(name));
    made->setAutoDefault(false);
    made->setCursor(Qt::PointingHandCursor);
    connect(made, &QPushButton::clicked, this, pressed);
    auto* action = new QAction(this);
    action->setShortcut(key);
    action->setShortcutContext(Qt::WidgetWithChildrenShortcut);
    connect(action, &QAction::triggered, this, pressed);
    parentWidget()->addAction(action);
    m_keys.push_back({made, action});
    return made;
}

void QuestionBar::show(const Reading& reading, bool canAnswer, bool isAnother)
{
    m_asked.reset();
    if (canAnswer && !reading.questions.empty()) m_asked = reading.questions.front();
    m_isSure = reading.sure;
    appear(!reading.sure || m_round.all > 0);
    if (reading.sure) {
        m_uncertain = tr("There is nothing left to answer in this recording.");
        return ask(false);
    }
    const double probability =
        reading.explanations.empty() ? 0 : reading.explanations.front().probability;
    m_uncertain = tr("The chance that this reading is right is %1. %2")
                      .arg(QString::fromStdString(percentInWords(probability)),
                           QString::fromStdString(whyUncertain(reading)));
    // Whoever corrects something else is left where he is.
    ask(std::exchange(m_isAnswering, false) || isAnother);
}

void QuestionBar::setRound(const Round& round)
{
    m_round = round;
    if (round.all == 0 && m_isSure) appear(false);
    ask(false);
}

void QuestionBar::clear()
{
    m_asked.reset();
    appear(false);
}

void QuestionBar::appear(bool should)
{
    setVisible(should);
    setKeys();
}

// A key that does nothing now is left to whatever has the focus.
void QuestionBar::setKeys()
{
    for (const auto& [button, key] : m_keys) key->setEnabled(!isHidden() && !button->isHidden());
}

const ReadQuestion* QuestionBar::question() const { return m_asked ? &*m_asked : nullptr; }

void QuestionBar::ask(bool goThere)
{
    const ReadQuestion* asked = question();
    m_hear->setVisible(asked);
    m_cannotTell->setVisible(asked);
    for (std::size_t i = 0; i < m_answers.size(); ++i) {
        const bool isThere = asked && i < asked->answers.size();
        m_answers[i]->setVisible(isThere);
        if (isThere)
            m_answers[i]->setText(
                QStringLiteral("%1  %2").arg(QChar('A' + static_cast<int>(i)),
                                             QString::fromStdString(say(asked->answers[i].text))));
    }
    m_doubt->setText(m_uncertain);
    m_next->setVisible(m_round.all > 0);
    m_next->setText(m_round.nth < m_round.all
                        ? tr("M  Next, %1 of %2").arg(m_round.nth + 1).arg(m_round.all)
                        : tr("M  Done"));
    setKeys();
    if (!asked) {
        m_question->setText(m_isSure ? tr("Certain now") : tr("Uncertain"));
        setAccessibleName(m_uncertain);
        return;
    }
    m_question->setText(tr("%1 to %2: %3")
                            .arg(QString::fromStdString(clockTime(asked->startS)),
                                 QString::fromStdString(clockTime(asked->endS)),
                                 QString::fromStdString(say(asked->text))));
    setAccessibleName(m_question->text());
    if (goThere) emit placeWanted((asked->startS + asked->endS) / 2);
}

void QuestionBar::answer(std::size_t index)
{
    if (m_asked && index < m_asked->answers.size()) give(m_asked->answers[index].correction);
}

// Until the reading follows nothing is asked: a key that is held down answers once.
void QuestionBar::give(const Correction& correction)
{
    m_isAnswering = true;
    m_asked.reset();
    emit answered(correction);
}

void QuestionBar::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    painter.fillRect(rect(), currentTheme().panel);
}

} // namespace layakari
