// SPDX-License-Identifier: GPL-3.0-or-later
//
// Two windows on one journal, and files that mean harm, in the real window: nothing of somebody's
// is lost, and what went wrong is said.
#include "core/reading/reading.hpp"
#include "desktop/practise/practise_page.hpp"
#include "desktop/read/read_page.hpp"
#include "desktop/read/staff_rows.hpp"
#include "tests/desktop/prepare.hpp"
#include "tests/support/odd_files.hpp"

#include <QCheckBox>
#include <nlohmann/json.hpp>

using namespace layakari;

namespace {

std::size_t partsIn(const std::filesystem::path& folder)
{
    std::size_t count = 0;
    for (const auto& there : std::filesystem::recursive_directory_iterator(folder))
        count += there.path().extension() == ".part";
    return count;
}

} // namespace

TEST_CASE(
    "A second window, opened while somebody practises, leaves the recording alone and says so")
{
    Prepare first;
    const Id runa = first.add("Runa Vestlid");
    first.use("square-4");
    first.window.goTo(BreathLine::practisePlace);
    first.find<QComboBox>("microphone")->setCurrentText("A simulated practitioner");
    first.find<QComboBox>("pace")->setCurrentIndex(1); // four times as fast
    first.click("begin");
    Practising* practising = first.window.practisePage()->practising();
    REQUIRE(QTest::qWaitFor([&] { return practising->now().untilS > 20; }, longMs));
    {
        MainWindow second(first.data.path());
        second.show();
        CHECK(partsIn(first.data / "practised") == 1);
        CHECK(second.desk()->journal().handedIn()->empty());
        second.goTo(BreathLine::practisePlace);
        second.findChild<QComboBox*>("microphone")->setCurrentText("A simulated practitioner");
        second.findChild<QPushButton*>("begin")->click();
        CHECK_FALSE(second.practisePage()->practising()->isRunning());
        CHECK_THAT(second.findChild<QLabel*>("practiseMessage")->text().toStdString(),
                   Catch::Contains("another Layakari is recording"));
    }
    REQUIRE(practising->isRunning());
    first.key(Qt::Key_Escape);
    REQUIRE(QTest::qWaitFor([&] { return !practising->isRunning() && !practising->isEnding(); },
                            4 * longMs));
    CHECK(partsIn(first.data / "practised") == 0);
    const auto sittings = first.journal().sittings(runa, 9);
    REQUIRE(sittings->size() == 1);
    const auto reading = parseReading(**first.journal().readingOf(sittings->front().id), "r");
    CHECK(reading->recording.durationSeconds > 20);
}

TEST_CASE("A condition that is ticked in one window does not erase what another has written")
{
    Prepare p;
    const Id id = p.add("Runa Vestlid", {Condition::Migraine});
    p.click("toPeople");
    Journal elsewhere = *Journal::open(p.data.path());
    const Person there = **elsewhere.person(id);
    Person changed = there;
    changed.conditions.insert(Condition::Pregnancy);
    changed.saHz = 195.998;
    REQUIRE(elsewhere.changePerson(there, changed));
    REQUIRE(elsewhere.saveBreathProfile(id, "what was learned meanwhile"));

    p.find<QCheckBox>("condition_glaucoma")->click();
    Person now = **elsewhere.person(id);
    CHECK(now.conditions ==
          Conditions{Condition::Migraine, Condition::Pregnancy, Condition::Glaucoma});
    CHECK(now.breathProfile == "what was learned meanwhile");
    CHECK(now.saHz == 195.998);
    // The form shows them all now, and what it shows rounded stays as it is.
    CHECK(p.find<QCheckBox>("condition_pregnancy")->isChecked());
    p.find<QCheckBox>("condition_epilepsy")->click();
    CHECK((*elsewhere.person(id))->saHz.value_or(0) == 195.998);
    p.key(Qt::Key_Z, Qt::ControlModifier);
    p.key(Qt::Key_Z, Qt::ControlModifier);
    now = **elsewhere.person(id);
    CHECK(now.conditions == Conditions{Condition::Migraine, Condition::Pregnancy});

    // The same field written in both: said, and neither lost.
    Person renamed = now;
    renamed.name = "Runa Vestlid-Nymo";
    REQUIRE(elsewhere.changePerson(now, renamed));
    p.find<QLineEdit>("personName")->setText("Runa V.");
    p.find<QLineEdit>("personName")->setFocus();
    p.key(Qt::Key_Return);
    CHECK((*elsewhere.person(id))->name == "Runa Vestlid-Nymo");
    CHECK_THAT(p.says("prepareMessage"), Catch::Contains("since been changed"));
}

TEST_CASE("A recording of a practice that cannot be opened is set aside and said, never deleted")
{
    const TemporaryFolder data;
    {
        MainWindow first(data.path());
        Person runa;
        runa.name = "Runa Vestlid";
        first.desk()->addPerson(runa);
    }
    const auto folder = data / "practised" / "Runa Vestlid";
    std::filesystem::create_directories(folder);
    const std::string bytes =
        std::string(4, '\0') + readText(practice("square.flac").toStdString()).substr(4);
    writeText(folder / "morning.flac.part", bytes);
    {
        MainWindow next(data.path());
        next.show();
        const std::string words = next.findChild<QLabel*>("prepareMessage")->text().toStdString();
        CHECK_THAT(words, Catch::Contains("set aside, not deleted") &&
                              Catch::Contains("morning.flac.unreadable"));
        CHECK(next.desk()->journal().handedIn()->empty());
    }
    CHECK(readText(folder / "morning.flac.unreadable") == bytes);
}

TEST_CASE(
    "A reading's file that says a cycle was heard elsewhere than in its row is shown all the same")
{
    const auto listened = listenToFile(practice("square.flac").toStdString());
    REQUIRE(listened.has_value());
    nlohmann::json document =
        nlohmann::json::parse(readingToJson(readAgainst(*listened, std::nullopt)));
    const std::size_t phases = document["phases"].size();
    nlohmann::json cycle = document["cycles"][0];
    cycle["phases"] = nlohmann::json::array({cycle["phases"][0]});
    cycle["phases"][0]["heard"] = {phases - 1};
    document["cycles"] = nlohmann::json::array({cycle});
    for (auto& phase : document["phases"])
        if (!phase["cycle"].is_null() && phase["cycle"] != 0) phase["cycle"] = nullptr;
    document["comparisons"] = document["strain_signs"] = nlohmann::json::array();
    const TemporaryFolder folder;
    const auto file = folder / "elsewhere.reading.json";
    writeText(file, document.dump());
    const auto reading = openReadingFile(file);
    if (!reading) FAIL(reading.error().message());
    const StaffSheet sheet = StaffSheet::of(*reading);
    for (const StaffRow& row : sheet.rows)
        for (const ReadCycle::Kept& kept : row.kept)
            for (const std::size_t heard : kept.heard)
                CHECK((heard >= row.firstPhase && heard <= row.lastPhase));
    Window w;
    w.drop({QString::fromStdString(file.string())});
    w.waitForRow();
    CHECK_FALSE(w.staff()->grab().isNull());
    // Indices that do not rise are no reading.
    document["cycles"][0]["phases"][0]["heard"] = {1, 1};
    writeText(file, document.dump());
    CHECK(openReadingFile(file).error().code == ErrorCode::BadReading);
}

TEST_CASE("A name of any content is a person, a folder and a page like others")
{
    Prepare p;
    const Id id = p.add("../../Runa\n\x1b[2J/\xe2\x80\xaeVestlid");
    CHECK(p.window.desk()->person()->name == "../../Runa [2J/Vestlid");
    p.add(std::string(10'000, 'x').c_str());
    p.window.desk()->choosePerson(id);
    p.click("toPeople");
    CHECK_FALSE(p.window.grab().isNull());
    p.use("square-4");
    p.window.goTo(BreathLine::practisePlace);
    p.find<QComboBox>("microphone")->setCurrentText("A simulated practitioner");
    p.click("begin");
    Practising* practising = p.window.practisePage()->practising();
    REQUIRE(practising->isRunning());
    p.key(Qt::Key_Escape);
    REQUIRE(QTest::qWaitFor([&] { return !practising->isRunning() && !practising->isEnding(); },
                            longMs));
    std::size_t folders = 0;
    for (const auto& there : std::filesystem::directory_iterator(p.data / "practised"))
        folders += there.is_directory();
    CHECK(folders == 1);
    CHECK_FALSE(std::filesystem::exists(p.data.path().parent_path() / "Runa"));
}

TEST_CASE("The window is closed soon, whatever is being read")
{
    const TemporaryFolder folder;
    writeConstantFlac(folder / "long.flac", {.seconds = 11 * 3600, .padding = 5 << 20});
    const auto begun = std::chrono::steady_clock::now();
    {
        Prepare p;
        p.add("Runa Vestlid");
        p.drop({QString::fromStdString((folder / "long.flac").string()),
                QString::fromStdString((folder / "long.flac").string())});
        p.window.goTo(BreathLine::readPlace);
        p.drop({QString::fromStdString((folder / "long.flac").string())});
        QTest::qWait(300);
        CHECK(p.window.close());
    }
    // To read it takes half a minute.
    CHECK(std::chrono::steady_clock::now() - begun < std::chrono::seconds(8));
}
