// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/settings/look.hpp"

#include "desktop/session/dark_preference.hpp"

#include <QSettings>
#include <algorithm>

namespace layakari {

namespace {

const QString themeKey = QStringLiteral("theme");
const QString textKey = QStringLiteral("text_percent");
const QString asTheSystem = QStringLiteral("system");

} // namespace

Look::Look(const QString& settingsFile, QObject* parent)
    : QObject(parent), m_settingsFile(settingsFile), m_desktop(new DarkPreference(this))
{
    connect(m_desktop, &DarkPreference::changed, this, [this] {
        if (choice() == Choice::System) put();
    });
}

Look::Choice Look::choice() const
{
    const QString name =
        QSettings(m_settingsFile, QSettings::IniFormat).value(themeKey, asTheSystem).toString();
    if (name == Theme::beforeDawn().name) return Choice::BeforeDawn;
    return name == Theme::paperTheme().name ? Choice::Paper : Choice::System;
}

const Theme& Look::theme() const
{
    const Choice chosen = choice();
    const bool isDark = chosen == Choice::BeforeDawn ||
                        (chosen == Choice::System && m_desktop->isDark().value_or(false));
    return isDark ? Theme::beforeDawn() : Theme::paperTheme();
}

void Look::apply()
{
    setTextScale(textPercent() / 100.0);
    applyTheme(theme());
}

void Look::put()
{
    apply();
    emit changed();
}

void Look::choose(Choice choice)
{
    const QString name = choice == Choice::System  ? asTheSystem
                         : choice == Choice::Paper ? Theme::paperTheme().name
                                                   : Theme::beforeDawn().name;
    QSettings(m_settingsFile, QSettings::IniFormat).setValue(themeKey, name);
    put();
}

void Look::toggle() { choose(currentTheme().dark ? Choice::Paper : Choice::BeforeDawn); }

int Look::textPercent() const
{
    const int percent = QSettings(m_settingsFile, QSettings::IniFormat).value(textKey, 100).toInt();
    return std::clamp(percent, textSizes[0], *std::rbegin(textSizes));
}

void Look::setTextPercent(int percent)
{
    QSettings(m_settingsFile, QSettings::IniFormat).setValue(textKey, percent);
    put();
}

} // namespace layakari
