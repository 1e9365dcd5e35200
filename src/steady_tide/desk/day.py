"""The day of a shoot: its sky, and each scene's light against the marks of its sets."""

from collections.abc import Mapping, Sequence
from datetime import datetime
from uuid import UUID

import numpy as np

from steady_tide.core.day.dive import depths_of
from steady_tide.core.day.heading import Frame, Heading, heading_of
from steady_tide.core.day.scene import Around, open_sky, scene_light
from steady_tide.core.day.timeline import (
    Marks,
    Sky,
    Window,
    leavings,
    nearest_start,
    shared,
    steady_windows,
    thinned,
)
from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.kit.bag import ColourFilter, Lamp
from steady_tide.core.light.level import LampLight, SkyLight, SunLight
from steady_tide.core.light.underwater import lamp_at_1_m, under_water
from steady_tide.core.plan.account.plan import Conflict, Plan, Sketch
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.quantities import Floats
from steady_tide.desk.changes import courses_of, swap_views
from steady_tide.desk.day_views import CameraDay, DayView, Jump, ReadingView, SceneDay, WaterDay
from steady_tide.desk.filmed import Filmed
from steady_tide.desk.history import History
from steady_tide.desk.planning import Planner
from steady_tide.desk.skies import day_over, measured_of, place_of, reading_told
from steady_tide.desk.views import Refusal
from steady_tide.store.owned import Rows
from steady_tide.store.repositories.shoots import scenes_of
from steady_tide.store.tables import SceneRow, SetupRow, ShootRow

STEP_MINUTES = 10
"""How far apart the points of a curve in a picture lie."""
MOON_NAMES = ((0.02, "new moon"), (0.35, "crescent"), (0.65, "half moon"), (0.98, "more than half a moon"))


class Days:
    """One account's days."""

    def __init__(self, rows: Rows) -> None:
        self.rows = rows
        self.planner = Planner(rows)

    def day(self, shoot_id: UUID) -> DayView:
        """The day of a shoot. Raises BadInput while it has no place or no day."""
        return self.told(self.rows.get(ShootRow, shoot_id))[0]

    def told(self, shoot: ShootRow) -> tuple[DayView, list[Filmed]]:
        """The day of a shoot with what it was made of, scene by scene."""
        scenes = self.filmed(shoot)
        return self._view(shoot, scenes), scenes

    def around(self, shoot: ShootRow) -> Around:
        """The sky of a shoot with its readings. Raises BadInput while it has no place or no day."""
        nowhere = self.planner.skies.around(SceneRow(shoot_id=shoot.id))
        if nowhere is None:
            missing = "latitude_deg" if place_of(shoot) is None else "day"
            raise BadInput([Problem((missing,), "say where and on which day you film, and the light of it is shown")])
        return nowhere

    def filmed(self, shoot: ShootRow) -> list[Filmed]:
        """The scenes of a shoot in order, each with its light and plans."""
        self.around(shoot)
        found = scenes_of(self.rows, shoot.id)
        return [self._filmed(scene) for scene in found]

    def _filmed(self, scene: SceneRow) -> Filmed:
        lit = self.planner.skies.lit(scene)
        assert lit is not None, "asked only of shoots with a place and a day"
        planned_for = self.planner.filmed(scene)
        sets, unplanned = [], []
        for setup in History(self.rows, scene).setups():
            outcome = self.planner.sketch(setup, planned_for)
            if isinstance(outcome, Sketch):
                sets.append((setup, outcome))
            else:
                unplanned.append(_unplanned(outcome))
        return Filmed(scene, *lit, self._lamp(lit.brief), sets, unplanned)

    def plans(self, filmed: Filmed) -> list[tuple[SetupRow, Plan]]:
        """The whole plans of a scene's sets, with all that is to be brought and minded."""
        brief = self.planner.filmed(filmed.scene)
        found = ((setup, self.planner.outcome(setup, brief)) for setup, _ in filmed.sets)
        return [(setup, plan) for setup, plan in found if isinstance(plan, Plan)]

    def _lamp(self, brief: Brief) -> Lamp | None:
        """The strongest lamp of the bag that may go so deep, where the brief says that one lights the subject."""
        water = brief.water
        if water is None or not water.lamp:
            return None
        fitting = [one for one in self.planner.bag if isinstance(one, Lamp) and one.depth_rating_m >= water.deepest_m]
        return max(fitting, key=lamp_at_1_m, default=None)

    def _view(self, shoot: ShootRow, scenes: Sequence[Filmed]) -> DayView:
        around = self.around(shoot)
        sky, place, day = around.sky, place_of(shoot), shoot.day
        assert place is not None and day is not None
        told = day_over(place, day)
        shown = _shown_minutes(sky, scenes)
        curve, width = open_sky(around, shoot.cloud_okta)
        courses = courses_of(scenes, self.planner)
        left = {setup: minutes for course in courses for setup, minutes in course.minutes_out.items()}

        def drawn(values: Floats) -> list[float]:
            return thinned(values[: shown + 1], every=STEP_MINUTES)

        return DayView(
            shoot_id=shoot.id,
            name=shoot.name,
            place=shoot.place,
            day=day.isoformat(),
            latitude_deg=place.latitude_deg,
            longitude_deg=place.longitude_deg,
            zone=sky.zone,
            cloud_okta=shoot.cloud_okta,
            travel_minutes=shoot.travel_minutes,
            step_minutes=STEP_MINUTES,
            minutes=shown,
            jump=Jump(minute=sky.jump[0], by=sky.jump[1]),
            sky=drawn(curve),
            sky_uncertainty=drawn(width),
            sun_deg=drawn(sky.sun_deg),
            sun_azimuth_deg=drawn(sky.sun_azimuth_deg),
            moon_deg=drawn(sky.moon_deg),
            events=told.events,
            golden=[_window(sky, span) for span in told.golden],
            blue=[_window(sky, span) for span in told.blue],
            polar=told.polar,
            moon_share=told.moon_share,
            moon_words=_moon_words(sky, told.moon_share),
            highest_deg=told.highest_deg,
            scenes=[self._scene(filmed, shown, left) for filmed in scenes],
            swaps=swap_views(scenes, courses),
            readings=self._readings(shoot, scenes, around),
        )

    def _scene(self, filmed: Filmed, shown: int, left: Mapping[str, int]) -> SceneDay:
        scene, brief, light = filmed.scene, filmed.brief, filmed.light
        cameras = [_camera(filmed, setup, plan, shown, left.get(str(setup.id), 0)) for setup, plan in filmed.sets]
        source = brief.light if isinstance(brief.light, SkyLight | SunLight | LampLight) else None
        middle = filmed.around.middle

        def drawn(values: Floats) -> list[float]:
            return thinned(values[: shown + 1], every=STEP_MINUTES)

        return SceneDay(
            id=scene.id,
            name=scene.name,
            revision=scene.revision,
            starts=scene.starts,
            ends=scene.ends,
            spot=scene.spot,
            fixed=scene.fixed,
            light=light.source,
            light_kind=brief.light.kind,
            shade_stops=source.shade_stops if source else None,
            ground=source.ground if source else None,
            uncertainty_stops=round(float(np.interp(middle, light.minutes, light.uncertainty)), 2),
            follows_sky=light.follows_sky,
            curve=drawn(light.ev100),
            uncertainty=drawn(light.uncertainty),
            kelvin=[round(value) for value in drawn(light.kelvin)],
            cameras=cameras,
            unplanned=filmed.unplanned,
            better_start=_better(filmed, cameras),
            aim=brief.aim,
            reachable=brief.reached,
            heading=_heading(filmed),
            water=self._water(filmed, cameras),
        )

    def _water(self, filmed: Filmed, cameras: Sequence[CameraDay]) -> WaterDay | None:
        brief, water, around = filmed.brief, filmed.brief.water, filmed.around
        if water is None:
            return None
        depth = water.middle_m
        bag = self.planner.bag
        return WaterDay(
            depth_m=water.depth_m,
            shallowest_m=water.shallowest_m,
            colour=water.colour,
            profile=water.profile,
            under=under_water(
                water.colour,
                depth_m=depth,
                distance_m=brief.subject_distance_m,
                sun_altitude_deg=float(np.interp(around.middle, around.sky.minutes, around.sky.sun_deg)),
                okta=filmed.okta,
                rest_ev100=filmed.rest.at(around.middle),
                filters=[item for item in bag if isinstance(item, ColourFilter)],
                lamps=[item for item in bag if isinstance(item, Lamp) and item.depth_rating_m >= water.deepest_m],
            ),
            depths=depths_of(
                brief,
                filmed.rest,
                around,
                okta=filmed.okta,
                lamp_lux=filmed.lamp_lux,
                marks=[(one.low_ev100, one.high_ev100) for one in cameras],
            ),
        )

    def _readings(self, shoot: ShootRow, scenes: Sequence[Filmed], around: Around) -> list[ReadingView]:
        by_id = {filmed.scene.id: filmed for filmed in scenes}
        found = []
        for row in self.planner.skies.readings(shoot.id):
            told, filmed = reading_told(row), by_id.get(row.scene_id) if row.scene_id else None
            found.append(
                ReadingView(
                    id=row.id,
                    scene_id=row.scene_id,
                    scene_name=filmed.scene.name if filmed else None,
                    minute=row.minute,
                    measured=measured_of(row),
                    words=told.words,
                    ev100=round(told.ev100, 2),
                    uncertainty_stops=told.uncertainty_stops,
                    over_model_stops=round(told.ev100 - _model_at(row.minute, filmed, around), 2),
                )
            )
        return found


def _unplanned(outcome: Conflict | Refusal) -> str:
    """Why a camera has no set, in words that name it."""
    if isinstance(outcome, Conflict):
        return outcome.words
    return f"{outcome.device_name}: {outcome.problems[0].message}"


def _model_at(minute: float, filmed: Filmed | None, around: Around) -> float:
    """What the model says without any reading on it [EV at ISO 100]."""
    if filmed is None:
        return float(np.interp(minute, around.sky.minutes, around.sky.ev100(around.okta)))
    bare = Around(filmed.around.sky, filmed.around.okta, filmed.around.start, filmed.around.end)
    return scene_light(filmed.brief, bare).at(minute)


def _camera(filmed: Filmed, setup: SetupRow, plan: Sketch, shown: int, minutes_out: int) -> CameraDay:
    scene, sky, curve = filmed.scene, filmed.around.sky, filmed.light.ev100
    low, high = plan.reach.low, plan.reach.high
    marks = Marks(low.ev100, high.ev100, low.end or "dark", high.end or "clipped")
    steady = steady_windows(sky.minutes[: shown + 1], curve[: shown + 1], marks)
    start, end = scene.starts, scene.ends
    planned = start is not None and end is not None
    held = sum(max(min(w.end, end or 0) - max(w.start, start or 0), 0) for w in steady) if planned else 0
    return CameraDay(
        setup_id=setup.id,
        device_name=plan.device_name,
        headline=plan.headline,
        low_ev100=low.ev100,
        high_ev100=high.ev100,
        low_words=low.reason,
        high_words=high.reason,
        steady=steady,
        leaves=leavings(sky.minutes, curve, marks, start=float(start or 0), end=float(end or 0)) if planned else [],
        steady_minutes=held,
        minutes_out=minutes_out,
    )


def _heading(filmed: Filmed) -> Heading | None:
    """The sun against the lens, for scenes with a time under the sky."""
    scene, brief = filmed.scene, filmed.brief
    if scene.starts is None or scene.ends is None or brief.at_intervals:
        return None
    if not isinstance(brief.light, SkyLight | SunLight):
        return None
    plan = filmed.sets[0][1] if filmed.sets else None
    return heading_of(
        brief,
        filmed.around.sky,
        Frame(plan.across_deg, plan.upright_deg) if plan else Frame(70.0, 42.0),
        start=scene.starts,
        end=scene.ends,
        okta=filmed.okta,
        caster="drone" if brief.scenario == "drone" else "operator",
        shade_stops=brief.light.shade_stops,
    )


def _better(filmed: Filmed, cameras: Sequence[CameraDay]) -> int | None:
    """A proposal only where moving helps: light by name or reading goes along with its scene."""
    scene = filmed.scene
    planned = scene.starts is not None and scene.ends is not None
    moves = isinstance(filmed.brief.light, SkyLight | SunLight) and not scene.fixed
    if not planned or not moves or not any(one.leaves for one in cameras):
        return None
    starts, ends = scene.starts or 0, scene.ends or 0
    return nearest_start(shared([one.steady for one in cameras]), start=starts, length=ends - starts)


def _shown_minutes(sky: Sky, scenes: Sequence[Filmed]) -> int:
    """How far the picture goes: the day, and past midnight to the end of the last scene, in whole hours."""
    last = max((filmed.scene.ends or 0 for filmed in scenes), default=0)
    return min(max(sky.length, -(-last // 60) * 60), len(sky.minutes) - 1)


def _moon_words(sky: Sky, share: float) -> str:
    name = next((words for most, words in MOON_NAMES if share <= most), "full moon")
    up = np.flatnonzero(sky.moon_deg[: sky.length] > 0)
    if not len(up):
        return f"{name}, down all day"
    top = int(up[int(np.argmax(sky.moon_deg[up]))])
    return f"{name}, highest {sky.moon_deg[top]:.0f}° at {sky.told(top)}"


def _window(sky: Sky, span: tuple[datetime, datetime]) -> Window:
    first, last = ((moment - sky.start.astimezone(moment.tzinfo)).total_seconds() / 60.0 for moment in span)
    return Window(start=round(first), end=round(last))
