// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QAudioDevice>
#include <QString>
#include <vector>

namespace layakari {

/// The loudspeakers of this machine by name; none where it has none.
std::vector<QString> loudspeakers();
/// From now on sound goes to that one; empty, or one that is not there, to the desktop's own
/// choice.
void chooseLoudspeaker(const QString& name);
/// Where sound goes. Null where there is none.
QAudioDevice loudspeaker();

} // namespace layakari
