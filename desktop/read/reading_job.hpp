// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/reading/reading.hpp"

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
    };

    explicit ReadingJob(QObject* parent = nullptr) : QObject(parent) {}
    ~ReadingJob() override;

    /// Listens to a recording and reads it against a plan.
    void read(const std::filesystem::path& recording, const std::optional<Plan>& plan,
              const Known& known);
    /// Reads again what was listened to, against another plan or with more known.
    void readAgain(const std::shared_ptr<const Listened>& listened, const std::optional<Plan>& plan,
                   const Known& known);
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
