"""The sky over an account's shoots, and the light it gives each scene at the time it is filmed."""

from datetime import date
from functools import lru_cache
from typing import NamedTuple
from uuid import UUID

import tzfpy
from pydantic import TypeAdapter

from steady_tide.core.day.scene import Around, SceneLight, filmed_brief, scene_light
from steady_tide.core.day.timeline import Sky, sky_of
from steady_tide.core.light.almanac import Place, SkyDay, sky_day
from steady_tide.core.light.level import LampLight, SkyLight
from steady_tide.core.light.reading import Bound, Measured, Told, told
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.store.owned import Rows
from steady_tide.store.repositories.shoots import readings_of
from steady_tide.store.tables import ReadingRow, SceneRow, ShootRow

NIGHT_MINUTES = 720
"""How far past midnight a scene may run, and its sky is known."""

_measured: TypeAdapter[Measured] = TypeAdapter(Measured)


def zone_of(place: Place) -> str:
    """The time zone at a point, from bundled borders; UTC out at sea where there is none."""
    found: str = tzfpy.get_tz(place.longitude_deg, place.latitude_deg)
    return found or "UTC"


@lru_cache(maxsize=64)
def sky_over(place: Place, day: date) -> Sky:
    """The sky of a local day and the night after it, worked out once."""
    return sky_of(place, day, zone_of(place), beyond_minutes=NIGHT_MINUTES)


@lru_cache(maxsize=64)
def day_over(place: Place, day: date) -> SkyDay:
    """The events of a local day, worked out once."""
    return sky_day(place, day, zone_of(place))


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


class Lit(NamedTuple):
    """A scene's brief as stated, what it stands in, and its light through the day."""

    brief: Brief
    around: Around
    light: SceneLight


class Skies:
    """One account's skies; each shoot and its readings are fetched, and each scene is lit, once."""

    def __init__(self, rows: Rows) -> None:
        self.rows = rows
        self._shoots: dict[UUID, ShootRow] = {}
        self._readings: dict[UUID, list[ReadingRow]] = {}
        self._lit: dict[UUID, Lit | None] = {}

    def shoot(self, shoot_id: UUID) -> ShootRow:
        """A shoot of the account."""
        if shoot_id not in self._shoots:
            self._shoots[shoot_id] = self.rows.get(ShootRow, shoot_id)
        return self._shoots[shoot_id]

    def readings(self, shoot_id: UUID) -> list[ReadingRow]:
        """Everything measured on a shoot, by time."""
        if shoot_id not in self._readings:
            self._readings[shoot_id] = readings_of(self.rows, shoot_id)
        return self._readings[shoot_id]

    def around(self, scene: SceneRow) -> Around | None:
        """What a scene stands in; None while its shoot has no place or no day."""
        shoot = self.shoot(scene.shoot_id)
        place = place_of(shoot)
        if place is None or shoot.day is None:
            return None
        found = [(row.scene_id, Bound(row.minute, *reading_told(row)[:2])) for row in self.readings(shoot.id)]
        return Around(
            sky=sky_over(place, shoot.day),
            okta=shoot.cloud_okta,
            start=scene.starts,
            end=scene.ends,
            open_sky=tuple(bound for scene_id, bound in found if scene_id is None),
            on_subject=tuple(bound for scene_id, bound in found if scene_id == scene.id),
        )

    def filmed(self, scene: SceneRow) -> Brief:
        """A scene's brief as it is filmed: its light worked out for place and hour where it is to be."""
        brief = Brief.model_validate(scene.brief)
        if not isinstance(brief.light, SkyLight | LampLight):
            return brief
        lit = self.lit(scene)
        return brief if lit is None else filmed_brief(brief, lit.light, lit.around)

    def lit(self, scene: SceneRow) -> "Lit | None":
        """A scene with its light through the day; None while its shoot has no place or no day."""
        if scene.id not in self._lit:
            brief, around = Brief.model_validate(scene.brief), self.around(scene)
            self._lit[scene.id] = None if around is None else Lit(brief, around, scene_light(brief, around))
        return self._lit[scene.id]
