// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/reading/quality.hpp"

#include "core/language/times.hpp"

#include <algorithm>
#include <cmath>
#include <cstdio>

namespace layakari {

namespace {

constexpr double goodBreathDb = 15;
constexpr double poorBreathDb = 8;
constexpr double someClipping = 0.0005;
constexpr double muchClipping = 0.01;
constexpr double quietRecordingDb = -65;
constexpr double muchSpeech = 0.05; // of the time

void worsen(Quality& quality, Quality::Verdict verdict)
{
    quality.verdict = std::max(quality.verdict, verdict);
}

void complain(Quality& quality, Quality::Verdict verdict, Message advice)
{
    worsen(quality, verdict);
    quality.advice.push_back(std::move(advice));
}

const char* whyWord(Quality::Why why)
{
    switch (why) {
    case Quality::Why::NothingRecorded: return "nothing";
    case Quality::Why::Voice: return "voice";
    case Quality::Why::Tone: return "tone";
    case Quality::Why::Knocks: return "knocks";
    case Quality::Why::Room: return "background";
    case Quality::Why::Other: break;
    }
    return "other";
}

void judgeLoudness(Quality& quality, const Heard& heard)
{
    quality.breathToNoiseDb = heard.breathToNoiseDb;
    if (heard.breathToNoiseDb < poorBreathDb) {
        complain(quality, Quality::Verdict::Poor, {"advice.breath-faint"});
    } else if (heard.breathToNoiseDb < goodBreathDb) {
        complain(quality, Quality::Verdict::Usable, {"advice.background-loud"});
    }
}

void judgeBreath(Quality& quality, const Heard& heard)
{
    const bool anyPlain =
        std::any_of(heard.spans.begin(), heard.spans.end(),
                    [](const HeardSpan& span) { return span.kind == HeardSpan::Kind::Breath; });
    if (!heard.anyBreath() && heard.strokeRuns.empty()) {
        complain(quality, Quality::Verdict::Poor, {"advice.no-breathing"});
        return;
    }
    // Of hums and strokes alone, how far a breath stands over the room is not known.
    if (anyPlain) judgeLoudness(quality, heard);
    if (heard.speechShare > muchSpeech) {
        complain(quality, Quality::Verdict::Usable,
                 {"advice.speech", {{"percent", 100 * heard.speechShare}}});
    }
    const auto covers = [&](HeardCover::What what) {
        return std::any_of(heard.covers.begin(), heard.covers.end(),
                           [&](const HeardCover& cover) { return cover.what == what; });
    };
    if (covers(HeardCover::What::Tone))
        complain(quality, Quality::Verdict::Usable, {"advice.music"});
    if (covers(HeardCover::What::Room))
        complain(quality, Quality::Verdict::Usable, {"advice.background-louder-in-places"});
    if (heard.recorderGainDb > 0) {
        complain(quality, Quality::Verdict::Usable,
                 {"advice.automatic-gain", {{"db", heard.recorderGainDb}}});
    }
    if (heard.loudestDb < quietRecordingDb) quality.advice.push_back({"advice.quiet-recording"});
}

void judgeFaults(Quality& quality, const SoundFaults& faults)
{
    constexpr double loudHumDb = 12;
    constexpr double muchWind = 0.15;
    if (faults.mainsDb > loudHumDb)
        quality.advice.push_back({"advice.electric-hum", {{"hertz", faults.mainsHz}}});
    if (faults.windShare > muchWind) {
        complain(quality, Quality::Verdict::Usable, {"advice.wind"});
    }
    if (faults.suppression) {
        complain(quality, Quality::Verdict::Usable, {"advice.noise-suppression"});
    }
    if (faults.dropouts > 0) {
        complain(quality, Quality::Verdict::Usable,
                 {"advice.dropouts", {{"times", faults.dropouts}}});
    }
    for (const Quality::Unreadable& part : faults.unreadable) {
        complain(quality, Quality::Verdict::Usable,
                 {"advice.unreadable",
                  {{"from", clockTime(part.startS)},
                   {"to", clockTime(part.endS)},
                   {"why", whyWord(part.why)}}});
    }
    quality.unreadable = faults.unreadable;
}

void judgeDamage(Quality& quality, const SoundDamage& damage)
{
    if (quality.clippedFraction > muchClipping) worsen(quality, Quality::Verdict::Poor);
    if (quality.clippedFraction > someClipping) {
        complain(quality, Quality::Verdict::Usable, {"advice.clipped"});
    }
    if (damage.notANumber > 0) {
        complain(quality, Quality::Verdict::Usable,
                 {"advice.not-numbers", {{"samples", damage.notANumber}}});
    }
    if (damage.undecodablePackets > 0) {
        complain(quality, Quality::Verdict::Usable,
                 {"advice.damaged", {{"stretches", damage.undecodablePackets}}});
    }
    const double missing = damage.headerSeconds - damage.readSeconds;
    // Headers of compressed files estimate; a second and a fiftieth are theirs to be wrong by.
    if (missing > std::max(1.0, 0.02 * damage.headerSeconds)) {
        complain(quality, Quality::Verdict::Usable,
                 {"advice.cut-off",
                  {{"said", durationInWords(damage.headerSeconds)},
                   {"read", durationInWords(damage.readSeconds)}}});
    }
}

} // namespace

Quality judgeQuality(const Heard& heard, const SoundDamage& damage, const SoundFaults& faults)
{
    Quality quality;
    quality.noiseFloorDb = heard.noiseFloorDb;
    if (damage.samples > 0)
        quality.clippedFraction =
            static_cast<double>(damage.clippedSamples) / static_cast<double>(damage.samples);
    judgeBreath(quality, heard);
    judgeDamage(quality, damage);
    judgeFaults(quality, faults);
    return quality;
}

const char* toWord(Quality::Verdict verdict) { return verdictWords.of(verdict); }

} // namespace layakari
