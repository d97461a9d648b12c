// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/today/today_view.hpp"

#include "core/curriculum/presets.hpp"
#include "core/plan/hum_targets.hpp"
#include "core/plan/plan_figures.hpp"
#include "desktop/controls/caution_panel.hpp"
#include "desktop/controls/controls.hpp"
#include "desktop/controls/lay.hpp"
#include "desktop/desk/journal_desk.hpp"
#include "desktop/language/names.hpp"
#include "desktop/plans/planned_words.hpp"
#include "desktop/shapes/plan_shape.hpp"

#include <QDoubleSpinBox>
#include <QKeyEvent>
#include <QLabel>
#include <QPushButton>
#include <QSpinBox>
#include <cmath>

namespace layakari {

namespace {

// Of a plan or a const one: a pointer to the repeat of its first cycles or group; null for none.
auto* repeatOf(auto& plan)
{
    decltype(&std::get<Cycles>(plan.parts.front().content).repeat) found = nullptr;
    for (auto& part : plan.parts) {
        if (auto* cycles = std::get_if<Cycles>(&part.content))
            found = &cycles->repeat;
        else if (auto* group = std::get_if<Group>(&part.content))
            found = &group->repeat;
        if (found) break;
    }
    return found;
}

bool beginsWithGroup(const Plan& plan)
{
    for (const Part& part : plan.parts) {
        if (std::holds_alternative<Cycles>(part.content)) return false;
        if (std::holds_alternative<Group>(part.content)) return true;
    }
    return false;
}

} // namespace

std::optional<int> roundsOf(const Plan& plan)
{
    const int* repeat = repeatOf(plan);
    return repeat ? std::optional(*repeat) : std::nullopt;
}

Plan withRounds(Plan plan, int rounds)
{
    if (int* repeat = repeatOf(plan)) *repeat = rounds;
    return plan;
}

TodayView::TodayView(JournalDesk* desk, QWidget* parent)
    : QWidget(parent),
      m_desk(desk),
      m_sentence(textLabel({}, Type::Sentence, this, "todaySentence")),
      m_why(softLabel({}, Type::Body, this, "todayWhy")),
      m_shape(new PlanShape(this)),
      m_figures(textLabel({}, Type::Row, this, "todayFigures")),
      m_compared(softLabel({}, Type::Body, this, "todayCompared")),
      m_count(numberBox(tr("Length of a count in seconds"), "todayCount", 0.3, 10, 0.05, 2, tr("s"),
                        this)),
      m_countNote(softLabel({}, Type::Small, this, "todayCountNote")),
      m_rounds(countBox(tr("How many"), "todayRounds", 1, planLimits::repeat, this)),
      m_roundsName(textLabel({}, Type::Body, this, "todayRoundsName")),
      m_practise(leadButton(tr("Practise now"), "practiseNow", this,
                            tr("Practise with cues; it is recorded and measured (Enter)"))),
      m_handIn(wordButton(tr("Add a recording of this…"), "handIn", this,
                          tr("Choose a recording of this practice; it is read and saved (H)"))),
      m_edit(wordButton(tr("Change the plan…"), "todayEdit", this,
                        tr("Change a copy; the plan itself stays as it is"))),
      m_back(wordButton(tr("Back to the proposal"), "todayBack", this)),
      m_cautions(new CautionPanel(desk, this)),
      m_advice(textLabel({}, Type::Body, this, "todayAdvice")),
      m_goOn(wordButton({}, "goOn", this)),
      m_easeOff(wordButton(tr("One step easier"), "easeOff", this))
{
    setObjectName(QStringLiteral("todayView"));
    lay::row(this, {.margins = {28, 10, 24, 16}, .spacing = 36},
             {lay::wide(buildLeft()), buildRight()});

    connect(m_count, &QDoubleSpinBox::valueChanged, this, &TodayView::showPlan);
    connect(m_rounds, &QSpinBox::valueChanged, this, &TodayView::showPlan);
    connect(m_practise, &QPushButton::clicked, this, [this] {
        if (m_desk->person())
            emit practiseWanted();
        else
            emit personWanted();
    });
    connect(m_handIn, &QPushButton::clicked, this, [this] { emit handInWanted(plan()); });
    connect(m_edit, &QPushButton::clicked, this, [this] { emit editWanted(plan()); });
    connect(m_back, &QPushButton::clicked, this, &TodayView::propose);
    connect(m_cautions, &CautionPanel::gentlerWanted, this,
            [this](const Plan& gentler) { usePlan(gentler, tr("Something gentler for today.")); });
    connect(m_goOn, &QPushButton::clicked, this, [this] { stand(+1); });
    connect(m_easeOff, &QPushButton::clicked, this, [this] { stand(-1); });
    connect(m_desk, &JournalDesk::personChanged, this, &TodayView::follow);
    connect(m_desk, &JournalDesk::journalChanged, this, &TodayView::follow);
    setFocusPolicy(Qt::StrongFocus);
    setFocusProxy(m_practise);
    propose();
}

QWidget* TodayView::buildLeft()
{
    auto* left = new QWidget(this);
    m_changes = new QWidget(this);
    QLabel* countName = textLabel(tr("One count"), Type::Body, this);
    lay::row(
        m_changes, {.spacing = 10},
        {countName, m_count, m_countNote, lay::gap(14), m_roundsName, m_rounds, lay::stretch()});
    lay::column(left, {.spacing = 6},
                {m_sentence, m_why, lay::wide(m_shape),
                 lay::row({.spacing = 10}, {lay::wide(m_figures), m_back, m_edit}), m_compared,
                 lay::gap(4), m_changes});
    for (QLabel* label : {countName, m_countNote, m_roundsName}) label->setWordWrap(false);
    return left;
}

QWidget* TodayView::buildRight()
{
    auto* inner = new QWidget(this);
    lay::column(inner, {.margins = {0, 0, 8, 0}, .spacing = 8},
                {m_advice, lay::row({m_goOn, m_easeOff, lay::stretch()}), lay::gap(10), m_cautions,
                 lay::stretch()});
    return sideColumn(inner, {m_practise, m_handIn}, this);
}

void TodayView::keyPressEvent(QKeyEvent* event)
{
    const bool isEnter = event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter;
    // In a number Enter only takes the number.
    if (isEnter && !qobject_cast<QAbstractSpinBox*>(focusWidget()))
        m_practise->click();
    else if (event->key() == Qt::Key_H && m_handIn->isVisible())
        m_handIn->click();
    else
        QWidget::keyPressEvent(event);
}

void TodayView::paintEvent(QPaintEvent*) { paintSide(this); }

void TodayView::propose()
{
    m_proposal.reset();
    const auto& person = m_desk->person();
    for (QWidget* w : std::initializer_list<QWidget*>{m_compared, m_changes, m_cautions})
        w->setVisible(person.has_value());
    m_practise->setText(person ? tr("Practise now") : tr("Add a person"));
    m_handIn->setVisible(person.has_value());
    if (!person) {
        m_sentence->setText(tr("Everyone is archived."));
        m_why->setText(tr("Bring someone back under People, or add a person."));
        m_shape->setPlan(findPreset("even-4-4")->plan, usual::countS);
        m_figures->setText(tr("An even breath, 4 : 4, is where most people begin. Only a recording "
                              "to read? Press 3, or drop it here."));
        QStringList cautions;
        for (const std::string& text : cautionsFor({})) cautions << QString::fromStdString(text);
        m_advice->setText(cautions.join(QStringLiteral("\n\n")));
        m_advice->show();
        m_goOn->hide();
        m_easeOff->hide();
        return;
    }
    const DayState day =
        m_desk->told(m_desk->journal().dayState(person->id, m_desk->today())).value_or(DayState{});
    m_proposal = m_desk->told(proposeFor(m_desk->journal(), *person, day, m_desk->today()));
    if (!m_proposal) return;
    m_proposedTo = person->id;
    takePlan(m_proposal->plan);
    m_why->setText(QString::fromStdString(m_proposal->why));
    m_back->hide();
    showAdvice();
}

// What changed may change what is proposed. What the same person chose instead stays, and so do the
// rounds and the count that were set for a proposal that is still the same. A count that nobody has
// set is the one that was in recent sittings, and follows it.
void TodayView::follow()
{
    const auto& person = m_desk->person();
    const bool samePerson = person && m_proposal && m_proposedTo == person->id;
    const auto day = samePerson
                         ? m_desk->told(m_desk->journal().dayState(person->id, m_desk->today()))
                         : std::nullopt;
    if (!day) return propose();
    const auto now = m_desk->told(proposeFor(m_desk->journal(), *person, *day, m_desk->today()));
    if (!now) return;
    const bool isChosen = m_plan != m_proposal->plan;
    if (!isChosen && now->plan != m_proposal->plan) return propose();
    m_proposal = now;
    if (!isChosen) m_why->setText(QString::fromStdString(now->why));
    m_back->setVisible(m_plan != now->plan);
    if (m_count->value() == m_countTaken) takeCount();
    showPlan();
    showAdvice();
}

void TodayView::takeCount()
{
    const QSignalBlocker quiet(m_count);
    m_count->setValue(planFigures(m_plan, m_desk->ownCountS()).countS);
    m_countTaken = m_count->value();
}

void TodayView::usePlan(const Plan& plan, const QString& why)
{
    takePlan(plan);
    m_why->setText(why);
    m_back->setVisible(m_proposal && m_proposal->plan != plan);
    showAdvice();
}

void TodayView::takePlan(const Plan& plan)
{
    m_plan = plan;
    m_settingUp = true;
    takeCount();
    const auto rounds = roundsOf(plan);
    m_rounds->setValue(rounds.value_or(1));
    m_rounds->setEnabled(rounds.has_value());
    m_roundsName->setText(beginsWithGroup(plan) ? tr("Rounds") : tr("Cycles"));
    m_settingUp = false;
    showPlan();
}

Plan TodayView::plan() const
{
    Plan plan = m_plan;
    if (roundsOf(plan)) plan = withRounds(std::move(plan), m_rounds->value());
    // An own count is only expected to be so long: the recording says what it was.
    if (plan.countLengthS) plan.countLengthS = m_count->value();
    // Swaras lie over this person's Sa, where it is known.
    const auto& person = m_desk->person();
    if (person && person->saHz && namesSwaras(plan)) plan.saHz = person->saHz;
    return plan;
}

void TodayView::showPlan()
{
    const auto& person = m_desk->person();
    if (m_settingUp || !person) return;
    const Plan plan = this->plan();
    const PlanFigures figures = planFigures(plan, m_count->value());
    m_shape->setPlan(plan, figures.countS);
    m_sentence->setText(
        tr("%1 today: %2.")
            .arg(QString::fromStdString(person->name).section(QLatin1Char(' '), 0, 0),
                 shownName(plan.name)));
    m_countNote->setText(plan.countLengthS     ? tr("by the clock")
                         : m_desk->ownCountS() ? tr("as in recent sittings")
                                               : tr("your own count"));
    QStringList words{plannedTime(figures)};
    if (figures.breathsPerMin)
        words << tr("%L1 breaths per minute").arg(*figures.breathsPerMin, 0, 'f', 1);
    if (figures.strokes > 0)
        words << (person->school.strokesBy == StrokesBy::Time
                      ? tr("%1 of strokes, about %n", nullptr, figures.strokes)
                      : tr("%n stroke(s) in %1", nullptr, figures.strokes))
                     .arg(plannedDuration(figures.strokesS));
    if (const std::string pitches = humTargetsInWords(plan, person->school.tuning);
        !pitches.empty())
        words << QString::fromStdString(pitches);
    if (figures.hasOpenHold)
        words << tr("a hold as long as is comfortable");
    else if (figures.longestHoldS > 0)
        words << tr("longest hold %L1 s").arg(figures.longestHoldS, 0, 'f', 1);
    m_figures->setText(words.join(QStringLiteral("  ·  ")));
    m_compared->setText(
        QString::fromStdString(comparedWithLately(figures, m_desk->latestSittings())));
    m_compared->setVisible(!m_compared->text().isEmpty());
    m_cautions->setPlan(plan);
}

void TodayView::showAdvice()
{
    const bool isProposal = m_proposal && m_plan == m_proposal->plan;
    m_advice->setText(isProposal ? QString::fromStdString(m_proposal->judgement.reason)
                                 : QString());
    m_advice->setVisible(isProposal);
    const bool mayGoOn =
        isProposal && m_proposal->next && m_proposal->judgement.advice == Advice::GoOn;
    m_goOn->setVisible(mayGoOn);
    if (mayGoOn)
        m_goOn->setText(
            tr("Move on: %1")
                .arg(fontMetrics().elidedText(QString::fromStdString(m_proposal->nextAdds),
                                              Qt::ElideRight, 220)));
    m_easeOff->setVisible(isProposal && m_proposal->easier &&
                          m_proposal->judgement.advice == Advice::EaseOff);
}

void TodayView::stand(int rungsAway)
{
    if (!m_proposal || !m_proposal->place) return;
    m_desk->stand(*m_proposal->place, rungsAway);
}

} // namespace layakari
