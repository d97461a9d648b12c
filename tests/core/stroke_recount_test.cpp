// SPDX-License-Identifier: GPL-3.0-or-later
//
// What counting again makes of a run that was found roughly.
#include "core/listen/bellows_halves.hpp"
#include "core/listen/stroke_recount.hpp"
#include "core/simulate/random.hpp"

#include <catch2/catch.hpp>
#include <cmath>

using namespace layakari;

namespace {

enum class Sound { Expulsion, FlowingBack, Clap, NaturalBreath };

// Bursts in time order, each sound with its own level, rise, length and spectrum, and some scatter.
class Bursts {
public:
    explicit Bursts(std::uint64_t seed) : m_random(seed, 1) {}

    std::size_t add(double timeS, Sound sound, float weakerDb = 0)
    {
        Burst burst;
        burst.timeS = timeS;
        const auto scatter = [&](double of) { return static_cast<float>(of * m_random.normal()); };
        switch (sound) {
        case Sound::Expulsion: set(burst, 30, 22, 0.16f, 4); break;
        case Sound::FlowingBack: set(burst, 25, 9, 0.4f, 10); break;
        case Sound::Clap: set(burst, 32, 28, 0.04f, 17); break;
        case Sound::NaturalBreath: set(burst, 16, 9, 1.3f, 7); break;
        }
        burst.levelDb += scatter(1.5) - weakerDb;
        burst.riseDb += scatter(1.5) - weakerDb / 2;
        burst.seconds *= std::exp(scatter(0.15));
        burst.soundsS = 1.3f * burst.seconds;
        burst.fallsDb.fill(sound == Sound::NaturalBreath ? 5.0f : 24 + scatter(1.5));
        for (float& band : burst.shape) band += scatter(2);
        all.push_back(burst);
        lastingS.push_back(burst.seconds);
        return all.size() - 1;
    }

    // Expulsions about a second apart, with the breath that flows back after each.
    Chain strokes(double fromS, int count)
    {
        Chain chain;
        for (int s = 0; s < count; ++s) {
            const double at = fromS + s + 0.03 * m_random.normal();
            chain.push_back(add(at, Sound::Expulsion));
            add(at + 0.45, Sound::FlowingBack);
        }
        return chain;
    }

    Chain recounted(const Chain& chain) const
    {
        const StrokeRecount recount(all, lastingS);
        return recount.recounted({chain, Chain(chain.size(), 0)}, 1, 0, all.size(), chain).bursts;
    }

    // The last burst goes on for three seconds, some 10 dB below its beginning.
    void goesOn()
    {
        all.back().soundsS = 3;
        all.back().fallsDb.fill(12);
    }

    std::vector<Burst> all;
    std::vector<float> lastingS;

private:
    Random m_random;

    // The spectrum is a hill of 20 dB around one band.
    static void set(Burst& burst, float level, float rise, float seconds, int loudestBand)
    {
        burst.levelDb = level;
        burst.riseDb = rise;
        burst.seconds = seconds;
        burst.fullS = seconds / 2;
        burst.attackS = seconds < 0.1f ? 0.002f : 0.02f; // struck, or breathed
        for (std::size_t b = 0; b < bandCount; ++b)
            burst.shape[b] =
                level - std::min(20.0f, 3 * std::fabs(static_cast<float>(b) -
                                                      static_cast<float>(loudestBand)));
    }
};

Chain without(Chain chain, std::size_t place)
{
    chain.erase(chain.begin() + static_cast<std::ptrdiff_t>(place));
    return chain;
}

} // namespace

TEST_CASE("A run that is right stays as it is")
{
    const auto seed = GENERATE(range(1000u, 1010u));
    Bursts bursts(seed);
    const Chain strokes = bursts.strokes(2, 24);
    INFO(seed);
    CHECK(bursts.recounted(strokes) == strokes);
}

TEST_CASE("A stroke that was left out is counted, within the run and at its ends")
{
    const auto seed = GENERATE(range(1000u, 1006u));
    const std::size_t lost = GENERATE(0u, 7u, 23u);
    INFO(seed << ", stroke " << lost);
    Bursts bursts(seed);
    const Chain strokes = bursts.strokes(2, 24);
    CHECK(bursts.recounted(without(strokes, lost)) == strokes);
}

TEST_CASE("Weak strokes on the beat are strokes: a tired run is counted to its end")
{
    const auto seed = GENERATE(range(1000u, 1006u));
    INFO(seed);
    Bursts bursts(seed);
    Chain strokes = bursts.strokes(2, 18);
    const Chain clear = strokes;
    for (int s = 0; s < 6; ++s)
        strokes.push_back(bursts.add(20 + s, Sound::Expulsion, 2 + 1.5f * static_cast<float>(s)));
    CHECK(bursts.recounted(clear) == strokes);
}

TEST_CASE("On the beat a stroke counts whatever a gain has made of its level and its length")
{
    const auto seed = GENERATE(range(1000u, 1006u));
    const auto [louderDb, longer] = GENERATE(table<float, float>({{20.0f, 0.3f}, {-18.0f, 8.0f}}));
    const std::size_t place = GENERATE(0u, 12u);
    INFO(seed << ", " << louderDb << " dB, stroke " << place);
    Bursts bursts(seed);
    const Chain strokes = bursts.strokes(2, 24);
    const std::size_t changed = strokes[place];
    bursts.all[changed].levelDb += louderDb;
    bursts.all[changed].seconds *= longer;
    bursts.lastingS[changed] *= longer;
    CHECK(bursts.recounted(without(strokes, place)) == strokes);
}

TEST_CASE("Claps are no strokes, on the beat or off it, even where a rough look took them for some")
{
    const auto seed = GENERATE(range(1000u, 1006u));
    INFO(seed);
    Bursts bursts(seed);
    Chain strokes;
    Chain rough;
    for (int s = 0; s < 24; ++s) {
        if (s == 11) { // one pauses, somebody claps on
            rough.push_back(bursts.add(2 + s, Sound::Clap));
            continue;
        }
        strokes.push_back(bursts.add(2 + s, Sound::Expulsion));
        rough.push_back(strokes.back());
        if (s % 3 == 0) bursts.add(2.6 + s, Sound::Clap);
    }
    CHECK(bursts.recounted(rough) == strokes);
}

TEST_CASE("A clap upon a stroke hides how the stroke begins, and takes nothing from the count")
{
    const auto seed = GENERATE(range(1000u, 1006u));
    const std::size_t place = GENERATE(0u, 12u, 23u);
    INFO(seed << ", stroke " << place);
    Bursts bursts(seed);
    const Chain strokes = bursts.strokes(2, 24);
    Burst& clapped = bursts.all[strokes[place]];
    clapped.attackS = 0.001f;
    clapped.levelDb += 5;
    clapped.riseDb += 5;
    CHECK(bursts.recounted(without(strokes, place)) == strokes);
}

TEST_CASE("Of claps on the beat after a run, that sound like its strokes once they have begun, the "
          "first may pass for one with a clap upon it, and no other")
{
    const auto seed = GENERATE(range(1000u, 1006u));
    INFO(seed);
    Bursts bursts(seed);
    const Chain strokes = bursts.strokes(2, 24);
    for (int clap = 0; clap < 4; ++clap) {
        bursts.add(26 + clap, Sound::Expulsion);
        bursts.all.back().attackS = 0.002f;
        bursts.all.back().fullS = 0.03f;
        bursts.all.back().seconds = bursts.lastingS.back() = 0.08f;
    }
    const Chain counted = bursts.recounted(strokes);
    CHECK(counted.size() <= strokes.size() + 1);
    CHECK(std::includes(counted.begin(), counted.end(), strokes.begin(), strokes.end()));
}

TEST_CASE("A clear stroke after a pause belongs to the run, the breaths of a rest do not")
{
    const auto seed = GENERATE(range(1000u, 1006u));
    INFO(seed);
    Bursts bursts(seed);
    Chain strokes = bursts.strokes(10, 12);
    const Chain rough = strokes;
    const Chain after = bursts.strokes(24.6, 8);
    strokes.insert(strokes.end(), after.begin(), after.end());
    for (int breath = 0; breath < 4; ++breath)
        bursts.add(33.4 + 1.6 * breath, Sound::NaturalBreath);
    CHECK(bursts.recounted(rough) == strokes);
}

namespace {

// A run of strokes, and with what begins as they do on the next beat, and goes on.
struct BeforeABeat {
    Bursts bursts;
    Chain strokes;
    Chain rough;
};

BeforeABeat beforeABeat(std::uint64_t seed)
{
    BeforeABeat made{Bursts(seed), {}, {}};
    made.strokes = made.bursts.strokes(2, 24);
    made.rough = made.strokes;
    made.rough.push_back(made.bursts.add(26, Sound::Expulsion));
    made.bursts.goesOn();
    return made;
}

} // namespace

TEST_CASE("A long breath on the beat after a run goes on, whatever a gain makes of its beginning")
{
    const auto seed = GENERATE(range(1000u, 1006u));
    INFO(seed);
    auto [bursts, strokes, rough] = beforeABeat(seed);
    SECTION("then it is none of the strokes") { CHECK(bursts.recounted(rough) == strokes); }
    SECTION("nor where it flutters, and is weaker soon")
    {
        bursts.all.back().soundsS = 0.2f;
        CHECK(bursts.recounted(rough) == strokes);
    }
    SECTION("unless it is over as strokes are, and what goes on is another breath")
    {
        bursts.all.back().fallsDb.fill(23);
        CHECK(bursts.recounted(rough) == rough);
    }
}

TEST_CASE("Where the room has grown loud, a stroke that falls as far as it rose is over")
{
    const auto seed = GENERATE(range(1000u, 1006u));
    INFO(seed);
    auto [bursts, strokes, rough] = beforeABeat(seed);
    Burst& last = bursts.all.back();
    last.riseDb = 12.5f;
    SECTION("where it begins clearly") { CHECK(bursts.recounted(rough) == rough); }
    SECTION("and else a breath")
    {
        last.attackS.reset();
        CHECK(bursts.recounted(rough) == strokes);
    }
    SECTION("while a breath falls by less")
    {
        last.fallsDb.fill(9);
        CHECK(bursts.recounted(rough) == strokes);
    }
}

TEST_CASE("What a gain prolongs on the beat before a run is a stroke where the breath flows back, "
          "else a breath")
{
    const auto seed = GENERATE(range(1000u, 1006u));
    const bool flowsBack = GENERATE(true, false);
    INFO(seed << ", flows back: " << flowsBack);
    Bursts bursts(seed);
    bursts.add(2, Sound::Expulsion);
    bursts.goesOn();
    bursts.all.back().seconds = bursts.lastingS.back() = 0.5f;
    if (flowsBack) {
        bursts.add(2.45, Sound::FlowingBack);
        bursts.all.back().riseDb = 9; // clearly, not by a flutter's 6
    }
    const Chain strokes = bursts.strokes(3, 24);
    Chain rough = strokes;
    rough.insert(rough.begin(), 0);
    CHECK(bursts.recounted(rough) == (flowsBack ? rough : strokes));
}

TEST_CASE("The first stroke rises from silence, the others from the breath that flows back")
{
    const auto seed = GENERATE(range(1000u, 1006u));
    INFO(seed);
    Bursts bursts(seed);
    const Chain strokes = bursts.strokes(2, 24);
    bursts.all[strokes[0]].riseDb += 30;
    CHECK(bursts.recounted(without(strokes, 0)) == strokes);
}

TEST_CASE("A single stroke before a pause is one where it is over as the others are")
{
    const auto seed = GENERATE(range(1000u, 1006u));
    const bool isOver = GENERATE(true, false);
    INFO(seed << ", is over: " << isOver);
    Bursts bursts(seed);
    Chain rough{bursts.add(2, Sound::Expulsion)};
    if (!isOver) bursts.goesOn();
    const Chain strokes = bursts.strokes(4.6, 24);
    rough.insert(rough.end(), strokes.begin(), strokes.end());
    CHECK(bursts.recounted(rough) == (isOver ? rough : strokes));
}

TEST_CASE("Of too few strokes nothing is learned")
{
    Bursts bursts(1);
    const Chain strokes = bursts.strokes(2, 24);
    const Chain three(strokes.begin(), strokes.begin() + 3);
    CHECK(bursts.recounted(three) == three);
    CHECK(bursts.recounted({}).empty());
}

TEST_CASE("The halves of bellows are told by their sound, and the steeper one is the exhale")
{
    const auto seed = GENERATE(range(1000u, 1006u));
    INFO(seed);
    Bursts bursts(seed);
    Chain halves;
    StrokeSequence run;
    for (int h = 0; h < 24; ++h) {
        const Sound sound = h % 2 == 0 ? Sound::FlowingBack : Sound::Expulsion;
        halves.push_back(bursts.add(1 + 0.7 * h, sound));
        run.bursts.push_back(halves.back());
        run.kinds.push_back(h % 2 == 0 ? 1 : 0); // the wrong way round
    }
    CHECK(areHalves(halves, bursts.all, bursts.lastingS));
    nameHalves({&run}, bursts.all);
    CHECK(run.kinds.front() == 0);
    CHECK(run.kinds.back() == 1);

    Bursts alike(seed);
    Chain expulsions;
    for (int s = 0; s < 24; ++s) expulsions.push_back(alike.add(1 + s, Sound::Expulsion));
    CHECK_FALSE(areHalves(expulsions, alike.all, alike.lastingS));
}

TEST_CASE("A run that lost its first half is named as the others of the recording are")
{
    const auto seed = GENERATE(range(1000u, 1006u));
    INFO(seed);
    Bursts bursts(seed);
    // In and out as steep and long as each other, of two spectra.
    const auto half = [&](double timeS, bool isInhale) {
        const std::size_t i = bursts.add(timeS, Sound::Expulsion);
        if (isInhale)
            for (std::size_t b = 0; b < bandCount; ++b)
                bursts.all[i].shape[b] += b > 9 ? 12.0f : 0.0f;
        return i;
    };
    const bool isSteep = GENERATE(true, false);
    INFO((isSteep ? "one whose exhales are steeper" : "one with as many of both"));
    StrokeSequence whole;
    for (int h = 0; h < (isSteep ? 21 : 20); ++h) {
        whole.bursts.push_back(half(1 + 0.7 * h, h % 2 == 0));
        whole.kinds.push_back(h % 2);
        if (isSteep && h % 2 == 1) bursts.all.back().riseDb += 10;
    }
    StrokeSequence lost;
    for (int h = 1; h < 20; ++h) {
        lost.bursts.push_back(half(40 + 0.7 * h, h % 2 == 0));
        if (h % 2 == 0) bursts.all.back().levelDb += 3; // by loudness alone it would be the exhale
        lost.kinds.push_back(h % 2 == 1 ? 0 : 1);       // the wrong way round
    }
    nameHalves({&lost, &whole}, bursts.all);
    CHECK(whole.kinds.front() == 0);
    CHECK(lost.kinds.front() == 1);
    CHECK(lost.kinds.back() == 1);
}

TEST_CASE(
    "A run alone that begins and ends with one sound is named by loudness: a nose blows at the "
    "microphone")
{
    const auto seed = GENERATE(range(1000u, 1006u));
    const std::size_t louder = GENERATE(0u, 1u);
    INFO(seed << ", louder " << louder);
    Bursts bursts(seed);
    StrokeSequence run;
    for (std::size_t h = 0; h < 21; ++h) {
        run.bursts.push_back(bursts.add(1 + 0.7 * static_cast<double>(h), Sound::Expulsion));
        run.kinds.push_back(h % 2);
        if (h % 2 == louder) bursts.all.back().levelDb += 5;
    }
    nameHalves({&run}, bursts.all);
    CHECK(run.kinds[louder] == 1);
    CHECK(run.kinds[1 - louder] == 0);
}

TEST_CASE("Of an odd number of halves the end goes that is unlike its kind, or none")
{
    const auto halves = [](int count) {
        std::vector<HeardStroke> result;
        for (int k = 0; k < count; ++k)
            result.push_back({1 + 0.75 * k, k % 2 ? 28.0 : 24.0, true, 0.4, {}, 0});
        return result;
    };
    CHECK(evenHalves(halves(20)).size() == 20);
    CHECK(evenHalves(halves(21)).size() == 21);
    auto exhaleAfter = halves(21);
    exhaleAfter.back().seconds = 1.2;
    CHECK(evenHalves(exhaleAfter).size() == 20);
    CHECK(evenHalves(exhaleAfter).front().timeS == 1);
    auto breathBefore = halves(21);
    breathBefore.front().levelDb -= 9;
    CHECK(evenHalves(breathBefore).size() == 20);
    CHECK(evenHalves(breathBefore).front().timeS == 1.75);
    CHECK(evenHalves({}).empty());
    CHECK(evenHalves(halves(1)).size() == 1);
}
