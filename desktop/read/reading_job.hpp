// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/reading/plan_guess.hpp"

#include <QObject>
#include <filesystem>
#include <memory>
#include <thread>

namespace layakari {

/// Reads recordings off the interface's thread. The newest request wins; results come by queued
/// signals.
class ReadingJob : public QObject {
    Q_OBJECT
public:
    struct Done {
        std::shared_ptr<const Listened> listened; ///< null: a saved reading without its recording
        std::shared_ptr<const Reading> reading;
        std::optional<double> fit = {}; ///< 0 to 1, of a plan that was found by ear
    };
    /// What a recording is read against.
    struct Against {
        std::optional<Plan> plan;
        bool byEar = false; ///< the preset that fits best, if one fits well; `plan` is not used
        Known known;
    };

    explicit ReadingJob(QObject* parent = nullptr) : QObject(parent) {}
    ~ReadingJob() override;

    /// Listens to a recording and reads it.
    void read(const std::filesystem::path& recording, const Against& against);
    /// Reads again what was listened to, against another plan or with more known.
    void readAgain(const std::shared_ptr<const Listened>& listened, const Against& against);
    /// Opens a saved reading, and listens to its recording again where that is still to be found.
    void openSaved(const std::filesystem::path& file);
    void cancel();

signals:
    void progressed(double fraction);
    void finished(const layakari::ReadingJob::Done& done);
    void failed(const QString& message);
    void cancelled();

private:
    using Work = std::function<Result<Done>(const Progress&)>;
    void start(Work work);

    int m_generation = 0;
    std::jthread m_thread;
};

} // namespace layakari
