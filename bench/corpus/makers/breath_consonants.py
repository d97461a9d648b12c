# SPDX-License-Identifier: GPL-3.0-or-later
"""Grains of the voiceless sounds that recorded people speak: s, f, h, sh and the breath between words."""
import functools

import numpy as np
from scipy import signal

import sounds
from sounds import RATE, unit

FRAME = 480  # 30 ms


@functools.lru_cache(8)
def grains(held):
    """[(spectral centre in Hz, sound)] of stretches of 60 ms or more that do not repeat themselves."""
    found = []
    paths = sounds.files("consonants", held)
    order = np.random.default_rng(7).permutation(len(paths))
    for i in order[:500]:
        x = sounds.load(paths[i])
        if len(x) < RATE // 4:
            continue
        k = len(x) // FRAME
        frames = x[:k * FRAME].reshape(k, FRAME)
        power = (frames ** 2).mean(1)
        spectrum = np.abs(np.fft.rfft(frames * np.hanning(FRAME), 2048)) ** 2
        repeats = np.fft.irfft(spectrum)[:, 40:260].max(1) / (np.fft.irfft(spectrum)[:, 0] + 1e-12)
        noise = (power > 0.01 * power.max()) & (repeats < 0.38)
        f = np.fft.rfftfreq(2048, 1 / RATE)
        j = 0
        while j < k:
            if not noise[j]:
                j += 1
                continue
            e = j
            while e < k and noise[e]:
                e += 1
            if e - j >= 2:
                s = spectrum[j:e].mean(0)
                found.append((float((s * f).sum() / s.sum()), unit(x[j * FRAME:e * FRAME])))
            j = e
    found.sort(key=lambda g: g[0])
    return found


def sides(random, held, likeness):
    pool = grains(held)
    n = len(pool)
    middle = random.uniform(0.15, 0.85)
    apart = (1 - likeness) * random.uniform(0.25, 0.5) * random.choice([-1, 1])
    width = 0.12
    bends = [signal.butter(1, random.uniform(600, 4000), random.choice(["low", "high"]), fs=RATE, output="sos") for _ in range(2)]

    def make(where, bend):
        lo = int(np.clip(where - width, 0, 0.75) * n)
        hi = max(lo + 8, int(np.clip(where + width, 0.25, 1) * n))

        def sound(samples, flow, rng):
            out = np.zeros(samples + RATE)
            at = 0
            while at < samples + 2000:
                g = pool[int(rng.integers(lo, hi))][1]
                length = min(len(g), int(rng.uniform(0.04, 0.12) * RATE))
                start = int(rng.integers(0, len(g) - length + 1))
                out[at:at + length] += rng.choice([-1, 1]) * unit(g[start:start + length]) * np.hanning(length)
                at += max(150, int(length / rng.uniform(2.2, 3.5)))
            shaped = signal.sosfilt(bend, out[1000:1000 + samples])
            return unit(shaped + 0.25 * out[1000:1000 + samples])
        return sound

    return make(middle, bends[0]), make(middle + apart, bends[1 if random.random() > likeness else 0])
