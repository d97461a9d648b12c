// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>

namespace layakari {

/// Whether `name` is a swara: Sa re Re ga Ga Ma Ma# Pa dha Dha ni Ni (small letters: komal, Ma#:
/// tivra), with ' for the octave above or , for the one below.
bool isSwara(const std::string& name);

/// A swara's frequency over Sa's, in five-limit just intonation: Sa 1, re 16/15, Re 9/8, ga 6/5,
/// Ga 5/4, Ma 4/3, Ma# 45/32, Pa 3/2, dha 8/5, Dha 5/3, ni 9/5, Ni 15/8 (docs/formats.md has the
/// table and its source). Nothing for a name that is no swara.
/// Tempered: the nearest step of twelve equal ones in the octave.
enum class Tuning { Just, Tempered };
std::optional<double> swaraRatio(const std::string& name, Tuning tuning = Tuning::Just);

/// The frequency of a note in scientific pitch notation with A4 = 440 Hz (ISO 16), equal tempered:
/// a letter A to G, # or b if wanted, and an octave 0 to 8. Nothing for any other text.
std::optional<double> noteHz(const std::string& name);

/// What a person types for Sa: a note, or 20 to 2000 Hz. Nothing for any other text.
std::optional<double> pitchFromText(const std::string& text);

} // namespace layakari
