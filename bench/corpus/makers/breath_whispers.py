# SPDX-License-Identifier: GPL-3.0-or-later
"""Noise through the vocal tracts of recorded vowels: linear prediction of speech, its voice replaced by noise."""
import functools

import numpy as np
from scipy import linalg, signal

import sounds
from sounds import RATE, unit

ORDER, FRAME = 14, 640


@functools.lru_cache(4)
def tracts(held):
    """[coefficients] of loud voiced moments of speech."""
    found = []
    paths = sounds.files("speech", held)
    for i in np.random.default_rng(11).permutation(len(paths))[:250]:
        x = sounds.load(paths[i])
        if len(x) < RATE // 2:
            continue
        frames = x[:len(x) // FRAME * FRAME].reshape(-1, FRAME)
        y = frames[np.argsort((frames ** 2).mean(1))[-3]]
        y = signal.lfilter([1, -0.9], [1], y) * np.hanning(FRAME)
        r = np.correlate(y, y, "full")[FRAME - 1:FRAME + ORDER]
        if r[0] <= 0:
            continue
        r[0] *= 1.001
        found.append(np.concatenate([[1], -linalg.solve_toeplitz(r[:-1], r[1:])]))
    return found


def sides(random, held, likeness):
    pool = tracts(held)
    pick = [int(random.integers(len(pool))) for _ in range(4)]
    if random.random() < likeness:
        pick[2:] = pick[:2]
    tilts = [random.uniform(0.2, 0.8) for _ in range(2)]

    def make(first, last, tilt):
        def sound(samples, flow, rng):
            white = rng.standard_normal(samples)
            a = signal.lfilter([1], pool[first], white)
            b = signal.lfilter([1], pool[last], white)
            over = np.linspace(0, 1, samples)
            return unit(signal.lfilter([1, -tilt], [1], unit(a) * np.sqrt(1 - over) + unit(b) * np.sqrt(over)))
        return sound

    return make(pick[0], pick[1], tilts[0]), make(pick[2], pick[3], tilts[1])
