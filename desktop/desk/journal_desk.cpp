// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/desk/journal_desk.hpp"

#include "core/journal/sitting.hpp"
#include "core/progress/judgement.hpp"

#include <QUndoCommand>

namespace layakari {

namespace {

constexpr const char* lastPersonKey = "last_person";

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
    void undo() override { m_after(m_inverse()); }

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
    if (!m_person) return;
    const Id id = m_person->id;
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
    return told(m_journal.sittings(m_person->id, latest)).value_or(std::vector<Sitting>{});
}

std::optional<double> JournalDesk::ownCountS()
{
    if (m_person && m_person->ownCountS) return m_person->ownCountS;
    return usualCountLength(latestSittings());
}

Id JournalDesk::savePerson(const Person& person)
{
    if (person.id == 0) {
        const auto id = told(m_journal.savePerson(person));
        if (!id) return 0;
        reload();
        emit peopleChanged();
        choosePerson(*id);
        // Somebody who was added is archived by undo, never deleted.
        Person archived = person;
        archived.id = *id;
        archived.archived = true;
        Person there = person;
        there.id = *id;
        perform(
            tr("Add %1").arg(QString::fromStdString(person.name)),
            [this, there] { return m_journal.savePerson(there).map([](Id) {}); },
            [this, archived] { return m_journal.savePerson(archived).map([](Id) {}); });
        return *id;
    }
    const auto before = told(m_journal.person(person.id));
    if (!before || !*before) return 0;
    const Person was = **before;
    if (was == person) return person.id;
    const bool done = perform(
        tr("Change %1").arg(QString::fromStdString(person.name)),
        [this, person] { return m_journal.savePerson(person).map([](Id) {}); },
        [this, was] { return m_journal.savePerson(was).map([](Id) {}); });
    return done ? person.id : 0;
}

bool JournalDesk::perform(const QString& what, Action action, Action inverse)
{
    const auto ok = std::make_shared<bool>(true);
    m_undo.push(new Step(what, std::move(action), std::move(inverse),
                         [this, ok](const Result<void>& result) {
                             *ok = result.has_value();
                             if (!result)
                                 emit failed(QString::fromStdString(result.error().message()));
                             reload();
                             emit peopleChanged();
                             emit personChanged();
                             emit journalChanged();
                         }));
    if (*ok) emit done(what);
    return *ok;
}

void JournalDesk::takeNews()
{
    reload();
    if (!m_person && !m_people.empty()) m_person = m_people.front();
    emit peopleChanged();
    emit personChanged();
    emit journalChanged();
}

bool JournalDesk::stand(const LadderPlace& was, int rungsAway)
{
    const LadderPlace now{was.ladder, was.rung + rungsAway, today()};
    const Id person = m_person->id;
    return perform(
        tr("Stand on rung %1").arg(now.rung + 1),
        [this, person, now] { return m_journal.savePlace(person, now); },
        [this, person, was] { return m_journal.savePlace(person, was); });
}

bool JournalDesk::told(const Result<void>& result)
{
    if (!result) emit failed(QString::fromStdString(result.error().message()));
    return result.has_value();
}

bool JournalDesk::keepSitting(const Sitting& sitting, const std::string& readingJson)
{
    if (!told(m_journal.saveSitting(sitting, readingJson))) return false;
    emit journalChanged();
    return true;
}

bool JournalDesk::keepProfile(Id id, const BreathProfile& profile)
{
    const auto there = told(m_journal.person(id));
    if (!there || !*there) return false;
    Person person = **there;
    person.breathProfile = profileToJson(profile);
    return toldOfPerson(m_journal.savePerson(person).map([](Id) {}));
}

bool JournalDesk::learn(Id person, const BreathProfile& heard)
{
    return toldOfPerson(learnBreath(m_journal, person, heard));
}

bool JournalDesk::toldOfPerson(const Result<void>& saved)
{
    if (!told(saved)) return false;
    reload();
    emit personChanged();
    return true;
}

} // namespace layakari
