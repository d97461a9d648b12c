// SPDX-License-Identifier: GPL-3.0-or-later
#include "bench/listening/laid_over.hpp"

#include "bench/common/shell.hpp"
#include "core/audio/recording.hpp"

#include <algorithm>
#include <cmath>

namespace layakari::bench {

namespace {

constexpr double espeakLevelDb = -20; // mean power of its speech, measured with sox stat
constexpr double toneLevelDb = -9;    // of the expressions below while they sound

std::string droneAt(const std::string& hz)
{
    std::string sum;
    for (const char* k : {"1", "2", "3", "4", "5"})
        sum += (sum.empty() ? "" : "+") + std::string("sin(2*PI*") + k + "*" + hz + "*t)/" + k;
    return "0.3*(" + sum + ")";
}

std::string clicksEvery(const std::string& seconds)
{
    return "if(lt(mod(t," + seconds + "),0.03),0.5*sin(2*PI*1100*t),0)";
}

// Where a voice that is repeated without end sounds: where the file is within 30 dB of its loudest.
std::vector<Truth::Stretch> spoken(const std::filesystem::path& voice, double untilS)
{
    constexpr double stepS = 0.02;
    constexpr double sounds = 0.03;
    const auto sound = readStretch(voice, 0, 3600, analysisRateHz);
    if (!sound || sound->empty()) giveUp("espeak-ng said nothing");
    const auto step = static_cast<std::size_t>(stepS * analysisRateHz);
    std::vector<float> peaks;
    for (std::size_t i = 0; i + step <= sound->size(); i += step) {
        float peak = 0;
        for (std::size_t k = 0; k < step; ++k) peak = std::max(peak, std::fabs((*sound)[i + k]));
        peaks.push_back(peak);
    }
    const float loudest = *std::max_element(peaks.begin(), peaks.end());
    const double lengthS = static_cast<double>(sound->size()) / analysisRateHz;
    std::vector<Truth::Stretch> stretches;
    for (double from = 0; from < untilS; from += lengthS)
        for (std::size_t i = 0; i < peaks.size(); ++i) {
            if (peaks[i] < sounds * loudest) continue;
            const double at = from + stepS * static_cast<double>(i);
            if (stretches.empty() || at > stretches.back().endS + stepS / 2)
                stretches.push_back({at, at});
            stretches.back().endS = at + stepS;
        }
    return stretches;
}

} // namespace

std::vector<LaidOver> laidOver(bool held)
{
    const std::string rest = " . . . ";
    if (!held)
        return {{"counting", "en", "one two three four five six seven eight", 4},
                {"counting", "de", "eins zwei drei vier fünf sechs sieben acht", 0},
                {"guiding", "en+f2", "and now let the breath become slow. " + rest, 3},
                {"drone", "", droneAt("131"), -4},
                {"metronome", "", clicksEvery("1"), 8}};
    return {{"counting", "fr+f3", "un deux trois quatre cinq six sept huit", 3},
            {"counting", "hi", "एक दो तीन चार पाँच छह सात आठ", 3},
            {"guiding", "es+m3", "y ahora deja que la respiración sea lenta. " + rest, 3},
            {"drone", "", droneAt("165"), -4},
            {"metronome", "", clicksEvery("1.2"), 8}};
}

std::vector<Truth::Stretch> layOver(const LaidOver& what, const std::filesystem::path& recording,
                                    double breathLevelDb, double untilS,
                                    const std::filesystem::path& mixed)
{
    const bool speaks = !what.voice.empty();
    const double gain = breathLevelDb + what.overBreathDb - (speaks ? espeakLevelDb : toneLevelDb);
    std::string input = " -f lavfi -i \"aevalsrc='" + what.source + "':s=16000:d=3600\"";
    std::string said;
    if (speaks) {
        // Words some 0.7 s apart, as a guide counts.
        said = mixed.string() + ".voice.wav";
        run("espeak-ng -v " + what.voice + " -s 150 -g 70 -w '" + said + "' '" + what.source + "'");
        input = " -stream_loop -1 -i '" + said + "'";
    }
    run("ffmpeg -v error -y -i '" + recording.string() + "'" + input +
        " -filter_complex \"[1:a]volume=" + std::to_string(gain) +
        "dB[over];[0:a][over]amix=inputs=2:duration=first:normalize=0\" -ar 16000 '" +
        mixed.string() + "'");
    return speaks ? spoken(said, untilS) : std::vector<Truth::Stretch>{};
}

} // namespace layakari::bench
