"""A second set for the light in which a set ends: when it is taken, how it is told, and that the picture stays."""

from dataclasses import replace
from datetime import date

import numpy as np

from steady_tide.core.day.scene_light import Around, lit_brief, scene_light
from steady_tide.core.day.second import LEAST_MINUTES, otherwise, otherwise_words, picture_of, with_seconds
from steady_tide.core.day.stations import Second, Station
from steady_tide.core.day.swaps import swaps_of
from steady_tide.core.day.timeline import sky_of
from steady_tide.core.kit.body import IsoScale
from steady_tide.core.kit.device import Device
from steady_tide.core.kit.settings import SETTINGS, Setting, Value
from steady_tide.core.light.almanac import Place
from steady_tide.core.plan.account.plan import Sketch
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.stance import SCHOOL_BY_KEY
from steady_tide.demo.load import demo_scenes
from tests.core.test_swaps import changeable, slower, station
from tests.situations import KIT, brief, plan_of, planned, sketch_of

STANCE = SCHOOL_BY_KEY["even-keel"].stance
DUSK = [9.0] * 30 + [5.0] * 30


def only_iso_400(**changes: object) -> Station:
    """A set whose ISO cannot be raised: at 5 EV it is a stop too dark."""
    return station(DUSK, iso_ceilings=[400], **changes)


def test_a_second_set_is_changed_to_where_filter_and_iso_do_not_help() -> None:
    begin, second = swaps_of([only_iso_400(second=slower(iso_ceilings=[400]))])
    assert begin.kind == "start"
    assert (second.kind, second.minute, second.while_filming) == ("preset", 630, True)
    assert (second.before, second.after) == ("preset 1", "preset 3: as preset 1, but shutter 1/25 s")
    assert second.skipped == "up to 1.0 stops too dark, 30 minutes of it"


def test_under_water_no_preset_is_changed_while_filming() -> None:
    stuck = only_iso_400(second=slower(iso_ceilings=[400]), reach="not-at-all")
    assert [one.kind for one in swaps_of([stuck])] == ["start"]


def test_a_preset_brings_its_iso_along() -> None:
    second = slower(iso=1600, iso_ceilings=[400, 1600], dark_ev100=4.0, high_ev100=8.0)
    kinds = [one.kind for one in swaps_of([only_iso_400(second=second)])]
    assert kinds == ["start", "preset"]


def test_filter_and_iso_changed_at_one_minute_are_each_told() -> None:
    # From ND8 at ISO 400 to the bare lens at ISO 1600 in one step; what an ND8 at ISO 1600 would do can be told too.
    *_, filtered, iso = swaps_of([station([13.0] * 30 + [4.5] * 30, glass="nd8")])
    assert (filtered.kind, iso.kind, filtered.minute, iso.minute) == ("filter", "iso", 630, 630)
    assert "too dark" in filtered.skipped and "too dark" in iso.skipped


def test_it_is_asked_for_only_where_minutes_are_left_and_kept_only_where_it_helps() -> None:
    asked: list[tuple[int, int]] = []

    def offer(_: Station, span: tuple[int, int], __: frozenset[int]) -> Second | None:
        asked.append(span)
        return slower(iso_ceilings=[400])

    course = with_seconds([only_iso_400()], offer)
    assert asked == [(630, 660)] and course.minutes_out == {"s": 0}
    held = replace(only_iso_400(), ev100=only_iso_400().ev100 + 2.0)
    assert with_seconds([held], offer).minutes_out == {"s": 0} and len(asked) == 1
    short = station([9.0] * 30 + [5.0] * (LEAST_MINUTES - 1), iso_ceilings=[400])
    with_seconds([short], offer)
    with_seconds([only_iso_400(reach="not-at-all")], offer)
    assert len(asked) == 1, "nor where no preset can be changed"
    useless = with_seconds([only_iso_400()], lambda *_: Second(3, changeable(iso_ceilings=[400]), (), "nothing"))
    assert useless.minutes_out == {"s": 30} and len(useless.swaps) == 1
    assert with_seconds([only_iso_400()], lambda *_: None).minutes_out == {"s": 30}


def test_two_scenes_never_share_the_slot_of_a_second_set() -> None:
    def offer(_: Station, __: tuple[int, int], taken: frozenset[int]) -> Second:
        return Second(min({3, 4} - taken), slower(iso_ceilings=[400]).swappable, (Setting.SHUTTER,), "shutter 1/25 s")

    day = [only_iso_400(scene="Boat"), replace(only_iso_400(scene="Quay", start=900, slot=2), setup="later")]
    course = with_seconds(day, offer)
    presets = [
        (one.scene, one.minute, one.before, one.after.split(":")[0]) for one in course.swaps if one.kind == "preset"
    ]
    assert presets == [
        ("Boat", 630, "preset 1", "preset 3"),
        ("Quay", 900, "preset 3", "preset 2"),
        ("Quay", 930, "preset 2", "preset 4"),
    ]


def test_a_scene_may_begin_with_its_second_set() -> None:
    dim = replace(only_iso_400(second=slower(iso_ceilings=[400]), start=900, slot=2), ev100=np.full(60, 5.0))
    alone = swaps_of([dim])
    assert [(one.kind, one.minute) for one in alone] == [("start", 900), ("preset", 900)]
    after_another = swaps_of([station([9.0] * 20), dim])
    assert [(one.kind, one.before, one.after.split(":")[0]) for one in after_another[1:]] == [
        ("preset", "preset 1", "preset 3")
    ]


def at_base_alone(device: Device) -> Device:
    """A camera with one ISO: where its set ends, only a shutter helps."""
    profiles = [profile for profile in device.profiles if profile.base_iso == 100]
    return device.model_copy(update={"iso": IsoScale(values=[100]), "profiles": profiles})


def test_a_drone_at_dusk_keeps_its_picture_in_a_second_set() -> None:
    start = 18 * 60 + 55
    scene = next(one for one in demo_scenes() if one["name"] == "Rafts from above")
    drone = at_base_alone(next(device for device in KIT.devices if device.key == "kittiwake-d1"))
    rafts = Brief.read({**scene["brief"], **scene["on_the_day"]})
    around = Around(sky_of(Place(58.30, 6.60), date(2026, 9, 19), "Europe/Oslo"), 2.0, start, start + 45)
    light = scene_light(rafts, around)
    rows = (light.minutes >= start) & (light.minutes <= start + 45)

    def sketched(around: Around, pins: dict[Setting, Value] | None = None) -> Sketch:
        found = sketch_of(lit_brief(rafts, light, around), drone, stance=STANCE, bag=KIT.bag, pins=pins)
        assert isinstance(found, Sketch)
        return found

    first = sketched(around, {Setting.SHUTTER: "1/200"})
    alone = Station("s", "Rafts", 1, rafts.reached, light.minutes[rows], light.ev100[rows], first.swappable)
    seconds: list[Sketch] = []

    def offer(_: Station, span: tuple[int, int], __: frozenset[int]) -> Second:
        seconds.append(sketched(replace(around, start=span[0], end=span[1]), picture_of(first)))
        differs = otherwise(first, seconds[0])
        return Second(2, seconds[0].swappable, tuple(differs), otherwise_words(differs, seconds[0]))

    left = with_seconds([alone], lambda *_: None).minutes_out["s"]
    course = with_seconds([alone], offer)
    assert course.minutes_out["s"] < left - LEAST_MINUTES
    told = next(one for one in course.swaps if one.kind == "preset")
    assert told.after.startswith("preset 2: as preset 1, but ") and "shutter" in told.after
    same = {setting for setting in first.values if first.values[setting] == seconds[0].values[setting]}
    assert all(SETTINGS[setting].exposes for setting in first.values.keys() - same)


def test_what_makes_the_picture_is_pinned_and_what_exposes_it_is_free() -> None:
    plan = planned(brief("Lantern market"))
    pins = picture_of(plan.sketch)
    assert {"resolution", "frame_rate", "view", "stabilisation", "colour_profile", "exposure_bias"} <= pins.keys()
    assert not any(SETTINGS[setting].exposes for setting in pins)
    again = plan_of(
        brief("Lantern market"), next(d for d in KIT.devices if d.key == plan.device_key),
        stance=STANCE, bag=KIT.bag, pins=pins,
    )  # fmt: skip
    assert again.outcome == "plan", "a set's own picture can always be had"
    assert all(SETTINGS[setting].sketched for setting in plan.sketch.values)
    assert plan.sketch.values[Setting.SHUTTER] == plan.value(Setting.SHUTTER)


def test_what_is_otherwise_is_told_without_the_filter_that_is_fitted_by_hand() -> None:
    first = planned(brief("Lantern market")).sketch
    second = first.model_copy(
        update={
            "values": {**first.values, Setting.SHUTTER: "1/25", Setting.ND_FILTER: "nd8", Setting.ISO_CEILING: 800},
            "texts": {
                **first.texts,
                Setting.SHUTTER: "1/25 s",
                Setting.ND_FILTER: "ND8",
                Setting.ISO_CEILING: "ISO 800",
            },
        }
    )
    assert otherwise(first, first) == []
    differs = otherwise(first, second)
    assert differs == [Setting.SHUTTER, Setting.ISO_CEILING]
    assert otherwise_words(differs, second) == "shutter 1/25 s, ISO ceiling 800"
