// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/head/commands.hpp"

#include <QObject>

namespace layakari {

namespace {

} // namespace

std::vector<CommandEntry> commandEntries()
{
    return {
        {Command::Open, "menuOpen", QObject::tr("Open a recording or file…"), QKeySequence::Open},
        {Command::Recent, "menuRecent", QObject::tr("Open recent"), {}},
        {Command::Add, "menuAdd",
         QObject::tr("Add several "
                     "recordings…"),
         Qt::CTRL | Qt::SHIFT | Qt::Key_O},
        {Command::Note, "menuNote", QObject::tr("Note a practice without a recording…"),
         Qt::CTRL | Qt::Key_N},
        {Command::Save, "menuSave", QObject::tr("Save"), QKeySequence::Save, true},
        {Command::ExportReading, "menuExportReading", QObject::tr("Export this reading…"),
         Qt::CTRL | Qt::Key_E},
        {Command::GiveExample,
         "menuGiveExample",
         QObject::tr("Give this recording as an "
                     "example…"),
         {}},
        {Command::Print, "menuPrint", QObject::tr("Print this page…"), QKeySequence::Print},
        {Command::Undo, "menuUndo", QObject::tr("Undo"), {}, true},
        {Command::Redo, "menuRedo", QObject::tr("Redo"), {}},
        {Command::Person, "menuPerson", QObject::tr("Change to another person"),
         Qt::CTRL | Qt::SHIFT | Qt::Key_P, true},
        {Command::AddPerson, "menuAddPerson", QObject::tr("Add a person…"), {}},
        {Command::ExportJournal,
         "menuExportJournal",
         QObject::tr("Export the whole "
                     "journal…"),
         {},
         true},
        {Command::ImportJournal,
         "menuImportJournal",
         QObject::tr("Import an exported "
                     "journal…"),
         {}},
        {Command::Theme, "menuTheme", QObject::tr("Light or dark"), Qt::CTRL | Qt::Key_D, true},
        {Command::FullScreen, "menuFullScreen", QObject::tr("Full screen"), Qt::Key_F11},
        {Command::Settings, "menuSettings", QObject::tr("Settings"), Qt::CTRL | Qt::Key_Comma},
        {Command::Help, "menuHelp", QObject::tr("Help for this page"), Qt::Key_F1, true},
        {Command::Keys, "menuKeys", QObject::tr("All keys"), QKeySequence(QStringLiteral("?"))},
        {Command::Sample, "menuSample", QObject::tr("Try it with the sample"), {}},
        {Command::About, "menuAbout", QObject::tr("About Layakari"), {}},
        {Command::Quit, "menuQuit", QObject::tr("Quit"), QKeySequence(Qt::CTRL | Qt::Key_Q), true},
    };
}

std::vector<KeyEntry> keyEntries()
{
    const QString everywhere = QObject::tr("Everywhere");
    std::vector<KeyEntry> all{
        {everywhere, QStringLiteral("1 … 5"),
         QObject::tr("Prepare, Practise, Read, Reflect, "
                     "Journey")},
        {everywhere, QStringLiteral("Esc"),
         QObject::tr("Stop what runs, close a message, go "
                     "back")},
        {everywhere, QStringLiteral("Ctrl+Z"), QObject::tr("Undo")},
        {everywhere, QStringLiteral("Ctrl+Shift+Z, Ctrl+Y"), QObject::tr("Redo")},
        {everywhere, QStringLiteral("Ctrl+W"), QObject::tr("Close the window")}};
    for (const CommandEntry& entry : commandEntries())
        if (!entry.keys.isEmpty())
            all.push_back({everywhere, entry.keys.toString(QKeySequence::NativeText), entry.text});
    const QString prepare = QObject::tr("Prepare");
    const QString practise = QObject::tr("Practise");
    const QString read = QObject::tr("Read");
    const QString looking = QObject::tr("Reflect and Journey");
    const std::vector<KeyEntry> more{
        {prepare, QStringLiteral("Alt+1 … Alt+7"), QObject::tr("The views of this page")},
        {prepare, QStringLiteral("Enter"), QObject::tr("Practise now")},
        {prepare, QStringLiteral("H"), QObject::tr("Add a recording of this practice")},
        {prepare, QStringLiteral("G"),
         QObject::tr("In the inbox: answer all questions, one "
                     "after another")},
        {prepare, QStringLiteral("Ctrl+F"), QObject::tr("Search the plans")},
        {practise, QStringLiteral("T, Enter"), QObject::tr("Try the microphone, begin")},
        {practise, QStringLiteral("Space"), QObject::tr("Pause, and continue")},
        {practise, QStringLiteral("N, →"), QObject::tr("To the next part")},
        {read, QStringLiteral("↑ ↓"), QObject::tr("Another row")},
        {read, QStringLiteral("← →"), QObject::tr("Another phase of the row")},
        {read, QStringLiteral("Space"), QObject::tr("Play the row, and stop")},
        {read, QStringLiteral("Shift+Space"), QObject::tr("Play on from here")},
        {read, QStringLiteral("L"), QObject::tr("Repeat what plays")},
        {read, QStringLiteral("W"), QObject::tr("Slower, and at normal speed again")},
        {read, QStringLiteral("T"), QObject::tr("Play the tones of a hum")},
        {read, QStringLiteral("Y"), QObject::tr("Why: explain the chosen phase or row")},
        {read, QStringLiteral("I E H N"), QObject::tr("Mark as <inhale>, <exhale>, hold, neither")},
        {read, QStringLiteral("S, J"), QObject::tr("Split a phase, join it with the next")},
        {read, QStringLiteral("X, Shift+X"),
         QObject::tr("Swap <inhales> and <exhales>: everywhere, in this cycle")},
        {read, QStringLiteral("R P V"),
         QObject::tr("Mark it, or the row, as rest, practice, a "
                     "voice")},
        {read, QStringLiteral("F"), QObject::tr("The first cycle begins here")},
        {read, QStringLiteral("Alt+← →"),
         QObject::tr("Move its beginning by 10 ms (Shift: 100 "
                     "ms)")},
        {read, QStringLiteral("Ctrl+← →"), QObject::tr("Move its end by 10 ms (Shift: 100 ms)")},
        {read, QStringLiteral("Alt+↑ ↓, Ctrl+↑ ↓"),
         QObject::tr("Move it to where the sound "
                     "changes")},
        {read, QStringLiteral("+ −"), QObject::tr("Add a stroke, remove one")},
        {read, QStringLiteral("D"), QObject::tr("To the next uncertain place")},
        {read, QStringLiteral("Q, A B C, U"),
         QObject::tr("Where a question is asked: hear it, answer it, or say that you can’t tell")},
        {read, QStringLiteral("M"), QObject::tr("The next recording that has a question")},
        {read, QStringLiteral("G"), QObject::tr("Plans that fit what was heard")},
        {looking, QStringLiteral("Page Up, Page Down"), QObject::tr("The sitting before, after")},
        {looking, QStringLiteral("G"), QObject::tr("Answer all questions, one after another")},
        {looking, QStringLiteral("← →"), QObject::tr("Another point of the chart, another value")},
        {looking, QStringLiteral("Enter"), QObject::tr("Open the chosen sitting")},
        {looking, QStringLiteral("Delete"), QObject::tr("Delete the sitting (asks first)")},
        {QObject::tr("Figures"), QStringLiteral("Tab, Enter"),
         QObject::tr("Choose a figure, "
                     "and see how it was measured")}};
    all.insert(all.end(), more.begin(), more.end());
    return all;
}

} // namespace layakari
