// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/progress/course_days.hpp"

#include "core/language/message.hpp"

#include <algorithm>
#include <cmath>
#include <libical/ical.h>
#include <memory>
#include <set>

namespace layakari {

namespace {

// libical's types are plain pointers with a free function of their own.
struct FreeComponent {
    void operator()(icalcomponent* c) const { icalcomponent_free(c); }
};
using Component = std::unique_ptr<icalcomponent, FreeComponent>;

icaltimetype timeOf(Day day, int hour, int minutes)
{
    const std::chrono::year_month_day d(day);
    icaltimetype time = icaltime_null_time();
    time.year = static_cast<int>(d.year());
    time.month = static_cast<int>(static_cast<unsigned>(d.month()));
    time.day = static_cast<int>(static_cast<unsigned>(d.day()));
    time.hour = hour;
    time.minute = minutes;
    time.is_date = 0;
    return icaltime_normalize(time);
}

icalcomponent* eventOf(const CalendarEvent& event, const std::string& uid)
{
    const std::vector<Day> days = daysOf(event.course);
    icalcomponent* made = icalcomponent_new(ICAL_VEVENT_COMPONENT);
    const auto add = [made](icalproperty* property) { icalcomponent_add_property(made, property); };
    add(icalproperty_new_uid(uid.c_str()));
    // The stamp says when the course was laid down, not when it was exported: the same course gives
    // the same file.
    icaltimetype stamp = timeOf(event.course.starts, 0, 0);
    stamp.zone = icaltimezone_get_utc_timezone();
    add(icalproperty_new_dtstamp(stamp));
    add(icalproperty_new_dtstart(timeOf(days.front(), event.course.hour, 0)));
    const int minutes = std::max(5, static_cast<int>(std::ceil(event.seconds / 60)));
    add(icalproperty_new_dtend(timeOf(days.front(), event.course.hour, minutes)));
    add(icalproperty_new_summary(event.summary.c_str()));
    if (!event.description.empty()) add(icalproperty_new_description(event.description.c_str()));
    icalrecurrencetype rule;
    icalrecurrencetype_clear(&rule);
    rule.freq = ICAL_WEEKLY_RECURRENCE;
    rule.count = static_cast<int>(days.size());
    int at = 0;
    for (int weekday = 0; weekday < 7; ++weekday)
        if (event.course.weekdays & (1u << weekday)) // libical counts from Sunday, 1
            rule.by_day[at++] = static_cast<short>((weekday + 1) % 7 + 1);
    rule.by_day[at] = ICAL_RECURRENCE_ARRAY_MAX;
    add(icalproperty_new_rrule(rule));
    return made;
}

} // namespace

int weekdayOf(Day day) { return static_cast<int>(std::chrono::weekday(day).iso_encoding()) - 1; }
Day mondayOf(Day day) { return day - std::chrono::days(weekdayOf(day)); }

std::vector<Day> daysOf(const Course& course)
{
    std::vector<Day> days;
    for (int d = 0; d < 7 * course.weeks; ++d) {
        const Day day = course.starts + std::chrono::days(d);
        if (course.weekdays & (1u << weekdayOf(day))) days.push_back(day);
    }
    return days;
}

bool isOn(const Course& course, Day day)
{
    return day >= course.starts && day < course.starts + std::chrono::days(7 * course.weeks) &&
           (course.weekdays & (1u << weekdayOf(day)));
}

std::string courseInWords(const std::vector<Course>& courses, const std::vector<Sitting>& sittings,
                          Day today)
{
    std::set<Day> planned;
    int inAll = 0;
    for (const Course& course : courses)
        for (const Day day : daysOf(course)) {
            ++inAll;
            if (day <= today) planned.insert(day);
        }
    if (inAll == 0) return say("course.nothing-planned");
    std::set<Day> done;
    for (const Sitting& s : sittings) done.insert(s.day);
    const auto kept =
        std::count_if(planned.begin(), planned.end(), [&](Day day) { return done.count(day) > 0; });
    // Today still has its evening.
    const auto so =
        static_cast<int>(planned.size()) - (planned.count(today) && !done.count(today) ? 1 : 0);
    if (planned.empty() || (so == 0 && kept == 0)) return say("course.not-begun");
    const auto first = *planned.begin();
    const auto extra = std::count_if(done.begin(), done.end(), [&](Day day) {
        return day >= first && day <= today && !planned.count(day);
    });
    const auto practised = kept + extra;
    return say("course.days", {{"practised", practised}, {"planned", so}});
}

std::string toICalendar(const std::vector<CalendarEvent>& events, const std::string& uidBase)
{
    Component calendar(icalcomponent_new(ICAL_VCALENDAR_COMPONENT));
    icalcomponent_add_property(calendar.get(), icalproperty_new_version("2.0"));
    icalcomponent_add_property(calendar.get(),
                               icalproperty_new_prodid("-//Layakari//Practice course//EN"));
    int number = 0;
    for (const CalendarEvent& event : events) {
        if (daysOf(event.course).empty()) continue;
        icalcomponent_add_component(
            calendar.get(),
            eventOf(event, "course-" + std::to_string(++number) + "-" + uidBase + "@layakari"));
    }
    std::unique_ptr<char, decltype(&std::free)> text(icalcomponent_as_ical_string_r(calendar.get()),
                                                     &std::free);
    return text.get();
}

} // namespace layakari
