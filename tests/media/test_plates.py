"""The plates that are shipped: whole, small enough, and in the light they say."""

from importlib.resources import files
from typing import get_args

import numpy as np
import pytest

from steady_tide.core.errors import BadInput
from steady_tide.core.picture.develop import picture
from steady_tide.core.picture.plate import ACROSS_DEG, UP_DEG, depth_codes, depth_table, light_codes, light_table
from steady_tide.core.picture.shot import Look, PlateName
from steady_tide.media.plates import plate
from tests.plates import plain_shot

NAMES: tuple[PlateName, ...] = get_args(PlateName)


@pytest.mark.parametrize("name", NAMES)
def test_a_plate_is_whole_and_in_the_light_it_says(name: PlateName) -> None:
    shown = plate(name)
    height, width = shown.around.light.shape[:2]
    assert width / height == pytest.approx(ACROSS_DEG / UP_DEG, rel=0.01) and width >= 1600
    assert shown.around.depth.shape == (height, width)
    assert np.dot(shown.card, (0.2126, 0.7152, 0.0722)) == pytest.approx(1.0, abs=0.01)
    assert 0.3 < shown.subject_m < 60
    for layer in shown.layers:
        for patch, whole in ((layer.around, shown.around), (layer.detail, shown.detail)):
            if patch is not None:
                (left, top), (high, wide) = patch.corner, patch.alpha.shape
                assert left >= 0 and top >= 0
                assert left + wide <= whole.light.shape[1] and top + high <= whole.light.shape[0]
                assert patch.light.shape == (high, wide, 3) and patch.depth.shape == (high, wide)
    drawn = picture(shown, plain_shot(plate=name), Look(width_px=320))
    assert 15 < float(np.median(drawn)) < 240 and drawn.std() > 15, "there is something to see"


def test_the_plates_are_small() -> None:
    sizes = [len((files("steady_tide.media") / "plates" / f"{name}.plate").read_bytes()) for name in NAMES]
    assert max(sizes) <= 3_000_000 and sum(sizes) <= 30_000_000


def test_what_is_not_drawn_is_said() -> None:
    with pytest.raises(BadInput):
        plate("moon")


def test_codes_of_light_and_depth_come_back() -> None:
    light = 2.0 ** np.linspace(-13, 9, 100)
    assert np.log2(light_table()[light_codes(light)]) == pytest.approx(np.log2(light), abs=0.001)
    metres = 2.0 ** np.linspace(-3, 13, 100)
    assert np.log2(depth_table()[depth_codes(metres)]) == pytest.approx(np.log2(metres), abs=0.04)
