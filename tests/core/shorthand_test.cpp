// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/curriculum/presets.hpp"
#include "core/plan/shorthand.hpp"

#include <catch2/catch.hpp>
#include <random>

using namespace layakari;

namespace {

std::vector<Phase> phasesOf(const std::string& line)
{
    const auto written = parseShorthand(line);
    INFO(line);
    REQUIRE(written.has_value());
    return std::get<std::vector<Phase>>(written->content);
}

// Kinds and counts, "in 4, full 7, out 8".
std::string spelled(const std::vector<Phase>& phases)
{
    static constexpr const char* names[]{"in", "full", "out", "empty"};
    std::string text;
    for (const Phase& p : phases) {
        text += (text.empty() ? "" : ", ") + std::string(names[static_cast<std::size_t>(p.kind)]);
        if (p.counts.open)
            text += " *";
        else if (p.counts.isRange())
            text += " " + std::to_string(static_cast<int>(p.counts.min)) + "-" +
                    std::to_string(static_cast<int>(p.counts.max));
        else
            text += " " + std::to_string(static_cast<int>(p.counts.min));
    }
    return text;
}

} // namespace

TEST_CASE("A breath is written down as people write it")
{
    struct Row {
        const char* line;
        const char* means;
    };
    const Row rows[] = {
        {"4-7-8", "in 4, full 7, out 8"},
        {"1:2", "in 1, out 2"},
        {"4", "in 4, out 4"},
        {"5-5-5-5", "in 5, full 5, out 5, empty 5"},
        {"4-0-6-2", "in 4, out 6, empty 2"},
        {"1:4:2 x 4s", "in 4, full 16, out 8"},
        {"1:2 x4c", "in 4, out 8"},
        {"in 4 hold 7 out 8", "in 4, full 7, out 8"},
        {"out 4 hold 4 in 4 hold 4", "out 4, empty 4, in 4, full 4"},
        {"IN 4, OUT 6", "in 4, out 6"},
        {"puraka 4 kumbhaka 16 rechaka 8", "in 4, full 16, out 8"},
        {"4-5..8-4", "in 4, full 5-8, out 4"},
        {"4-*-6", "in 4, full *, out 6"},
        {"in 4 hold in 2 out 6 hold out 3", "in 4, full 2, out 6, empty 3"},
    };
    for (const Row& row : rows) {
        INFO(row.line);
        CHECK(spelled(phasesOf(row.line)) == row.means);
    }
}

TEST_CASE("After the breath come how often, how long a count is, and whose count it is")
{
    const auto six = parseShorthand("4-7-8 x6");
    CHECK(six->repeat == 6);
    CHECK_FALSE(six->countLengthS.has_value());
    CHECK(*parseShorthand("4-7-8 @1.2s")->countLengthS == 1.2);
    CHECK(*parseShorthand("1:4:2 x 4 s")->countLengthS == 1.0);
    const auto own = parseShorthand("4-4 own")->countLengthS;
    REQUIRE(own.has_value());
    CHECK_FALSE(own->has_value());
    CHECK(*parseShorthand("in 4 out 6 x 12 @ 0.9s")->repeat == 12);
}

TEST_CASE("Sides, sounds and routes follow their phase")
{
    const auto phases = phasesOf("in 4 left nose hold 2 out 6 right hum");
    CHECK(phases[0].nostril == Nostril::Left);
    CHECK(phases[0].route == Route::Nose);
    CHECK(phases[2].nostril == Nostril::Right);
    CHECK(phases[2].sound == PhaseSound::Hum);
}

TEST_CASE("A run of strokes has a number and a pace")
{
    const auto run = std::get<Strokes>(parseShorthand("36 strokes @60")->content);
    CHECK(run.strokes == 36);
    CHECK(run.ratePerMin == 60);
    CHECK(run.style == StrokeStyle::Kapalabhati);
    CHECK(std::get<Strokes>(parseShorthand("bhastrika 20")->content).style ==
          StrokeStyle::Bhastrika);
}

TEST_CASE("What is not understood is pointed at, with what to write")
{
    struct Row {
        const char* line;
        std::size_t at;
        const char* cause;
    };
    const Row rows[] = {
        {"", 0, "write a breath"},
        {"breathe", 0, "not understood"},
        {"4-seven-8", 2, "not a number"},
        {"4-7-", 4, "not a number"},
        {"0-4", 0, "0 counts"},
        {"4-7-8-9-10", 0, "two to four"},
        {"4-8..5-4", 2, "smaller to its larger"},
        {"4-99999", 2, "0 to 2000"},
        {"4-7-8 y6", 6, "not understood here"},
        {"4-7-8 x", 6, "a number above 0"},
        {"4-7-8 x 2.5", 6, "whole number"},
        {"4-7-8 @40s", 6, "0.1 to 10"},
        {"in 4 hold", 5, "how many counts"},
        {"0 strokes", 2, "how many strokes"},
        {"36 strokes @900", 11, "5 to 300"},
        {"1:2000 x 2c", 9, "more than 2000 counts"},
    };
    for (const Row& row : rows) {
        INFO(row.line);
        const auto written = parseShorthand(row.line);
        REQUIRE_FALSE(written.has_value());
        CHECK_THAT(written.error().cause, Catch::Contains(row.cause));
        CHECK(written.error().at == row.at);
    }
}

TEST_CASE(
    "Every preset's cycle is written and read back to the same phases, its pitch and locks apart")
{
    for (const Preset& preset : presets()) {
        Plan plan = preset.plan;
        forEachCycles(plan.parts, [&](Cycles& cycles) {
            std::vector<Phase> wanted = cycles.phases;
            for (Phase& p : wanted) {
                p.pitch.reset();
                p.opening.reset();
                p.locks.clear();
                if (isHold(p.kind)) p.route.reset(), p.nostril.reset();
            }
            const std::string line = shorthandOf(wanted);
            INFO(preset.id << ": " << line);
            CHECK(phasesOf(line) == wanted);
        });
    }
}

TEST_CASE("Random cycles are written and read back unchanged")
{
    std::mt19937 random(4711);
    const auto upTo = [&](int n) { return static_cast<int>(random() % static_cast<unsigned>(n)); };
    for (int trial = 0; trial < 2000; ++trial) {
        std::vector<Phase> phases;
        const int count = 1 + upTo(6);
        for (int i = 0; i < count; ++i) {
            Phase p;
            p.kind = static_cast<PhaseKind>(upTo(4));
            const double counts = (1 + upTo(400)) / (upTo(2) ? 10.0 : 3.0);
            p.counts = upTo(8) == 0   ? TargetCounts::comfortable()
                       : upTo(5) == 0 ? TargetCounts::between(counts, counts + 1 + upTo(5))
                                      : TargetCounts::exactly(counts);
            if (!isHold(p.kind) && upTo(3) == 0) p.nostril = static_cast<Nostril>(upTo(3));
            if (!isHold(p.kind) && upTo(3) == 0) p.sound = static_cast<PhaseSound>(upTo(4));
            phases.push_back(p);
        }
        const std::string line = shorthandOf(phases);
        const auto back = parseShorthand(line);
        INFO(line);
        REQUIRE(back.has_value());
        REQUIRE(std::get<std::vector<Phase>>(back->content) == phases);
    }
}

TEST_CASE("Whatever is typed, it is read within bounds or refused with a place inside the line")
{
    std::mt19937 random(815);
    const std::string letters = "0123456789..-::*@x sc,inouthldemptyQ\t\xC3\xA9#e+";
    for (int trial = 0; trial < 60000; ++trial) {
        std::string line;
        const auto length = random() % 40;
        for (unsigned i = 0; i < length; ++i) line += letters[random() % letters.size()];
        const auto read = parseShorthand(line);
        if (!read) {
            REQUIRE(read.error().at <= line.size());
            REQUIRE_FALSE(read.error().cause.empty());
            continue;
        }
        INFO(line);
        if (const auto* phases = std::get_if<std::vector<Phase>>(&read->content)) {
            REQUIRE_FALSE(phases->empty());
            for (const Phase& p : *phases) {
                REQUIRE(p.counts.max <= planLimits::counts);
                REQUIRE(p.counts.min >= 0);
                REQUIRE((p.counts.open || p.counts.max > 0));
            }
        }
        REQUIRE(read->repeat.value_or(1) >= 1);
    }
}
