// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/command_line.hpp"

#include "core/journal/journal_folder.hpp"

#include <QCommandLineParser>
#include <QCoreApplication>
#include <QObject>

namespace layakari {

CommandLine CommandLine::read(const QCoreApplication& app)
{
    QCommandLineParser parser;
    parser.setApplicationDescription(
        QObject::tr("Listens to a recorded breath practice and measures it."));
    parser.addHelpOption();
    parser.addVersionOption();
    parser.addPositionalArgument(
        QStringLiteral("FILE"),
        QObject::tr("A recording, a saved reading, or a plan; the first is opened."),
        QStringLiteral("[FILE...]"));
    const auto option = [&](const char* name, const QString& about, const char* value,
                            bool isHidden = false) {
        QCommandLineOption added{QString::fromLatin1(name), about, QString::fromLatin1(value)};
        if (isHidden) added.setFlags(QCommandLineOption::HiddenFromHelp);
        parser.addOption(added);
    };
    option("plan", QObject::tr("Read recordings against this plan: a plan file, or a preset's id."),
           "PLAN");
    option("no-plan", QObject::tr("Read as free breathing, even if a plan lies beside it."), "");
    option("data", QObject::tr("The journal's folder, instead of the usual one."), "FOLDER");
    option("person", QObject::tr("Whose practice it is: a name in the journal, or a part of it."),
           "NAME");
    option("view",
           QObject::tr("Open this: %1.")
               .arg(QStringLiteral("today, plans, editor, progressions, course, people, inbox, "
                                   "practise, reflect, journey, settings, help")),
           "NAME");
    option("theme", QObject::tr("This time only: %1.").arg(QStringLiteral("paper, before dawn")),
           "NAME");
    option("language", QObject::tr("This time only: %1.").arg(QStringLiteral("en, de")), "CODE");
    constexpr bool hidden = true;
    option("size", "", "WxH", hidden);
    option("screenshot", "", "FILE", hidden);
    option("row", "", "N", hidden);
    option("phase", "", "N", hidden);
    option("practise", "", "SECONDS", hidden);
    option("pdf", "", "FILE", hidden);
    option("fill-demo", "", "", hidden);
    parser.process(app);

    const auto value = [&](const char* name) { return parser.value(QLatin1String(name)); };
    const auto isSet = [&](const char* name) { return parser.isSet(QLatin1String(name)); };
    CommandLine line;
    line.files = parser.positionalArguments();
    line.plan = value("plan");
    line.isWithoutPlan = isSet("no-plan");
    line.data =
        isSet("data") ? std::filesystem::path(value("data").toStdString()) : defaultJournalFolder();
    line.theme = value("theme");
    line.language = value("language");
    line.person = value("person");
    line.view = value("view");
    line.size = value("size");
    line.screenshot = value("screenshot");
    line.pdf = value("pdf");
    if (isSet("row")) line.row = value("row").toInt();
    if (isSet("phase")) line.phase = value("phase").toInt();
    if (isSet("practise")) line.practiseS = value("practise").toDouble();
    line.fillsDemo = isSet("fill-demo");
    return line;
}

} // namespace layakari
