"""The field as the browser has it: the same state from the same entries as the service, light answered, clocks told."""

import math
from typing import Any

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from playwright.sync_api import Page

from steady_tide.core.field.entries import entry_of
from steady_tide.core.field.merging import merged
from steady_tide.core.light.reading import EvReading, LuxReading, SettingsReading, told
from tests.field import noted, three_phones
from tests.web.conftest import Call


@settings(max_examples=150, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(three_phones(), st.randoms(use_true_random=False))
def test_a_phone_ends_in_the_state_the_service_ends_in(engine: Page, phones: Any, chance: Any) -> None:
    entries = [one for phone in phones for one in phone]
    chance.shuffle(entries)
    here = engine.evaluate("(entries) => domain.merging.merged(entries)", entries)
    there = merged([entry_of.validate_python(one) for one in entries]).model_dump(mode="json")
    assert [(one["id"], one["number"], one["verdict"], one["faults"]) for one in here["takes"]] == [
        (one["id"], one["number"], one["verdict"], one["faults"]) for one in there["takes"]
    ]
    assert [[note["id"] for note in one["notes"]] for one in here["takes"]] == [
        [note["id"] for note in one["notes"]] for one in there["takes"]
    ]
    assert [one["text"] for one in here["notes"]] == [one["text"] for one in there["notes"]]
    assert (here["ticked"], here["shots"], here["readBack"]) == (there["ticked"], there["shots"], there["read_back"])


def test_what_another_phone_says_of_a_take_is_told_beside_what_holds(call: Call) -> None:
    take = noted("take", scene="s", named="t")
    said = [
        {**noted("verdict", 1, take="t", verdict="keep"), "by": "other"},
        {**noted("verdict", 2, take="t", verdict="no"), "by": "other"},
        {**noted("verdict", 3, take="t", verdict="maybe"), "by": "me"},
    ]
    (told,) = call("merging.merged", [take, *said], "me")["takes"]
    assert (told["verdict"], told["otherwise"]) == ("maybe", ["no"]), "its last word, not its first"
    (agreed,) = call(
        "merging.merged", [take, *said, {**noted("verdict", 4, take="t", verdict="no"), "by": "me"}], "me"
    )["takes"]
    assert (agreed["verdict"], agreed["otherwise"]) == ("no", [])


def test_entries_that_come_join_those_that_are_known(call: Call) -> None:
    known = {"entries": [{"id": "a"}, {"id": "b"}]}
    came = {"entries": [{"id": "b", "by": "other"}, {"id": "c"}], "entries_anew": False}
    joined = call("taking.withKnown", known, came)["entries"]
    assert joined == [{"id": "a"}, {"id": "b", "by": "other"}, {"id": "c"}]
    assert call("taking.withKnown", known, {**came, "entries_anew": True})["entries"] == came["entries"]
    assert call("taking.withKnown", None, came)["entries"] == came["entries"]


@pytest.mark.parametrize(
    ("how", "typed", "reading"),
    [
        ("lux", {"lux": "500"}, LuxReading(lux=500)),
        ("lux", {"lux": "6,3"}, LuxReading(lux=6.3)),
        ("ev", {"ev100": "−2.5"}, EvReading(ev100=-2.5)),
        (
            "settings", {"iso": "100", "f_number": "2.8", "shutter_s": "1/500"},
            SettingsReading(f_number=2.8, shutter_s="1/500"),
        ),
        (
            "settings", {"iso": "400", "f_number": "4", "shutter_s": "500"},
            SettingsReading(iso=400, f_number=4, shutter_s="1/500"),
        ),
        (
            "settings", {"iso": "800", "f_number": "2", "shutter_s": '8"'},
            SettingsReading(iso=800, f_number=2, shutter_s="8"),
        ),
    ],
)  # fmt: skip
def test_a_reading_says_on_the_phone_what_it_says_in_the_service(
    call: Call, how: str, typed: Any, reading: Any
) -> None:
    said = call("light.metered", how, typed)
    assert said["ok"] is True
    assert said["ev100"] == pytest.approx(told(reading).ev100, abs=0.006)
    assert type(reading).model_validate(said["measured"]) == reading, "and it is sent as it was meant"


@pytest.mark.parametrize(
    ("how", "typed", "field"),
    [
        ("lux", {"lux": "much"}, "lux"), ("lux", {}, "lux"), ("lux", {"lux": "1e9"}, "lux"),
        ("ev", {"ev100": "99"}, "ev100"),
        ("settings", {"iso": "0", "f_number": "2", "shutter_s": "1/50"}, "iso"),
        ("settings", {"iso": "100", "f_number": "", "shutter_s": "1/50"}, "f_number"),
        ("settings", {"iso": "100", "f_number": "2", "shutter_s": "1/0"}, "shutter_s"),
        ("settings", {"iso": "409600", "f_number": "0.6", "shutter_s": '3600"'}, "shutter_s"),
    ],
)  # fmt: skip
def test_a_reading_that_cannot_be_meant_is_refused_beside_its_field(
    call: Call, how: str, typed: Any, field: str
) -> None:
    said = call("light.metered", how, typed)
    assert said["ok"] is False and said["field"] == field and said["message"]


def carried(key: str, ev100: float, low: float, high: float) -> dict[str, Any]:
    return {"key": key, "label": key, "stops": 0, "ev100": ev100, "low_ev100": low, "high_ev100": high, "changes": []}


CAMERA = {
    "ev100": 10, "low_ev100": 8, "high_ev100": 12,
    "fallbacks": [
        carried("darker-3", 7, 4, 9), carried("darker-1", 9, 7, 11), carried("brighter-3", 13, 11, 13.5),
        carried("no-filter", 10, 2, 20),
    ],
}  # fmt: skip


@pytest.mark.parametrize(
    ("ev100", "kind", "key", "beyond"),
    [
        (10, "holds", None, 0), (8, "holds", None, 0), (12, "holds", None, 0),
        (7.6, "change", "darker-3", 0), (7.2, "change", "darker-3", 0), (5, "change", "darker-3", 0),
        (12.5, "change", "brighter-3", 0), (1, "beyond", "darker-3", 3), (15.5, "beyond", "brighter-3", 2),
    ],
)  # fmt: skip
def test_light_is_answered_by_the_set_that_holds_it(
    call: Call, ev100: float, kind: str, key: str | None, beyond: float
) -> None:
    """By the set as it is where that holds; else by the one planned nearest; want of a filter is no answer."""
    found = call("light.answerFor", CAMERA, ev100)
    assert found["kind"] == kind and (found["fallback"] or {}).get("key") == key
    assert found["beyond"] == pytest.approx(beyond)


def test_less_than_a_reading_tells_changes_nothing(call: Call) -> None:
    for ev100, side in ((7.8, "dark"), (12.2, "bright")):
        found = call("light.answerFor", CAMERA, ev100)
        assert found["kind"] == "holds" and found["fallback"] is None
        words = call("light.answerWords", found)
        assert words == f"Change nothing: 0.2 stops too {side}, less than a reading tells."


def test_of_sets_that_hold_the_fewest_changes_win(call: Call) -> None:
    """A step of ISO before a filter off and another aperture, though that was planned nearer to the light."""
    step = {"setting": "iso_ceiling", "label": "ISO ceiling", "before": "ISO 100", "value": 200, "text": "ISO 200"}
    little, much = carried("darker-2", 8, 5, 11), carried("darker-3", 7, 4, 9)
    little["changes"], much["changes"] = [step], [step, step, step]
    found = call("light.answerFor", {**CAMERA, "fallbacks": [much, little]}, 7)
    assert found["fallback"]["key"] == "darker-2"


def test_an_answer_is_told_in_a_sentence(call: Call) -> None:
    def words(ev100: float, camera: Any = CAMERA) -> Any:
        return call("light.answerWords", call("light.answerFor", camera, ev100))

    assert words(9) == "Change nothing: the set holds, 1 stop over its low mark."
    assert words(11.5) == "Change nothing: the set holds, 0.5 stops under its high mark."
    assert words(5) == "Change this, and it holds."
    assert words(1) == "Nothing carried along holds this. Nearest: with this, 3 stops too dark."
    bare = {**CAMERA, "fallbacks": []}
    assert words(14, bare) == "Nothing carried along is better than the set as it is: 2 stops too bright."
    assert call("light.answerFor", {**CAMERA, "low_ev100": None}, 9) is None
    assert (
        call("light.shiftWords", -1.04) == "1 stop darker than planned"
        and call("light.shiftWords", 0.04) == "as planned"
    )


SCENE = {
    "id": "s", "name": "Market", "ev100": 3, "curve_from": "2026-09-19T18:00:00+02:00", "curve_step_minutes": 10,
    "curve": [6, 4, 3], "cameras": [CAMERA],
    "starts_at": "2026-09-19T18:05:00+02:00", "ends_at": "2026-09-19T18:15:00+02:00",
}  # fmt: skip
SIX = 1789833600000
"""18:00 of that evening in Norway [ms]."""


def test_the_light_of_a_take_is_the_reading_else_the_model_else_the_plan(call: Call) -> None:
    assert (
        call("light.lightAt", SCENE, SIX + 5 * 60_000) == 5 and call("light.lightAt", SCENE, SIX + 15 * 60_000) == 3.5
    )
    assert call("light.lightAt", SCENE, SIX - 1000) is None and call("light.lightAt", SCENE, SIX + 21 * 60_000) is None
    assert call("taking.lightOf", SCENE, [], SIX) == {"ev100": 6, "light_from": "modelled"}
    assert call("taking.lightOf", SCENE, [], SIX - 3_600_000) == {"ev100": 3, "light_from": "planned"}
    said = {"kind": "light", "scene": "s", "at": "2026-09-19T18:01:00+02:00", "ev100": 7.5}
    assert call("taking.lightOf", SCENE, [said], SIX + 600_000) == {"ev100": 7.5, "light_from": "measured"}
    assert call("taking.lightOf", SCENE, [said], SIX)["light_from"] == "modelled", "not before it was made"
    assert call("taking.lightOf", SCENE, [{**said, "scene": "t"}], SIX + 600_000)["light_from"] == "modelled"
    assert call("taking.lightOf", SCENE, [said], SIX + 22 * 60_000)["light_from"] == "planned"


def line(setting: str, value: str, **more: Any) -> dict[str, Any]:
    return {
        "setting": setting,
        "value": value,
        "text": f"{value} s",
        "now": None,
        "now_value": None,
        "read_back": False,
        **more,
    }


def test_a_take_is_noted_with_what_is_on_the_camera_as_far_as_that_is_known(call: Call) -> None:
    lines = [line("shutter", "1/50"), line("iso_ceiling", "400", now="ISO 800", now_value="800"), line("lamp", "x")]
    camera = {"setup_id": "a", "lines": lines}
    state = {"readBack": {"a shutter": "1/100"}}
    planned = call("taking.setNoted", camera, "planned", state)
    assert [one["value"] for one in planned] == ["1/50", "400", "x"]
    dialled = call("taking.setNoted", camera, "dialled", state)
    assert [one["value"] for one in dialled] == ["1/100", "800", "x"]
    assert call("taking.readBack", lines[0], "a", state) is False, "another value was read back"
    assert call("taking.readBack", lines[0], "a", {"readBack": {"a shutter": "1/50"}}) is True
    assert call("taking.readBack", line("shutter", "1/50", read_back=True), "b", state) is True
    assert (
        call("taking.readBack", line("shutter", "1/50", read_back=True), "b", {"readBack": {"b shutter": ""}}) is False
    )


def test_the_day_is_told_as_a_clock(call: Call) -> None:
    early = {**SCENE, "id": "e", "starts_at": "2026-09-19T12:00:00+02:00", "ends_at": "2026-09-19T13:00:00+02:00"}
    none = {**SCENE, "id": "n", "starts_at": None, "ends_at": None}
    pack = {"scenes": [none, SCENE, early]}
    assert [one["id"] for one in call("clock.byTime", pack["scenes"])] == ["e", "s", "n"]
    on = call("clock.sceneOn", pack, SIX + 360_000)
    assert (on["scene"]["id"], on["stands"]) == ("s", "on")
    following = call("clock.sceneOn", pack, SIX)
    assert (following["scene"]["id"], following["stands"]) == ("s", "next")
    over = call("clock.sceneOn", pack, SIX + 86_400_000)
    assert (over["scene"]["id"], over["stands"]) == ("e", "first")
    assert call("clock.sceneOn", {"scenes": []}, SIX)["scene"] is None
    at = "2026-09-19T18:05:00+02:00"
    told = [call("clock.away", at, SIX + minutes * 60_000) for minutes in (5, -37, 10, -115, -6 * 60 - 5, -4 * 1440)]
    assert told == ["now", "in 42 min", "5 min ago", "in 2 h", "in 6 h 10 min", "in 4 days"]
    assert (
        call("clock.placeClock", SIX, "Europe/Oslo") == "18:00"
        and call("clock.placeDay", SIX, "Europe/Oslo") == "2026-09-19"
    )
    assert call("clock.clockOf", at) == "18:05"
    soon = [{"at": at, "kind": "swap"}, {"at": "2026-09-19T17:00:00+02:00", "kind": "scene"}]
    assert call("clock.ahead", soon, SIX) == soon[:1]
    assert [call("clock.takesAHand", one) for one in soon] == [True, False]


def test_a_scene_is_drawn_with_its_marks_and_now(call: Call) -> None:
    drawn = call("fieldTide.drawnScene", SCENE, SIX + 600_000, 200, 110)
    assert drawn["light"].startswith("M0,110L0.0,") and drawn["now"] == 100
    (band,) = drawn["bands"]
    assert (drawn["low"], drawn["high"]) == (2, 13)
    assert band["y"] == pytest.approx(10) and band["height"] == pytest.approx(40), "four stops of eleven over 110 px"
    assert drawn["scene"] == {"x": 50, "width": 100}
    assert call("fieldTide.drawnScene", SCENE, SIX - 1, 200, 110)["now"] is None
    assert call("fieldTide.drawnScene", {**SCENE, "curve": []}, SIX, 200, 110) is None


def test_the_logbook_is_grouped_and_found_in(call: Call) -> None:
    def take(hour: int, **more: Any) -> dict[str, Any]:
        kept = {
            "shoot": "Rope",
            "scene": "Gig",
            "camera_name": "A4",
            "set": [],
            "ev100": 11.6,
            "verdict": None,
            "faults": [],
            "notes": [],
        }
        return {**kept, "at": f"2026-09-19T{hour:02}:00:00Z", "which": "planned", **more}

    shutter = [
        {"setting": "shutter", "value": "1/50", "text": "1/50 s"},
        {"setting": "beeps", "value": "off", "text": "off"},
    ]
    takes = [
        take(9, verdict="keep", set=shutter),
        take(8, verdict="no", faults=["dark", "soft"]),
        take(12, scene="Jar", ev100=2.2, faults=["dark"]),
    ]
    assert call("fieldLogbook.outcome", takes) == "3 takes: 1 of 2 kept; 2 too dark, 1 soft"
    by_scene = call("fieldLogbook.grouped", takes, "scene")
    assert [(one["name"], len(one["takes"])) for one in by_scene] == [("Rope: Jar", 1), ("Rope: Gig", 2)]
    assert [one["name"] for one in call("fieldLogbook.grouped", takes, "light")] == ["around 2.0 EV", "around 12.0 EV"]
    assert [one["name"] for one in call("fieldLogbook.grouped", takes, "set")] == ["No set noted", "1/50 s"]


def test_what_is_kept_is_told_in_words(call: Call) -> None:
    assert call("fieldPost.postWords", None, 0) is None
    assert call("fieldPost.postWords", "off", 1) == "1 note kept here; sent with the next signal."
    assert "Sign in again" in call("fieldPost.postWords", "expired", 3) and "deleted" in call(
        "fieldPost.postWords", "gone", 3
    )
    assert "full" in call("fieldPost.postWords", "full", 0)
    assert call("fieldPost.clockWords", 0) is None
    assert call("fieldPost.clockWords", 3601).startswith("This phone's clock is 1 h ahead")
    assert call("fieldPost.clockWords", -180).startswith("This phone's clock is 3 min behind")
    assert [call("taking.bytesWords", size) for size in (120, 134_000, 1_240_000, 10_700_000_000)] == [
        "1 kB",
        "134 kB",
        "1.2 MB",
        "11 GB",
    ]
    assert math.isclose(call("fieldEntries.momentAfter", 5, 3), 6) and call("fieldEntries.momentAfter", 5, 9) == 9
