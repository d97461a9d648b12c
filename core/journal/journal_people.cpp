// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/text.hpp"
#include "core/journal/journal.hpp"
#include "core/journal/store.hpp"

#include <map>

namespace layakari {

namespace {

constexpr const char* personColumns =
    "SELECT id, uid, name, note, usual_hour, own_count_s, sa_hz, school, breath_profile, archived "
    "FROM person ";

Person personFrom(SQLite::Statement& row)
{
    Person person;
    person.id = row.getColumn(0).getInt64();
    person.uid = row.getColumn(1).getString();
    person.name = row.getColumn(2).getString();
    person.note = row.getColumn(3).getString();
    if (!row.getColumn(4).isNull()) person.usualHour = row.getColumn(4).getInt();
    person.ownCountS = sql::realOf(row.getColumn(5));
    person.saHz = sql::realOf(row.getColumn(6));
    person.school = sql::schoolFromJson(row.getColumn(7).getString());
    person.breathProfile = row.getColumn(8).getString();
    person.archived = row.getColumn(9).getInt() != 0;
    return person;
}

void addConditions(SQLite::Database& db, std::vector<Person>& people)
{
    std::map<Id, Person*> byId;
    for (Person& person : people) byId[person.id] = &person;
    SQLite::Statement query(db, "SELECT person, condition FROM person_condition");
    while (query.executeStep()) {
        const auto person = byId.find(query.getColumn(0).getInt64());
        const auto condition = conditionFromWord(query.getColumn(1).getString());
        if (person != byId.end() && condition) person->second->conditions.insert(*condition);
    }
}

void bindPerson(SQLite::Statement& write, const Person& person)
{
    write.bind(":name", person.name);
    write.bind(":note", person.note);
    sql::bind(write, ":hour", person.usualHour);
    sql::bind(write, ":count", person.ownCountS);
    sql::bind(write, ":sa", person.saHz);
    write.bind(":school", sql::schoolToJson(person.school));
    write.bind(":archived", person.archived ? 1 : 0);
}

void setCondition(SQLite::Database& db, Id person, Condition condition, bool has)
{
    SQLite::Statement write(
        db, has ? "INSERT OR IGNORE INTO person_condition (person, condition) VALUES (:person, "
                  ":condition)"
                : "DELETE FROM person_condition WHERE person = :person AND condition = "
                  ":condition");
    write.bind(":person", person);
    write.bind(":condition", toWord(condition));
    write.exec();
}

// What was `before` and is to be `after`, where it is `now`: the same part may have been changed by
// somebody else meanwhile, who must not be written over.
class Merger {
public:
    template <class T>
    T of(const T& before, const T& after, const T& now)
    {
        if (before == after) return now;
        m_clashes = m_clashes || (now != before && now != after);
        return after;
    }
    // Each condition by itself: one can be added here and another elsewhere.
    Conditions of(const Conditions& before, const Conditions& after, Conditions now)
    {
        for (const Condition condition : after)
            if (!before.count(condition)) now.insert(condition);
        for (const Condition condition : before)
            if (!after.count(condition)) now.erase(condition);
        return now;
    }
    bool clashes() const { return m_clashes; }

private:
    bool m_clashes = false;
};

Error changedMeanwhile(const std::string& name)
{
    return {ErrorCode::BadArgument, "", "", name + " has since been changed elsewhere",
            "check what is there now, then change it again"};
}

Error nobody()
{
    return {ErrorCode::BadArgument, "", "", "there is no such person in the journal",
            "choose one who is"};
}

} // namespace

Result<std::vector<Person>> Journal::people(bool withArchived) const
{
    return m_store->guarded([&] {
        SQLite::Statement query(m_store->db, std::string(personColumns) +
                                                 (withArchived ? "" : "WHERE archived = 0 ") +
                                                 "ORDER BY name COLLATE NOCASE, id");
        std::vector<Person> people;
        while (query.executeStep()) people.push_back(personFrom(query));
        addConditions(m_store->db, people);
        return people;
    });
}

Result<std::optional<Person>> Journal::person(Id id) const
{
    return m_store->guarded([&]() -> std::optional<Person> {
        SQLite::Statement query(m_store->db, std::string(personColumns) + "WHERE id = :id");
        query.bind(":id", id);
        if (!query.executeStep()) return std::nullopt;
        std::vector<Person> one{personFrom(query)};
        addConditions(m_store->db, one);
        return one.front();
    });
}

Result<Id> Journal::addPerson(const Person& person)
{
    Person added = person;
    added.name = cleanName(person.name);
    if (added.name.empty())
        return fail({ErrorCode::BadArgument, "", "", "a person needs a name", "type one"});
    return m_store->inTransaction([&] {
        SQLite::Database& db = m_store->db;
        SQLite::Statement write(
            db, "INSERT INTO person (uid, name, note, usual_hour, own_count_s, sa_hz, school, "
                "archived, breath_profile) VALUES (coalesce(:uid, lower(hex(randomblob(16)))), "
                ":name, :note, :hour, :count, :sa, :school, :archived, :profile)");
        bindPerson(write, added);
        sql::bind(write, ":uid", added.uid.empty() ? std::nullopt : std::optional(added.uid));
        write.bind(":profile", added.breathProfile);
        write.exec();
        const Id id = db.getLastInsertRowid();
        for (const Condition condition : added.conditions) setCondition(db, id, condition, true);
        return id;
    });
}

Result<void> Journal::changePerson(const Person& before, const Person& after)
{
    Person changed = after;
    changed.name = cleanName(after.name);
    if (changed.name.empty())
        return fail({ErrorCode::BadArgument, "", "", "a person needs a name", "type one"});
    return atOnce([&]() -> Result<void> {
        const auto there = person(before.id);
        if (!there) return fail(there.error());
        if (!*there) return fail(nobody());
        const Person& now = **there;
        Merger merger;
        Person merged = now;
        merged.name = merger.of(before.name, changed.name, now.name);
        merged.note = merger.of(before.note, after.note, now.note);
        merged.usualHour = merger.of(before.usualHour, after.usualHour, now.usualHour);
        merged.ownCountS = merger.of(before.ownCountS, after.ownCountS, now.ownCountS);
        merged.saHz = merger.of(before.saHz, after.saHz, now.saHz);
        merged.school = merger.of(before.school, after.school, now.school);
        merged.archived = merger.of(before.archived, after.archived, now.archived);
        merged.conditions = merger.of(before.conditions, after.conditions, now.conditions);
        if (merger.clashes()) return fail(changedMeanwhile(now.name));
        return m_store->guarded([&] {
            SQLite::Database& db = m_store->db;
            SQLite::Statement write(
                db, "UPDATE person SET name = :name, note = :note, usual_hour = :hour, "
                    "own_count_s = :count, sa_hz = :sa, school = :school, archived = :archived "
                    "WHERE id = :id");
            bindPerson(write, merged);
            write.bind(":id", merged.id);
            write.exec();
            for (const Condition condition : now.conditions)
                if (!merged.conditions.count(condition))
                    setCondition(db, merged.id, condition, false);
            for (const Condition condition : merged.conditions)
                setCondition(db, merged.id, condition, true);
        });
    });
}

Result<void> Journal::saveBreathProfile(Id person, const std::string& profile)
{
    return m_store->inTransaction([&] {
        SQLite::Statement write(
            m_store->db, "UPDATE person SET breath_profile = :breath_profile WHERE id = :id");
        write.bind(":breath_profile", profile);
        write.bind(":id", person);
        write.exec();
    });
}

Result<DayState> Journal::dayState(Id person, Day day) const
{
    return m_store->guarded([&] {
        SQLite::Statement query(
            m_store->db,
            "SELECT conditions, meal_hour FROM day_state WHERE person = :person AND day = :day");
        query.bind(":person", person);
        query.bind(":day", dayToText(day));
        DayState state;
        if (query.executeStep()) {
            state.conditions = sql::conditionsFromJson(query.getColumn(0).getString());
            state.mealHour = sql::realOf(query.getColumn(1));
        }
        return state;
    });
}

Result<std::map<Day, DayState>> Journal::dayStates(Id person) const
{
    return m_store->guarded([&] {
        SQLite::Statement query(
            m_store->db, "SELECT day, conditions, meal_hour FROM day_state WHERE person = :person");
        query.bind(":person", person);
        std::map<Day, DayState> days;
        while (query.executeStep())
            days[sql::dayOf(query.getColumn(0))] = {
                sql::conditionsFromJson(query.getColumn(1).getString()),
                sql::realOf(query.getColumn(2))};
        return days;
    });
}

Result<void> Journal::saveDayState(Id person, Day day, const DayState& state)
{
    return m_store->inTransaction([&] {
        SQLite::Statement write(m_store->db,
                                "INSERT OR REPLACE INTO day_state (person, day, conditions, "
                                "meal_hour) VALUES (:person, :day, :conditions, :meal_hour)");
        write.bind(":person", person);
        write.bind(":day", dayToText(day));
        write.bind(":conditions", sql::conditionsToJson(state.conditions));
        sql::bind(write, ":meal_hour", state.mealHour);
        write.exec();
    });
}

Result<void> Journal::changeDayState(Id person, Day day, const DayState& before,
                                     const DayState& after)
{
    return atOnce([&]() -> Result<void> {
        const auto now = dayState(person, day);
        if (!now) return fail(now.error());
        Merger merger;
        const DayState merged{merger.of(before.conditions, after.conditions, now->conditions),
                              merger.of(before.mealHour, after.mealHour, now->mealHour)};
        if (merger.clashes()) return fail(changedMeanwhile("the day"));
        return saveDayState(person, day, merged);
    });
}

Result<std::vector<Acknowledgement>> Journal::acknowledgements(Id person) const
{
    return m_store->guarded([&] {
        SQLite::Statement query(m_store->db, "SELECT technique, demands, conditions, day FROM "
                                             "acknowledgement WHERE person = :person ORDER BY id");
        query.bind(":person", person);
        std::vector<Acknowledgement> given;
        while (query.executeStep())
            given.push_back({query.getColumn(0).getString(),
                             Demands::ofBits(query.getColumn(1).getUInt()),
                             sql::conditionsFromJson(query.getColumn(2).getString()),
                             sql::dayOf(query.getColumn(3))});
        return given;
    });
}

namespace {

void bindAcknowledgement(SQLite::Statement& write, Id person, const Acknowledgement& given)
{
    write.bind(":person", person);
    write.bind(":technique", given.technique);
    write.bind(":demands", static_cast<std::int64_t>(given.demands.bits()));
    write.bind(":conditions", sql::conditionsToJson(given.conditions));
    write.bind(":day", dayToText(given.day));
}

} // namespace

Result<void> Journal::acknowledge(Id person, const Acknowledgement& given)
{
    return m_store->inTransaction([&] {
        SQLite::Statement write(
            m_store->db, "INSERT INTO acknowledgement (person, technique, demands, conditions, "
                         "day) VALUES (:person, :technique, :demands, :conditions, :day)");
        bindAcknowledgement(write, person, given);
        write.exec();
    });
}

Result<void> Journal::withdraw(Id person, const Acknowledgement& given)
{
    return m_store->inTransaction([&] {
        SQLite::Statement write(
            m_store->db, "DELETE FROM acknowledgement WHERE id = (SELECT max(id) FROM "
                         "acknowledgement WHERE person = :person AND technique = :technique AND "
                         "demands = :demands AND conditions = :conditions AND day = :day)");
        bindAcknowledgement(write, person, given);
        write.exec();
    });
}

} // namespace layakari
