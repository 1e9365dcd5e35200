"""The plan document: the whole set with its reasons, and its honest opposite, a conflict."""

from typing import Final, Literal

from steady_tide.core.document import Part
from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.light.level import LightLevel

RULES_VERSION = "3"
"""Raised whenever the same inputs may give another plan."""


class Turn(Part):
    """A consideration that turned a choice: what it costs here and with the rival [stops-equivalents]."""

    label: str
    difference: float
    here: str
    there: str
    source: str


class Rival(Part):
    """Another value of a setting, what it costs more, why, and what else it would change."""

    value: Value
    text: str
    cost: float
    turned_by: list[Turn]
    brings: list[str] = []


class Option(Part):
    """An offered value: what the best set with it costs more, or why it is refused."""

    value: Value
    text: str
    cost: float | None
    refused: str | None = None


class Decision(Part):
    """One setting of the set: its value, what it would be on default, why, and what else was close."""

    setting: Setting
    label: str
    room: str
    menu_label: str
    value: Value
    text: str
    default: Value | None
    default_text: str
    pinned: bool
    why: str
    axis: str | None = None
    axis_position: str | None = None
    rivals: list[Rival]
    options: list[Option]


class MarkPart(Part):
    """A low or high mark: light [EV at ISO 100] and lux, and what happens beyond it."""

    ev100: float
    lux: float
    reason: str


class ReachPart(Part):
    """The light over which the set is steady.

    Between low and `turns_ev100` ISO moves, above it the shutter may. holds_dark, holds_bright:
    whether the darkest light lies over the low mark, and the brightest under the high mark.
    """

    low: MarkPart
    high: MarkPart
    turns_ev100: float
    holds_dark: bool
    holds_bright: bool


class GlassOption(Part):
    """A filter that could be fitted instead, or the bare lens: stops it takes."""

    key: str
    label: str
    stops: float


class Swappable(Part):
    """What of a set can be changed in the field, and where its marks lie then [EV at ISO 100].

    A filter moves every mark by its stops; an ISO ceiling moves where the exposure ends in the dark
    (dark_ev100), not where noise does (noise_ev100), and the high mark where the ISO is locked.
    """

    glass: str
    glass_stops: float
    iso_ceiling: int
    iso_locked: bool
    dark_ev100: float
    noise_ev100: float
    high_ev100: float
    glasses: list[GlassOption]
    iso_ceilings: list[int]


class LineOfLedger(Part):
    """A line of the sum [stops]."""

    label: str
    stops: float
    detail: str


class LedgerPart(Part):
    """The exposure as a sum: the lines add up to what is left over."""

    lines: list[LineOfLedger]
    leftover_stops: float


class InLight(Part):
    """What the camera does in one light, and what comes of it."""

    name: Literal["darkest", "expected", "brightest"]
    ev100: float
    shutter_text: str
    shutter_s: float
    iso: int
    error_stops: float
    snr_mid: float
    snr_shadow: float


class Figure(Part):
    """A number of the set with its unit and how it was found."""

    key: str
    label: str
    value: float
    unit: str
    text: str
    how: str


class Price(Part):
    """Something the set pays, told in numbers."""

    label: str
    cost: float
    words: str


class Sketch(Part):
    """What of a set the day needs: its line, its marks and what can be changed of it, without the reasons.

    values, texts: what a camera has in it and on it, setting by setting, see `SKETCHED`.
    """

    outcome: Literal["sketch"] = "sketch"
    device_name: str
    headline: str
    reach: ReachPart
    swappable: Swappable
    across_deg: float
    upright_deg: float
    values: dict[Setting, Value]
    texts: dict[Setting, str]


SKETCHED: Final = frozenset(
    {
        *(Setting.FRAME_SHAPE, Setting.RESOLUTION, Setting.FRAME_RATE, Setting.VIEW, Setting.STABILISATION),
        *(Setting.CODEC, Setting.BIT_DEPTH, Setting.BIT_RATE, Setting.COLOUR_PROFILE),
        *(Setting.APERTURE, Setting.SHUTTER, Setting.ND_FILTER, Setting.ISO_FLOOR, Setting.ISO_CEILING),
        *(Setting.EXPOSURE_BIAS, Setting.COLOUR_FILTER, Setting.LAMP, Setting.SUPPORT),
    }
)
"""Settings that a sketch tells: those that make the picture and its exposure."""


class Plan(Part):
    """A complete and feasible set for one scene on one device, with the versions that made it."""

    document: Literal["steady-tide/plan"] = "steady-tide/plan"
    version: Literal[1] = 1
    outcome: Literal["plan"] = "plan"
    rules_version: str = RULES_VERSION
    device_key: str
    device_name: str
    stance_name: str
    profile_digest: str
    cost: float
    headline: str
    light: LightLevel
    dark_ev100: float
    bright_ev100: float
    decisions: list[Decision]
    reach: ReachPart
    swappable: Swappable
    across_deg: float
    upright_deg: float
    ledger: LedgerPart
    in_light: list[InLight]
    figures: list[Figure]
    prices: list[Price]
    bring: list[str]
    cautions: list[str]
    assumptions: list[str]

    @property
    def sketch(self) -> Sketch:
        """The same set without its reasons."""
        told = [decision for decision in self.decisions if decision.setting in SKETCHED]
        shared = {name: getattr(self, name) for name in Sketch.model_fields.keys() & Plan.model_fields.keys()}
        return Sketch(
            **{**shared, "outcome": "sketch"},
            values={one.setting: one.value for one in told},
            texts={one.setting: one.text for one in told},
        )

    def value(self, setting: Setting) -> Value | None:
        """The value of a setting, or None where the device has none."""
        return next((decision.value for decision in self.decisions if decision.setting is setting), None)


class Wish(Part):
    """A pinned value."""

    setting: Setting
    label: str
    value: Value
    text: str


class WayOut(Part):
    """A nearest possible set: which wish gives way, and to what."""

    release: Setting
    becomes: Value
    words: str


class Conflict(Part):
    """The smallest set of wishes that cannot be had together, and the ways out."""

    document: Literal["steady-tide/conflict"] = "steady-tide/conflict"
    version: Literal[1] = 1
    outcome: Literal["conflict"] = "conflict"
    device_key: str
    device_name: str
    wishes: list[Wish]
    words: str
    limit: str
    ways_out: list[WayOut]
