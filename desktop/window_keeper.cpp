// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/window_keeper.hpp"

#include "desktop/language/program_language.hpp"
#include "desktop/main_window.hpp"
#include "desktop/settings/settings_page.hpp"

#include <QApplication>

namespace layakari {

WindowKeeper::WindowKeeper(std::filesystem::path dataFolder) : m_dataFolder(std::move(dataFolder))
{
    make();
}

WindowKeeper::~WindowKeeper() = default;

void WindowKeeper::make()
{
    m_window = std::make_unique<MainWindow>(m_dataFolder);
    if (SettingsPage* settings = m_window->settingsPage())
        // Queued: the page that asks for it is gone afterwards.
        connect(settings, &SettingsPage::languageWanted, this, &WindowKeeper::makeAnew,
                Qt::QueuedConnection);
}

void WindowKeeper::makeAnew()
{
    const bool quits = QApplication::quitOnLastWindowClosed();
    QApplication::setQuitOnLastWindowClosed(false);
    if (m_window->close()) {
        m_window.reset(); // two windows on one journal would each have their own undo
        useLanguage(
            chosenLanguage(QString::fromStdString((m_dataFolder / "desktop.ini").string())));
        make();
        m_window->show();
        m_window->showSettings();
        m_window->settingsPage()->showSection(SettingsPage::Appearance);
    }
    QApplication::setQuitOnLastWindowClosed(quits);
}

} // namespace layakari
