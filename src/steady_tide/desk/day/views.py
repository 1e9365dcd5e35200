"""Shapes of a day: its sky, its scenes with their light and marks, swaps, readings, a proposed order."""

from typing import Literal
from uuid import UUID

from steady_tide.core.day.dive import Depths
from steady_tide.core.day.heading import Heading
from steady_tide.core.day.skymarks import SkyMark
from steady_tide.core.day.swaps import Change
from steady_tide.core.day.timeline import Leaving, Window
from steady_tide.core.exposure.reach import EndKind
from steady_tide.core.kit.settings import Setting
from steady_tide.core.lapse.ramp import Ramp
from steady_tide.core.light.almanac import SkyEvent
from steady_tide.core.light.daylight import Ground
from steady_tide.core.light.reading import Measured
from steady_tide.core.light.underwater import UnderWater
from steady_tide.core.message import Told
from steady_tide.core.plan.account.verdict import Verdict
from steady_tide.core.plan.problem.brief import Aim, DivePoint, Reachable
from steady_tide.core.ready.budget import DayBudget
from steady_tide.desk.views import View


class SecondLine(View):
    """What a second set has otherwise than the first: a setting, its name in the camera's menu, its value."""

    setting: Setting
    label: str
    text: str


class SecondView(View):
    """A second set with the same picture, for the light in which the first ends. begins: when it is taken [min]."""

    slot: int
    begins: int | None
    lines: list[SecondLine]


class CameraDay(View):
    """A camera on a scene through the day: its marks, when it is steady, when the light leaves it while filming.

    minutes_out: what is left outside the marks once the day's changes are made, a second set among them.
    """

    setup_id: UUID
    device_name: str
    headline: str
    low_ev100: float
    high_ev100: float
    low_end: EndKind | None
    high_end: EndKind | None
    steady: list[Window]
    leaves: list[Leaving]
    verdict: Verdict
    steady_minutes: int
    minutes_out: int
    second: SecondView | None


class WaterDay(View):
    """A scene under water: where it is filmed, what the water does there, and light by depth."""

    depth_m: float
    shallowest_m: float
    colour: str
    profile: list[DivePoint]
    under: UnderWater
    depths: Depths


class SceneDay(View):
    """A scene on the day: when it is filmed, and the light it would have through all of it.

    curve, uncertainty, kelvin: values every `step_minutes` of the day. better_start: the nearest time [minutes]
    from which all its sets hold, where they do not and the sky decides. light_kind: how its light is stated.
    """

    id: UUID
    name: str
    revision: int
    starts: int | None
    ends: int | None
    spot: str
    fixed: bool
    light: str
    light_kind: str
    shade_stops: float | None
    ground: Ground | None
    uncertainty_stops: float
    follows_sky: bool
    curve: list[float]
    uncertainty: list[float]
    kelvin: list[float]
    cameras: list[CameraDay]
    unplanned: list[str]
    better_start: int | None
    aim: Aim | None
    reachable: Reachable
    heading: Heading | None
    water: WaterDay | None
    ramp: Ramp | None


class SwapView(Change):
    """A change with the names of its camera and scene. depth_m: how deep it is made, on a dive."""

    setup_id: UUID
    scene_id: UUID
    scene_name: str
    device_name: str
    depth_m: float | None


class ReadingView(View):
    """Light that was measured: of the open sky, or on a scene's subject; how far it lies from the model [stops].

    measured: as it was kept, so that a reading that was removed can be put back.
    """

    id: UUID
    scene_id: UUID | None
    scene_name: str | None
    minute: int
    measured: Measured
    words: str
    ev100: float
    uncertainty_stops: float
    over_model_stops: float | None


class Jump(View):
    """Where the clocks change in a day: from which minute on the clock is ahead, and by how many minutes."""

    minute: int
    by: int


class DayView(View):
    """A shoot's day. step_minutes: between the points of every curve; spans in minutes after midnight.

    minutes: how far the picture goes, past midnight where a scene does. jump: by 0 on most days.
    """

    shoot_id: UUID
    name: str
    place: str
    day: str
    latitude_deg: float
    longitude_deg: float
    zone: str
    cloud_okta: float
    travel_minutes: int
    step_minutes: int
    minutes: int
    jump: Jump
    sky: list[float]
    sky_uncertainty: list[float]
    sun_deg: list[float]
    sun_azimuth_deg: list[float]
    moon_deg: list[float]
    events: list[SkyEvent]
    marks: list[SkyMark]
    golden: list[Window]
    blue: list[Window]
    polar: Literal["day", "night"] | None
    moon_share: float
    moon: Told
    highest_deg: float
    scenes: list[SceneDay]
    swaps: list[SwapView]
    budget: DayBudget
    readings: list[ReadingView]


class OrderView(View):
    """A proposed order of the scenes, or in words why there is none."""

    words: str
    moves: list["MoveView"]
    minutes_out_before: int
    minutes_out: int
    worst_stops_before: float
    worst_stops: float
    travel_minutes_before: int
    travel_minutes: int


class MoveView(View):
    """A scene at another time [minutes after local midnight], and the time it had."""

    scene_id: UUID
    name: str
    starts: int
    ends: int
    starts_before: int
    ends_before: int
