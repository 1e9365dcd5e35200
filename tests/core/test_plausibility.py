"""Slips of the pen are warned of, with their path; the demo has none."""

import copy
from typing import Any

import pytest

from steady_tide.core.advice.plausibility import warnings
from steady_tide.core.kit.device import Device, checked
from tests.situations import A4, KIT


@pytest.mark.parametrize("device", KIT.devices, ids=lambda device: device.key)
def test_the_demo_is_plausible(device: Device) -> None:
    assert [f"{one.where}: {one.message}" for one in warnings(device)] == []


@pytest.mark.parametrize(
    ("change", "said"),
    [
        (lambda d: d["stabilisation"][3].update(crop=0), "stabilisation[3].crop: Strong steadies without giving up"),
        (lambda d: d["modes"][8].update(bit_rates={"hevc": [60_00]}), "modes[8].bit_rates: 6000 Mbit/s is"),
        (lambda d: d["modes"][8].update(bit_rates={"hevc": [1]}), "modes[8].bit_rates: 1 Mbit/s is"),
        (lambda d: d["modes"][8].update(height_px=4564), "modes[8].frame_shape: 5216 × 4564 is not 16:9"),
        (lambda d: d["modes"][8].update(width_px=7680, height_px=4320), "modes[8].width_px: 7680 px across is more"),
        (lambda d: d["modes"][8].update(draw_w=50), "modes: draws from"),
        (lambda d: d["lenses"][0]["sensor"].update(pixel_pitch_um=11.2), "lenses[0].sensor: 62 mm wide"),
    ],
)
def test_a_slip_is_told_but_not_refused(change: Any, said: str) -> None:
    data = copy.deepcopy(A4.plain())
    change(data)
    device = checked(Device.read(data))
    told = [f"{one.where}: {one.message}" for one in warnings(device)]
    assert any(line.startswith(said) for line in told), told
