// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desktop/theme/theme.hpp"

#include <QObject>

namespace layakari {

class DarkPreference;

/// How the program looks, as a person has set it: which theme, or the desktop's preference, and how
/// large the text is. Kept in the settings file.
class Look : public QObject {
    Q_OBJECT
public:
    enum class Choice { System, Paper, BeforeDawn };

    explicit Look(const QString& settingsFile, QObject* parent = nullptr);

    /// Puts into force what is set; `changed` is not emitted.
    void apply();
    Choice choice() const;
    void choose(Choice choice);
    /// The other theme than the one that is seen, from now on.
    void toggle();
    /// Percent of the usual size: one of `textSizes`.
    int textPercent() const;
    void setTextPercent(int percent);

    static constexpr int textSizes[]{90, 100, 110, 125, 150};

signals:
    void changed();

private:
    const Theme& theme() const;
    void put();

    QString m_settingsFile;
    DarkPreference* m_desktop;
};

} // namespace layakari
