# SPDX-License-Identifier: GPL-3.0-or-later
"""Somebody breathes, by a plan or as they please: a time line of breaths with their flow, sound and truth.

A breath is texture(t) * flow(t), the texture evenly loud. So it is known when it can be heard: from the first to the last
moment at which its own power reaches the room's in its best band (of BANDS), and its flow is within 25 dB of its
plateau. Truth has these as start_s and end_s; where the air itself moves (40 dB under the plateau) as flow_start_s and
flow_end_s. What lies between is nobody's fault.
"""
import numpy as np

from sounds import RATE, gain, unit

BANDS = [(100, 300), (300, 630), (630, 1080), (1080, 2000), (2000, 3700), (3700, 7700)]
BREATHS = ("inhale", "exhale")


def wander(samples, random, slowest, fastest, rate=100):
    """A random course between two rates of change, mean 0, deviation 1."""
    m = int(samples / RATE * rate) + 4
    f = np.fft.rfftfreq(m, 1 / rate)
    size = np.where((f >= slowest) & (f <= fastest), 1 / np.sqrt(np.maximum(f, 1e-3)), 0)
    if not size.any():
        return np.zeros(samples, np.float32)
    x = np.fft.irfft(size * np.exp(2j * np.pi * random.random(len(f))), m)
    return np.interp(np.arange(samples) / RATE * rate, np.arange(m), x / (x.std() + 1e-9)).astype(np.float32)


class Person:
    """How one person breathes: what it sounds like, how loud, how it begins, bends and fades."""

    def __init__(self, maker, random, held, **habits):
        self.sounds = dict(zip(BREATHS, maker.sides(random, held, habits.get("likeness", random.uniform(0.0, 0.75)))))
        difference = random.uniform(2, 7)
        louder = random.choice(BREATHS, p=[0.35, 0.65])
        self.level = {k: (0.0 if k == louder else -difference) for k in BREATHS}
        self.attack = {k: random.uniform(0.05, 0.4) for k in BREATHS}
        self.release = {k: random.uniform(0.08, 0.4) for k in BREATHS}
        self.bend = {"inhale": random.uniform(-4, 3), "exhale": random.uniform(-9, -1)}  # dB from start to end
        self.unrest = random.uniform(0.6, 1.8)  # dB
        self.shake = habits.get("shake", 0.0)
        self.whistle = habits.get("whistle")
        self.held = held

    def flow(self, kind, samples, random, course):
        t = np.linspace(0, 1, samples)
        seconds = samples / RATE
        attack = min(self.attack[kind] * random.uniform(0.7, 1.4), 0.4 * seconds) / seconds
        release = min(self.release[kind] * seconds * random.uniform(0.7, 1.3), 0.45 * seconds) / seconds
        db = self.bend[kind] * t + self.unrest * wander(samples, random, 0.3, 6)
        if self.shake and kind == "exhale":
            db = db + self.shake * np.sin(2 * np.pi * (4.2 * t * seconds + 0.3 * wander(samples, random, 0.2, 2)))
        if course == "late":
            db = db - 10 * (1 - t) ** 2
        a = 10 ** (db / 20) * np.clip(t / attack, 0, 1) ** random.uniform(1.0, 1.8)
        a *= np.clip((1 - t) / release, 0, 1) ** random.uniform(1.0, 1.8)
        return (a / np.percentile(a, 90)).astype(np.float32)

    def breath(self, kind, seconds, random, course="plain"):
        """(sound, flow)"""
        n = int(seconds * RATE)
        a = self.flow(kind, n, random, course)
        x = self.sounds[kind](n, a, random)
        if self.whistle and random.random() < 0.6:
            f = self.whistle * (1 + 0.05 * wander(n, random, 0.3, 4))
            x = unit(x + random.uniform(0.3, 0.9) * np.clip(wander(n, random, 0.3, 3), 0, 2) * np.sin(2 * np.pi * np.cumsum(f) / RATE))
        return x, a


class Scene:
    def __init__(self, person, random, level=-34.0):
        self.person, self.random, self.level = person, random, level
        self.t = random.uniform(0.8, 2.0)
        self.events, self.gaps = [], []  # breaths and holds; moments at which nobody breathes

    def breathe(self, kind, seconds, role, cycle=None, db=0.0, course="plain"):
        self.events.append(dict(kind=kind, t=self.t, seconds=seconds, role=role, cycle=cycle, db=db, course=course))
        self.t += seconds

    def pause(self, seconds):
        self.t += seconds

    def natural(self, count, role, pace=1.0, db=-3.0):
        r = self.random
        for _ in range(count):
            self.breathe("inhale", pace * r.uniform(1.0, 1.9), role, db=db + r.normal(0, 1))
            self.pause(pace * r.uniform(0.02, 0.15))
            self.breathe("exhale", pace * r.uniform(1.2, 2.4), role, db=db + r.normal(0, 1))
            self.pause(pace * r.uniform(0.3, 1.2))

    def practise(self, plan, keeps=0.05, length=1.0, between=0.0, drift=0.0):
        """The plan's cycles, each phase within `keeps` of its counts of `length` seconds; `between` cycles a gap."""
        r = self.random
        self.natural(int(r.integers(0, 3)), "outside")
        self.pause(r.uniform(0.3, 1.2))
        cycle = 0
        for part in plan["parts"]:
            for _ in range(part["repeat"]):
                u = length * (1 + drift * (cycle / 8 - 0.5))
                phases = part["phases"]
                for j, phase in enumerate(phases):
                    c = phase["counts"]
                    c = r.uniform(5, 10) if c is None else r.uniform(c["min"], c["max"]) if isinstance(c, dict) else c
                    seconds = c * u * float(np.clip(r.normal(1, keeps), 1 - 2.5 * keeps, 1 + 2.5 * keeps))
                    if phase["phase"] in BREATHS:
                        turn = 0.0
                        if not phases[(j + 1) % len(phases)]["phase"].startswith("hold"):
                            turn = min(r.uniform(0.02, 0.18), 0.1 * seconds)
                        self.breathe(phase["phase"], seconds - turn, "practice", cycle, db=r.normal(0, 0.9))
                        self.pause(turn)
                    else:
                        self.breathe(phase["phase"], seconds, "practice", cycle)
                cycle += 1
                if between:
                    self.gaps.append((self.t + 0.2, self.t + between - 0.2))
                    self.pause(between)
        self.pause(r.uniform(0.3, 1.0))
        self.natural(int(r.integers(0, 3)), "outside")
        self.pause(1.5)
        return cycle

    def sound(self, drops=None):
        """All breaths on one time line; `drops`: dB over time, as a head turns."""
        bus = np.zeros(int(self.t * RATE) + RATE, np.float32)
        for e in self.events:
            if e["kind"] not in BREATHS:
                continue
            x, a = self.person.breath(e["kind"], e["seconds"], self.random, e["course"])
            g = gain(self.level + self.person.level[e["kind"]] + e["db"])
            at = int(e["t"] * RATE)
            if drops is not None:
                a = a * gain(np.interp(e["t"] + np.arange(len(a)) / RATE, *drops))
            e.update(texture=x, flow=a, gain=g)
            bus[at:at + len(x)] += x * a * g
        return bus[:int(self.t * RATE)]

    def truth(self, room):
        """Phases by what can be heard over the sound of the room alone."""
        hop = 4096
        k = len(room) // hop
        noise = np.stack([band_powers(x) for x in room[:k * hop].reshape(k, hop)])
        for e in self.events:
            if e["kind"] not in BREATHS:
                continue
            lo, hi = (int((e["t"] + d) * RATE / hop) for d in (-2, e["seconds"] + 2))
            around = np.median(noise[max(0, lo):hi + 1], axis=0) + 1e-16
            best = float((band_powers(e["texture"]) / around).max())
            a = e["flow"]
            plateau = np.percentile(a, 90)
            heard = np.flatnonzero((a * e["gain"]) ** 2 * best >= 1)
            heard = heard[a[heard] >= plateau * 10 ** (-25 / 20)]
            moves = np.flatnonzero(a >= plateau * 10 ** (-40 / 20))
            if len(heard):
                e["heard"] = (e["t"] + heard[0] / RATE, e["t"] + heard[-1] / RATE)
                e["moves"] = (e["t"] + moves[0] / RATE, e["t"] + moves[-1] / RATE)
        phases = []
        breaths = [e for e in self.events if "heard" in e]
        for e in self.events:
            if e["kind"] in BREATHS:
                if "heard" not in e:
                    continue
                heard, moves = e["heard"], e["moves"]
            else:
                before = [b for b in breaths if b["t"] < e["t"]]
                after = [b for b in breaths if b["t"] > e["t"]]
                if not before or not after:
                    continue
                heard = before[-1]["heard"][1], after[0]["heard"][0]
                moves = before[-1]["moves"][1], after[0]["moves"][0]
            phases.append({"kind": e["kind"], "sound": "plain", "start_s": round(heard[0], 4), "end_s": round(heard[1], 4),
                           "role": e["role"], "cycle": e["cycle"], "flow_start_s": round(min(moves[0], heard[0]) if e["kind"] in BREATHS else moves[0], 4),
                           "flow_end_s": round(moves[1], 4)})
        return phases


def band_powers(x):
    P = np.abs(np.fft.rfft(x * np.hanning(len(x)))) ** 2 / (len(x) ** 2 * 0.375) * 2
    f = np.fft.rfftfreq(len(x), 1 / RATE)
    return np.array([P[(f >= a) & (f < b)].sum() for a, b in BANDS])
