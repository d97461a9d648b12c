// SPDX-License-Identifier: GPL-3.0-or-later
//
// The words of the formats for what a plan is made of.
#pragma once

#include "core/base/enum_words.hpp"
#include "core/plan/plan.hpp"

namespace layakari {

inline constexpr EnumWords<PhaseKind, PhaseKind::HoldEmpty> phaseWords{"inhale", "hold_full",
                                                                       "exhale", "hold_empty"};
inline constexpr EnumWords<PhaseSound, PhaseSound::Sigh> soundWords{"plain", "ujjayi", "hum",
                                                                    "sigh"};
inline constexpr EnumWords<Route, Route::Mouth> routeWords{"nose", "mouth"};
inline constexpr EnumWords<Nostril, Nostril::Both> nostrilWords{"left", "right", "both"};
inline constexpr EnumWords<Opening, Opening::Narrow> openingWords{"open", "narrow"};
inline constexpr EnumWords<Lock, Lock::Belly> lockWords{"chin", "root", "belly"};
inline constexpr EnumWords<StrokeStyle, StrokeStyle::Bhastrika> styleWords{"kapalabhati",
                                                                           "bhastrika"};
inline constexpr EnumWords<Pace, Pace::RiseFall> paceWords{"steady", "rising", "rise-fall"};
inline constexpr EnumWords<Role, Role::Outside> roleWords{"practice", "rest", "outside"};

} // namespace layakari
