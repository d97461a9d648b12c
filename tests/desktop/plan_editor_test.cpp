// SPDX-License-Identifier: GPL-3.0-or-later
//
// Writing a plan, by typing, by mouse and by keys.
#include "desktop/plans/cycle_canvas.hpp"
#include "desktop/plans/plan_list.hpp"
#include "tests/desktop/prepare.hpp"

#include <QComboBox>
#include <QDoubleSpinBox>
#include <QRadioButton>
#include <QSpinBox>
#include <QTreeWidget>

using namespace layakari;

TEST_CASE("Every preset opens in the editor, saves, and is the same plan")
{
    Prepare p;
    p.add("Runa Vestlid");
    p.click("toPlans");
    auto* editor = p.find<PlanEditor>("planEditor");
    for (const Preset& preset : presets()) {
        INFO(preset.id);
        editor->open(preset.plan, 0);
        editor->save();
        bool found = false;
        const auto plans = *p.journal().plans(p.person());
        for (const KeptPlan& kept : plans) found = found || kept.plan == preset.plan;
        CHECK(found);
    }
}

TEST_CASE(
    "A breath is written in one line: what is not understood is pointed at and changes nothing")
{
    Prepare p;
    p.add("Runa Vestlid");
    p.editPreset("even-4-4");
    auto* line = p.find<QLineEdit>("editorLine");
    REQUIRE(line->hasFocus());
    line->selectAll();
    p.type("in 4 hold 7 out 8 x6");
    CHECK(p.cycleInShort() == "4-7-8");
    CHECK(p.find<QSpinBox>("editorRepeat")->value() == 6);
    CHECK_THAT(p.says("editorFigures"), Catch::Contains("longest hold"));
    line->selectAll();
    p.type("4-7-");
    CHECK_THAT(p.says("lineFault"), Catch::Contains("At character 5"));
    line->selectAll();
    p.type("36 strokes @72");
    CHECK(std::get<Strokes>(p.draft().chosenPart()->content).ratePerMin == 72);
    CHECK_THAT(p.says("editorFigures"), Catch::Contains("36 strokes"));
}

TEST_CASE("An edge is dragged with the mouse and nudged with the keys: each is a step to undo")
{
    Prepare p;
    p.add("Runa Vestlid");
    p.editPreset("even-4-4");
    auto* canvas = p.find<CycleCanvas>("cycleCanvas");
    const QPoint from = canvas->handleOf(0).toPoint();
    const double perCount = canvas->handleOf(0).x() / 4.0;
    QTest::mousePress(canvas, Qt::LeftButton, {}, from);
    for (int step = 1; step <= 8; ++step)
        QTest::mouseMove(canvas, from + QPoint(static_cast<int>(step * perCount / 4), 0));
    QTest::mouseRelease(canvas, Qt::LeftButton, {},
                        from + QPoint(static_cast<int>(2 * perCount), 0));
    CHECK(p.cycleInShort() == "6-4");
    CHECK(p.draft().undoStack()->count() == 1);

    canvas->setFocus();
    p.key(Qt::Key_Right);
    p.key(Qt::Key_Up);
    p.key(Qt::Key_Up, Qt::ShiftModifier);
    CHECK(p.cycleInShort() == "6-5.25");
    p.key(Qt::Key_Z, Qt::ControlModifier);
    p.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(p.cycleInShort() == "6-4");
    p.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(p.cycleInShort() == "4-4");
    p.key(Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
    CHECK(p.cycleInShort() == "6-4");
}

TEST_CASE("A phase is added, becomes a range, open, a hum with a pitch: a wrong pitch is said and "
          "not saved")
{
    Prepare p;
    p.add("Runa Vestlid");
    p.editPreset("even-4-4");
    p.find<CycleCanvas>("cycleCanvas")->choose(0);
    p.click("addPhase");
    CHECK(p.cycleInShort() == "4-4-4");
    const auto pick = [&](const char* box, int index) {
        auto* choice = p.find<QComboBox>(box);
        choice->setCurrentIndex(index);
        emit choice->activated(index);
    };
    pick("phaseMode", 1);
    CHECK(p.cycleInShort() == "4-4..7-4");
    pick("phaseMode", 2);
    CHECK(p.cycleInShort() == "4-*-4");
    CHECK_THAT(p.says("editorFigures"), Catch::Contains("at least"));

    p.find<CycleCanvas>("cycleCanvas")->choose(2);
    pick("phaseSound", 2);
    auto* pitch = p.find<QLineEdit>("phasePitch");
    REQUIRE(pitch->isVisible());
    pitch->setFocus();
    p.type("Qa");
    p.key(Qt::Key_Return);
    CHECK_THAT(p.says("editorFault"), Catch::Contains("/parts/0/phases/2/pitch"));
    CHECK_FALSE(p.find<QPushButton>("editorSave")->isEnabled());
    pitch->selectAll();
    p.type("Re");
    p.key(Qt::Key_Return);
    CHECK(p.find<QPushButton>("editorSave")->isEnabled());
    p.key(Qt::Key_S, Qt::ControlModifier);
    CHECK(p.journal().plans(p.person())->size() == 1);
}

TEST_CASE("Rounds, rests and strokes are put together: leaving unsaved work is asked about once")
{
    Prepare p;
    p.add("Runa Vestlid");
    p.editPreset("even-4-4");
    p.click("addRest");
    p.click("addStrokes");
    p.click("partUp");
    p.click("partRound");
    CHECK(p.find<QTreeWidget>("editorOutline")->topLevelItemCount() == 3);
    CHECK(p.find<QTreeWidget>("editorOutline")->topLevelItem(1)->text(0) == "Round, 3 times");
    CHECK(p.find<QTreeWidget>("editorOutline")->topLevelItem(1)->child(0)->text(0) ==
          "20 strokes @60");
    p.key(Qt::Key_Escape);
    CHECK(p.window.preparePage()->plans()->isEditing());
    CHECK_THAT(p.says("prepareMessage"), Catch::Contains("not saved"));
    p.key(Qt::Key_Escape);
    CHECK_FALSE(p.window.preparePage()->plans()->isEditing());
    CHECK(p.journal().plans(p.person())->empty());
}

TEST_CASE(
    "A plan that was practised gets a new version: a plan file goes out and comes in the same")
{
    Prepare p;
    p.add("Runa Vestlid");
    Plan plan = findPreset("even-4-4")->plan;
    plan.name = "Before a race";
    const KeptPlan kept = *p.journal().savePlan(0, p.person(), plan);
    p.practise(plan, 90, 1);
    p.click("toPlans");
    auto* list = p.find<PlanListView>("planList");
    list->choose(&plan);
    p.click("editPlan");
    auto* line = p.find<QLineEdit>("editorLine");
    line->selectAll();
    p.type("5-5");
    p.click("editorSave");
    CHECK_THAT(p.says("prepareMessage"), Catch::Contains("version 2"));
    CHECK((*p.journal().planVersion(kept.versionId))->plan == plan);

    const QString file = QString::fromStdString((p.data / "race.plan.json").string());
    answerFileDialog(file);
    p.click("exportPlan");
    CHECK(readPlanFile(file.toStdString()).has_value());
    answerFileDialog(file);
    p.click("importPlan");
    CHECK(p.draft().plan() == *readPlanFile(file.toStdString()));
    p.click("editorLeave");
    writeText(p.data / "bad.json", "{}");
    p.window.preparePage()->plans()->importFile(
        QString::fromStdString((p.data / "bad.json").string()));
    CHECK_THAT(p.says("prepareMessage"), Catch::Contains("bad.json"));
}

TEST_CASE("Strokes are told by number or by time, as the person's school has it")
{
    Prepare p;
    p.add("Runa Vestlid");
    p.editPreset("kapalabhati-3x36");
    const auto run = [&] { return std::get<Strokes>(p.draft().chosenPart()->content); };
    p.find<QDoubleSpinBox>("strokesRate")->setValue(90);
    CHECK(run().strokes == 36);
    CHECK(run().ratePerMin == 90);
    p.find<QDoubleSpinBox>("strokesTime")->setValue(40);
    CHECK(run().strokes == 60);

    p.click("toSchool");
    p.find<QRadioButton>("school_strokes_by_time")->click();
    p.editPreset("kapalabhati-3x36");
    p.find<QDoubleSpinBox>("strokesRate")->setValue(120);
    CHECK(run().strokes == 72); // still 36 s
    p.use("kapalabhati-3x36");
    CHECK_THAT(p.says("todayFigures"), Catch::Contains("of strokes, about 108"));
}

TEST_CASE("A rest is so many breaths, so many seconds, or open")
{
    Prepare p;
    p.add("Runa Vestlid");
    p.editPreset("even-4-4");
    p.click("addRest");
    const auto rest = [&] { return std::get<Rest>(p.draft().chosenPart()->content); };
    CHECK(rest().breaths == 3);
    p.find<QSpinBox>("restBreaths")->setValue(0);
    CHECK_FALSE(rest().breaths.has_value());
    p.find<QDoubleSpinBox>("restSeconds")->setValue(30);
    CHECK(rest().seconds == 30.0);
    p.key(Qt::Key_Escape);
    p.key(Qt::Key_Escape);
    CHECK(p.journal().plans(p.person())->empty());
}

TEST_CASE("A round gets a name, a plan a technique and its own or clocked counts")
{
    Prepare p;
    p.add("Runa Vestlid");
    p.editPreset("alternate-nostril-left-first");
    auto* outline = p.find<QTreeWidget>("editorOutline");
    outline->setCurrentItem(outline->topLevelItem(0));
    auto* name = p.find<QLineEdit>("roundName");
    REQUIRE(name->isVisible());
    name->setFocus();
    name->selectAll();
    p.type("Side to side");
    CHECK(std::get<Group>(p.draft().plan().parts[0].content).name == "Side to side");
    auto* counting = p.find<QComboBox>("editorCounting");
    counting->setCurrentIndex(1);
    emit counting->activated(1);
    CHECK(p.draft().plan().countLengthS == 1.0);
    p.find<QDoubleSpinBox>("editorCount")->setValue(1.25);
    CHECK(p.draft().plan().countLengthS == 1.25);
    counting->setCurrentIndex(0);
    emit counting->activated(0);
    CHECK_FALSE(p.draft().plan().countLengthS.has_value());
}

TEST_CASE("Sa is written as a note or in Hz where swaras are hummed, and nowhere else")
{
    Prepare p;
    p.add("Runa Vestlid");
    p.editPreset("humming-two-pitch");
    auto* sa = p.find<QLineEdit>("editorSa");
    REQUIRE(sa->isVisible());
    sa->setFocus();
    sa->selectAll();
    p.type("A3");
    p.key(Qt::Key_Return);
    CHECK(p.draft().plan().saHz == 220.0);
    sa->selectAll();
    p.type("loud");
    p.key(Qt::Key_Return);
    CHECK(p.draft().plan().saHz == 220.0);
    p.editPreset("even-4-4");
    CHECK_FALSE(sa->isVisible());
}
