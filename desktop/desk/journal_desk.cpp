// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/desk/journal_desk.hpp"

#include "core/progress/judgement.hpp"

#include <QUndoCommand>

namespace layakari {

namespace {

constexpr const char* lastPersonKey = "last_person";
constexpr const char* teachingKey = "teaching";

class Step : public QUndoCommand {
public:
    Step(const QString& what, JournalDesk::Action action, JournalDesk::Action inverse,
         std::function<void(const Result<void>&)> after)
        : QUndoCommand(what),
          m_action(std::move(action)),
          m_inverse(std::move(inverse)),
          m_after(std::move(after))
    {
    }
    void redo() override
    {
        const Result<void> result = m_action();
        setObsolete(!result); // nothing was done, so there is nothing to undo
        m_after(result);
    }
    void undo() override
    {
        const Result<void> result = m_inverse();
        setObsolete(!result); // what it did stays, and the steps before it can still be taken back
        m_after(result);
    }

private:
    JournalDesk::Action m_action;
    JournalDesk::Action m_inverse;
    std::function<void(const Result<void>&)> m_after;
};

} // namespace

QDate toQDate(Day day)
{
    const std::chrono::year_month_day d(day);
    return {static_cast<int>(d.year()), static_cast<int>(static_cast<unsigned>(d.month())),
            static_cast<int>(static_cast<unsigned>(d.day()))};
}

Day toDay(const QDate& date) { return std::chrono::year(date.year()) / date.month() / date.day(); }

JournalDesk::JournalDesk(Journal journal, Clock clock, QObject* parent)
    : QObject(parent), m_journal(std::move(journal)), m_clock(std::move(clock))
{
    reload();
    if (const auto last = m_journal.setting(lastPersonKey))
        for (const Person& person : m_people)
            if (std::to_string(person.id) == *last) m_person = person;
    if (!m_person && !m_people.empty()) m_person = m_people.front();
}

Day JournalDesk::today() const { return toDay(now().date()); }

void JournalDesk::reload()
{
    if (auto people = told(m_journal.people())) m_people = *std::move(people);
    const Id id = m_person ? m_person->id : 0;
    m_person.reset();
    for (const Person& person : m_people)
        if (person.id == id) m_person = person;
    if (!m_person && !m_people.empty()) m_person = m_people.front();
}

void JournalDesk::choosePerson(Id id)
{
    for (const Person& person : m_people)
        if (person.id == id) {
            m_person = person;
            told(m_journal.saveSetting(lastPersonKey, std::to_string(id)));
            emit personChanged();
            return;
        }
}

std::vector<Sitting> JournalDesk::latestSittings()
{
    constexpr int latest = 12; // what a judgement or a comparison looks back on
    if (!m_person) return {};
    return told(m_journal.sittings(m_person->id, latest, Journal::Which::Counting))
        .value_or(std::vector<Sitting>{});
}

std::optional<double> JournalDesk::ownCountS()
{
    if (m_person && m_person->ownCountS) return m_person->ownCountS;
    return usualCountLength(latestSittings());
}

Id JournalDesk::addPerson(const Person& person)
{
    const auto id = told(m_journal.addPerson(person));
    if (!id) return 0;
    const auto added = told(m_journal.person(*id));
    if (!added || !*added) return 0;
    reload();
    emit peopleChanged();
    choosePerson(*id);
    // Somebody who was added is archived by undo, never deleted.
    const Person there = **added;
    Person archived = there;
    archived.archived = true;
    const auto bring = [this](const Person& before, const Person& after) -> Result<void> {
        const auto now = m_journal.person(after.id);
        if (now && *now && (*now)->archived == after.archived) return {};
        return m_journal.changePerson(before, after);
    };
    perform(
        tr("Add %1").arg(QString::fromStdString(there.name)),
        [bring, archived, there] { return bring(archived, there); },
        [bring, archived, there] { return bring(there, archived); });
    return *id;
}

bool JournalDesk::isEmpty() const
{
    const auto all = m_journal.people(true);
    return all && all->empty();
}

bool JournalDesk::isTeaching() const
{
    return m_journal.setting(teachingKey) == "yes" || m_people.size() > 1;
}

bool JournalDesk::setTeaching(bool teaching)
{
    if (!told(m_journal.saveSetting(teachingKey, teaching ? "yes" : "no"))) return false;
    emit peopleChanged();
    return true;
}

bool JournalDesk::changePerson(const Person& before, const Person& after)
{
    if (before == after) return true;
    return perform(
        tr("Change %1").arg(QString::fromStdString(after.name)),
        [this, before, after] { return m_journal.changePerson(before, after); },
        [this, before, after] { return m_journal.changePerson(after, before); });
}

bool JournalDesk::perform(const QString& what, Action action, Action inverse)
{
    m_undo.push(
        new Step(what, std::move(action), std::move(inverse), [this](const Result<void>& result) {
            m_stepWorked = result.has_value();
            if (!result) emit failed(QString::fromStdString(result.error().message()));
            reload();
            emit peopleChanged();
            emit personChanged();
            emit journalChanged();
        }));
    if (m_stepWorked) emit done(what);
    return m_stepWorked;
}

void JournalDesk::takeNews()
{
    reload();
    emit peopleChanged();
    emit personChanged();
    emit journalChanged();
}

bool JournalDesk::stand(const LadderPlace& was, int rungsAway)
{
    const LadderPlace now{was.ladder, was.rung + rungsAway, today()};
    const Id person = m_person->id;
    return perform(
        tr("Start on step %1").arg(now.rung + 1),
        [this, person, now] { return m_journal.savePlace(person, now); },
        [this, person, was] { return m_journal.savePlace(person, was); });
}

bool JournalDesk::told(const Result<void>& result)
{
    if (!result) emit failed(QString::fromStdString(result.error().message()));
    return result.has_value();
}

} // namespace layakari
