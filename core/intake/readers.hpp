// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/intake/intake.hpp"

#include <condition_variable>
#include <deque>
#include <map>
#include <mutex>
#include <thread>

namespace layakari {

/// Threads that read what was handed in, one recording each at a time. Both functions are called
/// on those threads.
class Readers {
public:
    using Finished = std::function<void(const ReadOrder& order, const ReadIn& read)>;
    using Told = std::function<void(Id handed, double fraction)>;

    /// `threads` 0: one for each core.
    Readers(Finished finished, Told told, unsigned threads = 0);
    /// Stops what is being read and waits for it.
    ~Readers();

    std::size_t threads() const { return m_threads.size(); }
    void add(ReadOrder order);
    /// All that is not finished finishes with `Cancelled`.
    void stop();

private:
    void work(const std::stop_token& end);

    Finished m_finished;
    Told m_told;
    std::mutex m_mutex;
    std::condition_variable_any m_changed;
    std::deque<ReadOrder> m_orders;
    std::map<Id, std::stop_source> m_running;
    std::vector<std::jthread> m_threads;
};

} // namespace layakari
