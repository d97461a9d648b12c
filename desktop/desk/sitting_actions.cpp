// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/desk/sitting_actions.hpp"

#include "core/intake/putting_right.hpp"
#include "desktop/controls/question.hpp"
#include "desktop/desk/journal_desk.hpp"
#include "desktop/desk/name_question.hpp"
#include "desktop/desk/sitting_form.hpp"
#include "desktop/language/dates.hpp"

#include <QFileDialog>
#include <QFileInfo>
#include <QInputDialog>
#include <QMenu>

namespace layakari {

SittingActions::SittingActions(JournalDesk* desk, QObject* parent) : QObject(parent), m_desk(desk)
{
}

QString SittingActions::named(const Sitting& sitting) const
{
    return tr("the sitting of %1").arg(dayAndMonth(toQDate(sitting.day)));
}

std::vector<Plan> SittingActions::ownPlans(Id person)
{
    std::vector<Plan> plans;
    for (const Id whose : {person, Id(0)})
        for (const KeptPlan& kept :
             m_desk->told(m_desk->journal().plans(whose)).value_or(std::vector<KeptPlan>{}))
            plans.push_back(kept.plan);
    return plans;
}

void SittingActions::fill(QMenu* menu, const Sitting& sitting, QWidget* over)
{
    const auto add = [&](QMenu* to, const QString& text, const char* name, auto&& action) {
        QAction* a = to->addAction(text);
        a->setObjectName(QLatin1String(name));
        connect(a, &QAction::triggered, this, action);
        return a;
    };
    menu->clear();
    const bool isThere = QFileInfo::exists(QString::fromStdString(sitting.recording));
    if (sitting.origin != Sitting::Origin::Noted) {
        add(menu, tr("Show the reading and the sound"), "sittingRead", [this, sitting] {
            emit readWanted(sitting);
        })->setEnabled(isThere);
        if (!isThere)
            add(menu, tr("Find the recording…"), "sittingFind",
                [this, sitting, over] { find(sitting, over); });
        menu->addSeparator();
    }
    add(menu, tr("Change date, plan or note…"), "sittingChange",
        [this, sitting, over] { change(sitting, over); });
    QMenu* move = menu->addMenu(tr("Move to"));
    move->setObjectName(QStringLiteral("sittingMove"));
    for (const Person& person : m_desk->people())
        if (person.id != sitting.person)
            add(move, QString::fromStdString(person.name), "moveTo",
                [this, sitting, person] { moveTo(sitting, person); });
    move->addSeparator();
    add(move, tr("Someone new…"), "moveToNew", [this, sitting, over] {
        Person person;
        person.name = askForName(over, tr("Whose practice is this?")).toStdString();
        if (person.name.empty()) return;
        const Id before = m_desk->person() ? m_desk->person()->id : 0;
        person.id = m_desk->addPerson(person);
        if (!person.id) return;
        moveTo(sitting, person);
        m_desk->choosePerson(before);
    });
    add(menu,
        sitting.words.leftOut.empty() ? tr("Leave it out of the figures…") : tr("Let it count"),
        "sittingLeaveOut", [this, sitting, over] { leaveOut(sitting, over); })
        ->setEnabled(sitting.origin != Sitting::Origin::Simulated);
    menu->addSeparator();
    add(menu, sitting.archived ? tr("Bring back from the archive") : tr("Archive"),
        "sittingArchive", [this, sitting] { setArchived(sitting, !sitting.archived); });
    add(menu, tr("Delete…"), "sittingDelete",
        [this, sitting, over] { askToDelete(sitting, over); });
}

void SittingActions::perform(const QString& what, const JournalDesk::Action& act,
                             const JournalDesk::Action& takeBack)
{
    if (m_desk->perform(what, act, takeBack)) emit done(what);
}

void SittingActions::moveTo(const Sitting& sitting, const Person& person)
{
    const JournalStep step = moveSitting(m_desk->journal(), sitting, person.id);
    perform(tr("Move %1 to %2").arg(named(sitting), QString::fromStdString(person.name)), step.act,
            step.takeBack);
}

void SittingActions::setArchived(const Sitting& sitting, bool archived)
{
    Sitting after = sitting;
    after.archived = archived;
    const JournalStep step = changeSitting(m_desk->journal(), sitting, after);
    perform(archived ? tr("Archive %1").arg(named(sitting))
                     : tr("Bring back %1").arg(named(sitting)),
            step.act, step.takeBack);
}

void SittingActions::leaveOut(const Sitting& sitting, QWidget* over)
{
    const SittingWords was = sitting.words;
    SittingWords now = was;
    now.leftOut.clear();
    if (was.leftOut.empty()) {
        bool isSure = false;
        const QString why = QInputDialog::getText(
            over, tr("Leave it out"), tr("Why does it not count? (a phone call, the wrong plan …)"),
            QLineEdit::Normal, {}, &isSure);
        if (!isSure) return;
        now.leftOut =
            (why.trimmed().isEmpty() ? tr("no reason given") : why.trimmed()).toStdString();
    }
    perform(
        now.leftOut.empty() ? tr("Let %1 count").arg(named(sitting))
                            : tr("Leave out %1").arg(named(sitting)),
        [this, id = sitting.id, now] { return m_desk->journal().saveSittingWords(id, now); },
        [this, id = sitting.id, was] { return m_desk->journal().saveSittingWords(id, was); });
}

void SittingActions::askToDelete(const Sitting& sitting, QWidget* over)
{
    const QString recording = QString::fromStdString(sitting.recording);
    QString what = tr("Its reading, figures and notes are deleted.");
    if (isInJournalFolder(m_desk->journal(), sitting.recording))
        what +=
            QLatin1Char(' ') + tr("Its recording in Layakari's folder is deleted when the program "
                                  "is closed.");
    else if (!recording.isEmpty())
        what += QLatin1Char(' ') + tr("The recording itself stays: %1").arg(recording);
    what +=
        QStringLiteral("\n\n") +
        tr("Until the program is closed, Ctrl+Z brings it back. To hide it instead, archive it.");
    if (!isAgreed(over, {tr("Delete %1?").arg(named(sitting)), what, tr("Delete"), tr("Keep it")}))
        return;
    const JournalStep step = deleteSitting(m_desk->journal(), sitting, m_desk->today());
    perform(tr("Delete %1").arg(named(sitting)), step.act, step.takeBack);
}

void SittingActions::change(const Sitting& sitting, QWidget* over)
{
    const auto plan = sitting.planVersion
                          ? m_desk->told(m_desk->journal().planVersion(*sitting.planVersion))
                          : std::nullopt;
    const std::optional<Plan> planWas = plan && *plan ? std::optional((*plan)->plan) : std::nullopt;
    const auto form = askForSitting(over, {sitting, planWas, ownPlans(sitting.person)});
    if (!form) return;
    Sitting after = form->sitting;
    const bool isPlanChanged = form->plan != planWas;
    const bool isNoted = sitting.origin == Sitting::Origin::Noted;
    if (isPlanChanged && !isNoted &&
        !QFileInfo::exists(QString::fromStdString(sitting.recording))) {
        emit m_desk->failed(
            tr("%1: the recording is not there, and without it the sitting cannot be "
               "read against another plan; find the recording first")
                .arg(QString::fromStdString(sitting.recording)));
        return;
    }
    if (isPlanChanged && isNoted) {
        after.planVersion.reset();
        if (form->plan) after.planVersion = m_desk->told(m_desk->journal().versionFor(*form->plan));
    }
    const JournalStep step = changeSitting(m_desk->journal(), sitting, after);
    const SittingWords wordsWas = sitting.words;
    const SittingWords words = after.words;
    const auto both = [this, id = sitting.id](const std::function<Result<void>()>& change,
                                              const SittingWords& said) {
        return m_desk->journal().atOnce([&]() -> Result<void> {
            if (auto changed = change(); !changed) return changed;
            return m_desk->journal().saveSittingWords(id, said);
        });
    };
    Sitting compared = after;
    compared.words = sitting.words;
    if (compared != sitting || words != wordsWas)
        perform(
            tr("Change %1").arg(named(sitting)),
            [both, step, words] { return both(step.act, words); },
            [both, step, wordsWas] { return both(step.takeBack, wordsWas); });
    if (isPlanChanged && !isNoted && form->plan) emit planWanted(after, *form->plan);
}

Id SittingActions::note(QWidget* over)
{
    const auto& person = m_desk->person();
    if (!person) return 0;
    Sitting fresh;
    fresh.person = person->id;
    fresh.origin = Sitting::Origin::Noted;
    fresh.startedAt = m_desk->now().toSecsSinceEpoch();
    fresh.day = m_desk->today();
    fresh.practiceS = 10 * 60;
    const auto form = askForSitting(over, {fresh, std::nullopt, ownPlans(person->id)});
    if (!form) return 0;
    Sitting noted = form->sitting;
    if (form->plan) noted.planVersion = m_desk->told(m_desk->journal().versionFor(*form->plan));
    const auto id = std::make_shared<Id>(0);
    const JournalStep step = noteSitting(m_desk->journal(), noted, id);
    perform(tr("Note %1").arg(named(noted)), step.act, step.takeBack);
    return *id;
}

void SittingActions::find(const Sitting& sitting, QWidget* over)
{
    const QFileInfo was(QString::fromStdString(sitting.recording));
    const QString file =
        QFileDialog::getOpenFileName(over, tr("Where is %1 now?").arg(was.fileName()), was.path());
    if (file.isEmpty()) return;
    const auto step = m_desk->told(pointAt(m_desk->journal(), sitting, file.toStdString()));
    if (step)
        perform(tr("Find the recording of %1").arg(named(sitting)), step->act, step->takeBack);
}

} // namespace layakari
