"""Device and kit documents: complete, checked, refused in words with the path."""

import copy
from typing import Any

import pytest

from steady_tide.core.errors import BadInput
from steady_tide.core.kit.bag import Kit, checked_kit
from steady_tide.core.kit.device import Device, checked
from tests.situations import A4, BUILT_IN, KIT, MANUAL


def refused(change: Any) -> list[str]:
    """What is said about the A4's document after a change."""
    data = copy.deepcopy(A4.plain())
    change(data)
    with pytest.raises(BadInput) as error:
        checked(Device.read(data))
    return [f"{problem.where}: {problem.message}" for problem in error.value.problems]


@pytest.mark.parametrize("device", KIT.devices, ids=lambda device: device.key)
def test_demo_devices_round_trip_and_are_consistent(device: Device) -> None:
    assert Device.read(device.plain()) == device
    assert not list(device.problems())
    assert all((level.crop or 0) > 0 or level.optical for level in device.stabilisation if level.key != "off")


def test_the_phone_is_two_devices_on_the_same_lenses() -> None:
    assert [lens.sensor for lens in BUILT_IN.lenses] == [lens.sensor for lens in MANUAL.lenses]
    assert BUILT_IN.shutters == [] and MANUAL.shutters
    assert {p.curve for p in BUILT_IN.profiles}.isdisjoint({"log"}) and any(p.curve == "log" for p in MANUAL.profiles)
    assert {str(c.external_drive_above) for c in MANUAL.codecs if c.key == "intra"} == {"30"}


@pytest.mark.parametrize(
    ("change", "said"),
    [
        (lambda d: d["modes"][3].update(rate="0"), "modes[3].rate: it has to be above 0"),
        (lambda d: d["modes"][3].update(rate="fast"), "modes[3].rate: write a number or a fraction"),
        (lambda d: d["modes"][2].update(views=["sideways"]), "modes[2].views: sideways is not described"),
        (lambda d: d["modes"][2].update(stabilisation=["magic"]), "modes[2].stabilisation: magic is not described"),
        (lambda d: d["views"][0].update(lens="none"), "views[0].lens: none is not described"),
        (lambda d: d["modes"].append(d["modes"][0]), "modes: 5.2K 8:7 at 24 stands here 2 times"),
        (lambda d: d["stabilisation"][1].update(crop=-0.1), "stabilisation[1].crop: it has to be at least 0"),
        (lambda d: d.update(colour="red"), "colour: this field is not known here"),
        (lambda d: d.pop("iso"), "iso: this is missing"),
        (lambda d: d["menu"].pop(5), "menu: length_limit is offered but has no line"),
        (lambda d: d["iso"].update(values=[400, 100]), "iso.values: list the ISO values once each, lowest first"),
        (lambda d: d["profiles"][0].update(base_iso=300), "profiles[0].base_iso: it has to be one of the ISO values"),
        (lambda d: d.update(shutters=[], automatic_shutter=False), "shutters: give at least one shutter"),
        (lambda d: d["modes"][0].update(bit_rates={"hevc": [0]}), "modes[0].bit_rates: bit rates lie between 1"),
        (lambda d: d.update(key="Skarv A4"), "key: only small letters, digits and hyphens"),
        (lambda d: d["menu"].append(d["menu"][0]), "menu: frame_shape has 2 lines"),
    ],
)
def test_a_wrong_device_is_refused_with_path_and_what_is_accepted(change: Any, said: str) -> None:
    assert any(line.startswith(said) for line in refused(change)), refused(change)


def test_a_kit_without_cameras_is_refused() -> None:
    with pytest.raises(BadInput, match="devices: at least 1 are needed"):
        Kit.read({"devices": []})


def test_keys_in_a_kit_are_unique_and_variable_filters_make_sense() -> None:
    data = KIT.plain()
    data["devices"].append(data["devices"][0])
    data["bag"].append({"kind": "nd", "key": "nd4", "label": "x", "stops": 4, "most_stops": 2, "fits": ["skarv-a4"]})
    with pytest.raises(BadInput) as error:
        checked_kit(Kit.read(data))
    said = {problem.where: problem.message for problem in error.value.problems}
    assert "skarv-a4 is taken" in said["devices[5].key"]
    assert "nd4 is taken" in said[f"bag[{len(data['bag']) - 1}].key"]
    assert "at least 4" in said[f"bag[{len(data['bag']) - 1}].most_stops"]
