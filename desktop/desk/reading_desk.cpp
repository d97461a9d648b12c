// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/desk/reading_desk.hpp"

#include "core/intake/putting_right.hpp"
#include "core/journal/figures.hpp"
#include "desktop/desk/journal_desk.hpp"
#include "desktop/desk/name_question.hpp"
#include "desktop/language/dates.hpp"
#include "desktop/read/read_page.hpp"

#include <QLocale>

namespace layakari {

ReadingDesk::ReadingDesk(JournalDesk* desk, ReadPage* read, QObject* parent)
    : QObject(parent), m_desk(desk), m_read(read)
{
    connect(read, &ReadPage::opened, this, &ReadingDesk::takeOpened);
    connect(read, &ReadPage::corrected, this, &ReadingDesk::followCorrections);
    connect(read, &ReadPage::breathsSwapped, this, &ReadingDesk::learnFromSwap);
    connect(read, &ReadPage::settled, this, [this] {
        m_wanted.reset();
        m_replanned.reset();
    });
    connect(read, &ReadPage::readingChanged, this, &ReadingDesk::changed);
    connect(desk, &JournalDesk::personChanged, this, &ReadingDesk::changed);
    connect(desk, &JournalDesk::journalChanged, this, &ReadingDesk::changed);
}

void ReadingDesk::readAndSave(const QString& file, const Plan& plan)
{
    if (const auto& person = m_desk->person()) m_wanted = Wanted{file, person->id, plan};
    m_read->openAgainst(file, plan);
}

void ReadingDesk::readAgainst(const Sitting& sitting, const Plan& plan)
{
    m_replanned = sitting;
    m_read->openAgainst(QString::fromStdString(sitting.recording), plan);
}

void ReadingDesk::openSample(const QString& file, const Plan& plan)
{
    m_sample = file;
    m_read->openAgainst(file, plan);
}

bool ReadingDesk::isSample() const { return !m_sample.isEmpty() && m_read->file() == m_sample; }

std::optional<Sitting> ReadingDesk::savedSitting() const
{
    if (!m_read->reading() || isSample()) return std::nullopt;
    const std::string& sha256 = m_read->reading()->recording.sha256;
    // Of the person at hand first: two people may have a sitting of one recording.
    const auto& person = m_desk->person();
    if (person)
        if (auto own = m_desk->told(m_desk->journal().sittingOfRecording(person->id, sha256));
            own && *own)
            return **own;
    return m_desk->told(m_desk->journal().sittingOfContent(sha256)).value_or(std::nullopt);
}

QString ReadingDesk::whoseWords(const Sitting& sitting) const
{
    const auto person = m_desk->told(m_desk->journal().person(sitting.person));
    return person && *person ? QString::fromStdString((*person)->name) : QString();
}

ReadPage::SaveState ReadingDesk::saveState() const
{
    const Reading* reading = m_read->reading();
    if (!reading) return {tr("Save"), false, tr("Open a recording first")};
    if (isSample())
        return {tr("A sample, not saved"), false,
                tr("So that it does not mix with your own practice")};
    if (!reading->heardBreathing())
        return {tr("Nothing to save"), false, tr("No breathing was heard in it")};
    const auto firstName = [](const QString& name) { return name.section(QLatin1Char(' '), 0, 0); };
    if (const auto saved = savedSitting())
        return {tr("Saved for %1").arg(firstName(whoseWords(*saved))), true,
                tr("Look back on it: press 4. To move or delete it: This sitting, on Reflect")};
    const auto& person = m_desk->person();
    return {person ? tr("Save for %1").arg(firstName(QString::fromStdString(person->name)))
                   : tr("Save…"),
            true, tr("As a sitting in the journal (Ctrl+S)")};
}

bool ReadingDesk::save(Id person)
{
    const Reading* reading = m_read->reading();
    if (!reading || isSample()) return false;
    if (!reading->heardBreathing()) {
        m_read->complain(tr("No breathing was heard, so there is nothing to save. Place the "
                            "microphone nearer, to one side of nose and mouth."));
        return false;
    }
    const auto before =
        m_desk->told(m_desk->journal().sittingOfRecording(person, reading->recording.sha256));
    const auto kept =
        m_desk->told(keep(m_desk->journal(), {reading->recording.file, person, reading->plan},
                          *reading, m_read->heardProfile()));
    if (!kept) return false;
    if (before && !*before)
        rememberSaving(*kept);
    else
        m_desk->takeNews();
    const QString name = whoseWords(*kept);
    m_read->note(tr("Saved as a sitting of %1. Press 4 to look back on it.").arg(name));
    emit saved(person, kept->id);
    return true;
}

void ReadingDesk::rememberSaving(const Sitting& sitting)
{
    const auto saved = m_desk->told(m_desk->journal().sitting(sitting.id));
    if (!saved || !*saved) return;
    const JournalStep step = layakari::savedSitting(m_desk->journal(), **saved, m_desk->today());
    m_desk->perform(tr("Save the sitting of %1").arg(dayAndMonth(toQDate(sitting.day))), step.act,
                    step.takeBack);
}

void ReadingDesk::takeReplanned(const Sitting& before)
{
    const Reading& reading = *m_read->reading();
    Sitting after = before;
    after.figures.clear();
    takeFigures(after, reading);
    after.planVersion.reset();
    if (reading.plan) after.planVersion = m_desk->told(m_desk->journal().versionFor(*reading.plan));
    const JournalStep step =
        replaceReading(m_desk->journal(), before, after, readingToJson(reading));
    if (m_desk->perform(tr("Read against another plan"), step.act, step.takeBack))
        m_read->note(tr("The sitting is read against this plan now. Ctrl+Z undoes it."));
}

void ReadingDesk::saveForWhoIsAtHand()
{
    if (!m_read->reading() || m_read->isBusy()) return;
    if (isSample()) {
        m_read->note(
            tr("This is the sample. It is not saved, so that it does not mix with your own "
               "practice."));
        return;
    }
    if (const auto there = savedSitting()) {
        m_read->note(tr("This recording is saved already, for %1. Press 4 to look back on it.")
                         .arg(whoseWords(*there)));
        emit saved(there->person, there->id);
        return;
    }
    if (const auto& person = m_desk->person()) {
        save(person->id);
        return;
    }
    Person person;
    person.name = askForName(m_read, tr("Whose practice is this?")).toStdString();
    if (person.name.empty()) return;
    if (const Id id = m_desk->addPerson(person)) save(id);
}

void ReadingDesk::takeOpened(const QString& file)
{
    if (file != m_sample) m_sample.clear();
    const auto there = savedSitting();
    const std::vector<Correction> corrections =
        there ? m_desk->told(correctionsOf(m_desk->journal(), *there))
                    .value_or(std::vector<Correction>{})
              : std::vector<Correction>{};
    const bool isWanted = m_wanted && m_wanted->file == file;
    if (isWanted && m_read->reading()->heardBreathing()) save(m_wanted->person);
    if (m_replanned && QString::fromStdString(m_replanned->recording) == file)
        takeReplanned(*m_replanned);
    // What has a question may have none by now, when more is known of the person.
    const bool isNews = isWanted || (there && there->asks && isOfPlan(*there));
    if (!corrections.empty()) {
        QMetaObject::invokeMethod(
            m_read, [this, corrections, isNews] { m_read->layOver(corrections, isNews); },
            Qt::QueuedConnection);
    } else if (isNews && !isWanted && m_read->reading()->questions.empty()) {
        followCorrections();
    }
    emit changed();
}

// Whether what is shown is read against the sitting's plan.
bool ReadingDesk::isOfPlan(const Sitting& sitting) const
{
    const std::optional<Plan>& plan = m_read->reading()->plan;
    if (!sitting.planVersion || !plan) return !sitting.planVersion && !plan;
    const auto kept = m_desk->told(m_desk->journal().planVersion(*sitting.planVersion));
    return kept && *kept && (*kept)->plan == *plan;
}

// The sitting that was saved of this recording follows what a person puts right.
void ReadingDesk::followCorrections()
{
    const auto there = savedSitting();
    if (there && m_desk->told(keepCorrected(m_desk->journal(), *there, *m_read->reading())))
        m_desk->takeNews();
}

// The person it is of is taught, saved or not.
void ReadingDesk::learnFromSwap()
{
    const QString swapped = tr("<Inhales> and <exhales> are swapped in this reading.");
    if (isSample()) return m_read->note(swapped);
    const auto there = savedSitting();
    followCorrections();
    const Id id = there ? there->person : m_desk->person() ? m_desk->person()->id : Id(0);
    const auto taught = m_desk->told(
        m_lesson.teach(m_desk->journal(), id, *m_read->reading(), m_read->heardProfile()));
    m_desk->takeNews();
    const auto person = m_desk->told(m_desk->journal().person(id)).value_or(std::nullopt);
    if (m_lesson.isTakenBack(*m_read->reading()))
        return m_read->note(tr("<Inhales> and <exhales> are back as they were."));
    if (!taught.value_or(false) || !person) return m_read->note(swapped);
    m_read->note(
        tr("<Inhales> and <exhales> are swapped. From now on they are recognised by how %1 "
           "sounds here. Ctrl+Z undoes it.")
            .arg(QString::fromStdString(person->name)));
}

} // namespace layakari
