// SPDX-License-Identifier: GPL-3.0-or-later
//
// Many recordings handed in at once, in the real window.
#include "core/intake/intake.hpp"
#include "core/journal/figures.hpp"
#include "core/listen/breath_profile.hpp"
#include "desktop/desk/intake_desk.hpp"
#include "desktop/reflect/reflect_page.hpp"
#include "tests/desktop/prepare.hpp"

#include <QDir>
#include <QTreeWidget>

using namespace layakari;

namespace {

class Inbox : public Prepare {
public:
    TemporaryFolder folder;
    Id runa = add("Runa Vestlid");
    Id ylva = add("Ylva Brekkestad");

    Inbox()
    {
        std::filesystem::create_directories(folder / "Runa");
        put("square.flac", "Runa/square breath.flac");
        put("broken.m4a", "Runa/square again.m4a");
        put("evening.flac", "memo.flac");
        put("evening.plan.json", "memo.plan.json");
    }
    void put(const char* practiced, const std::string& name)
    {
        std::filesystem::copy_file(practice(practiced).toStdString(), folder / name);
    }
    QTreeWidget* list() { return find<QTreeWidget>("handInList"); }
    QString path(const std::string& name)
    {
        return QString::fromStdString((folder / name).string());
    }
    IntakeDesk* intake() { return window.findChild<IntakeDesk*>(); }
    void waitUntilRead()
    {
        REQUIRE(QTest::qWaitFor([&] { return !intake()->isReading(); }, longMs));
    }
    BreathProfile learned()
    {
        const auto profile = parseProfile((*journal().person(runa))->breathProfile, "journal");
        REQUIRE(profile.has_value());
        return *profile;
    }
    std::string outcome(int row) { return list()->topLevelItem(row)->text(3).toStdString(); }
};

} // namespace

TEST_CASE("A folder that is dropped is read in the background, each recording with its outcome")
{
    Inbox w;
    w.drop({w.path("")});
    REQUIRE(w.list()->isVisible());
    REQUIRE(w.list()->topLevelItemCount() == 3);
    w.waitUntilRead();
    CHECK_THAT(w.outcome(0), Catch::Contains("not read: this is not a sound file"));
    CHECK(w.outcome(1) == "saved");
    CHECK(w.outcome(2) == "whose is it?");
    CHECK(w.says("handInSentence") ==
          "1 of 3 recordings are read; 1 could not be read; 1 waits for "
          "you to say whose it is.");
    CHECK(w.journal().sittings(w.runa, 9)->size() == 1);

    // What nobody's name is on is given to somebody, with the plan that lay beside left to choose.
    w.list()->setCurrentItem(w.list()->topLevelItem(2));
    auto* person = w.find<QComboBox>("handInPerson");
    person->setCurrentIndex(person->findText("Ylva Brekkestad"));
    auto* plan = w.find<QComboBox>("handInPlan");
    const int at =
        plan->findText(QString::fromStdString(findPreset("four-seven-eight")->plan.name));
    plan->setCurrentIndex(at);
    emit plan->activated(at);
    w.click("handInAssign");
    w.waitUntilRead();
    CHECK(w.outcome(2) == "saved");
    CHECK(valueOf(w.journal().sittings(w.ylva, 9)->front(), figure::completion) == 100.0);

    // From a row to the sitting.
    w.list()->setFocus();
    w.list()->setCurrentItem(w.list()->topLevelItem(1));
    w.key(Qt::Key_Return);
    CHECK(w.find<ReflectPage>("reflectPage")->isVisible());
    CHECK(w.person() == w.runa);

    w.key(Qt::Key_1);
    w.click("handInPutAway");
    CHECK(w.list()->topLevelItemCount() == 0);
    CHECK(w.journal().sittings(0, 9)->size() == 2);
}

TEST_CASE("What was put away is back after one undo, with what became of it")
{
    Inbox w;
    w.drop({w.path("")});
    w.waitUntilRead();
    const auto before = *w.journal().handedIn();
    w.click("handInPutAway");
    REQUIRE(w.list()->topLevelItemCount() == 1); // what still waits for a person
    w.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(*w.journal().handedIn() == before);
    CHECK(w.list()->topLevelItemCount() == 3);
}

TEST_CASE("The same recordings again are known: nothing is doubled")
{
    Inbox w;
    w.drop({w.path("Runa/square breath.flac"), w.path("Runa/square again.m4a")});
    w.waitUntilRead();
    w.put("square.flac", "Runa/a copy.flac");
    w.drop({w.path("Runa/a copy.flac"), w.path("Runa/square breath.flac")});
    w.waitUntilRead();
    REQUIRE(w.list()->topLevelItemCount() == 4);
    CHECK_THAT(w.outcome(2), Catch::Contains("already in the journal"));
    CHECK_THAT(w.outcome(3), Catch::Contains("already in the journal"));
    CHECK(w.journal().sittings(0, 9)->size() == 1);
}

TEST_CASE("What was added is taken back with what became of it, and what was there before stays")
{
    Inbox w;
    w.drop({w.path("Runa")});
    w.waitUntilRead();
    REQUIRE(w.journal().sittings(w.runa, 9)->size() == 1);
    const Id first = w.journal().sittings(w.runa, 9)->front().id;
    const auto taught = w.learned();
    REQUIRE(taught.breaths > 0);
    w.put("evening.flac", "Runa/evening.flac");
    w.put("square.flac", "Runa/a copy.flac");
    w.drop({w.path("Runa/evening.flac"), w.path("Runa/a copy.flac")});
    w.waitUntilRead();
    REQUIRE(w.journal().sittings(w.runa, 9)->size() == 2);
    const auto both = *w.journal().sittings(w.runa, 9);

    w.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(w.says("prepareMessage") == "Undone: Add to the inbox");
    CHECK(w.list()->topLevelItemCount() == 2);
    REQUIRE(w.journal().sittings(w.runa, 9)->size() == 1);
    CHECK(w.journal().sittings(w.runa, 9)->front().id == first);
    // What was learned since is taken out of the mean, but for rounding.
    CHECK(w.learned().breaths == taught.breaths);
    for (std::size_t i = 0; i < BreathCharacter::size; ++i)
        CHECK(w.learned().inhale.values[i] == Approx(taught.inhale.values[i]));

    w.key(Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
    CHECK(w.list()->topLevelItemCount() == 4);
    CHECK(*w.journal().sittings(w.runa, 9) == both);

    w.key(Qt::Key_Z, Qt::ControlModifier);
    w.key(Qt::Key_Z, Qt::ControlModifier);
    CHECK(w.journal().sittings(w.runa, 9)->empty());
    CHECK((*w.journal().person(w.runa))->breathProfile == "");
    // The recordings are the person's own.
    CHECK(std::filesystem::exists(w.folder / "Runa/evening.flac"));
}

TEST_CASE("Taken back while it is being read, nothing of it is saved")
{
    Inbox w;
    w.drop({w.path("Runa")});
    REQUIRE(w.intake()->isReading());
    w.key(Qt::Key_Z, Qt::ControlModifier);
    w.waitUntilRead();
    CHECK(w.list()->topLevelItemCount() == 0);
    CHECK(w.journal().sittings(w.runa, 9)->empty());
}

TEST_CASE("What was not read when the window closed is read when it opens again")
{
    Inbox w;
    w.window.desk()->journal();
    REQUIRE(takeIn(w.journal(), {w.folder / "Runa"}, w.window.desk()->today())->size() == 2);
    MainWindow next(w.data.path(), nullptr, [&] { return w.now; });
    auto* intake = next.findChild<IntakeDesk*>();
    CHECK(intake->isReading());
    REQUIRE(QTest::qWaitFor([&] { return !intake->isReading(); }, longMs));
    CHECK(w.journal().sittings(w.runa, 9)->size() == 1);
}

TEST_CASE("A folder that is watched hands in what comes to lie in it, once it has stopped growing")
{
    Inbox w;
    std::filesystem::create_directories(w.folder / "phone");
    w.intake()->watch(w.path("phone"));
    w.click("toHandIn");
    CHECK_THAT(w.says("handInWatching"), Catch::Contains("phone"));
    std::filesystem::copy_file(practice("square.flac").toStdString(),
                               w.folder / "phone/Runa square.flac");
    REQUIRE(QTest::qWaitFor([&] { return w.journal().sittings(w.runa, 9)->size() == 1; }, longMs));
    // The next window watches on.
    MainWindow next(w.data.path(), nullptr, [&] { return w.now; });
    CHECK(next.findChild<IntakeDesk*>()->watched() == w.path("phone"));
    w.click("handInWatch");
    CHECK(w.intake()->watched().isEmpty());
    CHECK_FALSE(w.text("handInWatching").contains("Watching"));
}

TEST_CASE("Saying whose a recording is can be taken back while it is not read yet")
{
    Inbox w;
    w.intake()->takeIn({w.path("memo.flac")});
    w.waitUntilRead();
    const auto memo = [&]() -> const Handed& { return w.intake()->all().front(); };
    REQUIRE(w.intake()->all().size() == 1);
    REQUIRE_FALSE(memo().person);
    w.intake()->assign(memo().id, w.ylva, std::nullopt);
    CHECK(memo().person == w.ylva);
    w.window.desk()->undoStack()->undo();
    CHECK_FALSE(memo().person);
    w.waitUntilRead();
    CHECK(w.journal().sittings(0, 9)->empty());
    w.window.desk()->undoStack()->redo();
    w.waitUntilRead();
    REQUIRE(w.journal().sittings(w.ylva, 9)->size() == 1);
    // By now it is her sitting, and undoing the word does not take that away.
    w.window.desk()->undoStack()->undo();
    CHECK(w.journal().sittings(w.ylva, 9)->size() == 1);
    CHECK(memo().state == Handed::State::Kept);
}

TEST_CASE("One that made the program fail is listed so, and read again when somebody asks for it")
{
    Inbox w;
    Handed poison;
    poison.file = w.path("Runa/square breath.flac").toStdString();
    poison.person = w.runa;
    poison.reader = "1 2 a program that is gone";
    poison.attempts = Journal::mostAttempts;
    REQUIRE(w.journal().saveHanded(poison).has_value());
    MainWindow next(w.data.path(), nullptr, [&w] { return w.now; });
    auto* intake = next.findChild<IntakeDesk*>();
    REQUIRE(intake->all().size() == 1);
    CHECK_FALSE(intake->isReading());
    CHECK(intake->all().front().state == Handed::State::Failed);
    CHECK_THAT(intake->all().front().words, Catch::Contains("made the program fail"));
    intake->assign(intake->all().front().id, w.runa, findPreset("square-4")->plan);
    REQUIRE(QTest::qWaitFor([&] { return !intake->isReading(); }, longMs));
    CHECK(intake->all().front().state == Handed::State::Kept);
    CHECK(next.desk()->journal().sittings(w.runa, 9)->size() == 1);
}

TEST_CASE("Recordings are copied in from now on by a click, and left where they are by another")
{
    Inbox w;
    w.intake()->takeIn({w.path("Runa/square breath.flac")});
    w.waitUntilRead();
    auto* copy = w.find<QPushButton>("handInCopy");
    const QString leave = w.text("handInWatching");
    copy->click();
    CHECK(w.text("handInWatching") != leave);
    w.put("evening.flac", "Runa/evening.flac");
    w.intake()->takeIn({w.path("Runa/evening.flac")});
    w.waitUntilRead();
    const auto sittings = *w.journal().sittings(w.runa, 9);
    REQUIRE(sittings.size() == 2);
    for (const Sitting& sitting : sittings) {
        const bool isInside = sitting.recording.find("/recordings/") != std::string::npos;
        CHECK(std::filesystem::exists(sitting.recording));
        CHECK(isInside == (sitting.recording.find("evening") != std::string::npos));
    }
    copy->click();
    CHECK(w.text("handInWatching") == leave);
}
