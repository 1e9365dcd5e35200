"""Sun and moon against published almanac values, and the light they give; poles and clock changes included."""

from datetime import UTC, date, datetime, timedelta

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core.errors import OutOfRange
from steady_tide.core.light.almanac import Place, SkyDay, day_bounds, moon_at, sky_day, sun_at
from steady_tide.core.light.daylight import (
    angle_between,
    direct_share,
    facing,
    facing_stops,
    moon_lux,
    shadow_length_m,
    sky_lux,
)
from steady_tide.core.light.sky import clear_sky_lux
from tests.reference import almanac

HALLIN = Place(58.30, 6.60)


@pytest.mark.parametrize(("place", "when", "altitude", "azimuth"), almanac.SUN)
def test_the_sun_stands_where_the_reference_has_it(
    place: tuple[float, float], when: str, altitude: float, azimuth: float
) -> None:
    found = sun_at(Place(*place), datetime.fromisoformat(when))
    assert found.altitude_deg == pytest.approx(altitude, abs=almanac.SUN_TOLERANCE_DEG)
    assert angle_between(found.azimuth_deg, azimuth) < almanac.SUN_TOLERANCE_DEG


@pytest.mark.parametrize(("when", "declination"), almanac.SEASONS)
def test_the_seasons_begin_when_the_almanac_says(when: str, declination: float) -> None:
    at = datetime.fromisoformat(when)
    for pole, sign in ((90.0, 1.0), (-90.0, -1.0)):
        found = sun_at(Place(pole, 0.0), at).altitude_deg
        assert found == pytest.approx(sign * declination, abs=almanac.SUN_TOLERANCE_DEG)


def moments(day: SkyDay, kind: str) -> list[datetime]:
    return [event.at for event in day.events if event.kind == kind]


@pytest.mark.parametrize(("place", "zone", "day", "rise", "sets"), almanac.RISE_AND_SET)
def test_it_rises_and_sets_to_the_minute(
    place: tuple[float, float], zone: str, day: str, rise: str | None, sets: str | None
) -> None:
    found = sky_day(Place(*place), date.fromisoformat(day), zone)
    for kind, wanted in (("sunrise", rise), ("sunset", sets)):
        if wanted is None:
            assert moments(found, kind) == []
        else:
            (at,) = moments(found, kind)
            clock = datetime.fromisoformat(f"{day}T{wanted}").replace(tzinfo=at.tzinfo)
            assert abs(at - clock) <= timedelta(seconds=almanac.MINUTE_TOLERANCE_S)


@pytest.mark.parametrize(("day", "polar"), [("2026-06-21", "day"), ("2026-12-21", "night"), ("2026-03-20", None)])
def test_at_the_edge_of_the_world_the_sun_may_stay(day: str, polar: str | None) -> None:
    found = sky_day(Place(78.22, 15.65), date.fromisoformat(day), "Arctic/Longyearbyen")
    assert found.polar == polar
    if polar == "night":
        assert not moments(found, "sunrise") and found.highest_deg < 0
    if polar == "day":
        assert not moments(found, "sunset") and found.golden == []


@pytest.mark.parametrize(("day", "hours"), [("2026-03-29", 23), ("2026-10-25", 25), ("2026-09-26", 24)])
def test_a_local_day_is_as_long_as_its_clock_says(day: str, hours: int) -> None:
    start, end = day_bounds(date.fromisoformat(day), "Europe/Oslo")
    assert (end.astimezone(UTC) - start.astimezone(UTC)) == timedelta(hours=hours)


def test_the_hours_follow_each_other() -> None:
    found = sky_day(HALLIN, date(2026, 9, 26), "Europe/Oslo")
    order = [event.kind for event in found.events]
    assert order == ["dawn", "sunrise", "noon", "sunset", "dusk"]
    assert len(found.golden) == len(found.blue) == 2
    (blue, golden) = found.blue[0], found.golden[0]
    assert blue[1] <= golden[0] + timedelta(minutes=1) and golden[0] < moments(found, "sunrise")[0] < golden[1]
    assert found.highest_deg == pytest.approx(90 - 58.30 - 1.3, abs=0.3), "near the equinox"
    assert 0.9 < found.moon_share <= 1.0, "full on the same day"


def test_times_without_a_zone_and_places_off_the_earth_are_refused() -> None:
    with pytest.raises(OutOfRange, match="zone"):
        sun_at(HALLIN, datetime(2026, 9, 26, 12))
    with pytest.raises(OutOfRange, match="latitude"):
        sun_at(Place(95, 0), datetime(2026, 9, 26, 12, tzinfo=UTC))


@given(st.floats(-89, 89), st.floats(-179, 179), st.integers(0, 365 * 24))
def test_the_sun_is_never_higher_than_the_latitude_allows(latitude: float, longitude: float, hours: int) -> None:
    when = datetime(2026, 1, 1, tzinfo=UTC) + timedelta(hours=hours)
    assert sun_at(Place(latitude, longitude), when).altitude_deg <= 90 - max(abs(latitude) - 23.45, 0) + 0.02


# The light it gives.


def test_a_clear_sky_is_the_published_table_and_the_moon_adds_to_the_night() -> None:
    high = np.array([-18.0, 0.0, 30.0, 60.0])
    alone = sky_lux(sun_altitude_deg=high, moon_altitude_deg=-10.0, moon_share=1.0, okta=0)
    np.testing.assert_allclose(alone, clear_sky_lux(high), rtol=0.002)
    lit = sky_lux(sun_altitude_deg=-18.0, moon_altitude_deg=90.0, moon_share=1.0, okta=0)
    assert float(lit) == pytest.approx(0.25, rel=0.1), "a full moon high in a clear sky"


def test_half_a_moon_gives_a_tenth_of_a_full_one() -> None:
    # Published: the quarters are about 2.5 magnitudes fainter than full.
    full, half = (float(moon_lux(altitude_deg=60.0, lit_share=share)) for share in (1.0, 0.5))
    assert half / full == pytest.approx(0.09, abs=0.03)
    assert float(moon_lux(altitude_deg=-8.0, lit_share=1.0)) < 1e-5


def test_the_moon_was_full_when_the_almanac_says() -> None:
    # Full moon on 26 September 2026, 16:49 UTC; new moon on 12 August 2026, 17:37 UTC.
    assert moon_at(HALLIN, datetime(2026, 9, 26, 16, 49, tzinfo=UTC))[1] > 0.995
    assert moon_at(HALLIN, datetime(2026, 8, 12, 17, 37, tzinfo=UTC))[1] < 0.005


def test_front_light_is_brighter_than_side_and_back() -> None:
    front, side, back = (
        float(facing_stops(sun_altitude_deg=25.0, sun_from_lens_deg=angle, okta=0)) for angle in (180, 90, 0)
    )
    assert front > side == pytest.approx(back)
    assert front - back > 2, "a low sun ahead leaves the near side in the dark"
    cloudy = [float(facing_stops(sun_altitude_deg=25.0, sun_from_lens_deg=angle, okta=8)) for angle in (180, 0)]
    assert cloudy[0] == pytest.approx(cloudy[1]), "behind cloud it does not matter"


@pytest.mark.parametrize(("angle", "name"), [(180, "front"), (120, "front"), (90, "side"), (60, "back"), (0, "back")])
def test_light_is_called_by_its_side(angle: float, name: str) -> None:
    assert facing(angle) == name


@pytest.mark.parametrize(("one", "other", "between"), [(350, 10, 20), (10, 350, 20), (0, 180, 180), (90, 90, 0)])
def test_angles_on_the_compass(one: float, other: float, between: float) -> None:
    assert angle_between(one, other) == pytest.approx(between)


@given(st.floats(0, 90), st.floats(0, 8))
def test_the_direct_share_is_a_share(altitude: float, okta: float) -> None:
    assert 0 <= float(direct_share(sun_altitude_deg=altitude, okta=okta)) <= 0.9


def test_a_shadow_is_as_long_as_the_thing_is_high_at_45_degrees() -> None:
    assert shadow_length_m(height_m=1.8, sun_altitude_deg=45) == pytest.approx(1.8)
    assert shadow_length_m(height_m=1.8, sun_altitude_deg=10) == pytest.approx(10.2, abs=0.1)
    assert shadow_length_m(height_m=1.8, sun_altitude_deg=-1) == float("inf")
