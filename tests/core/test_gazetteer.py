"""Towns by name, and points as people write them."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core.errors import BadInput
from steady_tide.core.light.gazetteer import Gazetteer, plain_letters, point_of

GAZETTEER = Gazetteer()


@pytest.mark.parametrize(
    ("sought", "name", "country", "latitude", "longitude"),
    [
        ("berg", "Bergen", "Norway", 60.39, 5.32),
        ("ALESUND", "Ålesund", "Norway", 62.47, 6.15),
        ("ålesund", "Ålesund", "Norway", 62.47, 6.15),
        ("wien", "Vienna", "Austria", 48.21, 16.37),
        ("munchen", "Munich", "Germany", 48.14, 11.58),
        ("angeles", "Los Angeles", "United States", 34.05, -118.24),
        ("valencia, vene", "Valencia", "Venezuela", 10.16, -68.01),
        ("valencia, spain", "Valencia", "Spain", 39.47, -0.38),
    ],
)
def test_a_town_is_found_by_how_it_begins(
    sought: str, name: str, country: str, latitude: float, longitude: float
) -> None:
    found = GAZETTEER.find(sought)[0]
    assert (found.name, found.country) == (name, country)
    assert (found.latitude_deg, found.longitude_deg) == (
        pytest.approx(latitude, abs=0.03),
        pytest.approx(longitude, abs=0.03),
    )


def test_larger_towns_come_first_and_only_so_many() -> None:
    found = GAZETTEER.find("san", most=5)
    assert len(found) == 5
    assert [town.people for town in found] == sorted((town.people for town in found), reverse=True)
    assert GAZETTEER.find("s") == GAZETTEER.find("") == GAZETTEER.find("zzzz") == []


@pytest.mark.parametrize(
    ("text", "point"),
    [
        ("58.3, 6.6", (58.3, 6.6)),
        ("58.3 6.6", (58.3, 6.6)),
        ("-33.9 18.4", (-33.9, 18.4)),
        ("−33.9; −18.4", (-33.9, -18.4)),
        ("58°18'N 6°36'E", (58.3, 6.6)),
        ("58° 18' 36\" N, 6° 36' W", (58.31, -6.6)),
        ("33.9S 18.4E", (-33.9, 18.4)),
    ],
)
def test_a_point_is_read_as_people_write_it(text: str, point: tuple[float, float]) -> None:
    found = point_of(text)
    assert found is not None
    assert (found.latitude_deg, found.longitude_deg) == (pytest.approx(point[0]), pytest.approx(point[1]))


@pytest.mark.parametrize("text", ["Bergen", "58.3", "58, 6, 3", "north 58 east 6", ""])
def test_what_is_no_point_is_none(text: str) -> None:
    assert point_of(text) is None


def test_a_point_off_the_earth_is_told() -> None:
    with pytest.raises(BadInput, match="between 90"):
        point_of("91, 10")


@given(latitude=st.floats(-90, 90), longitude=st.floats(-180, 180))
def test_any_point_comes_back(latitude: float, longitude: float) -> None:
    found = point_of(f"{latitude:.4f}, {longitude:.4f}")
    assert found is not None
    assert found.latitude_deg == pytest.approx(latitude, abs=1e-4)
    assert found.longitude_deg == pytest.approx(longitude, abs=1e-4)


@given(st.text(max_size=90))
def test_anything_may_be_sought(text: str) -> None:
    try:
        assert len(GAZETTEER.find(text)) <= 8
    except BadInput as error:
        assert "between 90" in error.problems[0].message


def test_letters_lose_their_accents() -> None:
    assert plain_letters("Ålesund Łódź Straße Malmø") == "alesund lodz strasse malmo"
