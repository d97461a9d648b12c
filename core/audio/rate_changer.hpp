// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>
#include <span>
#include <vector>

namespace layakari {

/// Brings a stream of mono sound from one rate to another, through FFmpeg's resampler.
class RateChanger {
public:
    RateChanger(int fromHz, int toHz);
    ~RateChanger();
    RateChanger(const RateChanger&) = delete;
    RateChanger& operator=(const RateChanger&) = delete;

    /// What there is to have after `samples`; valid until the next call. A few milliseconds stay
    /// back in the filter.
    std::span<const float> push(std::span<const float> samples);

private:
    struct Filter;
    std::unique_ptr<Filter> m_filter; ///< null where both rates are the same
    std::vector<float> m_out;
};

} // namespace layakari
