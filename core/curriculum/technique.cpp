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

constexpr EnumWords<Purpose, Purpose::Hold> purposeWords{"settle", "balance", "steady",
                                                         "hum",    "heat",    "hold"};

} // namespace

std::string purposeName(Purpose purpose)
{
    return say(std::string("purpose.") + purposeWords.of(purpose));
}

std::string purposeClause(Purpose purpose)
{
    return say(std::string("purpose-clause.") + purposeWords.of(purpose));
}

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
    return findTechnique(key) ? say(Message{"technique." + key}, terms) : key;
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
