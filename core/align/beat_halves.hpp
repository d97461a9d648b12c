// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/align/breath_beat.hpp"

#include <cstddef>
#include <vector>

namespace layakari {

/// Natural breath around a run of bellows is weaker than what most of the run reaches, by so much.
inline constexpr double weakerThanRunDb = 7;

/// What is no breath, however regular.
bool isHumOrStrokes(const HeardSpan& span);

/// Whether it sounds, and nobody has said that it is a voice.
bool mayBeAHalf(const HeardSpan& span);

/// Of a breath, over the room, dB.
double levelOf(const HeardSpan& span);

/// What a quarter of the spans exceed, dB; `spans` are indices of `heard.spans`, at least one.
double usualLevelOf(const std::vector<std::size_t>& spans, const Heard& heard);

/// Whether one beat was not heard between two that are `gapS` apart.
bool isTwoBeats(double gapS, double tempoS);

/// The run of strokes of which one half was found on its beat: `spans`, in time order, on a beat of
/// `tempoS` seconds. Where the other half is heard at its place in most of the beats, it is put in,
/// and what was heard of either half of a beat stands for it. The run goes on at both ends then,
/// for up to three strokes, where there is a half at its place that is as loud and about as long.
/// `taken` are the spans of other runs.
BreathsOnABeat withOtherHalves(const std::vector<std::size_t>& spans, double tempoS,
                               const Heard& heard, const std::vector<bool>& taken);

} // namespace layakari
