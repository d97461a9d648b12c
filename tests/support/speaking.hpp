// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/language/message.hpp"

namespace layakari {

/// How the program speaks while this lives.
class Speaking {
public:
    explicit Speaking(const Speech& how) : m_before(speech()) { speak(how); }
    ~Speaking() { speak(m_before); }
    Speaking(const Speaking&) = delete;
    Speaking& operator=(const Speaking&) = delete;

private:
    Speech m_before;
};

} // namespace layakari
