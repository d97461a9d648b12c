// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/report/reply.hpp"

#include "core/journal/sitting.hpp"
#include "core/language/message.hpp"
#include "core/language/times.hpp"
#include "core/report/sentence.hpp"
#include "core/report/uncertainty.hpp"

#include <algorithm>

namespace layakari {

std::string composeReply(const Person& to, const Sitting& sitting, const Reading& reading,
                         const std::vector<Change>& changes, const Judgement& judgement)
{
    std::vector<std::string> paragraphs;
    paragraphs.push_back(say("reply.dear", {{"name", to.name.substr(0, to.name.find(' '))}}));

    std::string practice =
        say("reply.practice", {{"day", dayToText(sitting.day)}}) + " " + inOneSentence(reading);
    if (const std::string doubt = uncertaintyInWords(reading); !doubt.empty())
        practice += "\n" + doubt;
    paragraphs.push_back(practice);

    std::string changed;
    for (const Change& change : changes)
        if (change.isMoreThanChance()) changed += "\n" + changeInWords(change);
    if (!changed.empty()) paragraphs.push_back(say("reply.changes") + changed);

    if (!reading.strainSigns.empty()) {
        std::string places = say(reading.sure ? "reply.places" : "reply.places-uncertain");
        for (const StrainSign& sign : reading.strainSigns)
            places += "\n" + clockTime(sign.atS) + "  " + say(sign.explanation);
        paragraphs.push_back(places);
    }

    const auto& complaints = sitting.words.complaints;
    if (!complaints.empty()) {
        std::string wrote = say("reply.you-wrote", {{"complaints", complaintsInWords(complaints)}});
        if (std::find(complaints.begin(), complaints.end(), "dizzy") != complaints.end())
            wrote += " " + say("reply.dizzy");
        paragraphs.push_back(wrote);
    }
    paragraphs.push_back(judgement.reason);

    std::string text;
    for (const std::string& paragraph : paragraphs) text += paragraph + "\n\n";
    text.pop_back();
    return text;
}

} // namespace layakari
