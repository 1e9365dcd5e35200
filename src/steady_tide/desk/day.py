"""The day of a shoot: its sky, and each scene's light against the marks of its sets."""

from collections.abc import Sequence
from datetime import datetime
from uuid import UUID

import tzfpy

from steady_tide.core.day.timeline import (
    Leaving,
    Marks,
    Sky,
    Window,
    leavings,
    nearest_start,
    scene_ev100,
    shared,
    sky_of,
    steady_windows,
    thinned,
)
from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.light.almanac import Place, SkyEvent, sky_day
from steady_tide.core.light.level import SunLight, level
from steady_tide.core.plan.brief import Brief
from steady_tide.core.plan.plan import Plan
from steady_tide.core.quantities import Floats
from steady_tide.desk.bench import Bench
from steady_tide.desk.history import History
from steady_tide.desk.planning import Planner
from steady_tide.desk.views import View
from steady_tide.store.owned import Rows
from steady_tide.store.tables import SceneRow, SetupRow, ShootRow

STEP_MINUTES = 10
"""How far apart the points of a curve in a picture lie."""
LATEST_MINUTE = 1500
SHORTEST_MINUTES = 5


class CameraDay(View):
    """A camera on a scene through the day: its marks, when it is steady, when the light leaves it while filming."""

    setup_id: UUID
    device_name: str
    low_ev100: float
    high_ev100: float
    low_words: str
    high_words: str
    steady: list[Window]
    leaves: list[Leaving]
    steady_minutes: int


class SceneDay(View):
    """A scene on the day: when it is filmed, and the light it would have through all of it.

    better_start: the nearest time [minutes] from which all its sets hold, where they do not and the sun decides.
    """

    id: UUID
    name: str
    starts: int | None
    ends: int | None
    light: str
    uncertainty_stops: float
    follows_sky: bool
    curve: list[float]
    cameras: list[CameraDay]
    better_start: int | None


class DayView(View):
    """A shoot's day. step_minutes: between the points of every curve; events and spans in minutes after midnight."""

    shoot_id: UUID
    name: str
    place: str
    latitude_deg: float
    longitude_deg: float
    zone: str
    cloud_okta: float
    step_minutes: int
    minutes: int
    sky: list[float]
    sun_deg: list[float]
    events: list[SkyEvent]
    golden: list[Window]
    blue: list[Window]
    polar: str | None
    moon_share: float
    highest_deg: float
    scenes: list[SceneDay]


class Days:
    """One account's days."""

    def __init__(self, rows: Rows) -> None:
        self.rows = rows
        self.planner = Planner(rows)

    def day(self, shoot_id: UUID) -> DayView:
        """The day of a shoot. Raises BadInput while it has no place or no day."""
        shoot = self.rows.get(ShootRow, shoot_id)
        if shoot.latitude_deg is None or shoot.longitude_deg is None or shoot.day is None:
            missing = "day" if shoot.day is None else "latitude_deg"
            raise BadInput([Problem((missing,), "say where and on which day you film, and the light of it is shown")])
        place = Place(shoot.latitude_deg, shoot.longitude_deg)
        zone = zone_of(place)
        sky, told = sky_of(place, shoot.day, zone), sky_day(place, shoot.day, zone)
        query = self.rows.query(SceneRow).where(SceneRow.shoot_id == shoot.id)
        scenes = self.rows.all(query.order_by(SceneRow.position, SceneRow.created_at))
        return DayView(
            shoot_id=shoot.id,
            name=shoot.name,
            place=shoot.place,
            latitude_deg=place.latitude_deg,
            longitude_deg=place.longitude_deg,
            zone=zone,
            cloud_okta=shoot.cloud_okta,
            step_minutes=STEP_MINUTES,
            minutes=len(sky.minutes) - 1,
            sky=thinned(sky.ev100(shoot.cloud_okta), every=STEP_MINUTES),
            sun_deg=thinned(sky.sun_deg, every=STEP_MINUTES),
            events=told.events,
            golden=[_window(sky, span) for span in told.golden],
            blue=[_window(sky, span) for span in told.blue],
            polar=told.polar,
            moon_share=told.moon_share,
            highest_deg=told.highest_deg,
            scenes=[self._scene(scene, sky) for scene in scenes],
        )

    def _scene(self, scene: SceneRow, sky: Sky) -> SceneDay:
        brief = Brief.model_validate(scene.brief)
        known = level(brief.light)
        middle = 720.0 if scene.starts is None or scene.ends is None else (scene.starts + scene.ends) / 2.0
        curve = scene_ev100(sky, brief.light, at_minute=middle)
        cameras = []
        for setup in History(self.rows, scene).setups():
            outcome = self.planner.outcome(setup, brief)
            if isinstance(outcome, Plan):
                cameras.append(self._camera(setup, outcome, scene, sky, curve))
        return SceneDay(
            id=scene.id,
            name=scene.name,
            starts=scene.starts,
            ends=scene.ends,
            light=known.source,
            uncertainty_stops=known.uncertainty_stops,
            follows_sky=not known.lamps,
            curve=thinned(curve, every=STEP_MINUTES),
            cameras=cameras,
            better_start=_better(scene, brief, cameras),
        )

    def _camera(self, setup: SetupRow, plan: Plan, scene: SceneRow, sky: Sky, curve: Floats) -> CameraDay:
        low, high = plan.reach.low, plan.reach.high
        marks = Marks(low.ev100, high.ev100, low.reason, high.reason)
        steady = steady_windows(sky.minutes, curve, marks)
        start, end = scene.starts, scene.ends
        planned = start is not None and end is not None
        held = sum(max(min(w.end, end or 0) - max(w.start, start or 0), 0) for w in steady) if planned else 0
        return CameraDay(
            setup_id=setup.id,
            device_name=plan.device_name,
            low_ev100=low.ev100,
            high_ev100=high.ev100,
            low_words=low.reason,
            high_words=high.reason,
            steady=steady,
            leaves=leavings(sky.minutes, curve, marks, start=float(start or 0), end=float(end or 0)) if planned else [],
            steady_minutes=held,
        )

    def film_at(self, scene_id: UUID, *, starts: int | None, ends: int | None) -> DayView:
        """Say when a scene is filmed [minutes after local midnight], or with None that it is open. Can be undone."""
        scene = self.rows.get(SceneRow, scene_id, lock=True)
        if (starts is None) != (ends is None):
            raise BadInput([Problem(("ends",), "give a start and an end, or neither")])
        if starts is not None and ends is not None:
            if not 0 <= starts < LATEST_MINUTE:
                raise BadInput([Problem(("starts",), "it lies within the day")])
            if ends - starts < SHORTEST_MINUTES:
                raise BadInput([Problem(("ends",), f"it lies at least {SHORTEST_MINUTES} minutes after the start")])
            ends = min(ends, LATEST_MINUTE)
        scene.starts, scene.ends = starts, ends
        Bench(self.rows).kept(scene, "time of filming")
        return self.day(scene.shoot_id)


def _better(scene: SceneRow, brief: Brief, cameras: Sequence[CameraDay]) -> int | None:
    """A proposal only where moving helps: light by name or reading goes along with its scene."""
    planned = scene.starts is not None and scene.ends is not None
    if not planned or not isinstance(brief.light, SunLight) or not any(one.leaves for one in cameras):
        return None
    starts, ends = scene.starts or 0, scene.ends or 0
    return nearest_start(shared([one.steady for one in cameras]), start=starts, length=ends - starts)


def zone_of(place: Place) -> str:
    """The time zone at a point, from bundled borders; UTC out at sea where there is none."""
    found: str = tzfpy.get_tz(place.longitude_deg, place.latitude_deg)
    return found or "UTC"


def _window(sky: Sky, span: tuple[datetime, datetime]) -> Window:
    first, last = ((moment - sky.start.astimezone(moment.tzinfo)).total_seconds() / 60.0 for moment in span)
    return Window(start=round(first), end=round(last))
