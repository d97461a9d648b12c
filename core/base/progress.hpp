// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <stop_token>

namespace layakari {

/// Thrown by `orStop` through work that cannot leave half of a result; `withoutThrowing` makes an
/// error of it.
struct StoppedByCaller {};

/// Handed to everything that runs long. Both members may be left empty.
struct Progress {
    std::function<void(double fraction)> report; ///< called with 0 to 1, from the working thread
    std::stop_token stop;                        ///< asked between blocks of work

    void tell(double fraction) const
    {
        if (report) report(fraction);
    }
    bool stopped() const { return stop.stop_requested(); }
    /// For long work on its way to a whole result; only below a `withoutThrowing`.
    void orStop() const
    {
        if (stopped()) throw StoppedByCaller{};
    }
};

} // namespace layakari
