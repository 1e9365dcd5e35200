"""What lessons change in a kit, and that undoing puts back what stood there or leaves what was changed since."""

from collections.abc import Iterator
from datetime import UTC, datetime, timedelta
from typing import Any
from uuid import UUID, uuid4

import pytest
from starlette.testclient import TestClient

from steady_tide.api.context import Service
from steady_tide.core.footage.lessons import Evidence
from steady_tide.desk.footage.lessons import Lessons
from steady_tide.desk.workplace import Workplace
from steady_tide.store.errors import NotFound, Taken
from steady_tide.store.tables import ClipRow, SetupRow
from tests.service import add_scene, passing
from tests.situations import SCENES

NOON = datetime(2026, 9, 19, 12, tzinfo=UTC)
CAMERA = "skarv-a4"


@pytest.fixture
def setup(creator: TestClient) -> dict[str, Any]:
    """A camera on a scene."""
    made: dict[str, Any] = add_scene(creator, SCENES["The pilot gig"])["setups"][0]
    return made


@pytest.fixture
def at(service: Service, setup: dict[str, Any]) -> Iterator[Workplace]:
    """The account's rows; nothing of it is kept."""
    with passing(service, SetupRow, setup["id"]) as found:
        yield found


def clip(at: Workplace, setup: dict[str, Any], minute: float, minutes: float, **told: Any) -> None:
    """A clip of a camera with what it has to say. picked: what its owner said of it."""
    picked, clip_id = told.pop("picked", {}), uuid4()
    plain: dict[str, Any] = {
        "clip": str(clip_id), "name": f"{minute}.mp4", "camera": CAMERA, "profile": "neutral", "carried": "walking",
        "iso": 800.0, "shake_deg_s": 20.0,
    }  # fmt: skip
    evidence = Evidence.read({**plain, **told})
    at.rows.add(
        ClipRow(
            name=f"{minute}.mp4", bytes=1, parts=[], pictures={}, setup_id=UUID(setup["id"]), state="held",
            made_at=NOON + timedelta(minutes=minute), selects=picked,
            reading={"facts": {"seconds": 60.0 * minutes}}, held={"evidence": evidence.plain()},
        ),
        named=clip_id,
    )  # fmt: skip


def device(desk: Lessons) -> Any:
    return desk.kit.device(next(one.id for one in desk.kit.devices() if one.key == CAMERA))


def thing(desk: Lessons, key: str) -> Any:
    return next(item for item in desk.kit.bag() if item.key == key)


def took(desk: Lessons, kind: str) -> Any:
    """The one lesson of a kind that clips propose, taken."""
    key = next(one.lesson.key for one in desk.all().proposed if one.lesson.kind == kind)
    return next(one for one in desk.take(key).taken if one.lesson.kind == kind)


def off(**by: float) -> dict[str, Any]:
    return {name: (value, 0.0, 0.1) for name, value in by.items()}


def test_heat_changes_the_camera_and_is_put_back(at: Workplace, setup: dict[str, Any]) -> None:
    desk = Lessons(at)
    before = device(desk).heat_limit_minutes
    endures = {"heat_minutes": 30.0, "limit_minutes": before}
    for start in (0.0, 60.0):
        clip(at, setup, start, 8.0, endures=endures)
        clip(at, setup, start + 9, 7.0, endures=endures, picked={"ended": "heat"})
    lesson = took(desk, "heat")
    assert device(desk).heat_limit_minutes == lesson.lesson.after == pytest.approx(before / 2, abs=0.1)
    assert len(lesson.lesson.clips) == 2, "only those that stopped for heat"
    desk.undo(lesson.id)
    assert device(desk).heat_limit_minutes == before


def cold_clips(at: Workplace, setup: dict[str, Any], cell: str, air_c: float = 0.0) -> None:
    endures = {"air_c": air_c, "cell": cell, "cell_share": 0.6, "cell_minutes": 60.0}
    for start in (0.0, 100.0):
        clip(at, setup, start, 30.0, endures=endures, picked={"ended": "cell"})


def a_cell(desk: Lessons) -> Any:
    return next(item for item in desk.kit.bag() if item.kind == "cell")


def test_a_cell_in_the_cold_gets_a_row_and_loses_it_again(at: Workplace, setup: dict[str, Any]) -> None:
    desk = Lessons(at)
    cell = a_cell(desk)
    cold_clips(at, setup, cell.key, air_c=-5.0)
    lesson = took(desk, "cell")
    assert lesson.lesson.after == pytest.approx(0.3)
    rows = {row.at_c: row.share for row in thing(desk, cell.key).cold_table}
    assert rows[-5.0] == lesson.lesson.after
    if not cell.cold_table:
        assert rows[0.0] == cell.share_at_0_c, "what was taken of it at 0 degrees still counts"
    desk.undo(lesson.id)
    assert thing(desk, cell.key) == cell


def test_a_cell_that_was_changed_since_is_left_alone(at: Workplace, setup: dict[str, Any]) -> None:
    desk = Lessons(at)
    cell = a_cell(desk)
    cold_clips(at, setup, cell.key)
    lesson = took(desk, "cell")
    table = [{"at_c": 0.0, "share": 0.77}]
    desk.kit.put_item(type(cell).read({**thing(desk, cell.key).plain(), "cold_table": table}))
    with pytest.raises(Taken):
        desk.undo(lesson.id)
    assert [row.plain() for row in thing(desk, cell.key).cold_table] == table


def test_a_meter_changes_the_camera_and_is_put_back(at: Workplace, setup: dict[str, Any]) -> None:
    desk = Lessons(at)
    habit = device(desk).meters_bright_stops
    for start in range(3):
        clip(at, setup, start, 0.1, signs=off(level=0.6), metered=True, habit_stops=habit)
    lesson = took(desk, "meter")
    assert device(desk).meters_bright_stops == pytest.approx(habit + 0.6, abs=0.051)
    desk.undo(lesson.id)
    assert device(desk).meters_bright_stops == habit


def test_noise_changes_the_lenses_of_that_sensor_and_is_put_back(at: Workplace, setup: dict[str, Any]) -> None:
    desk = Lessons(at)
    lenses = [lens.plain() for lens in device(desk).lenses]
    efficiency = device(desk).lenses[0].sensor.quantum_efficiency
    for start in range(3):
        clip(at, setup, start, 0.1, signs=off(noise=0.8), efficiency=efficiency)
    lesson = took(desk, "noise")
    assert device(desk).lenses[0].sensor.quantum_efficiency == lesson.lesson.after < efficiency
    desk.undo(lesson.id)
    assert [lens.plain() for lens in device(desk).lenses] == lenses


@pytest.mark.parametrize(
    ("kind", "field", "signs"),
    [("filter", "tested_stops", off(level=-0.6)), ("cast", "cast_mired", off(red=0.4, blue=-0.4))],
)
def test_a_filter_changes_in_the_bag_and_is_put_back(
    at: Workplace, setup: dict[str, Any], kind: str, field: str, signs: dict[str, Any]
) -> None:
    desk = Lessons(at)
    glass = next(item for item in desk.kit.bag() if item.kind == "nd")
    for start in range(4):
        clip(at, setup, start, 0.1, signs=signs, nd=glass.key, measured=True, nd_stops=glass.taken_stops)
    lesson = took(desk, kind)
    assert getattr(thing(desk, glass.key), field) == pytest.approx(lesson.lesson.after)
    desk.undo(lesson.id)
    assert thing(desk, glass.key) == glass


def test_how_somebody_shakes_changes_nothing_in_the_kit(at: Workplace, setup: dict[str, Any]) -> None:
    desk = Lessons(at)
    before = device(desk), desk.kit.bag()
    for start in range(3):
        clip(at, setup, start, 0.1, signs=off(shake=1.0))
    lesson = took(desk, "shake")
    assert (device(desk), desk.kit.bag()) == before
    assert [one.lesson.key for one in desk.all().taken] == ["shake walking"]
    assert desk.undo(lesson.id).taken == []


def test_what_was_taken_is_proposed_again_only_for_other_clips(at: Workplace, setup: dict[str, Any]) -> None:
    desk = Lessons(at)
    for start in range(3):
        clip(at, setup, start, 0.1, signs=off(shake=1.0))
    took(desk, "shake")
    assert desk.all().proposed == []
    clip(at, setup, 9, 0.1, signs=off(shake=1.1))
    (again,) = desk.all().proposed
    assert len(again.clips) == 4


def test_a_lesson_of_a_camera_that_is_gone_is_refused_in_words(at: Workplace, setup: dict[str, Any]) -> None:
    from steady_tide.core.errors import BadInput

    desk = Lessons(at)
    for start in range(3):
        clip(at, setup, start, 0.1, signs=off(level=0.6), metered=True, camera="nobody-s")
    key = next(one.lesson.key for one in desk.all().proposed)
    with pytest.raises(BadInput) as error:
        desk.take(key)
    assert error.value.problems[0].message == "this camera is not in your kit any more"


def test_what_no_clip_teaches_is_not_there(at: Workplace, setup: dict[str, Any]) -> None:
    with pytest.raises(NotFound):
        Lessons(at).take("shake walking")


def test_a_clip_that_is_deleted_teaches_nothing(at: Workplace, setup: dict[str, Any]) -> None:
    desk = Lessons(at)
    for start in range(2):
        clip(at, setup, start, 0.1, signs=off(shake=1.0))
    assert len(desk.all().proposed) == 1
    row = at.rows.all(at.rows.query(ClipRow))[0]
    row.gone_at = NOON
    at.rows.flush()
    assert desk.all().proposed == []


def test_undoing_twice_is_no_error(at: Workplace, setup: dict[str, Any]) -> None:
    desk = Lessons(at)
    for start in range(2):
        clip(at, setup, start, 0.1, signs=off(shake=1.0))
    lesson = took(desk, "shake")
    desk.undo(lesson.id)
    assert desk.undo(lesson.id).taken == []
