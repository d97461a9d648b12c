# SPDX-License-Identifier: GPL-3.0-or-later
"""Rooms, what sounds in houses, and what a phone makes of it."""
import subprocess

import numpy as np
from scipy import signal

import sounds
from scene import wander
from sounds import RATE, gain, unit


# ---------------------------------------------------------------- rooms
def answer(random, decay, direct_db):
    """The room's answer, its first sample the direct sound: sparse early reflections, then noise that dies by 60 dB in `decay` seconds, highs sooner."""
    n = int(decay * RATE)
    t = np.arange(n) / RATE
    tail = np.zeros(n)
    for lo, hi, share in ((60, 700, 1.1), (700, 3000, 1.0), (3000, 7900, 0.7)):
        band = signal.sosfilt(signal.butter(2, [lo, hi], "band", fs=RATE, output="sos"), random.standard_normal(n))
        tail += band * 10 ** (-3 * t / (decay * share))
    tail *= np.clip(t / random.uniform(0.004, 0.02), 0, 1)
    for _ in range(6):
        tail[int(random.uniform(0.002, 0.025) * RATE)] += random.normal(0, 2)
    tail *= gain(-direct_db) / np.sqrt((tail ** 2).sum())
    tail[0] += 1
    return tail


def echo(x, tail):
    return signal.oaconvolve(x, tail)[:len(x)].astype(np.float32)


def hiss(n, random, slope):
    """Noise of `slope` dB an octave."""
    size = 1 << int(np.ceil(np.log2(max(n, 2))))
    f = np.fft.rfftfreq(size, 1 / RATE)
    x = np.fft.irfft(np.fft.rfft(random.standard_normal(size)) * (np.maximum(f, 40) / 1000) ** (slope / 6.02))
    return unit(x[:n])


def mains(n, random):
    f = random.choice([50, 60]) + random.normal(0, 0.02)
    t = np.arange(n) / RATE
    return unit(sum(gain(-4.0 * k) * np.sin(2 * np.pi * f * k * t + random.uniform(0, 6)) for k in (1, 2, 3, 4, 6, 8)))


# ---------------------------------------------------------------- houses: each gives (sound at mean power about one, when)
def at_times(n, random, every, make, least=1.0):
    """`make()` again and again, `every` seconds on average; returns the sound and [start, end] of each, in seconds."""
    out, when = np.zeros(n, np.float32), []
    at = random.uniform(least, every + least)
    while at < n / RATE - 2:
        x = make()[:n - int(at * RATE)]
        i = int(at * RATE)
        out[i:i + len(x)] += x
        when.append((at, at + len(x) / RATE))
        at += len(x) / RATE + random.exponential(every)
    return out, when


def recorded(kind, n, random, held):
    """A recording of a second or more, over and over, each time as loud as it comes, faded into each other."""
    fade = RATE // 4
    up = np.linspace(0, 1, fade, dtype=np.float32)
    out, at = np.zeros(n + 61 * RATE, np.float32), 0
    while at < n:
        x = sounds.any_of(kind, held, random, 1.0) * gain(random.normal(0, 3))
        x[:fade] *= up
        x[-fade:] *= up[::-1]
        out[at:at + len(x)] += x
        at += len(x) - fade
    return unit(out[:n])


def traffic(n, random, held):
    if random.random() < 0.4:
        return recorded("street", n, random, held), []
    x = hiss(n, random, -6) * gain(5 * wander(n, random, 0.03, 0.4))
    t = np.arange(n) / RATE
    for _ in range(max(1, int(n / RATE / 25))):
        middle, width = random.uniform(0, n / RATE), random.uniform(1.5, 5)
        x = x + 2.5 * hiss(n, random, random.uniform(-6, -2)) * np.exp(-((t - middle) / width) ** 2)
    return unit(x), []


def rain(n, random, held):
    if random.random() < 0.4:
        return recorded("water", n, random, held), []
    drops = (random.random(n) < 0.01) * random.standard_normal(n) * random.exponential(1, n)
    return unit(unit(signal.lfilter([1], [1, -0.6], drops)) + 0.8 * hiss(n, random, -1) * gain(1.5 * wander(n, random, 0.05, 0.5))), []


def switching(n, random, held):
    """A fridge or a fan that goes on and off."""
    x = hiss(n, random, -4) + 0.7 * mains(n, random)
    on = np.zeros(n)
    t, state = 0, 0
    while t < n:
        step = int(random.uniform(9, 30) * RATE)
        on[t:t + step] = state
        t, state = t + step, 1 - state
    return unit(x) * np.convolve(on, np.ones(3200) / 3200, "same").astype(np.float32) + 0.02 * hiss(n, random, 0), []


def animals(n, random, held):
    return at_times(n, random, 4.0, lambda: sounds.any_of("animals", held, random)[:4 * RATE])


def music(n, random, held):
    x = np.concatenate([sounds.any_of("music", held, random, 5) for _ in range(4)])
    while len(x) < n:
        x = np.concatenate([x, x])
    far = signal.butter(1, random.uniform(500, 5000), "low", fs=RATE, output="sos")
    return unit(signal.sosfilt(far, x[:n])), [(0, n / RATE)]


def talk(n, random, held, every=1.0):
    return at_times(n, random, every, lambda: sounds.any_of("speech", held, random, 0.4)[:7 * RATE])


def radio(n, random, held):
    x, when = talk(n, random, held, 0.3)
    band = signal.butter(2, [200, random.uniform(2500, 6500)], "band", fs=RATE, output="sos")
    return signal.sosfilt(band, x).astype(np.float32), when


def crowd(n, random, held):
    if random.random() < 0.4:
        return recorded("crowd", n, random, held), [(0, n / RATE)]
    x = sum(talk(n, random, held, 0.2)[0] for _ in range(7))
    return unit(x), [(0, n / RATE)]


def clock(n, random, held):
    tick = unit(sounds.any_of("struck", held, random)[:RATE // 20])
    return at_times(n, random, 0.01, lambda: np.pad(tick, (0, int(RATE * random.choice([0.5, 1.0])) - len(tick))))[0], []


def kitchen(n, random, held):
    return at_times(n, random, 2.5, lambda: sounds.any_of("struck", held, random)[:RATE])


def machine(n, random, held):
    return unit(recorded("machine", n, random, held) * gain(3 * wander(n, random, 0.02, 0.3))), []


HOUSES = dict(traffic=traffic, rain=rain, switching=switching, animals=animals, music=music, radio=radio, crowd=crowd,
              clock=clock, kitchen=kitchen, machine=machine)


# ---------------------------------------------------------------- bodies
def body_sounds(n, random, held):
    """Swallows, coughs, sniffs, rustling cloth, each short."""
    def one():
        kind = random.integers(4)
        length = int(RATE * (random.uniform(0.08, 0.2), random.uniform(0.2, 0.45), random.uniform(0.15, 0.3), random.uniform(0.3, 1.2))[kind])
        t = np.linspace(0, 1, length)
        x = hiss(length, random, (-6, -3, 1, -1)[kind])
        if kind == 3:
            x = x * np.clip(wander(length, random, 2, 15), 0, 3)
        else:
            x = x * np.clip(t / 0.05, 0, 1) * (1 - t) ** (1.5 if kind != 2 else 0.7)
        return x * gain(random.uniform(-6, 6))
    return at_times(n, random, 9.0, one)


# ---------------------------------------------------------------- phones
def automatic_gain(x, random):
    """Towards an even level: down within 20 to 100 ms, up over half a second to three, of 8 to 20 dB."""
    hop = RATE // 100
    k = len(x) // hop
    level = 10 * np.log10((x[:k * hop].reshape(k, hop) ** 2).mean(1) + 1e-10)
    target, most = np.percentile(level, 85), random.uniform(8, 20)
    down, up = 1 - np.exp(-0.01 / random.uniform(0.02, 0.1)), 1 - np.exp(-0.01 / random.uniform(0.5, 3))
    g, track = 0.0, np.empty(k)
    for i in range(k):
        want = np.clip(target - level[i], 0, most)
        g += (down if want < g else up) * (want - g)
        track[i] = g
    return x * gain(np.interp(np.arange(len(x)), np.arange(k) * hop, track))


def suppression(x, random):
    """Bands shut where their level is little over the lowest of the last seconds: short-time Wiener gains with a floor."""
    f, t, X = signal.stft(x, RATE, nperseg=512, noverlap=384)
    P = np.abs(X) ** 2
    power = signal.lfilter([0.25], [1, -0.75], P, axis=1)
    low = np.minimum.accumulate(power, axis=1)
    reach = int(random.uniform(1.5, 4) * RATE / 128)
    for i in range(power.shape[1]):
        low[:, i] = power[:, max(0, i - reach):i + 1].min(axis=1)
    noise = low * random.uniform(3, 6)
    g = np.clip(1 - noise / (power + 1e-12), gain(-random.uniform(12, 24)), 1)
    y = signal.istft(X * g, RATE, nperseg=512, noverlap=384)[1]
    return np.pad(y, (0, max(0, len(x) - len(y))))[:len(x)].astype(np.float32)


def wind(n, random):
    """Gusts on the microphone: low, and now and then up to a kilohertz."""
    low = signal.butter(2, [20, random.uniform(120, 900)], "band", fs=RATE, output="sos")
    return unit(signal.sosfilt(low, random.standard_normal(n)) * gain(random.uniform(5, 10) * wander(n, random, 0.1, random.uniform(1, 5))))


CODECS = {"flac": ("flac", 16000, ["-c:a", "flac"]), "wav8": ("wav", 8000, ["-c:a", "pcm_s16le"]),
          "opus12": ("opus", 48000, ["-c:a", "libopus", "-b:a", "12k"]), "m4a": ("m4a", 44100, ["-c:a", "aac", "-b:a", "64k"]),
          "amr": ("ogg", 8000, ["-c:a", "libopus", "-b:a", "12k", "-ar", "8000"]), "mp3": ("mp3", 22050, ["-c:a", "libmp3lame", "-b:a", "48k"])}


def write(x, folder, name, codec):
    ending, rate, options = CODECS[codec]
    path = "%s/%s.%s" % (folder, name, ending)
    raw = np.round(np.clip(x, -1, 1) * 32767).astype("<i2").tobytes()
    subprocess.run(["ffmpeg", "-v", "error", "-y", "-f", "s16le", "-ar", str(RATE), "-ac", "1", "-i", "-", "-ar", str(rate), *options,
                    "-fflags", "+bitexact", "-flags:a", "+bitexact", path], input=raw, check=True)
    return "%s.%s" % (name, ending)
