"""The day of a shoot: its sky, and each scene's light against the marks of its sets."""

from collections.abc import Mapping, Sequence
from datetime import datetime
from typing import Final
from uuid import UUID

import numpy as np

from steady_tide.core.day.courses import courses_of
from steady_tide.core.day.dive import depths_of
from steady_tide.core.day.film import CameraSet, SceneOnDay
from steady_tide.core.day.scene_light import Around, open_sky, scene_light
from steady_tide.core.day.skymarks import sky_marks
from steady_tide.core.day.swaps import Course
from steady_tide.core.day.timeline import Sky, Window, thinned
from steady_tide.core.kit.settings import SETTINGS, Setting, Value
from steady_tide.core.light.level import LampLight, SkyLight, SunLight
from steady_tide.core.light.underwater import under_water
from steady_tide.core.message import Message, number, say
from steady_tide.core.plan.account.plan import Sketch
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.quantities import Floats
from steady_tide.core.ready.budget import day_budget
from steady_tide.desk.day.changes import swap_views
from steady_tide.desk.day.views import CameraDay, DayView, Jump, ReadingView, SceneDay, SecondLine, SecondView, WaterDay
from steady_tide.desk.planning.schedule import Schedule, ScheduledScene
from steady_tide.desk.planning.skies import measured_of, place_of, reading_told
from steady_tide.desk.preferences.upkeep import upkeep_of
from steady_tide.store.tables import ShootRow

STEP_MINUTES = 10
"""How far apart the points of a curve in a picture lie."""
LAST_MARK = 2160
"""Marks of the sky are offered up to noon of the next day [minutes]."""
PHASES: Final = ((0.02, "new"), (0.35, "crescent"), (0.65, "half"), (0.98, "more-than-half"))
"""Phases of the moon by the share of it that is lit, at most."""


class Days(Schedule):
    """One account's days."""

    def day(self, shoot_id: UUID) -> DayView:
        """The day of a shoot. Raises BadInput while it has no place or no day."""
        return self.told(self.rows.get(ShootRow, shoot_id))[0]

    def told(self, shoot: ShootRow) -> tuple[DayView, list[ScheduledScene]]:
        """The day of a shoot with what it was made of, scene by scene."""
        scenes = self.scheduled(shoot)
        return self._view(shoot, scenes), scenes

    def _courses(self, scenes: Sequence[ScheduledScene]) -> list[Course]:
        """The cheapest course of every camera through the day."""
        setups = {key: setup for scheduled in scenes for key, setup in scheduled.setups.items()}

        def planned(camera: CameraSet, brief: Brief, pins: Mapping[Setting, Value]) -> Sketch | None:
            outcome = self.planner.sketch(setups[camera.key], brief, pins=pins)
            return outcome if isinstance(outcome, Sketch) else None

        return courses_of([scheduled.scene for scheduled in scenes], planned)

    def _view(self, shoot: ShootRow, scenes: Sequence[ScheduledScene]) -> DayView:
        around = self.around(shoot)
        sky, place, day = around.sky, place_of(shoot), shoot.day
        assert place is not None and day is not None
        told = self.planner.skies.heavens.events(place, day)
        shown = _shown_minutes(sky, scenes)
        curve, width = open_sky(around, shoot.cloud_okta)
        courses = self._courses(scenes)
        by_setup = {setup: course for course in courses for setup in course.minutes_out}

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
            marks=[mark for mark in sky_marks(sky) if mark.minute <= LAST_MARK],
            golden=[_window(sky, span) for span in told.golden],
            blue=[_window(sky, span) for span in told.blue],
            polar=told.polar,
            moon_share=told.moon_share,
            moon=_moon_told(sky, told.moon_share),
            highest_deg=told.highest_deg,
            scenes=[self._scene(scheduled, shown, by_setup) for scheduled in scenes],
            swaps=swap_views([scheduled.scene for scheduled in scenes], courses),
            budget=day_budget([one.scene for one in scenes], self.planner.bag, upkeep_of(self.rows)),
            readings=self._readings(shoot, scenes, around),
        )

    def _scene(self, scheduled: ScheduledScene, shown: int, courses: Mapping[str, Course]) -> SceneDay:
        row, scene = scheduled.row, scheduled.scene
        brief, light = scene.brief, scene.light
        cameras = [_camera(scene, camera, shown, courses.get(camera.key)) for camera in scene.sets]
        source = brief.light if isinstance(brief.light, SkyLight | SunLight | LampLight) else None
        middle = scene.around.middle

        def drawn(values: Floats) -> list[float]:
            return thinned(values[: shown + 1], every=STEP_MINUTES)

        return SceneDay(
            id=row.id,
            name=row.name,
            revision=row.revision,
            starts=row.starts,
            ends=row.ends,
            spot=row.spot,
            fixed=row.fixed,
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
            unplanned=scheduled.unplanned,
            better_start=scene.better_start([camera.steady for camera in cameras]),
            aim=brief.aim,
            reachable=brief.reached,
            heading=scene.heading,
            water=_water(scene, cameras),
            ramp=scene.ramp,
        )

    def _readings(self, shoot: ShootRow, scenes: Sequence[ScheduledScene], around: Around) -> list[ReadingView]:
        by_id = {scheduled.row.id: scheduled.scene for scheduled in scenes}
        found = []
        for row in self.planner.skies.readings(shoot.id):
            told, scene = reading_told(row), by_id.get(row.scene_id) if row.scene_id else None
            found.append(
                ReadingView(
                    id=row.id,
                    scene_id=row.scene_id,
                    scene_name=scene.name if scene else None,
                    minute=row.minute,
                    measured=measured_of(row),
                    words=told.words,
                    ev100=round(told.ev100, 2),
                    uncertainty_stops=told.uncertainty_stops,
                    over_model_stops=round(told.ev100 - _model_at(row.minute, scene, around), 2),
                )
            )
        return found


def _water(scene: SceneOnDay, cameras: Sequence[CameraDay]) -> WaterDay | None:
    brief, water, around = scene.brief, scene.brief.water, scene.around
    if water is None:
        return None
    depth = water.middle_m
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
            okta=scene.okta,
            rest_ev100=scene.rest.at(around.middle),
            filters=scene.colour_filters,
            lamps=scene.lamps,
        ),
        depths=depths_of(
            brief,
            scene.rest,
            around,
            okta=scene.okta,
            lamp_lux=scene.lamp_lux,
            marks=[(camera.low_ev100, camera.high_ev100) for camera in cameras],
        ),
    )


def _model_at(minute: float, scene: SceneOnDay | None, around: Around) -> float:
    """What the model says without any reading on it [EV at ISO 100]."""
    if scene is None:
        return float(np.interp(minute, around.sky.minutes, around.sky.ev100(around.okta)))
    bare = Around(scene.around.sky, scene.around.okta, scene.around.start, scene.around.end)
    return scene_light(scene.brief, bare).at(minute)


def _camera(scene: SceneOnDay, camera: CameraSet, shown: int, course: Course | None) -> CameraDay:
    low, high = camera.sketch.reach.low, camera.sketch.reach.high
    steady = scene.steady(camera, shown)
    return CameraDay(
        setup_id=UUID(camera.key),
        device_name=camera.device.name,
        headline=camera.sketch.headline,
        low_ev100=low.ev100,
        high_ev100=high.ev100,
        low_end=low.end,
        high_end=high.end,
        steady=steady,
        leaves=scene.leaves(camera),
        verdict=scene.verdict(camera),
        steady_minutes=scene.held_minutes(steady),
        minutes_out=course.minutes_out[camera.key] if course else 0,
        second=_second(camera, course),
    )


def _second(camera: CameraSet, course: Course | None) -> SecondView | None:
    """The second set that a course takes on a camera, under the names of its menu."""
    second = course.seconds.get(camera.key) if course else None
    if course is None or second is None:
        return None
    menu = {entry.setting: entry.label for entry in camera.device.menu}
    taken = (swap.minute for swap in course.swaps if swap.setup == camera.key and swap.kind == "preset")
    return SecondView(
        slot=second.slot,
        begins=next(taken, None),
        lines=[
            SecondLine(setting=setting, label=menu.get(setting) or SETTINGS[setting].label, text=text)
            for setting, text in zip(second.otherwise, second.texts, strict=True)
        ],
    )


def _shown_minutes(sky: Sky, scenes: Sequence[ScheduledScene]) -> int:
    """How far the picture goes: the day, and past midnight to the end of the last scene, in whole hours."""
    last = max((scheduled.row.ends or 0 for scheduled in scenes), default=0)
    return min(max(sky.length, -(-last // 60) * 60), len(sky.minutes) - 1)


def _moon_told(sky: Sky, share: float) -> Message:
    phase = say(f"phase-{next((name for most, name in PHASES if share <= most), 'full')}")
    up = np.flatnonzero(sky.moon_deg[: sky.length] > 0)
    if not len(up):
        return say("moon-down", phase=phase)
    top = int(up[int(np.argmax(sky.moon_deg[up]))])
    altitude = number(sky.moon_deg[top], "deg", 0)
    return say("moon-up", phase=phase, altitude=altitude, clock=sky.on_clock(top))


def _window(sky: Sky, span: tuple[datetime, datetime]) -> Window:
    first, last = ((moment - sky.start.astimezone(moment.tzinfo)).total_seconds() / 60.0 for moment in span)
    return Window(start=round(first), end=round(last))
