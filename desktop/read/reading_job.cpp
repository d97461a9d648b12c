// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/read/reading_job.hpp"

#include "core/base/files.hpp"

namespace layakari {

namespace {

ReadingJob::Done readListened(const std::shared_ptr<const Listened>& listened,
                              const ReadingJob::Against& against, const Progress& progress)
{
    std::optional<Plan> plan = against.plan;
    std::optional<double> fit;
    if (against.byEar) {
        plan.reset();
        if (auto guess = convincingGuess(*listened, against.known, {{}, progress.stop})) {
            plan = std::move(guess->plan);
            fit = guess->fit;
        }
    }
    return {listened, std::make_shared<const Reading>(readAgainst(*listened, plan, against.known)),
            fit};
}

Result<ReadingJob::Done> readFile(const std::filesystem::path& recording,
                                  const ReadingJob::Against& against, const Progress& progress)
{
    auto listened = listenToFile(recording, progress);
    if (!listened) return fail(listened.error());
    return readListened(std::make_shared<const Listened>(*std::move(listened)), against, progress);
}

// The recording is looked for where the reading says, then beside the reading; only the same bytes
// will do.
std::shared_ptr<const Listened>
recordingOf(const Reading& reading, const std::filesystem::path& file, const Progress& progress)
{
    const std::filesystem::path named(reading.recording.file);
    for (const auto& candidate : {named, file.parent_path() / named.filename()}) {
        const auto hash = sha256OfFile(candidate);
        if (!hash || *hash != reading.recording.sha256) continue;
        if (auto listened = listenToFile(candidate, progress))
            return std::make_shared<const Listened>(*std::move(listened));
    }
    return nullptr;
}

} // namespace

ReadingJob::~ReadingJob() { ++m_generation; }

void ReadingJob::start(Work work)
{
    const int generation = ++m_generation;
    m_thread.request_stop();
    // Assigning waits for the older work, which looks at its stop token many times a second.
    m_thread =
        std::jthread([this, generation, work = std::move(work)](const std::stop_token& stop) {
            const auto post = [this, generation](auto&& deliver) {
                QMetaObject::invokeMethod(
                    this,
                    [this, generation, deliver] {
                        if (generation == m_generation) deliver();
                    },
                    Qt::QueuedConnection);
            };
            int lastPercent = -1;
            const Progress progress{[&](double fraction) {
                                        const int percent = static_cast<int>(100 * fraction);
                                        if (std::exchange(lastPercent, percent) == percent) return;
                                        post([this, fraction] { emit progressed(fraction); });
                                    },
                                    stop};
            auto result = work(progress);
            if (result)
                post([this, done = *result] { emit finished(done); });
            else if (result.error().code != ErrorCode::Cancelled)
                post([this, message = QString::fromStdString(result.error().message())] {
                    emit failed(message);
                });
        });
}

void ReadingJob::read(const std::filesystem::path& recording, const Against& against)
{
    start([=](const Progress& progress) { return readFile(recording, against, progress); });
}

void ReadingJob::readAgain(const std::shared_ptr<const Listened>& listened, const Against& against)
{
    start([=](const Progress& progress) -> Result<Done> {
        return readListened(listened, against, progress);
    });
}

void ReadingJob::openSaved(const std::filesystem::path& file)
{
    start([=](const Progress& progress) -> Result<Done> {
        auto reading = openReadingFile(file);
        if (!reading) return fail(reading.error());
        auto listened = recordingOf(*reading, file, progress);
        if (progress.stopped())
            return fail({ErrorCode::Cancelled, file.string(), "", "opening was stopped", ""});
        return Done{listened, std::make_shared<const Reading>(*std::move(reading)), {}};
    });
}

void ReadingJob::cancel()
{
    ++m_generation;
    m_thread.request_stop();
    emit cancelled();
}

} // namespace layakari
