#!/usr/bin/python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""Draws what each layer of the ear finds in a recording, from the spectrogram down to the boundaries.

    layers.py SOUND --layers BENCH-LAYERS --truth FILE [--from S] [--to S] --out PNG

Needs ffmpeg, python3-numpy, python3-scipy, python3-matplotlib and python3-pil.
"""
import argparse
import json
import os
import subprocess
import tempfile

import numpy as np
from PIL import Image

import look
from look import plt

CLASSES = (("breath", "#3a6ea5"), ("voice", "#5f8f4e"), ("tone", "#8c6bb1"), ("struck", "#b05a4a"), ("swell", "#8a8a8a"))
PARTS_HZ = (300, 630, 1080, 2000, 3700, 7700)


def main():
    ap = argparse.ArgumentParser(description=__doc__.split("\n")[0])
    ap.add_argument("sound")
    ap.add_argument("--layers", required=True)
    ap.add_argument("--truth", required=True)
    ap.add_argument("--from", dest="start", type=float, default=0)
    ap.add_argument("--to", dest="end", type=float, default=40)
    ap.add_argument("--out", required=True)
    a = ap.parse_args()
    with tempfile.TemporaryDirectory() as folder:
        out = os.path.join(folder, "layers.json")
        subprocess.run([a.layers, a.sound, out], check=True)
        with open(out) as f:
            found = json.load(f)
    with open(a.truth) as f:
        truth = json.load(f)
    t = np.arange(len(found["rise_db"])) * found["hop_s"]
    figure, axes = plt.subplots(6, 1, figsize=(12, 11), sharex=True, gridspec_kw=dict(height_ratios=[2.2, 1, 1, 0.9, 1.1, 0.7]))
    look.spectrogram(axes[0], look.samples(a.sound, a.start, a.end), a.start)
    axes[1].plot(t, found["rise_db"], color="#333333", lw=0.7)
    axes[1].axhline(0, color="#999999", lw=0.7)
    axes[1].set_ylabel("over the\nroom, dB")
    for k, (name, colour) in enumerate(CLASSES):
        axes[2].plot(t, np.array(found["classes"])[:, k], color=colour, lw=0.9, label=name)
    axes[2].legend(loc="upper right", ncol=5, fontsize=8)
    axes[2].set_ylabel("classes")
    axes[3].imshow(np.array(found["hidden"]).T, origin="lower", aspect="auto", extent=[0, t[-1], 0, len(PARTS_HZ)], vmin=0, vmax=1, cmap="Greens")
    axes[3].set_yticks(np.arange(len(PARTS_HZ)) + 1, ["%d Hz" % hz for hz in PARTS_HZ], fontsize=7)
    axes[3].set_ylabel("hidden")
    axes[4].stackplot(t, found["a"], found["b"], found["pause"], colors=["#3a6ea5", "#c2702d", "#e3e3e3"])
    axes[4].plot(t, found["turn"], color="k", lw=0.8)
    axes[4].set_ylabel("one kind,\nthe other,\npause")
    look.row(axes[5], 0, truth["phases"], a.start, a.end)
    for edge, sd in found["edges"]:
        axes[5].plot([edge - 2 * sd, edge + 2 * sd], [0.62, 0.62], color="k", lw=2)
        axes[5].plot([edge, edge], [0.5, 0.75], color="k", lw=1)
    axes[5].set_yticks([0, 0.62], ["true", "found"])
    axes[5].set_xlim(a.start, a.end)
    axes[5].set_xlabel("s")
    figure.tight_layout()
    figure.savefig(a.out, dpi=75)
    Image.open(a.out).convert("RGB").quantize(240).save(a.out, optimize=True)  # a spectrogram is large otherwise


if __name__ == "__main__":
    main()
