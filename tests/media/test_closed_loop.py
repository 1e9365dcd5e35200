"""The closed loop: what the simulated camera did is found again in its clips, in both codecs and at both depths.

Tolerances are those that were asked for: noise 10 %, smear 1 px, shake 10 %, flicker 1 Hz, exposure 0.1 stop.
"""

from pathlib import Path
from typing import Any, NamedTuple

import av
import numpy as np
import pytest

from steady_tide.core.picture.filmed import Happening, Turn, course, filmed
from steady_tide.core.picture.shot import Flicker, Shot
from steady_tide.core.picture.tone import Curve
from steady_tide.core.reading.flicker import beat_of
from steady_tide.core.reading.reading import Reading
from steady_tide.core.reading.shake import split
from steady_tide.media.camera import Truth
from steady_tide.media.clips.reader import FOLLOWED, WHOLE_FRAMES, read_clip
from steady_tide.media.plates import plate
from tests.footage import a_shot, film

LUMA = np.array([0.2126, 0.7152, 0.0722])


class Case(NamedTuple):
    """A clip of the grid."""

    scene: str
    codec: str
    bits: int
    curve: str
    smear_px: float
    shake_px: float
    seed: int


GRID = [
    Case("quay", "h264", 8, "neutral", 0.0, 0.9, 1),
    Case("ropes", "h264", 8, "flat", 4.0, 2.0, 2),
    Case("jar", "hevc", 8, "neutral", 6.0, 1.2, 3),
    Case("ropes", "hevc", 10, "log", 7.0, 3.0, 4),
    Case("street", "h264", 10, "neutral", 9.0, 1.5, 5),
    Case("quay", "hevc", 10, "vivid", 8.0, 4.0, 6),
]


def shot_of(case: Case) -> Shot:
    return a_shot(
        scene=case.scene, width=800, focal_px=640.0, bits=case.bits, curve=case.curve, smear_px=case.smear_px,
        shake_px=case.shake_px, electrons=900.0,
    )  # fmt: skip


def looped(case: Case, folder: Path) -> tuple[Shot, Happening, Truth, Reading]:
    shot, happening = shot_of(case), Happening(seconds=1.6, seed=case.seed)
    path = folder / "clip.mp4"
    truth = film(path, shot, happening, codec=case.codec, quality=2 if case.codec == "hevc" else 8)
    return shot, happening, truth, read_clip(str(path))


@pytest.mark.parametrize("case", GRID, ids=lambda case: f"{case.scene}-{case.codec}-{case.bits}")
def test_what_was_filmed_is_found_again(case: Case, tmp_path: Path) -> None:
    shot, happening, truth, reading = looped(case, tmp_path)
    looked = [round(one.second * shot.motion.rate_hz) for one in reading.over_time]
    smeared = [at for at, one in zip(looked, reading.over_time, strict=True) if one.smear_px is not None]
    frames = [frame.codes / 65535 @ LUMA for frame in filmed(plate(case.scene), shot, happening)]
    curve = Curve(shot.finish.curve, shot.finish.headroom_stops)

    level = np.median([np.median(frames[at]) for at in looked])
    assert np.log2(curve.decode(reading.level.value) / curve.decode(level)) == pytest.approx(0.0, abs=0.1)

    true_smear = np.sqrt(np.mean(np.square([truth.smears_px[at] for at in smeared])))
    found_smear = 0.0 if reading.smear_px is None else reading.smear_px.value
    assert found_smear == pytest.approx(true_smear if true_smear > 1.6 else 0.0, abs=1.0)

    steps = np.diff(course(shot, happening).way, axis=0)[: FOLLOWED - 1] * shot.frame.focal_px
    true_shake = np.sqrt(np.mean(np.sum(np.square(split(steps)[1]), axis=1)))
    assert reading.shake_px is not None and reading.shake_px.value == pytest.approx(true_shake, rel=0.1)

    assert (reading.facts.codec, reading.facts.bit_depth) == (case.codec, case.bits)
    assert (reading.doubled, reading.missing, reading.jumps, reading.rippling) == (0, 0, [], None)


@pytest.mark.parametrize(("codec", "bits", "curve"), [("h264", 8, "neutral"), ("hevc", 10, "flat")])
@pytest.mark.parametrize(("scene", "electrons"), [("quay", 100.0), ("jar", 250.0)])
def test_noise_is_found_again(codec: str, bits: int, curve: str, scene: str, electrons: float, tmp_path: Path) -> None:
    """Where there is noise to tell: in clean pictures the finest texture of a scene counts with it."""
    told: dict[str, Any] = {"scene": scene, "width": 800, "focal_px": 640.0, "bits": bits, "curve": curve}
    shot, clean = a_shot(**told, electrons=electrons), a_shot(**told, electrons=1e8)
    happening = Happening(seconds=0.8, seed=9)
    film(tmp_path / "clip.mov", shot, happening, codec=codec, quality=1 if codec == "hevc" else 6)
    reading = read_clip(str(tmp_path / "clip.mov"))
    pairs = list(zip(filmed(plate(scene), shot, happening), filmed(plate(scene), clean, happening), strict=True))[::6]
    noisy, quiet = (np.stack([pair[side].codes / 65535 @ LUMA for pair in pairs]) for side in range(2))
    middle = [one for one in reading.noise if 0.25 <= one.level <= 0.5 and one.blocks >= 100]
    assert middle, "there is something even near the middle"
    for one in middle:
        near = np.abs(quiet - one.level) < 0.02
        assert one.sigma == pytest.approx(float((noisy - quiet)[near].std()), rel=0.1)


@pytest.mark.parametrize(("rate", "lamp_hz"), [(60.0, 100.0), (30.0, 100.0), (25.0, 120.0)])
def test_flicker_is_found_again_by_its_beat(rate: float, lamp_hz: float, tmp_path: Path) -> None:
    shot = a_shot(rate=rate, shutter_s=1 / 240, flicker=Flicker(kept=0.2, hz=lamp_hz), readout_s=0.012)
    film(tmp_path / "clip.mp4", shot, Happening(seconds=1.5, seed=2))
    found = read_clip(str(tmp_path / "clip.mp4")).rippling
    assert found is not None and found.beat_hz == pytest.approx(beat_of(lamp_hz, rate), abs=1.0)
    assert found.lamp_hz in (lamp_hz, 0.0)


def test_a_slow_beat_is_found_in_a_clip_of_which_only_stretches_are_read(tmp_path: Path) -> None:
    """Four times a second, at 24 frames under lamps on 50 Hz: every frame of a stretch counts for it."""
    shot = a_shot(width=256, focal_px=200.0, rate=24.0, shutter_s=1 / 240, flicker=Flicker(kept=0.2, hz=100.0))
    film(tmp_path / "clip.mp4", shot, Happening(seconds=(WHOLE_FRAMES + 12) / 24.0, seed=6))
    read = read_clip(str(tmp_path / "clip.mp4"))
    assert read.followed < WHOLE_FRAMES + 12
    assert read.rippling is not None and read.rippling.beat_hz == pytest.approx(4.0, abs=0.5)


def test_what_happens_in_a_clip_is_found_again(tmp_path: Path) -> None:
    turns = [Turn(second=0.0), Turn(second=0.8, light_stops=0.8), Turn(second=1.2, light_stops=0.1)]
    film(tmp_path / "jumps.mp4", a_shot(), Happening(seconds=1.8, seed=3, turns=turns, sudden=True))
    jumped = read_clip(str(tmp_path / "jumps.mp4"))
    assert jumped.jumps == pytest.approx([0.8, 1.2], abs=0.05)
    film(tmp_path / "doubled.mp4", a_shot(shake_px=2.0), Happening(seconds=1.6, seed=4, doubled=[10, 11, 20]))
    assert read_clip(str(tmp_path / "doubled.mp4")).doubled == 3


def test_a_reading_depends_on_neither_name_nor_container(tmp_path: Path) -> None:
    film(tmp_path / "a.mp4", a_shot(), Happening(seconds=1.0, seed=5))
    remuxed(tmp_path / "a.mp4", tmp_path / "other name.mkv")
    remuxed(tmp_path / "a.mp4", tmp_path / "b.mov")
    first, *others = (measured(read_clip(str(tmp_path / name))) for name in ("a.mp4", "other name.mkv", "b.mov"))
    assert all(other == first for other in others)


def remuxed(of: Path, to: Path) -> None:
    with av.open(str(of)) as given, av.open(str(to), "w") as made:
        video = given.streams.video[0]
        stream = made.add_stream_from_template(video)
        for packet in given.demux(video):
            if packet.dts is not None:
                packet.stream = stream
                made.mux(packet)


def measured(reading: Reading) -> dict[str, Any]:
    """What it says but for the container, its length in it, and moments rounded otherwise there."""
    plain = reading.plain()
    for name in ("facts", "over_time", "moves", "jumps"):
        plain.pop(name)
    return plain
