// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/listen/voices.hpp"

#include "core/listen/painted_over.hpp"
#include "core/listen/rise.hpp"

#include <algorithm>
#include <cmath>
#include <optional>

namespace layakari {

namespace {

constexpr std::size_t framesIn(int milliseconds)
{
    return static_cast<std::size_t>(milliseconds) /
           static_cast<std::size_t>(1000 * FeatureTrack::hopSeconds);
}

// Noise reaches 0.5 in one frame of some hundred; a vowel lies near 0.9.
constexpr float voicedStrength = 0.6f;
constexpr float overTheRoom = 0.2f; // a fan repeats itself too
constexpr std::size_t leastVowel = framesIn(60);
constexpr std::size_t bridgedGap = framesIn(30);    // within a vowel
constexpr std::size_t withinPhrase = framesIn(200); // between the words of a phrase
constexpr std::size_t consonant = framesIn(180);    // the longest before and after a vowel
constexpr std::size_t leastConsonant = framesIn(30);
constexpr double mostSpeech = 0.55; // of the time; counting takes a third
constexpr float consonantDb = 3;    // over what sounds beyond it
constexpr std::size_t beyondWord = framesIn(100);
constexpr std::size_t leastHum = framesIn(1500);
constexpr float steadyCents = 80; // of the middle half of a hum's pitches about their middle

std::vector<FrameRange> vowelsIn(const FeatureTrack& track)
{
    std::vector<float> strengths;
    for (std::size_t i = 0; i < track.frames(); ++i) strengths.push_back(track.voicing(i).strength);
    const float room = quantile(strengths, 0.5);
    const float least = std::max(voicedStrength, std::min(0.9f, room + overTheRoom));
    std::vector<FrameRange> vowels;
    for (std::size_t i = 0; i < strengths.size(); ++i) {
        if (strengths[i] < least) continue;
        if (!vowels.empty() && i - vowels.back().end <= bridgedGap)
            vowels.back().end = i + 1;
        else
            vowels.push_back({i, i + 1});
    }
    std::erase_if(vowels, [](const FrameRange& v) { return v.size() < leastVowel; });
    return vowels;
}

float centsOf(float pitchHz) { return 1200 * std::log2(pitchHz); }

// The pitch class of a tone that sounds through the whole recording, in cents below 1200; nothing
// without one. Speech moves its pitch; what most voiced frames share, all along, is a drone.
std::optional<float> dronePitch(const FeatureTrack& track, const std::vector<FrameRange>& vowels)
{
    constexpr std::size_t bins = 40; // of 30 cents
    constexpr double commonShare = 0.5;
    constexpr double blockShare = 0.6;
    constexpr std::size_t block = framesIn(5000);
    std::vector<double> histogram(bins, 0.0);
    double all = 0;
    const auto binOf = [](float pitchHz) {
        const float turn = centsOf(pitchHz) / 1200;
        return static_cast<std::size_t>((turn - std::floor(turn)) * bins) % bins;
    };
    std::vector<std::vector<bool>> blocks(bins,
                                          std::vector<bool>(track.frames() / block + 1, false));
    for (const FrameRange& vowel : vowels)
        for (std::size_t i = vowel.begin; i < vowel.end; ++i) {
            if (track.voicing(i).pitchHz <= 0) continue;
            const std::size_t bin = binOf(track.voicing(i).pitchHz);
            histogram[bin] += 1;
            blocks[bin][i / block] = true;
            all += 1;
        }
    for (std::size_t b = 0; b < bins; ++b) {
        const std::size_t left = (b + bins - 1) % bins;
        const std::size_t right = (b + 1) % bins;
        if (histogram[left] + histogram[b] + histogram[right] < commonShare * all ||
            histogram[b] < std::max(histogram[left], histogram[right]))
            continue;
        const auto heard = std::count(blocks[b].begin(), blocks[b].end(), true);
        if (static_cast<double>(heard) >= blockShare * static_cast<double>(blocks[b].size()))
            return (static_cast<float>(b) + 0.5f) * 1200 / bins;
    }
    return std::nullopt;
}

bool isOnDrone(const FeatureTrack& track, const FrameRange& vowel, float drone)
{
    constexpr float nearCents = 60;
    std::vector<float> cents;
    for (std::size_t i = vowel.begin; i < vowel.end; ++i)
        if (track.voicing(i).pitchHz > 0) cents.push_back(centsOf(track.voicing(i).pitchHz));
    const float turns = (quantile(cents, 0.5) - drone) / 1200;
    return std::fabs(turns - std::round(turns)) * 1200 < nearCents;
}

bool isHum(const FeatureTrack& track, const FrameRange& vowel)
{
    if (vowel.size() < leastHum) return false;
    std::vector<float> cents;
    for (std::size_t i = vowel.begin; i < vowel.end; ++i)
        if (track.voicing(i).pitchHz > 0) cents.push_back(centsOf(track.voicing(i).pitchHz));
    return quantile(cents, 0.75) - quantile(cents, 0.25) < 2 * steadyCents;
}

float meanLevel(const FeatureTrack& track, std::size_t begin, std::size_t end)
{
    float mean = 0;
    for (const float level : meanLevels(track, begin, std::max(end, begin + 1)))
        mean += level / static_cast<float>(bandCount);
    return mean;
}

// A vowel with the unvoiced sounds on either side, as far as they are louder than what lies beyond.
FrameRange withConsonants(const FeatureTrack& track, const FrameRange& vowel)
{
    const std::size_t frames = track.frames();
    FrameRange word = vowel;
    const std::size_t first = vowel.begin > consonant ? vowel.begin - consonant : 0;
    const std::size_t last = std::min(frames, vowel.end + consonant);
    if (first >= beyondWord) {
        const float beyond = meanLevel(track, first - beyondWord, first);
        while (word.begin > first &&
               (vowel.begin - word.begin < leastConsonant ||
                meanLevel(track, word.begin - 1, word.begin) > beyond + consonantDb))
            --word.begin;
    } else {
        word.begin = first;
    }
    if (last + beyondWord <= frames) {
        const float beyond = meanLevel(track, last, last + beyondWord);
        while (word.end < last && (word.end - vowel.end < leastConsonant ||
                                   meanLevel(track, word.end, word.end + 1) > beyond + consonantDb))
            ++word.end;
    } else {
        word.end = last;
    }
    return word;
}

} // namespace

std::vector<FrameRange> findVoices(const FeatureTrack& track)
{
    std::vector<FrameRange> vowels = vowelsIn(track);
    if (const auto drone = dronePitch(track, vowels))
        std::erase_if(vowels, [&](const FrameRange& v) { return isOnDrone(track, v, *drone); });
    std::erase_if(vowels, [&](const FrameRange& v) { return isHum(track, v); });
    std::vector<FrameRange> voices;
    std::size_t spoken = 0;
    for (const FrameRange& vowel : vowels) {
        const FrameRange word = withConsonants(track, vowel);
        if (!voices.empty() && word.begin < voices.back().end + withinPhrase)
            voices.back().end = word.end;
        else
            voices.push_back(word);
    }
    for (const FrameRange& voice : voices) spoken += voice.size();
    // A room full of talk is a room: painted over, nothing of the breath would be left.
    if (static_cast<double>(spoken) > mostSpeech * static_cast<double>(track.frames()))
        voices.clear();
    return voices;
}

} // namespace layakari
