// SPDX-License-Identifier: GPL-3.0-or-later
//
// What is recorded stays, whatever happens: a kill, a full disk, a microphone that goes.
#include "core/audio/rate_changer.hpp"
#include "core/audio/recorder.hpp"
#include "core/audio/recording.hpp"
#include "tests/support/no_room.hpp"
#include "tests/support/temporary_folder.hpp"

#include <catch2/catch.hpp>
#include <cmath>
#include <csignal>
#include <numbers>
#include <sys/wait.h>
#include <thread>
#include <unistd.h>

using namespace layakari;
using namespace std::chrono_literals;

namespace {

constexpr int rateHz = 48000;

// Noise that no codec makes small, from a place in time that it can be told by.
std::vector<float> soundFrom(std::size_t first, std::size_t samples)
{
    std::vector<float> sound(samples);
    for (std::size_t i = 0; i < samples; ++i) {
        auto x = static_cast<std::uint32_t>(first + i) * 2654435761u;
        x ^= x >> 15;
        x *= 2246822519u;
        x ^= x >> 13;
        sound[i] = 0.5f * (static_cast<float>(x) / 4294967296.0f - 0.5f);
    }
    return sound;
}

// How many samples a file has from the start on that are those of `soundFrom(0)`.
std::size_t soundKept(const std::filesystem::path& file)
{
    auto recording = Recording::open(file, {.outputRateHz = rateHz});
    if (!recording) return 0;
    std::size_t kept = 0;
    for (;;) {
        const auto next = recording->nextBlock();
        if (!next || next->empty()) return kept;
        const std::span<const float> block = *next;
        const auto meant = soundFrom(kept, block.size());
        for (std::size_t i = 0; i < block.size(); ++i)
            if (std::fabs(block[i] - meant[i]) > 1e-3f) return kept + i;
        kept += block.size();
    }
}

} // namespace

TEST_CASE("What was recorded is what came in, to the last sample")
{
    const TemporaryFolder folder;
    auto recorder = Recorder::create(folder / "new" / "practice.flac", rateHz);
    REQUIRE(recorder.has_value());
    for (std::size_t at = 0; at < 5 * rateHz; at += 777) recorder->push(soundFrom(at, 777));
    const auto file = recorder->finish();
    REQUIRE(file.has_value());
    CHECK(*file == folder / "new" / "practice.flac");
    CHECK(soundKept(*file) == (5 * rateHz + 776) / 777 * 777);
    CHECK_FALSE(std::filesystem::exists(folder / "new" / "practice.flac.part"));
    CHECK_FALSE(recorder->failure());
}

TEST_CASE("Killed at any moment, no more than a second is lost, and it is taken up again", "[slow]")
{
    for (const int afterMs : {1300, 1750, 2600}) {
        INFO(afterMs);
        const TemporaryFolder folder;
        const auto told = folder / "told";
        const pid_t child = fork();
        if (child == 0) {
            // In real time, as a microphone gives it; says before each block how much there was.
            auto recorder = Recorder::create(folder / "p" / "practice.flac", rateHz);
            const auto begun = std::chrono::steady_clock::now();
            for (std::size_t at = 0;; at += 480) {
                recorder->push(soundFrom(at, 480));
                writeText(told, std::to_string(at + 480) + "\n");
                std::this_thread::sleep_until(begun + std::chrono::milliseconds((at + 480) / 48));
            }
        }
        std::this_thread::sleep_for(std::chrono::milliseconds(afterMs));
        kill(child, SIGKILL);
        int status = 0;
        waitpid(child, &status, 0);
        const auto given = static_cast<std::size_t>(std::atoll(readText(told).c_str()));
        const auto found = takeUpBrokenOff(folder.path());
        REQUIRE(found.found.size() == 1);
        CHECK(found.setAside.empty());
        CHECK(found.found.front() == folder / "p" / "practice.flac");
        const std::size_t kept = soundKept(found.found.front());
        CHECK(kept + rateHz >= given);
        CHECK(kept > 0);
        CHECK(takeUpBrokenOff(folder.path()).found.empty());
    }
}

TEST_CASE("On a disk that is full it says so, stops, and keeps what there is")
{
    const TemporaryFolder folder;
    auto recorder = Recorder::create(folder / "practice.flac", rateHz);
    REQUIRE(recorder.has_value());
    {
        const NoRoom beyond(400'000);
        for (std::size_t at = 0; at < 20 * rateHz && !recorder->failure(); at += 4800) {
            recorder->push(soundFrom(at, 4800));
            std::this_thread::sleep_for(2ms);
        }
        for (int i = 0; i < 500 && !recorder->failure(); ++i) std::this_thread::sleep_for(10ms);
        REQUIRE(recorder->failure());
        CHECK(recorder->failure()->code == ErrorCode::CannotWrite);
        CHECK(recorder->failure()->message().find("make room") != std::string::npos);
        recorder->push(soundFrom(0, 4800)); // harmless
    }
    const auto file = recorder->finish();
    REQUIRE(file.has_value());
    // 400,000 bytes of noise at 16 bit are some four seconds.
    CHECK(static_cast<double>(soundKept(*file)) / rateHz > 2.5);
    CHECK(static_cast<double>(soundKept(*file)) / rateHz + 1.0 > recorder->safeS());
}

TEST_CASE("Where nothing can be written, recording does not begin")
{
    const TemporaryFolder folder;
    writeText(folder / "file", "no folder");
    const auto recorder = Recorder::create(folder / "file" / "practice.flac", rateHz);
    REQUIRE_FALSE(recorder.has_value());
    CHECK(recorder.error().code == ErrorCode::CannotWrite);
}

TEST_CASE("What was recorded is never deleted: a part that cannot be opened is set aside")
{
    const TemporaryFolder folder;
    {
        auto recorder = Recorder::create(folder / "p" / "practice.flac", rateHz);
        REQUIRE(recorder.has_value());
        recorder->push(soundFrom(0, 4 * rateHz));
        while (recorder->writtenS() < 3.9) std::this_thread::sleep_for(5ms);
    } // as if it had been killed
    const auto part = folder / "p" / "practice.flac.part";
    std::string bytes = readText(part);
    bytes.replace(0, 4, std::string(4, '\0'));
    writeText(part, bytes);
    writeText(folder / "empty.flac.part", "");
    writeText(folder / "b.m4a.part", "somebody's download");
    writeText(folder / "keys", "secret");
    std::filesystem::create_symlink(folder / "keys", folder / "link.flac.part");
    const BrokenOff broken = takeUpBrokenOff(folder.path());
    CHECK(broken.found.empty());
    REQUIRE(broken.setAside.size() == 2);
    CHECK(readText(folder / "p" / "practice.flac.unreadable") == bytes);
    CHECK(std::filesystem::exists(folder / "b.m4a.part"));
    CHECK(std::filesystem::is_symlink(folder / "link.flac.part"));
    // It is said once.
    CHECK(takeUpBrokenOff(folder.path()).setAside.empty());
    CHECK(takeUpBrokenOff(folder / "missing").found.empty());
    // A second one of that name keeps both.
    writeText(part, bytes + "more");
    REQUIRE(takeUpBrokenOff(folder.path()).setAside.size() == 1);
    CHECK(readText(folder / "p" / "practice.flac.unreadable") == bytes);
}

TEST_CASE("One program records into a folder at a time: another leaves its parts alone")
{
    const TemporaryFolder folder;
    const pid_t child = fork();
    if (child == 0) {
        const auto lock = RecordingLock::take(folder.path());
        if (!lock || !*lock) _exit(1);
        auto recorder = Recorder::create(folder / "p" / "practice.flac", rateHz);
        for (std::size_t at = 0;; at += 4800) {
            recorder->push(soundFrom(at, 4800));
            std::this_thread::sleep_for(5ms);
        }
    }
    const auto part = folder / "p" / "practice.flac.part";
    std::error_code ec;
    for (int i = 0; i < 1000; ++i) {
        const auto size = std::filesystem::file_size(part, ec);
        if (!ec && size > 50'000) break;
        std::this_thread::sleep_for(5ms);
    }
    int holder = 0;
    const auto refused = RecordingLock::take(folder.path(), &holder);
    REQUIRE(refused.has_value());
    CHECK_FALSE(refused->has_value());
    CHECK(holder == child);
    CHECK(takeUpBrokenOff(folder.path()).found.empty());
    CHECK(std::filesystem::exists(part));
    kill(child, SIGKILL);
    waitpid(child, nullptr, 0);
    CHECK(takeUpBrokenOff(folder.path()).found.size() == 1);
    CHECK(RecordingLock::take(folder.path())->has_value());
}

TEST_CASE(
    "Killed after the recording and before it was read, it is found: ended in order, it is not")
{
    for (const bool isKilled : {true, false}) {
        INFO(isKilled);
        const TemporaryFolder folder;
        const pid_t child = fork();
        if (child == 0) {
            {
                auto lock = RecordingLock::take(folder.path());
                auto recorder = Recorder::create(folder / "p" / "practice.flac", rateHz);
                (*lock)->setRecording(recorder->target());
                recorder->push(soundFrom(0, rateHz));
                if (!recorder->finish()) _exit(1);
                if (isKilled) kill(getpid(), SIGKILL);
            }
            _exit(0);
        }
        waitpid(child, nullptr, 0);
        const BrokenOff broken = takeUpBrokenOff(folder.path());
        REQUIRE(broken.found.size() == (isKilled ? 1u : 0u));
        if (isKilled) CHECK(soundKept(broken.found.front()) == rateHz);
        CHECK(takeUpBrokenOff(folder.path()).found.empty());
    }
    // Whoever writes into that file names no file elsewhere.
    const TemporaryFolder folder;
    std::filesystem::create_directories(folder / "practised");
    writeText(folder / "private.flac", "secret");
    writeText(folder / "practised" / ".recording",
              "1\n" + (folder / "practised/p/../../private.flac").string() + "\n");
    CHECK(takeUpBrokenOff(folder / "practised").found.empty());
}

TEST_CASE("A recording never takes the place of another, nor writes through a planted link")
{
    const TemporaryFolder folder;
    writeText(folder / "practice.flac", "recorded before");
    writeText(folder / "keys", "secret");
    std::filesystem::create_symlink(folder / "keys", folder / "practice 2.flac.part");
    auto recorder = Recorder::create(folder / "practice.flac", rateHz);
    REQUIRE(recorder.has_value());
    recorder->push(soundFrom(0, rateHz));
    const auto file = recorder->finish();
    REQUIRE(file.has_value());
    CHECK(*file == folder / "practice 3.flac");
    CHECK(soundKept(*file) == rateHz);
    CHECK(readText(folder / "practice.flac") == "recorded before");
    CHECK(readText(folder / "keys") == "secret");
}

TEST_CASE("At another rate a tone is the same tone, whatever the blocks")
{
    for (const int fromHz : {48000, 44100, 16000, 8000}) {
        INFO(fromHz);
        RateChanger changer(fromHz, 16000);
        std::vector<float> out;
        for (int at = 0; at < 2 * fromHz; at += 441) {
            std::vector<float> block(441);
            for (int i = 0; i < 441; ++i)
                block[static_cast<std::size_t>(i)] =
                    static_cast<float>(std::sin(2 * std::numbers::pi * 440 * (at + i) / fromHz));
            const auto made = changer.push(block);
            out.insert(out.end(), made.begin(), made.end());
        }
        CHECK(std::fabs(static_cast<double>(out.size()) - 32000) < 1000);
        int rising = 0;
        for (std::size_t i = 4001; i <= 20000; ++i) rising += out[i - 1] < 0 && out[i] >= 0;
        CHECK(std::abs(rising - 440) <= 1);
    }
}
