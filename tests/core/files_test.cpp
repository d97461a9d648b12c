// SPDX-License-Identifier: GPL-3.0-or-later
//
// What is written is written whole or not at all, and what cannot be read says why.
#include "core/base/files.hpp"
#include "tests/support/no_room.hpp"
#include "tests/support/temporary_folder.hpp"

#include <catch2/catch.hpp>
#include <sys/stat.h>

using namespace layakari;
namespace fs = std::filesystem;

namespace {

std::size_t filesIn(const fs::path& folder)
{
    return static_cast<std::size_t>(
        std::distance(fs::directory_iterator(folder), fs::directory_iterator()));
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
    CHECK(whyNot(folder / "large.json").find("1001 bytes") != std::string::npos);
    CHECK(readTextFile(folder / "large.json", ErrorCode::BadPlan, 1001)->size() == 1001);
    // A name in a file that is no folder is missing too.
    CHECK_FALSE(whyNot(folder / "large.json" / "inner").empty());
}

TEST_CASE("Text is read as it was written, bytes of any kind and none at all")
{
    const TemporaryFolder folder;
    for (const std::string& text : {std::string(), std::string("प्राण\r\n\0\xff", 20)}) {
        REQUIRE(writeTextFile(folder / "a.txt", text));
        CHECK(*readTextFile(folder / "a.txt", ErrorCode::BadPlan, 1000) == text);
    }
    CHECK(filesIn(folder.path()) == 1);
}

TEST_CASE("A full disk leaves the old file whole and nothing beside it")
{
    const TemporaryFolder folder;
    REQUIRE(writeTextFile(folder / "a.json", "the old one"));
    {
        const NoRoom room(100);
        const auto written = writeTextFile(folder / "a.json", std::string(100000, 'x'));
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
    const auto onto = writeTextFile(folder / "taken", "text");
    REQUIRE_FALSE(onto.has_value());
    CHECK(onto.error().code == ErrorCode::CannotWrite);
    CHECK(causeOf(onto.error(), folder / "taken").starts_with("cannot be written"));
    CHECK(filesIn(folder.path()) == 1);
    const auto nowhere = writeTextFile(folder / "none" / "a.txt", "text");
    REQUIRE_FALSE(nowhere.has_value());
    causeOf(nowhere.error(), folder / "none" / "a.txt");
    CHECK_FALSE(fs::exists(folder / "none"));
}

TEST_CASE("What is written first lies beside its target, hidden, and ends as the target does")
{
    const fs::path beside = temporaryBeside("/somewhere/reading.json");
    CHECK(beside.parent_path() == "/somewhere");
    CHECK(beside.extension() == ".json");
    CHECK(beside.filename().string().starts_with("."));
    CHECK(beside != temporaryBeside("/somewhere/other.json"));
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
