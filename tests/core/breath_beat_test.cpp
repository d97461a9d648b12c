// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/align/breath_beat.hpp"
#include "core/align/slow_bellows.hpp"
#include "core/curriculum/presets.hpp"
#include "core/hear/listener.hpp"
#include "tests/support/stroke_sound.hpp"

#include <catch2/catch.hpp>

using namespace layakari;

namespace {

Plan planOfBellows(int count)
{
    Strokes run;
    run.style = StrokeStyle::Bhastrika;
    run.strokes = count;
    Plan plan;
    plan.parts.push_back({run});
    return plan;
}

// Exhales that rise too slowly for strokes; their inhales lie under the room.
void exhalesAlone(StrokeSound& sound, int count, double everyS)
{
    for (int i = 0; i < count; ++i) {
        sound.timesS.push_back(sound.now());
        sound.sound(0.7, -24, 0.25, 900).quiet(everyS - 0.7 + 0.04 * (i % 3));
    }
}

// As the ear has it: breaths and silences, drawn from the numbers of a person of this seed.
class Drawn {
public:
    explicit Drawn(unsigned seed) : m_engine(seed) {}

    double between(double least, double most)
    {
        return std::uniform_real_distribution<double>(least, most)(m_engine);
    }
    void breath(double seconds, double levelDb) { add(HeardSpan::Kind::Breath, seconds, levelDb); }
    void silence(double seconds) { add(HeardSpan::Kind::Silence, seconds, 0); }
    void naturalBreaths(int count)
    {
        for (int i = 0; i < count; ++i) {
            breath(between(1, 2.5), 6);
            breath(between(1.2, 3.5), 6);
            silence(between(0.1, 2.5));
        }
    }
    // One half of each stroke; one in `every` is not heard, but at the ends.
    void halves(int count, double everyS, int lostEvery)
    {
        for (int i = 0; i < count; ++i) {
            const double beatS =
                everyS * (1 + 0.15 * i / count) * std::exp(0.03 * between(-1.7, 1.7));
            const double halfS = beatS * between(0.35, 0.45);
            const bool isLost = lostEvery > 0 && i % lostEvery == 4 && i + 3 < count;
            if (isLost)
                silence(halfS);
            else
                breath(halfS, 18 + between(-2, 2));
            silence(beatS - halfS);
        }
    }
    double nowS() const { return m_nowS; }
    const Heard& heard() const { return m_heard; }

private:
    std::mt19937 m_engine;
    Heard m_heard;
    double m_nowS = 0;

    void add(HeardSpan::Kind kind, double seconds, double levelDb)
    {
        HeardSpan span;
        span.kind = kind;
        span.startS = m_nowS;
        m_nowS += seconds;
        span.endS = m_nowS;
        span.character.values[BreathCharacter::level] = levelDb;
        m_heard.spans.push_back(span);
    }
};

} // namespace

TEST_CASE("Slow bellows whose inhales cannot be heard are counted where the plan has bellows")
{
    const double everyS = GENERATE(1.6, 2.8, 3.2);
    INFO("every " << everyS << " s");
    StrokeSound sound(41);
    sound.quiet(1).naturalBreaths(2).quiet(2);
    exhalesAlone(sound, 14, everyS);
    sound.quiet(2).naturalBreaths(2).quiet(1);
    const Heard heard = listenTo(sound.track());
    REQUIRE(heard.strokeRuns.empty());
    const Plan plan = planOfBellows(15);
    const Heard planned = withSlowBellows(heard, unfold(plan));
    REQUIRE(planned.strokeRuns.size() == 1);
    const HeardStrokeRun& run = planned.strokeRuns[0];
    REQUIRE(run.strokes.size() == 14); // what was done, not what was planned
    for (std::size_t k = 0; k < run.strokes.size(); ++k)
        CHECK(run.strokes[k].timeS == Approx(sound.timesS[k]).margin(0.15));
    CHECK(run.confidence * run.countConfidence < 0.6); // as sure as the plan makes it
    CHECK(std::count_if(planned.spans.begin(), planned.spans.end(), [](const HeardSpan& s) {
              return s.kind == HeardSpan::Kind::Strokes;
          }) == 1);
    const Plan other = findPreset("even-4-4")->plan;
    CHECK(withSlowBellows(heard, unfold(other)).strokeRuns.empty());
}

TEST_CASE("Breath on a beat is counted beside natural breath, whoever breathes")
{
    const unsigned seed = GENERATE(range(1u, 25u));
    Drawn drawn(seed);
    const int count = 8 + static_cast<int>(seed) % 17;
    const double everyS = 1.2 + 0.1 * (seed % 20);
    const int lostEvery = seed % 2 == 0 ? 0 : 9;
    INFO("seed " << seed << ": " << count << " every " << everyS << " s");
    drawn.naturalBreaths(3);
    drawn.silence(2);
    const double fromS = drawn.nowS();
    drawn.halves(count, everyS, lostEvery);
    const double untilS = drawn.nowS();
    drawn.silence(2);
    drawn.naturalBreaths(3);
    const auto runs = breathsOnABeat(drawn.heard(), 6);
    REQUIRE(runs.size() == 1);
    CHECK_FALSE(runs[0].areBoth);
    CHECK(runs[0].halves.size() == static_cast<std::size_t>(count));
    CHECK(drawn.heard().spans[runs[0].firstSpan].startS == Approx(fromS).margin(0.01));
    CHECK(drawn.heard().spans[runs[0].lastSpan].endS <= untilS);
}

TEST_CASE("Where the other half is heard in most of the beats, either of the two is enough")
{
    Drawn drawn(3);
    drawn.naturalBreaths(2);
    drawn.silence(2);
    const int count = 12;
    for (int i = 0; i < count; ++i) {
        const bool noInhale = i % 5 == 2;
        const bool noExhale = i % 5 == 0;
        noInhale ? drawn.silence(1.1) : drawn.breath(1.1, 15);
        drawn.silence(0.2);
        noExhale ? drawn.silence(0.7) : drawn.breath(0.7, 18);
        drawn.silence(0.2);
    }
    drawn.silence(3);
    drawn.naturalBreaths(2);
    const auto runs = breathsOnABeat(drawn.heard(), 8);
    REQUIRE(runs.size() == 1);
    CHECK(runs[0].areBoth);
    CHECK(runs[0].halves.size() == 2 * count);
    CHECK(std::count_if(runs[0].halves.begin(), runs[0].halves.end(),
                        [](const BeatOfBreath& b) { return !b.heard; }) == 5);
}

TEST_CASE("What comes on no beat is no run, and what a hum parts are two")
{
    SECTION("natural breath")
    {
        // Some breathe as regularly; the longer they breathe, the more.
        const auto found = [](int breaths, std::size_t fewest) {
            int people = 0;
            for (unsigned seed = 1; seed <= 40; ++seed) {
                Drawn drawn(seed);
                drawn.naturalBreaths(breaths);
                people += !breathsOnABeat(drawn.heard(), fewest).empty();
            }
            return people;
        };
        CHECK(found(12, 8) <= 2);
        CHECK(found(20, 8) <= 6);
        CHECK(found(40, 10) <= 10);
    }
    SECTION("a hum between them")
    {
        Drawn drawn(5);
        drawn.halves(10, 2, 0);
        drawn.silence(1);
        drawn.halves(10, 2, 0);
        CHECK(breathsOnABeat(drawn.heard(), 8).size() == 1);
        Heard heard = drawn.heard();
        for (HeardSpan& span : heard.spans)
            if (span.kind == HeardSpan::Kind::Silence && span.seconds() == Approx(1))
                span.kind = HeardSpan::Kind::Hum;
        CHECK(breathsOnABeat(heard, 8).size() == 2);
    }
    SECTION("nothing at all") { CHECK(breathsOnABeat({}, 5).empty()); }
}
