// SPDX-License-Identifier: GPL-3.0-or-later
//
// A practice that is killed, at any moment, with tones or without, on an idle machine or one whose
// disk and processor are busy: of what the microphone gave, a second at most is lost.
#include "core/curriculum/presets.hpp"
#include "core/practise/session.hpp"
#include "tests/support/temporary_folder.hpp"

#include <catch2/catch.hpp>
#include <chrono>
#include <csignal>
#include <fcntl.h>
#include <random>
#include <sys/wait.h>
#include <thread>
#include <unistd.h>

using namespace layakari;

namespace {

constexpr int rateHz = 48000;
constexpr std::size_t blockSamples = 480;

// Practises in real time, as before a sound card, and says before each block how much there was.
[[noreturn]] void practiseFor(const std::filesystem::path& folder, bool withTones, int said)
{
    PracticeSetup setup;
    setup.plan = findPreset("square-4")->plan;
    setup.how = {Lead::ByClock, 1.0, 0};
    setup.recording = folder / "practised" / "Runa" / "practice.flac";
    setup.recordings = folder / "practised";
    setup.sampleRateHz = rateHz;
    if (!withTones) setup.tones = ToneVolumes{};
    auto session = PracticeSession::begin(std::move(setup));
    if (!session) ::_exit(1);
    std::mt19937 random(7);
    std::normal_distribution<float> noise(0, 0.02f);
    std::vector<float> block(blockSamples);
    std::vector<float> tones(blockSamples);
    const auto begun = std::chrono::steady_clock::now();
    for (std::int64_t given = 0;; given += blockSamples) {
        // Breaths of two seconds, so that the live ear has something to do.
        const float level = given / (2 * rateHz) % 2 == 0 ? 1.0f : 0.05f;
        for (float& s : block) s = level * noise(random);
        if (::write(said, &given, sizeof given) != sizeof given) ::_exit(1);
        (*session)->push(block, tones);
        std::this_thread::sleep_until(begun + std::chrono::milliseconds(given / 48));
    }
}

// Writes and syncs without end, on the same disk, while another computes.
class BusyMachine {
public:
    explicit BusyMachine(const std::filesystem::path& folder)
    {
        for (int n = 0; n < 4; ++n) {
            m_processes.push_back(::fork());
            if (m_processes.back() != 0) continue;
            const auto file = folder / ("busy " + std::to_string(n));
            const std::vector<char> data(4 << 20, 'x');
            volatile double sum = 0;
            while (true) {
                for (int i = 0; n < 2 && i < 1'000'000; ++i) sum = sum + i;
                if (n < 2) continue;
                const int out = ::open(file.c_str(), O_WRONLY | O_CREAT | O_TRUNC, 0600);
                for (int i = 0; i < 8; ++i)
                    if (::write(out, data.data(), data.size()) < 0) break;
                ::fsync(out);
                ::close(out);
            }
        }
    }
    ~BusyMachine()
    {
        for (const pid_t process : m_processes) {
            ::kill(process, SIGKILL);
            ::waitpid(process, nullptr, 0);
        }
    }
    BusyMachine(const BusyMachine&) = delete;
    BusyMachine& operator=(const BusyMachine&) = delete;

private:
    std::vector<pid_t> m_processes;
};

// What was given until the kill, and what is there afterwards, in seconds.
struct Kept {
    double givenS = 0;
    double keptS = 0;
};

Kept killAfter(int ms, bool withTones, bool isBusy)
{
    const TemporaryFolder folder;
    int said[2];
    REQUIRE(::pipe(said) == 0);
    std::optional<BusyMachine> busy;
    if (isBusy) busy.emplace(folder.path());
    const pid_t child = ::fork();
    if (child == 0) practiseFor(folder.path(), withTones, said[1]);
    ::close(said[1]);
    const auto end = std::chrono::steady_clock::now() + std::chrono::milliseconds(ms);
    std::int64_t given = 0;
    while (std::chrono::steady_clock::now() < end)
        REQUIRE(::read(said[0], &given, sizeof given) == sizeof given);
    ::kill(child, SIGKILL);
    ::waitpid(child, nullptr, 0);
    busy.reset(); // they have the other end as well
    while (::read(said[0], &given, sizeof given) == sizeof given) {
    }
    ::close(said[0]);
    const BrokenOff broken = takeUpBrokenOff(folder / "practised");
    REQUIRE(broken.found.size() == 1);
    SoundDamage damage;
    const auto info = decodeRecording(
        broken.found.front(), [](auto) {}, damage);
    REQUIRE(info.has_value());
    return {static_cast<double>(given) / rateHz, info->durationSeconds};
}

} // namespace

TEST_CASE("Killed while practising, a second is lost at most, by the recorder's clock")
{
    std::mt19937 random(20261130);
    for (int i = 0; i < 8; ++i) {
        const bool withTones = i % 2 == 0;
        const bool isBusy = i % 4 >= 2;
        const int ms = 1500 + static_cast<int>(random() % 3500);
        INFO("after " << ms << " ms, " << (withTones ? "with tones, " : "")
                      << (isBusy ? "busy" : "idle"));
        const Kept kept = killAfter(ms, withTones, isBusy);
        CHECK(kept.givenS > 0.5);
        CHECK(kept.givenS - kept.keptS <= 1.0);
    }
}

TEST_CASE("While one program practises, another is told who does, and begins nothing")
{
    const TemporaryFolder folder;
    int said[2];
    REQUIRE(::pipe(said) == 0);
    const pid_t child = ::fork();
    if (child == 0) practiseFor(folder.path(), true, said[1]);
    std::int64_t given = 0;
    while (given < rateHz) REQUIRE(::read(said[0], &given, sizeof given) == sizeof given);
    PracticeSetup setup;
    setup.plan = findPreset("square-4")->plan;
    setup.recording = folder / "practised" / "Ylva" / "practice.flac";
    setup.recordings = folder / "practised";
    const auto refused = PracticeSession::begin(std::move(setup));
    REQUIRE_FALSE(refused.has_value());
    CHECK_THAT(refused.error().message(), Catch::Contains("process " + std::to_string(child)));
    CHECK_FALSE(std::filesystem::exists(folder / "practised" / "Ylva"));
    CHECK(takeUpBrokenOff(folder / "practised").found.empty());
    ::kill(child, SIGKILL);
    ::waitpid(child, nullptr, 0);
    ::close(said[0]);
    ::close(said[1]);
    CHECK(takeUpBrokenOff(folder / "practised").found.size() == 1);
}
