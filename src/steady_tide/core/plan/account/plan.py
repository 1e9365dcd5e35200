"""The plan document: the whole set with its reasons, and its honest opposite, a conflict."""

from collections.abc import Mapping
from itertools import zip_longest
from typing import Any, ClassVar, Final, Literal

from pydantic import Field, model_validator

from steady_tide.core.document import Part, Upgrade
from steady_tide.core.exposure.reach import EndKind, ExposureSet
from steady_tide.core.kit.settings import SETTINGS, Setting, Value
from steady_tide.core.light.level import LightLevel
from steady_tide.core.message import Message, Told, verbatim
from steady_tide.core.plan.account.verdict import Verdict

RULES_VERSION = "10"
"""Raised whenever the same inputs may give another plan."""


class Turn(Part):
    """A consideration that turned a choice: what it costs here and with the rival [stops-equivalents].

    there: what is told of the rival; None where the label says it all.
    """

    key: str = Field(default="", description="Its row in the book of prices.")
    label: Told
    difference: float
    here: Told
    there: Told | None = None
    source: str


class Rival(Part):
    """Another value of a setting, what it costs more, why, and what else it would change."""

    value: Value
    text: str
    cost: float
    turned_by: list[Turn]
    brings: list[str] = []
    told: Told | None = Field(default=None, description="What the difference means, where it is worth a sentence.")


class Option(Part):
    """An offered value: what the best set with it costs more, or why it is refused."""

    value: Value
    text: str
    cost: float | None
    refused: Told | None = None


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
    why: Told
    short: Told | None = Field(default=None, description="What of the reason stands in a line, where not all does.")
    axis: str | None = None
    axis_position: str | None = None
    rivals: list[Rival]
    options: list[Option]


class MarkPart(Part):
    """A low or high mark: light [EV at ISO 100] and lux, and what ends the set there; None where that was not kept."""

    ev100: float
    lux: float
    end: EndKind | None = None


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
    words: str = Field(default="", description="The range, and the nearest named lights it does not hold.")


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


class Measures(Part):
    """The numbers of a set. None where a scene has no such thing.

    angle_deg: shutter angle in the expected light. smear_px: blur in a frame from shake; subject_px: from the
    subject's own movement; jitter_px: what the picture jumps between frames. snr_mid, snr_shadow: signal to noise at
    mid grey and three stops under. slow_factor: how many times slower it plays. pixels_over_need: pixels across over
    those the film needs. useful_shutter_s: the longest shutter whose shake passes unseen, with the limit [px] it keeps.
    ripple_share: of the lamps' ripple, what is left, beating at beat_hz; clean_shutter_s: the nearest offered one that
    leaves none. frames, film_s, trail_px: of interval shooting; interval_s: between its frames.
    skew_deg: how far what crosses leans, while the rows are read. pan_s: the least time to pan across a frame's width.
    sharp_near_m, sharp_far_m: what is sharp around the subject, hyperfocal_m where that reaches infinity (then far is
    None). cast_mired: what the glass shifts. dew_point_c: of the air. wind_share: of the flight in still air.
    """

    angle_deg: float
    smear_px: float
    subject_px: float
    jitter_px: float
    snr_mid: float
    snr_shadow: float
    slow_factor: float
    pixels_over_need: float
    bits_per_pixel: float
    gb_per_hour: float
    recorded_gb: float
    battery_minutes: float
    smear_limit_px: float
    useful_shutter_s: float | None = None
    ripple_share: float | None = None
    beat_hz: float | None = None
    clean_shutter_s: float | None = None
    interval_s: float | None = None
    frames: int | None = None
    film_s: float | None = None
    trail_px: float | None = None
    skew_deg: float | None = None
    pan_s: float | None = None
    sharp_near_m: float | None = None
    sharp_far_m: float | None = None
    hyperfocal_m: float | None = None
    cast_mired: float | None = None
    dew_point_c: float | None = None
    wind_share: float | None = None


class Figure(Part):
    """A number of the set with its unit and how it was found. text: as it is read before its unit, or all of it."""

    key: str
    label: str
    value: float
    unit: str
    text: Told
    how: Told


class AnswerValue(Part):
    """One of the values that matter most: its label, as it stands, and as it is said in a sentence."""

    label: str
    text: str
    said: str


class Answer(Part):
    """What somebody wants to hear first. steady: whether the expected light is held; line: how far.

    verdict: how surely, by how well the light is known.
    """

    steady: bool
    verdict: Verdict
    words: Message
    line: Message
    values: list[AnswerValue]

    @model_validator(mode="before")
    @classmethod
    def _of_old(cls, data: Any) -> Any:
        """Answers once said only whether the light is held."""
        if isinstance(data, Mapping) and "verdict" not in data and "steady" in data:
            return {**data, "verdict": "steady" if data["steady"] else "not"}
        return data


class Price(Part):
    """Something the set pays, told in numbers."""

    key: str = Field(default="", description="Its row in the book of prices, or what the bag is short of.")
    label: str
    cost: float
    told: Told


Caution = Literal[
    "no-housing",
    "diving",
    "wildlife",
    "in-motion",
    "flying",
    "mains-and-liquids",
    "backwards",
    "flashing",
    "frozen-cells",
]
ALERTING: Final[tuple[Caution, ...]] = ("no-housing",)
"""Cautions that come first wherever a set is told."""
Practice = Literal[
    "slow-steps", "lamp-below", "too-bright-below", "hold-still", "own-shadow", "cut-out", "lock-on-sky", "noon",
    "two-angles", "trial",
    "dew", "dew-unknown", "wind-limit",
]  # fmt: skip
Assumption = Literal[
    "shake", "light", "weights", "water-type", "light-as-named", "lamp-beside-lens", "own-weights", "meter-habit"
]


class CautionTold(Part):
    """What can hurt somebody. kind: unnamed in plans of before kinds were kept."""

    kind: Caution | Literal["unnamed"]
    told: Message


class PracticeTold(Part):
    """What to mind on the spot."""

    kind: Practice | Literal["unnamed"]
    told: Message


class AssumptionTold(Part):
    """What the numbers rest on without having been measured."""

    kind: Assumption | Literal["unnamed"]
    told: Message


def _priced(data: dict[str, Any]) -> dict[str, Any]:
    """A price of the first version, told in words."""
    return {**{name: value for name, value in data.items() if name != "words"}, "told": data["words"]}


def _second_version(data: dict[str, Any]) -> dict[str, Any]:
    """A plan of the first version, in which words and kinds stood in lists side by side."""
    made = {**data, "version": 2}
    for words, kinds in (
        ("cautions", "caution_keys"),
        ("practice", "practice_keys"),
        ("assumptions", "assumption_keys"),
    ):
        pairs = zip_longest(data.get(words, []), made.pop(kinds, []), fillvalue="unnamed")
        made[words] = [{"kind": kind, "told": verbatim(text).plain()} for text, kind in pairs]
    reach = data["reach"]
    kept = ("ev100", "lux", "end")
    marks = {name: {key: reach[name][key] for key in kept if key in reach[name]} for name in ("low", "high")}
    made["reach"] = {**reach, **marks}
    made["prices"] = [_priced(one) for one in data.get("prices", [])]
    if (answer := data.get("answer")) is not None:
        made["answer"] = {**answer, **{name: verbatim(answer[name]).plain() for name in ("words", "line")}}
    return made


class Brought(Part):
    """A thing of the bag that a set uses, by its key and kind, and how many of it."""

    key: str
    kind: str
    label: Told
    count: int = 1


Drain = Literal["front-screen", "position-logging", "pre-record"]


class Warming(Part):
    """How long a body runs in one go before it stops for heat, rests to half-way, and runs again [minutes]."""

    first_minutes: float
    rest_minutes: float
    again_minutes: float


class Running(Part):
    """What a set takes of cells, cards and cooling.

    draw_w: of mode and stabilisation; drains: what draws besides. minutes: how long it runs in all. mbit_s: what is
    written; needed_mb_s: what a card has to sustain for it; gb: in all. bank_wh: what power banks feed it with.
    flight_minutes: of a drone in this wind, on a whole cell of its own. warming: None where heat never stops it.
    """

    draw_w: float
    minutes: float
    mbit_s: float
    needed_mb_s: float
    gb: float
    bank_wh: float
    flight_minutes: float | None
    warming: Warming | None
    drains: list[Drain]


class Sketch(Part):
    """What of a set the day needs: its line, its marks and what can be changed of it, without the reasons.

    values, texts: what a camera has in it and on it, setting by setting, see `Description.sketched`.
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
    running: Running | None = None
    exposing: ExposureSet | None = None


class Plan(Part):
    """A complete and feasible set for one scene on one device, with the versions that made it."""

    document: Literal["steady-tide/plan"] = "steady-tide/plan"
    version: Literal[2] = 2
    upgrades: ClassVar[Mapping[int, Upgrade]] = {1: _second_version}
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
    bring: list[Told]
    cautions: list[CautionTold]
    assumptions: list[AssumptionTold]
    measures: Measures | None = Field(default=None, description="The figures as plain numbers.")
    brought: list[Brought] = Field(default=[], description="What `bring` says in words.")
    answer: Answer | None = None
    practice: list[PracticeTold] = Field(default=[], description="What to mind on the spot.")
    running: Running | None = Field(default=None, description="What it takes of cells, cards and cooling.")
    exposing: ExposureSet | None = Field(default=None, description="What of it decides exposure.")

    @property
    def alerts(self) -> list[Message]:
        """What nobody may set out without: told before anything else, on every paper."""
        return [one.told for one in self.cautions if one.kind in ALERTING]

    def cautions_of(self, kind: Caution) -> list[Message]:
        """What is told of one kind of caution; nothing where it does not count here."""
        return [one.told for one in self.cautions if one.kind == kind]

    @property
    def sketch(self) -> Sketch:
        """This set without its reasons."""
        told = [decision for decision in self.decisions if SETTINGS[decision.setting].sketched]
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
