#!/usr/bin/python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""What halving and doubling a constant does to its readings: a table, a row a constant.

    sensitivity.py CORPUS --work FOLDER [--only PART] [--out CSV]

Copies the source to FOLDER, changes one constant at a time there, builds, reads every recording of CORPUS
(bench/corpus/make.py) and counts breaths that are found, whichever of the two they are said to be: naming is not the
segments' work. An hour for all of them.
"""
import argparse
import csv
import json
import os
import re
import subprocess
import sys

ROOT = os.path.dirname(os.path.dirname(os.path.dirname(os.path.abspath(__file__))))
# Of each what it is, its file, and how it is written there.
CONSTANTS = [
    ("share of a step's evidence that counts", "breath_kinds.cpp", "temper = 0.08f"),
    ("classes against breath", "breath_kinds.cpp", "float weight = 0.8f"),
    ("classes against a pause", "breath_kinds.cpp", "float weight = 0.1f"),
    ("range over what is hidden, dB", "breath_kinds.cpp", "rangeDb = 50"),
    ("spread that a kind is supposed to have, dB", "breath_kinds.cpp", "priorSpreadDb = 3;"),
    ("what is supposed, steps", "breath_kinds.cpp", "priorSteps = 50"),
    ("how much a dip counts", "segment_model.cpp", "dipTemper = 0.15f"),
    ("how far a turn dips, dB", "segment_model.cpp", "turnDb = 2.5f"),
    ("less is breathed under words", "segment_model.cpp", "spokenLog = -0.04f"),
    ("one kind again", "segment_model.cpp", "again = 0.008"),
    ("another sound in a pause", "segment_model.cpp", "other = 0.02"),
    ("a rise, s", "segment_model.cpp", "riseS = 0.15"),
    ("a fade, s", "segment_model.cpp", "fadeS = 0.35"),
]


def score(corpus, cli):
    run = subprocess.run([cli, "evaluate", corpus, "--json"], capture_output=True, check=True)
    return json.loads(run.stdout.splitlines()[-1])["breath_f1"]


def build(work):
    subprocess.run(["cmake", "--build", os.path.join(work, "build"), "--target", "layakari-cli"], check=True, stdout=subprocess.DEVNULL)
    return os.path.join(work, "build", "bin", "layakari-cli")


def main():
    ap = argparse.ArgumentParser(description=__doc__.split("\n")[0])
    ap.add_argument("corpus")
    ap.add_argument("--work", required=True)
    ap.add_argument("--only", default="")
    ap.add_argument("--out")
    a = ap.parse_args()
    # By content, not by time: what is put back here must be built again.
    subprocess.run(["rsync", "-rlp", "--checksum", "--exclude", "/build*", "--exclude", ".git", ROOT + "/", a.work + "/"], check=True)
    subprocess.run(["cmake", "--preset", "release"], cwd=a.work, check=True, stdout=subprocess.DEVNULL)
    usual = score(a.corpus, build(a.work))
    rows = [("as it is", "", "%.3f" % usual, "%.3f" % usual)]
    for name, file, written in CONSTANTS:
        if a.only not in name:
            continue
        path = os.path.join(a.work, "core", "segments", file)
        with open(path) as f:
            source = f.read()
        if source.count(written) != 1:
            sys.exit("%s: \"%s\" is there %d times" % (file, written, source.count(written)))
        value = float(re.search(r"-?[\d.]+", written.split("=")[1]).group())
        results = []
        for factor in (0.5, 2):
            changed = re.sub(r"(= )-?\d[\d.]*", lambda match: match[1] + "%#.6g" % (value * factor), written)
            with open(path, "w") as f:
                f.write(source.replace(written, changed))
            results.append("%.3f" % score(a.corpus, build(a.work)))
        with open(path, "w") as f:
            f.write(source)
        rows.append((name, value, *results))
        print("%-45s %8s  halved %s  doubled %s" % rows[-1], flush=True)
    if a.out:
        with open(a.out, "w", newline="") as f:
            csv.writer(f).writerows([("constant", "value", "breath F1 halved", "breath F1 doubled"), *rows])


if __name__ == "__main__":
    main()
