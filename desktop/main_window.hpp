// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QMainWindow>
#include <filesystem>

class QLabel;

namespace layakari {

class ReadPage;

/// The one window: the places along a breath at its head, the page under it. A recording may be
/// dropped anywhere.
class MainWindow : public QMainWindow {
    Q_OBJECT
public:
    /// `dataFolder` holds what is remembered between sessions.
    explicit MainWindow(const std::filesystem::path& dataFolder, QWidget* parent = nullptr);

    ReadPage* readPage() const { return m_page; }
    /// Reads the first of several files and remembers the others as recent.
    void openFiles(const QStringList& files);
    void switchTheme();

protected:
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;
    void closeEvent(QCloseEvent* event) override;

private:
    void addShortcuts();
    void showHead();
    void remember(const QStringList& files);
    void restoreState();

    QString m_settingsFile;
    ReadPage* m_page;
    QLabel* m_name;
    QLabel* m_details;
};

} // namespace layakari
