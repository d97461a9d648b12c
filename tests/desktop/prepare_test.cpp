// SPDX-License-Identifier: GPL-3.0-or-later
//
// Prepare, as a new user and a teacher would use it: the real window, clicks and keys.
#include "core/journal/figures.hpp"
#include "core/progress/proposal.hpp"
#include "desktop/courses/course_view.hpp"
#include "desktop/plans/ladders_view.hpp"
#include "desktop/plans/plan_list.hpp"
#include "desktop/read/read_page.hpp"
#include "desktop/theme/theme.hpp"
#include "tests/desktop/prepare.hpp"

#include <QAbstractItemModelTester>
#include <QCheckBox>
#include <QDoubleSpinBox>
#include <QListWidget>
#include <QMenu>
#include <QRadioButton>
#include <QSpinBox>
#include <array>

using namespace layakari;

namespace {

constexpr std::array views{"toToday",  "toPlans",  "toLadders", "toCourse",
                           "toPeople", "toSchool", "toHandIn"};
static_assert(views.size() == PreparePage::viewCount);

} // namespace

TEST_CASE("The person at hand changes by typing a part of a name, and is remembered")
{
    Prepare p;
    for (const char* name : {"Runa Vestlid", "Ylva Brekkestad", "Halvard Nymo"}) p.add(name);
    p.key(Qt::Key_P, Qt::ControlModifier | Qt::ShiftModifier);
    p.type("brekk");
    p.key(Qt::Key_Return);
    CHECK(p.window.desk()->person()->name == "Ylva Brekkestad");
    CHECK(p.find<QLineEdit>("personSwitcher")->text() == "Ylva Brekkestad");
    p.key(Qt::Key_P, Qt::ControlModifier | Qt::ShiftModifier);
    p.type("nobody of this name");
    p.key(Qt::Key_Return);
    CHECK(p.window.desk()->person()->name == "Ylva Brekkestad");
    MainWindow next(p.data.path());
    CHECK(next.desk()->person()->name == "Ylva Brekkestad");
}

TEST_CASE(
    "A clash is shown by name, with whom to ask and a gentler plan: once read it does not nag")
{
    Prepare p;
    p.add("Oddny Farsund-Achebe", {Condition::HighBloodPressure});
    p.use("square-4");
    CHECK_THAT(p.says("clashes"), Catch::Contains("High blood pressure: avoid breath holding"));
    CHECK_THAT(p.says("clashes"), Catch::Contains("Ask your doctor"));
    CHECK(p.find<QPushButton>("handIn")->isEnabled()); // it never blocks
    REQUIRE(p.find<QPushButton>("acknowledge")->isVisible());
    p.click("acknowledge");
    CHECK_FALSE(p.find<QPushButton>("acknowledge")->isVisible());
    CHECK_FALSE(p.find<QWidget>("cautions")->isVisible());
    CHECK(p.find<QWidget>("clashes")->isVisible());

    p.find<QPushButton>("gentler")->menu()->actions().first()->trigger();
    CHECK_FALSE(demandsOf(p.window.preparePage()->today()->plan()).has(Demand::Hold));
    CHECK_FALSE(p.find<QWidget>("clashes")->isVisible());
}

TEST_CASE("What is true of today, and the last meal, is said once and kept for the day")
{
    Prepare p;
    p.add("Runa Vestlid");
    p.use("ocean-breath");
    for (QCheckBox* box :
         p.find<QPushButton>("todayConditions")->menu()->findChildren<QCheckBox*>())
        if (box->text() == "a sore throat") box->click();
    CHECK_THAT(p.says("clashes"), Catch::Contains("A sore throat: wait with ocean breath"));
    auto* meal = p.find<QComboBox>("meal");
    meal->setCurrentIndex(1);
    emit meal->activated(1);
    CHECK_THAT(p.says("clashes"), Catch::Contains("full meal"));
    CHECK(p.journal().dayState(p.person(), p.window.desk()->today())->conditions ==
          Conditions{Condition::SoreThroat});
    p.now = p.now.addSecs(4 * 3600);
    p.use("ocean-breath");
    CHECK_THAT(p.says("clashes"), !Catch::Contains("full meal"));
    CHECK(meal->currentText() == "3 hours ago or more");
}

TEST_CASE("Forced breathing late in the evening is said to be for the morning")
{
    Prepare p;
    p.add("Runa Vestlid");
    p.now.setTime(QTime(21, 30));
    p.use("kapalabhati-3x36");
    CHECK_THAT(p.says("clashes"), Catch::Contains("morning"));
    p.use("long-exhale-4-6");
    CHECK_FALSE(p.find<QWidget>("clashes")->isVisible());
}

TEST_CASE("Count and cycles can be changed for today: the figures follow, the plan stays as it is")
{
    Prepare p;
    p.add("Runa Vestlid");
    p.use("four-seven-eight-clocked");
    p.find<QDoubleSpinBox>("todayCount")->setValue(1.5);
    p.find<QSpinBox>("todayRounds")->setValue(4);
    CHECK_THAT(p.says("todayFigures"), Catch::Contains("1 min 50 s")); // 4 * 19 * 1.5 = 114 s
    CHECK_THAT(p.says("todayFigures"), Catch::Contains("longest hold 10.5 s"));
    CHECK(p.window.preparePage()->today()->plan().countLengthS == 1.5);
    CHECK(findPreset("four-seven-eight-clocked")->plan.countLengthS == 1.0);
}

TEST_CASE("The library is searched as it is typed, and a plan is taken for today with Enter")
{
    Prepare p;
    p.add("Runa Vestlid");
    p.key(Qt::Key_F, Qt::ControlModifier);
    CHECK(p.find<QLineEdit>("planSearch")->hasFocus());
    p.type("bhramari");
    auto* list = p.find<PlanListView>("planList");
    CHECK(list->model()->rowCount() == 5); // a heading and four plans
    CHECK(p.says("planName") == "Humming, 3 hums");
    p.key(Qt::Key_Return);
    CHECK(list->hasFocus());
    p.key(Qt::Key_Down);
    p.key(Qt::Key_Return);
    CHECK_THAT(p.says("todaySentence"), Catch::Contains("Humming, 6 hums"));
    p.key(Qt::Key_F, Qt::ControlModifier);
    p.type("zzz");
    CHECK_THAT(p.says("planName"), Catch::Contains("No plan matches"));
}

TEST_CASE("Standing on a rung is a step: after three kept sittings today offers the next")
{
    Prepare p;
    p.add("Halvard Nymo");
    p.click("toLadders");
    auto* rungs = p.find<QListWidget>("rungs");
    CHECK(rungs->count() == 5);
    rungs->setCurrentRow(1);
    p.click("standOnRung");
    CHECK_THAT(p.says("ladderStanding"),
               Catch::Contains("step 2 of 5. The next adds 1 more count"));
    p.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(p.journal().places(p.person())->empty());
    p.key(Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
    REQUIRE(p.journal().places(p.person())->size() == 1);

    const Plan rung = builtInLadders({}).front().rungs[1];
    for (int day = 1; day <= 3; ++day) p.practise(rung, 92, day);
    p.click("toToday");
    CHECK_THAT(p.says("todayAdvice"), Catch::Contains("92, 92 and 92 %"));
    CHECK(p.find<QPushButton>("goOn")->text() == "Move on: 1 more count on every phase");
    p.click("goOn");
    CHECK(p.journal().places(p.person())->front().rung == 2);
    CHECK_THAT(p.says("todaySentence"), Catch::Contains("6 : 6"));
}

TEST_CASE("A ladder is made from a line, changed, climbed in one sitting, exported and deleted")
{
    Prepare p;
    p.add("Runa Vestlid");
    p.click("toLadders");
    auto* base = p.find<QComboBox>("ladderBase");
    base->setCurrentIndex(base->findText("Even breath 4 : 4"));
    p.find<QLineEdit>("ladderLine")->setFocus();
    p.type("from 1:1 to 7:7 by one");
    p.key(Qt::Key_Return);
    auto* rungs = p.find<QListWidget>("rungs");
    CHECK(rungs->count() == 7);
    p.click("oneSitting");
    CHECK(p.window.preparePage()->today()->plan().parts == findPreset("ladder-even")->plan.parts);

    p.click("toLadders");
    rungs->setCurrentRow(6);
    p.click("removeRung");
    CHECK(rungs->count() == 6);
    p.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(rungs->count() == 7);
    p.find<QSpinBox>("ruleKept")->setValue(5);
    emit p.find<QSpinBox>("ruleKept")->editingFinished();
    CHECK(p.journal().ladders()->front().ladder.rule.keptSittings == 5);

    const QString file = QString::fromStdString((p.data / "ladder.json").string());
    p.find<LaddersView>("laddersView")->exportTo(file);
    CHECK(parseLadder(readText(file.toStdString()), "x")->rungs.size() == 7);
    p.click("deleteLadder");
    CHECK(p.journal().ladders()->empty());
    p.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(p.journal().ladders()->size() == 1);

    p.find<QLineEdit>("ladderLine")->setFocus();
    p.type("up and away");
    p.key(Qt::Key_Return);
    CHECK_THAT(p.says("prepareMessage"), Catch::Contains("from 4:4 to 8:8"));
}

TEST_CASE("A course is laid down, shown on its days, and leaves as a calendar")
{
    Prepare p;
    p.add("Runa Vestlid");
    p.click("toCourse");
    CHECK(p.says("courseSentence") == "Nothing is planned.");
    p.click("courseAdd");
    CHECK(p.journal().courses(p.person())->size() == 1);
    CHECK_THAT(p.says("courseDay"), Catch::Contains("Wednesday 25 November: planned: Full breath"));
    const QString file = QString::fromStdString((p.data / "practice.ics").string());
    answerFileDialog(file);
    p.click("courseExport");
    CHECK_THAT(readText(file.toStdString()), Catch::Contains("RRULE:FREQ=WEEKLY;COUNT=12"));
    p.click("toToday");
    CHECK_THAT(p.says("todayWhy"), Catch::Contains("On the course for today, day 1 of 12"));
    p.click("toCourse");
    p.click("courseRemove");
    CHECK(p.journal().courses(p.person())->empty());
    p.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(p.journal().courses(p.person())->size() == 1);
    p.find<QWidget>("courseCalendar")->setFocus();
    p.key(Qt::Key_Right);
    CHECK_THAT(p.says("courseDay"), Catch::Contains("Thursday 26 November: nothing planned"));
}

TEST_CASE("A school is kept with the person, and plans, ladders and words follow it")
{
    Prepare p;
    p.add("Ylva Brekkestad");
    p.add("Halvard Nymo");
    p.click("toSchool");
    for (const char* answer : {"school_first_side_right", "school_lengthen_ratio",
                               "school_terms_sanskrit", "school_counting_clocked"})
        p.find<QRadioButton>(answer)->click();
    CHECK(p.journal().people()->front().school.firstSide == FirstSide::Right);
    CHECK(p.journal().people()->back().school == School{});

    p.key(Qt::Key_F, Qt::ControlModifier);
    p.type("alternate 4");
    CHECK(p.says("planName") == "Nadi shodhana 4 : 4, right first");
    CHECK_THAT(p.says("planTechnique"), Catch::Contains("counts of 1 s by the clock"));
    p.click("toLadders");
    CHECK_THAT(p.find<QListWidget>("ladderList")->item(0)->text().toStdString(),
               Catch::Contains("the ratio first"));
}

TEST_CASE("A person's notes are kept as they are written, put away and brought back, each undone")
{
    Prepare p;
    p.add("Runa Vestlid");
    REQUIRE(p.window.desk()->setTeaching(true));
    p.click("toPeople");
    p.find<QCheckBox>("condition_glaucoma")->click();
    CHECK(p.journal().people()->front().conditions == Conditions{Condition::Glaucoma});
    p.find<QLineEdit>("personSa")->setFocus();
    p.type("G3");
    p.key(Qt::Key_Return);
    CHECK(*p.journal().people()->front().saHz == Approx(196).margin(0.1));
    p.find<QLineEdit>("personSa")->selectAll();
    p.type("loud");
    p.key(Qt::Key_Return);
    CHECK_THAT(p.says("personSaNote"), Catch::Contains("not a pitch"));
    CHECK(p.journal().people()->front().saHz.has_value());
    p.click("archivePerson");
    CHECK(p.journal().people()->empty());
    CHECK(p.find<QListWidget>("peopleList")->count() == 0);
    p.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(p.journal().people()->size() == 1);
}

TEST_CASE("A recording handed in is read against the plan of today and kept as a sitting")
{
    Prepare p;
    p.add("Tor-Eskil Amundahl");
    p.use("square-4");
    answerFileDialog(practice("square.flac"));
    p.key(Qt::Key_H);
    p.waitForRow();
    const auto sittings = *p.journal().sittings(p.person(), 10);
    REQUIRE(sittings.size() == 1);
    CHECK(*valueOf(sittings[0], figure::accuracy) > 80);
    CHECK((*p.journal().planVersion(*sittings[0].planVersion))->plan ==
          findPreset("square-4")->plan);
    CHECK(parseReading(**p.journal().readingOf(sittings[0].id), "kept").has_value());
    CHECK_THAT(p.says("message"), Catch::Contains("Saved as a sitting of Tor-Eskil Amundahl"));
    p.key(Qt::Key_1);
    CHECK_THAT(p.says("todayWhy"), Catch::Contains("The most recent practice"));
}

TEST_CASE(
    "A recording dropped at Prepare is handed in: a plan that lies beside it is the one meant")
{
    Prepare p;
    p.add("Runa Vestlid");
    p.drop({practice("evening.flac")});
    p.waitForRow();
    const auto sittings = *p.journal().sittings(p.person(), 10);
    REQUIRE(sittings.size() == 1);
    CHECK((*p.journal().planVersion(*sittings[0].planVersion))->plan ==
          findPreset("four-seven-eight")->plan);
    p.key(Qt::Key_1);
    p.drop({practice("evening.plan.json")});
    CHECK(p.window.preparePage()->plans()->isEditing());
    CHECK(p.cycleInShort() == "4-7-8");
}

TEST_CASE("Swaras lie over the person's own Sa")
{
    Prepare p;
    Person person;
    person.name = "Ylva Brekkestad";
    person.saHz = 220;
    p.window.desk()->addPerson(person);
    p.use("humming-two-pitch");
    CHECK(p.window.preparePage()->today()->plan().saHz == 220);
    CHECK_THAT(p.says("todayFigures"), Catch::Contains("Sa 220.0 Hz, Re 247.5 Hz"));
    p.click("toSchool");
    p.find<QRadioButton>("school_tuning_tempered")->click();
    p.use("humming-two-pitch");
    CHECK_THAT(p.says("todayFigures"), Catch::Contains("Re 246.9 Hz"));
    p.use("humming-3");
    CHECK_FALSE(p.window.preparePage()->today()->plan().saHz.has_value());
}

TEST_CASE("A kept recording teaches how a person sounds: X swaps the breaths and teaches it anew")
{
    Prepare p;
    const Id runa = p.add("Runa Vestlid");
    p.click("toPeople");
    CHECK_THAT(p.says("personProfile"), Catch::Contains("not known yet"));
    p.window.readAndSave(practice("square.flac"), findPreset("square-4")->plan);
    p.waitForRow();
    const std::string learned = (*p.journal().person(runa))->breathProfile;
    REQUIRE_FALSE(learned.empty());
    CHECK_THAT(p.says("personProfile"), Catch::Contains("the exhale is"));

    const Reading before = *p.window.readPage()->reading();
    p.key(Qt::Key_X);
    REQUIRE(QTest::qWaitFor(
        [&] { return p.window.readPage()->reading()->kindAIsInhale != before.kindAIsInhale; },
        longMs));
    CHECK_THAT(p.says("message"), Catch::Contains("recognised by how Runa Vestlid sounds"));
    CHECK((*p.journal().person(runa))->breathProfile != learned);
    const auto sittings = *p.journal().sittings(runa, 10);
    REQUIRE(sittings.size() == 1);
    CHECK(**p.journal().readingOf(sittings[0].id) ==
          readingToJson(*p.window.readPage()->reading()));
    // Taken back, or swapped again, what was learned before is back.
    const auto waitFor = [&](bool kind) {
        REQUIRE(QTest::qWaitFor(
            [&] {
                return !p.window.readPage()->isBusy() &&
                       p.window.readPage()->reading()->kindAIsInhale == kind;
            },
            longMs));
    };
    p.key(Qt::Key_Z, Qt::ControlModifier);
    waitFor(before.kindAIsInhale);
    CHECK(p.says("message") == "Inhales and exhales are back as they were.");
    CHECK((*p.journal().person(runa))->breathProfile == learned);
    CHECK(**p.journal().readingOf(sittings[0].id) ==
          readingToJson(*p.window.readPage()->reading()));
    p.key(Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
    waitFor(!before.kindAIsInhale);
    CHECK((*p.journal().person(runa))->breathProfile != learned);
    p.click("swap");
    waitFor(before.kindAIsInhale);
    CHECK((*p.journal().person(runa))->breathProfile == learned);
}

TEST_CASE("That cautions are read, and how today is, is taken back: the plan that is chosen stays")
{
    Prepare p;
    p.add("Oddny Farsund-Achebe", {Condition::HighBloodPressure});
    p.use("square-4");
    p.find<QSpinBox>("todayRounds")->setValue(7);
    const Plan chosen = p.window.preparePage()->today()->plan();
    p.click("acknowledge");
    CHECK_FALSE(p.find<QPushButton>("acknowledge")->isVisible());
    CHECK(p.window.preparePage()->today()->plan() == chosen);
    p.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(p.find<QPushButton>("acknowledge")->isVisible());
    p.key(Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
    CHECK_FALSE(p.find<QPushButton>("acknowledge")->isVisible());

    const auto conditions = [&] {
        return p.journal().dayState(p.person(), p.window.desk()->today())->conditions;
    };
    for (QCheckBox* box :
         p.find<QPushButton>("todayConditions")->menu()->findChildren<QCheckBox*>())
        if (box->text() == "a sore throat") box->click();
    CHECK(conditions() == Conditions{Condition::SoreThroat});
    CHECK(p.window.preparePage()->today()->plan() == chosen);
    p.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(conditions().empty());
    CHECK_THAT(p.find<QPushButton>("todayConditions")->text().toStdString(),
               Catch::Contains("nothing special"));
    CHECK(p.window.preparePage()->today()->plan() == chosen);
}

TEST_CASE("Read speaks the words of the person's school")
{
    Prepare p;
    p.add("Halvard Nymo");
    p.click("toSchool");
    p.find<QRadioButton>("school_terms_sanskrit")->click();
    p.window.readAndSave(practice("square.flac"), findPreset("square-4")->plan);
    p.waitForRow();
    CHECK_THAT(p.staff()->staff()->row(p.staff()->currentIndex())->spoken.toStdString(),
               Catch::Contains("puraka") && Catch::Contains("kumbhaka"));
    CHECK(speech().terms == Terms::Sanskrit);
}

TEST_CASE("A recording that cannot be read becomes no sitting")
{
    Prepare p;
    p.add("Tor-Eskil Amundahl");
    p.window.readAndSave(practice("broken.m4a"), findPreset("square-4")->plan);
    REQUIRE(QTest::qWaitFor([&] { return !p.progress(); }, longMs));
    CHECK_THAT(p.says("message"), Catch::Contains("not a sound file"));
    CHECK(p.journal().sittings(p.person(), 10)->empty());
}

TEST_CASE("A damaged journal is said in words and left alone: reading works without it")
{
    const TemporaryFolder folder;
    writeText(folder / "journal.db", std::string(4000, 'x'));
    MainWindow window(folder.path());
    window.show();
    auto* words = window.findChild<QLabel*>("noJournal");
    REQUIRE(words);
    CHECK_THAT(words->text().toStdString(), Catch::Contains("journal.db"));
    CHECK(readText(folder / "journal.db") == std::string(4000, 'x'));
    window.goTo(BreathLine::readPlace);
    CHECK(window.findChild<QWidget*>("emptyPage")->isVisible());
}

TEST_CASE("Each day has a backup, and a damaged journal is answered with the last one")
{
    const TemporaryFolder data;
    const QDateTime now{QDate(2026, 11, 25), QTime(7, 30)};
    const auto clock = [now] { return now; };
    {
        MainWindow window(data.path(), nullptr, clock);
        Person person;
        person.name = "Runa Vestlid";
        REQUIRE(window.desk()->addPerson(person) != 0);
    }
    std::filesystem::remove_all(data / "backups");
    {
        MainWindow window(data.path(), nullptr, clock); // as on the next day
    }
    REQUIRE(std::filesystem::exists(data / "backups/journal-2026-11-25.db"));
    writeText(data / "journal.db", std::string(5000, 'x'));
    {
        MainWindow window(data.path(), nullptr, clock);
        window.show();
        auto* restore = window.findChild<QPushButton*>("restoreBackup");
        REQUIRE(restore);
        CHECK(restore->text() == "Put back the backup of 25 November 2026");
        QTest::mouseClick(restore, Qt::LeftButton);
        CHECK_THAT(window.findChild<QLabel*>("noJournal")->text().toStdString(),
                   Catch::Contains("start it again"));
    }
    MainWindow window(data.path(), nullptr, clock);
    REQUIRE(window.desk());
    CHECK(window.desk()->people().front().name == "Runa Vestlid");
    CHECK(std::filesystem::exists(data / "journal-aside-1.db"));
}

TEST_CASE("On every view of Prepare nothing is cut at 1024x700, and every control has a name")
{
    Prepare p;
    p.add("Oddny Farsund-Achebe", {Condition::HighBloodPressure});
    p.practise(builtInLadders({}).front().rungs[0], 90, 1);
    p.window.resize(1024, 700);
    for (int view = 0; view <= PreparePage::viewCount; ++view) {
        if (view < PreparePage::viewCount)
            p.click(views[static_cast<std::size_t>(view)]);
        else
            p.editPreset("alternate-nostril-holds");
        QTest::qWait(30);
        CHECK(p.window.width() == 1024);
        CHECK(p.window.height() == 700);
        for (const QWidget* widget : p.window.findChildren<QWidget*>()) {
            if (!widget->isVisible() || widget->visibleRegion().isEmpty()) continue;
            INFO("view " << view << ": " << widget->metaObject()->className() << " "
                         << widget->objectName().toStdString());
            if (const auto* button = qobject_cast<const QPushButton*>(widget))
                CHECK(button->width() >= button->sizeHint().width());
            if (const auto* label = qobject_cast<const QLabel*>(widget);
                label && !label->wordWrap())
                CHECK(label->width() >= label->sizeHint().width());
            if (widget->focusPolicy() == Qt::NoFocus || widget->objectName().startsWith("qt_"))
                continue;
            const auto* button = qobject_cast<const QAbstractButton*>(widget);
            CHECK((!widget->accessibleName().isEmpty() || (button && !button->text().isEmpty()) ||
                   widget->focusProxy()));
        }
    }
}

TEST_CASE("The library's model keeps what a list model promises")
{
    Prepare p;
    p.add("Runa Vestlid");
    PlanListModel model;
    const QAbstractItemModelTester tester(&model,
                                          QAbstractItemModelTester::FailureReportingMode::Fatal);
    for (const char* search : {"", "hum", "zzz", ""}) model.fill(*p.window.desk(), search);
    CHECK(model.rowCount() > 20);
}

TEST_CASE("The length of a count follows what is kept lately, until somebody sets it")
{
    Prepare p;
    p.add("Runa Vestlid");
    p.use("four-seven-eight");
    const auto keptIn = [&](double countS, int daysAgo) {
        Sitting s;
        s.person = p.person();
        s.planVersion = *p.journal().versionFor(findPreset("four-seven-eight")->plan);
        s.day = p.window.desk()->today() - std::chrono::days(daysAgo);
        s.sha256 = std::to_string(daysAgo);
        setFigure(s, figure::countLength, countS);
        REQUIRE(p.journal().saveSitting(s, "{}").has_value());
        p.window.desk()->takeNews();
    };
    auto* count = p.find<QDoubleSpinBox>("todayCount");
    keptIn(1.4, 3);
    CHECK(count->value() == Approx(1.4));
    CHECK(p.says("todayCountNote") == "as in recent sittings");
    count->setValue(0.9);
    keptIn(1.6, 2);
    CHECK(count->value() == Approx(0.9));
}
