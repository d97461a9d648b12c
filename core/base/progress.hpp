// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <stop_token>

namespace layakari {

/// Handed to everything that runs long. Both members may be left empty.
struct Progress {
    std::function<void(double fraction)> report; ///< called with 0 to 1, from the working thread
    std::stop_token stop;                        ///< asked between blocks of work

    void tell(double fraction) const
    {
        if (report) report(fraction);
    }
    bool stopped() const { return stop.stop_requested(); }
};

} // namespace layakari
