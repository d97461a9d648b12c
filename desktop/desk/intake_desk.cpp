// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/desk/intake_desk.hpp"

#include "core/intake/putting_right.hpp"
#include "desktop/desk/journal_desk.hpp"

#include <QDir>
#include <QFileInfo>
#include <algorithm>
#include <utility>

namespace layakari {

namespace {

constexpr const char* watchedKey = "watched_folder";
// A file that has not grown for so long is there whole.
constexpr int settleMs = 2000;

} // namespace

IntakeDesk::IntakeDesk(JournalDesk* desk, QObject* parent) : QObject(parent), m_desk(desk)
{
    m_readers = std::make_unique<Readers>(
        [this](const ReadOrder& order, const ReadIn& read) {
            QMetaObject::invokeMethod(
                this, [this, order, read] { take(order, read); }, Qt::QueuedConnection);
        },
        [this](Id id, double fraction) {
            QMetaObject::invokeMethod(
                this,
                [this, id, fraction] {
                    if (const auto at = m_progress.find(id); at != m_progress.end()) {
                        at->second = fraction;
                        emit progressed(id);
                    }
                },
                Qt::QueuedConnection);
        });
    m_settle.setSingleShot(true);
    m_settle.setInterval(settleMs);
    connect(&m_settle, &QTimer::timeout, this, &IntakeDesk::lookIntoWatched);
    connect(&m_watcher, &QFileSystemWatcher::directoryChanged, this, [this] { m_settle.start(); });
    reload();
    goOn();
    if (const auto folder = m_desk->journal().setting(watchedKey); folder && !folder->empty())
        watch(QString::fromStdString(*folder));
}

IntakeDesk::~IntakeDesk()
{
    m_readers.reset();
    // What was being read has not ended the program.
    for (const auto& [id, progress] : m_progress)
        for (Handed handed : m_all)
            if (handed.id == id) {
                handed.reader.clear();
                m_desk->journal().saveHanded(handed);
            }
}

void IntakeDesk::reload()
{
    if (auto all = m_desk->told(m_desk->journal().handedIn())) m_all = *std::move(all);
    emit changed();
}

std::vector<Id> IntakeDesk::add(const QStringList& paths)
{
    std::vector<std::filesystem::path> files;
    for (const QString& path : paths) files.emplace_back(path.toStdString());
    auto taken = m_desk->told(layakari::takeIn(m_desk->journal(), files, m_desk->today()));
    reload();
    goOn();
    return std::move(taken).value_or(std::vector<Id>{});
}

int IntakeDesk::takeIn(const QStringList& paths)
{
    const std::vector<Id> taken = add(paths);
    if (taken.empty()) return 0;
    const JournalStep step = addedToInbox(m_desk->journal(), taken, m_desk->today());
    const auto also = [this](const std::function<Result<void>()>& change) {
        auto changed = change();
        reload();
        if (!m_isStopped) goOn();
        return changed;
    };
    m_desk->perform(
        tr("Add to the inbox"), [also, act = step.act] { return also(act); },
        [also, back = step.takeBack] { return also(back); });
    return static_cast<int>(taken.size());
}

void IntakeDesk::goOn()
{
    m_isStopped = false;
    for (Handed handed : std::vector<Handed>(m_all)) {
        // As many as are read at a time: each is marked before it is begun, so that one that ends
        // the program is known by it.
        if (m_progress.size() >= m_readers->threads()) break;
        // Nobody's keeps waiting until somebody says whose it is.
        if (handed.state != Handed::State::Waiting || !handed.person || m_progress.count(handed.id))
            continue;
        const auto isOurs = m_desk->told(m_desk->journal().beginReading(handed));
        if (!isOurs) break;
        if (!*isOurs) continue;
        auto order = m_desk->told(orderFor(m_desk->journal(), handed));
        if (!order) break;
        m_progress[handed.id] = 0;
        m_readers->add(*std::move(order));
    }
    reload();
}

void IntakeDesk::take(const ReadOrder& order, const ReadIn& read)
{
    m_progress.erase(order.handed.id);
    // It may have been given to somebody else meanwhile: then it is read again for them.
    const auto now = std::find_if(m_all.begin(), m_all.end(), [&](const Handed& handed) {
        return handed.id == order.handed.id;
    });
    std::optional<Handed> kept;
    if (now != m_all.end() && *now == order.handed)
        kept = m_desk->told(keepRead(m_desk->journal(), order, read));
    reload();
    if (!m_isStopped) goOn();
    ++m_readInARow;
    if (m_progress.empty()) emit finished(std::exchange(m_readInARow, 0));
    if (kept && kept->state == Handed::State::Kept) emit m_desk->journalChanged();
}

std::optional<double> IntakeDesk::progressOf(Id handed) const
{
    const auto at = m_progress.find(handed);
    return at == m_progress.end() ? std::nullopt : std::optional(at->second);
}

void IntakeDesk::assign(Id id, Id person, const std::optional<Plan>& plan)
{
    const auto at = std::find_if(m_all.begin(), m_all.end(),
                                 [&](const Handed& handed) { return handed.id == id; });
    if (at == m_all.end() || at->state == Handed::State::Kept) return;
    Handed handed = *at;
    handed.person = person;
    handed.state = Handed::State::Waiting;
    handed.reader.clear();
    handed.attempts = 0; // a person asks for it
    handed.words = tr("as it was said here").toStdString();
    handed.planVersion.reset();
    if (plan) {
        const auto version = m_desk->told(m_desk->journal().versionFor(*plan));
        if (!version) return;
        handed.planVersion = *version;
    }
    const auto put = [this](const Handed& as) -> Result<void> {
        // What was read meanwhile is a sitting by now, and stays one.
        const auto now = m_desk->journal().handedIn();
        if (!now) return fail(now.error());
        for (const Handed& there : *now)
            if (there.id == as.id && there.state == Handed::State::Kept) return {};
        auto saved = m_desk->journal().saveHanded(as).map([](Id) {});
        reload();
        goOn();
        return saved;
    };
    m_desk->perform(
        tr("Say whose %1 is").arg(QFileInfo(QString::fromStdString(handed.file)).fileName()),
        [put, handed] { return put(handed); }, [put, was = *at] { return put(was); });
}

void IntakeDesk::stop()
{
    m_isStopped = true;
    m_readers->stop();
    emit changed();
}

void IntakeDesk::putAway()
{
    std::vector<Handed> done = m_all;
    std::erase_if(done,
                  [](const Handed& handed) { return handed.state == Handed::State::Waiting; });
    if (done.empty()) return;
    const auto put = [this](const std::vector<Handed>& which, bool away) -> Result<void> {
        auto changed = m_desk->journal().atOnce([&]() -> Result<void> {
            for (const Handed& handed : which) {
                auto& journal = m_desk->journal();
                auto one = away ? journal.forgetHanded(handed.id)
                                : journal.saveHanded(handed).map([](Id) {});
                if (!one) return one;
            }
            return {};
        });
        reload();
        return changed;
    };
    m_desk->perform(
        tr("Clear what is done"), [put, done] { return put(done, true); },
        [put, done] { return put(done, false); });
}

void IntakeDesk::watch(const QString& folder)
{
    if (!m_watcher.directories().isEmpty()) m_watcher.removePaths(m_watcher.directories());
    m_sizes.clear();
    m_watched = folder;
    m_desk->told(m_desk->journal().saveSetting(watchedKey, folder.toStdString()));
    if (!folder.isEmpty()) {
        if (m_watcher.addPath(folder))
            m_settle.start();
        else
            emit m_desk->failed(tr("%1: this folder cannot be watched; check that it exists and "
                                   "can be read")
                                    .arg(folder));
    }
    emit changed();
}

// What is new is taken the second time that it is seen with one size.
void IntakeDesk::lookIntoWatched()
{
    QStringList ready;
    bool grows = false;
    for (const auto& path : recordingsIn({m_watched.toStdString()})) {
        const QString file = QString::fromStdString(path.string());
        const bool isThere = std::any_of(m_all.begin(), m_all.end(), [&](const Handed& handed) {
            return handed.file == path.string();
        });
        if (isThere) continue;
        const qint64 size = QFileInfo(file).size();
        const auto seen = m_sizes.find(file);
        if (seen != m_sizes.end() && seen->second == size && size > 0)
            ready << file;
        else
            grows = true;
        m_sizes[file] = size;
    }
    if (!ready.isEmpty()) add(ready); // nobody did it, so it is no step of anybody's
    if (grows) m_settle.start();
}

} // namespace layakari
