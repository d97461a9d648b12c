// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/journal/sitting.hpp"

namespace layakari {

Sitting sittingFrom(const Reading& reading, Id person, Id planVersion, std::int64_t startedAt,
                    Day day)
{
    const Summary& s = reading.summary;
    Sitting sitting;
    sitting.person = person;
    sitting.planVersion = planVersion;
    sitting.startedAt = startedAt;
    sitting.day = day;
    sitting.recording = reading.recording.file;
    sitting.sha256 = reading.recording.sha256;
    sitting.practiceS = s.practiceS.value_or(0);
    sitting.accuracy = s.accuracy;
    sitting.accuracyLow = s.accuracyLow;
    sitting.accuracyHigh = s.accuracyHigh;
    if (s.completion) sitting.completion = 100 * *s.completion;
    sitting.countLengthS = s.countLengthS;
    sitting.longestHoldS = s.longestHoldS;
    sitting.strainSigns = static_cast<int>(reading.strainSigns.size());
    return sitting;
}

} // namespace layakari
