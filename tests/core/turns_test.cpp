// SPDX-License-Identifier: GPL-3.0-or-later
//
// Where breath turns without a pause, and what else is there: words, coughs.
#include "core/listen/turns.hpp"

#include "core/listen/listener.hpp"
#include "core/listen/rise.hpp"
#include "core/listen/turn_review.hpp"
#include "tests/support/sounds.hpp"

#include <catch2/catch.hpp>

using namespace layakari;

namespace {

struct Found {
    int turns = 0; ///< at one of the true ones
    int others = 0;
};

Found findIn(const std::vector<float>& sound, const std::vector<double>& edgesS,
             const std::vector<FrameRange>& voices)
{
    const FeatureTrack track = trackOf(sound);
    const NoiseFloor floor(track);
    const BandWeights weights = BandWeights::equal();
    const FrameRange all{track.frameAt(edgesS.front()), track.frameAt(edgesS.back())};
    Found found;
    const auto turns = findTurns(track, floor, weights.power, powerOverFloor(track, floor, weights),
                                 {all}, voices);
    for (const Turn& turn : turns.front()) {
        const bool isTrue = std::any_of(edgesS.begin() + 1, edgesS.end() - 1, [&](double edgeS) {
            return std::fabs(FeatureTrack::timeOf(turn.frame) - edgeS) < 0.2;
        });
        (isTrue ? found.turns : found.others) += 1;
    }
    return found;
}

std::vector<double> edgesOf(int breaths)
{
    std::vector<double> edgesS{3};
    for (int i = 0; i < breaths; ++i) edgesS.push_back(edgesS.back() + 2.5 + 0.2 * (i % 3));
    return edgesS;
}

} // namespace

TEST_CASE("Without words every turn between unlike breaths is found, and nothing else")
{
    const double flutterDb = GENERATE(0.5, 1.5);
    const auto edgesS = edgesOf(16);
    for (const unsigned seed : {81u, 82u, 83u}) {
        const Found found = findIn(flutteringBreaths(edgesS, flutterDb, seed), edgesS, {});
        CHECK(found.turns == 15);
        CHECK(found.others <= 1);
    }
}

TEST_CASE("Where a dip says little, a breath is told by its sudden beginning")
{
    // Breath of one sound that fades by less than half of its rise at each turn, as where a
    // recorder turns up meanwhile, and begins louder, until that has turned down; and within each
    // breath a lull as deep that comes back little by little.
    std::vector<double> edgesS{3};
    for (int breath = 0; breath < 14; ++breath) edgesS.push_back(edgesS.back() + 4.1);
    constexpr double fallDb = 8;
    for (const unsigned seed : {881u, 884u, 887u}) {
        std::vector<float> sound = whiteNoise(edgesS.back() + 3, analysisRateHz, 0.005, seed);
        const auto flow = whiteNoise(edgesS.back() + 3, analysisRateHz, 0.04, seed + 1);
        const auto i0 = static_cast<std::size_t>(edgesS.front() * analysisRateHz);
        for (std::size_t i = i0; i < static_cast<std::size_t>(edgesS.back() * analysisRateHz);
             ++i) {
            const double inBreathS = std::fmod(static_cast<double>(i - i0) / analysisRateHz, 4.1);
            const double fade = std::max(0.0, (inBreathS - 3.6) / 0.5);
            const double lull = std::max(0.0, 1 - std::fabs(inBreathS - 1.8) / 0.5);
            const double begin = inBreathS < 0.4 ? 6 : 0;
            sound[i] +=
                flow[i] * static_cast<float>(std::pow(10, (begin - fallDb * (fade + lull)) / 20));
        }
        const Found found = findIn(sound, edgesS, {});
        INFO(seed);
        CHECK(found.turns >= 12);
        CHECK(found.others <= 2);
    }
}

TEST_CASE("A dip that a word fills is a turn all the same where both sides differ")
{
    const auto edgesS = edgesOf(16);
    for (const unsigned seed : {84u, 85u, 86u}) {
        auto sound = flutteringBreaths(edgesS, 1, seed);
        // Every third turn, and as many places within breaths, are filled up to a shallow dip.
        std::vector<FrameRange> voices;
        const auto fill = whiteNoise(edgesS.back(), analysisRateHz, 0.012, seed);
        const auto speakAbout = [&](double s) {
            const FeatureTrack frames = trackOf(sound);
            voices.push_back({frames.frameAt(s - 0.2), frames.frameAt(s + 0.15)});
            for (auto i = static_cast<std::size_t>((s - 0.2) * analysisRateHz);
                 i < static_cast<std::size_t>((s + 0.15) * analysisRateHz); ++i)
                sound[i] += fill[i];
        };
        for (std::size_t e = 2; e + 1 < edgesS.size(); e += 3) {
            speakAbout(edgesS[e]);
            speakAbout(edgesS[e] + 1.3);
        }
        const Found unaware = findIn(sound, edgesS, {});
        const Found found = findIn(sound, edgesS, voices);
        INFO("seed " << seed << ": " << unaware.turns << " without knowing of words, "
                     << found.turns << " and " << found.others << " others with");
        CHECK(found.turns > unaware.turns);
        CHECK(found.turns >= 14);
        CHECK(found.others <= 1);
    }
}

TEST_CASE("A turn of which a word leaves nothing is told by the sides of the word, and only a turn")
{
    const auto edgesS = edgesOf(16);
    const FeatureTrack track = trackOf(flutteringBreaths(edgesS, 1, 90));
    const NoiseFloor floor(track);
    // All turns are known but the eighth; a word lies there, and one in the midst of each breath.
    std::vector<Sound> sounds;
    std::vector<FrameRange> voices;
    const auto wordAt = [&](double s) {
        voices.push_back({track.frameAt(s - 0.15), track.frameAt(s + 0.15)});
    };
    for (std::size_t e = 0; e + 1 < edgesS.size(); ++e) {
        const SoundEdge start{BoundaryKind::Turn, track.frameAt(edgesS[e]), {}, 10};
        const SoundEdge end{BoundaryKind::Turn, track.frameAt(edgesS[e + 1]), {}, 10};
        if (e == 8) {
            sounds.back().end = end;
            wordAt(edgesS[e]);
        } else {
            sounds.push_back({start, end});
        }
        wordAt((edgesS[e] + edgesS[e + 1]) / 2);
    }
    reviewTurns(sounds, track, floor, BandWeights::equal().power, voices);
    REQUIRE(sounds.size() == 16);
    for (std::size_t e = 0; e < sounds.size(); ++e) {
        CHECK(FeatureTrack::timeOf(sounds[e].start.frame) == Approx(edgesS[e]).margin(0.1));
        CHECK(FeatureTrack::timeOf(sounds[e].end.frame) == Approx(edgesS[e + 1]).margin(0.1));
    }
}

TEST_CASE("A turn between two halves of one breath is taken back unless it is sure")
{
    const auto edgesS = edgesOf(12);
    const FeatureTrack track = trackOf(flutteringBreaths(edgesS, 1, 91));
    const float odds = GENERATE(1.0f, 10.0f);
    std::vector<Sound> sounds;
    for (std::size_t e = 0; e + 1 < edgesS.size(); ++e) {
        const SoundEdge start{BoundaryKind::Turn, track.frameAt(edgesS[e]), {}, odds};
        const SoundEdge end{BoundaryKind::Turn, track.frameAt(edgesS[e + 1]), {}, odds};
        sounds.push_back({start, end});
    }
    const SoundEdge gust{BoundaryKind::Turn, track.frameAt((edgesS[5] + edgesS[6]) / 2), {}, odds};
    Sound second{gust, sounds[5].end};
    sounds[5].end = gust;
    sounds.insert(sounds.begin() + 6, second);
    reviewTurns(sounds, track, NoiseFloor(track), BandWeights::equal().power, {});
    CHECK(sounds.size() == (odds > 4 ? 13u : 12u));
}

TEST_CASE("Hisses in the holds do not make the turns of much alike breaths look like accidents")
{
    Temperament who;
    who.inhale.resonanceHz = 1200;
    who.exhale.resonanceHz = 1000;
    who.inhale.attackSeconds = who.exhale.attackSeconds = 0.3;
    who.inhale.releaseSeconds = who.exhale.releaseSeconds = 0.3;
    who.breathToNoiseDb = 18;
    for (const std::uint64_t seed : {87u, 88u, 89u}) {
        SimulatedSound practice = practise("four-seven-eight", who, seed);
        const auto hiss = whiteNoise(0.3, analysisRateHz, 0.02, static_cast<unsigned>(seed));
        for (const auto& phase : practice.truth.phases) {
            if (phase.kind != "hold_full") continue;
            auto at = static_cast<std::size_t>((phase.startS + phase.endS) / 2 * analysisRateHz);
            for (std::size_t i = 1; i < hiss.size(); ++i)
                practice.sound[at + i] += hiss[i] - hiss[i - 1];
        }
        const Heard heard = listenTo(trackOf(practice.sound));
        int exhales = 0;
        int parted = 0;
        for (std::size_t i = 0; i + 1 < practice.truth.phases.size(); ++i) {
            const auto& exhale = practice.truth.phases[i];
            if (exhale.kind != "exhale" || practice.truth.phases[i + 1].kind != "inhale") continue;
            ++exhales;
            parted += std::any_of(heard.spans.begin(), heard.spans.end(), [&](const HeardSpan& s) {
                return s.kind == HeardSpan::Kind::Breath && std::fabs(s.endS - exhale.endS) < 0.25;
            });
        }
        INFO("seed " << seed << ": " << parted << " of " << exhales);
        REQUIRE(exhales > 4);
        CHECK(parted >= exhales - 1);
    }
}
