# SPDX-License-Identifier: GPL-3.0-or-later
"""Thousands of small puffs a second, each a short damped ringing: a moist, uneven airway."""
import numpy as np
from scipy import signal

from sounds import RATE, unit


def sides(random, held, likeness):
    centre = random.uniform(500, 3000)
    centres = [centre, centre * 2 ** (random.choice([-1, 1]) * (1 - likeness) * random.uniform(0.5, 1.6))]
    rates = [random.uniform(900, 3500) for _ in range(2)]

    def make(centre, rate):
        spread = random.uniform(0.4, 0.9)

        def sound(samples, flow, rng):
            out = np.zeros(samples)
            for k in range(8):
                f = np.clip(centre * 2 ** rng.normal(0, spread), 150, 7500)
                puffs = rng.poisson(rate / 8 / RATE, samples) * rng.exponential(1, samples) * rng.choice([-1, 1], samples)
                r = np.exp(-np.pi * f / rng.uniform(1.2, 5) / RATE)
                out += signal.lfilter([1, 0, -1], [1, -2 * r * np.cos(2 * np.pi * f / RATE), r * r], puffs)
            return unit(out + 0.1 * out.std() * rng.standard_normal(samples))
        return sound

    return make(centres[0], rates[0]), make(centres[1], rates[1])
