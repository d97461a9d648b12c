#!/usr/bin/python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""The ear on one corpus, row by row: prints the groups, and writes all of it as CSV.

    score.py CORPUS [--cli BIN] [--out docs/bench/ear-NAME.csv]

CORPUS is a folder of recordings with NAME.truth.json and an index.json (bench/corpus/make.py writes one) that says of
each recording its group and its maker.
"""
import argparse
import collections
import csv
import json
import os
import subprocess
import sys

HERE = os.path.dirname(os.path.abspath(__file__))
COUNTS = ("recordings", "found", "missed", "invented", "breaths", "swapped", "speech_s", "speech_taken_s", "other_s", "other_taken_s",
          "with_accuracy", "accuracy_held", "accuracy_wrong", "cycles_off", "breaths_true", "breaths_read", "breaths_found")
WEIGHTED = ("edge_median_s", "within_1_sd", "within_2_sd", "inhale_start_bias_s", "inhale_end_bias_s", "exhale_start_bias_s", "exhale_end_bias_s")
HEAD = ["group", "recordings", "F1", "worst F1", "breath F1", "swapped %", "edge median ms", "within 1 sd %", "within 2 sd %", "inhale start bias ms",
        "inhale end bias ms", "exhale start bias ms", "exhale end bias ms", "speech taken %", "other taken %", "accuracy held %", "accuracy wrong %"]


def evaluated(cli, corpus):
    run = subprocess.run([cli, "evaluate", corpus, "--json"], capture_output=True, text=True)
    if run.returncode != 0:
        sys.exit(run.stderr)
    rows = [json.loads(line) for line in run.stdout.splitlines()]
    return {row["recording"]: row for row in rows if row["recording"] != "all"}


def percent(part, whole):
    return "" if not whole else "%.1f" % (100 * part / whole)


def pooled(group, rows):
    sums = {key: sum(row[key] for row in rows) for key in COUNTS}
    found = sums["found"] or 1
    mean = {key: sum(row[key] * row["found"] for row in rows) / found for key in WEIGHTED}
    f1 = 2 * sums["found"] / max(1, 2 * sums["found"] + sums["missed"] + sums["invented"])
    return [group, len(rows), "%.3f" % f1, "%.3f" % min(row["f1"] for row in rows),
            "%.3f" % (2 * sums["breaths_found"] / max(1, sums["breaths_true"] + sums["breaths_read"])), percent(sums["swapped"], sums["breaths"]),
            "%.0f" % (1000 * mean["edge_median_s"]), "%.0f" % (100 * mean["within_1_sd"]), "%.0f" % (100 * mean["within_2_sd"]),
            *("%+.0f" % (1000 * mean[key]) for key in WEIGHTED[3:]), percent(sums["speech_taken_s"], sums["speech_s"]),
            percent(sums["other_taken_s"], sums["other_s"]), percent(sums["accuracy_held"], sums["with_accuracy"]),
            percent(sums["accuracy_wrong"], sums["with_accuracy"])]


def main():
    ap = argparse.ArgumentParser(description=__doc__.split("\n")[0])
    ap.add_argument("corpus")
    ap.add_argument("--cli", default=os.path.join(HERE, "..", "..", "build", "bin", "layakari-cli"))
    ap.add_argument("--out")
    a = ap.parse_args()
    with open(os.path.join(a.corpus, "index.json")) as f:
        index = {case["name"]: case for case in json.load(f)["cases"]}
    results = evaluated(a.cli, a.corpus)
    groups = collections.defaultdict(list)
    for name, case in index.items():
        groups["all"].append(name)
        groups[case["category"]].append(name)
        if case.get("maker"):
            groups["by " + case["maker"].replace("breath_", "")].append(name)
    table = [HEAD] + [pooled(group, [results[n] for n in names]) for group, names in groups.items()]
    table += [[name, 1, "%.3f" % results[name]["f1"]] for name in sorted(index)]
    for row in table[:1 + len(groups)]:
        print("  ".join(str(cell).rjust(8) for cell in row))
    if a.out:
        with open(a.out, "w", newline="") as f:
            csv.writer(f, lineterminator="\n").writerows(table)


if __name__ == "__main__":
    main()
