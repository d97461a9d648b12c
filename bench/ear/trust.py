#!/usr/bin/python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""How far a reading can be trusted: fits the weights of core/reading/doubts.cpp and says how well they hold.

    trust.py CORPUS... [--cli BIN] [--near W W ...] [--check CORPUS...]

CORPUS is a folder of recordings with NAME.truth.json. Logistic regression of whether a reading is right on what speaks
against it, where a doubt always speaks a little; a penalty keeps what a corpus does not tell near nothing, or near
the weights that another corpus had (--near). Printed: the weights, what they say of recordings that they were not fitted
to (a tenth at a time), and of those to be checked. The program says less where the least likely breath, a run of strokes
or quick breath caps it (doubts.hpp): how many it calls sure, `layakari-cli evaluate` says.
"""
import argparse
import json
import os
import subprocess
import sys

import numpy
from scipy.optimize import minimize

HERE = os.path.dirname(os.path.abspath(__file__))
PENALTY = 0.003
PENALTY_NEAR = 1.0  # judged: of 0.03 to 1 the log likelihood of what is not fitted is the same within 0.005 a recording
LEAST = 0.1
FOLDS = 10
SURE = 0.95


def evaluated(cli, corpus):
    run = subprocess.run([cli, "evaluate", corpus, "--json"], capture_output=True, text=True)
    if run.returncode != 0:
        sys.exit(run.stderr)
    rows = [json.loads(line) for line in run.stdout.splitlines()]
    rows = [row for row in rows if row["recording"] != "all"]
    return [row["recording"] for row in rows], numpy.array([row["doubts"] for row in rows]), numpy.array([row["right"] for row in rows])


def probability(weights, doubts):
    return 1 / (1 + numpy.exp(doubts @ weights[1:] - weights[0]))


def fitted(doubts, right, near):
    count = doubts.shape[1]
    centre, penalty = (numpy.array(near), PENALTY_NEAR) if near else (numpy.zeros(count), PENALTY)

    def loss(weights):
        p = numpy.clip(probability(weights, doubts), 1e-6, 1 - 1e-6)
        return -numpy.sum(numpy.where(right, numpy.log(p), numpy.log(1 - p))) + penalty * numpy.sum((weights[1:] - centre) ** 2)
    return minimize(loss, numpy.r_[3, numpy.ones(count)], bounds=[(-2, 8)] + [(LEAST, 30)] * count).x


def tell(name, names, p, right):
    sure = p >= SURE
    print("%-12s %3d readings, %3d right; %3d sure, %d of them wrong" % (name, len(right), right.sum(), sure.sum(), (sure & (right == 0)).sum()))
    edges = [0, 0.3, 0.6, 0.8, 0.9, SURE, 1.01]
    for low, high in zip(edges, edges[1:]):
        some = (p >= low) & (p < high)
        if some.any():
            print("    said %.2f to %.2f (mean %.2f): right %.2f of %d" % (low, min(1, high), p[some].mean(), right[some].mean(), some.sum()))
    for n, said, is_right in zip(names, p, right):
        if said >= SURE and not is_right:
            print("    sure and wrong:", n, "%.3f" % said)


def main():
    ap = argparse.ArgumentParser(description=__doc__.split("\n")[0])
    ap.add_argument("corpus", nargs="+")
    ap.add_argument("--check", nargs="*", default=[])
    ap.add_argument("--near", nargs="*", type=float, help="weights of another corpus, as printed")
    ap.add_argument("--cli", default=os.path.join(HERE, "..", "..", "build", "bin", "layakari-cli"))
    a = ap.parse_args()
    names, doubts, right = [], [], []
    for corpus in a.corpus:
        n, d, r = evaluated(a.cli, corpus)
        names += n
        doubts.append(d)
        right.append(r)
    doubts, right = numpy.concatenate(doubts), numpy.concatenate(right)
    weights = fitted(doubts, right, a.near)
    print("certain %.2f, weights %s" % (weights[0], ", ".join("%.2f" % w for w in weights[1:])))
    fold = numpy.random.RandomState(0).randint(0, FOLDS, len(right))
    p = numpy.zeros(len(right))
    for k in range(FOLDS):
        p[fold == k] = probability(fitted(doubts[fold != k], right[fold != k], a.near), doubts[fold == k])
    tell("not fitted", names, p, right)
    for corpus in a.check:
        n, d, r = evaluated(a.cli, corpus)
        tell(os.path.basename(os.path.normpath(corpus)), n, probability(weights, d), r)


if __name__ == "__main__":
    main()
