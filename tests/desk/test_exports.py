"""What is taken along: by its reader's habits, with nothing that is not there yet."""

import json
from dataclasses import asdict

from steady_tide.core.habits import Habits
from steady_tide.desk.exports.agenda import agenda_of
from steady_tide.desk.exports.offline import OfflineBundle
from steady_tide.desk.inventory.kit import KitDesk
from steady_tide.desk.planning.planner import Planner
from steady_tide.desk.preferences.habits import choose
from steady_tide.formats.agenda import Agenda
from steady_tide.formats.wording import all_worded
from steady_tide.store.tables import ShootRow
from tests.desk.conftest import Filled


def everything(agenda: Agenda) -> str:
    """All words of an agenda."""
    return json.dumps(asdict(agenda), default=str, ensure_ascii=False)


def test_an_agenda_is_told_by_the_habits_of_its_account(filled: Filled) -> None:
    kit = KitDesk(filled.at.rows)
    for item in kit.bag():
        if item.kind == "housing":
            kit.drop_item(item.key)
    dive = next(scene for scene in Planner.of(filled.at).scenes(filled.shoot) if scene.name == "Under the rafts")
    dive.brief = {**dive.brief, "water": {**dive.brief["water"], "depth_m": 30}}
    filled.at.rows.flush()
    plain = agenda_of(filled.again, filled.shoot)
    choose(filled.at.rows, Habits(lengths="feet", temperatures="fahrenheit"))
    told = agenda_of(filled.again, filled.shoot)
    assert [scene.name for scene in told.scenes] == [scene.name for scene in plain.scenes]
    metric, own = everything(plain), everything(told)
    assert "\u202f" not in metric + own and "\u2060" not in metric + own
    assert "No housing in the bag for 30 m" in metric and "No housing in the bag for 98.4 ft" in own


def test_an_agenda_has_the_scenes_that_are_timed_in_their_order(filled: Filled) -> None:
    told = agenda_of(filled.at, filled.shoot)
    assert [scene.span for scene in told.scenes] == sorted(scene.span for scene in told.scenes)
    cautions = [words for scene in told.scenes for words in scene.cautions]
    assert any("Dive within your training" in words for words in cautions)


def test_an_offline_bundle_says_what_waits_and_is_whole_later(filled: Filled) -> None:
    early = OfflineBundle(filled.at, filled.shoot, within_s=0.0).pack()
    assert early.waiting == sum(camera.waiting for scene in early.scenes for camera in scene.cameras) > 0
    whole = OfflineBundle(filled.again, filled.shoot, within_s=600.0).pack()
    cameras = [camera for scene in whole.scenes for camera in scene.cameras]
    planner = Planner.of(filled.at)
    assert whole.waiting == 0
    assert len(cameras) == sum(len(planner.setups(scene.id)) for scene in planner.scenes(filled.shoot))
    assert all_worded(cameras[0].cautions)


def test_a_shoot_without_a_day_is_packed_without_a_clock(filled: Filled) -> None:
    shoot = filled.at.rows.get(ShootRow, filled.shoot)
    shoot.day = None
    filled.at.rows.flush()
    packed = OfflineBundle(filled.again, filled.shoot, within_s=0.0).pack()
    assert packed.day is None and packed.coming == [] and packed.scenes
