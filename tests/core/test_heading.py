"""Sun against lens: front, side and back, shadows in the frame, harsh noon."""

from datetime import date
from typing import Any

import numpy as np
import pytest

from steady_tide.core.day.heading import Frame, Heading, heading_of, shadow_seen
from steady_tide.core.day.timeline import Sky, sky_of
from steady_tide.core.light.almanac import Place
from steady_tide.core.light.daylight import OPERATOR_M, even_side_stops
from steady_tide.core.plan.problem.brief import Aim, Brief

NORTH = sky_of(Place(58.30, 6.60), date(2026, 9, 19), "Europe/Oslo")
SOUTH = sky_of(Place(-12.0, -77.0), date(2026, 1, 15), "America/Lima")
FRAME = Frame(90.0, 55.0)


def told(sky: Sky = NORTH, *, start: float = 700, end: float = 760, **changes: Any) -> Heading:
    aim = changes.pop("aim", {"heading_deg": 180.0})
    facts = {"scenario": "motion", "light": {"kind": "sky"}, "aim": aim, **changes.pop("brief", {})}
    around = {"okta": 0.0, "caster": "operator", "shade_stops": 0.0, **changes}
    return heading_of(Brief.read(facts), sky, FRAME, start=start, end=end, **around)


@pytest.mark.parametrize(
    ("off", "name", "words"),
    [(0, "back", "Back light: the sun is"), (180, "front", "Front light"), (90, "side", "Side light, from the left"),
     (-90, "side", "Side light, from the right")],
)  # fmt: skip
def test_the_light_is_named_by_where_the_sun_stands(off: float, name: str, words: str) -> None:
    azimuth = float(NORTH.sun_azimuth_deg[730])
    found = told(aim={"heading_deg": (azimuth + off) % 360})
    assert {span.facing for span in found.facing} <= {name, "side"} and words in found.words
    assert found.from_lens_deg == pytest.approx(abs(off), abs=0.1)


def test_what_the_near_side_gets_is_told_in_stops() -> None:
    azimuth = float(NORTH.sun_azimuth_deg[730])
    lit, dark = (told(aim={"heading_deg": (azimuth + off) % 360}).side_stops for off in (180, 0))
    assert lit is not None and dark is not None and lit > 0 > dark and lit - dark > 2
    shaded = told(aim={"heading_deg": azimuth}, shade_stops=3.0).side_stops
    assert shaded == pytest.approx(even_side_stops(), abs=0.01), "an even sky, from whichever side"
    assert told(start=1380, end=1430).side_stops is None


def test_over_hours_the_side_changes_with_the_sun() -> None:
    found = told(start=480, end=1140, aim={"heading_deg": 90.0})
    assert [span.facing for span in found.facing] == ["back", "side", "front"]
    assert found.facing[0].end + 1 == found.facing[1].start


def test_at_night_there_is_no_side() -> None:
    found = told(start=1380, end=1430)
    assert found.words == "The sun is down." and {span.facing for span in found.facing} == {"down"}
    assert found.shadows == [] and found.harsh == []


def test_the_operators_shadow_enters_with_a_low_sun_behind() -> None:
    away = (float(NORTH.sun_azimuth_deg[500]) + 180) % 360
    found = told(start=470, end=530, aim={"heading_deg": away, "tilt_deg": 5})
    assert found.shadow_of == "operator" and found.shadow_minutes == 61
    assert told(start=470, end=530, aim={"heading_deg": (away + 180) % 360, "tilt_deg": 5}).shadow_minutes == 0
    assert told(start=470, end=530, aim={"heading_deg": away, "tilt_deg": -60}).shadow_minutes == 0, "looking up"
    assert told(start=470, end=530, aim={"heading_deg": away, "tilt_deg": 5}, okta=8.0).shadow_minutes == 0
    assert told(start=470, end=530, aim={"heading_deg": away}, shade_stops=2.0).shadow_minutes == 0


def test_the_shadows_reach_is_that_of_an_upright_thing() -> None:
    # The end of the shadow lies at h / tan(altitude); from the camera's height it is seen so far down.
    minute = int(np.argmin(np.abs(NORTH.sun_deg[:700] - 30.0)))
    away = (float(NORTH.sun_azimuth_deg[minute]) + 180) % 360
    down = np.degrees(np.arctan(1.6 * np.tan(np.radians(NORTH.sun_deg[minute])) / OPERATOR_M))
    for tilt, seen in ((down - 27.5 + 0.5, True), (down - 27.5 - 0.5, False)):
        aim = Aim(heading_deg=away, tilt_deg=float(tilt))
        assert bool(shadow_seen(NORTH, aim, FRAME, caster="operator", okta=0.0)[minute]) is seen


def test_a_drones_shadow_lies_as_far_down_as_the_sun_stands_up() -> None:
    minute = 730
    altitude = float(NORTH.sun_deg[minute])
    away = (float(NORTH.sun_azimuth_deg[minute]) + 180) % 360
    for tilt, seen in ((altitude, True), (altitude + 27, True), (altitude + 29, False), (altitude - 29, False)):
        aim = Aim(heading_deg=away, tilt_deg=tilt, height_m=40)
        assert bool(shadow_seen(NORTH, aim, FRAME, caster="drone", okta=0.0)[minute]) is seen
    aside = Aim(heading_deg=(away + 50) % 360, tilt_deg=altitude)
    assert not shadow_seen(NORTH, aside, FRAME, caster="drone", okta=0.0)[minute]


def test_noon_in_the_tropics_is_called_harsh_and_what_helps_is_said() -> None:
    found = told(SOUTH, start=600, end=800)
    assert found.harsh and "shade" in found.harsh_words
    assert told(SOUTH, start=600, end=800, okta=7.0).harsh == []
    assert told(SOUTH, start=600, end=800, shade_stops=2.0).harsh == []
    assert told(NORTH, start=600, end=800).harsh == [], "the sun stays low here"


def test_without_a_heading_it_is_asked_for() -> None:
    found = told(aim=None)
    assert "Say where the lens looks" in found.words and found.from_lens_deg is None and found.facing == []


def test_under_water_the_sun_hardly_has_a_side() -> None:
    water = {"scenario": "underwater", "water": {"depth_m": 5}}
    found = told(brief=water)
    assert "under water" in found.words and found.shadow_minutes == 0
