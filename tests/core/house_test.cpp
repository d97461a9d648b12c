// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the documents promise about the source itself.
#include "core/journal/journal.hpp"
#include "tests/support/temporary_folder.hpp"

#include <algorithm>
#include <catch2/catch.hpp>
#include <filesystem>
#include <regex>

namespace fs = std::filesystem;
using layakari::readText;

namespace {

const fs::path root = LAYAKARI_SOURCE;

// In the order in which sound flows; a room includes from itself and from those before it.
const std::vector<std::string> rooms{
    "language",   "base",   "audio",   "features", "pitch",      "plan",     "words",
    "curriculum", "safety", "cue",     "classes",  "background", "listen",   "segments",
    "hear",       "align",  "measure", "reading",  "evaluate",   "practise", "journal",
    "progress",   "intake", "report",  "simulate"};

std::size_t placeOf(const std::string& room)
{
    return static_cast<std::size_t>(std::find(rooms.begin(), rooms.end(), room) - rooms.begin());
}

std::vector<fs::path> sourcesIn(const fs::path& folder)
{
    std::vector<fs::path> files;
    for (const auto& entry : fs::recursive_directory_iterator(folder))
        if (entry.path().extension() == ".cpp" || entry.path().extension() == ".hpp")
            files.push_back(entry.path());
    return files;
}

} // namespace

TEST_CASE("Includes in the core go one way, and there is no Qt in it")
{
    const std::regex include("#include [<\"]([^>\"]+)");
    for (const fs::path& file : sourcesIn(root / "core")) {
        const std::string room = fs::relative(file, root / "core").begin()->string();
        INFO(file);
        REQUIRE(placeOf(room) < rooms.size());
        const std::string text = readText(file);
        for (std::sregex_iterator it(text.begin(), text.end(), include), end; it != end; ++it) {
            const std::string target = (*it)[1];
            CHECK_FALSE(std::regex_search(target, std::regex("^Q[A-Z]|^Qt")));
            CHECK_FALSE(target.starts_with("desktop/"));
            CHECK_FALSE(target.starts_with("cli/"));
            if (target.starts_with("core/")) {
                const std::string other = target.substr(5, target.find('/', 5) - 5);
                INFO(target);
                CHECK(placeOf(other) <= placeOf(room));
            }
        }
    }
}

TEST_CASE("Every source file names its licence")
{
    for (const char* folder : {"core", "cli", "decode", "desktop", "tests", "bench"})
        for (const fs::path& file : sourcesIn(root / folder)) {
            INFO(file);
            CHECK(readText(file).starts_with("// SPDX-License-Identifier: GPL-3.0-or-later"));
        }
}

TEST_CASE("Files are made and foreign bytes come in through one door each")
{
    // What opens a door, and the files that may.
    const struct {
        std::vector<const char*> words;
        std::vector<std::string> allowed;
    } doors[]{{{"std::ofstream", "fopen(", "QSaveFile", "QFile::copy", "fs::copy_file", "::mkstemp",
                "mkdtemp"},
               {}},
              {{"create_directory(", "create_directories(", "::mkdir"}, {"core/base/new_file.cpp"}},
              {{"O_CREAT"},
               {"core/base/new_file.cpp", "core/base/fault_note.cpp", "core/audio/recorder.cpp"}},
              {{"sf_open"}, {"core/audio/sndfile_out.cpp"}},
              {{"avformat", "avcodec"}, {"decode/container.cpp", "decode/sound_decoder.cpp"}},
              {{"Json::parse(", "json::parse("},
               {"core/base/checked_json.cpp", "core/journal/values.cpp",
                "core/curriculum/ladder.cpp", "core/reading/reading_json.cpp",
                "core/evaluate/truth.cpp", "core/language/catalogue.cpp"}},
              {{"SQLite::Database ", "SQLite::Database("},
               {"core/journal/inspect.cpp", "core/journal/backup.cpp", "core/journal/store.hpp"}},
              {{"posix_spawn(", "::fork(", "std::system(", "QProcess", "popen("},
               {"core/audio/decoder_process.cpp"}},
              {{"::socket(", "QTcp", "QUdp", "QNetwork", "QLocalSocket"}, {}}};
    int opened = 0;
    for (const char* folder : {"core", "cli", "decode", "desktop"})
        for (const fs::path& file : sourcesIn(root / folder)) {
            const std::string text = readText(file);
            const std::string name = fs::relative(file, root).string();
            for (const auto& door : doors)
                for (const char* word : door.words) {
                    if (text.find(word) == std::string::npos) continue;
                    INFO(name << " has " << word);
                    CHECK(std::count(door.allowed.begin(), door.allowed.end(), name) == 1);
                    ++opened;
                }
        }
    CHECK(opened >= 10);
}

TEST_CASE("Tests have names that CTest can hand on: each would be another test, or none, otherwise")
{
    const std::regex name("TEST_CASE\\(\\s*((?:\"[^\"]*\"\\s*)+)[,)]");
    int named = 0;
    for (const fs::path& file : sourcesIn(root / "tests")) {
        const std::string text = readText(file);
        for (std::sregex_iterator it(text.begin(), text.end(), name), end; it != end; ++it) {
            INFO(file << ": " << (*it)[1]);
            CHECK((*it)[1].str().find(';') == std::string::npos); // CMake's lists
            CHECK_FALSE((*it)[1].str().starts_with("\"-"));       // Catch's options
            ++named;
        }
    }
    CHECK(named > 500);
}

TEST_CASE("The formats name the journal's true version")
{
    CHECK_THAT(readText(root / "docs/formats.md"),
               Catch::Contains("`user_version` " +
                               std::to_string(layakari::Journal::newestVersion) + ";"));
}

TEST_CASE("Every path that the pages on the source name exists")
{
    const std::string text =
        readText(root / "docs/architecture.md") + readText(root / "docs/security.md");
    const std::regex path(
        "`((?:core|cli|decode|desktop|tests|bench|demo|docs|scripts|cmake)/[A-Za-z0-9_./-]*)`");
    int named = 0;
    for (std::sregex_iterator it(text.begin(), text.end(), path), end; it != end; ++it) {
        INFO((*it)[1]);
        CHECK(fs::exists(root / (*it)[1].str()));
        ++named;
    }
    CHECK(named >= 15);
}

TEST_CASE("The README's pictures exist")
{
    const std::string text = readText(root / "README.md");
    const std::regex picture("\\((docs/screenshots/[^)]+)\\)");
    int pictures = 0;
    for (std::sregex_iterator it(text.begin(), text.end(), picture), end; it != end; ++it) {
        INFO((*it)[1]);
        CHECK(fs::exists(root / (*it)[1].str()));
        ++pictures;
    }
    CHECK(pictures >= 1);
}
