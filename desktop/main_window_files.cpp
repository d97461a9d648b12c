// SPDX-License-Identifier: GPL-3.0-or-later
//
// What comes into the window from outside: files that are chosen or dropped, and what was
// practised.
#include "core/audio/recorder.hpp"
#include "core/intake/intake.hpp"
#include "core/intake/keeping.hpp"
#include "core/report/take_out.hpp"
#include "desktop/desk/import_desk.hpp"
#include "desktop/desk/reading_desk.hpp"
#include "desktop/head/breath_line.hpp"
#include "desktop/head/drop_hint.hpp"
#include "desktop/head/recent.hpp"
#include "desktop/main_window.hpp"
#include "desktop/plans/plans_view.hpp"
#include "desktop/prepare/prepare_page.hpp"
#include "desktop/read/our_files.hpp"
#include "desktop/read/read_page.hpp"
#include "desktop/reflect/reflect_page.hpp"
#include "desktop/today/today_view.hpp"

#include <QDragEnterEvent>
#include <QFileDialog>
#include <QFileInfo>
#include <QMimeData>
#include <QStackedWidget>

namespace layakari {

namespace {

QString soundFiles()
{
    return QObject::tr("Recordings (*.m4a *.mp3 *.wav *.flac *.ogg *.opus *.aac *.amr *.3gp "
                       "*.mp4);;All files (*)");
}

} // namespace

void MainWindow::askToAdd()
{
    if (!m_desk || m_desk->people().empty()) {
        goTo(BreathLine::preparePlace);
        return;
    }
    const QStringList files =
        QFileDialog::getOpenFileNames(this, tr("Add recordings"), {}, soundFiles());
    if (files.isEmpty()) return;
    goTo(BreathLine::preparePlace);
    m_prepare->handInAll(files);
}

void MainWindow::askForRecordingOf(const Plan& plan)
{
    const QString file = QFileDialog::getOpenFileName(this, tr("Add a recording of this practice"),
                                                      {}, soundFiles());
    if (!file.isEmpty()) readAndSave(file, plan);
}

void MainWindow::readAndSave(const QString& file, const Plan& plan)
{
    goTo(BreathLine::readPlace);
    m_readings->readAndSave(file, plan);
}

void MainWindow::savePractice(const PractisePage::Practised& practised)
{
    const Reading& reading = *practised.ended.reading;
    const QString file = QString::fromStdString(practised.ended.recording.string());
    m_recent->add({file});
    tellWhereItIsNotSeen(tr("The practice is read."));
    if (!practised.ended.practised) {
        // Natural breaths are no cycles, however like them they look.
        m_practise->note(tr("Stopped before the practice began, so nothing is saved in the "
                            "journal. The recording is there: %1")
                             .arg(file));
        return;
    }
    if (!reading.heardBreathing()) {
        m_practise->note(tr("No breathing was heard, so nothing is saved in the journal. The "
                            "recording is there: %1")
                             .arg(file));
        return;
    }
    const When when{practised.startedAt,
                    toDay(QDateTime::fromSecsSinceEpoch(practised.startedAt).date())};
    const auto kept = m_desk->told(
        keep(m_desk->journal(),
             {practised.ended.recording, practised.person, practised.plan, when, true,
              practised.isSimulated ? Sitting::Origin::Simulated : Sitting::Origin::Recorded},
             reading, practised.ended.profile));
    if (!kept) return;
    m_readings->rememberSaving(*kept);
    m_reflect->showSitting(kept->id);
    goTo(BreathLine::reflectPlace);
}

// What a program that was killed has left of a practice is read like a recording that is added.
void MainWindow::takeUpBrokenOffPractice(const std::filesystem::path& dataFolder)
{
    QStringList files;
    QStringList words;
    for (const auto& folder : {practisedFolder(dataFolder), practisedFolder(m_desk->journal())}) {
        const BrokenOff broken = takeUpBrokenOff(folder);
        for (const auto& file : broken.found) files << QString::fromStdString(file.string());
        for (const auto& file : broken.setAside)
            words << tr("The recording of an interrupted practice could not be opened. It has been "
                        "set aside, not deleted: %1")
                         .arg(QString::fromStdString(file.string()));
    }
    if (!files.isEmpty()) {
        m_prepare->handInAll(files);
        words.prepend(tr("A practice was interrupted last time. What was recorded of it is saved "
                         "and is being read (see Prepare, Inbox)."));
        goTo(BreathLine::preparePlace);
    }
    if (!words.isEmpty()) m_prepare->note(words.join(QLatin1Char(' ')));
}

void MainWindow::openFiles(const QStringList& files)
{
    if (files.isEmpty()) return;
    if (m_prepare && !m_desk->people().empty() && kindOfJson(files.first()) == JsonFile::Plan &&
        files.size() == 1) {
        goTo(BreathLine::preparePlace);
        m_prepare->showView(PreparePage::Plans);
        return m_prepare->plans()->importFile(files.first());
    }
    if (files.size() > 1) m_recent->add(files.mid(1));
    goTo(BreathLine::readPlace);
    m_read->openFile(files.first());
}

void MainWindow::importFrom(const QString& folder)
{
    goTo(BreathLine::preparePlace); // where what was new is said
    m_imports->takeIn(folder);
}

void MainWindow::askToImport()
{
    if (!m_prepare) return;
    const QString folder =
        QFileDialog::getExistingDirectory(this, tr("The folder of an exported journal"));
    if (folder.isEmpty()) return;
    if (isTakenOut(folder.toStdString())) return importFrom(folder);
    goTo(BreathLine::preparePlace);
    m_desk->told(Result<void>(fail({ErrorCode::BadJournal, folder.toStdString(), "",
                                    "there is no exported journal in this folder",
                                    "choose the folder that Export has written"})));
}

DropPlace MainWindow::dropPlace() const
{
    const QWidget* page = m_pages->currentWidget();
    const bool isSomebody = m_desk && m_desk->person();
    return {m_prepare != nullptr,
            isSomebody ? QString::fromStdString(m_desk->person()->name) : QString(),
            m_prepare && page == m_prepare, page == m_read};
}

void MainWindow::dragEnterEvent(QDragEnterEvent* event)
{
    const QStringList files = localFiles(event->mimeData());
    if (files.isEmpty()) return;
    event->acceptProposedAction();
    m_dropHint->showFor(inWords(dropOf(files, dropPlace()), files, dropPlace()));
}

void MainWindow::dragLeaveEvent(QDragLeaveEvent* event)
{
    m_dropHint->hide();
    event->accept();
}

void MainWindow::dropEvent(QDropEvent* event)
{
    m_dropHint->hide();
    event->acceptProposedAction();
    take(localFiles(event->mimeData()));
}

void MainWindow::take(const QStringList& files)
{
    switch (dropOf(files, dropPlace())) {
    case Drop::Nothing: return;
    case Drop::Import: return importFrom(files.first());
    case Drop::AddAll: goTo(BreathLine::preparePlace); return m_prepare->handInAll(files);
    case Drop::AddOne: {
        // A plan that lies beside says better what was practised.
        const auto beside = readPlanFile(planBeside(files.first()).toStdString());
        return readAndSave(files.first(), beside ? *beside : m_prepare->today()->plan());
    }
    case Drop::ReadAgainst: return m_read->openFile(files.first());
    case Drop::PlanFile:
    case Drop::Open: return openFiles(files);
    }
}

} // namespace layakari
