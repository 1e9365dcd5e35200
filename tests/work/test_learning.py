"""From when on something learned counts: in scenes made or changed since; and how long sets should have run."""

from collections.abc import Iterator
from datetime import UTC, datetime, timedelta
from typing import Any
from uuid import UUID, uuid4

import pytest
from starlette.testclient import TestClient

from steady_tide.api.context import Service
from steady_tide.core.footage.lessons import Kind, Lesson
from steady_tide.desk.footage.comparing import Comparing
from steady_tide.desk.records.learned import Learning
from steady_tide.desk.workplace import Workplace
from steady_tide.store.owned import Rows
from steady_tide.store.repositories.states import changed_at
from steady_tide.store.tables import LessonRow, SceneRow, SceneStateRow, SetupRow
from tests.service import add_scene, passing
from tests.situations import SCENES


@pytest.fixture
def scene(creator: TestClient) -> dict[str, Any]:
    """A walk between stalls."""
    made: dict[str, Any] = add_scene(creator, SCENES["Lantern market"])
    return made


@pytest.fixture
def at(service: Service, scene: dict[str, Any]) -> Iterator[Workplace]:
    """The account's rows; nothing of it is kept."""
    with passing(service, SceneRow, scene["id"]) as found:
        yield found


def learn(
    at: Workplace, way: str, after: float, *, minutes: float, clips: int = 2, kind: Kind = "shake", undone: bool = False
) -> None:
    """Take a lesson so many minutes after now."""
    lesson = Lesson(
        key=f"{kind} {way}", kind=kind, of=way, before=20.0, after=after, spread=1.0, unit="°/s",
        clips=[uuid4() for _ in range(clips)], words="",
    )  # fmt: skip
    moment = datetime.now(UTC) + timedelta(minutes=minutes)
    row = LessonRow(key=lesson.key, document=lesson.plain(), was={"value": None}, created_at=moment)
    row.undone_at = moment if undone else None
    at.rows.add(row)


def shakes(at: Workplace, scene: dict[str, Any]) -> dict[str, float]:
    return dict(Learning(at.rows).of(UUID(scene["id"])).shake_deg_per_s)


def test_a_scene_made_before_a_lesson_keeps_its_numbers(at: Workplace, scene: dict[str, Any]) -> None:
    learn(at, "walking", 33.0, minutes=5)
    assert shakes(at, scene) == {}


def test_a_scene_made_after_it_counts_it(at: Workplace, scene: dict[str, Any]) -> None:
    learn(at, "walking", 33.0, minutes=-5, clips=4)
    found = Learning(at.rows).of(UUID(scene["id"]))
    assert (dict(found.shake_deg_per_s), dict(found.shake_clips)) == ({"walking": 33.0}, {"walking": 4})


def test_of_several_on_one_way_the_latest_that_counts(at: Workplace, scene: dict[str, Any]) -> None:
    learn(at, "walking", 30.0, minutes=-9)
    learn(at, "walking", 26.0, minutes=-5)
    learn(at, "walking", 99.0, minutes=5)
    learn(at, "standing", 7.0, minutes=-5)
    assert shakes(at, scene) == {"walking": 26.0, "standing": 7.0}


def test_what_was_undone_counts_nowhere(at: Workplace, scene: dict[str, Any]) -> None:
    learn(at, "walking", 33.0, minutes=-5, undone=True)
    assert shakes(at, scene) == {}


def test_lessons_on_the_kit_stand_in_the_kit(at: Workplace, scene: dict[str, Any]) -> None:
    learn(at, "skarv-a4", 0.4, minutes=-5, kind="meter")
    assert shakes(at, scene) == {}


def test_a_change_of_a_scene_makes_it_count(at: Workplace, scene: dict[str, Any]) -> None:
    learn(at, "walking", 33.0, minutes=5)
    row = at.rows.get(SceneRow, UUID(scene["id"]))
    state = SceneStateRow(scene_id=row.id, sequence=row.history_at + 1, label="", gesture="", state={})
    state.created_at = datetime.now(UTC) + timedelta(minutes=10)
    at.rows.add(state)
    assert shakes(at, scene) == {}, "it still stands where it stood"
    row.history_at += 1
    at.rows.flush()
    assert shakes(at, scene) == {"walking": 33.0}


def test_scenes_of_others_are_not_looked_at(at: Workplace, app: Any) -> None:
    assert changed_at(Rows(at.rows.session, uuid4())) == {}


def test_a_scene_that_is_not_kept_yet_counts_all(at: Workplace) -> None:
    learn(at, "walking", 33.0, minutes=5)
    assert dict(Learning(at.rows).of(uuid4()).shake_deg_per_s) == {"walking": 33.0}


# How long a set should run.


def test_a_set_says_how_long_it_runs_on_a_cell_and_until_heat(at: Workplace, scene: dict[str, Any]) -> None:
    setup = at.rows.get(SetupRow, UUID(scene["setups"][0]["id"]))
    one = Comparing(at).set_of(setup, None)
    assert one is not None
    endures, device = one.endures, one.problem.device
    assert endures.air_c == one.problem.brief.temperature_c
    assert endures.cell in {item.key for item in one.problem.bag} and 0.1 < endures.cell_share <= 1.0
    assert 5.0 < endures.cell_minutes < 1000.0
    assert endures.limit_minutes == device.heat_limit_minutes


def test_colder_air_leaves_less_of_a_cell(at: Workplace, scene: dict[str, Any]) -> None:
    setup = at.rows.get(SetupRow, UUID(scene["setups"][0]["id"]))
    minutes = []
    for air_c in (20.0, -10.0):
        row = at.rows.get(SceneRow, setup.scene_id)
        row.brief = {**row.brief, "temperature_c": air_c}
        at.rows.flush()
        one = Comparing(at).set_of(setup, None)
        assert one is not None
        minutes.append((one.endures.cell_share, one.endures.cell_minutes))
    assert minutes[0][0] > minutes[1][0] and minutes[0][1] > minutes[1][1]
