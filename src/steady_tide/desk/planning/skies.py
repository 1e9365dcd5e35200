"""The sky over an account's shoots, and the light it gives each scene at the time it is filmed."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cached_property
from uuid import UUID

from pydantic import TypeAdapter

from steady_tide.core.day.film import CameraSet, SceneOnDay
from steady_tide.core.day.scene_light import Around, SceneLight, lit_brief, scene_light
from steady_tide.core.kit.bag import BagItem
from steady_tide.core.light.almanac import Place
from steady_tide.core.light.level import LampLight, SkyLight
from steady_tide.core.light.reading import Bound, Measured, Told, told
from steady_tide.core.memo import Memo
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.desk.workplace import Workplace
from steady_tide.store.repositories.shoots import readings_of
from steady_tide.store.tables import ReadingRow, SceneRow, ShootRow

_measured: TypeAdapter[Measured] = TypeAdapter(Measured)


def place_of(shoot: ShootRow) -> Place | None:
    """Where a shoot is, if that was said."""
    if shoot.latitude_deg is None or shoot.longitude_deg is None:
        return None
    return Place(shoot.latitude_deg, shoot.longitude_deg)


def measured_of(row: ReadingRow) -> Measured:
    """A stored reading as it was measured."""
    return _measured.validate_python(row.measured)


def reading_told(row: ReadingRow) -> Told:
    """What a stored reading says."""
    return told(measured_of(row))


@dataclass(frozen=True)
class SceneSky:
    """A scene's brief as stated, what it stands in (None while its shoot has no place or no day), and what follows."""

    brief: Brief
    around: Around | None

    @cached_property
    def light(self) -> SceneLight | None:
        """Its light through the day."""
        return None if self.around is None else scene_light(self.brief, self.around)

    @cached_property
    def lit_brief(self) -> Brief:
        """The brief as it is filmed: its light worked out for place and hour where it is to be."""
        if self.around is None or self.light is None or not isinstance(self.brief.light, SkyLight | LampLight):
            return self.brief
        return lit_brief(self.brief, self.light, self.around)


def on_day(row: SceneRow, sky: SceneSky, sets: Sequence[CameraSet], bag: Sequence[BagItem]) -> SceneOnDay:
    """A scene of a shoot that has a place and a day, with the sets that are planned of it."""
    assert sky.around is not None and sky.light is not None, "asked only of shoots with a place and a day"
    return SceneOnDay(
        key=str(row.id),
        name=row.name,
        spot=row.spot,
        fixed=row.fixed,
        brief=sky.brief,
        around=sky.around,
        rest=sky.light,
        sets=tuple(sets),
        bag=tuple(bag),
    )


class Skies:
    """One account's skies; each shoot and its readings are fetched, and each scene is read and lit, once."""

    def __init__(self, at: Workplace) -> None:
        self.heavens = at.shared.heavens
        self.shoot: Memo[UUID, ShootRow] = Memo(lambda shoot_id: at.rows.get(ShootRow, shoot_id))
        """A shoot of the account, by id."""
        self.readings: Memo[UUID, list[ReadingRow]] = Memo(lambda shoot_id: readings_of(at.rows, shoot_id))
        """Everything measured on a shoot, by time."""
        self._scenes: dict[UUID, SceneSky] = {}

    def over(self, shoot: ShootRow) -> Around | None:
        """The sky over a shoot with what was measured of it; None while it has no place or no day."""
        place = place_of(shoot)
        if place is None or shoot.day is None:
            return None
        bounds = (_bound(row) for row in self.readings(shoot.id) if row.scene_id is None)
        return Around(sky=self.heavens.sky(place, shoot.day), okta=shoot.cloud_okta, open_sky=tuple(bounds))

    def of(self, scene: SceneRow) -> SceneSky:
        """A scene with its light: the one place that says what it is."""
        if scene.id not in self._scenes:
            self._scenes[scene.id] = SceneSky(Brief.opened(scene.brief), self._around(scene))
        return self._scenes[scene.id]

    def _around(self, scene: SceneRow) -> Around | None:
        over = self.over(self.shoot(scene.shoot_id))
        if over is None:
            return None
        bounds = (_bound(row) for row in self.readings(scene.shoot_id) if row.scene_id == scene.id)
        return replace(over, start=scene.starts, end=scene.ends, on_subject=tuple(bounds))


def _bound(row: ReadingRow) -> Bound:
    return Bound(row.minute, *reading_told(row)[:2])
