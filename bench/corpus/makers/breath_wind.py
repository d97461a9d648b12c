# SPDX-License-Identifier: GPL-3.0-or-later
"""Air upon a near microphone: a cascade of gusts within gusts, dark and restless, the steeper the stronger it blows.

The cascade is a multiplicative one over octaves of time (Meneveau & Sreenivasan, Phys. Rev. Lett. 59, 1987).
"""
import numpy as np
from scipy import signal

from sounds import RATE, unit


def cascade(samples, random, strength):
    level = np.zeros(samples)
    step = 0.4
    while step > 0.012:
        knots = int(samples / (step * RATE)) + 3
        level += np.interp(np.arange(samples), np.arange(knots) * step * RATE, random.normal(0, strength, knots))
        step /= 2
    return np.exp(level)


def sides(random, held, likeness):
    corner = random.uniform(250, 1500)
    corners = [corner, corner * 2 ** (random.choice([-1, 1]) * (1 - likeness) * random.uniform(0.6, 1.8))]
    peaks = [random.uniform(700, 2500) for _ in range(2)]
    if random.random() < likeness:
        peaks[1] = peaks[0] * random.uniform(0.92, 1.08)

    def make(corner, peak):
        slope = signal.butter(1, np.clip(corner, 120, 6000), "low", fs=RATE, output="sos")
        b, a = signal.iirpeak(peak, random.uniform(0.8, 2.5), fs=RATE)
        cut = signal.butter(2, 70, "high", fs=RATE, output="sos")

        def sound(samples, flow, rng):
            white = rng.standard_normal(samples)
            blow = signal.sosfilt(slope, white)
            hiss = signal.lfilter(b, a, white)
            return unit(signal.sosfilt(cut, unit(blow) * cascade(samples, rng, 0.10) + 0.6 * unit(hiss)))
        return sound

    return make(corners[0], peaks[0]), make(corners[1], peaks[1])
