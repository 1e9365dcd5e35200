"""A scene as it is filmed: its light through the day, and the sets of its cameras."""

from dataclasses import dataclass
from functools import cached_property

from steady_tide.core.day.scene import Around, SceneLight
from steady_tide.core.kit.bag import Lamp
from steady_tide.core.light.lamps import lamp_lux
from steady_tide.core.light.level import SkyLight, SunLight
from steady_tide.core.light.underwater import lamp_at_1_m
from steady_tide.core.light.water import WATER_TYPE
from steady_tide.core.plan.account.plan import Sketch
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.store.tables import SceneRow, SetupRow


@dataclass(frozen=True)
class Filmed:
    """A scene with its light through the day and the sets of its cameras. rest: the light without a lamp of the bag."""

    scene: SceneRow
    brief: Brief
    around: Around
    rest: SceneLight
    lamp: Lamp | None
    sets: list[tuple[SetupRow, Sketch]]
    unplanned: list[str]

    @property
    def lamp_lux(self) -> float:
        """What the lamp gives on the subject, as the lens sees it through the water [lx]."""
        if self.lamp is None or self.brief.water is None:
            return 0.0
        kind = WATER_TYPE[self.brief.water.colour]
        return lamp_lux(at_1_m=lamp_at_1_m(self.lamp), distance_m=self.brief.subject_distance_m, kind=kind)

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
