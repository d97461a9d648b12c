// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/intake/readers.hpp"

#include <algorithm>

namespace layakari {

Readers::Readers(Finished finished, Told told, unsigned threads)
    : m_finished(std::move(finished)), m_told(std::move(told))
{
    if (threads == 0) threads = std::max(1u, std::thread::hardware_concurrency());
    for (unsigned t = 0; t < threads; ++t)
        m_threads.emplace_back([this](const std::stop_token& end) { work(end); });
}

Readers::~Readers()
{
    stop();
    for (std::jthread& thread : m_threads) thread.request_stop();
    m_threads.clear();
}

void Readers::add(ReadOrder order)
{
    {
        const std::lock_guard lock(m_mutex);
        m_running[order.handed.id] = std::stop_source();
        m_orders.push_back(std::move(order));
    }
    m_changed.notify_one();
}

void Readers::stop()
{
    const std::lock_guard lock(m_mutex);
    for (auto& [id, source] : m_running) source.request_stop();
}

void Readers::work(const std::stop_token& end)
{
    while (true) {
        ReadOrder order;
        Progress progress;
        {
            std::unique_lock lock(m_mutex);
            if (!m_changed.wait(lock, end, [this] { return !m_orders.empty(); })) return;
            order = std::move(m_orders.front());
            m_orders.pop_front();
            progress.stop = m_running[order.handed.id].get_token();
        }
        const Id id = order.handed.id;
        progress.report = [this, id](double fraction) { m_told(id, fraction); };
        const ReadIn read = readHanded(order, progress);
        {
            const std::lock_guard lock(m_mutex);
            m_running.erase(id);
        }
        m_finished(order, read);
    }
}

} // namespace layakari
