"""Which scenes pass as a whole before a lens, and which only have something passing in them."""

from typing import get_args

import pytest

from steady_tide.core.picture.shot import PlateName
from steady_tide.media.plates import plate


@pytest.mark.parametrize("name", get_args(PlateName))
def test_a_scene_passes_where_no_layer_of_its_own_does(name: PlateName) -> None:
    found = plate(name)
    assert found.flows is all(layer.moves != "subject" for layer in found.layers)


@pytest.mark.parametrize(
    ("name", "flows"), [("bow", True), ("farm", False), ("quay", False), ("street", False), ("slope", False)]
)
def test_water_and_ground_pass_people_and_riders_do(name: PlateName, flows: bool) -> None:
    assert plate(name).flows is flows
