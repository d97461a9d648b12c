// SPDX-License-Identifier: GPL-3.0-or-later
//
// What is written is written whole or not at all, and what cannot be read says why.
#include "core/base/files.hpp"
#include "tests/support/no_room.hpp"
#include "tests/support/temporary_folder.hpp"

#include <algorithm>
#include <catch2/catch.hpp>
#include <chrono>
#include <fcntl.h>
#include <set>
#include <sys/stat.h>
#include <unistd.h>

using namespace layakari;
namespace fs = std::filesystem;

namespace {

std::size_t filesIn(const fs::path& folder)
{
    return static_cast<std::size_t>(
        std::distance(fs::directory_iterator(folder), fs::directory_iterator()));
}

int modeOf(const fs::path& path)
{
    struct stat info {};
    ::stat(path.c_str(), &info);
    return static_cast<int>(info.st_mode & 0777);
}

// The error names the file and says what to try.
std::string causeOf(const Error& error, const fs::path& file)
{
    CHECK(error.file == file.string());
    CHECK_FALSE(error.tryThis.empty());
    CHECK(error.message().find(file.string()) != std::string::npos);
    return error.cause;
}

} // namespace

TEST_CASE("What cannot be read is told apart: missing, a folder, no file on disk, too large")
{
    const TemporaryFolder folder;
    const auto whyNot = [&](const fs::path& path, std::uintmax_t limit = 1000) {
        const auto text = readTextFile(path, ErrorCode::BadPlan, limit);
        REQUIRE_FALSE(text.has_value());
        CHECK(text.error().code == ErrorCode::BadPlan);
        return causeOf(text.error(), path);
    };
    CHECK(whyNot(folder / "none.json") == "there is no such file");
    CHECK(whyNot(folder.path()) == "this is a folder, not a file");
    REQUIRE(::mkfifo((folder / "pipe").c_str(), 0600) == 0);
    CHECK(whyNot(folder / "pipe") == "this is not a regular file");
    writeText(folder / "large.json", std::string(1001, 'x'));
    CHECK(whyNot(folder / "large.json").find("1,001 bytes") != std::string::npos);
    CHECK(readTextFile(folder / "large.json", ErrorCode::BadPlan, 1001)->size() == 1001);
    // A name in a file that is no folder is missing too.
    CHECK_FALSE(whyNot(folder / "large.json" / "inner").empty());
}

TEST_CASE("Text is read as it was written, bytes of any kind and none at all")
{
    const TemporaryFolder folder;
    for (const std::string& text : {std::string(), std::string("प्राण\r\n\0\xff", 20)}) {
        REQUIRE(writeFile(folder / "a.txt", text));
        CHECK(*readTextFile(folder / "a.txt", ErrorCode::BadPlan, 1000) == text);
    }
    CHECK(filesIn(folder.path()) == 1);
}

TEST_CASE("A full disk leaves the old file whole and nothing beside it")
{
    const TemporaryFolder folder;
    REQUIRE(writeFile(folder / "a.json", "the old one"));
    {
        const NoRoom room(100);
        const auto written = writeFile(folder / "a.json", std::string(100000, 'x'));
        REQUIRE_FALSE(written.has_value());
        CHECK(written.error().code == ErrorCode::CannotWrite);
        causeOf(written.error(), folder / "a.json");
    }
    CHECK(readText(folder / "a.json") == "the old one");
    CHECK(filesIn(folder.path()) == 1);
}

TEST_CASE("Where nothing can be put, writing fails and leaves nothing behind")
{
    const TemporaryFolder folder;
    fs::create_directories(folder / "taken" / "inner");
    const auto onto = writeFile(folder / "taken", "text");
    REQUIRE_FALSE(onto.has_value());
    CHECK(onto.error().code == ErrorCode::CannotWrite);
    CHECK(causeOf(onto.error(), folder / "taken").starts_with("cannot be written"));
    CHECK(filesIn(folder.path()) == 1);
    const auto nowhere = writeFile(folder / "none" / "a.txt", "text");
    REQUIRE_FALSE(nowhere.has_value());
    causeOf(nowhere.error(), folder / "none" / "a.txt");
    CHECK_FALSE(fs::exists(folder / "none"));
}

TEST_CASE(
    "What is made is its owner's alone, whatever the umask: a folder that was there stays as it is")
{
    const TemporaryFolder folder;
    REQUIRE(::mkdir((folder / "shared").c_str(), 0755) == 0);
    REQUIRE(::chmod((folder / "shared").c_str(), 0755) == 0);
    for (const mode_t mask : {mode_t{0}, mode_t{022}, mode_t{077}}) {
        const mode_t before = ::umask(mask);
        const fs::path made = folder / ("made " + std::to_string(mask)) / "below";
        REQUIRE(makeFolder(made));
        REQUIRE(makeFolder(folder / "shared"));
        REQUIRE(writeFile(made / "reading.json", "{}"));
        const auto out =
            OutFolder::open(made).and_then([](const OutFolder& f) { return f.folder("in"); });
        REQUIRE(out.has_value());
        REQUIRE(out->write("plan.json", "{}"));
        ::umask(before);
        CHECK(modeOf(made) == 0700);
        CHECK(modeOf(made.parent_path()) == 0700);
        CHECK(modeOf(made / "reading.json") == 0600);
        CHECK(modeOf(made / "in") == 0700);
        CHECK(modeOf(made / "in" / "plan.json") == 0600);
        CHECK(modeOf(folder / "shared") == 0755);
    }
}

TEST_CASE(
    "A link that was named is written through: it stays a link, and the file behind it is whole")
{
    const TemporaryFolder folder;
    fs::create_directories(folder / "far");
    writeText(folder / "far" / "there.json", "the old one");
    fs::create_symlink("far/there.json", folder / "link.json");
    fs::create_symlink("far/not yet.json", folder / "dangling.json");
    fs::create_symlink("dangling.json", folder / "two.json");
    REQUIRE(writeFile(folder / "link.json", "new"));
    REQUIRE(writeFile(folder / "two.json", "made"));
    CHECK(fs::is_symlink(folder / "link.json"));
    CHECK(fs::is_symlink(folder / "two.json"));
    CHECK(fs::is_symlink(folder / "dangling.json"));
    CHECK(readText(folder / "far" / "there.json") == "new");
    CHECK(readText(folder / "far" / "not yet.json") == "made");
    CHECK(filesIn(folder / "far") == 2);
}

TEST_CASE("A pipe or a device is written to and stays one")
{
    const TemporaryFolder folder;
    REQUIRE(::mkfifo((folder / "pipe").c_str(), 0600) == 0);
    const int reader = ::open((folder / "pipe").c_str(), O_RDONLY | O_NONBLOCK);
    REQUIRE(writeFile(folder / "pipe", "a reading"));
    std::string got(20, '\0');
    got.resize(
        static_cast<std::size_t>(std::max<ssize_t>(0, ::read(reader, got.data(), got.size()))));
    ::close(reader);
    CHECK(got == "a reading");
    CHECK(fs::is_fifo(folder / "pipe"));
    REQUIRE(writeFile("/dev/null", "a reading"));
    CHECK(fs::is_character_file("/dev/null"));
    const auto full = writeFile("/dev/full", "a reading");
    REQUIRE_FALSE(full.has_value());
    CHECK_THAT(full.error().cause, Catch::Contains("No space left"));
}

TEST_CASE("Names that cannot be are refused in words: too long, links in a circle, an empty one")
{
    const TemporaryFolder folder;
    fs::create_symlink("b", folder / "a");
    fs::create_symlink("a", folder / "b");
    for (const fs::path& path : {folder / std::string(300, 'n'), folder / "a", folder / "a" / "in",
                                 folder / "b.json" / std::string(5000, 'p'), fs::path()}) {
        INFO(path.string().substr(0, 60));
        for (const Result<void>& refused :
             {writeFile(path, "text"), makeFolder(path.empty() ? path : path / "below")}) {
            REQUIRE_FALSE(refused.has_value());
            CHECK(refused.error().code == ErrorCode::CannotWrite);
        }
    }
    CHECK(filesIn(folder.path()) == 2);
}

TEST_CASE("Below a folder that the program fills, a planted link leads nowhere")
{
    const TemporaryFolder folder;
    fs::create_directories(folder / "out");
    fs::create_directories(folder / "private");
    writeText(folder / "private" / "keys", "secret");
    fs::create_directory_symlink(folder / "private", folder / "out" / "readings");
    fs::create_symlink(folder / "private" / "keys", folder / "out" / "sittings.csv");
    const auto out = OutFolder::open(folder / "out");
    REQUIRE(out.has_value());
    const auto readings = out->folder("readings");
    REQUIRE_FALSE(readings.has_value());
    CHECK(readings.error().code == ErrorCode::CannotWrite);
    REQUIRE(out->write("sittings.csv", "a,b"));
    CHECK_FALSE(fs::is_symlink(folder / "out" / "sittings.csv"));
    CHECK(readText(folder / "private" / "keys") == "secret");
    CHECK(filesIn(folder / "private") == 1);
}

TEST_CASE("Where it is written until it is done cannot be foreseen, and is never written through")
{
    const TemporaryFolder folder;
    std::set<fs::path> names;
    for (int i = 0; i < 20; ++i) {
        auto file = NewFile::create(folder / "reading.json");
        REQUIRE(file.has_value());
        for (const auto& there : fs::directory_iterator(folder.path())) names.insert(there.path());
    }
    CHECK(names.size() == 20);
    CHECK(filesIn(folder.path()) == 0);
    // A name that is meant to be known is made anew or not at all.
    writeText(folder / "keys", "secret");
    fs::create_symlink(folder / "keys", folder / "practice.flac.part");
    CHECK_FALSE(openExclusively(folder / "practice.flac.part").has_value());
    CHECK(readText(folder / "keys") == "secret");
    // Nor is a file lost by another getting its name.
    writeText(folder / "other", "recorded before");
    CHECK_FALSE(renameToFreeName(folder / "keys", folder / "other"));
    CHECK(readText(folder / "other") == "recorded before");
    REQUIRE(renameToFreeName(folder / "keys", folder / "free"));
    CHECK(readText(folder / "free") == "secret");
}

TEST_CASE("A copy has the bytes and the time of what was copied")
{
    const TemporaryFolder folder;
    writeText(folder / "a.flac", std::string(200'000, 'x'));
    const auto then = fs::last_write_time(folder / "a.flac") - std::chrono::hours(48);
    fs::last_write_time(folder / "a.flac", then);
    auto into = NewFile::create(folder / "b.flac");
    REQUIRE(into.has_value());
    REQUIRE(copyFile(folder / "a.flac", *std::move(into)));
    CHECK(readText(folder / "b.flac") == readText(folder / "a.flac"));
    CHECK(fs::last_write_time(folder / "b.flac") == then);
}

// Of the standard itself, FIPS 180-4, as NIST's examples give them.
TEST_CASE("A file's SHA-256 is the standard's")
{
    const TemporaryFolder folder;
    const std::vector<std::pair<std::string, std::string>> examples{
        {"", "e3b0c44298fc1c149afbf4c8996fb92427ae41e4649b934ca495991b7852b855"},
        {"abc", "ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad"},
        {std::string(1000000, 'a'),
         "cdc76e5c9914fb9281a1c7e284d73e67f1809a48a497200e046d39ccc7112cd0"}};
    for (const auto& [text, digest] : examples) {
        writeText(folder / "a", text);
        CHECK(*sha256OfFile(folder / "a") == digest);
    }
    CHECK(sha256OfFile(folder.path()).error().code == ErrorCode::CannotRead);
}
