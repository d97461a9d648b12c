// SPDX-License-Identifier: GPL-3.0-or-later
//
// Sound files that are damaged, mean harm, or are no sound files: each is read as far as there is
// sound in it, or refused in words; nothing else is opened, and nothing ends the program.
#include "core/audio/decoder_process.hpp"
#include "core/audio/recording.hpp"
#include "core/audio/sound_limits.hpp"
#include "core/reading/reading.hpp"
#include "decode/sound_decoder.hpp"
#include "tests/support/odd_files.hpp"
#include "tests/support/sounds.hpp"
#include "tests/support/temporary_folder.hpp"

#include <arpa/inet.h>
#include <catch2/catch.hpp>
#include <chrono>
#include <csignal>
#include <fcntl.h>
#include <limits>
#include <netinet/in.h>
#include <random>
#include <sys/socket.h>
#include <thread>
#include <unistd.h>

using namespace layakari;
namespace fs = std::filesystem;

namespace {

constexpr float notANumber = std::numeric_limits<float>::quiet_NaN();
constexpr float infinite = std::numeric_limits<float>::infinity();

// In this process, under the sanitizers: what the decoder's process does.
Result<SoundDamage> decodeHere(const fs::path& file, std::size_t* samples = nullptr)
{
    const auto opened = openRegularFile(file, ErrorCode::CannotRead);
    if (!opened) return fail(opened.error());
    std::string ending = file.extension().string();
    if (!ending.empty()) ending.erase(0, 1);
    auto decoder = SoundDecoder::open({opened->get(), ending, analysisRateHz, 0});
    if (!decoder) return fail(decoder.error());
    for (;;) {
        const auto block = decoder->nextBlock();
        if (!block) return fail(block.error());
        if (block->empty()) return decoder->damage();
        CHECK(std::all_of(block->begin(), block->end(), isSound));
        if (samples) *samples += block->size();
    }
}

Error whyNot(const fs::path& file)
{
    const auto read = listenToFile(file);
    REQUIRE_FALSE(read.has_value());
    CHECK(read.error().file == file.string());
    CHECK_FALSE(read.error().tryThis.empty());
    return read.error();
}

std::vector<float> practice()
{
    Temperament who;
    who.ownCountS = 1.2;
    return practise("even-4-4", who, 5).sound;
}

void append(const fs::path& to, const fs::path& from)
{
    std::ofstream(to, std::ios::binary | std::ios::app) << readText(from);
}

// Somebody who would notice a connection.
class Listening {
public:
    Listening() : m_socket(::socket(AF_INET, SOCK_STREAM | SOCK_NONBLOCK | SOCK_CLOEXEC, 0))
    {
        sockaddr_in address{};
        address.sin_family = AF_INET;
        address.sin_addr.s_addr = htonl(INADDR_LOOPBACK);
        socklen_t size = sizeof address;
        REQUIRE(::bind(m_socket, reinterpret_cast<sockaddr*>(&address), size) == 0);
        REQUIRE(::listen(m_socket, 8) == 0);
        ::getsockname(m_socket, reinterpret_cast<sockaddr*>(&address), &size);
        m_port = ntohs(address.sin_port);
    }
    ~Listening() { ::close(m_socket); }
    Listening(const Listening&) = delete;
    Listening& operator=(const Listening&) = delete;

    std::string address() const { return "127.0.0.1:" + std::to_string(m_port); }
    bool wasCalled() const
    {
        const int call = ::accept(m_socket, nullptr, nullptr);
        if (call >= 0) ::close(call);
        return call >= 0;
    }

private:
    int m_socket;
    int m_port = 0;
};

} // namespace

TEST_CASE("Samples that are no numbers, or absurd ones, are counted, silenced and said")
{
    const TemporaryFolder folder;
    const std::vector<float> sound = practice();
    writeFloatWav(folder / "whole.wav", sound, analysisRateHz);
    const auto whole = listenToFile(folder / "whole.wav");
    REQUIRE(whole.has_value());

    std::vector<float> damaged = sound;
    std::mt19937 random(3);
    const std::vector<float> bad{notANumber, -notANumber, infinite, -infinite, 1e30f, -1e38f, 3e9f};
    constexpr std::size_t every = 4000; // a quarter of a second
    std::size_t count = 0;
    for (std::size_t i = 0; i < damaged.size(); i += every, ++count)
        damaged[i] = bad[random() % bad.size()];
    writeFloatWav(folder / "damaged.wav", damaged, analysisRateHz);
    const auto read = listenToFile(folder / "damaged.wav");
    REQUIRE(read.has_value());
    CHECK(read->heard.spans.size() == Approx(whole->heard.spans.size()).margin(2));
    const Reading reading = readAgainst(*read, std::nullopt);
    CHECK(std::any_of(reading.quality.advice.begin(), reading.quality.advice.end(),
                      [&](const Message& advice) {
                          return say(advice).starts_with(std::to_string(count) + " samples");
                      }));

    // In doubles, and in two channels, where the better one is chosen by its levels.
    std::vector<double> doubles(damaged.begin(), damaged.end());
    for (std::size_t i = 7; i < doubles.size(); i += every) doubles[i] = i % 2 ? 1e300 : -1e308;
    writeWav(folder / "doubles.wav", {3, 64, analysisRateHz, 1}, bytesOf(doubles));
    std::vector<float> both;
    for (const float s : damaged) both.insert(both.end(), {s, notANumber});
    writeFloatWav(folder / "both.wav", both, analysisRateHz, 2);
    for (const char* name : {"damaged.wav", "doubles.wav", "both.wav"}) {
        INFO(name);
        const auto damage = decodeHere(folder / name);
        REQUIRE(damage.has_value());
        CHECK(damage->notANumber >= static_cast<std::int64_t>(count));
        CHECK(listenToFile(folder / name).has_value());
    }
    // Nothing but damage is no recording; what comes from a microphone is held to the same.
    writeFloatWav(folder / "none.wav", std::vector<float>(50'000, notANumber), analysisRateHz);
    CHECK_THAT(whyNot(folder / "none.wav").cause, Catch::Contains("none of its samples"));
    SoundDamage live;
    std::vector<float> block{0.5f, notANumber, 1e38f, -0.2f, -infinite};
    live.clean(block);
    CHECK(live.notANumber == 3);
    CHECK(block == std::vector<float>{0.5f, 0, 0, -0.2f, 0});
}

TEST_CASE("Any bytes as floats, in any order, are read without a fault")
{
    const TemporaryFolder folder;
    std::mt19937 random(11);
    for (const int channels : {1, 2, 5})
        for (const std::uint16_t bits : {std::uint16_t{32}, std::uint16_t{64}}) {
            std::vector<std::uint32_t> data(60'000u * static_cast<unsigned>(channels));
            for (auto& word : data) word = static_cast<std::uint32_t>(random());
            writeWav(folder / "any.wav",
                     {3, bits, analysisRateHz, static_cast<std::uint16_t>(channels)},
                     bytesOf(data));
            INFO(channels << " channels of " << bits << " bits");
            CHECK(decodeHere(folder / "any.wav").has_value());
            CHECK(listenToFile(folder / "any.wav").has_value());
        }
    // Float values as large as integers are: loud, but sound.
    std::vector<float> large = whiteNoise(5, analysisRateHz, 8000.0);
    writeFloatWav(folder / "large.wav", large, analysisRateHz);
    CHECK(decodeHere(folder / "large.wav")->notANumber == 0);
    for (float& s : large) s *= 2e5f;
    writeFloatWav(folder / "larger.wav", large, analysisRateHz);
    CHECK(listenToFile(folder / "larger.wav").has_value());
}

TEST_CASE(
    "A list of other files or addresses under a sound's name is refused, and nothing is opened")
{
    const TemporaryFolder folder;
    const Listening listening;
    writeFloatWav(folder / "secret.wav", whiteNoise(2, analysisRateHz, 0.1), analysisRateHz);
    const std::string other = (folder / "secret.wav").string();
    const std::string url = "http://" + listening.address() + "/live.mp3";
    const std::pair<const char*, std::string> lists[]{
        {"list.wav", "#EXTM3U\n#EXT-X-TARGETDURATION:5\n#EXTINF:5,\n" + url + "\n#EXT-X-ENDLIST\n"},
        {"local.m4a",
         "#EXTM3U\n#EXT-X-TARGETDURATION:5\n#EXTINF:5,\n" + other + "\n#EXT-X-ENDLIST\n"},
        {"concat.wav", "ffconcat version 1.0\nfile '" + other + "'\n"},
        {"concat url.flac", "ffconcat version 1.0\nfile '" + url + "'\n"},
        {"session.mp3",
         "v=0\no=- 0 0 IN IP4 127.0.0.1\ns=a\nc=IN IP4 127.0.0.1\nt=0 0\nm=audio 5004 "
         "RTP/AVP 0\n"},
        {"dash.mp4",
         "<?xml version=\"1.0\"?><MPD xmlns=\"urn:mpeg:dash:schema:mpd:2011\" "
         "type=\"static\"><Period><AdaptationSet mimeType=\"audio/mp4\"><Representation "
         "id=\"1\"><BaseURL>" +
             url + "</BaseURL></Representation></AdaptationSet></Period></MPD>"},
        {"text.ogg", "only words"}};
    for (const auto& [name, text] : lists) {
        INFO(name);
        writeText(folder / name, text);
        CHECK_THAT(whyNot(folder / name).cause, Catch::Contains("not a sound file") ||
                                                    Catch::Contains("no sound could be found"));
        CHECK_FALSE(decodeHere(folder / name).has_value());
        CHECK_FALSE(listening.wasCalled());
    }
}

TEST_CASE("A name is a name of a file, whatever it looks like")
{
    const TemporaryFolder folder;
    const fs::path before = fs::current_path();
    fs::current_path(folder.path());
    const Listening listening;
    for (const std::string& name :
         {std::string("2026-11-30T08:15.wav"), std::string("08:15 practice.wav"),
          std::string("http:x.wav"), std::string("tcp:") + listening.address() + ".wav",
          std::string("pipe:0.wav"), std::string("file:a.wav"), std::string("concat:a|b.wav"),
          std::string("-i.wav"), std::string("%03d.wav"), std::string("caf\xe9.wav")}) {
        INFO(name);
        writeFloatWav(name, whiteNoise(1, analysisRateHz, 0.1), analysisRateHz);
        SoundDamage damage;
        const auto info = decodeRecording(
            name, [](auto) {}, damage);
        REQUIRE(info.has_value());
        CHECK(info->durationSeconds == Approx(1));
        CHECK_FALSE(listening.wasCalled());
    }
    fs::current_path(before);
}

TEST_CASE("Where rate, channels or samples change within a file, it is read on as one sound")
{
    const TemporaryFolder folder;
    writeFloatWav(folder / "a.wav", whiteNoise(3, 44100, 0.1), 44100);
    for (const std::string& ending : {std::string("mp3"), std::string("aac"), std::string("ogg")}) {
        INFO(ending);
        encode(folder / "a.wav", folder / ("first." + ending), "-ac 2 -ar 44100");
        encode(folder / "a.wav", folder / ("second." + ending), "-ac 1 -ar 16000");
        const fs::path joined = folder / ("joined." + ending);
        append(joined, folder / ("first." + ending));
        append(joined, folder / ("second." + ending));
        append(joined, folder / ("first." + ending));
        std::size_t samples = 0;
        const auto damage = decodeHere(joined, &samples);
        REQUIRE(damage.has_value());
        // All of it, or it ends with words.
        const bool isWhole = damage->readSeconds > 8.5;
        CHECK((isWhole || damage->undecodablePackets > 0 ||
               damage->headerSeconds > damage->readSeconds));
        CHECK(static_cast<double>(samples) / analysisRateHz ==
              Approx(damage->readSeconds).margin(0.2));
        CHECK(listenToFile(joined).has_value());
    }
    // 16 and 24 bits in one FLAC, and floats after integers in one WavPack.
    encode(folder / "a.wav", folder / "16.flac", "-sample_fmt s16 -ac 2");
    encode(folder / "a.wav", folder / "24.flac", "-sample_fmt s32 -ac 2");
    encode(folder / "a.wav", folder / "16.wv", "-sample_fmt s16p -ac 2");
    encode(folder / "a.wav", folder / "float.wv", "-sample_fmt fltp -ac 1");
    append(folder / "16.flac", folder / "24.flac");
    append(folder / "16.wv", folder / "float.wv");
    for (const char* name : {"16.flac", "16.wv"}) {
        INFO(name);
        CHECK(decodeHere(folder / name).has_value());
        CHECK(listenToFile(folder / name).has_value());
    }
}

TEST_CASE("There is a limit of length and rate, and it is said")
{
    const TemporaryFolder folder;
    for (const bool saysLength : {true, false}) {
        writeConstantFlac(folder / "day.flac",
                          {.seconds = 24 * 3600, .saysLength = saysLength, .padding = 9 << 20});
        CHECK_THAT(whyNot(folder / "day.flac").cause, Catch::Contains("longer than the 12 hours"));
    }
    // Long enough to be read, but nothing is in it.
    for (const bool saysLength : {true, false}) {
        writeConstantFlac(folder / "empty.flac", {.seconds = 9 * 3600, .saysLength = saysLength});
        CHECK_THAT(whyNot(folder / "empty.flac").cause, Catch::Contains("holds hardly anything"));
    }
    writeConstantFlac(folder / "long.flac", {.seconds = 3000});
    CHECK(decodeHere(folder / "long.flac")->readSeconds == Approx(3000).margin(10));
    // One sample a second would be 16,000 seconds of sound from each second of it.
    writeConstantFlac(folder / "slow.flac", {.seconds = 60, .frameRateHz = 1});
    std::size_t samples = 0;
    const auto slow = decodeHere(folder / "slow.flac", &samples);
    CHECK((!slow || slow->undecodablePackets > 0));
    CHECK(samples == 0);
    CHECK_FALSE(listenToFile(folder / "slow.flac").has_value());
    for (const std::uint32_t rateHz : {1u, 3999u, 768001u, 4'000'000'000u}) {
        INFO(rateHz);
        writeWav(folder / "rate.wav", {1, 16, rateHz, 1}, std::string(64'000, '\1'));
        CHECK_FALSE(decodeHere(folder / "rate.wav").has_value());
        CHECK(whyNot(folder / "rate.wav").code == ErrorCode::CannotRead);
    }
    for (const std::uint32_t rateHz : {4000u, 384000u, 768000u}) {
        INFO(rateHz);
        writeWav(folder / "rate.wav", {1, 16, rateHz, 1}, std::string(2 * rateHz, '\1'));
        CHECK(listenToFile(folder / "rate.wav").has_value());
    }
}

TEST_CASE("A header that lies of its length does not take away the sound that is there")
{
    const TemporaryFolder folder;
    const std::string data = bytesOf(std::vector<std::int16_t>(5 * analysisRateHz, 1000));
    writeWav(folder / "a.wav", {1, 16, analysisRateHz, 1}, data);
    std::string bytes = readText(folder / "a.wav");
    for (const std::size_t at : {std::size_t{4}, std::size_t{40}})
        bytes.replace(at, 4, std::string(4, '\xff'));
    writeText(folder / "a.wav", bytes);
    SoundDamage damage;
    REQUIRE(decodeRecording(
                folder / "a.wav", [](auto) {}, damage)
                .has_value());
    CHECK(damage.readSeconds == Approx(5));
}

TEST_CASE("Reading stops soon after it is told to, and says that it was stopped")
{
    const TemporaryFolder folder;
    writeConstantFlac(folder / "long.flac", {.seconds = 11 * 3600, .value = 3, .padding = 5 << 20});
    for (const int afterMs : {0, 40, 400}) {
        std::stop_source source;
        std::jthread stopper([&] {
            std::this_thread::sleep_for(std::chrono::milliseconds(afterMs));
            source.request_stop();
        });
        const auto begun = std::chrono::steady_clock::now();
        const auto listened = listenToFile(folder / "long.flac", {{}, source.get_token()});
        REQUIRE_FALSE(listened.has_value());
        CHECK(listened.error().code == ErrorCode::Cancelled);
        // To read it whole takes half a minute, and here, with the sanitizers, minutes.
        CHECK(std::chrono::steady_clock::now() - begun < std::chrono::seconds(5));
    }
}

TEST_CASE("A decoder that a file ends is an error in words, and the next file is read")
{
    const TemporaryFolder folder;
    writeConstantFlac(folder / "long.flac", {.seconds = 3000});
    const std::string me = std::to_string(::getpid());
    for (const int signal : {SIGSEGV, SIGKILL}) {
        auto recording = Recording::open(folder / "long.flac");
        REQUIRE(recording.has_value());
        std::ifstream children("/proc/" + me + "/task/" + me + "/children");
        int decoder = 0;
        REQUIRE(children >> decoder);
        REQUIRE(::kill(decoder, signal) == 0);
        Result<std::span<const float>> block = recording->nextBlock();
        while (block && !block->empty()) block = recording->nextBlock();
        REQUIRE_FALSE(block.has_value());
        CHECK(block.error().code == ErrorCode::CannotRead);
        CHECK_THAT(block.error().cause, Catch::Contains("signal " + std::to_string(signal)));
    }
    CHECK(Recording::open(folder / "long.flac").has_value());
}

TEST_CASE("No decoder is left when a recording is closed in the middle")
{
    const TemporaryFolder folder;
    writeConstantFlac(folder / "long.flac", {.seconds = 3000});
    const std::string me = std::to_string(::getpid());
    for (int i = 0; i < 5; ++i)
        REQUIRE(Recording::open(folder / "long.flac")->nextBlock().has_value());
    std::ifstream children("/proc/" + me + "/task/" + me + "/children");
    int decoder = 0;
    CHECK_FALSE(children >> decoder);
}
