// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/audio/recording.hpp"
#include "core/audio/slower.hpp"
#include "core/audio/sound_writer.hpp"
#include "tests/support/no_room.hpp"
#include "tests/support/sounds.hpp"
#include "tests/support/temporary_folder.hpp"

#include <catch2/catch.hpp>
#include <cmath>
#include <limits>
#include <numbers>
#include <random>
#include <sys/stat.h>
#include <unistd.h>

using namespace layakari;

namespace {

struct Decoded {
    RecordingInfo info;
    SoundDamage damage;
    std::vector<float> sound;
};

Result<Decoded> decode(const std::filesystem::path& path)
{
    Decoded decoded;
    auto info = decodeRecording(
        path,
        [&](std::span<const float> b) {
            decoded.sound.insert(decoded.sound.end(), b.begin(), b.end());
        },
        decoded.damage);
    if (!info) return fail(info.error());
    decoded.info = *info;
    return decoded;
}

double sine(double t) { return 0.3 * std::sin(2 * std::numbers::pi * 440 * t); }

double rmsOf(std::span<const float> sound)
{
    double squares = 0;
    for (const float s : sound) squares += s * s;
    return std::sqrt(squares / static_cast<double>(sound.size()));
}

// Power at 440 Hz over all power, from the middle of the sound (Goertzel).
double toneShare(const std::vector<float>& sound)
{
    const std::span<const float> middle(sound.data() + sound.size() / 4, sound.size() / 2);
    double re = 0, im = 0, all = 0;
    for (std::size_t i = 0; i < middle.size(); ++i) {
        const double phase = 2 * std::numbers::pi * 440 * static_cast<double>(i) / analysisRateHz;
        re += middle[i] * std::cos(phase);
        im += middle[i] * std::sin(phase);
        all += middle[i] * middle[i];
    }
    const double n = static_cast<double>(middle.size());
    return 2 * (re * re + im * im) / (n * all);
}

} // namespace

TEST_CASE("Every usual coding, rate and channel count decodes to the same mono sound", "[slow]")
{
    struct Row {
        std::string name;
        std::string options;
        int rateHz;
        int channels;
        double toleranceS;
    };
    const Row rows[] = {
        {"pcm8.wav", "-ar 8000 -c:a pcm_u8", 8000, 1, 0.01},
        {"pcm16.wav", "-ar 44100", 44100, 1, 0.01},
        {"pcm24.wav", "-ar 96000 -c:a pcm_s24le", 96000, 1, 0.01},
        {"double.wav", "-c:a pcm_f64le", 48000, 1, 0.01},
        {"rate192.flac", "-ar 192000", 192000, 1, 0.01},
        {"stereo.flac", "-ac 2", 48000, 2, 0.01},
        {"eight.flac", "-ac 8", 48000, 8, 0.01},
        {"phone.m4a", "-c:a aac -b:a 64k", 48000, 1, 0.06},
        {"memo.mp3", "-c:a libmp3lame -b:a 64k", 48000, 1, 0.08},
        {"memo.opus", "-c:a libopus -b:a 24k", 48000, 1, 0.05},
        {"memo.ogg", "-c:a libvorbis", 48000, 1, 0.05},
        {"alaw.wav", "-ar 8000 -c:a pcm_alaw", 8000, 1, 0.01},
    };
    const TemporaryFolder folder;
    writeFloatWav(folder / "source.wav", soundOf(3, 48000, sine), 48000);
    for (const Row& row : rows) {
        INFO(row.name);
        encode(folder / "source.wav", folder / row.name, row.options);
        const auto decoded = decode(folder / row.name);
        REQUIRE(decoded.has_value());
        CHECK(decoded->info.sampleRateHz == row.rateHz);
        CHECK(decoded->info.channels == row.channels);
        CHECK(decoded->info.durationSeconds == Approx(3).margin(row.toleranceS));
        CHECK(static_cast<double>(decoded->sound.size()) / analysisRateHz ==
              Approx(3).margin(row.toleranceS + 0.01));
        CHECK(toneShare(decoded->sound) > 0.99);
        CHECK(decoded->info.sha256.size() == 64);
    }
}

TEST_CASE("A telephone's AMR is read: Debian has no encoder for it, so its frames are made here")
{
    // RFC 4867, 5: after "#!AMR\n", frames of 20 ms; 0x3C heads 31 bytes at 12.2 kbit/s.
    std::mt19937 random(5);
    std::string file = "#!AMR\n";
    for (int frame = 0; frame < 100; ++frame) {
        file += '\x3C';
        for (int i = 0; i < 31; ++i) file += static_cast<char>(random() & 0xFF);
    }
    const TemporaryFolder folder;
    writeText(folder / "memo.amr", file);
    const auto decoded = decode(folder / "memo.amr");
    REQUIRE(decoded.has_value());
    CHECK(decoded->info.durationSeconds == Approx(2.0).margin(0.1));
    CHECK(decoded->info.sampleRateHz == 8000);
}

TEST_CASE("The hash is that of the file's bytes")
{
    const TemporaryFolder folder;
    writeFloatWav(folder / "a.wav", soundOf(0.5, 16000, sine), 16000);
    const auto decoded = decode(folder / "a.wav");
    REQUIRE(decoded.has_value());
    const auto sum = folder / "sum";
    REQUIRE(std::system(("sha256sum '" + (folder / "a.wav").string() + "' > '" + sum.string() + "'")
                            .c_str()) == 0);
    CHECK(decoded->info.sha256 == readText(sum).substr(0, 64));
}

TEST_CASE("Of several channels the one with most breath over its noise is taken", "[slow]")
{
    const TemporaryFolder folder;
    const std::vector<LoudStretch> breaths{{2, 4}, {6, 8}, {10, 12}};
    const auto breath = bursts(14, 16000, breaths, 0.05, 0.001, 3);
    const auto noise = whiteNoise(14, 16000, 0.05, 4);
    std::vector<float> stereo;
    for (std::size_t i = 0; i < breath.size(); ++i)
        stereo.insert(stereo.end(), {noise[i], breath[i]});
    writeFloatWav(folder / "right.wav", stereo, 16000, 2);
    CHECK(Recording::open(folder / "right.wav")->chosenChannel() == 1);

    SECTION("opposite channels, whose mean is silence, are not averaged")
    {
        for (std::size_t i = 0; i < breath.size(); ++i) {
            stereo[2 * i] = breath[i];
            stereo[2 * i + 1] = -breath[i];
        }
        writeFloatWav(folder / "opposite.wav", stereo, 16000, 2);
        const auto decoded = decode(folder / "opposite.wav");
        REQUIRE(decoded.has_value());
        CHECK(rmsOf(decoded->sound) == Approx(rmsOf(breath)).epsilon(0.05));
    }
    SECTION("two microphones with noises of their own are averaged")
    {
        const auto other = bursts(14, 16000, {}, 0, 0.001, 9);
        for (std::size_t i = 0; i < breath.size(); ++i) {
            const float common = breath[i] - whiteNoise(0.0001, 16000, 0)[0];
            stereo[2 * i] = common;
            stereo[2 * i + 1] = common + 0.1f * other[i];
        }
        writeFloatWav(folder / "both.wav", stereo, 16000, 2);
        CHECK(Recording::open(folder / "both.wav")->chosenChannel() == meanOfChannels);
    }
}

TEST_CASE("What cannot be read is refused with the file, the cause and what to try")
{
    const TemporaryFolder folder;
    writeText(folder / "empty.wav", "");
    writeText(folder / "text.m4a", "this is no sound at all, only words");
    writeText(folder / "stub.wav", std::string("RIFF\x10\0\0\0WAVE", 12));
    writeFloatWav(folder / "whole.wav", soundOf(2, 16000, sine), 16000);
    writeFloatWav(folder / "nan.wav",
                  std::vector<float>(16000, std::numeric_limits<float>::quiet_NaN()), 16000);
    encode(folder / "whole.wav", folder / "whole.m4a", "-c:a aac");
    const std::string whole = readText(folder / "whole.m4a");
    writeText(folder / "cut.m4a",
              whole.substr(0, whole.size() / 3)); // the index at the end is lost
    std::string lying = readText(folder / "whole.wav");
    lying[24] = 1; // one sample a second
    lying[25] = lying[26] = lying[27] = 0;
    writeText(folder / "lying.wav", lying);
    std::string coded = readText(folder / "whole.wav");
    coded[20] = 0x34; // a coding that nobody knows
    coded[21] = 0x12;
    writeText(folder / "coded.wav", coded);
    std::string many = readText(folder / "whole.wav");
    many[22] = 12;     // channels
    many[32] = 12 * 4; // bytes of a sample in all of them
    writeText(folder / "twelve.wav", many);
    struct Row {
        std::string name;
        std::string cause;
    };
    const Row rows[] = {{"coded.wav", "cannot be decoded"},
                        {"twelve.wav", "12 channels"},
                        {"missing.wav", "no such file"},
                        {"", "a folder"},
                        {"empty.wav", "empty"},
                        {"text.m4a", "not a sound file"},
                        {"stub.wav", ""},
                        {"nan.wav", "is a number"},
                        {"cut.m4a", ""},
                        {"lying.wav", "samples a second"}};
    for (const Row& row : rows) {
        INFO(row.name);
        const auto path = row.name.empty() ? folder.path() : folder / row.name;
        const auto decoded = decode(path);
        REQUIRE_FALSE(decoded.has_value());
        CHECK(decoded.error().code == ErrorCode::CannotRead);
        CHECK_THAT(decoded.error().cause, Catch::Contains(row.cause));
        CHECK_THAT(decoded.error().message(), Catch::StartsWith(path.string()));
        CHECK_FALSE(decoded.error().tryThis.empty());
    }
}

TEST_CASE("A file without permission is refused as such")
{
    const TemporaryFolder folder;
    writeFloatWav(folder / "mine.wav", soundOf(1, 16000, sine), 16000);
    ::chmod((folder / "mine.wav").c_str(), 0);
    if (::geteuid() == 0) {
        // For root every file is readable: the check is run as somebody else.
        WARN("run as root: permissions are checked by the command line's test, as another user");
        return;
    }
    const auto decoded = decode(folder / "mine.wav");
    REQUIRE_FALSE(decoded.has_value());
    CHECK_THAT(decoded.error().message(), Catch::Contains("permission"));
}

TEST_CASE("A recording that is cut short is read as far as it goes, and the rest is counted")
{
    const TemporaryFolder folder;
    writeFloatWav(folder / "whole.wav", soundOf(10, 16000, sine), 16000);
    const std::string whole = readText(folder / "whole.wav");
    writeText(folder / "cut.wav", whole.substr(0, whole.size() / 2));
    const auto decoded = decode(folder / "cut.wav");
    REQUIRE(decoded.has_value());
    CHECK(decoded->info.durationSeconds == Approx(5).margin(0.1));

    encode(folder / "whole.wav", folder / "whole.flac");
    std::string flac = readText(folder / "whole.flac");
    flac.resize(flac.size() * 6 / 10);
    writeText(folder / "cut.flac", flac);
    const auto cut = decode(folder / "cut.flac");
    REQUIRE(cut.has_value());
    CHECK(cut->damage.headerSeconds == Approx(10).margin(0.1));
    CHECK(cut->damage.readSeconds < 8);
}

TEST_CASE("Samples that are no numbers are read as silence and counted")
{
    const TemporaryFolder folder;
    auto sound = soundOf(2, 16000, sine);
    for (std::size_t i = 8000; i < 8100; ++i) sound[i] = std::numeric_limits<float>::quiet_NaN();
    sound[9000] = std::numeric_limits<float>::infinity();
    writeFloatWav(folder / "holes.wav", sound, 16000);
    const auto decoded = decode(folder / "holes.wav");
    REQUIRE(decoded.has_value());
    CHECK(decoded->damage.notANumber == 101);
    for (const float s : decoded->sound) REQUIRE(std::isfinite(s));
}

TEST_CASE("Clipped samples are counted")
{
    const TemporaryFolder folder;
    writeFloatWav(folder / "loud.wav",
                  soundOf(1, 16000, [](double t) { return std::clamp(10 * sine(t), -1.0, 1.0); }),
                  16000);
    const auto decoded = decode(folder / "loud.wav");
    REQUIRE(decoded.has_value());
    const double clipped = static_cast<double>(decoded->damage.clippedSamples) /
                           static_cast<double>(decoded->damage.samples);
    // |3 sin| is above 0.985 for 1 - 2/pi asin(0.985 / 3) of the time.
    CHECK(clipped == Approx(1 - 2 / std::numbers::pi * std::asin(0.985 / 3)).margin(0.01));
}

TEST_CASE("A stretch for playback starts where it is asked for, in any coding")
{
    const TemporaryFolder folder;
    // A tone that tells its own time: its level is proportional to the second.
    writeFloatWav(folder / "ramp.wav",
                  soundOf(12, 48000,
                          [](double t) {
                              return 0.05 * std::floor(t) *
                                     std::sin(2 * std::numbers::pi * 500 * t);
                          }),
                  48000);
    encode(folder / "ramp.wav", folder / "ramp.m4a", "-c:a aac -b:a 96k");
    encode(folder / "ramp.wav", folder / "ramp.flac");
    for (const char* name : {"ramp.wav", "ramp.m4a", "ramp.flac"}) {
        INFO(name);
        const auto stretch = readStretch(folder / name, 7.1, 7.9, 16000);
        REQUIRE(stretch.has_value());
        CHECK(static_cast<double>(stretch->size()) == Approx(0.8 * 16000).margin(200));
        CHECK(rmsOf(*stretch) == Approx(7 * 0.05 / std::sqrt(2)).epsilon(0.03));
    }
    const auto atEnd = readStretch(folder / "ramp.flac", 11.5, 20, 16000);
    REQUIRE(atEnd.has_value());
    CHECK(static_cast<double>(atEnd->size()) == Approx(0.5 * 16000).margin(400));
}

TEST_CASE("Reading stops when it is told to")
{
    const TemporaryFolder folder;
    writeFloatWav(folder / "a.wav", soundOf(5, 16000, sine), 16000);
    std::stop_source source;
    source.request_stop();
    SoundDamage damage;
    const auto stopped =
        decodeRecording(folder / "a.wav", [](auto) {}, damage, {{}, source.get_token()});
    REQUIRE_FALSE(stopped.has_value());
    CHECK(stopped.error().code == ErrorCode::Cancelled);
}

TEST_CASE("Sound is written whole or not at all")
{
    const TemporaryFolder folder;
    {
        auto writer = SoundWriter::create(folder / "half.flac", 16000);
        REQUIRE(writer.has_value());
        REQUIRE(writer->write(soundOf(1, 16000, sine)).has_value());
    }
    CHECK(std::filesystem::is_empty(folder.path()));
    auto writer = SoundWriter::create(folder / "whole.flac", 16000);
    REQUIRE(writer->write(soundOf(1, 16000, sine)).has_value());
    REQUIRE(writer->finish().has_value());
    CHECK(decode(folder / "whole.flac")->info.durationSeconds == Approx(1));
    {
        const NoRoom full(20'000);
        auto stopped = SoundWriter::create(folder / "full.wav", 16000);
        REQUIRE(stopped.has_value());
        Result<void> kept = stopped->write(soundOf(3, 16000, sine));
        if (kept) kept = stopped->finish();
        REQUIRE_FALSE(kept.has_value());
        CHECK(kept.error().code == ErrorCode::CannotWrite);
        CHECK_THAT(kept.error().message(), Catch::Contains("full.wav"));
    }
    CHECK_FALSE(std::filesystem::exists(folder / "full.wav"));
    CHECK(SoundWriter::create(folder / "x.mp3", 16000).error().code == ErrorCode::BadArgument);
    CHECK(SoundWriter::create(folder / "no-folder" / "x.wav", 16000).error().code ==
          ErrorCode::CannotWrite);
}

TEST_CASE("Played slower, sound is longer, as loud, and keeps its pitch")
{
    std::vector<float> tone(4 * 48000);
    for (std::size_t i = 0; i < tone.size(); ++i)
        tone[i] = 0.4f * static_cast<float>(
                             std::sin(2 * std::numbers::pi * 220 * static_cast<double>(i) / 48000));
    for (const double pace : {1.0, 0.75, 0.5}) {
        INFO(pace);
        const std::vector<float> slow = atPace(tone, 48000, pace);
        CHECK(static_cast<double>(slow.size()) ==
              Approx(static_cast<double>(tone.size()) / pace).margin(1));
        int rising = 0;
        double power = 0;
        const std::size_t from = slow.size() / 4;
        const std::size_t to = 3 * slow.size() / 4;
        for (std::size_t i = from; i < to; ++i) {
            rising += slow[i - 1] < 0 && slow[i] >= 0;
            power += slow[i] * slow[i];
        }
        const double seconds = static_cast<double>(to - from) / 48000;
        CHECK(rising / seconds == Approx(220).margin(3));
        CHECK(std::sqrt(power / static_cast<double>(to - from)) == Approx(0.283).margin(0.02));
    }
    CHECK(atPace({}, 48000, 0.5).empty());
}
