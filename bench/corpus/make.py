#!/usr/bin/python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""Makes recordings that the program's simulator did not make, with plans and truth, and an index.json.

    make.py --out FOLDER [--held [--series N]] [--seeds N] [--only PART...] [--jobs 2]

Without --held what serves tuning and training; with it what is kept back: other seeds, makers, voices and sounds
(kept_back.txt). A series of them that was looked at serves tuning from then on, and the next one is kept back: 1 and 3
were, on 2026-12-01, and 2 was made of other packages. The same packages give the same recordings.
"""
import argparse
import json
import os
import sys
import zlib
from concurrent.futures import ProcessPoolExecutor

import numpy as np

sys.path.insert(0, os.path.dirname(os.path.abspath(__file__)))
import kept_back
import sounds
import surroundings as around
from makers import MAKERS
from scene import Person, Scene
from sounds import RATE, gain


def cycles(repeat, *phases):
    return {"kind": "cycles", "repeat": repeat, "phases": [{"phase": p, "counts": c} for p, c in phases]}


def plan(name, technique, *parts, count=1.0):
    return {"format": "layakari.plan", "version": 1, "name": name, "technique": technique, "count_length_s": count, "parts": list(parts)}


PLANS = {
    "square": lambda r: plan("Square", "sama-vritti", cycles(5, ("inhale", 4), ("hold_full", 4), ("exhale", 4), ("hold_empty", 4))),
    "even": lambda r: plan("Even", "sama-vritti", cycles(9, ("inhale", 4), ("exhale", 4))),
    "478": lambda r: plan("4-7-8", "ratio", cycles(4, ("inhale", 4), ("hold_full", 7), ("exhale", 8))),
    "46": lambda r: plan("Long exhale", "ratio", cycles(7, ("inhale", 4), ("exhale", 6))),
    "565": lambda r: plan("5-6-5", "ratio", cycles(5, ("inhale", 5), ("hold_full", 6), ("exhale", 5))),
    "ladder": lambda r: plan("Ladder", "ratio", *[cycles(2, ("inhale", n), ("exhale", 2 * n)) for n in (2, 3, 4, 5)]),
    "open": lambda r: plan("Open hold", "ratio", cycles(5, ("inhale", 4), ("hold_full", None), ("exhale", 6))),
}


class Case:
    def __init__(self, group, what, number, held, series=4):
        self.group, self.what, self.held = group, what, held
        self.name = "%s_%s_%02d" % (group, what, number)
        side = "tuning " if not held else "held " if series == 1 else "held %d " % series
        self.seed = zlib.crc32(side.encode() + self.name.encode())
        self.number = number


def person(case, r, **habits):
    names = [m for m in sorted(MAKERS) if kept_back.is_kept_back("makers", m) == case.held or (case.held and r.random() < 0.5)]
    case.maker = names[(case.number + zlib.crc32(case.what.encode())) % len(names)]
    return Person(MAKERS[case.maker], r, case.held, **habits)


def free(scene, count, pace):
    r = scene.random
    for _ in range(count):
        scene.breathe("inhale", pace * r.uniform(1.1, 2.2), "practice", db=r.normal(0, 1.5))
        scene.pause(pace * r.uniform(0.02, 0.2))
        scene.breathe("exhale", pace * r.uniform(1.4, 3.0), "practice", db=r.normal(0, 1.5))
        scene.pause(pace * r.uniform(0.2, 1.2))
    scene.pause(1.5)


def perform(case, r, who, level, between=0.0, kinds=None):
    """(scene, plan or None, cycles done)"""
    scene = Scene(who, r, level)
    key = (kinds or sorted(PLANS))[case.number % len(kinds or PLANS)]
    p = PLANS[key](r)
    if r.random() < 0.4:
        p["count_length_s"] = None
    done = scene.practise(p, keeps=r.uniform(0.02, 0.08), length=r.uniform(0.9, 1.25) if p["count_length_s"] is None else 1.0,
                          between=between, drift=r.normal(0, 0.05))
    return scene, p, done


def led(scene, r, held, what, breath_db):
    """A teacher's voice over a class: (sound, [start, end] of each word)."""
    n = int(scene.t * RATE)
    out, when = np.zeros(n + 8 * RATE, np.float32), []
    level = scene.level + breath_db

    def say(t, longest, db=0.0):
        x = sounds.any_of("speech", held, r, 0.2)[:int(longest * RATE)]
        i = int(t * RATE)
        if i < 0 or i + len(x) > n:
            return 0
        out[i:i + len(x)] += x * gain(level + db)
        when.append((t, t + len(x) / RATE))
        return len(x) / RATE

    if "counts" in what:
        for e in scene.events:
            k = int(e["seconds"])
            for j in range(k):
                say(e["t"] + j * e["seconds"] / k + r.normal(0, 0.04), 0.6, r.normal(0, 1.5))
    if "instructs" in what:
        for e in scene.events:
            if r.random() < 0.75:
                say(e["t"] - r.uniform(0.2, 0.9), 1.6)
    if "talks" in what:
        for a, b in scene.gaps:
            t = a
            while t < b - 1.0:
                t += say(t, b - t) + r.uniform(0.1, 0.5)
    return out[:n], when


class Sounds:
    """What sounds in a recording, apart from each other: a track for each class, and when it does for the truth."""

    def __init__(self, n):
        self.n = n
        self.tracks = {c: np.zeros(n, np.float32) for c in ("breath", "voice", "tonal", "struck", "swell", "room")}
        self.voice, self.other = [], []

    def add(self, kind, x, when=()):
        self.tracks[kind] += x[:self.n]
        (self.voice if kind == "voice" else self.other).extend(when)


# Of what a house sounds, which class it is, and how loud it is beside the breath, dB.
HOUSE_CLASS = {"traffic": "swell", "rain": "swell", "switching": "swell", "machine": "swell", "crowd": "voice", "radio": "voice",
               "music": "tonal", "animals": "tonal", "clock": "struck", "kitchen": "struck"}
HOUSE_DB = {"traffic": (-14, -8), "rain": (-14, -8), "switching": (-14, -8), "machine": (-14, -8), "crowd": (-14, -6), "radio": (-10, 3),
            "music": (-14, -4), "animals": (-6, 12), "clock": (-8, 6), "kitchen": (-6, 10)}


def add_house(to, what, case, r, level):
    x, when = around.HOUSES[what](to.n, r, case.held)
    kind = HOUSE_CLASS[what]
    to.add(kind, x * gain(level + r.uniform(*HOUSE_DB[what])), when if what in ("radio", "crowd", "music", "animals", "kitchen") else ())


def mixed(to, r, has_echo=True):
    """All of it in one room; what swells is outside of it."""
    near = sum(to.tracks[c] for c in ("breath", "voice", "tonal", "struck"))
    if has_echo:
        near = around.echo(near, around.answer(r, r.uniform(0.15, 0.8), r.uniform(4, 14)))
    return near + to.tracks["swell"] + to.tracks["room"]


def through_phone(x, what, r, level):
    if "wind" in what:
        x = x + around.wind(len(x), r) * gain(level + r.uniform(-6, 3))
    if "suppression" in what:
        x = around.suppression(x, r)
    if "gain" in what:
        x = around.automatic_gain(x, r)
    return x


def leveled(x, r):
    x = x * gain(r.uniform(-3, 12))
    return x / max(1.0, np.abs(x).max() / 0.97)


def build(case):
    r = np.random.default_rng(case.seed)
    habits = {"shaky": dict(shake=r.uniform(2, 5)), "whistle": dict(whistle=r.uniform(1200, 3000)), "blocked": dict(likeness=0.95)}.get(case.what, {})
    who = person(case, r, **habits)
    level, floor = r.uniform(-44, -28), r.uniform(14, 30)
    between = r.uniform(3, 7) if "talks" in case.what else 0.0
    drops = None
    if case.what in ("quick", "slow"):
        scene, p, done = Scene(who, r, level), None, None
        free(scene, 34 if case.what == "quick" else 9, 0.42 if case.what == "quick" else 2.6)
    else:
        scene, p, done = perform(case, r, who, level, between)
    if case.what in ("slow", "faint"):
        floor = r.uniform(5, 11)
    if case.what == "turning":
        knots = np.arange(0, scene.t, 6.0)
        drops = (knots, np.where(r.random(len(knots)) < 0.35, -10.0, 0.0))
    breath = scene.sound(drops)
    to = Sounds(len(breath))
    to.add("breath", breath)
    to.add("room", around.hiss(to.n, r, r.uniform(-5, 0)) * gain(level - floor))
    if r.random() < 0.3:
        to.add("room", around.mains(to.n, r) * gain(level - floor - r.uniform(0, 8)))
    if case.group == "led":
        to.add("voice", *led(scene, r, case.held, case.what, r.uniform(6, 25)))
        if "music" in case.what:
            m, when = around.music(to.n, r, case.held)
            to.add("tonal", m * gain(level - r.uniform(3, 12)), when)
    if case.group == "houses":
        add_house(to, case.what, case, r, level)
    if case.group == "bodies" or r.random() < 0.3:
        to.add("struck", around.body_sounds(to.n, r, case.held)[0] * gain(level - r.uniform(0, 10)))
    phases = scene.truth(to.tracks["room"] + to.tracks["swell"])
    x = mixed(to, r, case.group != "phones" or r.random() < 0.7)
    codec = ["flac", "m4a", "mp3", "flac"][case.number % 4]
    if case.group == "phones":
        x = through_phone(x, case.what, r, level)
        codec = {"telephone": "wav8", "thin": "amr", "opus": "opus12"}.get(case.what, codec)
    stretches = {k: [{"start_s": round(a, 3), "end_s": round(b, 3)} for a, b in sorted(v)] for k, v in (("voice", to.voice), ("other", to.other))}
    facts = {"format": "layakari.truth", "version": 1, "plan": p, "phases": phases, "strokes": [], "hums": [], **stretches}
    if done is not None:
        facts["cycles_done"] = done
    return leveled(x, r), facts, codec


GROUPS = {
    "quiet": ["still", "faint"],
    "led": ["instructs", "counts", "talks", "counts_talks", "instructs_music"],
    "phones": ["gain", "suppression", "gain_suppression", "telephone", "thin", "opus", "wind"],
    "houses": sorted(around.HOUSES),
    "bodies": ["shaky", "whistle", "blocked", "quick", "slow", "turning"],
}
SHARE = {"quiet": 6, "led": 3, "phones": 2, "houses": 2, "bodies": 2}  # of one thing, how many a seed


def make(job):
    case, out = job
    x, truth, codec = build(case)
    entry = {"name": case.name, "file": around.write(x, out, case.name, codec), "plan": None, "truth": case.name + ".truth.json",
             "category": case.group, "notes": case.what, "maker": case.maker, "duration_s": round(len(x) / RATE, 2)}
    with open(os.path.join(out, entry["truth"]), "w") as f:
        json.dump(truth, f)
    if truth["plan"]:
        entry["plan"] = case.name + ".plan.json"
        with open(os.path.join(out, entry["plan"]), "w") as f:
            json.dump(truth["plan"], f)
    return entry


def main():
    ap = argparse.ArgumentParser(description=__doc__.split("\n")[0])
    ap.add_argument("--out", required=True)
    ap.add_argument("--held", action="store_true")
    ap.add_argument("--series", type=int, default=4)
    ap.add_argument("--seeds", type=int, default=1)
    ap.add_argument("--only", nargs="*", default=[])
    ap.add_argument("--jobs", type=int, default=2)
    a = ap.parse_args()
    sounds.check()
    os.makedirs(a.out, exist_ok=True)
    cases = [Case(g, w, i, a.held, a.series) for g, whats in GROUPS.items() for w in whats for i in range(SHARE[g] * a.seeds)]
    cases = [c for c in cases if not a.only or any(part in c.name for part in a.only)]
    with ProcessPoolExecutor(a.jobs) as pool:
        entries = list(pool.map(make, [(c, a.out) for c in cases]))
    with open(os.path.join(a.out, "index.json"), "w") as f:
        json.dump({"cases": entries}, f, indent=1)
    print("%d recordings, %.0f minutes" % (len(entries), sum(e["duration_s"] for e in entries) / 60))


if __name__ == "__main__":
    main()
