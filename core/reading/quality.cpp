// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/reading/quality.hpp"

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

std::string withNumber(const char* format, double value)
{
    char text[256];
    std::snprintf(text, sizeof text, format, value);
    return text;
}

void worsen(Quality& quality, Quality::Verdict verdict)
{
    quality.verdict = std::max(quality.verdict, verdict);
}

void judgeBreath(Quality& quality, const Heard& heard)
{
    if (!heard.anyBreath()) {
        worsen(quality, Quality::Verdict::Poor);
        quality.advice.push_back("No breathing could be heard. Place the microphone a hand's width "
                                 "to one side of the nose and mouth.");
        return;
    }
    quality.breathToNoiseDb = heard.breathToNoiseDb;
    if (heard.breathToNoiseDb < poorBreathDb) {
        worsen(quality, Quality::Verdict::Poor);
        quality.advice.push_back("The breath is hardly louder than the room. Move the microphone "
                                 "nearer, to one side of the nose and mouth, and turn off fans.");
    } else if (heard.breathToNoiseDb < goodBreathDb) {
        worsen(quality, Quality::Verdict::Usable);
        quality.advice.push_back("The room is rather loud for this breath. A microphone a little "
                                 "nearer would make the ends of the breaths surer.");
    }
    if (heard.speechShare > muchSpeech) {
        worsen(quality, Quality::Verdict::Usable);
        quality.advice.push_back(
            withNumber("Somebody speaks in %.0f %% of the recording. What lies under the words is "
                       "read with more doubt; a recording of the breath alone is surer.",
                       100 * heard.speechShare));
    }
    if (heard.recorderGainDb > 0) {
        worsen(quality, Quality::Verdict::Usable);
        quality.advice.push_back(
            withNumber("The recorder turned itself up and down by up to %.0f dB. Where it can be, "
                       "switch its automatic gain off.",
                       heard.recorderGainDb));
    }
    if (heard.loudestDb < quietRecordingDb)
        quality.advice.push_back("The recording is very quiet. Raise the recording level or move "
                                 "the microphone nearer.");
}

void judgeDamage(Quality& quality, const SoundDamage& damage)
{
    if (quality.clippedFraction > muchClipping) worsen(quality, Quality::Verdict::Poor);
    if (quality.clippedFraction > someClipping) {
        worsen(quality, Quality::Verdict::Usable);
        quality.advice.push_back("The recording is clipped: too loud for the microphone. Move it "
                                 "out of the stream of the exhale, or lower the level.");
    }
    if (damage.notANumber > 0) {
        worsen(quality, Quality::Verdict::Usable);
        quality.advice.push_back(
            withNumber("%.0f samples are not numbers; they were read as silence.",
                       static_cast<double>(damage.notANumber)));
    }
    if (damage.undecodablePackets > 0) {
        worsen(quality, Quality::Verdict::Usable);
        quality.advice.push_back(
            withNumber("%.0f stretches of the file are damaged and were left out.",
                       static_cast<double>(damage.undecodablePackets)));
    }
    const double missing = damage.headerSeconds - damage.readSeconds;
    // Headers of compressed files estimate; a second and a fiftieth are theirs to be wrong by.
    if (missing > std::max(1.0, 0.02 * damage.headerSeconds)) {
        worsen(quality, Quality::Verdict::Usable);
        quality.advice.push_back(
            withNumber("The file says that it is %.0f s long, ", damage.headerSeconds) +
            withNumber("but only the first %.0f s could be read.", damage.readSeconds));
    }
}

} // namespace

Quality judgeQuality(const Heard& heard, const SoundDamage& damage)
{
    Quality quality;
    quality.noiseFloorDb = heard.noiseFloorDb;
    if (damage.samples > 0)
        quality.clippedFraction =
            static_cast<double>(damage.clippedSamples) / static_cast<double>(damage.samples);
    judgeBreath(quality, heard);
    judgeDamage(quality, damage);
    return quality;
}

const char* toWord(Quality::Verdict verdict)
{
    switch (verdict) {
    case Quality::Verdict::Good: return "good";
    case Quality::Verdict::Usable: return "usable";
    case Quality::Verdict::Poor: return "poor";
    }
    return "";
}

} // namespace layakari
