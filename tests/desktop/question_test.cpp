// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a reading that is not sure asks, in the real window.
#include "desktop/read/read_page.hpp"
#include "tests/desktop/window.hpp"

using namespace layakari;

namespace {

// Read against this plan it is not sure whether the practice was over at the end.
void simulateAsking(const std::filesystem::path& file)
{
    Temperament who = *temperamentByName("hurried");
    who.sampleRateHz = 16000;
    simulateTo(file, "even-4-4", who, 14);
}

} // namespace

TEST_CASE("A reading that is not sure asks: a key answers, the reading follows, undo takes it back")
{
    Window w;
    const TemporaryFolder folder;
    simulateAsking(folder / "even.flac");
    w.window.readPage()->setPlan(findPreset("even-4-4")->plan);
    w.drop({QString::fromStdString((folder / "even.flac").string())});
    w.waitForRow();
    auto* bar = w.find<QWidget>("questionBar");
    REQUIRE(bar->isVisible());
    const auto reading = [&] { return w.window.readPage()->reading(); };
    REQUIRE_FALSE(reading()->questions.empty());
    const QString asked = w.text("question");
    CHECK(asked.contains(QString::fromStdString(say(reading()->questions.front().text))));
    CHECK(w.find<QPushButton>("hearQuestion")->isVisible());
    w.staff()->setFocus();
    QTest::keyClick(w.staff(), Qt::Key_A);
    REQUIRE(QTest::qWaitFor([&] { return reading()->corrections.size() == 1; }, longMs));
    CHECK(reading()->corrections.front().kind == Correction::Kind::MarkPractice);
    QTest::keyClick(w.staff(), Qt::Key_Z, Qt::ControlModifier);
    REQUIRE(QTest::qWaitFor([&] { return reading()->corrections.empty(); }, longMs));
    CHECK(w.text("question") == asked);

    // Whoever can't tell is not asked the same again.
    QTest::keyClick(w.staff(), Qt::Key_U);
    REQUIRE(QTest::qWaitFor([&] { return reading()->corrections.size() == 1; }, longMs));
    CHECK(reading()->corrections.front().kind == Correction::Kind::CannotTell);
    CHECK(w.text("question") != asked);

    // A plain recording is sure, and the bar is gone.
    w.openAs("square.flac", "square-4");
    REQUIRE(QTest::qWaitFor([&] { return reading()->sure && !bar->isVisible(); }, longMs));
}

TEST_CASE("The keys of the answers hold wherever on Read one has just clicked")
{
    Window w;
    const TemporaryFolder folder;
    simulateAsking(folder / "even.flac");
    Person person;
    person.name = "Runa Vestlid";
    w.window.desk()->choosePerson(w.window.desk()->addPerson(person));
    w.window.readPage()->setPlan(findPreset("even-4-4")->plan);
    w.drop({QString::fromStdString((folder / "even.flac").string())});
    w.waitForRow();
    auto* save = w.find<QPushButton>("saveSitting");
    QTest::mouseClick(save, Qt::LeftButton);
    REQUIRE(QTest::qWaitFor([&] { return save->text() == "Saved for Runa"; }, longMs));
    w.find<QPushButton>("export")->setFocus();
    REQUIRE_FALSE(w.staff()->hasFocus());
    const auto reading = [&] { return w.window.readPage()->reading(); };
    w.key(Qt::Key_A);
    REQUIRE(QTest::qWaitFor([&] { return reading()->corrections.size() == 1; }, longMs));
    CHECK(reading()->corrections.front().isAnswer);
}

TEST_CASE("All recordings that have a question are gone through by keyboard")
{
    Window w(BreathLine::preparePlace);
    const TemporaryFolder folder;
    const Plan plan = findPreset("even-4-4")->plan;
    Person person;
    std::vector<Id> sittings;
    for (const char* name : {"Runa Vestlid", "Ylva Brekkestad"}) {
        person.name = name;
        person.id = w.window.desk()->addPerson(person);
        w.window.desk()->choosePerson(person.id);
        const auto file = folder / (std::string(name) + ".flac");
        simulateAsking(file);
        // Two people's recordings are not the same one.
        if (!sittings.empty()) simulateTo(file, "even-4-4", *temperamentByName("steady"), 12);
        w.window.readAndSave(QString::fromStdString(file.string()), plan);
        w.waitForRow();
        const auto saved = *w.window.desk()->journal().sittings(person.id, 1);
        REQUIRE(saved.size() == 1);
        sittings.push_back(saved.front().id);
    }
    const auto sitting = [&](std::size_t i) {
        return **w.window.desk()->journal().sitting(sittings[i]);
    };
    REQUIRE(sitting(0).asks);
    // The other is sure; as if an older listener had asked.
    Sitting other = sitting(1);
    REQUIRE(other.sure);
    other.sure = false;
    other.asks = true;
    const auto reading = *w.window.desk()->journal().readingOf(other.id);
    REQUIRE(w.window.desk()->journal().saveSitting(other, reading).has_value());
    w.window.desk()->takeNews();

    w.key(Qt::Key_4);
    CHECK_THAT(w.find<QPushButton>("reflectAnswer")->text().toStdString(),
               Catch::Contains("Open questions: 2"));
    w.key(Qt::Key_G);
    w.waitForRow();
    std::vector<QString> opened;
    for (int nth = 1; nth <= 2; ++nth) {
        auto* next = w.find<QPushButton>("nextRecording");
        REQUIRE(QTest::qWaitFor([&] { return next->isVisible(); }, longMs));
        opened.push_back(w.window.readPage()->file());
        while (w.find<QPushButton>("cannotTell")->isVisible()) {
            const auto before = w.window.readPage()->reading();
            w.key(Qt::Key_A);
            REQUIRE(QTest::qWaitFor(
                [&] {
                    return w.window.readPage()->reading() != before &&
                           !w.window.readPage()->isBusy();
                },
                longMs));
        }
        w.key(Qt::Key_M);
        if (nth == 1)
            REQUIRE(QTest::qWaitFor([&] { return w.window.readPage()->file() != opened.front(); },
                                    longMs));
    }
    REQUIRE(QTest::qWaitFor([&] { return w.find<QWidget>("reflectPage")->isVisible(); }, longMs));
    CHECK_THAT(w.text("reflectMessage").toStdString(), Catch::Contains("of 2 readings"));
    for (const std::size_t i : {0u, 1u}) CHECK_FALSE(sitting(i).asks);
    CHECK(sitting(1).sure);
    CHECK_FALSE(w.find<QPushButton>("reflectAnswer")->isVisible());
    const auto answered =
        parseReading(**w.window.desk()->journal().readingOf(sittings[0]), "reading");
    REQUIRE(answered.has_value());
    CHECK(answered->corrections.front().isAnswer);
}

TEST_CASE("A recording that can't be opened any more is left out of the round, and named")
{
    Window w(BreathLine::preparePlace);
    const TemporaryFolder folder;
    Person person;
    person.name = "Runa Vestlid";
    person.id = w.window.desk()->addPerson(person);
    w.window.desk()->choosePerson(person.id);
    const auto file = folder / "even.flac";
    simulateAsking(file);
    w.window.readAndSave(QString::fromStdString(file.string()), findPreset("even-4-4")->plan);
    w.waitForRow();
    w.drop({practice("square.flac")}); // so that another one is shown
    REQUIRE(QTest::qWaitFor([&] { return w.window.readPage()->file() == practice("square.flac"); },
                            longMs));
    writeText(file, "only words");
    w.key(Qt::Key_4);
    w.key(Qt::Key_G);
    REQUIRE(QTest::qWaitFor(
        [&] { return w.text("reflectMessage").contains("even.flac could not be opened"); },
        longMs));
    CHECK(w.find<QWidget>("reflectPage")->isVisible());
    CHECK(w.window.readPage()->file() == practice("square.flac"));
}
