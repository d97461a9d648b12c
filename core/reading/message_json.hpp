// SPDX-License-Identifier: GPL-3.0-or-later
//
// Messages in files: the text in English, for whoever reads the file, and beside it the message of
// which it is made, for a program that speaks another language.
#pragma once

#include "core/base/checked_json.hpp"
#include "core/language/message.hpp"

#include <nlohmann/json.hpp>

namespace layakari {

/// Sets `key` to the text in English (null where there is none) and `key`_message to its id and
/// arguments.
void addMessage(nlohmann::ordered_json& object, const std::string& key, const Message& message);

/// What `addMessage` has set. The text as it is written where its message is missing, as in files
/// of before there were any, or is none that this version can say.
Message messageIn(const CheckedJson& object, const std::string& key);

} // namespace layakari
