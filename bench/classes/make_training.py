#!/usr/bin/python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""Scenes to learn the classes of sound from: of each its features, and every 20 ms what sounds.

    make_training.py --features BENCH-FEATURES --out FILE.npz --scenes N [--wide] [--held] [--jobs 2]

A class sounds where its own power, without the room's echo, is at least that of all others together in one of six
bands; where only its echo is that loud, nobody is asked. The room's swells sound where they rise by 4 dB over their
quietest fifth. Scenes are those of bench/corpus, with more over each other. With --wide breath
of any colour (turbulence.py), half of them with nothing else but the room; with --held the sounds that
bench/corpus/kept_back.txt keeps back.
"""
import argparse
import os
import subprocess
import sys
import tempfile
from concurrent.futures import ProcessPoolExecutor

import numpy as np
from scipy import signal
from scipy.io import wavfile

sys.path.insert(0, os.path.join(os.path.dirname(os.path.abspath(__file__)), "..", "corpus"))
import kept_back
import make
import surroundings as around
import turbulence
from makers import MAKERS
from scene import BANDS, Scene
from sounds import RATE, gain

CLASSES = ("breath", "voice", "tonal", "struck", "swell")
HOP = RATE // 50
FILTERS = [signal.butter(3, [lo, min(hi, 7900)], "band", fs=RATE, output="sos") for lo, hi in BANDS]


def band_levels(x):
    """Power of each 20 ms in each band."""
    k = len(x) // HOP
    return np.stack([(signal.sosfilt(f, x)[:k * HOP].reshape(k, HOP) ** 2).mean(1) for f in FILTERS], 1) + 1e-14


def smooth(p):
    return signal.oaconvolve(p, np.ones((3, 1)) / 3, "same", axes=0)


def counting(n, r, held):
    """A word every count, for a while."""
    x, every, t = np.zeros(n + 2 * RATE, np.float32), r.uniform(0.8, 1.6), r.uniform(0, 8)
    while t < n / RATE - 2 and r.random() < 0.95:
        word = make.sounds.any_of("speech", held, r, 0.2)[:int(r.uniform(0.25, 0.6) * RATE)]
        x[int(t * RATE):int(t * RATE) + len(word)] += word * gain(r.normal(0, 1.5))
        t += every + r.normal(0, 0.04)
    return x[:n]


def maker_of(seed, held, wide):
    if wide:
        return "turbulence"
    names = [m for m in sorted(MAKERS) if held or not kept_back.is_kept_back("makers", m)]
    return names[seed % len(names)]


def scene_of(seed, held, wide):
    r = np.random.default_rng([seed, 5 + held + 2 * wide])
    case = make.Case("training", "any", seed, held)
    maker = turbulence if wide else MAKERS[maker_of(seed, held, wide)]
    habits = dict(shake=r.uniform(2, 5)) if r.random() < 0.1 else dict(whistle=r.uniform(1200, 3000)) if r.random() < 0.15 else {}
    level = r.uniform(-44, -26)
    who = make.Person(maker, r, held, **habits)
    scene = Scene(who, r, level)
    while scene.t < 26:
        if r.random() < 0.4:
            scene.natural(int(r.integers(1, 4)), "rest", pace=r.choice([0.45, 1.0, 1.0, 1.5]))
        else:
            scene.breathe(r.choice(["inhale", "exhale"]), r.uniform(1.5, 9), "practice")
            scene.pause(r.choice([0.05, 0.15, 1.0, 4.0]) * r.uniform(0.6, 1.4))
    scene.pause(1.0)
    to = make.Sounds(int(scene.t * RATE))
    to.add("breath", scene.sound())
    to.add("room", around.hiss(to.n, r, r.uniform(-6, 0)) * gain(level - r.uniform(6, 32)))
    if r.random() < 0.3:
        to.add("room", around.mains(to.n, r) * gain(level - r.uniform(15, 30)))
    if wide and r.random() < 0.5:
        return r, to, level
    for what in r.choice(list(around.HOUSES), size=int(r.integers(0, 3)), replace=False):
        make.add_house(to, what, case, r, level + r.normal(0, 3))
    if r.random() < 0.5:
        x, _ = around.talk(to.n, r, held, r.uniform(0.5, 4))
        to.add("voice", x * gain(level + r.uniform(-8, 22)))
    if r.random() < 0.25:
        to.add("voice", counting(to.n, r, held) * gain(level + r.uniform(0, 22)))
    if r.random() < 0.4:
        to.add("struck", around.body_sounds(to.n, r, held)[0] * gain(level - r.uniform(-3, 10)))
    if r.random() < 0.15:
        to.add("swell", around.wind(to.n, r) * gain(level + r.uniform(-10, 3)))
    return r, to, level


def labels(to, tail):
    """(what sounds, what of it is known, which bands are hidden from breath and room)"""
    dry = {c: smooth(band_levels(x)) for c, x in to.tracks.items()}
    near = ("breath", "voice", "tonal", "struck")
    wet = {c: smooth(band_levels(around.echo(to.tracks[c], tail))) if tail is not None and c in near else dry[c] for c in dry}
    steps = len(dry["breath"])
    y, known = np.zeros((steps, len(CLASSES)), np.int8), np.ones((steps, len(CLASSES)), np.int8)
    low = np.percentile(dry["swell"], 20, axis=0)
    for k, c in enumerate(CLASSES):
        if c == "swell":
            total = sum(wet.values())
            y[:, k] = ((dry[c] > 2.5 * low) & (dry[c] > 0.5 * total)).any(1) & (to.tracks[c].any())
            continue
        others = sum(wet[o] for o in wet if o != c)
        y[:, k] = (dry[c] >= others).any(1)
        known[:, k] = y[:, k] | ~(wet[c] >= 0.5 * others).any(1)
    over = wet["voice"] + wet["tonal"] + wet["struck"] + np.maximum(0, dry["swell"] - low)
    hidden = over >= wet["breath"] + wet["room"] + np.minimum(dry["swell"], low)
    return np.concatenate([y, hidden], 1).astype(np.int8), np.concatenate([known, np.ones_like(hidden)], 1).astype(np.int8)


def one(job):
    seed, held, wide, tool = job
    r, to, level = scene_of(seed, held, wide)
    tail = around.answer(r, r.uniform(0.15, 0.9), r.uniform(3, 14)) if r.random() < 0.8 else None
    near = sum(to.tracks[c] for c in ("breath", "voice", "tonal", "struck"))
    x = (around.echo(near, tail) if tail is not None else near) + to.tracks["swell"] + to.tracks["room"]
    phone = r.choice(["", "", "", "suppression", "gain", "gain suppression"])
    x = make.leveled(make.through_phone(x, phone, r, level), r)
    if r.random() < 0.2:
        x = signal.sosfiltfilt(signal.butter(6, 3600, "low", fs=RATE, output="sos"), x)
    y, known = labels(to, tail)
    with tempfile.TemporaryDirectory() as folder:
        wav, out = os.path.join(folder, "a.wav"), os.path.join(folder, "a.f32")
        wavfile.write(wav, RATE, np.round(np.clip(x, -1, 1) * 32767).astype(np.int16))
        subprocess.run([tool, wav, out], check=True)
        features = np.fromfile(out, "<f4").reshape(-1, int(os.environ.get("INPUTS", "22")))
    n = min(len(features), len(y))
    return features[:n].astype(np.float16), y[:n], known[:n]


def main():
    ap = argparse.ArgumentParser(description=__doc__.split("\n")[0])
    ap.add_argument("--features", required=True)
    ap.add_argument("--out", required=True)
    ap.add_argument("--scenes", type=int, default=400)
    ap.add_argument("--wide", action="store_true")
    ap.add_argument("--held", action="store_true")
    ap.add_argument("--jobs", type=int, default=2)
    a = ap.parse_args()
    with ProcessPoolExecutor(a.jobs) as pool:
        all_of_it = list(pool.map(one, [(i, a.held, a.wide, a.features) for i in range(a.scenes)]))
    lengths = np.array([len(f) for f, _, _ in all_of_it])
    np.savez_compressed(a.out, features=np.concatenate([f for f, _, _ in all_of_it]), labels=np.concatenate([y for _, y, _ in all_of_it]),
                        known=np.concatenate([k for _, _, k in all_of_it]), lengths=lengths,
                        makers=[maker_of(i, a.held, a.wide) for i in range(a.scenes)])
    share = np.concatenate([y for _, y, _ in all_of_it]).mean(0)
    print("%d scenes, %.1f minutes; sounding: %s; hidden: %s" % (len(lengths), lengths.sum() / 3000, dict(zip(CLASSES, share.round(3))), share[len(CLASSES):].round(3)))


if __name__ == "__main__":
    main()
