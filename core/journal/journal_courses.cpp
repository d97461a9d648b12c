// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/journal/journal.hpp"
#include "core/journal/store.hpp"

namespace layakari {

Result<std::vector<KeptLadder>> Journal::ladders() const
{
    return m_store->guarded([&] {
        SQLite::Statement query(m_store->db,
                                "SELECT id, json FROM ladder WHERE deleted = 0 ORDER BY id");
        std::vector<KeptLadder> ladders;
        while (query.executeStep())
            if (auto ladder = parseLadder(query.getColumn(1).getString(), "journal"))
                ladders.push_back({query.getColumn(0).getInt64(), *std::move(ladder)});
        return ladders;
    });
}

Result<Id> Journal::saveLadder(const KeptLadder& ladder)
{
    const std::string json = ladderToJson(ladder.ladder);
    if (auto valid = parseLadder(json, ladder.ladder.name); !valid) return fail(valid.error());
    return m_store->inTransaction([&]() -> Id {
        SQLite::Statement write(m_store->db, ladder.id == 0
                                                 ? "INSERT INTO ladder (json) VALUES (:json)"
                                                 : "UPDATE ladder SET json = :json WHERE id = :id");
        write.bind(":json", json);
        if (ladder.id != 0) write.bind(":id", ladder.id);
        write.exec();
        return ladder.id == 0 ? m_store->db.getLastInsertRowid() : ladder.id;
    });
}

Result<void> Journal::deleteLadder(Id id)
{
    return m_store->inTransaction([&] {
        SQLite::Statement write(m_store->db, "UPDATE ladder SET deleted = 1 WHERE id = :id");
        write.bind(":id", id);
        write.exec();
    });
}

Result<void> Journal::restoreLadder(Id id)
{
    return m_store->inTransaction([&] {
        SQLite::Statement write(m_store->db, "UPDATE ladder SET deleted = 0 WHERE id = :id");
        write.bind(":id", id);
        write.exec();
    });
}

Result<std::vector<LadderPlace>> Journal::places(Id person) const
{
    return m_store->guarded([&] {
        SQLite::Statement query(
            m_store->db,
            "SELECT ladder, rung, since FROM ladder_place WHERE person = :person AND ladder NOT IN "
            "(SELECT 'own:' || id FROM ladder WHERE deleted = 1) ORDER BY since DESC, ladder");
        query.bind(":person", person);
        std::vector<LadderPlace> places;
        while (query.executeStep())
            places.push_back({query.getColumn(0).getString(), query.getColumn(1).getInt(),
                              sql::dayOf(query.getColumn(2))});
        return places;
    });
}

Result<void> Journal::savePlace(Id person, const LadderPlace& place)
{
    return m_store->inTransaction([&] {
        SQLite::Statement write(m_store->db,
                                "INSERT OR REPLACE INTO ladder_place (person, ladder, rung, since) "
                                "VALUES (:person, :ladder, :rung, :since)");
        write.bind(":person", person);
        write.bind(":ladder", place.ladder);
        write.bind(":rung", place.rung);
        write.bind(":since", dayToText(place.since));
        write.exec();
    });
}

Result<void> Journal::leaveLadder(Id person, const std::string& ladder)
{
    return m_store->inTransaction([&] {
        SQLite::Statement write(
            m_store->db, "DELETE FROM ladder_place WHERE person = :person AND ladder = :ladder");
        write.bind(":person", person);
        write.bind(":ladder", ladder);
        write.exec();
    });
}

Result<std::vector<Course>> Journal::courses(Id person) const
{
    return m_store->guarded([&] {
        SQLite::Statement query(m_store->db,
                                "SELECT id, person, plan_version, weekdays, weeks, starts, hour "
                                "FROM course WHERE person = :person ORDER BY starts, hour, id");
        query.bind(":person", person);
        std::vector<Course> courses;
        while (query.executeStep())
            courses.push_back({query.getColumn(0).getInt64(), query.getColumn(1).getInt64(),
                               query.getColumn(2).getInt64(), query.getColumn(3).getUInt(),
                               query.getColumn(4).getInt(), sql::dayOf(query.getColumn(5)),
                               query.getColumn(6).getInt()});
        return courses;
    });
}

Result<Id> Journal::saveCourse(const Course& course)
{
    if (course.weekdays == 0 || course.weeks < 1)
        return fail({ErrorCode::BadArgument, "", "", "a course needs a weekday and a week",
                     "choose at least one day"});
    return m_store->inTransaction([&]() -> Id {
        SQLite::Statement write(
            m_store->db,
            course.id == 0
                ? "INSERT INTO course (person, plan_version, weekdays, weeks, starts, hour) VALUES "
                  "(:person, :plan_version, :weekdays, :weeks, :starts, :hour)"
                : "UPDATE course SET person = :person, plan_version = :plan_version, weekdays = "
                  ":weekdays, weeks = :weeks, starts = :starts, hour = :hour WHERE id = :id");
        write.bind(":person", course.person);
        write.bind(":plan_version", course.planVersion);
        write.bind(":weekdays", static_cast<std::int64_t>(course.weekdays));
        write.bind(":weeks", course.weeks);
        write.bind(":starts", dayToText(course.starts));
        write.bind(":hour", course.hour);
        if (course.id != 0) write.bind(":id", course.id);
        write.exec();
        return course.id == 0 ? m_store->db.getLastInsertRowid() : course.id;
    });
}

Result<void> Journal::deleteCourse(Id id)
{
    return m_store->inTransaction([&] {
        SQLite::Statement write(m_store->db, "DELETE FROM course WHERE id = :id");
        write.bind(":id", id);
        write.exec();
    });
}

} // namespace layakari
