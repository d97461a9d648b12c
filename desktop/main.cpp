// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/barrier.hpp"
#include "core/base/fault_note.hpp"
#include "core/curriculum/presets.hpp"
#include "desktop/head/breath_line.hpp"
#include "desktop/journey/journey_page.hpp"
#include "desktop/main_window.hpp"
#include "desktop/plans/plans_view.hpp"
#include "desktop/practise/practise_page.hpp"
#include "desktop/prepare/prepare_page.hpp"
#include "desktop/read/read_page.hpp"
#include "desktop/read/staff_view.hpp"
#include "desktop/reflect/reflect_page.hpp"
#include "desktop/theme/theme.hpp"
#include "desktop/today/today_view.hpp"

#include <QApplication>
#include <QComboBox>
#include <QCommandLineParser>
#include <QPushButton>
#include <QSettings>
#include <QStandardPaths>
#include <QTimer>
#include <clocale>
#include <csignal>
#include <cstdio>
#include <sys/stat.h>

namespace {

using namespace layakari;

std::filesystem::path dataFolder(const QString& wanted)
{
    const QString fallback = QStandardPaths::writableLocation(QStandardPaths::GenericDataLocation) +
                             QStringLiteral("/layakari");
    return (wanted.isEmpty() ? fallback : wanted).toStdString();
}

struct Shot {
    QString file;
    int row = -1;
    int phase = -1;
};

// Once nothing is running: chooses the row and phase that are wanted, saves a picture, ends the
// program.
void takeShot(MainWindow& window, const Shot& shot)
{
    auto* staff = window.findChild<StaffView*>();
    if (shot.row >= 0) staff->setCurrentIndex(staff->staff()->index(shot.row));
    for (int i = 0; i <= shot.phase; ++i) emit staff->phaseStepWanted(+1);
    auto* pause = new QTimer(&window);
    pause->setSingleShot(true);
    QObject::connect(pause, &QTimer::timeout, &window, [&window, shot] {
        const bool saved = window.grab().save(shot.file);
        if (!saved)
            std::fprintf(stderr,
                         "layakari: %s: the picture cannot be written; choose another folder\n",
                         qPrintable(shot.file));
        QApplication::exit(saved ? 0 : 1);
    });
    pause->start(200);
}

// Lets the simulated practitioner begin, and takes the picture after so many seconds of practice.
void takePractiseShot(MainWindow& window, const Shot& shot, double seconds)
{
    window.goTo(BreathLine::practisePlace);
    window.findChild<QComboBox*>(QStringLiteral("microphone"))
        ->setCurrentText(QObject::tr("A simulated practitioner"));
    window.findChild<QComboBox*>(QStringLiteral("pace"))->setCurrentIndex(1);
    window.findChild<QPushButton*>(QStringLiteral("begin"))->click();
    auto* look = new QTimer(&window);
    QObject::connect(look, &QTimer::timeout, &window, [&window, shot, seconds, look] {
        Practising* practising = window.practisePage()->practising();
        if (practising->isRunning() && practising->now().untilS < seconds) return;
        look->stop();
        takeShot(window, shot);
    });
    look->start(20);
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

bool savePdf(MainWindow& window, const QString& file, const QString& view)
{
    constexpr int weeks = 8;
    if (view == QStringLiteral("journey"))
        return window.journeyPage() && window.journeyPage()->saveWeeksPdf(file, weeks);
    return window.reflectPage() && window.reflectPage()->savePdf(file);
}

bool openView(MainWindow& window, const QString& name)
{
    static const QStringList names{QStringLiteral("today"),     QStringLiteral("plans"),
                                   QStringLiteral("ladders"),   QStringLiteral("course"),
                                   QStringLiteral("people"),    QStringLiteral("school"),
                                   QStringLiteral("handed-in"), QStringLiteral("editor")};
    const std::pair<QString, int> pages[]{{QStringLiteral("practise"), BreathLine::practisePlace},
                                          {QStringLiteral("reflect"), BreathLine::reflectPlace},
                                          {QStringLiteral("journey"), BreathLine::journeyPlace}};
    for (const auto& [page, place] : pages)
        if (name == page) {
            window.goTo(place);
            return true;
        }
    const auto at = static_cast<int>(names.indexOf(name));
    PreparePage* prepare = window.preparePage();
    if (at < 0 || !prepare) return false;
    if (at < PreparePage::viewCount) {
        prepare->showView(at);
    } else {
        prepare->showView(PreparePage::Plans);
        prepare->plans()->editCopy(prepare->today()->plan());
    }
    return true;
}

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

int run(int argc, char** argv)
{
    Application app(argc, argv);
    // Qt takes the desktop's locale for all of the process; what is written into files has decimal
    // points wherever it is written (Qt's documentation of QCoreApplication, "Locale Settings").
    std::setlocale(LC_NUMERIC, "C");
    QApplication::setApplicationName(QStringLiteral("layakari"));
    QApplication::setApplicationDisplayName(QStringLiteral("Layakari"));
    QApplication::setApplicationVersion(QStringLiteral(LAYAKARI_VERSION));

    QCommandLineParser parser;
    parser.setApplicationDescription(QStringLiteral("Measures recorded breath practice."));
    parser.addHelpOption();
    parser.addVersionOption();
    parser.addPositionalArgument(
        QStringLiteral("FILE"),
        QStringLiteral("A recording, a saved reading, or a plan; the first is read."),
        QStringLiteral("[FILE...]"));
    const QCommandLineOption plan(QStringLiteral("plan"),
                                  QStringLiteral("A plan file, or a preset's id."),
                                  QStringLiteral("PLAN"));
    const QCommandLineOption noPlan(
        QStringLiteral("no-plan"),
        QStringLiteral("Read free breathing, whatever plan lies beside."));
    const QCommandLineOption data(QStringLiteral("data"),
                                  QStringLiteral("Where to keep what is remembered."),
                                  QStringLiteral("DIR"));
    const QCommandLineOption theme(QStringLiteral("theme"),
                                   QStringLiteral("'paper' or 'before dawn'."),
                                   QStringLiteral("NAME"));
    const QCommandLineOption size(QStringLiteral("size"),
                                  QStringLiteral("Size of the window, e.g. 1280x800."),
                                  QStringLiteral("WxH"));
    const QCommandLineOption screenshot(
        QStringLiteral("screenshot"),
        QStringLiteral("Save a picture when the reading is there, and end."),
        QStringLiteral("FILE"));
    const QCommandLineOption row(QStringLiteral("row"),
                                 QStringLiteral("For the picture: choose this row, from 0."),
                                 QStringLiteral("N"), QStringLiteral("-1"));
    const QCommandLineOption phase(
        QStringLiteral("phase"),
        QStringLiteral("For the picture: choose this phase of the row, from 0."),
        QStringLiteral("N"), QStringLiteral("-1"));
    const QCommandLineOption practise(
        QStringLiteral("practise"),
        QStringLiteral("For the picture: the simulated practitioner has practised so long."),
        QStringLiteral("SECONDS"));
    const QCommandLineOption view(
        QStringLiteral("view"),
        QStringLiteral("Open this: today, plans, editor, ladders, course, people, school, "
                       "handed-in, practise, reflect, journey."),
        QStringLiteral("NAME"));
    const QCommandLineOption person(
        QStringLiteral("person"),
        QStringLiteral("Whose practice it is: a name in the journal, or a part of it."),
        QStringLiteral("NAME"));
    const QCommandLineOption pdf(
        QStringLiteral("pdf"),
        QStringLiteral(
            "Save the person's latest sitting as a page of PDF, or with --view journey the "
            "last eight weeks as two, and end."),
        QStringLiteral("FILE"));
    parser.addOptions(
        {plan, noPlan, data, theme, size, screenshot, row, phase, view, person, pdf, practise});
    parser.process(app);

    const std::filesystem::path folder = dataFolder(parser.value(data));
    const QString settingsFile = QString::fromStdString((folder / "desktop.ini").string());
    const QString themeName = parser.isSet(theme) ? parser.value(theme)
                                                  : QSettings(settingsFile, QSettings::IniFormat)
                                                        .value(QStringLiteral("theme"))
                                                        .toString();
    applyTheme(themeName == Theme::beforeDawn().name ? Theme::beforeDawn() : Theme::paperTheme());

    noteFaultsIn(folder);
    MainWindow window(folder);
    if (parser.isSet(size) || parser.isSet(screenshot)) {
        const QString wanted = parser.isSet(size) ? parser.value(size) : QStringLiteral("1280x800");
        const QStringList sides = wanted.split(QLatin1Char('x'));
        window.resize(sides.value(0).toInt(), sides.value(1).toInt());
    }
    if (parser.isSet(plan)) {
        auto chosen = planByNameOrFile(parser.value(plan).toStdString());
        if (!chosen) {
            std::fprintf(stderr, "layakari: %s\n", chosen.error().message().c_str());
            return 4;
        }
        window.readPage()->setPlan(*chosen);
    }
    if (parser.isSet(noPlan)) window.readPage()->setPlan(std::nullopt);
    if (parser.isSet(plan) || parser.isSet(noPlan)) window.readPage()->insistOnChosenPlan();
    window.show();
    if (const QString name = parser.value(person); !name.isEmpty() && !choosePerson(window, name)) {
        std::fprintf(stderr, "layakari: nobody in the journal is called \"%s\"\n",
                     qPrintable(name));
        return 2;
    }
    if (parser.isSet(view) && !openView(window, parser.value(view))) {
        std::fprintf(stderr, "layakari: there is no view \"%s\"; try 'layakari --help'\n",
                     qPrintable(parser.value(view)));
        return 2;
    }
    if (parser.isSet(pdf)) {
        if (!savePdf(window, parser.value(pdf), parser.value(view))) {
            std::fprintf(stderr, "layakari: %s: no sitting could be saved there\n",
                         qPrintable(parser.value(pdf)));
            return 2;
        }
        return 0;
    }
    const QStringList files = parser.positionalArguments();
    window.openFiles(files);
    if (parser.isSet(screenshot)) {
        const Shot shot{parser.value(screenshot), parser.value(row).toInt(),
                        parser.value(phase).toInt()};
        if (parser.isSet(practise) && parser.isSet(plan))
            window.preparePage()->today()->usePlan(*window.readPage()->plan(), {});
        if (parser.isSet(practise))
            takePractiseShot(window, shot, parser.value(practise).toDouble());
        else if (window.readPage()->isBusy())
            QObject::connect(
                window.readPage(), &ReadPage::settled, &window,
                [&window, shot] { takeShot(window, shot); }, Qt::SingleShotConnection);
        else
            takeShot(window, shot);
    }
    return QApplication::exec();
}

} // namespace

int main(int argc, char** argv)
{
    // What is written is its owner's alone.
    ::umask(S_IRWXG | S_IRWXO);
    std::signal(SIGPIPE, SIG_IGN);
    const auto status = withoutThrowing(ErrorCode::CannotRead, "",
                                        [&]() -> Result<int> { return run(argc, argv); });
    if (status) return *status;
    std::fprintf(stderr, "layakari: %s\n", status.error().message().c_str());
    return 1;
}
