// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/sound/loudspeaker.hpp"

#include <QMediaDevices>

namespace layakari {

namespace {

QString& chosenLoudspeaker()
{
    static QString name;
    return name;
}

} // namespace

std::vector<QString> loudspeakers()
{
    std::vector<QString> names;
    for (const QAudioDevice& device : QMediaDevices::audioOutputs())
        names.push_back(device.description());
    return names;
}

void chooseLoudspeaker(const QString& name) { chosenLoudspeaker() = name; }

QAudioDevice loudspeaker()
{
    if (!chosenLoudspeaker().isEmpty())
        for (const QAudioDevice& device : QMediaDevices::audioOutputs())
            if (device.description() == chosenLoudspeaker()) return device;
    return QMediaDevices::defaultAudioOutput();
}

} // namespace layakari
