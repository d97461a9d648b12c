// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <fftw3.h>
#include <mutex>

namespace layakari {

/// A real Fourier transform of FFTW with its own memory. The same sound gives the same numbers on
/// every run: the plan is estimated, not measured.
class RealTransform {
public:
    explicit RealTransform(int size)
        : m_in(fftwf_alloc_real(static_cast<std::size_t>(size))),
          m_out(fftwf_alloc_complex(static_cast<std::size_t>(size) / 2 + 1))
    {
        const std::lock_guard lock(planner());
        m_plan = fftwf_plan_dft_r2c_1d(size, m_in, m_out, FFTW_ESTIMATE);
        for (int i = 0; i < size; ++i) m_in[i] = 0;
    }
    ~RealTransform()
    {
        const std::lock_guard lock(planner());
        fftwf_destroy_plan(m_plan);
        fftwf_free(m_in);
        fftwf_free(m_out);
    }
    RealTransform(const RealTransform&) = delete;
    RealTransform& operator=(const RealTransform&) = delete;

    float* in() { return m_in; }
    const fftwf_complex* out() const { return m_out; }
    void execute() { fftwf_execute(m_plan); }

private:
    float* m_in;
    fftwf_complex* m_out;
    fftwf_plan m_plan;

    // FFTW's planner is the one part of it that threads may not share.
    static std::mutex& planner()
    {
        static std::mutex mutex;
        return mutex;
    }
};

} // namespace layakari
