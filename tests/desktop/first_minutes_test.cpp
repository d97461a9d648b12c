// SPDX-License-Identifier: GPL-3.0-or-later
//
// The first minutes: an empty journal, the welcome, the sample and its tour, a recording of one's
// own.
#include "desktop/people/people_view.hpp"
#include "desktop/read/read_page.hpp"
#include "desktop/welcome/sample.hpp"
#include "desktop/welcome/tour.hpp"
#include "tests/desktop/prepare.hpp"

#include <QListWidget>
#include <QPlainTextEdit>
#include <QRadioButton>

using namespace layakari;

namespace {

bool isWelcome(Prepare& p) { return p.find<QWidget>("welcomePage")->isVisible(); }

// Opens the sample and waits for the tour over it.
Tour* openSample(Prepare& p)
{
    p.window.openSample();
    Tour* tour = nullptr;
    REQUIRE(QTest::qWaitFor(
        [&] {
            tour = p.window.findChild<Tour*>();
            return tour && tour->isVisible();
        },
        longMs));
    return tour;
}

} // namespace

TEST_CASE("An empty journal asks what one is here for, and nobody is in it before a name is given")
{
    Prepare p;
    CHECK(isWelcome(p));
    CHECK_THAT(p.says("welcomeQuestion"), Catch::Contains("own practice, or do you teach?"));
    CHECK_THAT(p.says("welcomeCaution"), Catch::Contains("ask your doctor"));
    CHECK_FALSE(p.find<QWidget>("personSwitcher")->isVisible());
    p.key(Qt::Key_Return); // the first door has the keys
    CHECK(p.find<QLineEdit>("welcomeName")->hasFocus());
    p.type("Run");
    p.key(Qt::Key_Escape);
    CHECK(p.find<QPushButton>("welcomeOwn")->isVisible());
    CHECK(p.journal().people(true)->empty());
    // Practise welcomes too: there is nobody who could.
    p.key(Qt::Key_2);
    CHECK(isWelcome(p));
}

TEST_CASE("Alone: a name, two questions, and today's proposal, people stay out of sight")
{
    Prepare p;
    p.click("welcomeOwn");
    p.type("Runa Vestlid");
    p.find<QRadioButton>("own_counting_clocked")->click();
    p.find<QRadioButton>("own_terms_both")->click();
    p.click("welcomeBegin");
    REQUIRE(p.window.desk()->person().has_value());
    CHECK(p.window.desk()->person()->name == "Runa Vestlid");
    CHECK(p.window.desk()->person()->school.counting == Counting::Clocked);
    CHECK(p.window.desk()->person()->school.terms == Terms::Both);
    CHECK(p.find<QWidget>("todayView")->isVisible());
    CHECK_THAT(p.says("todaySentence"), Catch::Contains("Runa today: Even breath"));
    CHECK_FALSE(p.find<QWidget>("personSwitcher")->isVisible());
    CHECK(p.find<QPushButton>("toPeople")->text() == "About you");
    p.click("toPeople");
    CHECK_FALSE(p.find<QWidget>("peopleList")->isVisible());
    CHECK(p.find<QLineEdit>("personName")->text() == "Runa Vestlid");
    // The next start goes on here.
    MainWindow next(p.data.path());
    CHECK(next.desk()->person()->name == "Runa Vestlid");
    CHECK_FALSE(next.desk()->isTeaching());
}

TEST_CASE("The name may be skipped")
{
    Prepare p;
    p.click("welcomeOwn");
    p.key(Qt::Key_Return);
    REQUIRE(p.window.desk()->person().has_value());
    CHECK(p.window.desk()->person()->name == "Me");
}

TEST_CASE("Teaching: a name on each line, and people are in sight")
{
    Prepare p;
    p.click("welcomeTeach");
    p.click("welcomeBeginTeaching");
    CHECK_THAT(p.says("welcomeNamesNote"), Catch::Contains("at least one name"));
    CHECK(p.journal().people(true)->empty());
    p.find<QPlainTextEdit>("welcomeNames")
        ->setPlainText("Ylva Brekkestad\n\n  Runa Vestlid \nYlva Brekkestad\n");
    p.find<QRadioButton>("their_terms_sanskrit")->click();
    p.click("welcomeBeginTeaching");
    const auto people = *p.journal().people();
    REQUIRE(people.size() == 2);
    for (const Person& person : people) CHECK(person.school.terms == Terms::Sanskrit);
    CHECK(p.window.desk()->person()->name == "Ylva Brekkestad");
    CHECK(p.find<QWidget>("personSwitcher")->isVisible());
    CHECK(p.find<QPushButton>("toPeople")->text() == "People");
}

TEST_CASE("Somebody new exists once named: left without a name, nobody does")
{
    Prepare p;
    p.add("Runa Vestlid");
    p.window.preparePage()->addPerson();
    REQUIRE(p.find<QLineEdit>("personName")->hasFocus());
    CHECK_FALSE(p.find<QWidget>("condition_glaucoma")->isVisible()); // no form of nobody's health
    CHECK(p.journal().people()->size() == 1);
    p.key(Qt::Key_Return);
    CHECK(p.journal().people()->size() == 1);
    p.window.preparePage()->addPerson();
    p.type("Ylva Brekkestad");
    p.key(Qt::Key_Return);
    CHECK(p.journal().people()->size() == 2);
    CHECK(p.window.desk()->person()->name == "Ylva Brekkestad");
    CHECK(p.find<QWidget>("condition_glaucoma")->isVisible());
}

TEST_CASE("The sample is opened and read, and six notes point at what there is, nothing is saved")
{
    REQUIRE(findSample().has_value());
    Prepare p;
    p.click("welcomeSample");
    Tour* tour = nullptr;
    REQUIRE(
        QTest::qWaitFor([&] { return (tour = p.window.findChild<Tour*>()) != nullptr; }, longMs));
    QStringList titles;
    for (int note = 0; note < 6; ++note) {
        CHECK(tour->at() == note);
        auto* frame = p.find<QLabel>("tourTitle")->parentWidget();
        CHECK(tour->rect().contains(frame->geometry())); // never out of the window
        CHECK_FALSE(titles.contains(p.text("tourTitle")));
        titles << p.text("tourTitle");
        p.key(note % 2 ? Qt::Key_Return : Qt::Key_Right);
    }
    REQUIRE(QTest::qWaitFor([&] { return !p.window.findChild<Tour*>(); }, longMs));
    CHECK(titles.join(' ').contains("accurate"));
    CHECK(p.find<QPushButton>("saveSitting")->text() == "A sample, not saved");
    CHECK_FALSE(p.find<QPushButton>("saveSitting")->isEnabled());
    p.key(Qt::Key_S, Qt::ControlModifier);
    CHECK_THAT(p.says("message"), Catch::Contains("This is the sample"));
    CHECK(p.journal().people(true)->empty());
    CHECK(p.journal().sittings(0, 9, Journal::Which::All)->empty());
    // Not among one's own recordings either.
    CHECK(p.find<QListWidget>("recent")->count() == 0);
}

TEST_CASE("The tour can be left at any time, and is under Help again, keys meanwhile are its own")
{
    Prepare p;
    p.add("Runa Vestlid");
    openSample(p);
    p.key(Qt::Key_1);
    CHECK(p.find<QWidget>("readPage")->isVisible());
    p.key(Qt::Key_Left);
    CHECK(p.window.findChild<Tour*>()->at() == 0);
    p.key(Qt::Key_Escape);
    REQUIRE(QTest::qWaitFor([&] { return !p.window.findChild<Tour*>(); }, longMs));
    p.key(Qt::Key_F1);
    p.click("helpSample");
    REQUIRE(QTest::qWaitFor([&] { return p.window.findChild<Tour*>() != nullptr; }, longMs));
    p.key(Qt::Key_Escape);
    // A correction of the sample teaches nobody, and is nobody's sitting.
    CHECK((*p.journal().person(p.person()))->breathProfile.empty());
    CHECK(p.journal().sittings(0, 9, Journal::Which::All)->empty());
    // Another recording is one's own again.
    p.drop({practice("square.flac")});
    REQUIRE(QTest::qWaitFor([&] { return p.text("recordingName") == "square"; }, longMs));
    CHECK(p.find<QPushButton>("saveSitting")->text() == "Save for Runa");
}

TEST_CASE("The sample was read as the pictures of the help show it")
{
    const auto was = readingOfSample();
    REQUIRE(was.has_value());
    const auto now = listenToFile(findSample()->recording);
    REQUIRE(now.has_value());
    const Reading reading = readAgainst(*now, findSample()->plan);
    CHECK(was->recording.sha256 == reading.recording.sha256);
    CHECK(was->cycles.size() == reading.cycles.size());
    CHECK(*was->summary.accuracy == Approx(*reading.summary.accuracy).margin(1));
}

TEST_CASE("A recording is saved by one key, taken back and saved again, and says so")
{
    Prepare p;
    p.add("Runa Vestlid");
    p.window.goTo(BreathLine::readPlace);
    p.drop({practice("square.flac")});
    p.waitForRow();
    CHECK(p.journal().sittings(0, 9)->empty());
    CHECK(p.find<QPushButton>("saveSitting")->text() == "Save for Runa");
    p.key(Qt::Key_S, Qt::ControlModifier);
    const auto sittings = *p.journal().sittings(0, 9);
    REQUIRE(sittings.size() == 1);
    CHECK(sittings[0].person == p.person());
    CHECK_FALSE(sittings[0].breath.empty());
    CHECK_THAT(p.says("message"), Catch::Contains("Saved as a sitting of Runa Vestlid"));
    CHECK(p.find<QPushButton>("saveSitting")->text() == "Saved for Runa");
    const std::string profile = (*p.journal().person(p.person()))->breathProfile;
    CHECK_FALSE(profile.empty());
    p.key(Qt::Key_S, Qt::ControlModifier);
    CHECK_THAT(p.says("message"), Catch::Contains("saved already, for Runa Vestlid"));
    CHECK(p.journal().sittings(0, 9)->size() == 1);

    p.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(p.journal().sittings(0, 9)->empty());
    CHECK((*p.journal().person(p.person()))->breathProfile.empty());
    CHECK(p.find<QPushButton>("saveSitting")->text() == "Save for Runa");
    p.key(Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
    CHECK(*p.journal().sittings(0, 9) == sittings);
    CHECK((*p.journal().person(p.person()))->breathProfile == profile);
    p.key(Qt::Key_4);
    CHECK(p.window.reflectPage() != nullptr);
    CHECK_THAT(p.says("reflectSentence"), Catch::Contains("4 cycles"));
}

TEST_CASE("What was saved with the mouse is taken back by the key, wherever on the page one is")
{
    Prepare p;
    p.add("Runa Vestlid");
    p.window.goTo(BreathLine::readPlace);
    p.drop({practice("square.flac")});
    p.waitForRow();
    p.click("saveSitting");
    REQUIRE(p.journal().sittings(0, 9)->size() == 1);
    p.find<QPushButton>("export")->setFocus();
    p.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(p.journal().sittings(0, 9)->empty());
    p.key(Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
    CHECK(p.journal().sittings(0, 9)->size() == 1);
}

TEST_CASE("Saved where nobody is yet, it asks whose it is")
{
    Prepare p;
    p.window.goTo(BreathLine::readPlace);
    p.drop({practice("square.flac")});
    p.waitForRow();
    CHECK(p.find<QPushButton>("saveSitting")->text() == "Save…");
    QTimer::singleShot(100, [] {
        auto* name = QApplication::activeModalWidget()->findChild<QLineEdit*>("askedName");
        QTest::keyClicks(name, "Runa Vestlid");
        QTest::keyClick(name, Qt::Key_Return);
    });
    p.key(Qt::Key_S, Qt::ControlModifier);
    REQUIRE(p.journal().people()->size() == 1);
    CHECK(p.journal().sittings(0, 9)->size() == 1);
}

TEST_CASE("What cannot be saved says why")
{
    Prepare p;
    p.add("Runa Vestlid");
    const TemporaryFolder folder;
    writeFloatWav(folder / "fan.wav", whiteNoise(20, 16000, 0.01), 16000);
    p.window.goTo(BreathLine::readPlace);
    CHECK_FALSE(p.find<QPushButton>("saveSitting")->isEnabled());
    CHECK(p.find<QPushButton>("saveSitting")->toolTip() == "Open a recording first");
    p.drop({QString::fromStdString((folder / "fan.wav").string())});
    REQUIRE(QTest::qWaitFor([&] { return p.text("recordingName") == "fan"; }, longMs));
    CHECK(p.find<QPushButton>("saveSitting")->text() == "Nothing to save");
    p.key(Qt::Key_S, Qt::ControlModifier);
    CHECK_THAT(p.says("message"), Catch::Contains("No breathing was heard"));
    CHECK(p.journal().sittings(0, 9)->empty());
}

TEST_CASE("Empty pages offer what one can do")
{
    Prepare p;
    for (const auto place : {BreathLine::reflectPlace, BreathLine::journeyPlace}) {
        p.window.goTo(place);
        CHECK(p.find<QPushButton>("offerBegin")->isVisible());
    }
    p.click("offerBegin");
    CHECK(isWelcome(p));
    p.add("Runa Vestlid");
    p.window.goTo(BreathLine::journeyPlace);
    CHECK_THAT(p.says("journeyEmpty"), Catch::Contains("Runa Vestlid has no sittings yet"));
    p.click("offerPractise");
    CHECK(p.find<QWidget>("practisePage")->isVisible());
}
