# SPDX-License-Identifier: GPL-3.0-or-later
"""Recorded rushing sounds (air, cymbals, tape), joined without a seam, each direction through its own equaliser."""
import numpy as np
from scipy import signal

import sounds
from sounds import RATE, unit


def flat(x, seconds=0.04):
    n = int(seconds * RATE)
    window = np.hanning(n) / np.hanning(n).sum()
    level = np.sqrt(np.convolve(x.astype(float) ** 2, window, "same"))
    return (x / (level + 0.03 * level.max())).astype(np.float32)


def sides(random, held, likeness):
    sources = [flat(sounds.any_of("texture", held, random, 0.3)) for _ in range(2)]
    if random.random() < likeness:
        sources[1] = sources[0]
    knots = np.log(np.array([80, 250, 500, 1000, 2000, 4000, 7000, 8000]))
    common = random.normal(0, 5, len(knots))
    curves = [likeness * common + (1 - likeness) * random.normal(0, 7, len(knots)) for _ in range(2)]

    def make(source, curve):
        f = np.linspace(0, RATE / 2, 129)
        taps = signal.firwin2(257, f, 10 ** (np.interp(np.log(np.maximum(f, 20)), knots, curve) / 20), fs=RATE)

        def sound(samples, flow, rng):
            out = np.zeros(samples + 4 * RATE)
            at = 0
            while at < samples + RATE:
                length = int(min(len(source) * 0.9, rng.uniform(0.2, 0.6) * RATE))
                start = int(rng.integers(0, len(source) - length))
                speed = rng.uniform(0.85, 1.15)
                piece = np.interp(np.arange(int(length / speed)) * speed, np.arange(length), source[start:start + length])
                w = np.sin(np.pi * (np.arange(len(piece)) + 0.5) / len(piece))
                out[at:at + len(piece)] += piece * w
                at += len(piece) // 2
            return unit(signal.oaconvolve(out[RATE // 4:RATE // 4 + samples + 256], taps, "same")[:samples])
        return sound

    return make(sources[0], curves[0]), make(sources[1], curves[1])
