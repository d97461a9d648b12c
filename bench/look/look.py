#!/usr/bin/python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""Draws a recording: its spectrogram, and over it what is true and what one or more readings say.

    look.py SOUND --truth FILE [--reading FILE ...] [--from S] [--to S] --out PNG

Needs ffmpeg, python3-numpy, python3-scipy and python3-matplotlib.
"""
import argparse
import json
import subprocess

import matplotlib

matplotlib.use("Agg")
import matplotlib.pyplot as plt
import numpy as np
from scipy import signal

RATE = 16000
COLOURS = {"inhale": "#3a6ea5", "exhale": "#c2702d", "hold_full": "#b9c7d6", "hold_empty": "#e3d3c2", "strokes": "#7a4d8c",
           "voice": "#5f8f4e", "unknown": "#999999"}


def row(axis, y, phases, start, end):
    for p in phases:
        a, b = p["start_s"], p["end_s"]
        if b < start or a > end:
            continue
        axis.barh(y, b - a, left=a, height=0.8, color=COLOURS.get(p["kind"], "#999999"), alpha=0.5 if p.get("role") == "outside" else 1.0)
        for edge, sd in ((a, p.get("start_sd_s")), (b, p.get("end_sd_s"))):
            if sd:
                axis.plot([edge - 2 * sd, edge + 2 * sd], [y, y], color="k", lw=1)


def samples(path, start, end):
    raw = subprocess.run(["ffmpeg", "-v", "error", "-i", path, "-ac", "1", "-ar", str(RATE), "-f", "f32le", "-"], capture_output=True, check=True)
    return np.frombuffer(raw.stdout, "<f4")[int(start * RATE):int(end * RATE)]


def spectrogram(axis, x, start):
    _, t, power = signal.spectrogram(x, RATE, nperseg=512, noverlap=256)
    level = 10 * np.log10(power + 1e-13)
    axis.imshow(level, origin="lower", aspect="auto", extent=[start, start + t[-1], 0, RATE / 2],
                vmin=np.percentile(level, 5), vmax=np.percentile(level, 99.7), cmap="cividis")
    axis.set_ylabel("Hz")


def main():
    ap = argparse.ArgumentParser(description=__doc__.split("\n")[0])
    ap.add_argument("sound")
    ap.add_argument("--truth", required=True)
    ap.add_argument("--reading", nargs="*", default=[])
    ap.add_argument("--from", dest="start", type=float, default=0)
    ap.add_argument("--to", dest="end", type=float)
    ap.add_argument("--out", required=True)
    a = ap.parse_args()
    x = samples(a.sound, a.start, a.end or a.start + 60)
    end = a.start + len(x) / RATE
    truth = json.load(open(a.truth))
    figure, axes = plt.subplots(2, 1, figsize=(18, 7), sharex=True, gridspec_kw=dict(height_ratios=[3, 1.3]))
    spectrogram(axes[0], x, a.start)
    rows = [("true", truth["phases"])] + [(name.split("/")[-2][-12:], json.load(open(name))["phases"]) for name in a.reading]
    for y, (name, phases) in enumerate(rows):
        row(axes[1], -y, phases, a.start, end)
    for stretch in truth.get("voice", []) + truth.get("other", []):
        axes[1].barh(0.7, stretch["end_s"] - stretch["start_s"], left=stretch["start_s"], height=0.3, color="#5f8f4e")
    axes[1].set_yticks([-y for y in range(len(rows))], [name for name, _ in rows])
    axes[1].set_xlim(a.start, end)
    axes[1].set_xlabel("s;  blue inhale, brown exhale, pale holds, green speech or other; lines: two standard deviations")
    plt.tight_layout()
    plt.savefig(a.out, dpi=60)


if __name__ == "__main__":
    main()
