"""The first card in the browser: which light and ways are offered, which hour stands ready, which brief comes."""

import pytest
from playwright.sync_api import Page

from steady_tide.core.first import Answers, brief_of
from tests.web.conftest import Call

KNOWN = [
    {"key": "sun", "label": "Sun", "ev100": 15, "group": "Outside by day"},
    {"key": "overcast", "label": "Grey", "ev100": 12, "group": "Outside by day"},
    {"key": "dusk", "label": "Dusk", "ev100": 5, "group": "Dusk and night"},
    {"key": "stars", "label": "Stars", "ev100": -7, "group": "Dusk and night"},
    {"key": "stalls", "label": "Stalls", "ev100": 4, "group": "By lamps"},
    {"key": "reef", "label": "Reef", "ev100": 9, "group": "Under water"},
    {"key": "table-panel", "label": "A panel", "ev100": 8, "group": "Product table"},
]
KINDS = ("everyday", "talking", "motion", "underwater", "low-light", "drone", "scenic", "product", "lapse")


@pytest.mark.parametrize(
    ("kind", "rungs"),
    [
        ("everyday", ["sun", "overcast", "dusk", "stalls"]),
        ("underwater", ["reef"]),
        ("low-light", ["stalls"]),
        ("product", ["table-panel", "stalls"]),
        ("lapse", ["dusk", "stars"]),
    ],
)
def test_the_ladder_of_light_is_that_of_the_kind_brightest_first(call: Call, kind: str, rungs: list[str]) -> None:
    found = call("first.ladder", kind, KNOWN)
    assert [one["key"] for one in found] == rungs
    assert all(one["lux"] for one in found)


def test_in_the_dark_only_lapses_are_filmed(call: Call) -> None:
    assert "stars" not in [one["key"] for one in call("first.ladder", "scenic", KNOWN)]


@pytest.mark.parametrize("kind", KINDS)
def test_the_usual_way_is_one_of_those_offered(call: Call, kind: str) -> None:
    ways = [one["key"] for one in call("first.ways", kind)]
    assert call("first.usualWay", kind) in ways and len(ways) == len(set(ways))
    assert all(one["words"] != one["key"] for one in call("first.ways", kind)), "each in words"


@pytest.mark.parametrize(
    ("kind", "under"), [("product", False), ("low-light", False), ("drone", True), ("lapse", True)]
)
def test_whether_the_sky_lights_it(call: Call, kind: str, under: bool) -> None:
    assert call("first.underSky", kind) is under


@pytest.mark.parametrize(
    ("now", "day", "starts"),
    [
        ("2026-09-19T09:20", "2026-09-19", 600), ("2026-01-05T23:30", "2026-01-05", 1380),
        ("2026-12-31T00:00", "2026-12-31", 60),
    ],
)  # fmt: skip
def test_the_hour_that_stands_ready_is_the_next_full_one_of_today(
    engine: Page, now: str, day: str, starts: int
) -> None:
    found = engine.evaluate("(now) => domain.first.startingHour(new Date(now))", now)
    assert (found["day"], found["starts"], found["place"]) == (day, starts, "")


def test_an_hour_without_a_place_is_not_sent(call: Call) -> None:
    hour = {"place": "", "day": "2026-09-19", "starts": 600, "cloud_okta": 3}
    assert call("first.hourOf", None) is None and call("first.hourOf", hour) is None
    sent = call("first.hourOf", {**hour, "latitude_deg": 0, "longitude_deg": 0})
    assert sent == {
        "latitude_deg": 0, "longitude_deg": 0, "day": "2026-09-19", "starts": 600, "minutes": 30, "cloud_okta": 3,
    }  # fmt: skip


@pytest.mark.parametrize(("text", "minute"), [("00:00", 0), ("18:30", 1110), ("", 77), ("noon", 77), ("18", 77)])
def test_a_time_field_that_is_none_changes_nothing(call: Call, text: str, minute: int) -> None:
    assert call("first.timeOf", text, 77) == minute


SAID = {"kind": "motion", "light": "sun", "carried": "riding", "purpose": "film"}


@pytest.mark.parametrize("kind", KINDS)
@pytest.mark.parametrize("purpose", ["film", "post", "grade", "once"])
def test_what_stands_ready_makes_answers_that_the_core_takes(call: Call, kind: str, purpose: str) -> None:
    light, way = call("first.usualLight", kind), call("first.usualWay", kind)
    said = {"kind": kind, "light": light, "carried": way, "purpose": purpose}
    made = brief_of(Answers.read(call("first.answersOf", said)))
    assert (made.scenario, made.carried) == (kind, way)
    assert made.delivery.slowed == call("first.usualSlowed", kind)


@pytest.mark.parametrize("left_out", SAID)
def test_nothing_is_sent_while_an_answer_is_missing(call: Call, left_out: str) -> None:
    assert call("first.answersOf", {key: value for key, value in SAID.items() if key != left_out}) is None


def test_what_belongs_to_another_kind_of_scene_is_not_sent_along(call: Call) -> None:
    more = {"depth_m": 9, "lamp": True, "power_bank": True}
    dry = call("first.answersOf", {**SAID, **more})
    assert dry.get("depth_m") is None and not dry["lamp"] and not dry["power_bank"]
    wet = call("first.answersOf", {**SAID, **more, "kind": "underwater"})
    assert wet["depth_m"] == 9 and wet["lamp"] and not wet["power_bank"]
    assert call("first.answersOf", {**SAID, **more, "kind": "lapse"})["power_bank"]


def test_an_own_lamp_lights_a_dive_unless_it_is_left_out(call: Call) -> None:
    dive, own = {**SAID, "kind": "underwater"}, [{"kind": "nd"}, {"kind": "lamp"}]
    assert call("first.answersOf", dive, own)["lamp"] and not call("first.answersOf", dive, own[:1])["lamp"]
    assert not call("first.answersOf", {**dive, "lamp": False}, own)["lamp"]


@pytest.mark.parametrize("kind", KINDS)
def test_what_else_is_asked_is_a_field_of_the_answers(call: Call, kind: str) -> None:
    for one in call("first.more", kind):
        assert one["field"] in Answers.model_fields and len(one["choices"]) >= 2
        for value, _ in one["choices"]:
            Answers.read({**SAID, "kind": kind, one["field"]: value})
