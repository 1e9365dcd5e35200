"""A camera from memory: whatever is remembered makes a whole document that can be planned with."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from steady_tide.core.kit.likely import CLASS_BY_KEY, CLASSES, SIZES, Remembered, likely
from steady_tide.core.plan.account.plan import Plan
from steady_tide.core.plan.problem.stance import SCHOOL_BY_KEY
from steady_tide.desk.inventory.templates import template
from tests.situations import brief, plan_of

EVEN = SCHOOL_BY_KEY["even-keel"].stance
remembered = st.builds(
    Remembered,
    largest=st.sampled_from(list(SIZES)),
    fastest_largest=st.sampled_from([30, 60, 120]),
    fastest=st.sampled_from([30, 60, 120, 240]),
    steadying=st.sampled_from(["none", "some", "strong"]),
    graded=st.sampled_from(["none", "flat", "log"]),
    ten_bit=st.booleans(),
    iso_most=st.sampled_from([800, 1600, 3200, 6400]),
)


@settings(max_examples=60)
@given(said=remembered, kind=st.sampled_from(sorted(CLASS_BY_KEY)))
def test_whatever_is_remembered_can_be_planned_with(said: Remembered, kind: str) -> None:
    device = likely(template(CLASS_BY_KEY[kind].template), said, key="mine", name="Mine")  # type: ignore[index]
    assert {mode.resolution for mode in device.modes if mode.kind == "video"} <= set(SIZES)
    assert max(mode.rate for mode in device.modes) <= said.fastest
    assert device.iso.values[-1] <= said.iso_most and device.assumed
    made = plan_of(brief("Rafts from above" if device.kind == "drone" else "Lantern market"), device, stance=EVEN)
    assert isinstance(made, Plan)


@pytest.mark.parametrize("one", CLASSES, ids=[one.key for one in CLASSES])
def test_what_is_usual_for_a_class_is_what_it_has(one: tuple[str, ...]) -> None:
    usual = CLASS_BY_KEY[one[0]].usual  # type: ignore[index]
    device = likely(template(CLASS_BY_KEY[one[0]].template), usual, key="mine", name="Mine")  # type: ignore[index]
    top = [mode for mode in device.modes if mode.resolution == usual.largest]
    assert max(mode.rate for mode in top) == usual.fastest_largest
    assert any(profile.curve == "log" for profile in device.profiles) == (usual.graded == "log")
    assert ("strong" in [level.key for level in device.stabilisation]) == (usual.steadying == "strong")


def test_smaller_sizes_are_faster() -> None:
    said = Remembered(largest="4K", fastest_largest=30, fastest=240)
    device = likely(template("action-camera"), said, key="mine", name="Mine")
    fastest = {size: max(int(m.rate) for m in device.modes if m.resolution == size) for size in ("4K", "2.7K", "1080")}
    assert fastest == {"4K": 30, "2.7K": 60, "1080": 120}
