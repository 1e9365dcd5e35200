"""What all documents share: exact fractions, no room for slips, errors in words at the right place."""

from fractions import Fraction
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core.document import Part, Rational
from steady_tide.core.errors import BadInput, OutOfRange, Problem
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.stance import SCHOOLS, Stance
from tests.situations import SCENES

GIG = SCENES["The pilot gig"]


class Clock(Part):
    """A part with a rational."""

    rate: Rational


def said(data: Any) -> dict[str, str]:
    """What is said about a brief, by place."""
    with pytest.raises(BadInput) as error:
        Brief.read(data)
    return {problem.where: problem.message for problem in error.value.problems}


@pytest.mark.parametrize(
    ("written", "exact"),
    [
        ("25", Fraction(25)), (25, Fraction(25)), ("1/50", Fraction(1, 50)), ("24000/1001", Fraction(24000, 1001)),
        (0.5, Fraction(1, 2)), ("29.97", Fraction(2997, 100)),
    ],
)  # fmt: skip
def test_rates_and_shutters_are_exact(written: Any, exact: Fraction) -> None:
    assert Clock.read({"rate": written}).rate == exact


@given(st.fractions(min_value=Fraction(1, 1000), max_value=30_000, max_denominator=1001))
def test_a_rational_survives_being_written_and_read(value: Fraction) -> None:
    clock = Clock(rate=value)
    assert Clock.read(clock.plain()) == clock


@pytest.mark.parametrize(
    "written", ["", "fast", "1/0", "1/2/3", None, True, [], {}, "nan", "inf", float("nan"), float("inf")]
)
def test_what_is_no_number_is_refused_with_an_example(written: Any) -> None:
    with pytest.raises(BadInput, match="rate: write a number or a fraction such as 25, 1/50 or 24000/1001"):
        Clock.read({"rate": written})


@pytest.mark.parametrize(
    ("written", "words"),
    [(0, "above 0"), ("-25", "above 0"), (10**9, "beyond anything"), ("1/99999999", "beyond anything")],
)
def test_numbers_no_camera_has_are_refused(written: Any, words: str) -> None:
    with pytest.raises(BadInput, match=words):
        Clock.read({"rate": written})


def test_documents_cannot_be_changed_and_have_no_room_for_slips() -> None:
    document = Brief.read(GIG)
    with pytest.raises(Exception, match="frozen"):
        document.minutes = 3  # type: ignore[misc]
    assert said({**GIG, "minuets": 3}) == {"minuets": "this field is not known here; check the spelling"}


@pytest.mark.parametrize(
    ("change", "where", "words"),
    [
        ({"light": {"kind": "lux", "lux": -3}}, "light.lux", "it has to be at least 0.00001"),
        ({"light": {"kind": "lux"}}, "light.lux", "this is missing"),
        ({"light": {"kind": "lux", "lux": "dim"}}, "light.lux", "write a number"),
        ({"light": {"kind": "sun", "sun_altitude_deg": 120}}, "light.sun_altitude_deg", "it can be at most 90"),
        (
            {"light": {"kind": "glow"}},
            "light",
            "its `kind` has to be one of condition, ev, lux, sun, sky, lamps, computed",
        ),
        ({"light": {}}, "light", "its `kind` is missing"),
        ({"light": "bright"}, "light", "write named fields"),
        ({"falls_stops": -1}, "falls_stops", "it has to be at least 0"),
        ({"minutes": "many"}, "minutes", "write a number"),
        ({"minutes": float("inf")}, "minutes", "write a finite number"),
        ({"mains_hz": 55}, "mains_hz", "it has to be one of 50 or 60"),
        ({"frozen": "perhaps"}, "frozen", "write true or false"),
        ({"delivery": {"long_side_px": 1.5}}, "delivery.long_side_px", "write a whole number"),
        ({"delivery": {"shapes": []}}, "delivery.shapes", "at least 1 are needed"),
        ({"delivery": {"shapes": ["3:2"]}}, "delivery.shapes[0]", "it has to be one of 16:9, 4:3, 8:7 or 9:16"),
        ({"delivery": {"shapes": "16:9"}}, "delivery.shapes", "write a list"),
        ({"name": "x" * 121}, "name", "write at most 120 characters"),
        ({"name": 5}, "name", "write text"),
        ({"water": {"depth_m": 90}}, "water.depth_m", "it can be at most 60"),
    ],
)
def test_every_refusal_says_where_and_what_would_be_accepted(change: dict[str, Any], where: str, words: str) -> None:
    assert said({**GIG, **change}) == {where: words}


def test_every_problem_is_told_at_once() -> None:
    found = said({**GIG, "minutes": -1, "carried": "juggling", "light": {"kind": "ev", "ev100": 99}})
    assert set(found) == {"minutes", "carried", "light.ev100"}


@pytest.mark.parametrize("whole", [None, [], "brief", 3])
def test_what_is_no_document_at_all_is_refused(whole: Any) -> None:
    assert said(whole) == {"(the whole document)": "write named fields"}


@pytest.mark.parametrize(
    ("path", "where"),
    [
        ((), "(the whole document)"),
        (("modes", 3, "rate"), "modes[3].rate"),
        (("devices", 0, "modes", 1), "devices[0].modes[1]"),
    ],
)
def test_places_read_like_code(path: tuple[str | int, ...], where: str) -> None:
    assert Problem(path, "").where == where


def test_quantities_out_of_range_are_bad_input_too() -> None:
    error = OutOfRange("lux", "it has to be above 0")
    assert isinstance(error, BadInput) and isinstance(error, ValueError)
    assert str(error) == "lux: it has to be above 0"


def test_schools_are_at_least_seven_with_a_name_a_line_and_a_place_of_their_own() -> None:
    assert len(SCHOOLS) >= 7
    assert len({school.name for school in SCHOOLS}) == len({school.key for school in SCHOOLS}) == len(SCHOOLS)
    positions = [school.stance.model_dump(exclude={"name"}) for school in SCHOOLS]
    assert all(positions.count(position) == 1 for position in positions), "no two schools are the same"
    assert all(len(school.line) > 20 for school in SCHOOLS)
    assert SCHOOLS[0].stance.model_copy(update={"name": "own stance"}) == Stance()
