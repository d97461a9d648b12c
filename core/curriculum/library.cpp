// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/curriculum/library.hpp"

#include "core/base/text.hpp"
#include "core/plan/shorthand.hpp"

#include <algorithm>
#include <sstream>

namespace layakari {

bool hasAllWords(const std::string& text, const std::string& search)
{
    const std::string within = folded(text);
    std::istringstream words(folded(search));
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
