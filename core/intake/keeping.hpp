// SPDX-License-Identifier: GPL-3.0-or-later
//
// What becomes of a reading: a sitting in the journal, which follows what a person puts right, and
// from which is learned how this person's breath sounds. Window and command line keep by these.
#pragma once

#include "core/intake/when.hpp"
#include "core/journal/journal.hpp"
#include "core/listen/breath_profile.hpp"
#include "core/reading/reading.hpp"

#include <filesystem>

namespace layakari {

/// What is known of whoever practised: profile and tuning. Of nobody (`person` 0), and of a profile
/// that cannot be read, nothing: the next sitting writes it anew.
Result<Known> knownOf(const Journal& journal, Id person);

/// A recording that was read for somebody.
struct Recorded {
    std::filesystem::path file;
    Id person = 0;
    std::optional<Plan> plan;
    /// When it was begun; nothing: as the file says (`whenRecorded`).
    std::optional<When> when = {};
    /// The program recorded it: it stays where it lies, whatever the journal says of copies.
    bool isOurs = false;
    Sitting::Origin origin = Sitting::Origin::Recorded;
};

/// Keeps a reading as a sitting, with its recording copied where the journal says so, and adds what
/// it tells of this person's breath to what is known, if this recording was not there yet: the same
/// sound teaches once. All of it is one change. `reading` must have breath in it
/// (`heardBreathing`), else BadArgument.
Result<Sitting> keep(Journal& journal, const Recorded& recorded, const Reading& reading,
                     const std::optional<BreathProfile>& heard);

/// Saves a sitting with its reading, and teaches once, as `keep` does; a simulated practitioner's
/// teaches nothing.
Result<Id> keepSitting(Journal& journal, const Sitting& sitting, const Reading& reading,
                       const std::optional<BreathProfile>& heard);

/// What a sitting's reading was corrected in; nothing where it has no reading that can be read.
Result<std::vector<Correction>> correctionsOf(const Journal& journal, const Sitting& sitting);

/// The sitting that was kept of a recording follows what a person put right in it. What they said
/// of the sitting, and when it was, stays.
Result<void> keepCorrected(Journal& journal, const Sitting& kept, const Reading& corrected);

/// A person has said which breath is the inhale: whoever swaps them knows better than any sound, so
/// what was known of this person's breath is given up for what is heard here. Said the other way
/// again, of the same recording, what was known before is back.
class BreathLesson {
public:
    /// True where it was learned anew, false where what was known before is back or there is
    /// nothing to learn from.
    Result<bool> teach(Journal& journal, Id person, const Reading& reading,
                       const std::optional<BreathProfile>& heard);

    /// Whether this recording was taught from and is read as it was before.
    bool isTakenBack(const Reading& reading) const
    {
        return m_sha256 == reading.recording.sha256 && reading.kindAIsInhale == m_kindBefore;
    }

private:
    std::string m_sha256;
    Id m_person = 0;
    bool m_kindBefore = false;
    std::string m_profileBefore;
};

} // namespace layakari
