#!/usr/bin/python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""What is kept back is not trained on: run by CTest, with nothing but Python itself."""
import glob
import os
import re
import unittest

import kept_back

HERE = os.path.dirname(os.path.abspath(__file__))
BENCH = os.path.dirname(HERE)


def source(*path):
    with open(os.path.join(BENCH, *path)) as f:
        return f.read()


class KeptBack(unittest.TestCase):
    def test_every_line_names_a_kind_that_there_is(self):
        kinds = set(re.findall(r'^    "(\w+)": \[', source("corpus", "sounds.py"), re.M)) | {"consonants", "makers"}
        self.assertTrue(kept_back.lines())
        for kind, part in kept_back.lines():
            self.assertIn(kind, kinds)
            self.assertGreaterEqual(len(part), 3)

    def test_every_kind_has_some_kept_back(self):
        self.assertEqual({kind for kind, _ in kept_back.lines()},
                         {"speech", "crowd", "music", "animals", "struck", "machine", "street", "water", "texture", "consonants", "makers"})

    def test_a_path_is_on_one_side_only(self):
        paths = ["/a%sb.ogg" % part for _, part in kept_back.lines()] + ["/usr/share/klettres/cs/alpha/a.ogg", "/other.flac"]
        for kind in {kind for kind, _ in kept_back.lines()}:
            held, rest = kept_back.only(kind, paths, True), kept_back.only(kind, paths, False)
            self.assertFalse(set(held) & set(rest))
            self.assertEqual(sorted(held + rest), sorted(paths))
            self.assertIn("/other.flac", rest)

    def test_makers_that_are_kept_back_exist_and_leave_enough(self):
        makers = [os.path.basename(f)[:-3] for f in glob.glob(os.path.join(HERE, "makers", "breath_*.py"))]
        held = kept_back.only("makers", makers, True)
        self.assertGreaterEqual(len(held), 2)
        self.assertGreaterEqual(len(makers) - len(held), 4)
        for _, part in (line for line in kept_back.lines() if line[0] == "makers"):
            self.assertIn(part, makers)

    def test_recorded_sounds_come_in_through_one_door(self):
        for file in glob.glob(os.path.join(BENCH, "*", "**", "*.py"), recursive=True):
            name = os.path.relpath(file, BENCH)
            if name in ("corpus/sounds.py", "corpus/kept_back_test.py"):
                continue
            self.assertNotIn("/usr/share", source(name), name)

    def test_training_asks_for_what_is_not_kept_back(self):
        training = source("classes", "make_training.py")
        self.assertIn("kept_back.is_kept_back(\"makers\", m)", training)
        self.assertNotRegex(training, r"any_of\([^)]*True")
        self.assertIn("kept_back.only(kind, found, held)", source("corpus", "sounds.py"))


if __name__ == "__main__":
    unittest.main()
