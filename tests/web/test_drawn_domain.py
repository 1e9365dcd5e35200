"""Dives drawn with the pointer, values at paths of documents, addresses of what is shown, refusals in words."""

from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from playwright.sync_api import Page

from tests.web.conftest import Call

DIVE = {"minutes": 40, "shallowest_m": 2}


def dive(*points: tuple[float, float]) -> list[dict[str, float]]:
    return [{"minute": minute, "depth_m": depth} for minute, depth in points]


# Dives.


def test_the_first_point_makes_a_dive_of_three(call: Call) -> None:
    made = call("dive.pointAdded", [], {"minute": 12.4, "depth_m": 6.3}, DIVE)
    assert made == {"points": dive((0, 2), (12, 6.5), (40, 2)), "index": 1}


def test_a_point_on_another_s_minute_takes_its_place(call: Call) -> None:
    made = call("dive.pointAdded", dive((0, 2), (12, 6), (40, 2)), {"minute": 12.2, "depth_m": 9}, DIVE)
    assert made == {"points": dive((0, 2), (12, 9), (40, 2)), "index": 1}


@pytest.mark.parametrize(
    ("to", "found"),
    [((30, 4), (30, 4)), ((99, 4), (39, 4)), ((-3, 4), (1, 4)), ((5, 99), (5, 60)), ((5, -2), (5, 0))],
)
def test_a_point_never_passes_its_neighbours_nor_the_ground(
    call: Call, to: tuple[float, float], found: tuple[float, float]
) -> None:
    points = dive((0, 2), (12, 6), (40, 2))
    assert call("dive.pointPulled", points, 1, dive(to)[0]) == dive((0, 2), found, (40, 2))


def test_fewer_than_two_points_are_no_profile(call: Call) -> None:
    assert call("dive.pointDropped", dive((0, 2), (12, 6), (40, 2)), 1) == dive((0, 2), (40, 2))
    assert call("dive.pointDropped", dive((0, 2), (40, 2)), 0) == []


@settings(max_examples=30, deadline=None)
@given(st.lists(st.tuples(st.floats(-5, 60), st.floats(-3, 80)), min_size=1, max_size=6))
def test_whatever_is_drawn_goes_forward_in_time(engine: Page, told: list[tuple[float, float]]) -> None:
    points: list[dict[str, float]] = []
    for minute, depth in told:
        made = engine.evaluate(
            "([points, at, dive]) => domain.dive.pointAdded(points, at, dive)",
            [points, {"minute": max(0.0, minute), "depth_m": depth}, DIVE],
        )
        points = made["points"]
    minutes = [one["minute"] for one in points]
    assert minutes == sorted(set(minutes)) and all(0 <= one["depth_m"] <= 60 for one in points)


# Values at paths.


def test_a_value_is_found_at_its_path(call: Call) -> None:
    tree = {"sensor": {"pitch_um": 1.4, "sizes": [1, 2]}, "name": "A"}
    assert call("cells.at", tree, "sensor.pitch_um") == 1.4
    assert call("cells.at", tree, "name") == "A"
    for path in ("sensor.none", "name.more", "sensor.sizes.0", "none.at.all"):
        assert call("cells.at", tree, path) is None


def test_a_value_is_put_at_its_path_and_taken_out_again(engine: Page) -> None:
    put = """([tree, path, value]) => {
      const whole = structuredClone(tree);
      domain.cells.put(whole, path, value === "out" ? undefined : value);
      return whole;
    }"""
    tree = {"lens": {"f": 2.8}}
    assert engine.evaluate(put, [tree, "lens.focal_mm", 3]) == {"lens": {"f": 2.8, "focal_mm": 3}}
    assert engine.evaluate(put, [tree, "sensor.pitch_um", 1]) == {"lens": {"f": 2.8}, "sensor": {"pitch_um": 1}}
    assert engine.evaluate(put, [tree, "lens.f", "out"]) == {"lens": {}}


@pytest.mark.parametrize(
    ("kind", "value", "text"),
    [
        ("text", "Skarv", "Skarv"), ("number", 1.5, "1.5"), ("flag", True, "yes"), ("flag", False, "no"),
        ("words", ["a", "b"], "a b"), ("numbers", [1, 2.5], "1 2.5"), ("values", ["1/50", "1/100 s"], "1/50 | 1/100 s"),
        ("cold", [{"at_c": -10, "share": 0.7}], "-10:0.7"), ("by-codec", {"hevc": [100, 120]}, "hevc:100/120"),
    ],
)  # fmt: skip
def test_what_is_typed_comes_back_as_it_was(call: Call, kind: str, value: Any, text: str) -> None:
    assert call("cells.typedText", kind, value) == text
    assert call("cells.meant", kind, text) == value


def test_crops_stand_beside_their_levels(call: Call) -> None:
    text = call("cells.typedText", "levels", ["off", "standard"], {"standard": 0.13})
    assert text == "off standard:0.13"
    assert call("cells.meant", "levels", text) == ["off", "standard"]
    assert call("cells.cropsIn", text) == {"standard": 0.13}


@pytest.mark.parametrize("kind", ["text", "number", "words", "numbers", "values", "cold", "by-codec", "levels"])
def test_nothing_reads_as_nothing(call: Call, kind: str) -> None:
    assert call("cells.typedText", kind, None) == ""


# Addresses.


@pytest.mark.parametrize(
    ("path", "link"),
    [
        ("/shared/Ab-9_x", "Ab-9_x"), ("/shared/", None), ("/shared/a/b", None), ("/shared/" + "x" * 65, None),
        ("/cards", None),
    ],
)  # fmt: skip
def test_the_link_that_a_path_opens(call: Call, path: str, link: str | None) -> None:
    assert call("sharing.linkOf", path) == link


def test_addresses_of_what_is_shown(call: Call) -> None:
    assert call("sharing.linkOf", call("sharing.addressOf", "", "abc")) == "abc"
    assert call("sharing.helperAddress", "https://tide.invalid", "abc") == "https://tide.invalid/with/abc"
    assert call("sharing.helperAddress", "", "abc", "s1") == "/with/abc/s1/card"


@pytest.mark.parametrize(
    ("origin", "only"),
    [
        ("http://localhost:80", True), ("http://127.0.0.1:1", True), ("http://[::1]:1", True),
        ("https://tide.invalid", False),
    ],
)  # fmt: skip
def test_whether_an_address_opens_elsewhere(call: Call, origin: str, only: bool) -> None:
    assert call("sharing.onlyHere", origin) is only


def test_what_is_shown_in_words(call: Call) -> None:
    camera = {"name": "Skarv A4", "modes": [1, 2, 3]}
    assert call("sharing.shownWords", {"cameras": [camera], "things": []}) == "Skarv A4, a camera with 3 modes"
    assert call("sharing.shownWords", {"cameras": [], "things": [1]}) == "A bag with one thing"
    assert call("sharing.shownWords", {"cameras": [], "things": [1, 2]}) == "A bag with 2 things"


@pytest.mark.parametrize(
    ("latitude", "longitude", "words"),
    [(58.3, 6.6, "58.30° N 6.60° E"), (-33.9, 18.4, "33.90° S 18.40° E"), (0, -0.5, "0.00° N 0.50° W")],
)
def test_points_in_words(call: Call, latitude: float, longitude: float, words: str) -> None:
    assert call("towns.pointWords", latitude, longitude) == words
    town = {"name": "", "country": "", "latitude_deg": latitude, "longitude_deg": longitude}
    assert call("towns.townWords", town) == words
    assert call("towns.townWords", {**town, "name": "Hallin", "country": "Nowhere"}) == "Hallin, Nowhere"


# Refusals.

WORDS = "(problem) => domain.wrong.wordsOf(problem && new domain.refused.Refused(422, problem))"


@pytest.mark.parametrize(
    ("problem", "words"),
    [
        ({"detail": "No.", "errors": [{"path": ["a"], "message": "too long"}]}, "too long"),
        ({"detail": "No.", "errors": []}, "No."),
        ({}, "The service did not answer as expected."),
        (None, "There is no connection."),
    ],
)
def test_what_went_wrong_in_words(engine: Page, problem: Any, words: str) -> None:
    assert engine.evaluate(WORDS, problem) == words
