// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desktop/sound/sound_input.hpp"

#include <memory>

namespace layakari {

/// The microphones of this machine by name; none where it has none.
std::vector<QString> microphones();
/// One of them. `name` that is not there any more is the default one.
std::unique_ptr<SoundInput> openMicrophone(const QString& name);

} // namespace layakari
