// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <vector>

namespace layakari {

/// A page of the help: Markdown that ships with the program, or is made from what there is (the
/// glossary, the keys).
struct HelpTopic {
    QString id; ///< "accuracy"
    QString title;
    QString markdown;
};

/// All of them, in the order in which they are listed.
const std::vector<HelpTopic>& helpTopics();

/// The one of that id; the first where there is none.
const HelpTopic& helpTopic(const QString& id);

/// Those in which every word of `words` is, in title or text; the ones with it in the title first.
std::vector<const HelpTopic*> searchHelp(const QString& words);

} // namespace layakari
