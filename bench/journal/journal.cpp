// SPDX-License-Identifier: GPL-3.0-or-later
//
// How long a large journal takes to open and to use: 40 people, 3,000 sittings with their readings.
// Usage: QT_QPA_PLATFORM=offscreen bench-journal [PEOPLE SITTINGS]
#include "core/base/quantile.hpp"
#include "core/curriculum/presets.hpp"
#include "core/journal/figures.hpp"
#include "desktop/head/breath_line.hpp"
#include "desktop/main_window.hpp"
#include "desktop/prepare/prepare_page.hpp"
#include "desktop/theme/theme.hpp"

#include <QApplication>
#include <QElapsedTimer>
#include <QTemporaryDir>
#include <algorithm>
#include <cstdio>
#include <cstdlib>

namespace {

using namespace layakari;

// As large as the reading of a ten-minute sitting.
constexpr std::size_t readingBytes = 40'000;

void fill(const std::filesystem::path& folder, int people, int sittings)
{
    auto journal = Journal::open(folder);
    if (!journal) std::exit(1);
    const auto ladders = builtInLadders({});
    const Day today = std::chrono::year(2026) / 11 / 25;
    const std::string reading(readingBytes, ' ');
    std::vector<Id> ids;
    for (int p = 0; p < people; ++p) {
        Person person;
        person.name = "Rower " + std::to_string(p + 1);
        const auto id = journal->addPerson(person);
        if (!id) std::exit(1);
        ids.push_back(*id);
        const Ladder& ladder = ladders[static_cast<std::size_t>(p) % ladders.size()];
        if (!journal->savePlace(*id, {ladder.id, 1, today})) std::exit(1);
        const auto version = journal->versionFor(ladder.rungs[1]);
        if (!version || !journal->saveCourse({0, *id, *version, 0b1111111, 8, today, 7}))
            std::exit(1);
    }
    for (int s = 0; s < sittings; ++s) {
        const auto p = static_cast<std::size_t>(s) % ids.size();
        const Ladder& ladder = ladders[p % ladders.size()];
        Sitting sitting;
        sitting.person = ids[p];
        sitting.planVersion = *journal->versionFor(ladder.rungs[1]);
        sitting.day = today - std::chrono::days(s / people);
        sitting.startedAt = 1'790'000'000 - 86'400LL * (s / people);
        sitting.sha256 = std::to_string(s);
        sitting.practiceS = 300;
        setFigure(sitting, figure::accuracy, 90);
        setFigure(sitting, figure::completion, 100);
        if (!journal->saveSitting(sitting, reading)) std::exit(1);
    }
}

template <class Work>
double millisecondsOf(Work&& work)
{
    QElapsedTimer timer;
    timer.start();
    work();
    return static_cast<double>(timer.nsecsElapsed()) / 1e6;
}

} // namespace

int main(int argc, char** argv)
{
    QApplication app(argc, argv);
    const int people = argc > 2 ? std::atoi(argv[1]) : 40;
    const int sittings = argc > 2 ? std::atoi(argv[2]) : 3000;
    const QTemporaryDir folder;
    const std::filesystem::path path = folder.path().toStdString();
    fill(path, people, sittings);

    const double opened = millisecondsOf([&] {
        if (!Journal::open(path)) std::exit(1);
    });
    std::unique_ptr<MainWindow> window;
    const double shown = millisecondsOf([&] {
        applyTheme(Theme::paperTheme());
        window = std::make_unique<MainWindow>(path);
        window->resize(1280, 800);
        window->show();
        window->grab(); // painted once
    });
    std::vector<double> switches;
    std::vector<double> views;
    for (const Person& person : std::vector<Person>(window->desk()->people()))
        switches.push_back(millisecondsOf([&] {
            window->desk()->choosePerson(person.id);
            window->grab();
        }));
    for (int view = 0; view < PreparePage::viewCount; ++view)
        views.push_back(millisecondsOf([&] {
            window->preparePage()->showView(view);
            window->grab();
        }));
    std::vector<double> places;
    for (const int place : {BreathLine::reflectPlace, BreathLine::journeyPlace})
        places.push_back(millisecondsOf([&] {
            window->goTo(place);
            window->grab();
        }));
    std::printf("%d people, %d sittings\n", people, sittings);
    std::printf("journal opened             %7.1f ms\n", opened);
    std::printf("window with Prepare shown  %7.1f ms\n", shown);
    std::printf("another person, median     %7.1f ms, slowest %.1f ms\n", median(switches),
                *std::max_element(switches.begin(), switches.end()));
    std::printf("another view, slowest      %7.1f ms\n",
                *std::max_element(views.begin(), views.end()));
    std::printf("Reflect %.1f ms, Journey %.1f ms\n", places[0], places[1]);
}
