"""The brief: what the scene is, what it is for, and how it will be filmed."""

from collections.abc import Mapping
from itertools import pairwise
from typing import Annotated, Any, Literal

from pydantic import Field, model_validator

from steady_tide.core.document import Rational
from steady_tide.core.kit.bag import Carried as Carrying
from steady_tide.core.light.level import LightLevel, LightSource, level
from steady_tide.core.light.nightsky import Glow, filmed_sky
from steady_tide.core.typed import Typed

Shape = Literal["16:9", "4:3", "8:7", "9:16"]
Scenario = Literal["underwater", "low-light", "motion", "product", "talking", "everyday", "scenic", "drone", "lapse"]


class Delivery(Typed):
    """What the film needs: shape, size, timeline, room to crop and slow, where it is edited."""

    shapes: Annotated[list[Shape], Field(min_length=1, max_length=4)] = ["16:9"]
    long_side_px: int = Field(default=1920, ge=320, le=8192, description="Longer side of the finished film [px].")
    timeline_rate: Rational = Field(default=25, validate_default=True, description="Frames per second of the film.")
    slowed: float = Field(default=1, ge=1, le=40, description="How many times slower it should play at most.")
    crop_room: float = Field(default=0, ge=0, le=0.7, description="Share of the width kept free for cropping later.")
    edited_on: Literal["phone", "laptop", "desktop"] = "laptop"
    room_gb: float | None = Field(
        default=None, gt=0, le=1_000_000, description="Room where the film is kept and edited [GB]."
    )
    shown_on: Literal["phone", "computer", "large-screen"] = Field(
        default="computer", description="Where it is looked at: how fine the faults that are seen."
    )
    graded: bool | None = Field(
        default=None, description="Whether this film will be graded; left out, the stance decides."
    )


class DivePoint(Typed):
    """A moment of a dive."""

    minute: float = Field(ge=0, le=600, description="After the dive began [minutes].")
    depth_m: float = Field(ge=0, le=200)


RATING = "housing_rating_m"
MOST_POINTS = 200
"""A profile is kept in so many points at most; longer logs are thinned."""


class Water(Typed):
    """What water adds to a scene."""

    depth_m: float = Field(default=5, ge=0.01, le=60, description="Deepest planned depth [m].")
    shallowest_m: float = Field(default=0.5, ge=0, le=60, description="Least depth at which it is filmed [m].")
    profile: Annotated[list[DivePoint], Field(max_length=MOST_POINTS)] = Field(
        default=[], description="Depth along the dive; left out, it is filmed between the least and the deepest."
    )
    colour: Literal["ocean", "blue", "clear", "green", "murky"] = "green"
    port: Literal["bare", "flat", "dome"] = "flat"
    lamp: bool = Field(default=False, description="Whether a lamp lights the subject.")

    @model_validator(mode="before")
    @classmethod
    def _without_rating(cls, data: Any) -> Any:
        """Briefs once stated the rating of a housing, which hid what lies in the bag; such a statement is left out."""
        if isinstance(data, Mapping) and RATING in data:
            return {name: value for name, value in data.items() if name != RATING}
        return data

    @property
    def middle_m(self) -> float:
        """The depth that stands for the scene [m]: of its profile by time, else between least and deepest."""
        points = sorted(self.profile, key=lambda point: point.minute)
        length = points[-1].minute - points[0].minute if points else 0.0
        if length <= 0:
            return (min(self.shallowest_m, self.depth_m) + self.depth_m) / 2.0
        areas = ((b.minute - a.minute) * (a.depth_m + b.depth_m) / 2.0 for a, b in pairwise(points))
        return sum(areas) / length

    @property
    def deepest_m(self) -> float:
        """The deepest the camera goes [m], the profile counted in."""
        return max(self.depth_m, max((point.depth_m for point in self.profile), default=0.0))


class Aim(Typed):
    """Which way the lens looks, and from how high."""

    heading_deg: float = Field(ge=0, lt=360, description="Where the lens looks, from north over east [degrees].")
    tilt_deg: float = Field(default=0, ge=-90, le=90, description="Below the horizon [degrees].")
    height_m: float = Field(default=1.6, ge=0.001, le=500, description="Camera over the ground or water [m].")


Reachable = Literal["by-hand", "awkward", "menu-only", "not-at-all"]


class Lapse(Typed):
    """What interval shooting adds to a scene."""

    interval_s: float = Field(default=10, ge=0.5, le=3600, description="Wanted time between frames [s].")
    hours: float = Field(default=6, ge=0.001, le=72, description="How long it runs [hours].")
    stars: bool = Field(default=False, description="Whether the night sky is filmed, and stars should stay points.")
    glow: Glow = Field(default="country", description="What lamps on the ground add to a night sky that is filmed.")
    external_power: bool = Field(default=False, description="Whether a power bank may be connected.")


class Brief(Typed):
    """One scene as its maker states it. Everything typed here wins over a model."""

    document: Literal["steady-tide/brief"] = "steady-tide/brief"
    version: Literal[1] = 1
    name: str = Field(default="", max_length=120)
    scenario: Scenario
    light: LightSource
    falls_stops: float = Field(default=0.5, ge=0, le=12, description="How much darker it may get in the take [stops].")
    rises_stops: float = Field(
        default=0.5, ge=0, le=12, description="How much brighter it may get in the take [stops]."
    )
    mains_hz: Literal[50, 60] = 50
    carried: Carrying = "standing"
    subject_speed_m_s: float = Field(default=1, ge=0, le=150, description="Across the line of sight [m/s].")
    subject_distance_m: float = Field(default=3, ge=0.001, le=5000, description="Camera to subject [m].")
    frozen: bool = Field(default=False, description="Whether nothing may blur (drops, splashes).")
    point_of_view: bool = Field(default=False, description="Whether the camera sees what its carrier sees.")
    wide_look: bool = Field(default=False, description="Whether the bent, wide look is meant.")
    aim: Aim | None = Field(default=None, description="Left out, the light on the subject is that of level ground.")
    reachable: Reachable | None = Field(
        default=None, description="Whether filter and menu can be got at while filming; left out, the scenario says."
    )
    water: Water | None = None
    lapse: Lapse | None = None
    minutes: float = Field(default=20, ge=0.01, le=1440, description="How long the camera runs in all [minutes].")
    temperature_c: float = Field(default=15, ge=-40, le=55)
    repeatable: bool = Field(default=True, description="Whether the moment can be had again.")
    first_outing: bool = Field(default=False, description="Whether camera or place is new to whoever films.")
    sound_used: bool = True
    windy: bool = False
    wind_m_s: float | None = Field(default=None, ge=0, le=60, description="Wind where it is known [m/s].")
    humidity_percent: float | None = Field(default=None, ge=1, le=100, description="Of the air, where it is known.")
    delivery: Delivery = Delivery()

    @property
    def reached(self) -> Reachable:
        """Whether filter and menu can be got at while filming."""
        if self.reachable is not None:
            return self.reachable
        if self.scenario in ("underwater", "drone"):
            return "not-at-all" if self.scenario == "underwater" else "menu-only"
        return "awkward" if self.carried in ("riding", "helmet-on-snow", "swimming") else "by-hand"

    @property
    def has_sound(self) -> bool:
        """Whether there is sound that is used: frames taken one by one have none."""
        return self.sound_used and not self.at_intervals

    @property
    def at_intervals(self) -> bool:
        """Whether single frames are taken at intervals."""
        return self.scenario == "lapse" and self.lapse is not None

    @property
    def films_sky(self) -> bool:
        """Whether the night sky itself is the subject."""
        return self.at_intervals and self.lapse is not None and self.lapse.stars

    @property
    def level(self) -> LightLevel:
        """The light on the subject as stated; the sky's own where that is filmed. Raises as `light.level.level`."""
        if self.films_sky and self.lapse is not None:
            return filmed_sky(self.light, self.lapse.glow)
        return level(self.light)

    @property
    def running_minutes(self) -> float:
        """How long the camera runs in all [minutes]."""
        return 60.0 * self.lapse.hours if self.at_intervals and self.lapse else self.minutes
