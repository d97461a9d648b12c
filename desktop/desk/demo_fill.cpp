// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/desk/demo_fill.hpp"

#include "core/simulate/demo_club.hpp"
#include "desktop/desk/journal_desk.hpp"

#include <atomic>

namespace layakari {

namespace {

// So many times at most the pages look into the journal while it is filled.
constexpr int looks = 20;

} // namespace

DemoFill::DemoFill(JournalDesk* desk, QObject* parent) : QObject(parent), m_desk(desk)
{
    m_thread = std::jthread([this, folder = desk->journal().folder(),
                             today = desk->today()](const std::stop_token& stop) {
        std::atomic<int> seen = -1;
        const Progress progress{[&](double fraction) {
                                    const int look = static_cast<int>(fraction * looks);
                                    const bool isNews = seen.exchange(look) != look;
                                    QMetaObject::invokeMethod(
                                        this,
                                        [this, fraction, isNews] {
                                            m_isThere = false;
                                            if (isNews) m_desk->takeNews();
                                            emit progressed(fraction);
                                        },
                                        Qt::QueuedConnection);
                                },
                                stop};
        auto journal = Journal::open(folder);
        const auto filled = journal ? fillDemoClub(*journal, folder / "recordings", today, progress)
                                    : fail(journal.error());
        QMetaObject::invokeMethod(
            this,
            [this, filled] {
                if (filled && m_isThere) return; // since an earlier time
                m_desk->takeNews();
                emit ended(filled ? tr("The demo club's eight weeks are there.")
                                  : QString::fromStdString(filled.error().message()));
            },
            Qt::QueuedConnection);
    });
}

} // namespace layakari
