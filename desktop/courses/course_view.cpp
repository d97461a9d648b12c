// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/courses/course_view.hpp"

#include "core/base/files.hpp"
#include "core/curriculum/technique.hpp"
#include "core/journal/figures.hpp"
#include "core/plan/plan_figures.hpp"
#include "core/progress/course_days.hpp"
#include "desktop/controls/controls.hpp"
#include "desktop/controls/lay.hpp"
#include "desktop/courses/course_calendar.hpp"
#include "desktop/desk/journal_desk.hpp"
#include "desktop/language/dates.hpp"
#include "desktop/language/names.hpp"
#include "desktop/plans/plan_list.hpp"

#include <QComboBox>
#include <QDateEdit>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QLabel>
#include <QListWidget>
#include <QLocale>
#include <QPushButton>
#include <QSpinBox>

namespace layakari {

namespace {

constexpr int formWidth = 380;
constexpr int fewestWeeks = 5; // so that an empty calendar is one still
constexpr int mostWeeks = 14;
constexpr int lookBack = 400; // sittings that can lie in the weeks shown

} // namespace

CourseView::CourseView(JournalDesk* desk, QWidget* parent)
    : QWidget(parent),
      m_desk(desk),
      m_sentence(textLabel({}, Type::Sentence, this, "courseSentence")),
      m_calendar(new CourseCalendar(this)),
      m_day(softLabel({}, Type::Body, this, "courseDay")),
      m_list(new QListWidget(this)),
      m_plan(choiceBox(tr("Plan"), "coursePlan", {}, this)),
      m_weeks(countBox(tr("For how many weeks"), "courseWeeks", 1, 104, this)),
      m_starts(new QDateEdit(this)),
      m_hour(choiceBox(tr("When"), "courseHour", {}, this)),
      m_add(leadButton(tr("Add to the course"), "courseAdd", this)),
      m_remove(wordButton(tr("Remove"), "courseRemove", this)),
      m_export(wordButton(tr("Export as calendar…"), "courseExport", this,
                          tr("An iCalendar file that any calendar reads")))
{
    setObjectName(QStringLiteral("courseView"));
    m_list->setObjectName(QStringLiteral("courseList"));
    m_list->setAccessibleName(tr("What is on the course"));
    m_list->setWordWrap(true);
    m_list->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    m_starts->setObjectName(QStringLiteral("courseStarts"));
    m_starts->setAccessibleName(tr("First day"));
    m_starts->setDisplayFormat(dateFormat());
    m_starts->setDate(toQDate(m_desk->today()));
    m_weeks->setValue(4);
    m_weeks->setSuffix(QStringLiteral(" ") + tr("weeks"));
    for (int hour = 5; hour <= 22; ++hour)
        m_hour->addItem((hour < 12   ? tr("mornings, %1")
                         : hour < 17 ? tr("afternoons, %1")
                                     : tr("evenings, %1"))
                            .arg(hourOfDay(hour)),
                        hour);
    lay::row(this, {.margins = {28, 10, 28, 16}, .spacing = 36},
             {lay::wide(lay::column(
                  {.spacing = 8},
                  {m_sentence, lay::wide(m_calendar),
                   softLabel(tr("Ring: planned.  Filled: practised.  Small dot: practised, though "
                                "not planned.  Line under a day: today."),
                             Type::Small, this),
                   m_day})),
              buildForm()});

    connect(m_calendar, &CourseCalendar::dayChosen, this, &CourseView::showDay);
    connect(m_add, &QPushButton::clicked, this, &CourseView::add);
    connect(m_remove, &QPushButton::clicked, this, &CourseView::remove);
    connect(m_export, &QPushButton::clicked, this, [this] {
        const QString file = QFileDialog::getSaveFileName(
            this, tr("Save the course as a calendar"), tr("practice.ics"), tr("Calendars (*.ics)"));
        if (!file.isEmpty()) exportTo(file);
    });
    connect(m_desk, &JournalDesk::personChanged, this, &CourseView::refill);
    connect(m_desk, &JournalDesk::journalChanged, this, &CourseView::refill);
    refill();
}

QWidget* CourseView::buildForm()
{
    auto* side = new QWidget(this);
    side->setFixedWidth(formWidth);
    m_plan->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    m_plan->setMinimumContentsLength(24);
    auto* days = new QHBoxLayout;
    days->setSpacing(2);
    for (int d = 0; d < 7; ++d) {
        QPushButton* day = wordButton(QLocale().dayName(d + 1, QLocale::ShortFormat), "", this);
        day->setObjectName(QStringLiteral("weekday%1").arg(d));
        day->setAccessibleName(QLocale().dayName(d + 1));
        day->setCheckable(true);
        day->setChecked(d == 0 || d == 2 || d == 4);
        m_weekdays.push_back(day);
    }
    for (const int d : weekdaysInOrder()) days->addWidget(m_weekdays[static_cast<std::size_t>(d)]);
    lay::column(side, {.spacing = 8},
                {textLabel(tr("On the course"), Type::Row, this, "", true), lay::wide(m_list),
                 lay::row({m_remove, m_export, lay::stretch()}), lay::gap(10),
                 textLabel(tr("Add a practice"), Type::Row, this, "", true), m_plan, days,
                 lay::row({m_weeks, lay::wide(m_starts)}), m_hour, m_add});
    return side;
}

void CourseView::refillPlans()
{
    const int before = m_plan->currentIndex();
    m_plans.clear();
    m_plan->clear();
    PlanListModel model;
    model.fill(*m_desk, {});
    for (int i = 0; i < model.rowCount(); ++i)
        if (const PlanEntry* entry = model.entry(model.index(i)); !entry->isHeading()) {
            m_plans.push_back(entry->plan);
            m_plan->addItem(shownName(entry->plan.name));
        }
    m_plan->setCurrentIndex(std::clamp(before, 0, m_plan->count() - 1));
}

QString CourseView::nameOf(Id planVersion) const
{
    const auto kept = m_desk->told(m_desk->journal().planVersion(planVersion));
    return kept && *kept ? shownName((*kept)->plan.name) : tr("a plan");
}

void CourseView::refill()
{
    refillPlans();
    const auto& person = m_desk->person();
    m_courses.clear();
    m_sittings.clear();
    if (person) {
        m_courses =
            m_desk->told(m_desk->journal().courses(person->id)).value_or(std::vector<Course>{});
        m_sittings = m_desk->told(m_desk->journal().sittings(person->id, lookBack))
                         .value_or(std::vector<Sitting>{});
    }
    const Day today = m_desk->today();
    std::map<Day, CourseCalendar::DayLook> days;
    Day first = weekStart(today);
    Day last = today;
    const int chosen = m_list->currentRow();
    m_list->clear();
    for (const Course& course : m_courses) {
        const QString name = nameOf(course.planVersion);
        const auto all = daysOf(course);
        for (const Day day : all)
            days[day].planned << tr("%1 at "
                                    "%2")
                                     .arg(name, hourOfDay(course.hour));
        if (!all.empty()) {
            first = std::min(first, all.front());
            last = std::max(last, all.back());
        }
        QStringList names;
        for (const int d : weekdaysInOrder())
            if (course.weekdays & (1u << d))
                names << QLocale().dayName(d + 1, QLocale::ShortFormat);
        m_list->addItem(tr("%1\n%2 at %3, %n week(s) from %4", nullptr, course.weeks)
                            .arg(name,
                                 names.size() == 7 ? tr("every day") : names.join(QLatin1Char(' ')),
                                 hourOfDay(course.hour), shortDayAndMonth(toQDate(course.starts))));
    }
    m_list->setCurrentRow(std::min(chosen < 0 ? 0 : chosen, m_list->count() - 1));
    for (const Sitting& sitting : m_sittings) ++days[sitting.day].done;
    // A long course is shown around today.
    const Day earliest = weekStart(today) - std::chrono::days(7 * (mostWeeks - 4));
    first = std::max(weekStart(first), earliest);
    const int weeks = std::clamp(static_cast<int>((weekStart(last) - first).count()) / 7 + 1,
                                 fewestWeeks, mostWeeks);
    m_calendar->show(std::move(days), first, weeks, today);
    m_sentence->setText(person ? QString::fromStdString(courseInWords(m_courses, m_sittings, today))
                               : tr("Add a person first, under People."));
    for (QWidget* w : std::initializer_list<QWidget*>{m_add, m_plan, m_weeks, m_starts, m_hour})
        w->setEnabled(person.has_value());
    m_remove->setEnabled(!m_courses.empty());
    m_export->setEnabled(!m_courses.empty());
    showDay();
}

void CourseView::showDay()
{
    const Day day = m_calendar->chosen();
    QStringList words;
    for (const Course& course : m_courses)
        if (isOn(course, day))
            words << tr("planned: %1 at "
                        "%2")
                         .arg(nameOf(course.planVersion), hourOfDay(course.hour));
    for (const Sitting& sitting : m_sittings) {
        if (sitting.day != day) continue;
        const auto accuracy = valueOf(sitting, figure::accuracy);
        words << (accuracy ? tr("practised, accuracy %L1 %").arg(*accuracy, 0, 'f', 0)
                           : tr("practised"));
    }
    m_day->setText(tr("%1: %2").arg(weekdayAndDay(toQDate(day)),
                                    words.isEmpty() ? tr("nothing planned")
                                                    : words.join(QStringLiteral("; "
                                                                                ""))));
}

void CourseView::add()
{
    const int plan = m_plan->currentIndex();
    if (plan < 0 || !m_desk->person()) return;
    const auto version =
        m_desk->told(m_desk->journal().versionFor(m_plans[static_cast<std::size_t>(plan)]));
    if (!version) return;
    Course course{0,
                  m_desk->person()->id,
                  *version,
                  0,
                  m_weeks->value(),
                  toDay(m_starts->date()),
                  m_hour->currentData().toInt()};
    for (std::size_t d = 0; d < m_weekdays.size(); ++d)
        if (m_weekdays[d]->isChecked()) course.weekdays |= 1u << d;
    // Undo takes it off again, redo puts it back under a new number.
    const auto id = std::make_shared<Id>(0);
    m_desk->perform(
        tr("Add to the course"),
        [this, course, id]() -> Result<void> {
            auto saved = m_desk->journal().saveCourse(course);
            if (!saved) return fail(saved.error());
            *id = *saved;
            return {};
        },
        [this, id] { return m_desk->journal().deleteCourse(*id); });
}

void CourseView::remove()
{
    const int row = m_list->currentRow();
    if (row < 0 || row >= static_cast<int>(m_courses.size())) return;
    Course course = m_courses[static_cast<std::size_t>(row)];
    m_list->setFocus(); // the button may be about to have nothing to do
    const auto id = std::make_shared<Id>(course.id);
    course.id = 0;
    m_desk->perform(
        tr("Remove from the course"), [this, id] { return m_desk->journal().deleteCourse(*id); },
        [this, course, id]() -> Result<void> {
            auto saved = m_desk->journal().saveCourse(course);
            if (!saved) return fail(saved.error());
            *id = *saved;
            return {};
        });
}

void CourseView::exportTo(const QString& file)
{
    const auto& person = m_desk->person();
    if (!person) return;
    std::vector<CalendarEvent> events;
    for (const Course& course : m_courses) {
        const auto kept = m_desk->told(m_desk->journal().planVersion(course.planVersion));
        if (!kept || !*kept) continue;
        const Plan& plan = (*kept)->plan;
        events.push_back({course, plan.name, techniqueName(plan.technique, Terms::Both),
                          planFigures(plan, m_desk->ownCountS()).seconds});
    }
    if (m_desk->told(
            writeFile(file.toStdString(), toICalendar(events, std::to_string(person->id)))))
        emit note(tr("Saved as %1").arg(file));
}

} // namespace layakari
