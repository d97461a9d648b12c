#!/usr/bin/python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""Learns the classes of sound from scenes and writes the weights as C++.

    train.py --training FILE.npz... --held FILE.npz --out core/classes/class_weights.cpp [--epochs N] [--without MAKER]

python3-torch of Debian: the standard library for it; the program itself does not need it. Prints, for what was kept
back, how well each class is told (average precision, and false and missed shares at one half).
"""
import argparse

import numpy as np
import torch
from torch import nn

CLASSES = ("breath", "voice", "tonal", "struck", "swell")
WIDTH, TAPS, DILATIONS = 32, 5, (1, 2, 4, 8, 16)
HIDDEN = 6  # of six bands, whether something lies over breath and room in them


class Net(nn.Module):
    """Convolutions over time and a line of sigmoids: of the classes, and of the bands that are hidden."""

    def __init__(self, inputs):
        super().__init__()
        sizes = [inputs] + [WIDTH] * len(DILATIONS)
        self.layers = nn.ModuleList(nn.Conv1d(a, b, TAPS, dilation=d) for a, b, d in zip(sizes, sizes[1:], DILATIONS))
        self.out = nn.Conv1d(WIDTH, len(CLASSES) + HIDDEN, 1)

    def forward(self, x):
        for layer, d in zip(self.layers, DILATIONS):
            x = torch.relu(layer(nn.functional.pad(x, (d * (TAPS // 2),) * 2)))
        return self.out(x)


def without(data, maker):
    """The scenes of all other makers of breath."""
    kept = np.asarray(data["makers"]) != maker
    if kept.all():
        raise SystemExit("No scene is made with %s." % maker)
    rows = np.repeat(kept, data["lengths"])
    return {key: values[kept] if len(values) == len(kept) else values[rows] for key, values in data.items()}


def pieces(data, length):
    """Stretches of `length` steps: features, labels, what is known."""
    starts = np.concatenate([[0], np.cumsum(data["lengths"])])
    for a, b in zip(starts, starts[1:]):
        for i in range(a, b - length + 1, length):
            yield i


def precision(score, y):
    order = np.argsort(-score)
    hits = np.cumsum(y[order])
    return float((hits / np.arange(1, len(y) + 1) * y[order]).sum() / max(1, y.sum()))


def judge(net, data):
    x = torch.tensor(data["features"].astype(np.float32).T[None])
    with torch.no_grad():
        p = torch.sigmoid(net(x))[0].numpy().T
    for k, c in enumerate(CLASSES + ("hidden",) * HIDDEN):
        known = data["known"][:, k] > 0
        y, q = data["labels"][known, k], p[known, k]
        print("  %-7s average precision %.3f  false %.3f  missed %.3f" % (c, precision(q, y), (q > .5)[y == 0].mean(), (q <= .5)[y == 1].mean()))


def as_cpp(net):
    def numbers(t):
        flat = t.detach().numpy().reshape(-1)
        return ",\n".join("    " + ", ".join("%.5gf" % v if "." in "%.5g" % v or "e" in "%.5g" % v else "%.5g.0f" % v for v in flat[i:i + 10])
                          for i in range(0, len(flat), 10))
    values = torch.cat([t.reshape(-1) for layer in list(net.layers) + [net.out] for t in (layer.weight.permute(0, 2, 1), layer.bias)])
    return "\n".join(["// SPDX-License-Identifier: GPL-3.0-or-later", "//", "// Written by bench/classes/train.py; docs/model-card.md says of what.",
                      '#include "core/classes/class_net.hpp"', "", "namespace layakari {", "", "// clang-format off",
                      "const std::array<float, classWeightCount> classWeights{", numbers(values) + "};", "// clang-format on", "",
                      "} // namespace layakari", ""])


def main():
    ap = argparse.ArgumentParser(description=__doc__.split("\n")[0])
    ap.add_argument("--training", nargs="+", required=True)
    ap.add_argument("--held", required=True)
    ap.add_argument("--out")
    ap.add_argument("--epochs", type=int, default=60)
    ap.add_argument("--without", help="leave one maker of breath out")
    a = ap.parse_args()
    torch.manual_seed(1)
    rng = np.random.default_rng(1)
    held = dict(np.load(a.held))
    files = [np.load(name) for name in a.training]
    data = {key: np.concatenate([f[key] for f in files]) for key in files[0]}
    if a.without:
        data = without(data, a.without)
    length = 300
    starts = np.array(list(pieces(data, length)))
    net = Net(data["features"].shape[1])
    best = torch.optim.Adam(net.parameters(), lr=3e-3, weight_decay=1e-5)
    steps = a.epochs * (len(starts) // 32)
    schedule = torch.optim.lr_scheduler.OneCycleLR(best, 6e-3, total_steps=steps)
    for epoch in range(a.epochs):
        total = 0.0
        order = rng.permutation(len(starts))
        for j in range(len(starts) // 32):
            rows = starts[order[32 * j:32 * j + 32], None] + np.arange(length)
            x = torch.tensor(data["features"][rows].astype(np.float32)).transpose(1, 2)
            x[:, :20] += torch.tensor(rng.normal(0, .12, (32, 1, 1)) + rng.normal(0, .05, (32, 20, 1)), dtype=torch.float32)  # another floor, another microphone
            y = torch.tensor(data["labels"][rows].astype(np.float32)).transpose(1, 2)
            known = torch.tensor(data["known"][rows].astype(np.float32)).transpose(1, 2)
            loss = (nn.functional.binary_cross_entropy_with_logits(net(x), y, reduction="none") * known).mean()
            best.zero_grad()
            loss.backward()
            best.step()
            schedule.step()
            total += loss.item()
        if epoch % 5 == 4:
            print("epoch %d: loss %.4f" % (epoch + 1, total / (len(starts) // 32)), flush=True)
    print("%d weights; in training:" % sum(p.numel() for p in net.parameters()))
    judge(net, data)
    print("kept back:")
    judge(net, held)
    if a.out:
        open(a.out, "w").write(as_cpp(net))


if __name__ == "__main__":
    main()
