// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <filesystem>
#include <memory>

namespace layakari {

class MainWindow;

/// Keeps the program's one window. Another language is a new window in its place: every text of a
/// page is said when the page is made.
class WindowKeeper : public QObject {
    Q_OBJECT
public:
    explicit WindowKeeper(std::filesystem::path dataFolder);
    ~WindowKeeper() override;

    MainWindow& window() { return *m_window; }

private:
    void make();
    void makeAnew();

    std::filesystem::path m_dataFolder;
    std::unique_ptr<MainWindow> m_window;
};

} // namespace layakari
