// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/reading/quality.hpp"

#include <algorithm>
#include <cmath>
#include <cstdio>
#include <fmt/format.h>

namespace layakari {

namespace {

constexpr double goodBreathDb = 15;
constexpr double poorBreathDb = 8;
constexpr double someClipping = 0.0005;
constexpr double muchClipping = 0.01;
constexpr double quietRecordingDb = -65;
constexpr double muchSpeech = 0.05; // of the time

std::string clock(double seconds)
{
    const long whole = std::lround(std::floor(seconds));
    return fmt::format("{}:{:02}", whole / 60, whole % 60);
}

void worsen(Quality& quality, Quality::Verdict verdict)
{
    quality.verdict = std::max(quality.verdict, verdict);
}

void complain(Quality& quality, Quality::Verdict verdict, std::string advice)
{
    worsen(quality, verdict);
    quality.advice.push_back(std::move(advice));
}

void judgeLoudness(Quality& quality, const Heard& heard)
{
    quality.breathToNoiseDb = heard.breathToNoiseDb;
    if (heard.breathToNoiseDb < poorBreathDb) {
        complain(quality, Quality::Verdict::Poor,
                 "The breath is hardly louder than the room. Move the microphone "
                 "nearer, to one side of the nose and mouth, and turn off fans.");
    } else if (heard.breathToNoiseDb < goodBreathDb) {
        complain(quality, Quality::Verdict::Usable,
                 "The room is rather loud for this breath. A microphone a little "
                 "nearer would make the ends of the breaths surer.");
    }
}

void judgeBreath(Quality& quality, const Heard& heard)
{
    const bool anyPlain =
        std::any_of(heard.spans.begin(), heard.spans.end(),
                    [](const HeardSpan& span) { return span.kind == HeardSpan::Kind::Breath; });
    if (!heard.anyBreath() && heard.strokeRuns.empty()) {
        complain(quality, Quality::Verdict::Poor,
                 "No breathing could be heard. Place the microphone a hand's width "
                 "to one side of the nose and mouth.");
        return;
    }
    // Of hums and strokes alone, how far a breath stands over the room is not known.
    if (anyPlain) judgeLoudness(quality, heard);
    if (heard.speechShare > muchSpeech) {
        complain(quality, Quality::Verdict::Usable,
                 fmt::format(
                     "Somebody speaks in {:.0f} % of the recording. What lies under the words is "
                     "read with more doubt; a recording of the breath alone is surer.",
                     100 * heard.speechShare));
    }
    const auto covers = [&](HeardCover::What what) {
        return std::any_of(heard.covers.begin(), heard.covers.end(),
                           [&](const HeardCover& cover) { return cover.what == what; });
    };
    if (covers(HeardCover::What::Tone))
        complain(quality, Quality::Verdict::Usable,
                 "Music or another tone is louder than the breath in places. Turn it off while "
                 "you record, or move the microphone nearer.");
    if (covers(HeardCover::What::Room))
        complain(quality, Quality::Verdict::Usable,
                 "The room is louder than the breath in places. Close the window, turn machines "
                 "off, or move the microphone nearer.");
    if (heard.recorderGainDb > 0) {
        complain(quality, Quality::Verdict::Usable,
                 fmt::format(
                     "The recorder turned itself up and down by up to {:.0f} dB. Where it can be, "
                     "switch its automatic gain off.",
                     heard.recorderGainDb));
    }
    if (heard.loudestDb < quietRecordingDb)
        quality.advice.push_back("The recording is very quiet. Raise the recording level or move "
                                 "the microphone nearer.");
}

void judgeFaults(Quality& quality, const SoundFaults& faults)
{
    constexpr double loudHumDb = 12;
    constexpr double muchWind = 0.15;
    if (faults.mainsDb > loudHumDb)
        quality.advice.push_back(fmt::format("An electric hum of {:.0f} Hz runs through the "
                                             "recording. Move the microphone and its cable "
                                             "away from chargers and lamps.",
                                             faults.mainsHz));
    if (faults.windShare > muchWind) {
        complain(
            quality, Quality::Verdict::Usable,
            "The breath blows on the microphone. Move it a hand's width to the side, out of the "
            "stream of the exhale.");
    }
    if (faults.suppression) {
        complain(quality, Quality::Verdict::Usable,
                 "The recorder removes soft sounds as if they were noise, and with them the "
                 "beginnings and ends of soft breaths. If you can, switch its noise suppression "
                 "off, or record with an app that leaves the sound as it is.");
    }
    if (faults.dropouts > 0) {
        complain(
            quality, Quality::Verdict::Usable,
            fmt::format("The sound drops out {} times for a moment. Close other programs while "
                        "recording, or use another cable.",
                        faults.dropouts));
    }
    for (const Quality::Unreadable& part : faults.unreadable) {
        complain(quality, Quality::Verdict::Usable,
                 "From " + clock(part.startS) + " to " + clock(part.endS) + " " + part.reason +
                     "; what is read there is not sure.");
    }
    quality.unreadable = faults.unreadable;
}

void judgeDamage(Quality& quality, const SoundDamage& damage)
{
    if (quality.clippedFraction > muchClipping) worsen(quality, Quality::Verdict::Poor);
    if (quality.clippedFraction > someClipping) {
        complain(quality, Quality::Verdict::Usable,
                 "The recording is clipped: too loud for the microphone. Move it "
                 "out of the stream of the exhale, or lower the level.");
    }
    if (damage.notANumber > 0) {
        complain(quality, Quality::Verdict::Usable,
                 fmt::format("{:.0f} samples are not numbers; they were read as silence.",
                             static_cast<double>(damage.notANumber)));
    }
    if (damage.undecodablePackets > 0) {
        complain(quality, Quality::Verdict::Usable,
                 fmt::format("{:.0f} stretches of the file are damaged and were left out.",
                             static_cast<double>(damage.undecodablePackets)));
    }
    const double missing = damage.headerSeconds - damage.readSeconds;
    // Headers of compressed files estimate; a second and a fiftieth are theirs to be wrong by.
    if (missing > std::max(1.0, 0.02 * damage.headerSeconds)) {
        complain(quality, Quality::Verdict::Usable,
                 fmt::format("The file says that it is {:.0f} s long, ", damage.headerSeconds) +
                     fmt::format("but only the first {:.0f} s could be read.", damage.readSeconds));
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
