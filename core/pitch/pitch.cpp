// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/pitch/pitch.hpp"

#include <charconv>
#include <cmath>
#include <map>
#include <string_view>

namespace layakari {

namespace {

const std::map<std::string_view, double> justRatios{
    {"Sa", 1.0},      {"re", 16.0 / 15}, {"Re", 9.0 / 8},    {"ga", 6.0 / 5},
    {"Ga", 5.0 / 4},  {"Ma", 4.0 / 3},   {"Ma#", 45.0 / 32}, {"Pa", 3.0 / 2},
    {"dha", 8.0 / 5}, {"Dha", 5.0 / 3},  {"ni", 9.0 / 5},    {"Ni", 15.0 / 8},
};

} // namespace

std::optional<double> swaraRatio(const std::string& name, Tuning tuning)
{
    std::string_view swara = name;
    double octave = 1;
    if (swara.ends_with('\'') || swara.ends_with(',')) {
        octave = swara.back() == '\'' ? 2 : 0.5;
        swara.remove_suffix(1);
    }
    const auto it = justRatios.find(swara);
    if (it == justRatios.end()) return std::nullopt;
    const double ratio = tuning == Tuning::Just
                             ? it->second
                             : std::exp2(std::round(12 * std::log2(it->second)) / 12);
    return ratio * octave;
}

bool isSwara(const std::string& name) { return swaraRatio(name).has_value(); }

std::optional<double> noteHz(const std::string& name)
{
    constexpr std::string_view letters = "C D EF G A B"; // a letter's place is its semitone above C
    if (name.size() < 2 || name.size() > 3) return std::nullopt;
    const auto semitone = letters.find(name[0]);
    const char octave = name.back();
    if (name[0] == ' ' || semitone == std::string_view::npos || octave < '0' || octave > '8')
        return std::nullopt;
    int steps = static_cast<int>(semitone) + 12 * (octave - '0' + 1);
    if (name.size() == 3) {
        if (name[1] == '#')
            ++steps;
        else if (name[1] == 'b')
            --steps;
        else
            return std::nullopt;
    }
    return 440.0 * std::pow(2.0, (steps - 69) / 12.0);
}

std::optional<double> pitchFromText(const std::string& text)
{
    const auto first = text.find_first_not_of(" \t");
    if (first == std::string::npos) return std::nullopt;
    const std::string word = text.substr(first, text.find_last_not_of(" \t") - first + 1);
    double hz = 0;
    const auto [end, error] = std::from_chars(word.data(), word.data() + word.size(), hz);
    if (error == std::errc() && end == word.data() + word.size())
        return hz >= 20 && hz <= 2000 ? std::optional(hz) : std::nullopt;
    return noteHz(word);
}

} // namespace layakari
