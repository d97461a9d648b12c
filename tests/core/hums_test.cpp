// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/classes/class_input.hpp"
#include "core/hear/listener.hpp"
#include "core/hear/one_hum.hpp"
#include "core/hear/rough_hums.hpp"
#include "core/hear/whistles.hpp"
#include "core/listen/heard.hpp"
#include "core/measure/hum_figures.hpp"
#include "tests/support/sounds.hpp"

#include <catch2/catch.hpp>
#include <cmath>
#include <random>

using namespace layakari;

namespace {

// As little as a trained voice wanders on a straight tone.
double wander(double t)
{
    return 2.5 * std::sin(2 * M_PI * 0.9 * t) + 2 * std::sin(2 * M_PI * 2.3 * t + 1);
}

// A voice made here, not by the simulator: harmonics that fall by 10 dB an octave, each changed by
// `gainDb`, with a pitch that moves by `cents`.
struct Voice {
    double startS = 0;
    double endS = 0;
    double hz = 200;
    std::function<double(int)> gainDb = [](int) { return 0.0; };
    std::function<double(double)> cents = wander; // of seconds since it began
    double levelDb = -20;
};

class Scene {
public:
    explicit Scene(double seconds, unsigned seed = 1)
        : m_engine(seed), m_sound(static_cast<std::size_t>(seconds * analysisRateHz))
    {
    }

    Scene& voice(const Voice& v)
    {
        const auto from = static_cast<std::size_t>(v.startS * analysisRateHz);
        const auto to = static_cast<std::size_t>(v.endS * analysisRateHz);
        double phase = 0;
        for (std::size_t i = from; i < to && i < m_sound.size(); ++i) {
            const double t = static_cast<double>(i - from) / analysisRateHz;
            phase += 2 * M_PI * v.hz * std::exp2(v.cents(t) / 1200) / analysisRateHz;
            double sum = 0;
            for (int h = 1; h <= 10 && h * v.hz < 6000; ++h)
                sum += std::pow(10, (v.gainDb(h) - 33 * std::log10(h)) / 20) * std::sin(h * phase);
            const double left = v.endS - v.startS - t;
            const double envelope = std::min({1.0, t / 0.04, left / 0.08});
            m_sound[i] += static_cast<float>(std::pow(10, v.levelDb / 20) * envelope * sum);
        }
        return *this;
    }
    Scene& noise(double startS, double endS, double rms)
    {
        for (auto i = static_cast<std::size_t>(startS * analysisRateHz);
             i < static_cast<std::size_t>(endS * analysisRateHz) && i < m_sound.size(); ++i)
            m_sound[i] += static_cast<float>(rms * m_normal(m_engine));
        return *this;
    }
    FeatureTrack track()
    {
        noise(0, static_cast<double>(m_sound.size()) / analysisRateHz, 0.001);
        return trackOf(m_sound);
    }

private:
    std::mt19937 m_engine;
    std::normal_distribution<double> m_normal{0, 1};
    std::vector<float> m_sound;
};

std::vector<HeardHum> humsIn(Scene scene) { return findHums(scene.track()); }

double centsBetween(double a, double b) { return 1200 * std::log2(a / b); }

} // namespace

TEST_CASE("A hum's pitch is found to three cents, from low to high, however its harmonics lie",
          "[slow]")
{
    const double hz = GENERATE(72.0, 98.3, 146.8, 233.1, 349.0, 518.0);
    const int kind = GENERATE(0, 1, 2);
    const std::vector<std::function<double(int)>> spectra{
        [](int) { return 0.0; },                       // as a voice is
        [](int h) { return h == 1 ? -40.0 : 0.0; },    // without a fundamental, as by a telephone
        [](int h) { return h % 2 == 0 ? 8.0 : -2.0; }, // the octave stronger than all
    };
    INFO(hz << " Hz, spectrum " << kind);
    const auto hums = humsIn(Scene(14, static_cast<unsigned>(hz))
                                 .noise(1, 3, 0.02)
                                 .voice({3.5, 9.5, hz, spectra[static_cast<std::size_t>(kind)]}));
    REQUIRE(hums.size() == 1);
    const ReadHum hum = readHum(hums[0]);
    CHECK(std::fabs(centsBetween(*hum.pitchHz, hz)) < 3);
    CHECK(std::fabs(hum.startS - 3.5) < 0.06);
    CHECK(std::fabs(hum.endS - 9.5) < 0.06);
    CHECK(hum.breaks.empty());
    CHECK(*hum.steadinessCents < 4);
}

TEST_CASE(
    "The pitch of a closed hum, nearly without overtones and hardly over the noise, never jumps")
{
    const double hz = GENERATE(110.0, 247.0, 331.0);
    INFO(hz << " Hz");
    const auto alone = [](int h) { return h == 1 ? 0.0 : -50.0; };
    const auto hums = humsIn(Scene(30, static_cast<unsigned>(hz))
                                 .noise(0, 30, 0.01)
                                 .voice({4, 12, hz, alone, wander, -28}));
    REQUIRE(hums.size() == 1);
    std::size_t wrong = 0;
    for (const PitchFrame& frame : hums[0].frames)
        wrong += frame.hz > 0 && std::fabs(centsBetween(frame.hz, hz)) > 25;
    CHECK(static_cast<double>(wrong) < 0.01 * static_cast<double>(hums[0].frames.size()));
    CHECK(std::fabs(centsBetween(*readHum(hums[0]).pitchHz, hz)) < 3);
}

TEST_CASE("Every break of the voice of a tenth of a second and more is found, where it is")
{
    const double gap = GENERATE(0.1, 0.2, 0.35);
    INFO("gap of " << gap << " s");
    const auto hums = humsIn(Scene(14).voice({2, 6, 180}).voice({6 + gap, 10, 180}));
    REQUIRE(hums.size() == 1);
    REQUIRE(hums[0].breaks.size() == 1);
    CHECK(hums[0].breaks[0].startS == Approx(6).margin(0.1));
    CHECK(hums[0].endS == Approx(10).margin(0.06));
}

TEST_CASE("Two hums with an inhale between them are two")
{
    const auto hums =
        humsIn(Scene(18).voice({2, 7, 160}).noise(7.2, 9.2, 0.02).voice({9.4, 15, 160}));
    REQUIRE(hums.size() == 2);
    CHECK(hums[0].endS == Approx(7).margin(0.06));
    CHECK(hums[1].startS == Approx(9.4).margin(0.06));
}

TEST_CASE("Speech, song and what sounds all the time are no hums")
{
    SECTION("short words of moving pitch")
    {
        Scene scene(20);
        for (double t = 1; t < 18; t += 0.9)
            scene.voice(
                {t, t + 0.5, 140, [](int) { return 0.0; }, [](double s) { return 500 * s; }});
        CHECK(humsIn(scene).empty());
    }
    SECTION("a melody in one breath")
    {
        const auto steps = [](double t) { return 200.0 * (static_cast<int>(t / 0.4) % 5); };
        CHECK(humsIn(Scene(16).voice({3, 9, 200, [](int) { return 0.0; }, steps})).empty());
    }
    SECTION("a drone") { CHECK(humsIn(Scene(20).voice({0, 20, 130})).empty()); }
    SECTION("a reference tone and a tuning fork, which keep their pitch as no voice does")
    {
        const auto still = [](double) { return 0.0; };
        const auto alone = [](int h) { return h == 1 ? 0.0 : -90.0; };
        const double levelDb = GENERATE(-20, -40);
        INFO(levelDb << " dB");
        CHECK(
            humsIn(Scene(40).voice({3, 11, 330, [](int) { return 0.0; }, still, levelDb})).empty());
        CHECK(humsIn(Scene(40).voice({3, 11, 330, alone, still, levelDb})).empty());
    }
    SECTION("breath") { CHECK(humsIn(Scene(20).noise(2, 5, 0.03).noise(6, 10, 0.03)).empty()); }
    SECTION("nothing") { CHECK(humsIn(Scene(3)).empty()); }
}

TEST_CASE("A hum over a drone of the same pitch class, and over a fan, is the hum")
{
    const double drone = GENERATE(110.0, 220.0, 50.0);
    INFO("beside " << drone << " Hz");
    const auto hums =
        humsIn(Scene(20)
                   .voice({0, 20, drone, [](int) { return 0.0; }, [](double) { return 0.0; }, -36})
                   .voice({6, 12, 220.0 * std::exp2(20.0 / 1200)}));
    REQUIRE(hums.size() == 1);
    CHECK(std::fabs(centsBetween(*readHum(hums[0]).pitchHz, 220) - 20) < 5);
    CHECK(hums[0].startS == Approx(6).margin(0.1));
}

TEST_CASE("Drift, vibrato and unsteadiness are told apart")
{
    const auto read = [](const std::function<double(double)>& cents) {
        const auto hums = humsIn(Scene(12).voice({1, 10, 196, [](int) { return 0.0; }, cents}));
        REQUIRE(hums.size() == 1);
        return readHum(hums[0]);
    };
    const ReadHum drifting = read([](double t) { return 5 * t; });
    CHECK(*drifting.driftCentsPerS == Approx(5).margin(0.3));
    CHECK(*drifting.steadinessCents < 4);
    CHECK_FALSE(drifting.vibratoCents);

    const ReadHum vibrant = read([](double t) { return 30 * std::sin(2 * M_PI * 5.5 * t); });
    REQUIRE(vibrant.vibratoCents);
    CHECK(*vibrant.vibratoRateHz == Approx(5.5).margin(0.2));
    CHECK(*vibrant.vibratoCents == Approx(30).epsilon(0.05));

    for (const auto& [rateHz, depth] : {std::pair(4.5, 15.0), {5.5, 60.0}, {7.0, 30.0}}) {
        INFO(rateHz << " Hz of " << depth << " cents");
        const ReadHum hum = read([rateHz = rateHz, depth = depth](double t) {
            return depth * std::sin(2 * M_PI * rateHz * t);
        });
        REQUIRE(hum.vibratoCents);
        CHECK(*hum.vibratoRateHz == Approx(rateHz).margin(0.15));
        CHECK(*hum.vibratoCents == Approx(depth).epsilon(0.08));
    }

    const ReadHum wavering = read([](double t) { return 25 * std::sin(2 * M_PI * 0.7 * t); });
    CHECK_FALSE(wavering.vibratoCents);
    CHECK(*wavering.steadinessCents > 12);

    const ReadHum scooping = read([](double t) { return wander(t) - 150 * std::exp(-t / 0.1); });
    REQUIRE(scooping.scoopCents);
    CHECK(*scooping.scoopCents < -40);
}

TEST_CASE("A hum is held against the pitch that was meant")
{
    const auto hums = humsIn(Scene(12).voice({1, 10, 196}));
    REQUIRE(hums.size() == 1);
    ReadHum hum = readHum(hums[0]);
    CHECK(hum.note == "G3");
    holdAgainst(hum, 196 * std::exp2(30.0 / 1200), "Sa");
    CHECK(*hum.centsFromTarget == Approx(-30).margin(3));
    CHECK(*hum.onPitchFraction > 0.95);
    CHECK(*hum.closelyOnPitchFraction < 0.05);
}

TEST_CASE("Sa is found from hums on swaras, and a single wrong one does not move it")
{
    const double sa = 207;
    const auto found =
        saFromHums({{sa, 1}, {sa * 9 / 8, 9.0 / 8}, {sa, 1}, {sa * 9 / 8, 9.0 / 8}, {sa * 1.3, 1}});
    REQUIRE(found);
    CHECK(*found == Approx(sa));
    CHECK_FALSE(saFromHums({}));
}

TEST_CASE("Notes have their names")
{
    CHECK(noteName(440) == "A4");
    CHECK(noteName(261.6) == "C4");
    CHECK(noteName(70) == "C#2");
    CHECK(noteName(196) == "G3");
}

TEST_CASE("Hums that get longer say by how much")
{
    std::vector<ReadHum> hums(5);
    for (std::size_t i = 0; i < hums.size(); ++i) hums[i].endS = 6 + 0.5 * static_cast<double>(i);
    CHECK(*humGrowthS(hums) == Approx(0.5));
    hums.resize(2);
    CHECK_FALSE(humGrowthS(hums));
}

namespace {

// Inhales of 4 s, of the first kind, and hums, with what lies between two pieces of one.
struct Humming {
    Heard heard;
    double now = 0;

    Humming& add(HeardSpan::Kind kind, double seconds, double isFirstKind = 0.5)
    {
        HeardSpan span;
        span.kind = kind;
        span.startS = now;
        span.endS = now += seconds;
        span.isFirstKind = isFirstKind;
        if (kind == HeardSpan::Kind::Hum) {
            HeardHum piece;
            piece.startS = span.startS;
            piece.endS = span.endS;
            piece.firstFrame = framesIn(span.startS);
            piece.frames.resize(framesIn(seconds));
            span.index = heard.hums.size();
            heard.hums.push_back(piece);
        }
        heard.spans.push_back(span);
        return *this;
    }
    Humming& inhale(double seconds = 4) { return add(HeardSpan::Kind::Breath, seconds, 0.97); }
    Humming& exhale(double seconds) { return add(HeardSpan::Kind::Breath, seconds, 0.03); }
    Humming& quiet(double seconds) { return add(HeardSpan::Kind::Silence, seconds); }
    Humming& hum(double seconds) { return add(HeardSpan::Kind::Hum, seconds); }

    Heard whole() const
    {
        Heard made = heard;
        makeHumsWhole(made);
        for (const HeardSpan& span : made.spans) {
            if (span.kind != HeardSpan::Kind::Hum) continue;
            REQUIRE(span.index < made.hums.size());
            CHECK(made.hums[span.index].startS >= span.startS - 1e-9);
            CHECK(made.hums[span.index].endS <= span.endS + 1e-9);
        }
        return made;
    }
};

} // namespace

TEST_CASE("Pieces of a hum without an inhale between them are one, with breaks")
{
    const Heard heard = Humming()
                            .inhale()
                            .hum(2)
                            .quiet(1.1)
                            .hum(4)
                            .exhale(2.4)
                            .hum(2)
                            .inhale()
                            .hum(7)
                            .inhale()
                            .hum(6)
                            .whole();
    REQUIRE(heard.hums.size() == 3);
    CHECK(heard.hums[0].seconds() == Approx(11.5));
    REQUIRE(heard.hums[0].breaks.size() == 2);
    CHECK(heard.hums[0].breaks[0].endS - heard.hums[0].breaks[0].startS == Approx(1.1));
    CHECK(heard.hums[0].frames.size() == Approx(framesIn(11.5)).margin(3));
    CHECK(heard.hums[1].seconds() == Approx(7));
    CHECK(heard.hums[2].breaks.empty());
}

TEST_CASE("With time for an inhale between them two hums stay two")
{
    CHECK(Humming().inhale().hum(5).inhale(0.8).hum(5).inhale().whole().hums.size() == 2);
    CHECK(Humming().inhale().hum(5).quiet(2).hum(5).inhale().whole().hums.size() == 2);
    CHECK(Humming().inhale().hum(5).exhale(3.5).hum(5).inhale().whole().hums.size() == 2);
    // Where no inhale is heard at all, no silence is too short to hide one.
    CHECK(Humming().hum(5).quiet(0.9).hum(5).quiet(0.9).hum(5).whole().hums.size() == 3);
}

TEST_CASE("Breath that runs into a hum and on from it is its exhale, and no hum")
{
    const Heard heard = Humming()
                            .inhale()
                            .exhale(1.2)
                            .hum(5)
                            .exhale(0.5)
                            .inhale()
                            .hum(6)
                            .exhale(3)
                            .inhale()
                            .whole();
    REQUIRE(heard.hums.size() == 2);
    CHECK(heard.hums[0].seconds() == Approx(5));
    std::vector<double> seconds;
    for (const HeardSpan& span : heard.spans)
        if (span.kind == HeardSpan::Kind::Hum) seconds.push_back(span.seconds());
    REQUIRE(seconds.size() == 2);
    CHECK(seconds[0] == Approx(6.7));
    CHECK(seconds[1] == Approx(6)); // what follows is too long to be its end alone
}

TEST_CASE("A hum whose voice gives way to breath for a while is one exhale")
{
    for (const unsigned seed : {1u, 2u, 3u}) {
        INFO(seed);
        Scene scene(62, seed);
        for (int i = 0; i < 5; ++i) {
            const double s = 2 + 12 * i;
            scene.noise(s, s + 3.5, 0.03).voice({s + 4, s + 6.5}).voice({s + 8, s + 11});
            scene.noise(s + 6.5, s + 8, 0.012);
        }
        const FeatureTrack track = scene.track();
        REQUIRE(findHums(track).size() == 10);
        const Heard heard = listenTo(track);
        CHECK(heard.hums.size() == 5);
        for (const HeardHum& hum : heard.hums) CHECK(hum.breaks.size() == 1);
    }
}

namespace {

// Two hums, of 20 to 24 s and of 30 to 34 s, and a voice from `fromS` to `toS` that is too rough to
// have harmonics, as the classes hear it.
std::vector<HeardHum> withRoughVoice(double fromS, double toS, float breath = 0)
{
    std::vector<HeardHum> hums;
    for (const double startS : {20.0, 30.0}) {
        HeardHum hum{startS, startS + 4, 0.05, 0.05, framesIn(startS), {}, {}};
        hum.frames.resize(framesIn(4));
        hums.push_back(hum);
    }
    ClassTrack classes;
    classes.probability.resize(framesIn(60) / ClassInput::framesPerStep);
    for (std::size_t i = 0; i < classes.steps(); ++i) {
        const double s =
            static_cast<double>(i * ClassInput::framesPerStep) * FeatureTrack::hopSeconds;
        classes.probability[i][ClassTrack::Voice] = s >= fromS && s < toS ? 0.9f : 0.1f;
        classes.probability[i][ClassTrack::Breath] = breath;
    }
    addRoughParts(hums, classes);
    return hums;
}

} // namespace

TEST_CASE("A hum begins and ends with its voice, also where that is too rough to have harmonics")
{
    const auto begun = withRoughVoice(18.5, 20.5);
    REQUIRE(begun.size() == 2);
    CHECK(begun[0].startS == Approx(18.5).margin(0.06));
    CHECK(begun[0].startSdS > 0.2);
    CHECK(begun[0].frames.size() == Approx(framesIn(5.5)).margin(6));
    CHECK(begun[0].frames.front().hz == 0);
    CHECK(begun[0].endS == 24);
    const auto ended = withRoughVoice(33, 35);
    REQUIRE(ended.size() == 2);
    CHECK(ended[1].endS == Approx(35).margin(0.06));
    CHECK(ended[1].frames.size() == Approx(framesIn(5)).margin(6));
    CHECK(ended[1].startS == 30);
}

TEST_CASE("Where the voice goes on from hum to hum both are one, with a break")
{
    HeardHum first{20, 24, 0.05, 0.05, framesIn(20), std::vector<PitchFrame>(framesIn(4)), {}};
    HeardHum second{25.5, 29, 0.05, 0.07, framesIn(25.5), std::vector<PitchFrame>(framesIn(3.5)),
                    {}};
    std::vector<HeardHum> hums{first, second};
    ClassTrack classes;
    classes.probability.resize(framesIn(60) / ClassInput::framesPerStep);
    addRoughParts(hums, classes);
    CHECK(hums.size() == 2);
    for (std::size_t i = framesIn(19) / 2; i < framesIn(30) / 2; ++i)
        classes.probability[i][ClassTrack::Tonal] = 0.8f;
    addRoughParts(hums, classes);
    REQUIRE(hums.size() == 1);
    REQUIRE(hums[0].breaks.size() == 1);
    CHECK(hums[0].breaks[0].startS == 24);
    CHECK(hums[0].breaks[0].endS == 25.5);
    CHECK(hums[0].startS == Approx(19).margin(0.06));
    CHECK(hums[0].endS == Approx(30).margin(0.06));
}

TEST_CASE("A pitch that wanders is no hum where no voice is heard, and a steady one or a voice is")
{
    const auto kept = [](double wanderCents, float voice) {
        HeardHum hum{10, 12, 0.05, 0.05, framesIn(10), {}, {}};
        for (std::size_t i = 0; i < framesIn(2); ++i) {
            const auto n = static_cast<double>(i);
            // A drift of a semitone belongs to a hum.
            const double cents = wanderCents * std::sqrt(2.0) * std::sin(0.21 * n) + 0.5 * n;
            PitchFrame frame;
            frame.hz = static_cast<float>(380 * std::exp2(cents / 1200));
            hum.frames.push_back(frame);
        }
        ClassTrack classes;
        classes.probability.resize(framesIn(20) / ClassInput::framesPerStep);
        for (auto& step : classes.probability) {
            step[ClassTrack::Breath] = 0.95f;
            step[ClassTrack::Voice] = voice;
        }
        std::vector<HeardHum> hums{hum};
        dropWhistles(hums, classes);
        return !hums.empty();
    };
    CHECK_FALSE(kept(45, 0.03f));
    CHECK(kept(10, 0.03f));
    CHECK(kept(45, 0.7f));
}

TEST_CASE("What sounds on for three seconds beside a hum, or hardly longer than it, is not its own")
{
    for (const auto& [from, to] :
         {std::pair(14.0, 20.0), std::pair(19.8, 20.5), std::pair(24.3, 26.0)}) {
        INFO(from << " to " << to);
        const auto hums = withRoughVoice(from, to);
        REQUIRE(hums.size() == 2);
        CHECK(hums[0].startS == 20);
        CHECK(hums[0].endS == 24);
    }
}

TEST_CASE(
    "A breathy beginning is the hum's, but not what is hardly more than the classes see ahead")
{
    CHECK(withRoughVoice(18.5, 20.5, 0.95f)[0].startS == Approx(18.5).margin(0.06));
    CHECK(withRoughVoice(19.3, 20.5, 0.95f)[0].startS == 20);
    CHECK(withRoughVoice(19.3, 20.5, 0.1f)[0].startS == Approx(19.3).margin(0.06));
}

TEST_CASE("A hum begins where the inhale before it ends")
{
    for (const std::uint64_t seed : {41031, 41032, 41033}) {
        const SimulatedSound practice = practise("humming-3", *temperamentByName("steady"), seed);
        const Heard heard = listenTo(trackOf(practice.sound));
        REQUIRE(heard.hums.size() == practice.truth.hums.size());
        for (std::size_t i = 0; i < heard.hums.size(); ++i) {
            CHECK(heard.hums[i].startS == Approx(practice.truth.hums[i].startS).margin(0.15));
            CHECK(heard.hums[i].endS == Approx(practice.truth.hums[i].endS).margin(0.15));
        }
    }
}

TEST_CASE("Hums beside strokes that may be breath are whole, whichever those are")
{
    Scene scene(60, 4);
    for (int i = 0; i < 2; ++i) {
        const double s = 1 + 12 * i;
        scene.noise(s, s + 3.5, 0.03).voice({s + 4, s + 6.5}).voice({s + 8, s + 11});
        scene.noise(s + 6.5, s + 8, 0.012);
    }
    for (int i = 0; i < 14; ++i) {
        const double s = 28 + 2 * i;
        scene.noise(s, s + 0.8, 0.02).noise(s + 0.95, s + 1.85, 0.06);
    }
    const Heard heard = listenTo(scene.track());
    REQUIRE(heard.strokeRuns.size() == 1);
    REQUIRE(heard.asBreath.size() == 1);
    for (const Heard* way : {&heard, &heard.asBreath.front()}) {
        CHECK(way->hums.size() == 2);
        for (const HeardSpan& span : way->spans) {
            if (span.kind != HeardSpan::Kind::Hum) continue;
            REQUIRE(span.index < way->hums.size());
            CHECK(way->hums[span.index].startS == Approx(span.startS).margin(0.1));
        }
    }
    CHECK(heard.asBreath.front().strokeRuns.empty());
    CHECK(std::ranges::count(heard.asBreath.front().spans, HeardSpan::Kind::Breath,
                             &HeardSpan::kind) >= 26);
}
