"""Whatever a creator describes can be planned with, or it is said why not."""

from typing import Any

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from steady_tide.core.errors import BadInput
from steady_tide.core.kit.device import Device, checked
from steady_tide.core.kit.settings import Setting
from steady_tide.core.plan.account.plan import Plan
from steady_tide.core.plan.problem.stance import SCHOOLS
from steady_tide.formats.modes_csv import modes_from_csv, modes_to_csv
from tests.core.devices import documents
from tests.situations import A4, BUILT_IN, D1, SCENES, brief, decision, plan_of, planned, sketch_of

SLOW = settings(
    max_examples=60, deadline=None, suppress_health_check=[HealthCheck.too_slow, HealthCheck.data_too_large]
)


def read(document: dict[str, Any]) -> Device | None:
    """The device, or None where its parts do not fit together and every problem is said with its place."""
    try:
        return checked(Device.read(document))
    except BadInput as error:
        assert error.problems and all(problem.message and problem.path for problem in error.problems)
        return None


@SLOW
@given(documents(), st.sampled_from(sorted(SCENES)), st.sampled_from(SCHOOLS))
def test_any_valid_device_is_planned_with_or_says_why_not(document: dict[str, Any], scene: str, school: Any) -> None:
    device = read(document)
    if device is None:
        return
    try:
        made = plan_of(brief(scene), device, stance=school.stance)
    except BadInput as error:
        assert all(("rated for" in p.message) or ("at intervals" in p.message) for p in error.problems)
        return
    assert isinstance(made, Plan)
    mode = next(
        m for m in device.modes
        if (m.frame_shape, m.resolution, str(m.rate))
        == tuple(made.value(s) for s in (Setting.FRAME_SHAPE, Setting.RESOLUTION, Setting.FRAME_RATE))
    )  # fmt: skip
    assert made.value(Setting.VIEW) in mode.views and made.value(Setting.STABILISATION) in mode.stabilisation
    assert made.value(Setting.BIT_RATE) in mode.bit_rates[str(made.value(Setting.CODEC))]
    assert sum(line.stops for line in made.ledger.lines) == pytest.approx(made.ledger.leftover_stops, abs=1e-3)
    assert sketch_of(brief(scene), device, stance=school.stance) == made.sketch


@settings(max_examples=25, deadline=None)
@given(documents())
def test_any_valid_device_goes_there_and_back(document: dict[str, Any]) -> None:
    device = read(document)
    if device is not None:
        assert Device.read(device.plain()) == device
        plain = {**device.plain(), "modes": modes_from_csv(modes_to_csv(device.modes))}
        assert Device.read(plain) == device


def changed(device: Device, **fields: Any) -> Device:
    return checked(Device.read({**device.plain(), **fields}))


def test_a_level_that_steadies_needs_a_crop_somewhere() -> None:
    plain = A4.plain()
    strong = next(level for level in plain["stabilisation"] if level["key"] == "strong")
    strong["crop"] = None
    with pytest.raises(BadInput, match="4K 8:7 at 24 allows Strong stabilisation but no crop is given"):
        checked(Device.read(plain))
    for mode in plain["modes"]:
        if "strong" in mode["stabilisation"]:
            mode["crops"]["strong"] = 0.2
    assert checked(Device.read(plain)).modes[3].crop_of(A4.stabilisation[3]) == 0.2


def test_the_crop_of_the_mode_wins_over_that_of_the_level() -> None:
    made = planned(
        brief("The pilot gig"), frame_rate="100", resolution="4K", stabilisation="standard", frame_shape="16:9"
    )
    pixels = next(figure.value for figure in made.figures if figure.key == "pixels")
    scene = brief("The pilot gig")
    room = 1 - scene.delivery.crop_room
    widths = [min(3840, 2160 * w / h) / (scene.delivery.long_side_px * min(1, w / h)) for w, h in ((16, 9), (9, 16))]
    shapes = {"16:9": widths[0], "9:16": widths[1]}
    assert pixels == pytest.approx(min(shapes[s] for s in scene.delivery.shapes) * (1 - 0.13) * room, rel=1e-3)


def test_a_mode_may_refuse_a_profile_and_a_depth() -> None:
    fast = planned(brief("The pilot gig"), school="darkroom", frame_rate="240")
    assert fast.value(Setting.COLOUR_PROFILE) != "log" and fast.value(Setting.BIT_DEPTH) == 8
    options = {option.value: option.refused for option in decision(fast, "colour_profile").options}
    assert "frame rate 240 fps" in str(options["log"])


def test_a_variable_aperture_is_decided_like_everything_else() -> None:
    lens = {**D1.plain()["lenses"][0], "f_number": 2.2, "f_numbers": [2.2, 2.8, 4, 5.6, 8, 11]}
    drone = changed(D1, lenses=[lens])
    made = plan_of(brief("Rafts from above", light={"kind": "ev", "ev100": 15}), drone, stance=SCHOOLS[0].stance)
    assert isinstance(made, Plan)
    # Without a filter in the bag, the bright day is held by a smaller aperture instead of a runaway shutter.
    assert float(made.value(Setting.APERTURE) or 0) > 2.2
    assert (
        next(line.detail for line in made.ledger.lines if line.label == "Aperture") == decision(made, "aperture").text
    )
    wide = plan_of(brief("Lantern market", carried="gimbal"), drone, stance=SCHOOLS[0].stance)
    assert isinstance(wide, Plan) and wide.value(Setting.APERTURE) == 2.2
    assert planned(brief("Rafts from above"), D1).value(Setting.APERTURE) is None


def test_what_is_left_alone_stays_as_the_camera_has_it() -> None:
    made = planned(brief("The pilot gig"), BUILT_IN)
    wind = decision(made, "wind_reduction")
    assert wind.value == "automatic" and [option.value for option in wind.options] == ["automatic"]
    with pytest.raises(BadInput, match=r"left_alone\[0\]: frame rate is none of the settings"):
        changed(A4, left_alone=["frame_rate"])


@pytest.mark.parametrize(
    ("fields", "said"),
    [
        ({"shutters": ["1/24"], "automatic_shutter": False}, "no offered shutter is short enough"),
        ({"white_balance": {"kelvins": [], "automatic": False}}, "give Kelvin values"),
    ],
)
def test_scales_that_leave_a_mode_without_a_value_are_refused(fields: dict[str, Any], said: str) -> None:
    with pytest.raises(BadInput, match=said):
        changed(A4, **fields)


@pytest.mark.parametrize(
    ("mode", "said"),
    [
        ({"crops": {"strongest": 0.3}}, "strongest is not described"),
        ({"bit_depths": {"hevc": [12]}}, "H.265 has no 12 bit"),
        ({"profiles": ["log"], "bit_depths": {"hevc": [8]}}, "every profile it allows needs 10 bit, it records 8 bit"),
        ({"profiles": ["sepia"]}, "sepia is not described"),
    ],
)
def test_limits_of_a_mode_are_checked(mode: dict[str, Any], said: str) -> None:
    modes = A4.plain()["modes"]
    modes[0] |= mode
    with pytest.raises(BadInput, match=said):
        changed(A4, modes=modes)


@pytest.mark.parametrize(
    ("lens", "said"),
    [({"f_numbers": [4.0, 2.5]}, "widest"), ({"f_numbers": [4.0, 5.6]}, "one of the f-numbers")],
)
def test_apertures_are_listed_widest_first_and_hold_the_usual_one(lens: dict[str, Any], said: str) -> None:
    with pytest.raises(BadInput, match=said):
        changed(A4, lenses=[{**A4.plain()["lenses"][0], **lens}])
