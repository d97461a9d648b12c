// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/intake/matching.hpp"

#include "core/base/text.hpp"
#include "core/curriculum/presets.hpp"
#include "core/language/message.hpp"
#include "core/progress/proposal.hpp"

#include <algorithm>
#include <cstring>
#include <sstream>

namespace layakari {

namespace {

struct Found {
    std::optional<Id> person;
    std::optional<Plan> plan;
    const char* personFrom = "nowhere";
    const char* planFrom = "nowhere";
};

// Folded, words apart by one space, with one at either end: " runa vestlid ".
std::string asWords(const std::string& text)
{
    constexpr std::size_t mostCharacters = 1000; // more than a file's name can have
    std::string words = " ";
    for (const char c : folded(cleanName(text, mostCharacters))) {
        if (std::strchr("_-., ", c) == nullptr)
            words += c;
        else if (words.back() != ' ')
            words += ' ';
    }
    if (words.back() != ' ') words += ' ';
    return words;
}

bool holds(const std::string& words, const std::string& name)
{
    return name.size() > 2 && words.find(name) != std::string::npos;
}

std::string firstNameOf(const Person& person)
{
    // "Tor-Eskil" is one name, of two words here.
    return asWords(person.name.substr(0, person.name.find(' ')));
}

const Person* personIn(const std::string& words, const std::vector<Person>& people)
{
    for (const Person& person : people)
        if (holds(words, asWords(person.name))) return &person;
    const Person* found = nullptr;
    for (const Person& person : people) {
        if (!holds(words, firstNameOf(person))) continue;
        if (found) return nullptr; // two of that name
        found = &person;
    }
    return found;
}

// Whether the words of a plan's name that are words, not counts, are all there.
bool isNamed(const std::string& words, const std::string& name)
{
    std::istringstream parts(asWords(name));
    bool any = false;
    for (std::string part; parts >> part;) {
        if (!isWord(part)) continue;
        any = true;
        if (!holds(words, " " + part + " ")) return false;
    }
    return any;
}

Result<std::optional<Plan>> practisedLately(const Journal& journal, Id person,
                                            const std::string& words)
{
    constexpr int lately = 40;
    const auto sittings = journal.sittings(person, lately);
    if (!sittings) return fail(sittings.error());
    for (const Sitting& sitting : *sittings) {
        if (!sitting.planVersion) continue;
        const auto version = journal.planVersion(*sitting.planVersion);
        if (!version) return fail(version.error());
        if (*version &&
            (isNamed(words, (*version)->plan.name) || isNamed(words, (*version)->plan.technique)))
            return (*version)->plan;
    }
    return std::nullopt;
}

Result<void> findPlan(Found& match, const Journal& journal, const std::filesystem::path& file,
                      Day today)
{
    std::filesystem::path beside = file;
    beside.replace_extension(".plan.json");
    std::error_code ec;
    if (std::filesystem::exists(beside, ec)) {
        auto plan = readPlanFile(beside);
        if (!plan) return fail(plan.error());
        match.plan = *std::move(plan);
        match.planFrom = "beside";
        return {};
    }
    if (!match.person) return {};
    const std::string words = asWords(file.stem().string());
    auto lately = practisedLately(journal, *match.person, words);
    if (!lately) return fail(lately.error());
    match.plan = *std::move(lately);
    for (const Preset& preset : presets())
        if (!match.plan && (isNamed(words, preset.id) || isNamed(words, preset.plan.name)))
            match.plan = preset.plan;
    if (match.plan) {
        match.planFrom = "file_name";
        return {};
    }
    const auto person = journal.person(*match.person);
    if (!person) return fail(person.error());
    const auto day = journal.dayState(*match.person, today);
    if (!day) return fail(day.error());
    auto proposal = proposeFor(journal, **person, *day, today);
    if (!proposal) return fail(proposal.error());
    match.plan = proposal->plan;
    match.planFrom = "proposed";
    return {};
}

} // namespace

Result<Match> matchRecording(const Journal& journal, const std::filesystem::path& file, Day today)
{
    const auto people = journal.people();
    if (!people) return fail(people.error());
    Found match;
    std::string name;
    const auto take = [&](const Person& person, const char* how) {
        match.person = person.id;
        match.personFrom = how;
        name = person.name;
    };
    if (const Person* person = personIn(asWords(file.stem().string()), *people))
        take(*person, "file_name");
    for (std::filesystem::path folder = file.parent_path();
         !match.person && folder.has_relative_path(); folder = folder.parent_path())
        if (const Person* person = personIn(asWords(folder.filename().string()), *people))
            take(*person, "folder");
    if (!match.person && people->size() == 1) take(people->front(), "alone");
    if (auto found = findPlan(match, journal, file, today); !found) return fail(found.error());
    return Match{
        match.person, std::move(match.plan),
        say("match", {{"name", name}, {"person", match.personFrom}, {"plan", match.planFrom}})};
}

Result<Person> personNamed(const Journal& journal, const std::string& text)
{
    const auto people = journal.people();
    if (!people) return fail(people.error());
    std::vector<const Person*> found;
    std::string all;
    for (const Person& person : *people) {
        all += (all.empty() ? "" : ", ") + person.name;
        if (asWords(person.name).find(asWords(text)) != std::string::npos) found.push_back(&person);
    }
    if (found.size() == 1) return *found.front();
    return fail({ErrorCode::BadArgument, "", "",
                 "\"" + text + "\" is in the name of " + (found.empty() ? "nobody" : "several"),
                 all.empty() ? "add the person to the journal first" : "there are " + all});
}

} // namespace layakari
