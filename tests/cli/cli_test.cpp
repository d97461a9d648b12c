// SPDX-License-Identifier: GPL-3.0-or-later
//
// The command line as a process: exit statuses, what is printed where, and what is written.
#include "core/journal/figures.hpp"
#include "core/journal/journal.hpp"
#include "tests/cli/program.hpp"
#include "tests/support/journal_in.hpp"
#include "tests/support/odd_files.hpp"

#include <algorithm>
#include <catch2/catch.hpp>
#include <cmath>
#include <nlohmann/json.hpp>
#include <set>
#include <sstream>
#include <sys/stat.h>
#include <sys/wait.h>
#include <thread>
#include <unistd.h>

using namespace layakari;
using Json = nlohmann::json;

TEST_CASE("Every command has help and a version")
{
    const TemporaryFolder folder;
    for (const std::string command :
         {"", "analyse ", "evaluate ", "presets ", "plan ", "simulate ", "journal "}) {
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
          "simulate --plan square-4 --out a.flac --seed many", "analyse - --plan -",
          "analyse a.wav --json --out -", "journal delete", "journal show twelve",
          "completion fish"}) {
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
    CHECK_THAT(summary.out, Catch::Contains("completed              6 of 6 cycles"));

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
    CHECK(run(folder, "analyse monday.flac other/monday.flac --out broken.wav").exit == 6);
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
    CHECK(run(folder, "analyse monday.flac --out no/such/folder/r.json").exit == 6);
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

TEST_CASE("A folder of recordings whose truth is known is scored")
{
    const TemporaryFolder folder;
    std::filesystem::create_directory(folder / "known");
    REQUIRE(run(folder, "simulate --plan four-seven-eight --seed 8 --rate 16000 "
                        "--out known/a.flac --truth known/a.truth.json")
                .exit == 0);
    const Run scored = run(folder, "evaluate known --json");
    REQUIRE(scored.exit == 0);
    std::istringstream lines(scored.out);
    std::string one;
    std::string all;
    REQUIRE(std::getline(lines, one));
    REQUIRE(std::getline(lines, all));
    CHECK(Json::parse(one)["recording"] == "a");
    CHECK(Json::parse(one)["f1"] >= 0.95);
    CHECK(Json::parse(all)["recordings"] == 1);
    CHECK(Json::parse(all)["found"] == Json::parse(one)["found"]);
    const Run table = run(folder, "evaluate known");
    CHECK_THAT(table.out, Catch::Contains("swapped") && Catch::Contains("\nall "));

    // A truth without its recording, one that is no truth, and no folder.
    writeText(folder / "known" / "b.truth.json", "{}");
    CHECK(run(folder, "evaluate known").exit == 3);
    CHECK_THAT(run(folder, "evaluate known").err,
               Catch::Contains("b.truth.json") && Catch::Contains("beside"));
    std::filesystem::copy(folder / "known" / "a.flac", folder / "known" / "b.flac");
    const Run bad = run(folder, "evaluate known --json");
    CHECK(bad.exit == 3);
    CHECK_THAT(bad.err, Catch::Contains("b.truth.json"));
    CHECK(std::count(bad.out.begin(), bad.out.end(), '\n') ==
          2); // the others are scored all the same
    CHECK(run(folder, "evaluate nowhere").exit == 3);
    std::filesystem::create_directory(folder / "empty");
    CHECK_THAT(run(folder, "evaluate empty").err, Catch::Contains("NAME.truth.json"));
}

TEST_CASE("A reading that is not sure says so and asks, and takes an answer")
{
    const TemporaryFolder folder;
    REQUIRE(run(folder, "simulate --plan even-4-4 --temperament hurried --seed 14 --rate 16000 "
                        "--out a.flac")
                .exit == 0);
    const std::string analyse = "analyse a.flac --plan even-4-4";
    const Run asked = run(folder, analyse);
    CHECK(asked.exit == 0);
    CHECK_THAT(asked.out, Catch::Contains("Uncertain") && Catch::Contains("--answer "));
    const Run file = run(folder, analyse + " --out -");
    const Json reading = Json::parse(file.out);
    CHECK(reading["sure"] == false);
    CHECK(reading["explanations"].size() >= 1);
    for (const Json& explanation : reading["explanations"])
        CHECK((explanation["probability"] >= 0 && explanation["probability"] <= 1));
    const Json& question = reading["question"];
    CHECK(question["start_s"] < question["end_s"]);
    REQUIRE(question["answers"].size() >= 2);
    const std::string word = question["answers"][0]["word"];
    const Run answered = run(folder, analyse + " --answer " + word + " --out -");
    REQUIRE(answered.exit == 0);
    const Json then = Json::parse(answered.out);
    CHECK(then["corrections"].size() == 1);
    CHECK(then["sure"] == question["answers"][0]["sure"]);
    CHECK(then["summary"]["accuracy"] == question["answers"][0]["accuracy"]);
    const Run wrong = run(folder, analyse + " --answer blue");
    CHECK(wrong.exit == 2);
    CHECK_THAT(wrong.err, Catch::Contains("blue") && Catch::Contains(word));

    // Against another plan it is not sure either, but no breath of it tells: nothing is asked. Nor
    // where all is plain.
    const Json other = Json::parse(run(folder, "analyse a.flac --plan square-4 --out -").out);
    CHECK(other["sure"] == false);
    CHECK(other["question"].is_null());
    REQUIRE(run(folder, "simulate --plan even-4-4 --seed 8 --rate 16000 --out b.flac").exit == 0);
    CHECK(Json::parse(run(folder, "analyse b.flac --plan even-4-4 --out -").out)["sure"] == true);
    const Run none = run(folder, "analyse b.flac --plan even-4-4 --answer inhale");
    CHECK(none.exit == 2);
    CHECK_THAT(none.err, Catch::Contains("nothing is asked"));
    CHECK(run(folder, "analyse a.flac b.flac --plan even-4-4 --answer inhale").exit == 2);
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
    CHECK_THAT(run(folder, "analyse h.flac --plan humming-3").out,
               Catch::Contains("3 hums, 9 s on average"));
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
        CHECK(r.exit == 6);
        CHECK(isOneLine(r.err));
    }
    // Printed on a full disk, even if only the last of it does not fit.
    for (const char* printing :
         {"analyse monday.flac", "analyse monday.flac --out -", "presets", "plan square-4"}) {
        INFO(printing);
        const std::string command = "cd '" + folder.path().string() + "' && '" LAYAKARI_CLI "' " +
                                    printing + " > /dev/full 2> .err";
        CHECK(WEXITSTATUS(std::system(command.c_str())) == 6);
        CHECK_THAT(readText(folder / ".err"), Catch::Contains("No space left"));
    }
}

TEST_CASE("Bad values are refused in words that name the option and the value")
{
    const TemporaryFolder folder;
    const auto says = [&](const std::string& arguments, const std::string& words) {
        INFO(arguments);
        CHECK_THAT(run(folder, arguments).err, Catch::Contains(words));
    };
    says("simulate --plan square-4 --out a.flac --seed many", "--seed: \"many\" is not a number");
    says("simulate --plan square-4 --out a.flac --rate 7", "--rate: 7 is outside 8000 to 192000");
    says("journal list now", "there is no \"now\" here");
    says("", "say what to do");
}

TEST_CASE("Standard input is read as a recording, and as a plan")
{
    const TemporaryFolder& folder = practice();
    const Run file = run(folder, "analyse monday.flac --plan four-seven-eight");
    const Run piped = run(folder, "analyse - --plan four-seven-eight", "", "monday.flac");
    CHECK(piped.exit == 0);
    CHECK(piped.out.substr(piped.out.find('\n')) == file.out.substr(file.out.find('\n')));
    CHECK(piped.out.starts_with("standard input\n"));
    writeText(folder / "p.plan.json", findPreset("four-seven-eight")->json);
    CHECK(run(folder, "analyse monday.flac --plan -", "", "p.plan.json").out == file.out);
    const Run nothing = run(folder, "analyse -", "TMPDIR=\"$PWD\" ");
    CHECK(nothing.exit == 3);
    CHECK_THAT(nothing.err, Catch::Contains("standard input"));
    for (const auto& entry : std::filesystem::directory_iterator(folder.path()))
        CHECK(entry.path().extension() != ".part");
}

TEST_CASE("As JSON each recording is one line, in the order in which they were asked for")
{
    const TemporaryFolder& folder = practice();
    writeText(folder / "broken.m4a", "only words");
    const Run r = run(folder, "analyse broken.m4a monday.flac --plan four-seven-eight --json");
    CHECK(r.exit == 3);
    std::istringstream lines(r.out);
    std::string line;
    REQUIRE(std::getline(lines, line));
    const Json broken = Json::parse(line);
    CHECK(broken["recording"] == "broken.m4a");
    CHECK(broken["exit"] == 3);
    CHECK(broken["accuracy"].is_null());
    CHECK_THAT(broken["error"].get<std::string>(), Catch::Contains("broken.m4a"));
    REQUIRE(std::getline(lines, line));
    const Json read = Json::parse(line);
    CHECK(read["error"].is_null());
    CHECK(read["cycles_heard"] == 6);
    CHECK(read["accuracy_low"].get<double>() <= read["accuracy"].get<double>());
    CHECK_FALSE(std::getline(lines, line));
}

TEST_CASE("What is asked for comes on standard output, and what is quiet says nothing else")
{
    const TemporaryFolder& folder = practice();
    const Run loud = run(folder, "analyse monday.flac --plan four-seven-eight --out quiet.json");
    CHECK(loud.out.empty());
    const Run follow = run(folder, "follow monday.flac --plan four-seven-eight --json --quiet");
    CHECK(follow.err.empty());
    std::istringstream lines(follow.out);
    int inhales = 0;
    for (std::string line; std::getline(lines, line);) {
        const Json heard = Json::parse(line);
        CHECK(heard["heard_s"].get<double>() >= heard["since_s"].get<double>());
        inhales += heard["sound"] == "inhale";
    }
    CHECK(inhales >= 6);
    for (const char* shell : {"bash", "zsh"}) {
        const Run words = run(folder, std::string("completion ") + shell);
        CHECK(words.exit == 0);
        for (const char* word : {"analyse", "--plan", "delete", "--yes", "presets"})
            CHECK_THAT(words.out, Catch::Contains(word));
    }
}

TEST_CASE("Completion in bash offers commands, options and the plans that are built in")
{
    const TemporaryFolder folder;
    const auto completed = [&](const std::string& line) {
        const std::string program = std::filesystem::path(LAYAKARI_CLI).parent_path().string();
        writeText(folder / "ask", "PATH='" + program +
                                      "':$PATH\nsource <(layakari-cli completion bash)\n"
                                      "COMP_WORDS=(" +
                                      line +
                                      " '')\n"
                                      "COMP_CWORD=$((${#COMP_WORDS[@]} - 1))\n_layakari_cli\n"
                                      "printf '%s\\n' \"${COMPREPLY[@]}\" > said\n");
        REQUIRE(std::system(("cd '" + folder.path().string() + "' && bash ask").c_str()) == 0);
        return readText(folder / "said");
    };
    CHECK_THAT(completed("layakari-cli"), Catch::Contains("analyse") && Catch::Contains("journal"));
    CHECK_THAT(completed("layakari-cli journal"),
               Catch::Contains("delete") && !Catch::Contains("simulate"));
    CHECK_THAT(completed("layakari-cli journal list"), Catch::Contains("--person"));
    CHECK_THAT(completed("layakari-cli analyse --plan"), Catch::Contains("four-seven-eight"));
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
        CHECK(r.exit == 130); // and not killed four seconds later
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
