// SPDX-License-Identifier: GPL-3.0-or-later
//
// The command line as a process: exit statuses, what is printed where, and what is written.
#include "core/journal/figures.hpp"
#include "core/journal/journal.hpp"
#include "tests/support/journal_in.hpp"
#include "tests/support/odd_files.hpp"
#include "tests/support/sounds.hpp"
#include "tests/support/temporary_folder.hpp"

#include <algorithm>
#include <catch2/catch.hpp>
#include <cmath>
#include <nlohmann/json.hpp>
#include <set>
#include <sys/stat.h>
#include <sys/wait.h>
#include <thread>
#include <unistd.h>

using namespace layakari;
using Json = nlohmann::json;

namespace {

struct Run {
    int exit = -1;
    std::string out;
    std::string err;
};

Run run(const TemporaryFolder& folder, const std::string& arguments, const std::string& before = "")
{
    const auto out = folder / ".out";
    const auto err = folder / ".err";
    const std::string command = "cd '" + folder.path().string() + "' && " + before +
                                " '" LAYAKARI_CLI "' " + arguments + " > .out 2> .err < /dev/null";
    const int status = std::system(command.c_str());
    return {WIFEXITED(status) ? WEXITSTATUS(status) : -1, readText(out), readText(err)};
}

// One practice that all tests of this file read.
const TemporaryFolder& practice()
{
    static const TemporaryFolder folder;
    static const bool made = [] {
        Temperament who;
        who.ownCountS = 1.3;
        simulateTo(folder / "monday.flac", "four-seven-eight", who, 21);
        return true;
    }();
    REQUIRE(made);
    return folder;
}

bool isOneLine(const std::string& text)
{
    return std::count(text.begin(), text.end(), '\n') == 1 && text.back() == '\n';
}

} // namespace

TEST_CASE("Every command has help and a version")
{
    const TemporaryFolder folder;
    for (const std::string command :
         {"", "analyse ", "presets ", "plan ", "simulate ", "journal "}) {
        INFO(command);
        const Run help = run(folder, command + "--help");
        CHECK(help.exit == 0);
        CHECK_THAT(help.out, Catch::Contains(command.empty() ? "analyse" : "--help"));
        const Run version = run(folder, command + "--version");
        CHECK(version.exit == 0);
        CHECK_THAT(version.out, Catch::StartsWith("layakari-cli "));
    }
}

TEST_CASE("Wrong usage is status 2 and one line that says what to try")
{
    const TemporaryFolder folder;
    for (const std::string arguments :
         {"", "dance", "analyse", "analyse a.wav --plan", "simulate --plan square-4",
          "analyse a.wav --frobnicate", "simulate --plan square-4 --out a.flac --temperament angry",
          "simulate --plan square-4 --out a.mp3", "simulate --plan square-4 --out a.flac --rate 7",
          "simulate --plan square-4 --out no/such/a.flac"}) {
        INFO(arguments);
        const Run r = run(folder, arguments);
        CHECK(r.exit == 2);
        CHECK(r.out.empty());
        CHECK(isOneLine(r.err));
    }
}

TEST_CASE(
    "The presets are listed as id, tab, name, and each can be printed and used as a plan file")
{
    const TemporaryFolder folder;
    const Run list = run(folder, "presets");
    REQUIRE(list.exit == 0);
    std::istringstream lines(list.out);
    int count = 0;
    for (std::string line; std::getline(lines, line); ++count) {
        const auto tab = line.find('\t');
        REQUIRE(tab != std::string::npos);
        const Run plan = run(folder, "plan " + line.substr(0, tab));
        CHECK(plan.exit == 0);
        CHECK(Json::parse(plan.out)["name"] == line.substr(tab + 1));
    }
    CHECK(count == static_cast<int>(presets().size()));
    const Run unknown = run(folder, "plan nonsense");
    CHECK(unknown.exit == 4);
    CHECK(isOneLine(unknown.err));
}

TEST_CASE("A recording is read against its plan, to a summary, to standard output and to a file")
{
    const TemporaryFolder& folder = practice();
    const Run summary = run(folder, "analyse monday.flac --plan four-seven-eight");
    CHECK(summary.exit == 0);
    CHECK(summary.err.empty());
    CHECK_THAT(summary.out, Catch::Contains("6 cycles of 4 : 7 : 8"));
    CHECK_THAT(summary.out, Catch::Contains("completion      6 of 6 cycles"));

    const Run printed = run(folder, "analyse monday.flac --plan four-seven-eight --out -");
    REQUIRE(printed.exit == 0);
    const Json reading = Json::parse(printed.out);
    CHECK(reading["summary"]["count_length_s"].get<double>() == Approx(1.3).epsilon(0.03));
    CHECK(reading["cycles"].size() == 6);

    REQUIRE(run(folder, "analyse monday.flac --plan four-seven-eight --out r.json").exit == 0);
    CHECK(readText(folder / "r.json") == printed.out);

    writeText(folder / "plan.json", findPreset("four-seven-eight")->json);
    CHECK(run(folder, "analyse monday.flac --plan plan.json --out -").out == printed.out);
}

TEST_CASE("Without a plan free breathing is read, with nothing scored")
{
    const Run r = run(practice(), "analyse monday.flac --out -");
    REQUIRE(r.exit == 0);
    const Json reading = Json::parse(r.out);
    CHECK(reading["plan"].is_null());
    CHECK(reading["summary"]["accuracy"].is_null());
    CHECK(reading["summary"]["breaths_per_min"].is_number());
    CHECK(reading["cycles"].size() >= 6);
    CHECK(reading["cycles"][0]["phases"][0]["target_counts"].is_null());
}

TEST_CASE("Several recordings are read into a folder, each under its own name, and bad ones do not "
          "stop the rest")
{
    const TemporaryFolder& folder = practice();
    std::filesystem::create_directories(folder / "other");
    std::filesystem::copy_file(folder / "monday.flac", folder / "other" / "monday.flac",
                               std::filesystem::copy_options::overwrite_existing);
    writeText(folder / "broken.wav", "no sound");
    const Run r = run(
        folder,
        "analyse monday.flac broken.wav other/monday.flac --plan four-seven-eight --out readings");
    CHECK(r.exit == 3);
    CHECK(isOneLine(r.err));
    CHECK_THAT(r.err, Catch::Contains("broken.wav"));
    CHECK(std::filesystem::exists(folder / "readings" / "monday.json"));
    CHECK(std::filesystem::exists(folder / "readings" / "monday-2.json"));
    CHECK_FALSE(std::filesystem::exists(folder / "readings" / "broken.json"));
    CHECK(run(folder, "analyse monday.flac other/monday.flac --out -").exit == 2);
    CHECK(run(folder, "analyse monday.flac other/monday.flac --out broken.wav").exit == 2);
}

TEST_CASE("Each bad input has its exit status, one line of complaint, and writes nothing")
{
    const TemporaryFolder& folder = practice();
    writeText(folder / "empty.wav", "");
    writeText(folder / "words.m4a", "only words");
    writeText(
        folder / "bad.json",
        R"({"format":"layakari.plan","version":1,"name":"x","parts":[{"kind":"cycles","repeat":1,"phases":[{"phase":"inhale","counts":-1}]}]})");
    writeText(folder / "newer.json",
              R"({"format":"layakari.plan","version":7,"name":"x","parts":[]})");
    struct Row {
        std::string arguments;
        int exit;
        std::string complaint;
    };
    const Row rows[] = {
        {"analyse missing.wav", 3, "no such file"},
        {"analyse .", 3, "folder"},
        {"analyse empty.wav", 3, "empty"},
        {"analyse words.m4a", 3, "not a sound file"},
        {"analyse monday.flac --plan bad.json", 4, "/parts/0/phases/0/counts"},
        {"analyse monday.flac --plan newer.json", 4, "/version"},
        {"analyse monday.flac --plan nowhere.json", 4, "no preset and no plan file"},
        {"analyse monday.flac --plan .", 4, "folder"},
        {"analyse monday.flac --plan words.m4a", 4, "is not JSON"},
    };
    for (const Row& row : rows) {
        INFO(row.arguments);
        const Run r = run(folder, row.arguments + " --out untouched.json");
        CHECK(r.exit == row.exit);
        CHECK(r.out.empty());
        CHECK(isOneLine(r.err));
        CHECK_THAT(r.err, Catch::Contains(row.complaint));
        CHECK_FALSE(std::filesystem::exists(folder / "untouched.json"));
    }
    CHECK(run(folder, "analyse monday.flac --out no/such/folder/r.json").exit == 2);
}

TEST_CASE("A recording that may not be opened is status 3, also for somebody who is not root")
{
    const TemporaryFolder folder;
    writeFloatWav(folder / "locked.wav", whiteNoise(1, 16000, 0.1), 16000);
    ::chmod((folder / "locked.wav").c_str(), 0);
    ::chmod(folder.path().c_str(), 0777);
    // Root may read everything, so root runs it as nobody; the program must then be where nobody
    // can reach it.
    const bool isRoot = ::geteuid() == 0;
    const auto copy = folder / "layakari-cli";
    std::filesystem::copy_file(LAYAKARI_CLI, copy);
    const std::string as = isRoot ? "setpriv --reuid=65534 --regid=65534 --clear-groups " : "";
    const std::string command = "cd '" + folder.path().string() + "' && " + as + copy.string() +
                                " analyse locked.wav 2> .err";
    const int status = std::system(command.c_str());
    CHECK(WEXITSTATUS(status) == 3);
    CHECK_THAT(readText(folder / ".err"), Catch::Contains("ermission"));
}

TEST_CASE("No breathing is status 5, and the reading is still written")
{
    const TemporaryFolder folder;
    writeFloatWav(folder / "room.wav", whiteNoise(20, 16000, 0.01), 16000);
    const Run r = run(folder, "analyse room.wav --plan square-4 --out r.json");
    CHECK(r.exit == 5);
    CHECK(isOneLine(r.err));
    const Json reading = Json::parse(readText(folder / "r.json"));
    CHECK(reading["quality"]["verdict"] == "poor");
    CHECK(reading["summary"]["accuracy"].is_null());
}

TEST_CASE("A recording is followed as if it were live, each phase with how late it was known",
          "[slow]")
{
    const auto followed = run(practice(), "follow monday.flac --plan four-seven-eight");
    CHECK(followed.exit == 0);
    CHECK(followed.err.empty());
    std::istringstream lines(followed.out);
    std::size_t inhales = 0;
    double last = 0;
    for (std::string line; std::getline(lines, line);) {
        double at = 0;
        double late = 0;
        char name[32] = "";
        if (std::sscanf(line.c_str(), " %lf s %31s heard %lf", &at, name, &late) != 3) continue;
        INFO(line);
        CHECK(late >= 0);
        // A look may go back to what it hears another way, but what is said is said in time.
        CHECK(at + late > last - 0.02);
        last = at + late;
        inhales += std::string(name) == "inhale";
    }
    CHECK(inhales >= 6);
    CHECK(run(practice(), "follow nothing.flac").exit == 3);
    CHECK(run(practice(), "follow monday.flac --plan nothing").exit == 4);
    CHECK(run(practice(), "follow").exit == 2);
}

TEST_CASE("A simulated practice is the same on every run, and its truth has the format")
{
    const TemporaryFolder folder;
    const std::string arguments =
        "simulate --plan ladder-even --seed 5 --rate 8000 --temperament hurried ";
    REQUIRE(run(folder, arguments + "--out a.flac --truth a.json").exit == 0);
    REQUIRE(run(folder, arguments + "--out b.flac --truth b.json").exit == 0);
    CHECK(readText(folder / "a.flac") == readText(folder / "b.flac"));
    CHECK(readText(folder / "a.json") == readText(folder / "b.json"));
    const Json truth = Json::parse(readText(folder / "a.json"));
    for (const char* key : {"format", "version", "plan", "phases", "strokes", "hums", "voice"})
        CHECK(truth.contains(key));
    int leftovers = 0;
    for (const auto& entry : std::filesystem::directory_iterator(folder.path()))
        leftovers += entry.path().string().find(".part-") != std::string::npos;
    CHECK(leftovers == 0);
}

TEST_CASE("Hums are read: in the file with their pitch, and in the summary")
{
    const TemporaryFolder folder;
    REQUIRE(run(folder, "simulate --plan humming-3 --seed 2 --rate 16000 --out h.flac").exit == 0);
    const Run printed = run(folder, "analyse h.flac --plan humming-3 --out -");
    REQUIRE(printed.exit == 0);
    const Json reading = Json::parse(printed.out);
    CHECK(reading["hums"].size() == 3);
    CHECK(reading["hums"][0]["pitch_hz"].is_number());
    CHECK(reading["stroke_runs"].empty());
    CHECK_THAT(run(folder, "analyse h.flac --plan humming-3").out, Catch::Contains("3 hums of 3"));
}

TEST_CASE("The demo club is filled once: five people with their sittings: the next time is at once",
          "[slow]")
{
    const TemporaryFolder folder;
    REQUIRE(run(folder, "journal fill-demo --data club --weeks 3").exit == 0);
    const auto journal = Journal::open(folder / "club");
    REQUIRE(journal.has_value());
    const auto people = journal->people();
    CHECK(people->size() == 5);
    const auto sittings = *journal->sittings(0, 1000);
    // Those of the last two weeks, and of the one before.
    CHECK(sittings.size() > 20);
    for (const Person& person : *people) CHECK(journal->sittings(person.id, 9)->size() >= 3);
    for (const Sitting& sitting : sittings) {
        CHECK(valueOf(sitting, figure::accuracy).has_value());
        CHECK(std::filesystem::exists(sitting.recording.front() == '/'
                                          ? std::filesystem::path(sitting.recording)
                                          : folder / sitting.recording));
    }
    const auto before = std::filesystem::last_write_time(folder / "club" / "recordings");
    CHECK(run(folder, "journal fill-demo --data club").exit == 0);
    CHECK(std::filesystem::last_write_time(folder / "club" / "recordings") == before);
    CHECK(journal->sittings(0, 1000)->size() == sittings.size());
}

TEST_CASE("Killed at any moment while thirty recordings are handed in, none is lost or doubled",
          "[slow]")
{
    const TemporaryFolder folder;
    std::filesystem::create_directories(folder / "inbox/Runa Vestlid");
    for (int i = 0; i < 30; ++i) {
        // A few seconds of breath each: what is tested is the keeping.
        Temperament who;
        who.settleBreaths = 0;
        who.afterBreaths = 0;
        who.ownCountS = 0.5;
        const std::string name = "square " + std::to_string(i) + ".flac";
        simulateTo(folder / "inbox/Runa Vestlid" / name, "square-4", who,
                   900 + static_cast<std::uint64_t>(i));
    }
    {
        auto journal = Journal::open(folder / "club");
        Person runa;
        runa.name = "Runa Vestlid";
        REQUIRE(journal->addPerson(runa).has_value());
    }
    int kills = 0;
    std::string paths = "inbox";
    for (unsigned round = 0; round < 60; ++round) {
        // Later and later, so that the first come before anything is kept.
        const Run killed = run(folder, "journal hand-in --data club " + paths,
                               "timeout -s KILL 0." + std::to_string(1 + round % 9) + " ");
        if (killed.exit == 0) break;
        ++kills;
        const auto journal = Journal::open(folder / "club");
        REQUIRE(journal.has_value());
        if (journal->handedIn()->size() == 30) paths = "";
    }
    CHECK(kills > 3);
    REQUIRE(run(folder, "journal hand-in --data club").exit == 0);
    Id firstsUntil = 0;
    {
        const auto journal = Journal::open(folder / "club");
        const auto firsts = journal->handedIn();
        for (const Handed& handed : *firsts) firstsUntil = std::max(firstsUntil, handed.id);
    }
    const Run rest = run(folder, "journal hand-in --data club inbox");
    CHECK(rest.exit == 0);
    const auto journal = Journal::open(folder / "club");
    const auto sittings = *journal->sittings(0, 100);
    CHECK(sittings.size() == 30);
    std::set<std::string> contents;
    for (const Sitting& sitting : sittings) contents.insert(sitting.sha256);
    CHECK(contents.size() == 30);
    const auto handedIn = journal->handedIn();
    for (const Handed& handed : *handedIn) {
        INFO(handed.file << ": " << handed.words);
        // Those that were handed in once more, by the last command, are known.
        const bool isAgain = handed.id > firstsUntil;
        CHECK(handed.state == (isAgain ? Handed::State::Known : Handed::State::Kept));
    }
}

TEST_CASE("A hand-in that cannot be read is told with its reason, and the others are kept")
{
    const TemporaryFolder folder;
    {
        auto journal = Journal::open(folder / "club");
        Person runa;
        runa.name = "Runa Vestlid";
        REQUIRE(journal->addPerson(runa).has_value());
    }
    std::filesystem::create_directories(folder / "in");
    std::filesystem::copy_file(practice() / "monday.flac", folder / "in/monday.flac");
    writeText(folder / "in/broken.m4a", "only words");
    const Run told = run(folder, "journal hand-in --data club in");
    CHECK(told.exit == 3);
    CHECK_THAT(told.out, Catch::Contains("failed  ") && Catch::Contains("broken.m4a") &&
                             Catch::Contains("kept    ") && Catch::Contains("monday.flac"));
    CHECK(run(folder, "journal hand-in --data club").out.empty());
}

TEST_CASE("A journal that cannot be opened is said in one line")
{
    const TemporaryFolder folder;
    writeText(folder / "file", "no folder");
    std::filesystem::create_directories(folder / "broken");
    writeText(folder / "broken" / "journal.db", std::string(3000, 'x'));
    for (const char* data : {"file/data", "broken"}) {
        const Run refused = run(folder, std::string("journal fill-demo --data ") + data);
        INFO(data);
        CHECK(refused.exit == 2);
        CHECK(isOneLine(refused.err));
        CHECK_THAT(refused.err, Catch::Contains("journal"));
    }
}

TEST_CASE("What is analysed is kept as a sitting where a person is named")
{
    const TemporaryFolder folder;
    simulateTo(folder / "a.flac", "square-4", Temperament{}, 21);
    writeText(folder / "b.flac", "no sound");
    {
        auto journal = Journal::open(folder / "club");
        Person runa;
        runa.name = "Runa Vestlid";
        REQUIRE(journal->addPerson(runa).has_value());
    }
    const Run kept = run(folder, "analyse a.flac b.flac --plan square-4 --save Runa --data club");
    CHECK(kept.exit == 3); // one cannot be read; the other is kept all the same
    CHECK_THAT(kept.err, Catch::Contains("a.flac: kept as a sitting of Runa Vestlid"));
    const auto journal = Journal::open(folder / "club");
    const auto sittings = *journal->sittings(0, 10);
    REQUIRE(sittings.size() == 1);
    CHECK(valueOf(sittings[0], figure::accuracy).has_value());
    CHECK(sittings[0].planVersion.has_value());
    CHECK((*journal->person(sittings[0].person))->breathProfile != "");
    // The same once more is the same sitting.
    CHECK(run(folder, "analyse a.flac --plan square-4 --save Runa --data club").exit == 0);
    CHECK(journal->sittings(0, 10)->size() == 1);
    const Run nobody = run(folder, "analyse a.flac --save Bjarte --data club");
    CHECK(nobody.exit == 2);
    CHECK_THAT(nobody.err, Catch::Contains("there are Runa Vestlid"));
    CHECK(run(folder, "analyse a.flac --save Runa").exit == 2); // in which journal?
}

TEST_CASE("What goes to --out is written through a link, to a pipe or a device, and replaces none "
          "of them")
{
    const TemporaryFolder& folder = practice();
    std::filesystem::create_symlink("behind.json", folder / "link.json");
    REQUIRE(run(folder, "analyse monday.flac --out link.json").exit == 0);
    CHECK(std::filesystem::is_symlink(folder / "link.json"));
    CHECK(Json::parse(readText(folder / "behind.json"))["format"] == "layakari.reading");
    REQUIRE(::mkfifo((folder / "pipe").c_str(), 0600) == 0);
    const std::string pipe = (folder / "pipe").string();
    std::jthread reader([&] {
        const std::string command = "timeout 60 cat '" + pipe + "' > '" + pipe + ".json'";
        CHECK(std::system(command.c_str()) == 0);
    });
    CHECK(run(folder, "analyse monday.flac --out pipe", "timeout -s KILL 60 ").exit == 0);
    reader.join();
    CHECK(std::filesystem::is_fifo(folder / "pipe"));
    CHECK(readText(folder / "pipe.json") == readText(folder / "behind.json"));
    CHECK(run(folder, "analyse monday.flac --out /dev/null").exit == 0);
    CHECK(std::filesystem::is_character_file("/dev/null"));
}

TEST_CASE("A practice that a killed program has left is read with what is handed in")
{
    const TemporaryFolder folder;
    Person runa;
    runa.name = "Runa Vestlid";
    REQUIRE(journalIn(folder / "data").addPerson(runa).has_value());
    const auto left = folder / "data/practised/Runa Vestlid";
    std::filesystem::create_directories(left);
    std::filesystem::copy_file(practice() / "monday.flac", left / "morning.flac.part");
    writeText(left / "morning.plan.json", findPreset("four-seven-eight")->json);
    writeText(left / "broken.flac.part", "no sound");
    const Run read = run(folder, "journal hand-in --data data");
    CHECK(read.exit == 0);
    CHECK_THAT(read.out, Catch::Contains("kept") && Catch::Contains("morning.flac"));
    CHECK_THAT(read.err, Catch::Contains("set aside, not deleted"));
    CHECK(std::filesystem::exists(left / "morning.flac"));
    CHECK(journalIn(folder / "data").sittings(0, 9)->size() == 1);
}

TEST_CASE("Tables are written in the formats that are asked for, and in no other")
{
    const TemporaryFolder folder;
    REQUIRE(journalIn(folder / "data").people().has_value());
    REQUIRE(run(folder, "journal take-out --data data --out out --format csv,ods").exit == 0);
    CHECK(std::filesystem::exists(folder / "out/sittings.csv"));
    CHECK(std::filesystem::exists(folder / "out/tables.ods"));
    CHECK_FALSE(std::filesystem::exists(folder / "out/sittings.json"));
    const Run refused = run(folder, "journal take-out --data data --out other --format xls");
    CHECK(refused.exit == 2);
    CHECK(isOneLine(refused.err));
    CHECK_FALSE(std::filesystem::exists(folder / "other"));
}

TEST_CASE("What cannot be written is refused in words, whatever its name is")
{
    const TemporaryFolder& folder = practice();
    std::filesystem::create_symlink("circle", folder / "circle");
    const std::string longName(300, 'n');
    for (const std::string& arguments :
         {std::string("analyse monday.flac --out ") + longName,
          std::string("analyse monday.flac --out circle"),
          "analyse monday.flac monday.flac --out " + longName,
          std::string("analyse monday.flac monday.flac --out circle"),
          std::string("analyse monday.flac --out /dev/full"),
          "simulate --plan square-4 --out " + longName + ".flac"}) {
        INFO(arguments.substr(0, 60));
        const Run r = run(folder, arguments);
        CHECK(r.exit == 2);
        CHECK(isOneLine(r.err));
    }
    // Printed on a full disk, even if only the last of it does not fit.
    for (const char* printing :
         {"analyse monday.flac", "analyse monday.flac --out -", "presets", "plan square-4"}) {
        INFO(printing);
        const std::string command = "cd '" + folder.path().string() + "' && '" LAYAKARI_CLI "' " +
                                    printing + " > /dev/full 2> .err";
        CHECK(WEXITSTATUS(std::system(command.c_str())) == 2);
        CHECK_THAT(readText(folder / ".err"), Catch::Contains("No space left"));
    }
}

TEST_CASE("What is written is its owner's alone, whatever the umask")
{
    const TemporaryFolder& folder = practice();
    const auto modeOf = [](const std::filesystem::path& path) {
        struct stat info {};
        ::stat(path.c_str(), &info);
        return info.st_mode & 0777;
    };
    {
        auto journal = Journal::open(folder / "private");
        Person runa;
        runa.name = "Runa";
        REQUIRE(journal->addPerson(runa).has_value());
    }
    REQUIRE(run(folder,
                "analyse monday.flac --plan four-seven-eight --save Runa --data private "
                "--out private.json",
                "umask 0; ")
                .exit == 0);
    REQUIRE(
        run(folder, "analyse monday.flac monday.flac --out private-readings", "umask 0; ").exit ==
        0);
    REQUIRE(run(folder, "journal take-out --data private --out private-out", "umask 0; ").exit ==
            0);
    CHECK(modeOf(folder / "private.json") == 0600);
    for (const char* name : {"private", "private-readings", "private-out"}) {
        CHECK(modeOf(folder / name) == 0700);
        for (const auto& file : std::filesystem::recursive_directory_iterator(folder / name)) {
            INFO(file.path());
            CHECK(modeOf(file.path()) == (file.is_directory() ? 0700u : 0600u));
        }
    }
}

TEST_CASE("Commands that read a journal make none where there is none")
{
    const TemporaryFolder& folder = practice();
    for (const std::string arguments :
         {"journal take-out --data nowhere --out out", "journal hand-in --data nowhere monday.flac",
          "analyse monday.flac --save Runa --data nowhere"}) {
        INFO(arguments);
        const Run r = run(folder, arguments);
        CHECK(r.exit == 2);
        CHECK_THAT(r.err, Catch::Contains("there is no journal"));
        CHECK_FALSE(std::filesystem::exists(folder / "nowhere"));
    }
}

TEST_CASE("Started without its standard streams, it reads all the same")
{
    const TemporaryFolder& folder = practice();
    const std::string command = "cd '" + folder.path().string() +
                                "' && exec '" LAYAKARI_CLI
                                "' analyse monday.flac --out bare.json <&- >&- 2>&-";
    CHECK(WEXITSTATUS(std::system(command.c_str())) == 0);
    CHECK(Json::parse(readText(folder / "bare.json"))["format"] == "layakari.reading");
}

TEST_CASE("Ctrl+C, and whoever ends the session, end a reading soon, and it says so")
{
    const TemporaryFolder folder;
    writeConstantFlac(folder / "long.flac", {.seconds = 11 * 3600, .padding = 5 << 20});
    for (const std::string signal : {"INT", "TERM", "HUP"}) {
        INFO(signal);
        const Run r = run(folder, "analyse long.flac --out r.json",
                          "timeout --foreground --preserve-status -s " + signal + " -k 4 0.5 ");
        CHECK(r.exit == 3); // and not killed four seconds later
        CHECK_THAT(r.err, Catch::Contains("stopped"));
        CHECK_FALSE(std::filesystem::exists(folder / "r.json"));
    }
}

TEST_CASE(
    "A plan of a hundred thousand keys is refused or read at once, in time that grows with it")
{
    const TemporaryFolder& folder = practice();
    std::string keys;
    for (int i = 0; i < 100'000; ++i) keys += ",\"key " + std::to_string(i) + "\":0";
    const std::string plan = readText(folder / ".plan") + run(folder, "plan square-4").out;
    writeText(folder / "keys.json", plan.substr(0, plan.rfind('}')) + keys + "}");
    CHECK(run(folder, "analyse monday.flac --plan keys.json", "timeout 20 ").exit == 0);
    // Nested as deep as the file is long, and larger than a plan may be.
    for (const std::string& text :
         {std::string(1'000'000, '['), "{\"a\":" + std::string(5 << 20, ' ') + "1}"}) {
        writeText(folder / "deep.json", text);
        const Run r = run(folder, "analyse monday.flac --plan deep.json", "timeout 20 ");
        CHECK(r.exit == 4);
        CHECK(isOneLine(r.err));
    }
}

TEST_CASE("The programs are built so that a fault of memory ends them before it is used")
{
    const auto programs = std::filesystem::path(LAYAKARI_CLI).parent_path();
    for (const char* name : {"layakari-cli", "layakari-decode"}) {
        INFO(name);
        const TemporaryFolder folder;
        const std::string command = "readelf --wide --dynamic --program-headers --symbols '" +
                                    (programs / name).string() + "' > '" +
                                    (folder / "elf").string() + "'";
        REQUIRE(std::system(command.c_str()) == 0);
        const std::string elf = readText(folder / "elf");
        for (const char* sign : {"GNU_RELRO", "NOW", "__stack_chk_fail", "_chk@", "PIE"})
            CHECK_THAT(elf, Catch::Contains(sign));
    }
}
