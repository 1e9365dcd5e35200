"""Shapes of a shoot as it is taken along on a phone: all that is asked there, and nothing that is not."""

from datetime import datetime
from typing import Literal
from uuid import UUID

from steady_tide.core.exposure.reach import EndKind
from steady_tide.core.field.fallbacks import Fallback
from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.message import Told
from steady_tide.core.plan.problem.brief import Scenario
from steady_tide.core.ready.shots import WantedShot
from steady_tide.desk.records.noted import NotedPart
from steady_tide.desk.views import View

May = Literal["all", "count", "look"]
"""What can be done with a pack: everything, count takes, or look only."""
ComingKind = Literal["scene", "over", "begin", "swap", "leaves", "cell", "card", "short", "sky"]


class PackLine(View):
    """A line of a card. now, now_value: what is known to be on the camera; changed: whether it has to be dialled in.

    by_hand: it is fitted, not dialled in.
    """

    setting: Setting
    label: str
    menu_label: str
    value: Value
    text: str
    now: str | None
    now_value: str | None
    changed: bool
    by_hand: bool
    read_back: bool


class PackFallback(Fallback):
    """A set for other light. picture: the word of its picture, where one can be made."""

    picture: str | None


class Replanned(View):
    """A reading from the field, planned anew at home. told: what was carried along and used.

    differs: what a plan for just that light says otherwise, in words; nothing where it says the same.
    """

    entry: UUID
    at: datetime
    ev100: float
    told: str
    differs: list[str]


class PackCamera(View):
    """A camera in a scene with its card. refused: why it has no set, in words; else empty.

    ev100: the light it is planned for; low, high: its marks [EV at ISO 100]. picture: the word of its picture.
    """

    setup_id: UUID
    device_key: str
    device_name: str
    slot: int
    slots: int
    f_number: float
    refused: str
    headline: str
    answer: Told
    ev100: float
    low_ev100: float | None
    high_ev100: float | None
    low_end: EndKind | None
    high_end: EndKind | None
    lines: list[PackLine]
    bring: list[Told]
    practice: list[Told]
    cautions: list[Told]
    fallbacks: list[PackFallback]
    waiting: bool
    picture: str | None
    replanned: list[Replanned]


class PackScene(View):
    """A scene. starts_at, ends_at: when it is filmed, where that is planned. curve: its light [EV at ISO 100].

    It goes from `curve_from` on, every `curve_step_minutes`, an hour beyond the scene on both sides; empty without
    place and day.
    """

    id: UUID
    name: str
    scenario: Scenario
    spot: str
    starts_at: datetime | None
    ends_at: datetime | None
    light: str
    ev100: float
    uncertainty_stops: float
    curve_from: datetime | None
    curve_step_minutes: int
    curve: list[float]
    cameras: list[PackCamera]


class Coming(View):
    """Something that comes on the day: what it is, when, and in words."""

    at: datetime
    kind: ComingKind
    words: Told
    scene_id: UUID | None = None
    setup_id: UUID | None = None


class PackShot(View):
    """A shot of the list."""

    id: UUID
    shot: WantedShot


class PackCheck(View):
    """Something to pack, do, mind or remember; `key`: under which it is ticked. scenes: for which it is, by name."""

    key: str
    group: str
    words: Told
    scenes: list[str]
    done: bool


class Pack(NotedPart):
    """A shoot to take along, with what was noted already. waiting: sets for other light that are not worked out yet."""

    shoot_id: UUID
    name: str
    place: str
    day: str | None
    zone: str | None
    may: May
    made_at: datetime
    waiting: int
    scenes: list[PackScene]
    coming: list[Coming]
    checks: list[PackCheck]
    cautions: list[PackCheck]
    shots: list[PackShot]
