// SPDX-License-Identifier: GPL-3.0-or-later
//
// The breath staff of a reading: its rows, as seen and as saved.
#include "desktop/read/read_page.hpp"
#include "desktop/read/staff_picture.hpp"
#include "desktop/theme/theme.hpp"
#include "tests/desktop/window.hpp"

using namespace layakari;

namespace {

// The recording, as far as it goes, read against its own plan.
void openPractice(Window& w, const std::filesystem::path& file, const std::vector<float>& sound,
                  const Plan& plan)
{
    writeFloatWav(file, sound, analysisRateHz);
    w.window.readPage()->setPlan(plan);
    w.drop({QString::fromStdString(file.string())});
    w.waitForRow();
}

} // namespace

TEST_CASE("The staff is drawn in the four colours of the phases, in both themes")
{
    for (const Theme* theme : {&Theme::paperTheme(), &Theme::beforeDawn()}) {
        applyTheme(*theme);
        Window w;
        w.openAs("square.flac", "square-4");
        QTest::qWait(50);
        for (const QColor& colour :
             {theme->inhale, theme->holdFull, theme->exhale, theme->holdEmpty})
            CHECK(hasColour(*w.staff(), colour));
        CHECK(hasColour(*w.find<QWidget>("soundStrip"), theme->inhale));
    }
    applyTheme(Theme::paperTheme());
}

TEST_CASE("The row of a cycle that the end of the recording cut says so, and has no accuracy")
{
    const SimulatedSound whole = practise("four-seven-eight", *temperamentByName("held-attic"), 61);
    const auto exhale =
        std::find_if(whole.truth.phases.begin(), whole.truth.phases.end(),
                     [](const auto& p) { return p.cycle == 2 && p.kind == "exhale"; });
    REQUIRE(exhale != whole.truth.phases.end());
    const double end = exhale->startS + 0.4 * (exhale->endS - exhale->startS);
    const TemporaryFolder folder;
    Window w;
    openPractice(w, folder / "stopped.wav",
                 {whole.sound.begin(),
                  whole.sound.begin() + static_cast<std::ptrdiff_t>(end * analysisRateHz)},
                 whole.truth.plan);
    const QStringList cut = w.rows().filter("cut short");
    REQUIRE(cut.size() == 1);
    CHECK_FALSE(cut.front().contains("accuracy"));
    CHECK(w.text("sentence").contains("ended during one more"));
    CHECK(w.rows().filter("accuracy").size() == 2);
}

TEST_CASE("A cycle with a turn that nobody can hear is a row of its own, which says so")
{
    // From before the fifth turn from in to out to near the exhale's end the sound is that of the
    // inhale's middle.
    SimulatedSound practice = practise("even-4-4", *temperamentByName("alike"), 63);
    const auto exhale =
        std::find_if(practice.truth.phases.begin(), practice.truth.phases.end(),
                     [](const auto& p) { return p.cycle == 4 && p.kind == "exhale"; });
    REQUIRE(exhale != practice.truth.phases.end());
    const auto samplesIn = [](double s) { return static_cast<std::ptrdiff_t>(s * analysisRateHz); };
    const auto turn = practice.sound.begin() + samplesIn(exhale->startS);
    const auto end = practice.sound.begin() + samplesIn(exhale->endS - 1.1);
    for (auto at = turn - samplesIn(0.5); at < end; at += samplesIn(1))
        std::copy_n(turn - samplesIn(2.4), samplesIn(1), at);
    const TemporaryFolder folder;
    Window w;
    openPractice(w, folder / "blended.wav", practice.sound, practice.truth.plan);
    const QStringList unheard = w.rows().filter("no turn");
    REQUIRE(unheard.size() == 1);
    CHECK(unheard.front().startsWith("Cycle 5"));
    CHECK(unheard.front().contains("not heard separately"));
    CHECK_FALSE(unheard.front().contains("accuracy"));
    CHECK(w.text("sentence").contains("In 1 more, a turn between two breaths could not be heard."));
    CHECK(w.rows().filter("accuracy").size() == 9);
}

TEST_CASE("A reading of 600 cycles paints each view of its rows quickly enough to scroll")
{
    Reading reading;
    reading.recording.file = "long.flac";
    Plan plan = findPreset("square-4")->plan;
    std::get<Cycles>(plan.parts[0].content).repeat = 600;
    reading.plan = plan;
    double t = 0;
    for (int c = 0; c < 600; ++c) {
        ReadCycle cycle;
        cycle.part = "/parts/0";
        cycle.repetition = c;
        for (int k = 0; k < 4; ++k) {
            ReadPhase p;
            p.kind = static_cast<ReadKind>(k);
            p.startS = t;
            p.endS = t += 4;
            p.role = Role::Practice;
            p.cycle = c;
            cycle.phases.push_back({static_cast<PhaseKind>(k),
                                    TargetCounts::exactly(4),
                                    {reading.phases.size()},
                                    0,
                                    {},
                                    {}});
            reading.phases.push_back(p);
        }
        reading.cycles.push_back(cycle);
    }
    reading.summary = measure(reading.phases, reading.cycles, &plan);
    StaffView view;
    view.resize(1280, 400);
    view.setSheet(StaffSheet::of(reading));
    REQUIRE(view.model()->rowCount() == 600);
    view.show();
    REQUIRE(QTest::qWaitForWindowExposed(&view));
    // Only rows in sight are painted: going to the end is one view, not six hundred rows.
    view.scrollToBottom();
    QTest::qWait(20);
    CHECK(view.indexAt({200, 200}).row() > 590);
    CHECK(hasColour(view, currentTheme().exhale));
}

TEST_CASE("The staff is saved as a picture and as a drawing, light or dark as it is seen")
{
    Window w;
    w.openAs("square.flac", "square-4");
    const TemporaryFolder folder;
    const auto save = [&](const char* name) {
        const QString file = QString::fromStdString((folder / name).string());
        w.window.readPage()->saveTo(file);
        return file;
    };
    const QImage picture(save("staff.png"));
    REQUIRE_FALSE(picture.isNull());
    CHECK(picture.width() == 2400);
    // Every row is in it: it grows with them.
    CHECK(picture.height() > 2 * 40 * w.rows().size());
    QFile drawing(save("staff.svg"));
    REQUIRE(drawing.open(QIODevice::ReadOnly));
    const QByteArray svg = drawing.readAll();
    CHECK(svg.contains("<svg"));
    CHECK(svg.contains("</svg>"));
    CHECK(svg.contains(">counts<")); // the unit of the axis, wherever its last number stands
    const QColor light = picture.pixelColor(4, 4);
    w.key(Qt::Key_D, Qt::ControlModifier);
    CHECK(QImage(save("dark.png")).pixelColor(4, 4).lightness() < light.lightness());
    w.key(Qt::Key_D, Qt::ControlModifier);
    save("none/staff.png");
    CHECK_THAT(w.text("message").toStdString(), Catch::Contains("none/staff.png"));
}

TEST_CASE("A staff that is longer than a picture can be is refused, and is a drawing all the same")
{
    Window w;
    w.openAs("square.flac", "square-4");
    Reading longOne = *w.window.readPage()->reading();
    const Reading once = longOne;
    while (longOne.cycles.size() < 1200) {
        const auto cycles = static_cast<int>(longOne.cycles.size());
        const std::size_t phases = longOne.phases.size();
        for (ReadPhase phase : once.phases) {
            if (phase.cycle) *phase.cycle += cycles;
            longOne.phases.push_back(phase);
        }
        for (ReadCycle cycle : once.cycles) {
            for (auto& kept : cycle.phases)
                for (std::size_t& i : kept.heard) i += phases;
            longOne.cycles.push_back(cycle);
        }
    }
    const TemporaryFolder folder;
    const auto save = [&](const char* name) {
        return saveStaffPicture(longOne, QString::fromStdString((folder / name).string()));
    };
    const auto picture = save("long.png");
    REQUIRE_FALSE(picture.has_value());
    CHECK_THAT(picture.error().message(), Catch::Contains("save it as .svg"));
    CHECK_FALSE(std::filesystem::exists(folder / "long.png"));
    CHECK(save("long.svg").has_value());
}
