// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/journal/records.hpp"

namespace layakari {

/// The days of a course, in order: its weekdays in each of its weeks, from its first day on.
std::vector<Day> daysOf(const Course& course);
bool isOn(const Course& course, Day day);

/// Monday of a day's week.
Day mondayOf(Day day);
/// 0 Monday to 6 Sunday.
int weekdayOf(Day day);

/// A course held against what was done, said kindly: "Practised on 5 days since it began; 6 were
/// planned." A day practised of one's own accord counts like a planned one; days to come count for
/// nothing.
std::string courseInWords(const std::vector<Course>& courses, const std::vector<Sitting>& sittings,
                          Day today);

/// A course as an iCalendar object (RFC 5545): one event a weekday rule, at floating local time, so
/// that a morning stays a morning. `uidBase` makes its identity the same on every export.
struct CalendarEvent {
    Course course;
    std::string summary;
    std::string description;
    double seconds = 0; ///< of the practice; the event ends that much later, in whole minutes
};
std::string toICalendar(const std::vector<CalendarEvent>& events, const std::string& uidBase);

} // namespace layakari
