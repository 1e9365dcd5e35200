"""Shapes of what the desk hands out: documents of the core with the ids and states around them."""

from datetime import date, datetime
from typing import Annotated, Literal
from uuid import UUID

from pydantic import BaseModel, ConfigDict, Field

from steady_tide.core.advice.matching import Match
from steady_tide.core.advice.presets import Economy
from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.message import Told
from steady_tide.core.plan.account.plan import Conflict, Decision, Plan
from steady_tide.core.plan.account.verdict import Verdict
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.stance import Stance
from steady_tide.core.ready.budget import Shortage


class View(BaseModel):
    """Base of all shapes handed out."""

    model_config = ConfigDict(frozen=True)


class ProblemView(View):
    """One field that is wrong and what would be accepted."""

    path: list[str | int]
    message: str


class Refusal(View):
    """The scene cannot be planned on this camera as it stands, e.g. beyond a depth rating."""

    outcome: Literal["refused"] = "refused"
    device_key: str
    device_name: str
    problems: list[ProblemView]


Outcome = Annotated[Plan | Conflict | Refusal, Field(discriminator="outcome")]


class AppliedSchool(View):
    """The school that holds for a setup, and where that was said."""

    key: str
    name: str
    stance: Stance
    said_by: Literal["scene", "shoot", "account"]


class SetupView(View):
    """A camera on a scene, with what the planner says."""

    id: UUID
    device_id: UUID
    device_name: str
    school: str
    held: AppliedSchool
    pins: dict[Setting, Value]
    outcome: Outcome


class SceneView(View):
    """A scene on the bench."""

    id: UUID
    shoot_id: UUID
    shoot_name: str
    name: str
    brief: Brief
    revision: int
    undo: str | None
    redo: str | None
    setups: list[SetupView]


class DialledValue(View):
    """A value last confirmed on a camera, under the camera's own label."""

    setting: Setting
    label: str
    value: str
    confirmed_at: datetime


class SlotView(View):
    """What is known of one preset slot; nothing until a card was confirmed there."""

    slot: int
    values: list[DialledValue]


class LightSummary(View):
    """Light and marks of one camera on one scene [EV at ISO 100], for the small diagram."""

    dark_ev100: float
    ev100: float
    bright_ev100: float
    uncertainty_stops: float
    low_ev100: float
    high_ev100: float
    verdict: Verdict = "steady"


class SetupSummary(View):
    """A camera on a scene in one line. outcome: waiting where it is not planned yet; asked again, it will be."""

    id: UUID
    device_name: str
    outcome: Literal["plan", "conflict", "refused", "waiting"]
    headline: str
    to_decide: list[Told]
    short: list[Told] = []
    pays: list[Told] = []
    leftovers: list[str]
    light: LightSummary | None


class SceneSummary(View):
    """A scene in a list."""

    id: UUID
    name: str
    scenario: str
    setups: list[SetupSummary]


class ShootView(View):
    """A shoot with its scenes. short: what its day lacks of cells, cards and cooling, as far as it is planned."""

    id: UUID
    name: str
    place: str
    school: str
    day: date | None
    latitude_deg: float | None
    longitude_deg: float | None
    cloud_okta: float
    travel_minutes: int
    put_away: bool
    scenes: list[SceneSummary]
    short: list[Shortage]


class MatchedScene(View):
    """A scene whose cameras were matched: what they share, what they cannot, and what single limits left out."""

    scene: SceneView
    match: Match
    dropped: list[str]


class PresetsView(View):
    """A camera's scenes on a shoot and the presets they could share. slot_of: slot by setup, as it stands."""

    device_id: UUID
    device_name: str
    scenes: int
    slot_of: dict[str, int]
    economy: Economy


class CardLine(View):
    """One line of a card. now: what was last confirmed on the camera, and now_value: that as a value.

    changed: whether it is otherwise than that, or than its default.
    """

    decision: Decision
    now: str | None
    now_value: str | None
    changed: bool
    read_back: bool


class Trial(View):
    """A set that is to be tested for real: what it is called, and what of it differs, setting by setting, in words."""

    label: str
    values: dict[str, str]


class CardView(View):
    """A card: what to dial into one camera for one scene, in the order of its menu.

    dial_after: the scene whose set the slot holds before; empty where it is free for this one from the start.
    """

    setup_id: UUID
    scene_id: UUID
    shoot_id: UUID
    scene_name: str
    shoot_name: str
    device_name: str
    school_name: str
    slot: int
    dial_after: str
    slots: int
    revision: int
    outcome: Outcome
    lines: list[CardLine]
    trials: list[Trial]
    made_from: str


class DeviceView(View):
    """A device of the kit, as a choice."""

    id: UUID
    key: str
    name: str
    kind: str
    modes: int
