// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/curriculum/technique.hpp"

#include "core/base/enum_words.hpp"
#include "core/base/text.hpp"

namespace layakari {

namespace catalogue {
#define TECHNIQUE(name) Technique name();
#include "core/curriculum/techniques/all.inc"
#undef TECHNIQUE
} // namespace catalogue

namespace {

constexpr EnumWords<Purpose, Purpose::Hold> purposeNames{"Settle", "Balance", "Steady",
                                                         "Hum",    "Heat",    "Hold"};
constexpr EnumWords<Purpose, Purpose::Hold> purposeClauses{
    "calm down, sleep, recover", "side against side", "even, smooth, concentrated",
    "sound and silence",         "wake and warm",     "retention"};

} // namespace

const char* purposeName(Purpose purpose) { return purposeNames.of(purpose); }

const char* purposeClause(Purpose purpose) { return purposeClauses.of(purpose); }

const std::vector<Technique>& techniques()
{
    static const std::vector<Technique> all{
#define TECHNIQUE(name) catalogue::name(),
#include "core/curriculum/techniques/all.inc"
#undef TECHNIQUE
    };
    return all;
}

const Technique* findTechnique(const std::string& key)
{
    for (const Technique& technique : techniques())
        if (key == technique.key) return &technique;
    return nullptr;
}

std::string techniqueName(const std::string& key, Terms terms)
{
    const Technique* technique = findTechnique(key);
    return technique ? inTerms(technique->english, technique->sanskrit, terms) : key;
}

std::string techniqueWords(const std::string& key)
{
    return folded(key + " " + techniqueName(key, Terms::Both));
}

Purpose purposeOf(const std::string& key)
{
    const Technique* technique = findTechnique(key);
    return technique ? technique->purpose : Purpose::Steady;
}

} // namespace layakari
