// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/terms.hpp"

#include <algorithm>
#include <array>
#include <cctype>

namespace layakari {

namespace {

struct Technique {
    const char* key;
    const char* english;
    const char* sanskrit; // empty: it has none in use
};

constexpr std::array techniques{
    Technique{"even", "Even breath", "Sama vritti"},
    Technique{"full-breath", "Full breath", "Dirga"},
    Technique{"long-exhale", "Long exhale", "Visama vritti"},
    Technique{"square", "Square breath", "Sama vritti with kumbhaka"},
    Technique{"four-seven-eight", "Four-seven-eight", ""},
    Technique{"held-breath", "Held breath", "Kumbhaka"},
    Technique{"held-in", "Held in", "Antara kumbhaka"},
    Technique{"held-out", "Held out", "Bahya kumbhaka"},
    Technique{"alternate-nostril", "Alternate nostril", "Nadi shodhana"},
    Technique{"left-nostril", "Left nostril", "Chandra bhedana"},
    Technique{"right-nostril", "Right nostril", "Surya bhedana"},
    Technique{"ocean-breath", "Ocean breath", "Ujjayi"},
    Technique{"humming", "Humming", "Bhramari"},
    Technique{"kapalabhati", "Skull-shining", "Kapalabhati"},
    Technique{"bhastrika", "Bellows", "Bhastrika"},
    Technique{"composite", "Composite round", ""},
};

std::string chosen(const std::string& english, const std::string& sanskrit, Terms terms)
{
    if (terms == Terms::English || sanskrit.empty()) return english;
    if (terms == Terms::Sanskrit) return sanskrit;
    return english + " / " + sanskrit;
}

} // namespace

std::string termFor(PhaseKind kind, Terms terms)
{
    switch (kind) {
    case PhaseKind::Inhale: return chosen("inhale", "puraka", terms);
    case PhaseKind::HoldFull: return chosen("held in", "antara kumbhaka", terms);
    case PhaseKind::Exhale: return chosen("exhale", "rechaka", terms);
    case PhaseKind::HoldEmpty: return chosen("held out", "bahya kumbhaka", terms);
    }
    return {};
}

std::string shortTermFor(PhaseKind kind, Terms terms)
{
    const bool sanskrit = terms == Terms::Sanskrit;
    switch (kind) {
    case PhaseKind::Inhale: return sanskrit ? "puraka" : "in";
    case PhaseKind::HoldFull: return sanskrit ? "antara" : "held in";
    case PhaseKind::Exhale: return sanskrit ? "rechaka" : "out";
    case PhaseKind::HoldEmpty: return sanskrit ? "bahya" : "held out";
    }
    return {};
}

std::string techniqueName(const std::string& technique, Terms terms)
{
    for (const Technique& t : techniques)
        if (technique == t.key) return chosen(t.english, t.sanskrit, terms);
    return technique;
}

std::string techniqueWords(const std::string& technique)
{
    std::string words = technique + " " + techniqueName(technique, Terms::Both);
    std::transform(words.begin(), words.end(), words.begin(),
                   [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
    return words;
}

} // namespace layakari
