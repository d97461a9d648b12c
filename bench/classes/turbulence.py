# SPDX-License-Identifier: GPL-3.0-or-later
"""Air in motion of any colour and grain, as no maker of breath in particular has it.

Nobody knows what the next person's breath sounds like. What it is not, is told by being voiced, struck or a tone: so that
the network learns that, and not what four makers sound like, here a spectrum is drawn at random: a wandering curve over the
logarithm of frequency, now and then with most of it cut away, over noise that is dense or in grains and flutters fast or slowly.
"""
import numpy as np
from scipy import signal

import make
from sounds import RATE, unit

KNOTS_HZ = 60 * 2 ** (np.arange(0, 30) / 4)  # 60 Hz to 9 kHz, four an octave


def curve(random):
    """Gains in dB at KNOTS_HZ."""
    smooth = int(random.integers(1, 10))
    steps = np.convolve(random.standard_normal(len(KNOTS_HZ) + smooth), np.ones(smooth) / np.sqrt(smooth), "valid")[:len(KNOTS_HZ)]
    db = random.uniform(3, 10) * steps + random.uniform(-5, 2) * np.log2(KNOTS_HZ / 1000)
    if random.random() < 0.3:
        middle, width = random.uniform(0, len(KNOTS_HZ)), random.uniform(2, 8)
        db -= random.uniform(15, 35) * np.clip(np.abs(np.arange(len(KNOTS_HZ)) - middle) / width - 1, 0, 1)
    return db


def sides(random, held, likeness):
    first = curve(random)
    second = likeness * first + (1 - likeness) * curve(random)
    density = 10 ** random.uniform(-2.5, 0)
    depth, rate = random.uniform(0, 3), 10 ** random.uniform(0.3, 1.7)

    def maker(db):
        gains = 10 ** (np.interp(np.arange(0, 513) * RATE / 1024, KNOTS_HZ, db) / 20)
        taps = signal.firwin2(513, np.arange(0, 513) / 512, gains)

        def sound(samples, flow, rng):
            noise = rng.standard_normal(samples) * (rng.random(samples) < density)
            x = signal.oaconvolve(noise, taps, "same")
            return unit(x * 10 ** (depth * make.around.wander(samples, rng, rate / 4, rate) / 20))
        return sound

    return maker(first), maker(second)
