// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/progress/judgement.hpp"
#include "core/progress/series.hpp"
#include "core/reading/reading.hpp"

namespace layakari {

/// A teacher's reply to who handed in, composed from the facts alone, to be changed before it
/// leaves: what was kept, what changed by more than chance, signs of strain with their places, what
/// the person said, and the proposal with its reason.
std::string composeReply(const Person& to, const Sitting& sitting, const Reading& reading,
                         const std::vector<Change>& changes, const Judgement& judgement);

} // namespace layakari
