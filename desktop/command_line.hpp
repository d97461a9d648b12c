// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QStringList>
#include <filesystem>
#include <optional>

class QCoreApplication;

namespace layakari {

/// What the desktop program was started with.
struct CommandLine {
    QStringList files;
    QString plan; ///< a plan file or a preset's id
    bool isWithoutPlan = false;
    std::filesystem::path data;
    QString theme;    ///< this time only; empty for what is set
    QString language; ///< likewise
    QString person;   ///< a part of a name
    QString view;
    // For who works on it: not in the help.
    QString size;       ///< "1280x800"
    QString screenshot; ///< a file
    QString pdf;        ///< a file
    int row = -1;
    int phase = -1;
    std::optional<double> practiseS;
    bool fillsDemo = false;

    /// Reads the arguments; prints help or version, or what is wrong with them, and ends the
    /// program where that is asked for.
    static CommandLine read(const QCoreApplication& app);
};

} // namespace layakari
