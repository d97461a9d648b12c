// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/barrier.hpp"
#include "core/base/fault_note.hpp"
#include "core/curriculum/presets.hpp"
#include "desktop/command_line.hpp"
#include "desktop/journey/journey_page.hpp"
#include "desktop/language/program_language.hpp"
#include "desktop/main_window.hpp"
#include "desktop/pictures.hpp"
#include "desktop/read/read_page.hpp"
#include "desktop/reflect/reflect_page.hpp"
#include "desktop/settings/look.hpp"
#include "desktop/theme/theme.hpp"
#include "desktop/window_keeper.hpp"

#include <QApplication>
#include <QIcon>
#include <algorithm>
#include <clocale>
#include <csignal>
#include <cstdio>
#include <cstdlib>
#include <cstring>
#include <sys/stat.h>

namespace {

using namespace layakari;

// Nothing that an event throws ends the program: it is said, and what is being recorded goes on.
class Application : public QApplication {
public:
    using QApplication::QApplication;

    bool notify(QObject* receiver, QEvent* event) override
    {
        const auto done = withoutThrowing(ErrorCode::CannotRead, "", [&]() -> Result<bool> {
            return QApplication::notify(receiver, event);
        });
        if (done) return *done;
        std::fprintf(stderr, "layakari: %s\n", done.error().message().c_str());
        for (QWidget* widget : topLevelWidgets())
            if (auto* window = qobject_cast<MainWindow*>(widget))
                window->readPage()->complain(QString::fromStdString(done.error().message()));
        return true;
    }
};

void nameProgram()
{
    QCoreApplication::setApplicationName(QStringLiteral("layakari"));
    QCoreApplication::setApplicationVersion(QStringLiteral(LAYAKARI_VERSION));
}

bool choosePerson(MainWindow& window, const QString& name)
{
    if (!window.desk()) return false;
    for (const Person& person : window.desk()->people())
        if (QString::fromStdString(person.name).contains(name, Qt::CaseInsensitive)) {
            window.desk()->choosePerson(person.id);
            return true;
        }
    return false;
}

bool savePdf(MainWindow& window, const CommandLine& line)
{
    constexpr int weeks = 8;
    if (line.view == QLatin1String("journey"))
        return window.journeyPage() && window.journeyPage()->saveWeeksPdf(line.pdf, weeks);
    return window.reflectPage() && window.reflectPage()->savePdf(line.pdf);
}

int complain(const QString& what, int status)
{
    std::fprintf(stderr, "layakari: %s\n", qPrintable(what));
    return status;
}

// What was said on the command line, done in the window. A status to end with, or nothing.
std::optional<int> arrange(MainWindow& window, const CommandLine& line)
{
    if (!line.plan.isEmpty()) {
        auto chosen = planByNameOrFile(line.plan.toStdString());
        if (!chosen) return complain(QString::fromStdString(chosen.error().message()), 4);
        window.readPage()->setPlan(*chosen);
    }
    if (line.isWithoutPlan) window.readPage()->setPlan(std::nullopt);
    if (!line.plan.isEmpty() || line.isWithoutPlan) window.readPage()->insistOnChosenPlan();
    window.show();
    if (line.fillsDemo)
        window.fillDemo(line.person);
    else if (!line.person.isEmpty() && !choosePerson(window, line.person))
        return complain(QObject::tr("nobody in the journal is called \"%1\"").arg(line.person), 2);
    if (!line.view.isEmpty() && !openView(window, line.view))
        return complain(
            QObject::tr("there is no view \"%1\"; try 'layakari --help'").arg(line.view), 2);
    if (line.pdf.isEmpty()) return std::nullopt;
    if (savePdf(window, line)) return 0;
    return complain(QObject::tr("%1: no sitting could be saved there").arg(line.pdf), 2);
}

int run(int argc, char** argv)
{
    Application app(argc, argv);
    // Qt takes the desktop's locale for all of the process; what is written into files has decimal
    // points wherever it is written (Qt's documentation of QCoreApplication, "Locale Settings").
    std::setlocale(LC_NUMERIC, "C");
    nameProgram();
    QApplication::setApplicationDisplayName(QStringLiteral("Layakari"));
    QApplication::setDesktopFileName(QStringLiteral("org.layakari.Layakari"));

    useLanguage({}); // what the command line has to say
    const CommandLine line = CommandLine::read(app);
    noteFaultsIn(line.data);
    const QString settingsFile = QString::fromStdString((line.data / "desktop.ini").string());
    useLanguage(line.language.isEmpty() ? chosenLanguage(settingsFile) : line.language);
    Look(settingsFile).apply();
    if (!line.theme.isEmpty())
        applyTheme(line.theme == Theme::beforeDawn().name ? Theme::beforeDawn()
                                                          : Theme::paperTheme());
    QApplication::setWindowIcon(QIcon(QStringLiteral(":/icons/layakari.svg")));

    WindowKeeper keeper(line.data);
    MainWindow& window = keeper.window();
    if (!line.size.isEmpty() || !line.screenshot.isEmpty()) {
        const QString wanted = line.size.isEmpty() ? QStringLiteral("1280x800") : line.size;
        const QStringList sides = wanted.split(QLatin1Char('x'));
        window.resize(sides.value(0).toInt(), sides.value(1).toInt());
    }
    if (const auto status = arrange(window, line)) return *status;
    window.openFiles(line.files);
    if (!line.screenshot.isEmpty()) takePicture(window, line);
    return QApplication::exec();
}

// These need no display.
bool asksForWords(int argc, char** argv)
{
    return std::any_of(argv + 1, argv + argc, [](const char* argument) {
        for (const char* word : {"--help", "-h", "--help-all", "--version", "-v"})
            if (std::strcmp(argument, word) == 0) return true;
        return false;
    });
}

bool hasDisplay()
{
    for (const char* name : {"DISPLAY", "WAYLAND_DISPLAY", "QT_QPA_PLATFORM"})
        if (const char* value = std::getenv(name); value && *value) return true;
    return false;
}

} // namespace

int main(int argc, char** argv)
{
    // What is written is its owner's alone.
    ::umask(S_IRWXG | S_IRWXO);
    std::signal(SIGPIPE, SIG_IGN);
    if (asksForWords(argc, argv)) {
        const QCoreApplication app(argc, argv);
        nameProgram();
        useLanguage({});
        CommandLine::read(app);
        return 0;
    }
    if (!hasDisplay()) {
        const QCoreApplication app(argc, argv);
        useLanguage({});
        return complain(
            QObject::tr("there is no display here; start it in a desktop, or use layakari-cli"), 1);
    }
    const auto status = withoutThrowing(ErrorCode::CannotRead, "",
                                        [&]() -> Result<int> { return run(argc, argv); });
    if (status) return *status;
    std::fprintf(stderr, "layakari: %s\n", status.error().message().c_str());
    return 1;
}
