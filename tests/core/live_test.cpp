// SPDX-License-Identifier: GPL-3.0-or-later
//
// Sound as it comes in: what is said of it, and how late. Seeds that served no tuning.
#include "core/reading/live_reading.hpp"
#include "tests/support/sounds.hpp"
#include "tests/support/stroke_sound.hpp"

#include <catch2/catch.hpp>
#include <cmath>
#include <numbers>

using namespace layakari;

namespace {

constexpr std::size_t blockSamples = analysisRateHz / 100;

// What the ear said, when it said it.
struct Said {
    double atS;
    double sinceS;
    bool sounds;
};

std::vector<Said> saidOf(std::span<const float> sound)
{
    LiveEar ear;
    std::vector<Said> said;
    for (std::size_t at = 0; at < sound.size(); at += blockSamples) {
        ear.push(sound.subspan(at, std::min(blockSamples, sound.size() - at)));
        const auto& present = ear.present();
        if (!present) continue;
        if (said.empty() || said.back().sounds != present->sounds())
            said.push_back({ear.untilS(), present->sinceS, present->sounds()});
    }
    return said;
}

const Said* saidNear(const std::vector<Said>& said, double timeS, bool sounds)
{
    for (const Said& s : said)
        if (s.sounds == sounds && std::fabs(s.sinceS - timeS) < 0.3) return &s;
    return nullptr;
}

std::vector<LoudStretch> everyEightSeconds(double untilS)
{
    std::vector<LoudStretch> when;
    for (double t = 4; t + 3 < untilS; t += 8) when.push_back({t, t + 3});
    return when;
}

constexpr auto breath = HeardSpan::Kind::Breath;

} // namespace

TEST_CASE("Each sound and each quiet is said within a fifth of a second, once the room is known")
{
    const std::vector<LoudStretch> when = everyEightSeconds(45);
    for (unsigned seed = 51; seed <= 52; ++seed) {
        const auto said = saidOf(bursts(45, analysisRateHz, when, 0.05, 0.005, seed));
        for (const LoudStretch& stretch : when) {
            INFO(seed << " " << stretch.startS);
            const Said* begins = saidNear(said, stretch.startS, true);
            const Said* ends = saidNear(said, stretch.endS, false);
            REQUIRE(begins);
            REQUIRE(ends);
            CHECK(begins->atS - stretch.startS < 0.2);
            CHECK(ends->atS - stretch.endS < 0.2);
        }
        CHECK(said.size() <= 2 * when.size() + 2);
    }
}

TEST_CASE("Nothing is said to sound in silence, in steady noise, and before anything was heard")
{
    LiveEar ear;
    CHECK_FALSE(ear.present());
    CHECK_FALSE(ear.push({}));
    CHECK_FALSE(ear.present());
    for (const Said& s : saidOf(std::vector<float>(analysisRateHz * 10, 0.0f)))
        CHECK_FALSE(s.sounds);
    for (unsigned seed = 61; seed <= 62; ++seed)
        for (const Said& s : saidOf(whiteNoise(25, analysisRateHz, 0.02, seed))) {
            INFO(seed << " at " << s.atS);
            CHECK_FALSE(s.sounds);
        }
}

TEST_CASE("What is heard does not depend on how the sound came in blocks")
{
    const auto sound = bursts(25, analysisRateHz, everyEightSeconds(25), 0.05, 0.005, 71);
    const auto heardIn = [&](std::size_t size) {
        LiveEar ear;
        for (std::size_t at = 0; at < sound.size(); at += size)
            ear.push(std::span(sound).subspan(at, std::min(size, sound.size() - at)));
        return ear.heard().spans;
    };
    const auto spans = heardIn(blockSamples);
    for (const std::size_t size : {std::size_t{37}, sound.size()}) {
        const auto others = heardIn(size);
        REQUIRE(others.size() == spans.size());
        for (std::size_t i = 0; i < spans.size(); ++i) {
            CHECK(others[i].startS == spans[i].startS);
            CHECK(others[i].endS == spans[i].endS);
        }
    }
}

TEST_CASE("What lies before the window of a look stays, in order and whole")
{
    Plan plan = findPreset("square-4")->plan;
    std::get<Cycles>(plan.parts.front().content).repeat = 10;
    for (const std::uint64_t seed : {41021, 41022}) {
        const SimulatedSound practice = practise(plan, *temperamentByName("steady"), seed);
        REQUIRE(practice.truth.phases.back().endS > 2.2 * LiveEar::windowSeconds);
        LiveEar ear;
        ear.push(practice.sound);
        checkOrder(ear.heard().spans);
        for (const Truth::Phase& phase : practice.truth.phases) {
            if (phase.role != Role::Practice || phase.kind.starts_with("hold")) continue;
            INFO(seed << " " << phase.kind << " at " << phase.startS);
            CHECK(std::ranges::count_if(ear.heard().spans, [&](const HeardSpan& s) {
                      return s.kind == breath && std::fabs(s.startS - phase.startS) < 0.25 &&
                             std::fabs(s.endS - phase.endS) < 0.25;
                  }) == 1);
        }
    }
}

TEST_CASE("A turn without a pause is said before the next look would see it")
{
    std::vector<double> edges{4};
    while (edges.back() < 60) edges.push_back(edges.back() + 4.3);
    int turns = 0;
    int inTime = 0;
    for (unsigned seed = 81; seed <= 82; ++seed) {
        const auto sound = flutteringBreaths(edges, 0.5, seed);
        LiveEar ear;
        std::vector<std::pair<double, LiveEar::Present>> said;
        for (std::size_t at = 0; at < sound.size(); at += blockSamples) {
            ear.push(std::span(sound).subspan(at, std::min(blockSamples, sound.size() - at)));
            if (ear.present()) said.emplace_back(ear.untilS(), *ear.present());
        }
        for (std::size_t e = 3; e + 1 < edges.size(); ++e) {
            ++turns;
            inTime += std::any_of(said.begin(), said.end(), [&](const auto& s) {
                return s.first > edges[e] && s.first < edges[e] + 0.4 && s.second.turned &&
                       std::fabs(s.second.sinceS - edges[e]) < 0.2;
            });
        }
    }
    CHECK(inTime >= 0.8 * turns);
}

namespace {

// Two seconds of room, then a breath that dips by 8 of its 20 dB for a fifth of a second at `dipS`;
// bright until there, and from there as dark as `darkens` says. It rises within 0.15 s and its flow
// flutters a little: noise that is switched on and stays the same is a machine's.
std::vector<float> breathWithADip(double dipS, bool darkens, unsigned seed)
{
    const auto bright = whiteNoise(dipS + 8, analysisRateHz, 0.05, seed);
    const auto room = whiteNoise(dipS + 8, analysisRateHz, 0.005, seed + 1);
    constexpr std::size_t flutterSamples = analysisRateHz / 20;
    const auto flutterDb = whiteNoise(dipS + 9, analysisRateHz / flutterSamples, 0.5, seed + 2);
    std::vector<float> sound = room;
    float dark = 0;
    for (std::size_t i = 0; i < sound.size(); ++i) {
        const double t = static_cast<double>(i) / analysisRateHz;
        dark += 0.15f * (bright[i] - dark);
        if (t < 2 || t > dipS + 5) continue;
        constexpr float asLoud = 3.4f; // as the filter takes away
        const double rise = std::sin(std::numbers::pi / 2 * std::min(1.0, (t - 2) / 0.15));
        const double fallDb =
            8 * std::exp(-std::pow((t - dipS) / 0.08, 2)) + flutterDb[i / flutterSamples];
        const float flow = darkens && t > dipS ? asLoud * dark : bright[i] - 0.6f * bright[i - 1];
        sound[i] += flow * static_cast<float>(rise * std::pow(10, -fallDb / 20));
    }
    return sound;
}

bool isSaidToTurn(std::span<const float> sound, double nearS)
{
    LiveEar ear;
    for (std::size_t at = 0; at < sound.size(); at += blockSamples) {
        ear.push(sound.subspan(at, std::min(blockSamples, sound.size() - at)));
        if (ear.untilS() > nearS + 0.5) return false;
        if (ear.present() && ear.present()->turned &&
            std::fabs(ear.present()->sinceS - nearS) < 0.25)
            return true;
    }
    return false;
}

} // namespace

TEST_CASE("Breath that dips and goes on as another sound has turned: as the same it has not")
{
    for (unsigned seed = 83; seed <= 86; ++seed)
        for (const double dipS : {5.3, 6.6}) {
            INFO(seed << " " << dipS);
            CHECK(isSaidToTurn(breathWithADip(dipS, true, seed), dipS));
            CHECK_FALSE(isSaidToTurn(breathWithADip(dipS, false, seed), dipS));
        }
}

namespace {

// Breaths of four seconds, in turn bright and dark, with half a second of quiet between them. Each
// begins twice as loud as it goes on, as where a recorder turns down, and its flow flutters.
std::vector<float> breathsThatFlutter(double seconds, unsigned seed)
{
    auto sound = whiteNoise(seconds, analysisRateHz, 0.003, seed);
    const auto flow = whiteNoise(seconds, analysisRateHz, 0.03, seed + 1);
    const auto flutter = whiteNoise(seconds, analysisRateHz, 1, seed + 2);
    constexpr float cornerHz = 2;
    const float share = 2 * 3.1416f * cornerHz / analysisRateHz;
    const float toDeviation = 0.4f * std::sqrt(2 / share); // nepers
    float slow = 0;
    for (std::size_t i = 0; i < sound.size(); ++i) {
        slow += share * (flutter[i] - slow);
        const float before = i > 0 ? flow[i - 1] : 0;
        const double t = std::fmod(static_cast<double>(i) / analysisRateHz, 9);
        const float sounding = t < 4.5 ? flow[i] - 0.6f * before : flow[i] + 0.9f * before;
        const double since = std::fmod(t, 4.5);
        if (since < 0.5) continue;
        const float begin = since < 0.8 ? 2 : 1;
        sound[i] += begin * std::exp(toDeviation * slow) * sounding;
    }
    return sound;
}

} // namespace

TEST_CASE("A flow that flutters is hardly ever said to have turned")
{
    int breaths = 0;
    int turned = 0;
    for (unsigned seed = 871; seed <= 879; seed += 4) {
        const auto sound = breathsThatFlutter(60, seed);
        LiveEar ear;
        double last = 0;
        for (std::size_t at = 0; at < sound.size(); at += blockSamples) {
            ear.push(std::span(sound).subspan(at, std::min(blockSamples, sound.size() - at)));
            const auto& present = ear.present();
            if (!present || !present->turned || std::fabs(present->sinceS - last) < 0.1) continue;
            last = present->sinceS;
            ++turned;
        }
        breaths += 13;
    }
    CHECK(turned <= 0.15 * breaths);
}

TEST_CASE("What begins or ends just before a look is not taken back by it")
{
    for (unsigned seed = 91; seed <= 92; ++seed)
        for (const bool ends : {false, true}) {
            // A look comes every two seconds; each of these changes a little before one.
            std::vector<LoudStretch> when;
            for (int n = 0; n < 5; ++n) {
                const double change = 24 + 8 * n - 0.09 - 0.05 * n;
                when.push_back({ends ? change - 3 : change, ends ? change : change + 3.05});
            }
            const auto said = saidOf(bursts(66, analysisRateHz, when, 0.05, 0.005, seed));
            for (const LoudStretch& stretch : when) {
                const double change = ends ? stretch.endS : stretch.startS;
                INFO(seed << " " << ends << " " << change);
                CHECK(std::count_if(said.begin(), said.end(), [&](const Said& s) {
                          return s.sounds != ends && std::fabs(s.atS - change) < 0.6;
                      }) == 1);
            }
        }
}

TEST_CASE("A turn just before a look is not taken back by it")
{
    int turns = 0;
    int takenBack = 0;
    for (unsigned seed = 95; seed <= 96; ++seed) {
        // After the first twenty seconds a look comes at every even second and a half; each of
        // these turns is told a little before one.
        constexpr double lookS = 20.5;
        std::vector<double> edges{4, 8, 12, 16, 20};
        for (int n = 2; n < 20; n += 2)
            edges.push_back(lookS + 2 * n - 0.12 - 0.02 * static_cast<double>(edges.size()));
        const auto sound = flutteringBreaths(edges, 0.5, seed);
        LiveEar ear;
        double since = 0;
        double toldAt = 0;
        for (std::size_t at = 0; at < sound.size(); at += blockSamples) {
            ear.push(std::span(sound).subspan(at, std::min(blockSamples, sound.size() - at)));
            if (!ear.present() || ear.untilS() < lookS + 1) continue;
            const LiveEar::Present& present = *ear.present();
            constexpr double sooner = 1;
            if (present.sinceS > since + sooner && present.turned) {
                ++turns;
                toldAt = ear.untilS();
            }
            if (present.sinceS < since - sooner && ear.untilS() < toldAt + 0.4) ++takenBack;
            since = present.sinceS;
        }
    }
    REQUIRE(turns > 15);
    CHECK(takenBack <= turns / 10);
}

TEST_CASE("A voiced sound has its pitch while it lasts")
{
    const double hz = 196;
    auto sound = whiteNoise(12, analysisRateHz, 0.001, 73);
    for (std::size_t i = 6 * analysisRateHz; i < 10 * analysisRateHz; ++i)
        for (int k = 1; k <= 5; ++k)
            sound[i] += static_cast<float>(
                0.05 / k *
                std::sin(2 * std::numbers::pi * k * hz * static_cast<double>(i) / analysisRateHz));
    LiveEar ear;
    ear.push(std::span(sound).first(5 * analysisRateHz));
    REQUIRE(ear.present());
    CHECK(ear.present()->pitchHz == 0);
    ear.push(std::span(sound).subspan(5 * analysisRateHz, 3 * analysisRateHz));
    CHECK(ear.present()->sounds());
    CHECK(ear.present()->pitchHz == Approx(hz).margin(2));
    ear.push(std::span(sound).subspan(8 * analysisRateHz));
    CHECK_FALSE(ear.present()->sounds());
    CHECK(ear.present()->pitchHz == 0);
}

TEST_CASE("A hum is one as soon as it is over, in the first seconds too")
{
    constexpr double knownAfterS = 2.2; // by the next look
    for (const std::uint64_t seed : {41011, 41012, 41013}) {
        INFO(seed);
        const SimulatedSound practice = practise("humming-3", *temperamentByName("steady"), seed);
        const auto& first = practice.truth.hums.front();
        const double beforeS = first.startS - 7; // hardly anything but one inhale
        LiveEar ear;
        for (auto at = static_cast<std::size_t>(beforeS * analysisRateHz);
             at < practice.sound.size(); at += blockSamples) {
            ear.push(std::span(practice.sound)
                         .subspan(at, std::min(blockSamples, practice.sound.size() - at)));
            if (ear.untilS() > first.endS - beforeS + knownAfterS) break;
        }
        const auto& spans = ear.heard().spans;
        const auto found = std::find_if(spans.begin(), spans.end(), [](const HeardSpan& s) {
            return s.kind == HeardSpan::Kind::Hum;
        });
        REQUIRE(found != spans.end());
        CHECK(found->startS == Approx(first.startS - beforeS).margin(0.3));
        CHECK(found->endS == Approx(first.endS - beforeS).margin(0.3));
    }
}

TEST_CASE(
    "From the first look that tells it on, a hum sounds and has its pitch for as long as it lasts")
{
    constexpr double seenAfterS = 3.3; // a look every two seconds, which tells no hum under 1.2 s
    std::uint64_t seed = 41041;
    for (const char* who : {"windy", "held-attic"}) {
        const SimulatedSound practice = practise("humming-3", *temperamentByName(who), seed++);
        LiveEar ear;
        int moments = 0;
        int pitched = 0;
        for (std::size_t at = 0; at < practice.sound.size(); at += blockSamples) {
            ear.push(std::span(practice.sound)
                         .subspan(at, std::min(blockSamples, practice.sound.size() - at)));
            const double s = ear.untilS();
            if (std::ranges::none_of(practice.truth.hums, [&](const auto& hum) {
                    return s > hum.startS + seenAfterS && s < hum.endS - 0.2;
                }))
                continue;
            ++moments;
            pitched += ear.present() && ear.present()->sounds() && ear.present()->pitchHz > 0;
        }
        INFO(who << ": " << pitched << " of " << moments);
        REQUIRE(moments > 1000);
        CHECK(pitched > 0.97 * moments);
    }
}

TEST_CASE("Words in the holds take no phase's name away")
{
    SimulatedSound practice = practise("four-seven-eight", Temperament{}, 41003);
    constexpr double wordS = 0.35;
    std::vector<double> words;
    for (const Truth::Phase& phase : practice.truth.phases)
        if (phase.kind == "hold_full")
            for (double t = phase.startS + 0.8; t + 0.5 < phase.endS; t += 1.3) words.push_back(t);
    for (const double t : words) speak(practice.sound, t, wordS, 130, 0.5);
    LiveReading live(practice.truth.plan);
    int breaths = 0;
    int named = 0;
    constexpr double begunS = 30;
    for (std::size_t at = 0; at < practice.sound.size(); at += blockSamples) {
        live.push(std::span(practice.sound)
                      .subspan(at, std::min(blockSamples, practice.sound.size() - at)));
        // While a word sounds, and until its end is known, it could be anything.
        if (std::any_of(words.begin(), words.end(), [&](double t) {
                return live.untilS() > t && live.untilS() < t + wordS + 0.2;
            }))
            continue;
        for (const Truth::Phase& phase : practice.truth.phases) {
            const double inPhase = live.untilS() - phase.startS;
            if (phase.startS < begunS || phase.role != Role::Practice || inPhase < 0.5 ||
                live.untilS() > phase.endS - 0.2)
                continue;
            ++breaths;
            const auto now = live.now();
            named += now && now->phase && phase.kind == toWord(*now->phase);
        }
    }
    REQUIRE(breaths > 3000);
    CHECK(named >= 0.85 * breaths);
}

namespace {

// Of the practised phases after the first hold in which sound and quiet take turns: how many were
// said, how many there were, and how often anything was said.
struct Kept {
    int heard = 0;
    int phases = 0;
    int said = 0;
};

Kept keptOf(const SimulatedSound& practice)
{
    Kept kept;
    const auto changes = saidOf(practice.sound);
    double knownS = 0;
    bool sounded = true;
    for (const Truth::Phase& phase : practice.truth.phases) {
        if (phase.role != Role::Practice) continue;
        const bool sounds = !phase.kind.starts_with("hold");
        if (knownS > 0 && sounds != sounded) {
            ++kept.phases;
            kept.heard += saidNear(changes, phase.startS, sounds) != nullptr;
        }
        if (!sounds && knownS == 0) knownS = phase.endS;
        sounded = sounds;
    }
    kept.said = static_cast<int>(std::count_if(changes.begin(), changes.end(), [&](const Said& s) {
        return s.sinceS > knownS && s.sinceS < practice.truth.phases.back().startS;
    }));
    return kept;
}

Kept keptOf(const std::function<void(Temperament&)>& set, std::uint64_t seed)
{
    Kept sum;
    for (const char* name : {"held-boathouse", "held-kitchen"}) {
        Temperament who = *temperamentByName(name);
        set(who);
        const Kept kept = keptOf(practise("square-4", who, ++seed));
        sum.heard += kept.heard;
        sum.phases += kept.phases;
        sum.said += kept.said;
    }
    return sum;
}

void checkKept(const Kept& kept)
{
    INFO(kept.heard << " of " << kept.phases << ", " << kept.said << " said");
    REQUIRE(kept.phases >= 20);
    CHECK(kept.heard >= 0.9 * kept.phases);
    CHECK(kept.said <= 1.75 * kept.phases); // a look takes some of it back
}

} // namespace

TEST_CASE("Under an automatic gain breath and holds are heard after the first hold, live too")
{
    checkKept(keptOf([](Temperament& who) { who.automaticGain = true; }, 41004));
}

TEST_CASE("In a street that swells breath and holds are heard after the first hold, live too")
{
    checkKept(keptOf(
        [](Temperament& who) {
            who.automaticGain = false;
            who.noise = NoiseKind::Traffic;
            who.breathToNoiseDb = 18;
        },
        41104));
}

TEST_CASE("Live, a practice is heard in time and named: at the end it is read as from a file")
{
    const SimulatedSound practice = practise("four-seven-eight", *temperamentByName("slow"), 41001);
    LiveReading live(practice.truth.plan);
    std::vector<std::pair<double, LiveReading::Now>> moments;
    for (std::size_t at = 0; at < practice.sound.size(); at += blockSamples) {
        live.push(std::span(practice.sound)
                      .subspan(at, std::min(blockSamples, practice.sound.size() - at)));
        if (const auto now = live.now()) moments.emplace_back(live.untilS(), *now);
    }
    std::vector<double> lateS;
    int phases = 0;
    for (const Truth::Phase& phase : practice.truth.phases) {
        if (phase.role != Role::Practice) continue;
        ++phases;
        const auto first = std::find_if(moments.begin(), moments.end(), [&](const auto& moment) {
            return moment.first > phase.startS &&
                   std::fabs(moment.second.sinceS - phase.startS) < 0.4;
        });
        if (first != moments.end()) lateS.push_back(first->first - phase.startS);
    }
    CHECK(static_cast<double>(lateS.size()) >= 0.9 * phases);
    REQUIRE_FALSE(lateS.empty());
    std::sort(lateS.begin(), lateS.end());
    CHECK(lateS[lateS.size() / 2] < 0.2);

    CHECK(live.soFar().cycles.size() >= 4);
    std::vector<HeardSpan> spans;
    for (const ReadPhase& p : live.phases()) spans.push_back({breath, p.startS, p.endS, 0, 0, {}});
    checkOrder(spans);

    const Listened second = live.finish({}, {});
    const Listened file = listenToSound({}, trackOf(practice.sound), {});
    REQUIRE(second.heard.spans.size() == file.heard.spans.size());
    for (std::size_t i = 0; i < file.heard.spans.size(); ++i)
        CHECK(second.heard.spans[i].startS == file.heard.spans[i].startS);

    // Once the practice has begun, names are those of the second look.
    const Reading reading = readAgainst(second, practice.truth.plan);
    constexpr double begunS = 40;
    constexpr double knownAfterS = 0.2;
    std::size_t same = 0;
    std::size_t compared = 0;
    for (const auto& [atS, now] : moments)
        for (const ReadPhase& phase : reading.phases) {
            if (atS < begunS || atS < phase.startS + knownAfterS || atS >= phase.endS) continue;
            if (phase.role != Role::Practice) continue;
            ++compared;
            same += now.phase == toPhaseKind(phase.kind);
        }
    REQUIRE(compared > 3000);
    CHECK(static_cast<double>(same) >= 0.95 * static_cast<double>(compared));
}

TEST_CASE("While they come in, quick breaths are what they are read as at the end")
{
    Plan quick = findPreset("even-4-4")->plan;
    std::get<Cycles>(quick.parts.front().content).repeat = 35;
    StrokeSound sound(25);
    sound.quiet(1).naturalBreaths(2).bellows(35, 30); // longer than a look
    const std::vector<float> samples = sound.samples();
    const std::span<const float> all(samples);
    const auto liveWith = [&](const std::optional<Plan>& plan) {
        LiveReading live(plan);
        constexpr std::size_t block = analysisRateHz / 10;
        std::size_t breathing = 0;
        std::size_t said = 0;
        for (std::size_t at = 0; at < all.size(); at += block) {
            live.push(all.subspan(at, std::min(block, all.size() - at)));
            if (live.untilS() < 30 || !live.now()) continue;
            ++said;
            breathing += live.now()->phase.has_value();
        }
        REQUIRE(said > 100);
        if (live.soFar().strokeRuns.empty()) CHECK(20 * breathing > 19 * said);
        return live.soFar();
    };
    CHECK(liveWith({}).strokeRuns.empty());
    const Reading planned = liveWith(quick);
    CHECK(planned.strokeRuns.empty());
    CHECK(planned.cycles.size() > 28);
    CHECK(liveWith(findPreset("bhastrika-3x10")->plan).strokeRuns.size() == 1);
}
