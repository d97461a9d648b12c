// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <cstddef>
#include <optional>
#include <string_view>

namespace layakari {

/// What the values of an enum are called, in its order. A word too few does not compile where the
/// last value is named:
///
///     inline constexpr EnumWords<Route, Route::Mouth> routeWords{"nose", "mouth"};
template <class Enum, Enum last>
class EnumWords {
public:
    static constexpr std::size_t count = static_cast<std::size_t>(last) + 1;

    template <class... Words>
    constexpr explicit EnumWords(Words... words) : m_words{words...}
    {
        static_assert(sizeof...(Words) == count);
    }
    constexpr const char* of(Enum value) const { return m_words[static_cast<std::size_t>(value)]; }
    constexpr std::optional<Enum> find(std::string_view word) const
    {
        for (std::size_t i = 0; i < count; ++i)
            if (word == m_words[i]) return static_cast<Enum>(i);
        return std::nullopt;
    }
    constexpr const std::array<const char*, count>& all() const { return m_words; }

private:
    std::array<const char*, count> m_words;
};

} // namespace layakari
