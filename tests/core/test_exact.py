"""Numbers out of what people write: exact, and bounded before anything is worked out from them."""

from fractions import Fraction
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core.document import Part, Rational
from steady_tide.core.errors import BadInput
from steady_tide.core.exact import exact
from steady_tide.core.plan.problem.wishes import read_pins


class Timeline(Part):
    rate: Rational


@pytest.mark.parametrize(
    ("written", "meant"),
    [
        ("25", Fraction(25)),
        (" 23.976 ", Fraction(23976, 1000)),
        ("1/50", Fraction(1, 50)),
        ("24000/1001", Fraction(24000, 1001)),
        ("0.5/2", Fraction(1, 4)),
        ("+8.", Fraction(8)),
        (7, Fraction(7)),
        (0.25, Fraction(1, 4)),
        ("-3", Fraction(-3)),
    ],
)
def test_what_people_write_is_read_exactly(written: object, meant: Fraction) -> None:
    assert exact(written) == meant


ENDLESS: list[Any] = [
    "1e10000000", "1E9", "9" * 5000, "1/" + "9" * 5000, 10**400, float("inf"), float("nan"), "1/0", "", "1/2/3",
    "٣", True, None, [], "0x10", "1_000",
]  # fmt: skip


@pytest.mark.parametrize("written", ENDLESS, ids=lambda value: str(value)[:12] or "nothing")
def test_what_has_no_end_or_is_no_number_is_refused_before_it_is_worked_out(written: object) -> None:
    with pytest.raises(ValueError):
        exact(written)
    with pytest.raises(BadInput):
        Timeline.read({"rate": written})


@given(st.one_of(st.text(max_size=30), st.integers(), st.floats(), st.from_regex(r"[0-9.eE/+-]{1,40}", fullmatch=True)))
def test_pins_of_any_text_and_number_are_read_or_refused(written: Any) -> None:
    for setting in ("frame_rate", "shutter", "iso_floor", "view"):
        try:
            assert read_pins({setting: written})
        except BadInput as error:
            assert error.problems


def test_crossed_iso_is_told_whatever_way_it_is_written() -> None:
    with pytest.raises(BadInput, match="lies over the ceiling"):
        read_pins({"iso_floor": "800/1", "iso_ceiling": 400})
