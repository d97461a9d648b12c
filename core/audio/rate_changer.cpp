// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/audio/rate_changer.hpp"

#include <algorithm>
#include <cstdint>

extern "C" {
#include <libavutil/channel_layout.h>
#include <libswresample/swresample.h>
}

namespace layakari {

struct RateChanger::Filter {
    SwrContext* context = nullptr;
    ~Filter() { swr_free(&context); }
};

RateChanger::RateChanger(int fromHz, int toHz)
{
    if (fromHz == toHz) return;
    m_filter = std::make_unique<Filter>();
    AVChannelLayout mono = AV_CHANNEL_LAYOUT_MONO;
    swr_alloc_set_opts2(&m_filter->context, &mono, AV_SAMPLE_FMT_FLT, toHz, &mono,
                        AV_SAMPLE_FMT_FLT, fromHz, 0, nullptr);
    swr_init(m_filter->context);
}

RateChanger::~RateChanger() = default;

std::span<const float> RateChanger::push(std::span<const float> samples)
{
    if (!m_filter) {
        m_out.assign(samples.begin(), samples.end());
        return m_out;
    }
    const int count = static_cast<int>(samples.size());
    const int most = swr_get_out_samples(m_filter->context, count);
    if (most <= 0) return {};
    m_out.resize(static_cast<std::size_t>(most));
    auto* out = reinterpret_cast<std::uint8_t*>(m_out.data());
    const auto* in = reinterpret_cast<const std::uint8_t*>(samples.data());
    const int made = swr_convert(m_filter->context, &out, most, &in, count);
    m_out.resize(static_cast<std::size_t>(std::max(0, made)));
    return m_out;
}

} // namespace layakari
