// SPDX-License-Identifier: GPL-3.0-or-later
//
// The second ear's parts, on signals whose truth is known by their making.
#include "core/segments/boundaries.hpp"
#include "core/segments/segmenter.hpp"

#include <algorithm>
#include <catch2/catch.hpp>
#include <cmath>
#include <functional>
#include <random>

using namespace layakari;

namespace {

// Power over the room in dB: a plateau that ends at `end` (frames) over a ramp, and what a room
// makes of it.
std::vector<float> endsAt(double end, double rampFrames, double plateauDb, const RoomEcho& echo,
                          unsigned seed)
{
    std::mt19937 random(seed);
    std::normal_distribution<float> noise(0, 1.0f);
    std::normal_distribution<float> flutter(0, 1.5f);
    const double share = echo.decayS > 0 ? std::pow(10, -echo.directDb / 10) : 0;
    const double keeps = echo.decayS > 0 ? std::pow(10, -0.06 / echo.decayS) : 0;
    const double plateau = std::pow(10, plateauDb / 10);
    double late = share * plateau;
    std::vector<float> level;
    for (int i = 0; i < 400; ++i) {
        const double direct = plateau * std::pow(std::clamp((end - i) / rampFrames, 0.0, 1.0), 2);
        late = keeps * late + (1 - keeps) * share * direct;
        const double mean = 10 * std::log10(1 + direct + late);
        level.push_back(static_cast<float>(mean) + (mean > 3 ? flutter(random) : noise(random)));
    }
    return level;
}

double meanErrorS(const RoomEcho& real, const RoomEcho& supposed, double* held = nullptr)
{
    double sum = 0;
    int within = 0;
    constexpr int times = 40;
    for (unsigned seed = 0; seed < times; ++seed) {
        const double end = 200 + 0.37 * seed;
        const auto level = endsAt(end, 12, 22, real, seed + 1000);
        const EdgeFit fit = fitEdge(level, {EdgeKind::Offset, 208, 100, 400}, supposed);
        const double error = fit.seconds - 0.01 * (end + 1);
        sum += error / times;
        within += std::fabs(error) <= 2 * fit.sdSeconds;
    }
    if (held) *held = within / static_cast<double>(times);
    return sum;
}

} // namespace

TEST_CASE("An end is where the flow ends, in a dry room and in one that goes on sounding")
{
    const RoomEcho dry;
    const RoomEcho hall{0.6, 6};
    double held = 0;
    CHECK(std::fabs(meanErrorS(dry, dry, &held)) < 0.015);
    CHECK(held > 0.85);
    CHECK(std::fabs(meanErrorS(hall, hall, &held)) < 0.02);
    CHECK(held > 0.85);
    // Without knowing of the room, its decay is taken for breath.
    CHECK(meanErrorS(hall, dry) > 0.05);
}

TEST_CASE("The room under which ends are most likely is the one that they were made in")
{
    const RoomEcho hall{0.6, 8};
    const auto evidence = [&](const RoomEcho& supposed) {
        double sum = 0;
        for (unsigned seed = 0; seed < 20; ++seed)
            sum += fitEdge(endsAt(200, 10 + seed, 24, hall, seed + 2000),
                           {EdgeKind::Offset, 205, 100, 400}, supposed)
                       .logEvidence;
        return sum;
    };
    CHECK(evidence(hall) > evidence({}));
    CHECK(evidence(hall) > evidence({0.15, 8}));
    CHECK(evidence(hall) > evidence({1.2, 3}));
}

TEST_CASE("Two breaths that turn without a pause meet at the dip")
{
    double bias = 0;
    int held = 0;
    constexpr int times = 30;
    for (unsigned seed = 0; seed < times; ++seed) {
        std::mt19937 random(seed + 77);
        std::normal_distribution<float> flutter(0, 1.5f);
        std::vector<float> level;
        for (int i = 0; i < 400; ++i) {
            const double flow = std::clamp(std::fabs(i - 203.0) / 20, 0.0, 1.0);
            level.push_back(static_cast<float>(10 * std::log10(1 + 150 * flow * flow)) +
                            flutter(random));
        }
        const EdgeFit fit = fitEdge(level, {EdgeKind::Turn, 195, 100, 300}, {});
        bias += (fit.seconds - 2.04) / times;
        held += std::fabs(fit.seconds - 2.04) <= 2 * fit.sdSeconds;
    }
    CHECK(std::fabs(bias) < 0.01);
    CHECK(held >= 27);
}

TEST_CASE("With hardly anything to look at, the range is the doubt")
{
    const std::vector<float> level(50, 0.0f);
    const EdgeFit fit = fitEdge(level, {EdgeKind::Onset, 3, 2, 5}, {});
    CHECK(fit.seconds == Approx(0.04));
    CHECK(fit.sdSeconds >= 0.005);
}

TEST_CASE("Breaths take turns, and a dip between like sounds is a turn where a gust is none")
{
    // Two kinds that sound alike, with a deep dip every three seconds and shallow ones between.
    Observations seen;
    std::vector<BreathKinds::Likelihood> likelihoods;
    constexpr int steps = 900;
    for (int i = 0; i < steps; ++i) {
        const int within = i % 150;
        const bool turn = within < 8;
        const bool gust = within > 60 && within < 66;
        seen.valleyDb.push_back(turn ? 14.0f : gust ? 2.5f : 0.4f);
        seen.over.push_back(0);
        BreathKinds::Likelihood l;
        l.body = {-5, -5};
        l.edge = {-5.2f, -5.2f};
        l.room = turn ? -6.0f : -12.0f;
        l.other = -12;
        likelihoods.push_back(l);
    }
    seen.levelDb.resize(steps);
    seen.hum.resize(steps);
    const SegmentModel model({{3, 3}, 1});
    const auto emissions = SegmentModel::emissions(likelihoods, seen);
    const auto posterior = model.posterior(emissions);
    std::vector<FoundSegment> breaths;
    for (const FoundSegment& segment : segmentsOf(posterior))
        if (segment.what == Segment::BreathA || segment.what == Segment::BreathB)
            breaths.push_back(segment);
    REQUIRE(breaths.size() == 6);
    for (std::size_t i = 1; i < breaths.size(); ++i)
        CHECK(static_cast<double>(breaths[i].begin) == Approx(150 * i + 4).margin(6));

    // Posteriors are probabilities at each step.
    for (int i = 0; i < steps; ++i) {
        const auto s = static_cast<std::size_t>(i);
        CHECK(posterior.breath[0][s] + posterior.breath[1][s] + posterior.pause[s] +
                  posterior.other[s] ==
              Approx(1).margin(1e-3));
    }
}

namespace {

// One step over a room at -60 dB in all bands, with nothing over it.
Observations oneStep(float levelDb)
{
    Observations seen;
    Bands level;
    level.fill(levelDb);
    Bands room;
    room.fill(-60);
    seen.levelDb = {level};
    seen.rooms = {room};
    seen.roomOf = {0};
    seen.over = seen.valleyDb = {0};
    seen.hidden = {{}};
    seen.hum = {false};
    seen.breath = {0.5f};
    seen.other = {0};
    return seen;
}

// Breath of two kinds that rises by 15 dB over that room.
BreathKinds someKinds()
{
    Bands breath;
    breath.fill(-45);
    Bands spread;
    spread.fill(1.5f);
    return {{breath, breath, breath}, spread};
}

float breathOverPause(const Observations& seen)
{
    const auto likelihood = someKinds().likelihoods(seen).at(0);
    return likelihood.body[0] - likelihood.room;
}

} // namespace

TEST_CASE("A level at the room's is a pause and one at the breath's is breath")
{
    CHECK(breathOverPause(oneStep(-60)) < -1);
    CHECK(breathOverPause(oneStep(-45)) > 1);
}

TEST_CASE(
    "A voice over it makes bands louder: that is no breath, and where it is quiet is none either")
{
    // The lower bands as loud as breath would be, or louder: somebody speaks.
    constexpr Observations::Hidden lowParts{0.9f, 0.9f, 0.9f, 0.3f, 0.1f, 0.1f};
    Observations loud = oneStep(-60);
    for (std::size_t b = 0; b < ClassTrack::bandsUpTo[2]; ++b) loud.levelDb[0][b] = -44;
    const float unmasked = breathOverPause(loud);
    loud.hidden = {lowParts};
    const float masked = breathOverPause(loud);
    CHECK(masked < 0);        // the open bands say that nobody breathes
    CHECK(masked < unmasked); // which the voice's own bands do not hide any more

    Observations both = oneStep(-45);
    for (std::size_t b = 0; b < ClassTrack::bandsUpTo[2]; ++b) both.levelDb[0][b] = -20;
    both.hidden = {lowParts};
    CHECK(breathOverPause(both) > 0); // and here they say that somebody does
}

TEST_CASE("A room that swells is still the room, where it is known that it does")
{
    Observations swollen = oneStep(-55);
    const float surprised = breathOverPause(swollen);
    swollen.hidden[0].fill(0.8f);
    CHECK(breathOverPause(swollen) < surprised);
}

TEST_CASE("A kind is learned from the moments that are its own, and stands over the room")
{
    Observations seen;
    std::array<std::vector<float>, 2> body;
    std::vector<float> other;
    Bands room;
    room.fill(-60);
    constexpr int steps = 400;
    for (int i = 0; i < steps; ++i) {
        const bool first = i % 100 < 50;
        Bands level = room;
        // The first kind is bright, the second dark.
        for (std::size_t b = 0; b < bandCount; ++b)
            if ((b >= bandCount / 2) == first) level[b] = -40;
        seen.levelDb.push_back(level);
        seen.rooms = {room};
        seen.roomOf.push_back(0);
        for (auto* values : {&seen.over, &seen.valleyDb}) values->push_back(0);
        seen.hidden.push_back({});
        seen.hum.push_back(false);
        seen.breath.push_back(0.5f);
        seen.other.push_back(0);
        body[0].push_back(first ? 1.0f : 0.0f);
        body[1].push_back(first ? 0.0f : 1.0f);
        other.push_back(0);
    }
    BreathKinds kinds = someKinds();
    for (int round = 0; round < 4; ++round) kinds.learn(seen, body, other);
    const Bands& bright = kinds.kind(0).spectrumDb;
    const Bands& dark = kinds.kind(1).spectrumDb;
    CHECK(bright[bandCount - 2] > dark[bandCount - 2] + 10);
    CHECK(dark[1] > bright[1] + 10);

    // Of moments that are the room's alone, nothing is learned that cannot be heard.
    for (Bands& level : seen.levelDb) level = room;
    kinds.askFor(0);
    for (int round = 0; round < 10; ++round) kinds.learn(seen, body, other);
    Bands over = kinds.kind(0).spectrumDb;
    std::sort(over.begin(), over.end(), std::greater<>());
    CHECK((over[0] + over[1] + over[2] + over[3]) / 4 >= -60.01f);
}

namespace {

// Breaths that rise by `riseDb` over a room, bright and dark in turn, as a track without sound.
struct Breathing {
    FeatureTrack track;
    std::vector<FrameRange> breaths;

    explicit Breathing(double breathS, double pauseS, int count, float riseDb = 20)
    {
        add(2, 0, 0);
        for (int i = 0; i < count; ++i) {
            const std::size_t begin = track.frames();
            add(breathS, riseDb, i % 2);
            breaths.push_back({begin, track.frames()});
            add(pauseS, 0, 0);
        }
        add(2, 0, 0);
    }

    void add(double seconds, float riseDb, int kind)
    {
        std::normal_distribution<float> flutter(0, 1.5f);
        for (std::size_t i = 0; i < framesIn(seconds); ++i) {
            Bands levels;
            for (std::size_t b = 0; b < bandCount; ++b) {
                const bool own = (b >= bandCount / 2) == (kind == 1);
                levels[b] = -70 + (own ? riseDb : riseDb / 2) + flutter(m_random);
            }
            track.append(levels);
        }
    }

    // Nothing is known of any class but where it is breath.
    ClassTrack classes() const
    {
        ClassTrack found;
        const std::size_t steps = track.frames() / ClassInput::framesPerStep;
        found.probability.assign(steps, {0.05f, 0, 0, 0, 0});
        found.hidden.assign(steps, {});
        for (const FrameRange& breath : breaths)
            for (std::size_t i = breath.begin / 2; i < std::min(steps, breath.end / 2); ++i)
                found.probability[i][ClassTrack::Breath] = 0.9f;
        return found;
    }

private:
    std::mt19937 m_random{3};
};

std::vector<FoundSegment> breathsIn(const Breathing& breathing, const ClassTrack& classes,
                                    const KnownSounds& known = {})
{
    Room room{NoiseFloor(breathing.track), {}};
    std::vector<FoundSegment> breaths;
    for (const FoundSegment& segment : findSegments(breathing.track, room, classes, known).segments)
        if (segment.what == Segment::BreathA || segment.what == Segment::BreathB)
            breaths.push_back(segment);
    return breaths;
}

} // namespace

TEST_CASE("Breaths of two kinds are found from first guesses, in turn, and nothing else is")
{
    for (const double pauseS : {0.5, 2.0, 5.0}) {
        const Breathing breathing(3, pauseS, 12);
        const auto found = breathsIn(breathing, breathing.classes());
        REQUIRE(found.size() == breathing.breaths.size());
        for (std::size_t i = 0; i < found.size(); ++i) {
            CHECK(static_cast<double>(Observations::frameOf(found[i].begin)) ==
                  Approx(breathing.breaths[i].begin).margin(20));
            CHECK(static_cast<double>(Observations::frameOf(found[i].end)) ==
                  Approx(breathing.breaths[i].end).margin(20));
            CHECK((found[i].what == found[0].what) == (i % 2 == 0));
        }
    }
}

TEST_CASE("What is surely something else is no breath, and what is nothing known is one")
{
    const Breathing breathing(3, 2, 12);
    ClassTrack classes = breathing.classes();
    // The network has not heard such a breath, nor anything else in it.
    for (auto& p : classes.probability) p[ClassTrack::Breath] = 0.1f;
    CHECK(breathsIn(breathing, classes).size() == breathing.breaths.size());
    // A second kind that is surely a gust of wind.
    for (std::size_t i = 1; i < breathing.breaths.size(); i += 2)
        for (std::size_t step = breathing.breaths[i].begin / 2; step < breathing.breaths[i].end / 2;
             ++step) {
            classes.probability[step] = {0.02f, 0, 0, 0, 0.95f};
            classes.hidden[step].fill(0.9f);
        }
    for (const FoundSegment& breath : breathsIn(breathing, classes)) {
        const std::size_t middle = Observations::frameOf((breath.begin + breath.end) / 2);
        const bool isGust =
            std::any_of(breathing.breaths.begin(), breathing.breaths.end(), [&](const auto& range) {
                return (&range - breathing.breaths.data()) % 2 == 1 && middle > range.begin &&
                       middle < range.end;
            });
        CHECK_FALSE(isGust);
    }
}

TEST_CASE("A hum is an exhale: the breaths beside it are of the other kind")
{
    const Breathing breathing(3, 0.6, 12);
    KnownSounds known;
    for (std::size_t i = 1; i < breathing.breaths.size(); i += 2)
        known.hums.push_back(breathing.breaths[i]);
    const auto found = breathsIn(breathing, breathing.classes(), known);
    int inhales = 0;
    for (const FoundSegment& breath : found) {
        const std::size_t middle = Observations::frameOf((breath.begin + breath.end) / 2);
        const bool underHum =
            std::any_of(known.hums.begin(), known.hums.end(), [&](const FrameRange& hum) {
                return middle > hum.begin && middle < hum.end;
            });
        CHECK(breath.what == (underHum ? Segment::BreathB : Segment::BreathA));
        inhales += !underHum;
    }
    CHECK(inhales == 6);
}

TEST_CASE("A boundary under something else, or that segments leave open, is known less well")
{
    const Breathing breathing(3, 2, 12);
    Room room{NoiseFloor(breathing.track), {}};
    const Segmentation found = findSegments(breathing.track, room, breathing.classes(), {});
    std::vector<float> over(breathing.track.frames());
    const auto clear = placeBoundaries(found, breathing.track, room.floor, over, {}).sounds;
    REQUIRE(clear.size() == 12);
    const std::size_t end = breathing.breaths[4].end;
    std::fill(over.begin() + static_cast<std::ptrdiff_t>(end - 50),
              over.begin() + static_cast<std::ptrdiff_t>(end + 50), 1.0f);
    const auto covered = placeBoundaries(found, breathing.track, room.floor, over, {}).sounds;
    CHECK(covered[4].end.sdSeconds > 0.25);
    CHECK(covered[5].end.sdSeconds == Approx(clear[5].end.sdSeconds));

    // Posteriors that fall over a second instead of at once.
    Segmentation vague = found;
    const std::size_t step = end / Observations::framesPerStep;
    for (auto& breath : vague.posterior.breath)
        for (std::size_t i = step - 40; i < step + 10; ++i)
            breath[i] *= static_cast<float>(step + 10 - i) / 50;
    const auto doubtful =
        placeBoundaries(vague, breathing.track, room.floor, std::vector<float>(over.size()), {});
    CHECK(doubtful.sounds[4].end.sdSeconds > 2 * clear[4].end.sdSeconds);
}

TEST_CASE("Of a breath that reaches into a hum, what is left must be long enough to be one")
{
    const Breathing breathing(3, 2, 6);
    Room room{NoiseFloor(breathing.track), {}};
    const Segmentation found = findSegments(breathing.track, room, breathing.classes(), {});
    const std::vector<float> over(breathing.track.frames());
    const FrameRange& breath = breathing.breaths[2];
    const auto count = [&](std::size_t left) {
        const KnownSounds known{{{breath.begin + left, breath.end + 20}}, {}};
        return placeBoundaries(found, breathing.track, room.floor, over, known).sounds.size();
    };
    CHECK(count(20) == 5);  // 0.2 s
    CHECK(count(150) == 6); // 1.5 s
    const KnownSounds known{{{breath.begin + 150, breath.end + 20}}, {}};
    const auto sounds = placeBoundaries(found, breathing.track, room.floor, over, known).sounds;
    CHECK(sounds.at(2).end.seconds <= FeatureTrack::timeOf(breath.begin + 150) + 0.02);
}

TEST_CASE("Posteriors do not depend on where in a recording something is")
{
    // A quiet before it moves all that is reckoned in blocks.
    const auto posteriorAfter = [](std::size_t quietSteps) {
        std::mt19937 random(9);
        std::uniform_real_distribution<float> nats(-4, 0);
        SegmentModel::Emissions emissions(quietSteps);
        for (auto& e : emissions) e = {{-9, -9}, {-9, -9}, -9, 0, -9};
        for (int i = 0; i < 700; ++i) {
            const float a = i % 140 < 70 ? 0.0f : -3.0f;
            emissions.push_back({{nats(random), nats(random)},
                                 {a + 0.2f * nats(random), -3 - a + 0.2f * nats(random)},
                                 nats(random),
                                 -5,
                                 -5});
        }
        return SegmentModel({{1.4, 1.4}, 1}).posterior(emissions);
    };
    const auto early = posteriorAfter(300);
    for (const std::size_t later : {37u, 150u, 256u}) {
        const auto late = posteriorAfter(300 + later);
        for (std::size_t i = 300; i < 1000; ++i) {
            REQUIRE(late.breath[0][i + later] == Approx(early.breath[0][i]).margin(1e-3));
            REQUIRE(late.turn[i + later] == Approx(early.turn[i]).margin(1e-3));
        }
    }
}

TEST_CASE("Between two hums lies rather an inhale, whichever kind it sounds like")
{
    const SegmentModel::Emission hum{{-1, -1}, {-1, -1}, -1, -1, -1, 0};
    const SegmentModel::Emission breath{{0, 0}, {0, 0}, -1, -5, -5};
    SegmentModel::Emissions emissions;
    for (int cycle = 0; cycle < 10; ++cycle) {
        emissions.insert(emissions.end(), 200, breath);
        emissions.insert(emissions.end(), 400, hum);
    }
    const auto found = SegmentModel({{4, 4}, 1}).posterior(emissions);
    for (std::size_t cycle = 1; cycle < 10; ++cycle) {
        CHECK(found.breath[0][600 * cycle + 100] > found.breath[1][600 * cycle + 100]);
        CHECK(found.breath[0][600 * cycle + 400] + found.breath[1][600 * cycle + 400] < 0.05f);
    }
}

TEST_CASE(
    "One moment for the end of a breath and the beginning of the next is known to half a turn")
{
    const Breathing breathing(3, 0.06, 12, 25);
    Room room{NoiseFloor(breathing.track), {}};
    const Segmentation found = findSegments(breathing.track, room, breathing.classes(), {});
    const std::vector<float> over(breathing.track.frames());
    int turns = 0;
    for (const Sound& sound : placeBoundaries(found, breathing.track, room.floor, over, {}).sounds)
        if (sound.turns) {
            ++turns;
            CHECK(sound.start.sdSeconds >= halfTurnSeconds);
        }
    CHECK(turns >= 10);
}
