// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/journal/journal.hpp"
#include "core/journal/store.hpp"

#include <map>

namespace layakari {

namespace {

constexpr const char* personColumns =
    "SELECT id, name, note, usual_hour, own_count_s, sa_hz, school, breath_profile, archived FROM "
    "person ";

Person personFrom(SQLite::Statement& row)
{
    Person person;
    person.id = row.getColumn(0).getInt64();
    person.name = row.getColumn(1).getString();
    person.note = row.getColumn(2).getString();
    if (!row.getColumn(3).isNull()) person.usualHour = row.getColumn(3).getInt();
    person.ownCountS = sql::realOf(row.getColumn(4));
    person.saHz = sql::realOf(row.getColumn(5));
    person.school = sql::schoolFromJson(row.getColumn(6).getString());
    person.breathProfile = row.getColumn(7).getString();
    person.archived = row.getColumn(8).getInt() != 0;
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

void writePerson(SQLite::Database& db, const Person& person)
{
    SQLite::Statement write(
        db, person.id == 0
                ? "INSERT INTO person (name, note, usual_hour, own_count_s, sa_hz, school, "
                  "breath_profile, archived) VALUES (?, ?, ?, ?, ?, ?, ?, ?)"
                : "UPDATE person SET name = ?, note = ?, usual_hour = ?, own_count_s = ?, sa_hz = "
                  "?, school = ?, breath_profile = ?, archived = ? WHERE id = ?");
    write.bind(1, person.name);
    write.bind(2, person.note);
    sql::bind(write, 3, person.usualHour ? std::optional<Id>(*person.usualHour) : std::nullopt);
    sql::bind(write, 4, person.ownCountS);
    sql::bind(write, 5, person.saHz);
    write.bind(6, sql::schoolToJson(person.school));
    write.bind(7, person.breathProfile);
    write.bind(8, person.archived ? 1 : 0);
    if (person.id != 0) write.bind(9, person.id);
    write.exec();
}

void writeConditions(SQLite::Database& db, Id person, const Conditions& conditions)
{
    SQLite::Statement clear(db, "DELETE FROM person_condition WHERE person = ?");
    clear.bind(1, person);
    clear.exec();
    for (const Condition condition : conditions) {
        SQLite::Statement write(db, "INSERT INTO person_condition VALUES (?, ?)");
        write.bind(1, person);
        write.bind(2, toWord(condition));
        write.exec();
    }
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
        SQLite::Statement query(m_store->db, std::string(personColumns) + "WHERE id = ?");
        query.bind(1, id);
        if (!query.executeStep()) return std::nullopt;
        std::vector<Person> one{personFrom(query)};
        addConditions(m_store->db, one);
        return one.front();
    });
}

Result<Id> Journal::savePerson(const Person& person)
{
    if (person.name.find_first_not_of(" \t") == std::string::npos)
        return fail({ErrorCode::BadArgument, "", "", "a person needs a name", "type one"});
    return m_store->inTransaction([&] {
        writePerson(m_store->db, person);
        const Id id = person.id == 0 ? m_store->db.getLastInsertRowid() : person.id;
        writeConditions(m_store->db, id, person.conditions);
        return id;
    });
}

Result<DayState> Journal::dayState(Id person, Day day) const
{
    return m_store->guarded([&] {
        SQLite::Statement query(m_store->db, "SELECT conditions, meal_hour FROM day_state "
                                             "WHERE person = ? AND day = ?");
        query.bind(1, person);
        query.bind(2, dayToText(day));
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
            m_store->db, "SELECT day, conditions, meal_hour FROM day_state WHERE person = ?");
        query.bind(1, person);
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
                                "INSERT OR REPLACE INTO day_state VALUES (?, ?, ?, ?)");
        write.bind(1, person);
        write.bind(2, dayToText(day));
        write.bind(3, sql::conditionsToJson(state.conditions));
        sql::bind(write, 4, state.mealHour);
        write.exec();
    });
}

Result<std::vector<Acknowledgement>> Journal::acknowledgements(Id person) const
{
    return m_store->guarded([&] {
        SQLite::Statement query(m_store->db, "SELECT technique, demands, conditions, day FROM "
                                             "acknowledgement WHERE person = ? ORDER BY id");
        query.bind(1, person);
        std::vector<Acknowledgement> given;
        while (query.executeStep())
            given.push_back({query.getColumn(0).getString(),
                             Demands::ofBits(query.getColumn(1).getUInt()),
                             sql::conditionsFromJson(query.getColumn(2).getString()),
                             sql::dayOf(query.getColumn(3))});
        return given;
    });
}

Result<void> Journal::acknowledge(Id person, const Acknowledgement& given)
{
    return m_store->inTransaction([&] {
        SQLite::Statement write(m_store->db,
                                "INSERT INTO acknowledgement (person, technique, demands, "
                                "conditions, day) VALUES (?, ?, ?, ?, ?)");
        write.bind(1, person);
        write.bind(2, given.technique);
        write.bind(3, static_cast<std::int64_t>(given.demands.bits()));
        write.bind(4, sql::conditionsToJson(given.conditions));
        write.bind(5, dayToText(given.day));
        write.exec();
    });
}

} // namespace layakari
