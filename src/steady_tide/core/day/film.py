"""A scene on its day, as values: its light with the lamp that lights it, its cameras' sets, where it may move."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import Final

import numpy as np

from steady_tide.core.day.heading import Caster, Frame, Heading, harsh, heading_of, shadow_seen
from steady_tide.core.day.order import HARSH_COST, SHADOW_COST, Movable, movable
from steady_tide.core.day.scene_light import Around, SceneLight, depth_along
from steady_tide.core.day.timeline import Leaving, Marks, Window, leavings, nearest_start, shared, steady_windows
from steady_tide.core.kit.bag import BagItem, ColourFilter, Lamp
from steady_tide.core.kit.device import Device
from steady_tide.core.kit.settings import Setting
from steady_tide.core.lapse.ramp import Ramp, ramp_of
from steady_tide.core.light.level import LampLight, SkyLight, SunLight
from steady_tide.core.light.underwater import lamp_on_subject_lux
from steady_tide.core.plan.account.plan import Sketch
from steady_tide.core.plan.account.verdict import Verdict, verdict_of
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.compatibility import compatibility
from steady_tide.core.quantities import Floats

USUAL_FRAME: Final = Frame(70.0, 42.0)
"""What a frame is taken to see while no set is planned [degrees across, upright]. **Assumed**."""
SHADED_STOPS: Final = 1.0
"""From so much shade on a body throws no shadow that is seen. **Assumed**."""


@dataclass(frozen=True)
class CameraSet:
    """A camera on a scene with its set. key: the setup's; slot: its preset."""

    key: str
    slot: int
    device: Device
    sketch: Sketch

    @property
    def marks(self) -> Marks:
        """What the set holds."""
        low, high = self.sketch.reach.low, self.sketch.reach.high
        return Marks(low.ev100, high.ev100, low.end or "dark", high.end or "clipped")


@dataclass(frozen=True)
class SceneOnDay:
    """A scene with its light through the day and the sets of its cameras. rest: the light without a lamp of the bag.

    bag: what there is to light and filter it with. fixed: whether its time may not move.
    """

    key: str
    name: str
    spot: str
    fixed: bool
    brief: Brief
    around: Around
    rest: SceneLight
    sets: tuple[CameraSet, ...]
    bag: tuple[BagItem, ...]

    @property
    def timed(self) -> tuple[int, int] | None:
        """When it is filmed [minutes after midnight]; None while no time is said."""
        start, end = self.around.start, self.around.end
        return None if start is None or end is None else (int(start), int(end))

    # Its light.

    @cached_property
    def _lit_by(self) -> tuple[Lamp, float] | None:
        """The lamp of the bag that its plans light it with, and at which level [%]; of several the first camera's."""
        if self.brief.water is None:
            return None
        lamps = {item.key: item for item in self.bag if isinstance(item, Lamp)}
        for camera in self.sets:
            lamp = lamps.get(str(camera.sketch.values.get(Setting.LAMP)))
            if lamp is not None:
                return lamp, float(camera.sketch.values.get(Setting.LAMP_LEVEL, 100))
        return None

    @property
    def lamp(self) -> Lamp | None:
        """The lamp of the bag that its plans light it with."""
        return self._lit_by[0] if self._lit_by else None

    @property
    def lamp_lux(self) -> float:
        """What the lamp gives on the subject, dimmed as planned, as the lens sees it through the water [lx]."""
        if self._lit_by is None or self.brief.water is None:
            return 0.0
        lamp, level = self._lit_by
        distance_m = self.brief.subject_distance_m
        return lamp_on_subject_lux(lamp, colour=self.brief.water.colour, distance_m=distance_m, level_percent=level)

    @cached_property
    def light(self) -> SceneLight:
        """The light on the subject through the day, the lamp's with it."""
        return self.rest.lit_by(self.lamp_lux, self.lamp.label if self.lamp else "")

    @property
    def okta(self) -> float:
        """The cloud over it: its own where it says so, else the shoot's."""
        light = self.brief.light
        if isinstance(light, SkyLight | SunLight) and light.cloud_okta is not None:
            return light.cloud_okta
        return self.around.okta

    @property
    def under_sky(self) -> SkyLight | SunLight | None:
        """Its light where the sky gives it: what moves with the clock, and what a heading is turned against."""
        return self.brief.light if isinstance(self.brief.light, SkyLight | SunLight) else None

    def _usable(self, item: BagItem) -> bool:
        """Whether a thing may be used with any of its cameras; before there is one, whatever fits some camera."""
        if not self.sets:
            return item.condition != "unusable"
        return any(compatibility(item, camera.device, self.brief).use != "unfit" for camera in self.sets)

    @property
    def colour_filters(self) -> list[ColourFilter]:
        """Colour filters of the bag that one of its cameras may use."""
        return [item for item in self.bag if isinstance(item, ColourFilter) and self._usable(item)]

    @property
    def lamps(self) -> list[Lamp]:
        """Lamps of the bag that may light it."""
        return [item for item in self.bag if isinstance(item, Lamp) and self._usable(item)]

    # Its sets against its light.

    def steady(self, camera: CameraSet, until: int) -> list[Window]:
        """Stretches in which a set needs no touching, up to a minute of the day."""
        return steady_windows(self.light.minutes[: until + 1], self.light.ev100[: until + 1], camera.marks)

    def leaves(self, camera: CameraSet) -> list[Leaving]:
        """When the light leaves a set while the scene is filmed."""
        if self.timed is None:
            return []
        start, end = self.timed
        return leavings(self.light.minutes, self.light.ev100, camera.marks, start=float(start), end=float(end))

    def verdict(self, camera: CameraSet) -> Verdict:
        """Whether a set holds the light it is filmed in, as far as that is known; steady while it has no time."""
        if self.timed is None:
            return "steady"
        start, end = self.timed
        rows = (self.light.minutes >= start) & (self.light.minutes <= end)
        levels, marks = self.light.ev100[rows], camera.marks
        beyond = np.maximum(marks.low - levels, levels - marks.high)
        if not beyond.size:
            return "steady"
        worst = int(np.argmax(beyond))
        return verdict_of(float(beyond[worst]), float(self.light.uncertainty[rows][worst]))

    def held_minutes(self, windows: Sequence[Window]) -> int:
        """How long it is filmed within some stretches [minutes]."""
        if self.timed is None:
            return 0
        start, end = self.timed
        return sum(max(min(window.end, end) - max(window.start, start), 0) for window in windows)

    def better_start(self, steady: Sequence[Sequence[Window]]) -> int | None:
        """A time from which all its sets hold, proposed only where they do not and moving helps.

        steady: the stretches of each set. Light by name or reading goes along with its scene.
        """
        leaves = any(self.leaves(camera) for camera in self.sets)
        if self.timed is None or self.fixed or self.under_sky is None or not leaves:
            return None
        start, end = self.timed
        return nearest_start(shared(steady), start=start, length=end - start)

    # Where the lens looks, and where it may move to.

    @property
    def frame(self) -> Frame:
        """What its first camera sees."""
        first = self.sets[0].sketch if self.sets else None
        return Frame(first.across_deg, first.upright_deg) if first else USUAL_FRAME

    @property
    def caster(self) -> Caster:
        """Whose shadow may lie in the frame."""
        return "drone" if self.brief.scenario == "drone" else "operator"

    @cached_property
    def heading(self) -> Heading | None:
        """The sun against the lens, for scenes with a time under the sky."""
        light = self.under_sky
        if self.timed is None or light is None or self.brief.at_intervals:
            return None
        start, end = self.timed
        return heading_of(
            self.brief,
            self.around.sky,
            self.frame,
            start=start,
            end=end,
            okta=self.okta,
            caster=self.caster,
            shade_stops=light.shade_stops,
        )

    @cached_property
    def ramp(self) -> Ramp | None:
        """What its first set does along the light, where it is shot at intervals and has a time."""
        timed, first = self.timed, next((one for one in self.sets if one.sketch.exposing is not None), None)
        lapse = self.brief.lapse
        if timed is None or first is None or lapse is None or not self.brief.at_intervals:
            return None
        assert first.sketch.exposing is not None, "just looked for"
        filmed = slice(timed[0], timed[1] + 1)
        minutes, ev100 = self.light.minutes[filmed], self.light.ev100[filmed]
        return ramp_of(minutes, ev100, first.sketch.exposing, interval_s=lapse.interval_s)

    @property
    def movable(self) -> Movable:
        """The scene as one whose time may be chosen. It has to have a time."""
        assert self.timed is not None, "only what has a time is put in order"
        start, end = self.timed
        sky = self.around.sky
        follows = isinstance(self.brief.light, SkyLight | SunLight | LampLight)
        ev100 = self.light.ev100 if follows else np.full(sky.minutes.shape, self.light.at(self.around.middle))
        return movable(
            scene=self.key,
            spot=self.spot,
            start=start,
            length=end - start,
            fixed=self.fixed,
            cameras=[(camera.sketch.swappable, ev100) for camera in self.sets],
            nuisance=self._nuisance(),
            latest=sky.length,
        )

    def _nuisance(self) -> Floats:
        """Stop-minutes of hard noon light and of shadows in the frame at every minute, shape (n,)."""
        light, sky = self.under_sky, self.around.sky
        found = np.zeros(sky.minutes.shape)
        if light is None or self.brief.water is not None:
            return found
        found += HARSH_COST * harsh(sky, okta=self.okta, shade_stops=light.shade_stops)
        if self.brief.aim is not None and self.sets and light.shade_stops < SHADED_STOPS:
            seen = shadow_seen(sky, self.brief.aim, self.frame, caster=self.caster, okta=self.okta)
            found += SHADOW_COST * seen
        return found

    def depth_at(self, minute: int) -> float | None:
        """How deep the camera is at a minute [m], to half a metre; None out of the water."""
        water, around = self.brief.water, self.around
        if water is None:
            return None
        return round(2.0 * float(np.interp(minute, around.sky.minutes, depth_along(water, around)))) / 2.0
