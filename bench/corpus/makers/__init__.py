# SPDX-License-Identifier: GPL-3.0-or-later
"""Makers of breath that do not know each other.

Each module has `sides(random, held, likeness)`: two functions, of the inhale and of the exhale of one person, each
`(samples, flow, random) -> sound` at a mean power of one, evenly loud: the course of the flow is laid on by the scene.
`likeness` 0..1: how alike both directions sound. No module uses another's way of making sound.
"""
from . import breath_consonants, breath_grit, breath_textures, breath_tube, breath_whispers, breath_wind

MAKERS = {m.__name__.split(".")[-1]: m for m in
          (breath_tube, breath_consonants, breath_textures, breath_wind, breath_whispers, breath_grit)}
