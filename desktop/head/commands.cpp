// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/head/commands.hpp"

#include <QCoreApplication>

namespace layakari {

namespace {

QString tr(const char* text) { return QCoreApplication::translate("Commands", text); }

} // namespace

std::vector<CommandEntry> commandEntries()
{
    return {
        {Command::Open, "menuOpen", tr("Open a recording or file…"), QKeySequence::Open},
        {Command::Recent, "menuRecent", tr("Open recent"), {}},
        {Command::Add, "menuAdd", tr("Add several recordings…"), Qt::CTRL | Qt::SHIFT | Qt::Key_O},
        {Command::Note, "menuNote", tr("Note a practice without a recording…"),
         Qt::CTRL | Qt::Key_N},
        {Command::Save, "menuSave", tr("Save"), QKeySequence::Save, true},
        {Command::ExportReading, "menuExportReading", tr("Export this reading…"),
         Qt::CTRL | Qt::Key_E},
        {Command::GiveExample, "menuGiveExample", tr("Give this recording as an example…"), {}},
        {Command::Print, "menuPrint", tr("Print this page…"), QKeySequence::Print},
        {Command::Undo, "menuUndo", tr("Undo"), {}, true},
        {Command::Redo, "menuRedo", tr("Redo"), {}},
        {Command::Person, "menuPerson", tr("Change to another person"),
         Qt::CTRL | Qt::SHIFT | Qt::Key_P, true},
        {Command::AddPerson, "menuAddPerson", tr("Add a person…"), {}},
        {Command::ExportJournal, "menuExportJournal", tr("Export the whole journal…"), {}, true},
        {Command::ImportJournal, "menuImportJournal", tr("Import an exported journal…"), {}},
        {Command::Theme, "menuTheme", tr("Light or dark"), Qt::CTRL | Qt::Key_D, true},
        {Command::FullScreen, "menuFullScreen", tr("Full screen"), Qt::Key_F11},
        {Command::Settings, "menuSettings", tr("Settings"), Qt::CTRL | Qt::Key_Comma},
        {Command::Help, "menuHelp", tr("Help for this page"), Qt::Key_F1, true},
        {Command::Keys, "menuKeys", tr("All keys"), QKeySequence(QStringLiteral("?"))},
        {Command::Sample, "menuSample", tr("Try it with the sample"), {}},
        {Command::About, "menuAbout", tr("About Layakari"), {}},
        {Command::Quit, "menuQuit", tr("Quit"), QKeySequence(Qt::CTRL | Qt::Key_Q), true},
    };
}

std::vector<KeyEntry> keyEntries()
{
    const QString everywhere = tr("Everywhere");
    std::vector<KeyEntry> all{
        {everywhere, QStringLiteral("1 … 5"), tr("Prepare, Practise, Read, Reflect, Journey")},
        {everywhere, QStringLiteral("Esc"), tr("Stop what runs, close a message, go back")},
        {everywhere, QStringLiteral("Ctrl+Z"), tr("Undo")},
        {everywhere, QStringLiteral("Ctrl+Shift+Z, Ctrl+Y"), tr("Redo")},
        {everywhere, QStringLiteral("Ctrl+W"), tr("Close the window")}};
    for (const CommandEntry& entry : commandEntries())
        if (!entry.keys.isEmpty())
            all.push_back({everywhere, entry.keys.toString(QKeySequence::NativeText), entry.text});
    const QString prepare = tr("Prepare");
    const QString practise = tr("Practise");
    const QString read = tr("Read");
    const QString looking = tr("Reflect and Journey");
    const std::vector<KeyEntry> more{
        {prepare, QStringLiteral("Alt+1 … Alt+7"), tr("The views of this page")},
        {prepare, QStringLiteral("Enter"), tr("Practise now")},
        {prepare, QStringLiteral("H"), tr("Add a recording of this practice")},
        {prepare, QStringLiteral("G"), tr("In the inbox: answer all questions, one after another")},
        {prepare, QStringLiteral("Ctrl+F"), tr("Search the plans")},
        {practise, QStringLiteral("T, Enter"), tr("Try the microphone, begin")},
        {practise, QStringLiteral("Space"), tr("Pause, and continue")},
        {practise, QStringLiteral("N, →"), tr("To the next part")},
        {read, QStringLiteral("↑ ↓"), tr("Another row")},
        {read, QStringLiteral("← →"), tr("Another phase of the row")},
        {read, QStringLiteral("Space"), tr("Play the row, and stop")},
        {read, QStringLiteral("Shift+Space"), tr("Play on from here")},
        {read, QStringLiteral("L"), tr("Repeat what plays")},
        {read, QStringLiteral("W"), tr("Slower, and at normal speed again")},
        {read, QStringLiteral("T"), tr("Play the tones of a hum")},
        {read, QStringLiteral("Y"), tr("Why: explain the chosen phase or row")},
        {read, QStringLiteral("I E H N"), tr("It is an inhale, an exhale, a hold, neither")},
        {read, QStringLiteral("S, J"), tr("Split a phase, join it with the next")},
        {read, QStringLiteral("X, Shift+X"),
         tr("Swap inhales and exhales: everywhere, in this cycle")},
        {read, QStringLiteral("R P V"), tr("It, or the row, is rest, practice, a voice")},
        {read, QStringLiteral("F"), tr("The first cycle begins here")},
        {read, QStringLiteral("Alt+← →"), tr("Move its beginning by 10 ms (Shift: 100 ms)")},
        {read, QStringLiteral("Ctrl+← →"), tr("Move its end by 10 ms (Shift: 100 ms)")},
        {read, QStringLiteral("Alt+↑ ↓, Ctrl+↑ ↓"), tr("Move it to where the sound changes")},
        {read, QStringLiteral("+ −"), tr("Add a stroke, remove one")},
        {read, QStringLiteral("D"), tr("To the next uncertain place")},
        {read, QStringLiteral("Q, A B C, U"),
         tr("Where a question is asked: hear it, answer it, or say that you can’t tell")},
        {read, QStringLiteral("M"), tr("The next recording that has a question")},
        {read, QStringLiteral("G"), tr("Plans that fit what was heard")},
        {looking, QStringLiteral("Page Up, Page Down"), tr("The sitting before, after")},
        {looking, QStringLiteral("G"), tr("Answer all questions, one after another")},
        {looking, QStringLiteral("← →"), tr("Another point of the chart, another value")},
        {looking, QStringLiteral("Enter"), tr("Open the chosen sitting")},
        {looking, QStringLiteral("Delete"), tr("Delete the sitting (asks first)")},
        {tr("Figures"), QStringLiteral("Tab, Enter"), tr("To a figure, and how it was measured")}};
    all.insert(all.end(), more.begin(), more.end());
    return all;
}

} // namespace layakari
