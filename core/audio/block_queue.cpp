// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/audio/block_queue.hpp"

#include <utility>

namespace layakari {

BlockQueue::BlockQueue(std::function<void(std::span<const float>)> consume, Full full)
    : m_consume(std::move(consume)),
      m_full(full),
      m_thread([this](const std::stop_token& stop) { work(stop); })
{
}

BlockQueue::~BlockQueue() = default; // the thread is told to stop, and waited for

void BlockQueue::push(std::span<const float> block)
{
    std::unique_lock lock(m_mutex);
    m_changed.wait(lock, [&] { return m_full == Full::Grows || m_blocks.size() < mostBlocks; });
    m_blocks.emplace(block.begin(), block.end());
    m_changed.notify_all();
}

void BlockQueue::finish()
{
    {
        const std::lock_guard lock(m_mutex);
        m_finished = true;
    }
    m_changed.notify_all();
    if (m_thread.joinable()) m_thread.join();
    if (m_thrown) std::rethrow_exception(std::exchange(m_thrown, nullptr));
}

void BlockQueue::work(const std::stop_token& stop)
{
    for (;;) {
        std::vector<float> block;
        {
            std::unique_lock lock(m_mutex);
            if (!m_changed.wait(lock, stop, [&] { return !m_blocks.empty() || m_finished; }))
                return;
            if (m_blocks.empty()) return;
            block = std::move(m_blocks.front());
            m_blocks.pop();
        }
        m_changed.notify_all();
        if (m_thrown) continue;
        try {
            m_consume(block);
        } catch (...) {
            m_thrown = std::current_exception();
        }
    }
}

} // namespace layakari
