# SPDX-License-Identifier: GPL-3.0-or-later
"""What is kept back for judging, as kept_back.txt says. No library is needed to know it."""
import functools
import os

LIST = os.path.join(os.path.dirname(os.path.abspath(__file__)), "kept_back.txt")


@functools.lru_cache(None)
def lines():
    """[(kind of sound, part of a path)]"""
    split = [line.split(None, 1) for line in open(LIST) if line.strip() and line[0] != "#"]
    return [(kind, part.strip()) for kind, part in split]


def is_kept_back(kind, path):
    return any(k == kind and part in path for k, part in lines())


def only(kind, paths, held):
    """Of some paths those that are kept back, or all others."""
    return [path for path in paths if is_kept_back(kind, path) == held]
