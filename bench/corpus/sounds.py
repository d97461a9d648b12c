# SPDX-License-Identifier: GPL-3.0-or-later
"""Recorded sounds of Debian's packages, read where they are installed; nothing is copied.

Kinds of sound are lists of files. Which of them are kept back for judging, kept_back.txt says.
All sound is mono float32 at RATE Hz.
"""
import functools
import glob
import os
import subprocess

import numpy as np

import kept_back

RATE = 16000
PACKAGES = """fillets-ng-data fillets-ng-data-cs fillets-ng-data-nl klettres-data asterisk-core-sounds-es-wav
asterisk-core-sounds-ru-wav asterisk-prompt-es-co asterisk-prompt-it-menardi-wav asterisk-moh-opsound-wav
sonic-pi-samples bucklespring-data tuxpaint-stamps-default ktuberling-data frozen-bubble-data supertux-data
hedgewars-data lincity-ng-data extremetuxracer-data widelands-data wesnoth-1.16-music ffmpeg python3-numpy
python3-scipy""".split()

SONIC = "/usr/share/sonic-pi/samples/"
TUX = "/usr/share/tuxpaint/stamps/"
GAMES = "/usr/share/games/"
CITY, LANDS, HOGS = GAMES + "lincity-ng/sounds/", GAMES + "widelands/data/sound/", GAMES + "hedgewars/Data/"
FILES = {
    "speech": ["/usr/share/asterisk/sounds/es_MX*/*.wav", "/usr/share/asterisk/sounds/ru_RU*/*.wav",
               "/usr/share/asterisk/sounds/it_IT_f_Menardi/*.wav", "/usr/share/asterisk/sounds/es/*.gsm",
               GAMES + "fillets-ng/sound/*/cs/*.ogg", GAMES + "fillets-ng/sound/*/nl/*.ogg",
               HOGS + "Sounds/voices/[BCDHMPRS]*[!t]/*.ogg",
               "/usr/share/klettres/*/*/*.ogg", "/usr/share/ktuberling/sounds/*/*.ogg"],
    "crowd": [CITY + "SportsCroud*.wav", CITY + "School*.wav", CITY + "Market[FML]*.wav", LANDS + "barbarians/taverns/*.ogg",
              LANDS + "empire/taverns/*.ogg"],
    "music": [GAMES + "fillets-ng/music/rybky*.ogg", "/usr/share/asterisk/moh/*.wav", GAMES + "frozen-bubble/snd/*mainzik*.ogg",
              GAMES + "supertux2/music/**/*.ogg", GAMES + "wesnoth/1.16/data/core/music/*.ogg", GAMES + "etr/music/*.ogg",
              GAMES + "lincity-ng/music/default/*.ogg", GAMES + "widelands/data/music/*.ogg", HOGS + "Music/*.ogg",
              SONIC + "loop_[a-mt]*.flac"],
    "animals": [TUX + "animals/**/*.ogg", TUX + "animals/**/*.wav", LANDS + "animals/*.ogg", LANDS + "farm/[dfho]*.ogg", LANDS + "farm/sheep*.ogg",
                GAMES + "widelands/data/world/critters/duck/*.ogg"],
    "struck": [SONIC + "bd_*.flac", SONIC + "tabla_*.flac", SONIC + "perc_[dist]*.flac", SONIC + "sn_*.flac",
               SONIC + "drum_tom*.flac", "/usr/share/buckle/wav/*-0.wav", TUX + "**/hammer.ogg", TUX + "**/glass.ogg",
               LANDS + "hammering/*.ogg", LANDS + "metal/*.ogg", LANDS + "smiths/*.ogg", LANDS + "woodcutting/*wood*.ogg",
               CITY + "Blacksmith*.wav", GAMES + "supertux2/sounds/brick.wav", GAMES + "supertux2/sounds/door.wav"],
    "machine": [TUX + "**/Washing-machine.ogg", TUX + "**/vacuum_cleaner.ogg", TUX + "**/kettle.ogg",
                SONIC + "loop_3d_printer.flac", SONIC + "ambi_sauna.flac", SONIC + "loop_industrial.flac",
                CITY + "Industry*.wav", CITY + "CoalMine*.wav", CITY + "Mill*.wav", CITY + "PowerCoal*.wav", CITY + "Substation*.wav",
                CITY + "RailTrain*.wav", CITY + "WindMill*.wav", LANDS + "mill/*.ogg", LANDS + "sawmill/*.ogg"],
    "street": [CITY + "Trafic*.wav", CITY + "DirtTrack*.wav", CITY + "Tip*.wav", CITY + "FireStation*.wav"],
    "water": [CITY + "Water*.wav", CITY + "ParklandLake*.wav", GAMES + "supertux2/sounds/rain.wav", GAMES + "supertux2/sounds/waterfall.wav"],
    "texture": [SONIC + "vinyl_hiss.flac", SONIC + "ambi_swoosh.flac", SONIC + "drum_cymbal_*.flac",
                SONIC + "ambi_sauna.flac", SONIC + "perc_swash.flac", TUX + "**/vacuum_cleaner.ogg"],
}
FILES["consonants"] = FILES["speech"][:2] + FILES["speech"][4:]


def check():
    missing = [kind for kind, patterns in FILES.items() if not any(glob.glob(p, recursive=True) for p in patterns)]
    if missing:
        raise SystemExit("No sounds of: %s. Install: apt-get install --no-install-recommends %s"
                         % (", ".join(missing), " ".join(PACKAGES)))


@functools.lru_cache(None)
def files(kind, held):
    """Paths of one kind in sorted order: those kept back, or all others. Descriptions are speech, not animals."""
    found = sorted({f for p in FILES[kind] for f in glob.glob(p, recursive=True)})
    if kind == "animals":
        found = [f for f in found if "_desc" not in f and os.path.getsize(f) > 3000]
    return [f for f in kept_back.only(kind, found, held) if not os.path.islink(f)]


@functools.lru_cache(400)
def load(path):
    """The file's sound, its ends trimmed where it is 40 dB under its loudest; empty where it cannot be read."""
    raw = subprocess.run(["ffmpeg", "-v", "error", "-i", path, "-t", "60", "-ac", "1", "-ar", str(RATE), "-f", "f32le", "-"],
                         capture_output=True).stdout
    x = np.frombuffer(raw, "<f4").copy()
    if len(x) < RATE // 50:
        return np.zeros(0, np.float32)
    level = np.sqrt(np.convolve(x ** 2, np.ones(320) / 320, "same"))
    loud = np.flatnonzero(level > level.max() * 0.01)
    return x[loud[0]:loud[-1] + 1] if len(loud) else np.zeros(0, np.float32)


def any_of(kind, held, random, least=0.0):
    """A random sound of one kind that lasts `least` seconds or more, at a mean power of one."""
    paths = files(kind, held)
    for _ in range(60):
        x = load(paths[int(random.integers(len(paths)))])
        if len(x) >= max(least, 0.03) * RATE and np.abs(x).max() > 1e-3 and not (kind == "speech" and is_noise(x)):
            return unit(x[np.flatnonzero(np.abs(x) > 0.1 * np.abs(x).max())[0]:] if kind == "speech" else x)
    raise SystemExit("No %s of %.1f s or more." % (kind, least))


def is_noise(x):
    """Whether a file has only the noise of its recorder: hardly a moment of it repeats itself, as vowels do."""
    frames = x[:len(x) // 640 * 640].reshape(-1, 640)
    frames = frames[(frames ** 2).mean(1) > 0.1 * (frames ** 2).mean()]
    r = np.fft.irfft(np.abs(np.fft.rfft(frames, 2048)) ** 2)
    voiced = r[:, 40:260].max(1) / (r[:, 0] + 1e-9) > 0.5
    return voiced.mean() < 0.1


def unit(x):
    return (x / (np.sqrt(np.mean(np.square(x, dtype=np.float64))) + 1e-9)).astype(np.float32)


def gain(db):
    return np.float32(10 ** (db / 20))
