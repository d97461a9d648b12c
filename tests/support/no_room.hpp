// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <csignal>
#include <cstdlib>
#include <sys/resource.h>

namespace layakari {

/// While it lives, no file of this process can grow beyond so many bytes: writing fails as it does
/// on a full disk, and needs no disk to fill.
class NoRoom {
public:
    explicit NoRoom(rlim_t bytes)
    {
        if (::getrlimit(RLIMIT_FSIZE, &m_before) != 0) std::abort();
        m_signalBefore = std::signal(SIGXFSZ, SIG_IGN);
        const rlimit small{bytes, m_before.rlim_max};
        if (::setrlimit(RLIMIT_FSIZE, &small) != 0) std::abort();
    }
    ~NoRoom()
    {
        ::setrlimit(RLIMIT_FSIZE, &m_before);
        std::signal(SIGXFSZ, m_signalBefore);
    }
    NoRoom(const NoRoom&) = delete;
    NoRoom& operator=(const NoRoom&) = delete;

private:
    rlimit m_before{};
    void (*m_signalBefore)(int) = SIG_DFL;
};

} // namespace layakari
