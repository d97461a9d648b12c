// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/progress/judgement.hpp"
#include "core/progress/series.hpp"
#include "core/reading/reading.hpp"
#include "desktop/paper/paper.hpp"

#include <QString>

namespace layakari {

/// What a sitting's page says.
struct SittingReport {
    Person person;
    Sitting sitting;
    Reading reading;
    QString planName;
    std::vector<Change> changes;
    Judgement judgement;
};

/// A sitting as one page of A4: the sentence, three figures, the breath staff as far as it finds
/// room, what changed, places to listen to, how it felt, and the proposal.
Sheet sheetOf(const SittingReport& report);

} // namespace layakari
