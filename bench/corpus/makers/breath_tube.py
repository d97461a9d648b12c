# SPDX-License-Identifier: GPL-3.0-or-later
"""Turbulence at a constriction of a tube whose area changes as the breath goes.

The tube is a chain of short lossy cylinders (Fant, Acoustic Theory of Speech Production, 1960); the noise is a
pressure source at its narrowest place (Stevens, J. Acoust. Soc. Am. 50, 1971), so that what lies behind makes zeros.
"""
import numpy as np

from sounds import RATE, unit

SPEED = 350.0  # m/s, of warm moist air
SECTION = 0.01  # m
FFT, HOP = 512, 128


def chain(areas, f):
    """Product of the chain matrices of some cylinders, at the frequencies f."""
    k = 2 * np.pi * f / SPEED * (1 - 0.12j * np.sqrt(500 / np.maximum(f, 200)))  # soft walls: a resonance is some 200 Hz wide
    a, b, c, d = np.ones_like(k), np.zeros_like(k), np.zeros_like(k), np.ones_like(k)
    cos, sin = np.cos(k * SECTION), 1j * np.sin(k * SECTION)
    for area in areas:
        z = 1.0 / area
        a, b, c, d = a * cos + b * sin / z, a * z * sin + b * cos, c * cos + d * sin / z, c * z * sin + d * cos
    return a, b, c, d


def response(areas, at, f):
    """From a pressure source before section `at` to the volume velocity at the lips; behind it the lungs."""
    lungs = 0.5 / areas[0]
    a, b, c, d = chain(areas[:at], f)
    behind = (a * lungs + b) / (c * lungs + d)
    a, b, c, d = chain(areas[at:], f)
    return 1.0 / (c * behind + d + 1e-3 * (a + b))


def sides(random, held, likeness):
    n = int(random.integers(14, 20))
    throat = random.uniform(0.8, 2.5, n)
    noses = random.uniform(0.4, 1.5, n)

    def side(at, narrow, tilt):
        areas = np.exp(likeness * np.log(throat) + (1 - likeness) * np.log(noses if at > n // 2 else throat))
        areas[at] = narrow
        return areas, at, tilt

    place = int(random.integers(3, n - 2))
    other = int(np.clip(place + random.choice([-1, 1]) * round((1 - likeness) * random.uniform(3, 7)), 1, n - 2))
    first = side(place, random.uniform(0.08, 0.3), random.uniform(-6, 0))
    second = side(other, random.uniform(0.08, 0.3), first[2] + (1 - likeness) * random.uniform(-4, 4))

    def make(spec):
        areas, at, tilt = spec
        end = areas * np.exp(random.normal(0, 0.12, n))

        def sound(samples, flow, rng):
            frames = samples // HOP + 6
            f = np.fft.rfftfreq(FFT, 1 / RATE)
            goes = np.linspace(0, 1, 8)
            H = np.stack([np.abs(response(areas ** (1 - g) * end ** g, at, f)) for g in goes])
            H *= 10 ** (tilt * np.log2(np.maximum(f, 50) / 1000) / 20) / np.sqrt(1 + (90 / np.maximum(f, 5)) ** 4)
            H /= np.sqrt(np.mean(H ** 2, axis=1, keepdims=True)) + 1e-12
            which = np.clip(np.linspace(0, 7.999, frames).astype(int), 0, 7)
            noise = rng.standard_normal((frames, len(f))) + 1j * rng.standard_normal((frames, len(f)))
            pieces = np.fft.irfft(noise * H[which], FFT) * np.sqrt(np.hanning(FFT))
            out = np.zeros(frames * HOP + FFT)
            for i in range(frames):
                out[i * HOP:i * HOP + FFT] += pieces[i]
            return unit(out[2 * HOP:2 * HOP + samples])
        return sound

    return make(first), make(second)
