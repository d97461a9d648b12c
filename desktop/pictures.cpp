// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/pictures.hpp"

#include "desktop/command_line.hpp"
#include "desktop/head/breath_line.hpp"
#include "desktop/help/help_page.hpp"
#include "desktop/help/keys_sheet.hpp"
#include "desktop/main_window.hpp"
#include "desktop/plans/plans_view.hpp"
#include "desktop/prepare/prepare_page.hpp"
#include "desktop/read/read_page.hpp"
#include "desktop/read/staff_view.hpp"
#include "desktop/settings/settings_page.hpp"
#include "desktop/today/today_view.hpp"

#include <QApplication>
#include <QComboBox>
#include <QPushButton>
#include <QTimer>
#include <cstdio>

namespace layakari {

namespace {

void chooseAndShoot(MainWindow& window, const CommandLine& line)
{
    auto* staff = window.findChild<StaffView*>();
    if (line.row >= 0) staff->setCurrentIndex(staff->staff()->index(line.row));
    for (int i = 0; i <= line.phase; ++i) emit staff->phaseStepWanted(+1);
    constexpr int untilDrawnMs = 200;
    QTimer::singleShot(untilDrawnMs, &window, [&window, file = line.screenshot] {
        const bool saved = window.grab().save(file);
        if (!saved)
            std::fprintf(stderr,
                         "layakari: %s: the picture cannot be written; choose another folder\n",
                         qPrintable(file));
        QApplication::exit(saved ? 0 : 1);
    });
}

// Lets the simulated practitioner begin, and waits for so many seconds of practice.
void practise(MainWindow& window, const CommandLine& line)
{
    window.goTo(BreathLine::practisePlace);
    window.findChild<QComboBox*>(QStringLiteral("microphone"))
        ->setCurrentText(QObject::tr("A simulated practitioner"));
    window.findChild<QComboBox*>(QStringLiteral("pace"))->setCurrentIndex(1);
    window.findChild<QPushButton*>(QStringLiteral("begin"))->click();
    auto* look = new QTimer(&window);
    QObject::connect(look, &QTimer::timeout, &window, [&window, line, look] {
        Practising* practising = window.practisePage()->practising();
        if (practising->isRunning() && practising->now().untilS < *line.practiseS) return;
        look->stop();
        chooseAndShoot(window, line);
    });
    look->start(20);
}

} // namespace

bool openView(MainWindow& window, const QString& name)
{
    if (name == QLatin1String("help")) {
        window.openHelp({});
        return true;
    }
    if (name.startsWith(QLatin1String("help:"))) {
        window.openHelp(name.mid(5));
        return true;
    }
    if (name == QLatin1String("sample")) {
        window.openSample();
        return true;
    }
    if (name.startsWith(QLatin1String("settings"))) {
        window.showSettings();
        const int section = name.section(QLatin1Char(':'), 1).toInt();
        if (window.settingsPage()) window.settingsPage()->showSection(section);
        return true;
    }
    const std::pair<QString, int> places[]{{QStringLiteral("practise"), BreathLine::practisePlace},
                                           {QStringLiteral("reflect"), BreathLine::reflectPlace},
                                           {QStringLiteral("journey"), BreathLine::journeyPlace}};
    for (const auto& [place, at] : places)
        if (name == place) {
            window.goTo(at);
            return true;
        }
    const std::pair<QString, int> views[]{{QStringLiteral("today"), PreparePage::Today},
                                          {QStringLiteral("plans"), PreparePage::Plans},
                                          {QStringLiteral("progressions"), PreparePage::Ladders},
                                          {QStringLiteral("course"), PreparePage::Course},
                                          {QStringLiteral("people"), PreparePage::People},
                                          {QStringLiteral("inbox"), PreparePage::HandIn},
                                          {QStringLiteral("editor"), PreparePage::Plans}};
    PreparePage* prepare = window.preparePage();
    for (const auto& [view, at] : views) {
        if (name != view || !prepare) continue;
        window.goTo(BreathLine::preparePlace);
        prepare->showView(at);
        if (name == QLatin1String("editor")) prepare->plans()->editCopy(prepare->today()->plan());
        return true;
    }
    return false;
}

void takePicture(MainWindow& window, const CommandLine& line)
{
    if (line.practiseS && window.readPage()->plan())
        window.preparePage()->today()->usePlan(*window.readPage()->plan(), {});
    if (line.practiseS) return practise(window, line);
    if (!window.readPage()->isBusy()) return chooseAndShoot(window, line);
    QObject::connect(
        window.readPage(), &ReadPage::settled, &window,
        [&window, line] { chooseAndShoot(window, line); }, Qt::SingleShotConnection);
}

} // namespace layakari
