// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.hpp"

#include <QWidget>
#include <filesystem>

class QLabel;

namespace layakari {

/// Stands where the journal's pages would, when the journal cannot be opened: says why, and offers
/// the last backup.
class NoJournalPage : public QWidget {
    Q_OBJECT
public:
    NoJournalPage(std::filesystem::path dataFolder, const Error& error, QWidget* parent);

private:
    void restore();

    std::filesystem::path m_dataFolder;
    QLabel* m_words;
};

} // namespace layakari
