// SPDX-License-Identifier: GPL-3.0-or-later
//
// A recorder that turns itself up and down: found, taken out, and read beneath. On temperaments and
// seeds that served no tuning.
#include "core/evaluate/scoring.hpp"
#include "core/features/recorder_gain.hpp"
#include "core/features/room_pauses.hpp"
#include "core/hear/listener.hpp"
#include "core/reading/reading.hpp"
#include "core/simulate/random.hpp"
#include "tests/support/sounds.hpp"
#include "tests/support/temporary_folder.hpp"

#include <catch2/catch.hpp>
#include <cmath>
#include <numbers>

using namespace layakari;

namespace {

SimulatedSound practise(const char* preset, const char* temperament, std::uint64_t seed,
                        bool gain = false)
{
    Temperament who = *temperamentByName(temperament);
    who.automaticGain = gain;
    return layakari::practise(preset, who, seed);
}

constexpr const char* heldBack[]{"held-kitchen", "held-attic", "held-boathouse"};

} // namespace

TEST_CASE("An automatic gain is found where there is one, and nowhere else")
{
    std::uint64_t seed = 31000;
    for (const char* who : heldBack)
        for (const char* preset : {"square-4", "four-seven-eight"}) {
            INFO(who << " " << preset);
            CHECK_FALSE(
                findRecorderGain(trackOf(practise(preset, who, ++seed, true).sound)).empty());
            CHECK(findRecorderGain(trackOf(practise(preset, who, seed, false).sound)).empty());
        }
    for (const char* who : heldBack)
        for (const char* preset : {"even-4-4", "ladder-even", "long-exhale-4-6"}) {
            INFO(who << " " << preset);
            CHECK(findRecorderGain(trackOf(practise(preset, who, ++seed, false).sound)).empty());
        }
}

TEST_CASE("Faint breath that swells is no gain, though it has the shape of the room")
{
    std::uint64_t seed = 31500;
    for (const char* preset : {"even-4-4", "long-exhale-4-6"})
        for (const double overRoomDb : {3.0, 6.0, 9.0})
            for (int i = 0; i < 2; ++i) {
                Temperament who;
                who.breathToNoiseDb = overRoomDb;
                INFO(preset << " " << overRoomDb << " dB " << seed);
                CHECK(findRecorderGain(trackOf(layakari::practise(preset, who, ++seed).sound))
                          .empty());
            }
}

namespace {

// A room under a gain that each of the breaths pushes down, and that rises again in the pause after
// it; then strokes, with the room between them as it is at the lowest.
struct UnderGain {
    float riseDb = 5;
    float unevenDb = 0;  // every other band rises so much more, the others so much less
    float trafficDb = 0; // in the middle of each pause the room itself rises by it, and falls again
    bool rains = false;
    std::size_t silentBands = 0; // of the highest
    std::size_t strokes = 0;
    int breaths = 6;
    float pauseS = 3;
    float plungeDb = 0; // a quarter of a second before the next breath, as far below the pause
    const Bands* roomBefore = nullptr;

    struct Made {
        FeatureTrack track;
        std::vector<std::size_t> pauses; // the last frame of each
        std::size_t firstStroke = 0;
        const Bands* roomBefore = nullptr;

        std::vector<float> gain() const
        {
            return findRecorderGain(track,
                                    {[&](std::size_t i) { return i >= firstStroke; }, roomBefore})
                .overLowestDb;
        }
    };

    Made made() const
    {
        constexpr int second = 100; // frames
        const int pause = static_cast<int>(pauseS * second);
        const int still = std::min(second / 2, pause / 8);
        Made made;
        made.roomBefore = roomBefore;
        for (int breath = 0; breath < breaths; ++breath) {
            sound(made.track, 2 * second, -30);
            for (int i = 0; i < still; ++i) room(made.track, 0);
            for (int i = 0; i < pause; ++i) {
                const float through = static_cast<float>(i) / static_cast<float>(pause);
                const float traffic = trafficDb * std::sin(through * std::numbers::pi_v<float>);
                if (rains && i % 100 > 90)
                    sound(made.track, 1, -45);
                else
                    room(made.track, riseDb * through + traffic);
            }
            made.pauses.push_back(made.track.frames() - 1);
            if (plungeDb > 0)
                for (int i = 0; i < second / 4; ++i) room(made.track, riseDb - plungeDb);
        }
        made.firstStroke = made.track.frames();
        for (std::size_t stroke = 0; stroke < strokes; ++stroke) {
            sound(made.track, second / 2, -20);
            for (int i = 0; i < second / 2; ++i) room(made.track, 0);
        }
        return made;
    }

private:
    void append(FeatureTrack& track, Bands levels) const
    {
        for (std::size_t b = bandCount - silentBands; b < bandCount; ++b) levels[b] = silenceDb;
        track.append(levels);
    }

    void room(FeatureTrack& track, float upDb) const
    {
        Bands levels;
        for (std::size_t b = 0; b < bandCount; ++b)
            levels[b] = -60 + upDb * (1 + (b % 2 ? 1.0f : -1.0f) * unevenDb / riseDb);
        append(track, levels);
    }

    void sound(FeatureTrack& track, int frames, float levelDb) const
    {
        Bands levels;
        for (std::size_t b = 0; b < bandCount; ++b) levels[b] = levelDb - static_cast<float>(b);
        for (int i = 0; i < frames; ++i) append(track, levels);
    }
};

// How far the room is from one level, at three places of each pause, between drops of rain.
float unevenness(const UnderGain::Made& made)
{
    const std::vector<float> gain = made.gain();
    REQUIRE_FALSE(gain.empty());
    const FeatureTrack even = withoutGain(made.track, gain);
    float lowest = 0;
    float highest = silenceDb;
    for (const std::size_t last : made.pauses)
        for (const std::size_t at : {last - 49, last - 149, last - 249}) {
            lowest = std::min(lowest, even.levels(at)[3]);
            highest = std::max(highest, even.levels(at)[3]);
        }
    return highest - lowest;
}

} // namespace

TEST_CASE("What rises in all bands alike, in one pause after another, is a gain")
{
    CHECK_FALSE(UnderGain{.riseDb = 5}.made().gain().empty());
    CHECK_FALSE(UnderGain{.riseDb = 5, .strokes = 12}.made().gain().empty());
    CHECK(UnderGain{.riseDb = 1}.made().gain().empty());
    // Breath that hardly stands out of the room rises too, but not in all bands alike.
    CHECK(UnderGain{.riseDb = 5, .unevenDb = 1.2f}.made().gain().empty());
    CHECK(UnderGain{.riseDb = 5, .unevenDb = 1.2f, .strokes = 12}.made().gain().empty());
    // Though it may be nearly so.
    CHECK(UnderGain{.riseDb = 8, .unevenDb = 1}.made().gain().empty());
    CHECK_FALSE(UnderGain{.riseDb = 8, .unevenDb = 0.7f}.made().gain().empty());
}

TEST_CASE("One pause is enough where the room rises far, and any rise where a gain is known")
{
    CHECK_FALSE(UnderGain{.riseDb = 8, .breaths = 1}.made().gain().empty());
    CHECK_FALSE(UnderGain{.riseDb = 8, .breaths = 2}.made().gain().empty());
    CHECK(UnderGain{.riseDb = 4, .breaths = 1}.made().gain().empty());
    // However loud it was.
    Bands room;
    room.fill(-48);
    CHECK_FALSE(UnderGain{.riseDb = 4, .breaths = 1, .roomBefore = &room}.made().gain().empty());
    CHECK(UnderGain{.riseDb = 5, .unevenDb = 1.2f, .roomBefore = &room}.made().gain().empty());
}

TEST_CASE("Pauses of half a second tell a gain too, where they rise steeply, all bands together")
{
    const auto isFound = [](UnderGain what) {
        what.pauseS = 0.7f;
        return !what.made().gain().empty();
    };
    CHECK(isFound({.riseDb = 5, .breaths = 6}));
    CHECK(isFound({.riseDb = 5, .breaths = 4}));
    CHECK_FALSE(isFound({.riseDb = 5, .breaths = 2}));
    // Breath that never stops swells as far, but more slowly, or in its own bands.
    CHECK_FALSE(isFound({.riseDb = 2, .breaths = 6}));
    CHECK_FALSE(isFound({.riseDb = 5, .unevenDb = 1.2f, .breaths = 6}));
    CHECK_FALSE(isFound({.riseDb = -5, .breaths = 6}));
    CHECK(UnderGain{.riseDb = 2.6f, .breaths = 6, .pauseS = 0.95f}.made().gain().empty());
    CHECK(UnderGain{.riseDb = 2.7f, .breaths = 6, .pauseS = 0.5f}.made().gain().empty());
    // Nearly all of them, not most.
    FeatureTrack some = UnderGain{.riseDb = 5, .breaths = 4, .pauseS = 0.7f}.made().track;
    const FeatureTrack still = UnderGain{.riseDb = 0.1f, .breaths = 3, .pauseS = 0.7f}.made().track;
    for (std::size_t i = 0; i < still.frames(); ++i) some.append(still.levels(i));
    CHECK(findRecorderGain(some).empty());
    // What lasts longer may be breath that sounds as the room does: its bands have to tell.
    CHECK(UnderGain{.riseDb = 8, .unevenDb = 1.1f, .breaths = 6, .pauseS = 1.5f}
              .made()
              .gain()
              .empty());
}

TEST_CASE("In breath without holds, the natural breaths beside it tell a gain")
{
    std::uint64_t seed = 32500;
    for (const double overRoomDb : {15.0, 20.0})
        for (const int cycles : {10, 40}) {
            Temperament who;
            who.inhale = {1150, 0.9, -3, 1, 0.2, 0.2, 0.2, 0};
            who.exhale = {650, 1.2, 0, -7, 0.1, 0.4, 0.2, 0};
            who.breathToNoiseDb = overRoomDb;
            Plan plan = findPreset("even-4-4")->plan;
            forEachCycles(plan.parts, [&](Cycles& part) { part.repeat = cycles; });
            INFO(cycles << " cycles, " << overRoomDb << " dB");
            CHECK(findRecorderGain(trackOf(layakari::practise(plan, who, ++seed).sound)).empty());
            who.automaticGain = true;
            const SimulatedSound practised = layakari::practise(plan, who, seed);
            CHECK_FALSE(findRecorderGain(trackOf(practised.sound)).empty());
            CHECK(scoreOf(practised).f1() > 0.95);
        }
}

TEST_CASE("A sound that goes on to the end pushes a gain as deep as others did")
{
    const UnderGain::Made made = UnderGain{.riseDb = 8}.made();
    FeatureTrack track = made.track;
    Bands sound;
    for (std::size_t b = 0; b < bandCount; ++b) sound[b] = -30 - static_cast<float>(b);
    for (int i = 0; i < 100; ++i) track.append(sound);
    const RecorderGain gain = findRecorderGain(track);
    REQUIRE_FALSE(gain.empty());
    CHECK(gain.overLowestDb[made.track.frames() - 40] > 6);
    CHECK(gain.overLowestDb.back() == Approx(gain.afterSoundDb).margin(0.5));
    CHECK(gain.afterSoundDb < 2);
}

TEST_CASE("A recorder that turns far down before a breath leaves nothing under the room")
{
    Bands room;
    room.fill(-60);
    const UnderGain::Made made = UnderGain{.riseDb = 8, .plungeDb = 30, .roomBefore = &room}.made();
    const std::vector<float> gain = made.gain();
    REQUIRE_FALSE(gain.empty());
    const FeatureTrack even = withoutGain(made.track, gain);
    for (const std::size_t last : made.pauses) {
        INFO(last);
        CHECK(even.levels(last + 14)[3] == Approx(even.levels(last - 49)[3]).margin(3));
    }
}

TEST_CASE("What the room was before it still is, though a faint sound is quieter and lasts longer")
{
    Bands room;
    room.fill(-60);
    Bands faint;
    for (std::size_t b = 0; b < bandCount; ++b) faint[b] = -62 - static_cast<float>(b);
    FeatureTrack track;
    for (int turn = 0; turn < 4; ++turn) {
        for (int i = 0; i < 300; ++i) track.append(faint);
        for (int i = 0; i < 100; ++i) track.append(room);
    }
    Bands before = room;
    for (float& level : before) level += 7;
    const auto isRoomAt = [](const RoomPauses& found, double timeS) {
        return found.steps[static_cast<std::size_t>(timeS / RoomPauses::stepSeconds)].isRoom;
    };
    const RoomPauses known = findRoomPauses(track, {}, &before);
    CHECK(isRoomAt(known, 3.5));
    CHECK_FALSE(isRoomAt(known, 1.5));
    CHECK(isRoomAt(findRoomPauses(track, {}), 1.5));
    // But not where nothing is like it any more.
    for (std::size_t b = 0; b < bandCount; ++b) before[b] += static_cast<float>(b % 3) * 8;
    CHECK(isRoomAt(findRoomPauses(track, {}, &before), 1.5));
}

TEST_CASE(
    "A room that was seen in a part of a recording is its room, however little of it there is")
{
    Bands room;
    room.fill(-60);
    Bands breath;
    for (std::size_t b = 0; b < bandCount; ++b) breath[b] = -52 - static_cast<float>(b % 2) * 8;
    FeatureTrack track;
    for (int i = 0; i < 100; ++i) track.append(room);
    for (int i = 0; i < 12000; ++i) track.append(breath);
    const auto isRoom = [&](const RoomPauses& found, double timeS) {
        return found.steps[static_cast<std::size_t>(timeS / RoomPauses::stepSeconds)].isRoom;
    };
    const RoomPauses mayHaveChanged = findRoomPauses(track, {}, &room);
    CHECK_FALSE(isRoom(mayHaveChanged, 0.5));
    CHECK(isRoom(mayHaveChanged, 60));
    const RoomPauses known = findRoomPauses(track, {}, &room, true);
    CHECK(isRoom(known, 0.5));
    CHECK_FALSE(isRoom(known, 60));
}

TEST_CASE(
    "Minutes of breath beside a gain are read where only natural breaths before them show the room")
{
    Plan plan = findPreset("even-4-4")->plan;
    std::get<Cycles>(plan.parts.front().content).repeat = 40;
    constexpr std::size_t breathsAfter = 4500; // frames
    const auto [name, seed] = GENERATE(std::pair{"steady", 34003u}, std::pair{"alike", 34002u},
                                       std::pair{"mouth", 34003u});
    INFO(name);
    Temperament who = *temperamentByName(name);
    who.automaticGain = true;
    who.sampleRateHz = 16000;
    const FeatureTrack track = trackOf(layakari::practise(plan, who, seed).sound);
    const Heard heard = listenTo(track.slice(0, track.frames() - breathsAfter));
    CHECK(heard.recorderGainDb > 6);
    CHECK(heard.recorderGainDb < 20);
    double breathS = 0;
    for (const HeardSpan& span : heard.spans)
        if (span.kind == HeardSpan::Kind::Breath) breathS += span.seconds();
    CHECK(breathS > 0.95 * heard.durationS);
    CHECK(heard.spans.size() < 90); // 40 cycles, natural breaths and their rests
}

namespace {

// Pauses of two seconds between sounds, each as loud as `pauses` says; in their middle they may
// rise by `jumpDb` within a tenth of a second.
FeatureTrack swelling(const std::vector<float>& pauses, float soundDb = -30, float jumpDb = 0)
{
    FeatureTrack track;
    const auto append = [&](int frames, float levelDb, float tiltDb) {
        Bands levels;
        for (std::size_t b = 0; b < bandCount; ++b)
            levels[b] = levelDb - tiltDb * static_cast<float>(b);
        for (int i = 0; i < frames; ++i) track.append(levels);
    };
    for (const float upDb : pauses) {
        append(200, soundDb, 1);
        append(100, -60 + upDb, 0);
        append(100, -60 + upDb + jumpDb, 0);
    }
    append(200, soundDb, 1);
    return track;
}

} // namespace

TEST_CASE("A room that swells between plain sounds is followed where that is asked for")
{
    const auto isFollowed = [](const FeatureTrack& track) {
        return !findRecorderGain(track, {.isForced = {}, .roomBefore = nullptr, .orSwells = true})
                    .empty();
    };
    CHECK(isFollowed(swelling({0, 9, 3, 8})));
    CHECK(findRecorderGain(swelling({0, 9, 3, 8})).empty());
    CHECK_FALSE(isFollowed(swelling({0, 4, 3, 2}))); // as far as the noise floor follows
    CHECK_FALSE(isFollowed(swelling({0, 9})));
    // What jumps is a breath that sounds as the room does, and so may be what hardly stands out.
    CHECK_FALSE(isFollowed(swelling({0, 9, 3, 8}, -15, 9)));
    CHECK_FALSE(isFollowed(swelling({0, 9, 3, 8}, -36)));

    const FeatureTrack track = swelling({0, 9, 3, 8});
    const RecorderGain gain =
        findRecorderGain(track, {.isForced = {}, .roomBefore = nullptr, .orSwells = true});
    const FeatureTrack even = withoutGain(track, gain.overLowestDb);
    for (const std::size_t middle : {300u, 700u, 1100u, 1500u}) {
        INFO(middle);
        CHECK(even.levels(middle)[3] == Approx(-60).margin(0.5));
    }
}

TEST_CASE("A telephone carries no treble, which says nothing of the gain")
{
    for (const std::size_t silent : {1u, 2u, 4u}) {
        INFO(silent);
        CHECK_FALSE(UnderGain{.riseDb = 8, .silentBands = silent}.made().gain().empty());
        CHECK(
            UnderGain{.riseDb = 5, .unevenDb = 1.2f, .silentBands = silent}.made().gain().empty());
    }
}

TEST_CASE("Without the gain the room is as loud in all pauses, also when cars pass or rain falls")
{
    CHECK(unevenness(UnderGain{.riseDb = 8}.made()) < 0.5);
    CHECK(unevenness(UnderGain{.riseDb = 8, .trafficDb = 6}.made()) < 1);
    CHECK(unevenness(UnderGain{.riseDb = 8, .silentBands = 2}.made()) < 0.5);
    CHECK(unevenness(UnderGain{.riseDb = 8, .rains = true}.made()) < 2);
}

TEST_CASE("A telephone with a gain is read as well as it is without a telephone")
{
    const TemporaryFolder folder;
    scoring::Score sum;
    std::uint64_t seed = 32500;
    for (const char* who : {"held-attic", "held-boathouse"}) {
        Temperament person = *temperamentByName(who);
        person.automaticGain = true;
        const Truth truth = simulateTo(folder / "practice.flac", "square-4", person, ++seed);
        encode(folder / "practice.flac", folder / "called.wav", "-ar 8000 -c:a pcm_alaw");
        const auto listened = listenToFile(folder / "called.wav");
        REQUIRE(listened.has_value());
        CHECK(listened->heard.recorderGainDb > 6);
        sum.add(scoring::scoreReading(readAgainst(*listened, truth.plan), truth));
    }
    CHECK(sum.practiceShareFound() >= 0.9);
}

TEST_CASE("Faint breath in the rests between strokes is no gain either")
{
    const TemporaryFolder folder;
    const auto file = folder / "strokes.flac";
    for (const std::uint64_t seed : {31601u, 31602u}) {
        INFO(seed);
        REQUIRE(writeSimulation(findPreset("kapalabhati-3x36")->plan, *temperamentByName("faint"),
                                seed, file, {}));
        const auto listened = listenToFile(file);
        REQUIRE(listened.has_value());
        CHECK(listened->heard.strokeRuns.size() == 3);
        CHECK(listened->heard.recorderGainDb == 0);
    }
}

TEST_CASE("With an automatic gain holds are read as well as without: nine phases of ten")
{
    scoring::Score sum;
    std::uint64_t seed = 32000;
    for (const char* who : heldBack)
        for (const char* preset : {"square-4", "four-seven-eight", "held-5-6-5"})
            sum.add(scoreOf(practise(preset, who, ++seed, true)));
    CHECK(sum.practiceShareFound() >= 0.9);
    CHECK(scoring::absoluteQuantile(sum.boundaryErrorsS, 0.5) <= 0.060);
}

TEST_CASE("Strokes push a gain deeper than breath does: it is found, and the holds are read")
{
    scoring::Score sum;
    std::uint64_t seed = 33000;
    for (const char* who : heldBack) {
        INFO(who);
        const SimulatedSound practice = practise("composite-round", who, ++seed, true);
        const Heard heard = listenTo(trackOf(practice.sound));
        CHECK(heard.strokeRuns.size() == 3);
        CHECK(heard.recorderGainDb > 6);
        sum.add(scoreOf(practice));
        CHECK(listenTo(trackOf(practise("composite-round", "held-attic", seed, false).sound))
                  .recorderGainDb == 0);
    }
    CHECK(sum.practiceShareFound() >= 0.9);
}

TEST_CASE("A gain that is known is taken out exactly: without one nothing is found to take")
{
    FeatureTrack track;
    std::vector<float> gain;
    for (int i = 0; i < 3000; ++i) {
        Bands levels;
        for (std::size_t b = 0; b < bandCount; ++b)
            levels[b] = -60.0f + static_cast<float>(i % 7) / 10 + static_cast<float>(i) / 300;
        track.append(levels);
        gain.push_back(static_cast<float>(i) / 300);
    }
    const FeatureTrack even = withoutGain(track, gain);
    CHECK(even.levels(2999)[5] == Approx(track.levels(2999)[5] - gain[2999]));
    CHECK(findRecorderGain(FeatureTrack{}).empty());
    CHECK(findRecorderGain(trackOf(whiteNoise(30, analysisRateHz, 0.01))).empty());
    CHECK(findRecorderGain(trackOf(std::vector<float>(20 * analysisRateHz, 0.0f))).empty());
}

TEST_CASE("A gain is followed while the sound comes in, through pauses and breath")
{
    const unsigned seed = GENERATE(41u, 42u, 43u);
    INFO(seed);
    Random random(seed, 7);
    Bands room;
    Bands breath;
    for (std::size_t b = 0; b < bandCount; ++b) {
        room[b] = -70 - static_cast<float>(b) / 2;
        breath[b] = -40 - 2 * std::fabs(static_cast<float>(b) - 8); // a hill
    }
    GainFollower follower;
    follower.startAt(2, 3, room);
    const auto follow = [&](const Bands& sound, float gainDb, bool sounds) {
        Bands levels = sound;
        for (float& level : levels) level += gainDb + static_cast<float>(1.5 * random.normal());
        return follower.follow(levels, sounds);
    };
    // A hold of four seconds in which the room rises by 8 dB.
    float gain = 2;
    for (int i = 0; i < 400; ++i) gain = follow(room, 2 + 0.02f * static_cast<float>(i), false);
    CHECK(gain == Approx(10).margin(1));
    CHECK(follower.isRoom());
    // A breath of another shape, far louder, says nothing of the gain until it is heard to sound;
    // then it is where breaths push it.
    for (int i = 0; i < 40; ++i) gain = follow(breath, 3, false);
    CHECK(gain == Approx(10).margin(2.5)); // its first moments pass for the room
    for (int i = 0; i < 100; ++i) gain = follow(breath, 3, true);
    CHECK(gain == Approx(3).margin(0.5));
    CHECK_FALSE(follower.isRoom());
    // The room that was interrupted is at once as loud again.
    for (int i = 0; i < 30; ++i) gain = follow(room, 9, true);
    CHECK(gain == Approx(9).margin(1));
    // A door that has the room's own shape is no gain: none is as fast.
    for (int i = 0; i < 15; ++i) gain = follow(room, 40, false);
    CHECK(gain < 17);
}

TEST_CASE("A gain is never so much that a band would lie under the room")
{
    Bands room;
    room.fill(-60);
    GainFollower follower;
    follower.startAt(12, 12, room);
    // Half of the bands are the room's, of which the gain has gone.
    Bands sound = room;
    for (std::size_t b = 0; b < bandCount / 2; ++b) sound[b] += 20;
    float gain = 12;
    for (int i = 0; i < 40; ++i) gain = follower.follow(sound, true);
    CHECK(gain == Approx(0).margin(0.5));
}
