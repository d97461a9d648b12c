// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/language/message.hpp"

#include <QString>

namespace layakari {

/// The name of a plan, a progression or a part, for the screen.
inline QString shownName(const std::string& name)
{
    return QString::fromStdString(nameInWords(name));
}

} // namespace layakari
