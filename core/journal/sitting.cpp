// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/journal/sitting.hpp"

#include "core/journal/figures.hpp"
#include "core/language/message.hpp"

namespace layakari {

std::vector<std::string> complaintsInWords(const std::vector<std::string>& complaints)
{
    std::vector<std::string> words;
    for (const std::string& complaint : complaints) {
        const std::string id = "complaint." + complaint;
        words.push_back(isMessage(id) ? say(id) : complaint);
    }
    return words;
}

Result<void> learnBreath(Journal& journal, Id id, const BreathProfile& heard)
{
    auto person = journal.person(id);
    if (!person) return fail(person.error());
    if (!*person) return {};
    const auto known = parseProfile((*person)->breathProfile, (*person)->name);
    return journal.saveBreathProfile(id, profileToJson(known ? merged(*known, heard) : heard));
}

Sitting sittingFrom(const Reading& reading, Id person, Id planVersion, std::int64_t startedAt,
                    Day day)
{
    Sitting sitting;
    sitting.person = person;
    sitting.planVersion = planVersion;
    sitting.startedAt = startedAt;
    sitting.day = day;
    sitting.recording = reading.recording.file;
    sitting.sha256 = reading.recording.sha256;
    takeFigures(sitting, reading);
    return sitting;
}

} // namespace layakari
