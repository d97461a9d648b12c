// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <condition_variable>
#include <exception>
#include <functional>
#include <mutex>
#include <queue>
#include <span>
#include <thread>
#include <vector>

namespace layakari {

/// Hands blocks of sound to a second thread in their order, so that decoding and listening share
/// two cores.
class BlockQueue {
public:
    enum class Full {
        Waits, ///< holds a few seconds of sound at most: whoever pushes waits while it is full
        Grows, ///< whoever pushes never waits: sound that is being recorded does not either
    };
    /// `consume` is called on the other thread, block by block. What it throws, `finish` throws
    /// again; nothing is consumed after it.
    explicit BlockQueue(std::function<void(std::span<const float>)> consume,
                        Full full = Full::Waits);
    /// Drops what was not consumed.
    ~BlockQueue();
    BlockQueue(const BlockQueue&) = delete;
    BlockQueue& operator=(const BlockQueue&) = delete;

    void push(std::span<const float> block);
    /// Waits until everything was consumed; afterwards nothing may be pushed.
    void finish();

private:
    void work(const std::stop_token& stop);

    static constexpr std::size_t mostBlocks = 32;
    std::function<void(std::span<const float>)> m_consume;
    std::mutex m_mutex;
    std::condition_variable_any m_changed;
    std::queue<std::vector<float>> m_blocks;
    Full m_full;
    bool m_finished = false;
    std::exception_ptr m_thrown;
    std::jthread m_thread; // last: it uses all of the above
};

} // namespace layakari
