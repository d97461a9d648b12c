// SPDX-License-Identifier: GPL-3.0-or-later
//
// A practice in the real window, before the simulated microphone.
#include "core/journal/figures.hpp"
#include "desktop/practise/cue_view.hpp"
#include "desktop/practise/practise_page.hpp"
#include "desktop/practise/ready_view.hpp"
#include "desktop/reflect/reflect_page.hpp"
#include "desktop/sound/simulated_microphone.hpp"
#include "desktop/theme/theme.hpp"
#include "tests/desktop/prepare.hpp"

#include <QCheckBox>
#include <QSpinBox>

using namespace layakari;

namespace {

enum Pace { RealTime, FourTimes, AsFastAsItGoes };

class Practice : public Prepare {
public:
    Id runa = add("Runa Vestlid");

    explicit Practice(const char* preset = "square-4")
    {
        window.desk()->choosePerson(runa);
        use(preset);
    }
    Practising* practising() { return window.practisePage()->practising(); }
    CueView* cue() { return find<CueView>("cueView"); }
    void makeReady(Pace pace)
    {
        window.goTo(BreathLine::practisePlace);
        find<QComboBox>("microphone")->setCurrentText("A simulated practitioner");
        find<QComboBox>("temperament")->setCurrentText("steady");
        find<QComboBox>("pace")->setCurrentIndex(pace);
        find<QSpinBox>("settle")->setValue(6);
        find<QSpinBox>("stay")->setValue(3);
    }
    void waitUntil(double seconds)
    {
        REQUIRE(QTest::qWaitFor(
            [&] { return !practising()->isRunning() || practising()->now().untilS > seconds; },
            longMs));
        REQUIRE(practising()->isRunning());
    }
    void waitUntilKept()
    {
        REQUIRE(QTest::qWaitFor([&] { return window.reflectPage()->isVisible(); }, 4 * longMs));
    }
    std::vector<Sitting> sittings() { return *journal().sittings(runa, 9); }
};

} // namespace

TEST_CASE("From Prepare to Reflect by the keys alone, and the reading is there")
{
    Practice w;
    w.makeReady(AsFastAsItGoes);
    w.key(Qt::Key_1);
    w.key(Qt::Key_Return); // practise now
    REQUIRE(w.find<QPushButton>("begin")->isVisible());
    w.key(Qt::Key_Return); // begin
    REQUIRE(w.practising()->isRunning());
    CHECK(w.cue()->isVisible());
    w.waitUntilKept();
    REQUIRE(w.sittings().size() == 1);
    const Sitting kept = w.sittings().front();
    CHECK(valueOf(kept, figure::completion).value_or(0) == 100);
    CHECK(valueOf(kept, figure::accuracy).value_or(0) > 85);
    CHECK(kept.startedAt == w.now.toSecsSinceEpoch());
    REQUIRE(kept.planVersion);
    CHECK((*w.journal().planVersion(*kept.planVersion))->plan == findPreset("square-4")->plan);
    const std::filesystem::path file = kept.recording;
    CHECK(file.parent_path() == w.data / "practised" / "Runa Vestlid");
    CHECK(std::filesystem::file_size(file) > 1'000'000);
    // The next time everything is as it was chosen.
    w.window.goTo(BreathLine::practisePlace);
    CHECK(w.find<QComboBox>("pace")->currentIndex() == AsFastAsItGoes);
    CHECK(w.find<QSpinBox>("settle")->value() == 6);
}

TEST_CASE("The simulated practitioner practises anew after each sitting, and alike until then")
{
    Practice w;
    w.makeReady(AsFastAsItGoes);
    const auto seed = [&] {
        const auto* ready = w.window.findChild<ReadyView*>();
        REQUIRE(ready);
        const std::unique_ptr<SoundInput> input = ready->input();
        const auto* simulated = dynamic_cast<const SimulatedMicrophone*>(input.get());
        REQUIRE(simulated);
        return simulated->seed();
    };
    const std::uint64_t before = seed();
    CHECK(seed() == before);
    w.click("begin");
    w.waitUntilKept();
    CHECK(seed() != before);
}

TEST_CASE("Space pauses and goes on, N skips settling, Esc stops, and what was done is kept")
{
    Practice w;
    w.makeReady(FourTimes);
    w.find<QSpinBox>("settle")->setValue(300);
    w.click("begin");
    w.waitUntil(8);
    CHECK(w.cue()->word() == "Settle");
    w.key(Qt::Key_N);
    w.waitUntil(10);
    CHECK(w.cue()->word() == "Inhale");
    w.key(Qt::Key_Space);
    CHECK(w.cue()->word() == "Paused");
    CHECK(w.find<QPushButton>("pause")->text() == "Continue");
    const double pausedAt = w.practising()->now().untilS;
    w.waitUntil(pausedAt + 5);
    CHECK(w.practising()->now().cue.paused);
    w.key(Qt::Key_Space);
    w.waitUntil(pausedAt + 5 + 26); // a cycle and more
    CHECK(w.cue()->word() != "Paused");
    w.key(Qt::Key_Escape);
    w.waitUntilKept();
    REQUIRE(w.sittings().size() == 1);
    CHECK(valueOf(w.sittings().front(), figure::completion).value_or(100) < 100);
}

TEST_CASE("Stopped while one still settles, nothing is kept as a practice")
{
    Practice w;
    w.makeReady(FourTimes);
    w.find<QSpinBox>("settle")->setValue(60);
    w.click("begin");
    w.waitUntil(15);
    w.key(Qt::Key_Escape);
    REQUIRE(QTest::qWaitFor([&] { return !w.window.practisePage()->isBusy(); }, longMs));
    CHECK(w.sittings().empty());
    CHECK_THAT(w.says("practiseMessage"), Catch::Contains("before the practice began"));
    CHECK(w.find<QPushButton>("begin")->isVisible());
}

TEST_CASE("A microphone that goes pauses the practice, and is gone on with when it is there again")
{
    Practice w;
    w.makeReady(AsFastAsItGoes);
    w.click("begin");
    auto* microphone = qobject_cast<SimulatedMicrophone*>(w.practising()->input());
    REQUIRE(microphone);
    microphone->loseAfter(30);
    REQUIRE(QTest::qWaitFor([&] { return w.practising()->isPaused(); }, longMs));
    CHECK_THAT(w.says("practiseMessage"), Catch::Contains("gives no more sound"));
    CHECK(w.cue()->word() == "Paused");
    microphone->loseAfter(0);
    w.key(Qt::Key_Space);
    w.waitUntilKept();
    REQUIRE(w.sittings().size() == 1);
    CHECK(valueOf(w.sittings().front(), figure::completion).value_or(0) == 100);
}

TEST_CASE("A microphone that is muted is told where one looks, until it is heard again")
{
    Practice w;
    w.makeReady(FourTimes);
    w.click("begin");
    w.waitUntil(10);
    auto* microphone = qobject_cast<SimulatedMicrophone*>(w.practising()->input());
    REQUIRE(microphone);
    const auto saysSilent = [&] {
        return w.cue()->heardInWords().contains("Nothing has come from the microphone");
    };
    CHECK_FALSE(saysSilent());
    microphone->mute(true);
    CHECK(QTest::qWaitFor(saysSilent, longMs));
    microphone->mute(false);
    CHECK(QTest::qWaitFor([&] { return !saysSilent(); }, longMs));
    w.key(Qt::Key_Escape);
    w.waitUntilKept();
}

TEST_CASE("Free practice goes on until it is stopped: then it gets the plan that it was, or none")
{
    for (const bool isNamed : {true, false}) {
        Practice w;
        w.makeReady(AsFastAsItGoes);
        w.find<QComboBox>("lead")->setCurrentText("nothing: free practice");
        w.click("begin");
        w.waitUntil(95);
        CHECK(w.cue()->word() == "Free practice");
        CHECK_FALSE(w.find<QPushButton>("pause")->isVisible());
        w.click("stop");
        auto* guess = w.find<QWidget>("guessView");
        REQUIRE(QTest::qWaitFor([&] { return guess->isVisible(); }, longMs));
        CHECK(w.sittings().empty());
        for (const QSize size : {QSize(1280, 776), QSize(1024, 700)}) {
            w.window.resize(size);
            QTest::qWait(50);
            for (const QWidget* shape : guess->findChildren<QWidget*>("planShape"))
                CHECK(shape->visibleRegion().boundingRect() == shape->rect()); // none is cut
        }
        w.key(isNamed ? Qt::Key_Return : Qt::Key_Escape);
        w.waitUntilKept();
        REQUIRE(w.sittings().size() == 1);
        const auto version = w.sittings().front().planVersion;
        REQUIRE(version.has_value() == isNamed);
        if (isNamed) {
            CHECK((*w.journal().planVersion(*version))->plan == findPreset("square-4")->plan);
            CHECK(valueOf(w.sittings().front(), figure::completion).value_or(0) > 50);
        }
    }
}

TEST_CASE("The ten-second try says in words how the microphone is")
{
    Practice w;
    w.makeReady(AsFastAsItGoes);
    w.key(Qt::Key_T);
    REQUIRE(QTest::qWaitFor(
        [&] { return w.says("checked").find("Your breath can be heard") != std::string::npos; },
        longMs));
    CHECK_FALSE(w.practising()->isRunning());
    // Begun right after it, the last seconds before count too.
    w.click("begin");
    CHECK(w.practising()->isRunning());
    w.key(Qt::Key_Escape);
}

TEST_CASE("While somebody practises, nothing else is begun and the window stays")
{
    Practice w;
    w.makeReady(AsFastAsItGoes);
    w.click("begin");
    w.waitUntil(32);
    w.key(Qt::Key_3);
    CHECK(w.cue()->isVisible());
    CHECK_THAT(w.says("practiseMessage"), Catch::Contains("Stop it first"));
    CHECK_FALSE(w.window.close());
    CHECK(w.window.isVisible());
    w.waitUntilKept();
    CHECK(w.sittings().size() == 1);
    CHECK(w.window.close());
}

TEST_CASE("A practice that a killed program has left is found, read and kept the next time")
{
    const TemporaryFolder data;
    Id runa = 0;
    const auto folder = data / "practised" / "Runa Vestlid";
    {
        MainWindow first(data.path());
        Person person;
        person.name = "Runa Vestlid";
        runa = first.desk()->addPerson(person);
        std::filesystem::create_directories(folder);
        std::filesystem::copy_file(practice("square.flac").toStdString(),
                                   folder / "2026-11-25 07-30-00 Square.flac.part");
        writeText(folder / "2026-11-25 07-30-00 Square.plan.json", findPreset("square-4")->json);
    }
    MainWindow next(data.path());
    next.show();
    REQUIRE(QTest::qWaitFor([&] { return !next.desk()->journal().sittings(runa, 9)->empty(); },
                            longMs));
    const Sitting kept = next.desk()->journal().sittings(runa, 9)->front();
    CHECK(valueOf(kept, figure::completion).value_or(0) == 100);
    CHECK(kept.recording == (folder / "2026-11-25 07-30-00 Square.flac").string());
    CHECK_THAT(next.findChild<QLabel*>("prepareMessage")->text().toStdString(),
               Catch::Contains("interrupted"));
}

TEST_CASE("Nobody practises before there is a person, and a folder that cannot be written is said")
{
    Prepare empty;
    empty.window.goTo(BreathLine::practisePlace);
    CHECK_FALSE(empty.find<QPushButton>("begin")->isEnabled());
    Practice w;
    w.makeReady(AsFastAsItGoes);
    writeText(w.data / "practised", "a file where a folder should be");
    w.click("begin");
    CHECK_FALSE(w.practising()->isRunning());
    CHECK(w.find<QPushButton>("begin")->isVisible());
}

TEST_CASE("What is heard and kept lies under the breath, or nothing of it until the end")
{
    for (const bool isShown : {true, false}) {
        INFO(isShown);
        Practice w;
        w.makeReady(AsFastAsItGoes);
        w.find<QCheckBox>("showsHeard")->setChecked(isShown);
        w.click("begin");
        w.waitUntil(40);
        QTest::qWait(50);
        const QImage seen = w.cue()->grab().toImage();
        // The ribbon, in the softer ink.
        const int row = static_cast<int>(0.82 * w.cue()->height()) + 22;
        const QRgb ink = currentTheme().softInk.rgb();
        int marked = 0;
        for (int x = 0; x < seen.width() / 3; ++x) marked += seen.pixel(x, row) == ink;
        CHECK((marked > 20) == isShown);
        // Under it the counts of the phases that are over, each in its colour.
        int written = 0;
        for (const ReadKind kind : {ReadKind::Inhale, ReadKind::HoldFull, ReadKind::Exhale})
            for (int y = row + 10; y < row + 36; ++y)
                for (int x = 0; x < seen.width() / 3; ++x)
                    written += seen.pixel(x, y) == currentTheme().text(kind).rgb();
        CHECK((written > 20) == isShown);
        w.key(Qt::Key_Escape);
        w.waitUntilKept();
    }
}

TEST_CASE("Practise fits a small window, and all of it has a name for screen readers")
{
    Practice w;
    w.window.resize(1024, 700);
    w.makeReady(FourTimes);
    const auto look = [&] {
        QTest::qWait(50);
        CHECK(w.window.width() == 1024);
        for (const QWidget* widget : w.window.practisePage()->findChildren<QWidget*>()) {
            if (!widget->isVisible() || widget->objectName().startsWith("qt_")) continue;
            const auto* button = qobject_cast<const QPushButton*>(widget);
            INFO(widget->metaObject()->className() << " " << widget->objectName().toStdString());
            if (widget->focusPolicy() != Qt::NoFocus && widget->focusProxy() == nullptr)
                CHECK(
                    (!widget->accessibleName().isEmpty() || (button && !button->text().isEmpty()) ||
                     qobject_cast<const QCheckBox*>(widget) || widget == w.window.practisePage()));
            if (button) CHECK(widget->width() >= widget->minimumSizeHint().width());
        }
    };
    look();
    w.click("begin");
    w.waitUntil(9);
    look();
    CHECK_FALSE(w.cue()->accessibleName().isEmpty());
    w.key(Qt::Key_Escape);
}
