// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <cmath>
#include <numbers>

namespace layakari {

/// Second-order filter; coefficients from R. Bristow-Johnson's "Cookbook formulae for audio EQ".
class Biquad {
public:
    void setBandPass(double centreHz, double q, double rateHz)
    {
        set(centreHz, q, rateHz, Kind::BandPass);
    }
    void setLowPass(double cornerHz, double q, double rateHz)
    {
        set(cornerHz, q, rateHz, Kind::LowPass);
    }
    void setHighPass(double cornerHz, double q, double rateHz)
    {
        set(cornerHz, q, rateHz, Kind::HighPass);
    }

    float operator()(float x)
    {
        const float y = m_b0 * x + m_z1;
        m_z1 = m_b1 * x - m_a1 * y + m_z2;
        m_z2 = m_b2 * x - m_a2 * y;
        return y;
    }

private:
    enum class Kind { BandPass, LowPass, HighPass };

    void set(double hz, double q, double rateHz, Kind kind)
    {
        const double w = 2 * std::numbers::pi * std::min(hz, 0.45 * rateHz) / rateHz;
        const double alpha = std::sin(w) / (2 * q);
        const double c = std::cos(w);
        const double a0 = 1 + alpha;
        m_a1 = static_cast<float>(-2 * c / a0);
        m_a2 = static_cast<float>((1 - alpha) / a0);
        if (kind == Kind::BandPass) {
            m_b0 = static_cast<float>(alpha / a0);
            m_b1 = 0;
            m_b2 = -m_b0;
        } else {
            const double edge = kind == Kind::LowPass ? 1 - c : 1 + c;
            m_b0 = m_b2 = static_cast<float>(edge / 2 / a0);
            m_b1 = static_cast<float>((kind == Kind::LowPass ? edge : -edge) / a0);
        }
    }

    float m_b0 = 1, m_b1 = 0, m_b2 = 0, m_a1 = 0, m_a2 = 0, m_z1 = 0, m_z2 = 0;
};

/// One-pole smoothing towards the input with the given time constant.
class Smoother {
public:
    Smoother(double seconds, double rateHz)
        : m_keep(static_cast<float>(std::exp(-1 / (seconds * rateHz)))),
          m_unit(std::sqrt((1 + m_keep) / (1 - m_keep)))
    {
    }
    float operator()(float x) { return m_value = m_keep * m_value + (1 - m_keep) * x; }
    float value() const { return m_value; }
    /// White noise of variance one, smoothed, has this variance's inverse root left: times this it
    /// is of variance one again (a one-pole smoother leaves (1 - keep) / (1 + keep) of the power).
    float unit() const { return m_unit; }

private:
    float m_keep;
    float m_unit;
    float m_value = 0;
};

} // namespace layakari
