// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/library.hpp"

#include "core/plan/shorthand.hpp"
#include "core/plan/terms.hpp"

#include <algorithm>
#include <array>
#include <cctype>
#include <map>
#include <sstream>

namespace layakari {

namespace {

struct PurposeWords {
    const char* name;
    const char* clause;
};

constexpr std::array<PurposeWords, purposeCount> purposeWords{{
    {"Settle", "calm down, sleep, recover"},
    {"Balance", "side against side"},
    {"Steady", "even, smooth, concentrated"},
    {"Hum", "sound and silence"},
    {"Heat", "wake and warm"},
    {"Hold", "retention"},
}};

const std::map<std::string, Purpose> purposes{
    {"full-breath", Purpose::Settle},
    {"long-exhale", Purpose::Settle},
    {"four-seven-eight", Purpose::Settle},
    {"left-nostril", Purpose::Settle},
    {"alternate-nostril", Purpose::Balance},
    {"even", Purpose::Steady},
    {"square", Purpose::Steady},
    {"ocean-breath", Purpose::Steady},
    {"humming", Purpose::Hum},
    {"kapalabhati", Purpose::Heat},
    {"bhastrika", Purpose::Heat},
    {"right-nostril", Purpose::Heat},
    {"composite", Purpose::Heat},
    {"held-breath", Purpose::Hold},
    {"held-in", Purpose::Hold},
    {"held-out", Purpose::Hold},
};

std::string lowered(std::string text)
{
    std::transform(text.begin(), text.end(), text.begin(),
                   [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
    return text;
}

} // namespace

const char* purposeName(Purpose purpose)
{
    return purposeWords[static_cast<std::size_t>(purpose)].name;
}

const char* purposeClause(Purpose purpose)
{
    return purposeWords[static_cast<std::size_t>(purpose)].clause;
}

Purpose purposeOf(const std::string& technique)
{
    const auto found = purposes.find(technique);
    return found == purposes.end() ? Purpose::Steady : found->second;
}

bool hasAllWords(const std::string& text, const std::string& search)
{
    const std::string within = lowered(text);
    std::istringstream words(lowered(search));
    std::string word;
    while (words >> word)
        if (within.find(word) == std::string::npos) return false;
    return true;
}

bool answersTo(const Plan& plan, const std::string& search)
{
    std::string text = plan.name + " " + techniqueWords(plan.technique) + " " +
                       purposeName(purposeOf(plan.technique));
    for (const PlannedStep& step : unfold(plan))
        if (const Cycles* cycles = step.cycle()) {
            std::string counts = countsInShort(cycles->phases);
            text += " " + counts;
            std::replace(counts.begin(), counts.end(), '-', ':');
            text += " " + counts;
            break;
        }
    return hasAllWords(text, search);
}

} // namespace layakari
