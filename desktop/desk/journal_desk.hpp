// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/journal/journal.hpp"

#include <QDateTime>
#include <QObject>
#include <QUndoStack>
#include <functional>
#include <optional>

namespace layakari {

/// The journal as the pages share it: the person at hand, changes as signals, undo, and what goes
/// wrong as one line. Everything that changes goes through here; the journal's queries take
/// milliseconds and run on the interface thread.
class JournalDesk : public QObject {
    Q_OBJECT
public:
    using Clock = std::function<QDateTime()>;

    /// Takes the person at hand of the last time, if there is one.
    JournalDesk(Journal journal, Clock clock, QObject* parent = nullptr);

    Journal& journal() { return m_journal; }
    const Journal& journal() const { return m_journal; }
    QUndoStack* undoStack() { return &m_undo; }

    QDateTime now() const { return m_clock(); }
    Day today() const;

    /// Those who are not archived, by name.
    const std::vector<Person>& people() const { return m_people; }
    const std::optional<Person>& person() const { return m_person; }
    void choosePerson(Id id);

    /// The last sittings of the person at hand, the latest first; none for nobody.
    std::vector<Sitting> latestSittings();
    /// The length of this person's own count: as said, else as in recent sittings; nothing when
    /// unknown.
    std::optional<double> ownCountS();

    /// Nobody is in it, archived or not.
    bool isEmpty() const;
    /// Whether this journal is of somebody who teaches: then people and what a teacher needs are in
    /// sight. Alone, they stay out of it until they are wanted, or there are several people.
    bool isTeaching() const;
    bool setTeaching(bool teaching);

    /// Adds somebody, as a step that can be undone. Returns the id, or 0 when it failed.
    Id addPerson(const Person& person);
    /// Writes what differs between what a form showed and what it says now, as a step that can be
    /// undone. False after it was said that it failed.
    bool changePerson(const Person& before, const Person& after);

    /// Does something that can be undone. Both are called with the journal open; a failure is said
    /// and ends the step.
    using Action = std::function<Result<void>()>;
    bool perform(const QString& what, Action action, Action inverse);

    /// The person at hand moves so many rungs up (or down, below 0) from where they stood.
    bool stand(const LadderPlace& was, int rungsAway);

    /// Whether the step that was done, taken back or done again last worked; else it is said why
    /// not, and it is no step any more.
    bool stepWorked() const { return m_stepWorked; }

    /// Forgets all that could be undone: what they held is not to come back.
    void forgetSteps() { m_undo.clear(); }

    /// The value of a result, or nothing after its error was said.
    template <class T>
    std::optional<T> told(Result<T> result)
    {
        if (result) return *std::move(result);
        emit failed(QString::fromStdString(result.error().message()));
        return std::nullopt;
    }
    bool told(const Result<void>& result);

    /// Something else has changed the journal.
    void takeNews();

signals:
    void peopleChanged();
    void personChanged();  ///< another person, or this one's data
    void journalChanged(); ///< plans, ladders, courses or sittings
    void failed(const QString& message);
    void done(const QString& what); ///< a step that can be undone was done

private:
    void reload();

    Journal m_journal;
    Clock m_clock;
    QUndoStack m_undo;
    bool m_stepWorked = true;
    std::vector<Person> m_people;
    std::optional<Person> m_person;
};

/// A day of the core as Qt's date, and back.
QDate toQDate(Day day);
Day toDay(const QDate& date);

} // namespace layakari
