// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/features/room_pauses.hpp"

namespace layakari {

/// No gain rises faster, in dB a second; a door or a voice does.
inline constexpr float fastestGainDb = 33;

/// Whether pauses rise as a recorder's automatic gain makes them rise: from the quietest there is,
/// right after a sound, by more than the room does of itself, slowly, and in all bands alike.
/// One pause is enough where it rises far; where `isKnown` to have a gain from what came before,
/// any rise is, and pauses too short to see one say nothing against it. So are three pauses of
/// 0.4 s to a second, if nearly all rise steeply.
bool looksLikeGain(const RoomPauses& room, bool isKnown = false);

/// Whether the room itself swells, as traffic does: pauses between plain sounds that differ in
/// nothing but loudness, and by more than `NoiseFloor` follows.
bool swells(const RoomPauses& room);

} // namespace layakari
