// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/language/catalogue.hpp"
#include "core/language/pseudo.hpp"

#include <algorithm>
#include <nlohmann/json.hpp>
#include <string_view>
#include <utility>

namespace layakari {

/// Written by cmake/EmbedFiles.cmake from core/language/messages, by their names.
extern const std::vector<std::pair<std::string_view, std::string_view>> embeddedMessages;

namespace {

std::map<std::string, Catalogue> readAll()
{
    std::map<std::string, Catalogue> all;
    for (const auto& [language, text] : embeddedMessages) {
        const auto json = nlohmann::json::parse(text);
        all[std::string(language)] = {json.at("messages"), json.at("terms")};
    }
    Catalogue& longer = all[pseudoLanguage] = all.at("en");
    for (auto& [id, pattern] : longer.messages) pattern = pseudo(pattern);
    return all;
}

const std::map<std::string, Catalogue>& catalogues()
{
    static const std::map<std::string, Catalogue> all = readAll();
    return all;
}

} // namespace

const Catalogue& catalogueOf(const std::string& language)
{
    const auto found = catalogues().find(language);
    return found == catalogues().end() ? catalogues().at("en") : found->second;
}

const std::vector<std::string>& languages()
{
    static const std::vector<std::string> all = [] {
        std::vector<std::string> list;
        for (const auto& [language, text] : embeddedMessages) list.emplace_back(language);
        std::stable_partition(list.begin(), list.end(),
                              [](const std::string& language) { return language == "en"; });
        return list;
    }();
    return all;
}

} // namespace layakari
