// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/sound/sound_input.hpp"

namespace layakari {

void SoundInput::tellCue(const Plan&, const std::vector<CueStep>&, Lead,
                         const std::function<CueMoment()>&)
{
}

} // namespace layakari
