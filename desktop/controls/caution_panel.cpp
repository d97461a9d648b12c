// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/controls/caution_panel.hpp"

#include "desktop/controls/controls.hpp"
#include "desktop/controls/lay.hpp"
#include "desktop/desk/journal_desk.hpp"

#include <QCheckBox>
#include <QComboBox>
#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <QWidgetAction>
#include <cmath>

namespace layakari {

namespace {

// What can be said of the last full meal, with the hours that it stands for.
struct Meal {
    const char* text;
    double hours; // below 0: not said
};
constexpr std::array meals{Meal{QT_TRANSLATE_NOOP("layakari::CautionPanel", "last full meal: "
                                                                            "not given"),
                                -1},
                           Meal{QT_TRANSLATE_NOOP("layakari::CautionPanel", "less than 1 hour "
                                                                            "ago"),
                                0.5},
                           Meal{QT_TRANSLATE_NOOP("layakari::CautionPanel", "1 to 2 hours "
                                                                            "ago"),
                                1.5},
                           Meal{QT_TRANSLATE_NOOP("layakari::CautionPanel", "2 to 3 hours "
                                                                            "ago"),
                                2.5},
                           Meal{QT_TRANSLATE_NOOP("layakari::CautionPanel", "3 hours ago or "
                                                                            "more"),
                                3.5}};

// Each text a paragraph of its own.
QString inParagraphs(const std::vector<std::string>& texts)
{
    QString html;
    for (const std::string& text : texts)
        html += QStringLiteral("<p style='margin-top:0px; margin-bottom:7px'>%1</p>")
                    .arg(QString::fromStdString(text).toHtmlEscaped());
    return html;
}

} // namespace

CautionPanel::CautionPanel(JournalDesk* desk, QWidget* parent)
    : QWidget(parent),
      m_desk(desk),
      m_title(textLabel(tr("Before you begin"), Type::Row, this, "cautionTitle", true)),
      m_clashes(textLabel({}, Type::Body, this, "clashes", true)),
      m_cautions(softLabel({}, Type::Small, this, "cautions")),
      m_read(wordButton(tr("I have read this"), "acknowledge", this,
                        tr("Folds these cautions away until a plan asks for more, or for a year"))),
      m_again(wordButton(tr("Show the cautions"), "showCautions", this)),
      m_today(wordButton(tr("Today: nothing special"), "todayConditions", this,
                         tr("What applies to you today only"))),
      m_todayMenu(new QMenu(this)),
      m_meal(choiceBox(tr("Last full meal"), "meal", {}, this)),
      m_gentler(wordButton(tr("Not today: something gentler"), "gentler", this,
                           tr("The same technique without holds, with fewer strokes, or with "
                              "shorter counts"))),
      m_gentlerMenu(new QMenu(this))
{
    setObjectName(QStringLiteral("cautionPanel"));
    for (QLabel* label : {m_clashes, m_cautions}) label->setTextFormat(Qt::RichText);
    for (const Meal& meal : meals) m_meal->addItem(tr(meal.text), meal.hours);
    for (int c = 0; c < conditionCount; ++c) {
        const auto condition = static_cast<Condition>(c);
        if (isLasting(condition)) continue;
        // A box in the menu, so that several can be ticked before it closes.
        auto* action = new QWidgetAction(m_todayMenu);
        auto* box = new QCheckBox(QString::fromStdString(inWords(condition)));
        box->setProperty("condition", c);
        action->setDefaultWidget(box);
        m_todayMenu->addAction(action);
        connect(box, &QCheckBox::clicked, this, &CautionPanel::saveDay);
    }
    m_today->setMenu(m_todayMenu);
    m_gentler->setMenu(m_gentlerMenu);
    lay::column(this, {.spacing = 6},
                {m_title, m_clashes, m_cautions, lay::row({m_read, m_again, lay::stretch()}),
                 lay::gap(6), lay::at(Qt::AlignLeft, m_today), lay::at(Qt::AlignLeft, m_meal),
                 lay::at(Qt::AlignLeft, m_gentler)});

    connect(m_read, &QPushButton::clicked, this, &CautionPanel::acknowledge);
    connect(m_again, &QPushButton::clicked, this, [this] {
        m_showsAll = !m_showsAll;
        refresh();
    });
    connect(m_meal, &QComboBox::activated, this, &CautionPanel::saveDay);
}

double CautionPanel::hourNow() const
{
    const QTime time = m_desk->now().time();
    return time.hour() + time.minute() / 60.0;
}

void CautionPanel::setPlan(const Plan& plan)
{
    if (plan.technique != m_plan.technique) m_showsAll = false;
    m_plan = plan;
    refresh();
}

void CautionPanel::refresh()
{
    const auto& person = m_desk->person();
    setVisible(person.has_value());
    if (!person) return;
    const DayState day =
        m_desk->told(m_desk->journal().dayState(person->id, m_desk->today())).value_or(DayState{});
    m_shownDay = day;
    Today today{day.conditions, m_desk->now().time().hour(), {}};
    if (day.mealHour) today.hoursSinceMeal = hourNow() - *day.mealHour;
    const auto clashes = clashesOf(m_plan, person->conditions, today);
    m_clashing.clear();
    for (const Clash& clash : clashes)
        if (clash.condition) m_clashing.insert(*clash.condition);
    const auto given = m_desk->told(m_desk->journal().acknowledgements(person->id))
                           .value_or(std::vector<Acknowledgement>{});
    m_mustRead = mustAcknowledge(given, m_plan, m_clashing, m_desk->today());
    showTexts(clashes, cautionsFor(demandsOf(m_plan)));

    QStringList said;
    for (QCheckBox* box : m_todayMenu->findChildren<QCheckBox*>()) {
        const auto condition = static_cast<Condition>(box->property("condition").toInt());
        box->setChecked(day.conditions.count(condition) > 0);
        if (box->isChecked()) said << box->text();
    }
    m_today->setText(said.isEmpty()
                         ? tr("Today: nothing special")
                         : tr("Today: %1")
                               .arg(fontMetrics().elidedText(said.join(QStringLiteral(", ")),
                                                             Qt::ElideRight, 220)));
    // The answer ages with the day.
    int answer = 0;
    for (int i = 1; today.hoursSinceMeal && i < m_meal->count(); ++i)
        if (*today.hoursSinceMeal >= std::floor(m_meal->itemData(i).toDouble())) answer = i;
    m_meal->setCurrentIndex(answer);
    fillGentler();
}

void CautionPanel::showTexts(const std::vector<Clash>& clashes,
                             const std::vector<std::string>& cautions)
{
    std::vector<std::string> texts;
    for (const Clash& clash : clashes) texts.push_back(clash.text);
    m_clashes->setText(inParagraphs(texts));
    m_clashes->setVisible(!texts.empty());
    m_cautions->setText(inParagraphs(cautions));
    m_cautions->setVisible(m_mustRead || m_showsAll);
    m_read->setVisible(m_mustRead);
    m_again->setVisible(!m_mustRead);
    m_again->setText(m_showsAll ? tr("Hide the cautions") : tr("Show the cautions"));
    m_title->setText(clashes.empty() ? tr("Before you begin") : tr("Is this for you today?"));
}

void CautionPanel::fillGentler()
{
    m_gentlerMenu->clear();
    for (const Gentler& gentler : gentlerPlans(m_plan))
        m_gentlerMenu->addAction(QString::fromStdString(gentler.what),
                                 [this, plan = gentler.plan] { emit gentlerWanted(plan); });
    m_gentler->setEnabled(!m_gentlerMenu->isEmpty());
}

void CautionPanel::saveDay()
{
    DayState day;
    for (QCheckBox* box : m_todayMenu->findChildren<QCheckBox*>())
        if (box->isChecked())
            day.conditions.insert(static_cast<Condition>(box->property("condition").toInt()));
    if (const double hours = m_meal->currentData().toDouble(); hours >= 0)
        day.mealHour = hourNow() - hours;
    const Id id = m_desk->person()->id;
    m_desk->perform(
        tr("Change today's state"),
        [this, id, today = m_desk->today(), was = m_shownDay, day] {
            return m_desk->journal().changeDayState(id, today, was, day);
        },
        [this, id, today = m_desk->today(), was = m_shownDay, day] {
            return m_desk->journal().changeDayState(id, today, day, was);
        });
}

void CautionPanel::acknowledge()
{
    const Acknowledgement given{m_plan.technique, demandsOf(m_plan), m_clashing, m_desk->today()};
    const Id id = m_desk->person()->id;
    m_desk->perform(
        tr("Mark the cautions as read"),
        [this, id, given] { return m_desk->journal().acknowledge(id, given); },
        [this, id, given] { return m_desk->journal().withdraw(id, given); });
}

} // namespace layakari
