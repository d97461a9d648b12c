// SPDX-License-Identifier: GPL-3.0-or-later
#include "bench/listening/laid_over.hpp"

#include <cstdio>
#include <cstdlib>

namespace layakari::bench {

namespace {

constexpr double espeakLevelDb = -20; // mean power of its speech, measured with sox stat
constexpr double toneLevelDb = -9;    // of the expressions below while they sound

void run(const std::string& command)
{
    if (std::system(command.c_str()) == 0) return;
    std::fprintf(stderr, "this failed: %s\n", command.c_str());
    std::exit(1);
}

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

void layOver(const LaidOver& what, const std::filesystem::path& recording, double breathLevelDb,
             const std::filesystem::path& mixed)
{
    const bool speaks = !what.voice.empty();
    const double gain = breathLevelDb + what.overBreathDb - (speaks ? espeakLevelDb : toneLevelDb);
    std::string input = " -f lavfi -i \"aevalsrc='" + what.source + "':s=16000:d=3600\"";
    if (speaks) {
        // Words some 0.7 s apart, as a guide counts.
        const std::string said = mixed.string() + ".voice.wav";
        run("espeak-ng -v " + what.voice + " -s 150 -g 70 -w '" + said + "' '" + what.source + "'");
        input = " -stream_loop -1 -i '" + said + "'";
    }
    run("ffmpeg -v error -y -i '" + recording.string() + "'" + input +
        " -filter_complex \"[1:a]volume=" + std::to_string(gain) +
        "dB[over];[0:a][over]amix=inputs=2:duration=first:normalize=0\" -ar 16000 '" +
        mixed.string() + "'");
}

} // namespace layakari::bench
