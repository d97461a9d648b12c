// SPDX-License-Identifier: GPL-3.0-or-later
//
// What comes in from a microphone before a practice, and when nothing comes any more.
#include "core/curriculum/presets.hpp"
#include "core/practise/silent_input.hpp"
#include "core/practise/sound_check.hpp"
#include "core/simulate/practitioner.hpp"

#include <algorithm>
#include <catch2/catch.hpp>
#include <random>

using namespace layakari;

namespace {

SoundCheck::Result checked(const Temperament& who, double tonesIn, float gain)
{
    Practitioner sound(findPreset("even-4-4")->plan, who, 12);
    SoundCheck check(who.sampleRateHz, true);
    std::vector<float> block(320);
    std::vector<float> tones(320);
    std::vector<float> played(320); // what was given to the loudspeaker a block ago
    while (!check.isOver()) {
        sound.read(block);
        for (std::size_t i = 0; i < block.size(); ++i)
            block[i] =
                std::clamp(gain * block[i] + static_cast<float>(tonesIn) * played[i], -1.0f, 1.0f);
        check.push(block, tones);
        played = tones;
    }
    return check.judge();
}

bool says(const SoundCheck::Result& result, const char* word)
{
    return std::any_of(result.words.begin(), result.words.end(), [&](const std::string& sentence) {
        return sentence.find(word) != std::string::npos;
    });
}

} // namespace

TEST_CASE("A microphone that gives nothing any more is told, and a gate's quiet is not")
{
    constexpr int rateHz = 16000;
    std::mt19937 engine(3);
    std::normal_distribution<float> normal(0, 0.001f);
    SilentInput input(rateHz);
    const auto room = [&](double seconds) {
        std::vector<float> samples(static_cast<std::size_t>(seconds * rateHz));
        for (float& x : samples) x = normal(engine);
        input.push(samples);
    };
    const auto nothing = [&](double seconds, float level) {
        input.push(std::vector<float>(static_cast<std::size_t>(seconds * rateHz), level));
    };
    room(3);
    nothing(2, 0); // the sound server hiccups
    CHECK(input.silentForS() == 0);
    room(1);
    CHECK(input.silentForS() == 0);
    SECTION("muted, at whatever level its zero is")
    {
        nothing(7, GENERATE(0.0f, 0.25f));
        CHECK(input.silentForS() == Approx(7).margin(0.01));
        room(0.1);
        CHECK(input.silentForS() == 0);
    }
    SECTION("a gate closes in every hold")
    {
        for (int hold = 0; hold < 3; ++hold) {
            nothing(4, 0);
            room(4);
        }
        nothing(16, 0);
        CHECK(input.silentForS() == 0);
    }
}

TEST_CASE("Ten seconds before a practice say what is wrong with the microphone, in words")
{
    Temperament quiet = *temperamentByName("held-attic");
    quiet.sampleRateHz = 16000;
    const SoundCheck::Result good = checked(quiet, 0, 1);
    CHECK_FALSE(good.tonesLeak);
    CHECK(good.quality.verdict != Quality::Verdict::Poor);
    const SoundCheck::Result leaking = checked(quiet, 0.1, 1);
    CHECK(leaking.tonesLeak);
    CHECK_FALSE(leaking.isGood);
    CHECK(says(leaking, "headphones"));
    const SoundCheck::Result loud = checked(quiet, 0, 60);
    CHECK_FALSE(loud.isGood);
    CHECK(says(loud, "too loud"));
    const SoundCheck::Result faint = checked(quiet, 0, 0.01f);
    CHECK(says(faint, "quiet"));
    const SoundCheck::Result muted = checked(quiet, 0, 0);
    CHECK_FALSE(muted.isGood);
    CHECK(says(muted, "muted"));
    Temperament noisy = quiet;
    noisy.breathToNoiseDb = -10;
    const SoundCheck::Result drowned = checked(noisy, 0, 1);
    CHECK(drowned.quality.verdict == Quality::Verdict::Poor);
}
