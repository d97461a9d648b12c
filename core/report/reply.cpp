// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/report/reply.hpp"

#include "core/report/sentence.hpp"

#include <algorithm>

namespace layakari {

std::string composeReply(const Person& to, const Sitting& sitting, const Reading& reading,
                         const std::vector<Change>& changes, const Judgement& judgement)
{
    std::string text = "Dear " + to.name.substr(0, to.name.find(' ')) + ",\n\n";
    text += "I listened to your practice of " + dayToText(sitting.day) + ". " +
            inOneSentence(reading) + "\n";
    if (const std::string doubt = uncertaintyInWords(reading); !doubt.empty()) text += doubt + "\n";
    std::string changed;
    for (const Change& change : changes)
        if (change.isMoreThanChance()) changed += changeInWords(change) + "\n";
    if (!changed.empty()) text += "\nWhat was different this time:\n" + changed;
    if (!reading.strainSigns.empty()) {
        text += reading.sure ? "\nPlaces to listen to:\n"
                             : "\nPlaces to listen to, if they were heard rightly:\n";
        for (const StrainSign& sign : reading.strainSigns)
            text += "at " + clockTime(sign.atS) + ": " + sign.explanation + "\n";
    }
    const auto& complaints = sitting.words.complaints;
    if (!complaints.empty()) {
        text += "\nYou wrote: ";
        for (const std::string& complaint : complaints)
            text += complaint + (&complaint == &complaints.back() ? ".\n" : ", ");
        const bool isDizzy =
            std::find(complaints.begin(), complaints.end(), "dizzy") != complaints.end();
        if (isDizzy)
            text += "Please stop at once when you are dizzy, breathe as you like, and ask your "
                    "doctor before you go on with holds or forced breathing.\n";
    }
    text += "\n" + judgement.reason + "\n";
    return text;
}

} // namespace layakari
