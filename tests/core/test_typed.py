"""Quantities as people type them, in whatever unit, become what the field is kept in."""

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core.errors import BadInput
from steady_tide.core.kit.bag import BagItem, problems_of_item
from steady_tide.core.light.level import EvLight
from steady_tide.core.plan.problem.brief import Brief, Water
from steady_tide.core.typed import LONGEST, WAYS, typed
from steady_tide.core.units import ENDINGS, WHOLE
from tests.situations import SCENES


@pytest.mark.parametrize(
    ("field", "text", "value"),
    [
        ("subject_distance_m", "30ft", 9.144),
        ("subject_distance_m", "30 ft", 9.144),
        ("subject_distance_m", "5' 6\"", 1.6764),
        ("subject_distance_m", "80 cm", 0.8),
        ("subject_distance_m", "0,5 m", 0.5),
        ("temperature_c", "54 °F", 12.2222222),
        ("temperature_c", "-4F", -20.0),
        ("temperature_c", "−5 °C", -5.0),
        ("subject_speed_m_s", "36 km/h", 10.0),
        ("subject_speed_m_s", "10 kn", 5.14444444),
        ("stops", "ND16", 4.0),
        ("stops", "nd 1.5", 4.98289208),
        ("stops", "ND 0.9", 2.98973524),
        ("stops", "5 stops", 5.0),
        ("falls_stops", "1/3 stop", 0.333333333),
        ("falls_stops", "1 1/2", 1.5),
        ("falls_stops", "-1/2", -0.5),
        ("ev100", "2500 lx", 9.96578428),
        ("ev100", "9 EV", 9.0),
        ("lux", "12 klx", 12000.0),
        ("lux", "10 fc", 107.64),
        ("running_minutes", "1h 30", 90.0),
        ("hours", "8 h 30", 8.5),
        ("running_minutes", "2 h", 120.0),
        ("running_minutes", "90 s", 1.5),
        ("kelvin", "5600K", 5600.0),
        ("room_gb", "1 TB", 1000.0),
        ("health", "80 %", 0.8),
        ("timeline_rate", "25 fps", 25.0),
    ],
)
def test_what_is_typed_is_read_in_its_own_unit(field: str, text: str, value: float) -> None:
    assert typed(field, text) == pytest.approx(value, rel=1e-8)


@pytest.mark.parametrize(
    ("field", "text"),
    [
        ("subject_distance_m", "far"), ("subject_distance_m", "30 kg"), ("subject_distance_m", "30"),
        ("label", "30 ft"), ("stops", "ND"), ("stops", "1/0"), ("shutters", "1/50 s"),
        ("subject_distance_m", "9" * LONGEST + " ft"),
        ("subject_distance_m", "1e9 ft"), ("subject_distance_m", ""),
    ],
)  # fmt: skip
def test_what_is_no_quantity_of_the_field_stays_for_it_to_refuse(field: str, text: str) -> None:
    assert typed(field, text) == text


def test_a_brief_is_filled_in_by_feet_fahrenheit_and_stops() -> None:
    told = {**SCENES["The pilot gig"], "subject_distance_m": "10 ft", "temperature_c": "50 °F", "falls_stops": "1 1/2"}
    brief = Brief.read(told)
    assert (brief.subject_distance_m, brief.temperature_c) == (pytest.approx(3.048), pytest.approx(10))
    assert brief.falls_stops == 1.5
    assert EvLight.read({"kind": "ev", "ev100": "640 lx"}).ev100 == pytest.approx(8.0)
    assert Water.read({"depth_m": "20 ft"}).depth_m == pytest.approx(6.096)


def test_bounds_hold_in_any_unit_and_are_told_by_the_field() -> None:
    with pytest.raises(BadInput) as refused:
        Brief.read({**SCENES["The pilot gig"], "temperature_c": "900 °F"})
    (problem,) = refused.value.problems
    assert problem.path == ("temperature_c",) and "at most" in problem.message
    with pytest.raises(BadInput):
        EvLight.read({"kind": "ev", "ev100": "0 lx"})


def test_an_nd_of_the_bag_is_typed_as_it_is_engraved() -> None:
    from pydantic import TypeAdapter

    reader: TypeAdapter[Any] = TypeAdapter(BagItem)
    item = reader.validate_python({"kind": "nd", "key": "nd-64", "label": "ND 64", "stops": "ND64", "fits": ["a"]})
    assert item.stops == 6.0 and not list(problems_of_item(item))


def test_every_way_belongs_to_a_unit_that_fields_have() -> None:
    assert set(WAYS) <= {*WHOLE.values(), *ENDINGS.values()}


@given(text=st.text(max_size=60), field=st.sampled_from(["stops", "subject_distance_m", "ev100", "label", "minutes"]))
def test_anything_may_be_typed(text: str, field: str) -> None:
    found = typed(field, text)
    assert isinstance(found, float) or found == text


@given(value=st.floats(0.01, 9999), unit=st.sampled_from(["m", "ft", "cm", "yd", "in"]))
def test_a_length_comes_back(value: float, unit: str) -> None:
    text = f"{value:.4f} {unit}"
    assert typed("depth_m", text) == pytest.approx(WAYS["m"][unit](float(f"{value:.4f}")), rel=1e-7)
