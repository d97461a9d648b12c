// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/reading/message_json.hpp"

namespace layakari {

namespace {

using Json = nlohmann::ordered_json;

constexpr std::size_t mostWords = 2000; // bytes
constexpr double mostNumber = 1e12;

std::optional<Message> messageFrom(const CheckedJson& value)
{
    Message message{value.require("id").text(mostWords)};
    const CheckedJson arguments = value.require("arguments");
    if (!arguments.isObject()) arguments.fault("must be an object");
    for (const auto& [name, unchecked] : arguments.raw().items()) {
        const CheckedJson argument = arguments.require(name);
        if (argument.isNumber())
            message.arguments.insert({name, argument.number(-mostNumber, mostNumber)});
        else
            message.arguments.insert({name, argument.text(mostWords)});
    }
    return canBeSaid(message) ? std::optional(message) : std::nullopt;
}

} // namespace

void addMessage(Json& object, const std::string& key, const Message& message)
{
    object[key] = message.empty() ? Json(nullptr) : Json(inEnglish(message));
    if (message.empty() || isAsWritten(message)) return;
    Json arguments = Json::object();
    for (const auto& [name, argument] : message.arguments) {
        if (const auto* number = std::get_if<double>(&argument.value)) arguments[name] = *number;
        if (const auto* word = std::get_if<std::string>(&argument.value)) arguments[name] = *word;
    }
    object[key + "_message"] = {{"id", message.id}, {"arguments", std::move(arguments)}};
}

Message messageIn(const CheckedJson& object, const std::string& key)
{
    if (const auto value = object.findValue(key + "_message"))
        if (const auto message = messageFrom(*value)) return *message;
    const auto text = object.findValue(key);
    return text ? asWritten(text->text(mostWords)) : Message{};
}

} // namespace layakari
