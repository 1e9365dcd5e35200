"""Clips as they are handed out."""

from datetime import datetime
from typing import Literal
from uuid import UUID

from steady_tide.core.footage.comparison import Comparison
from steady_tide.core.footage.selects import Selects
from steady_tide.core.reading.reading import Reading
from steady_tide.desk.views import View

State = Literal["waiting", "first", "read", "held", "failed", "unheld", "refused", "double"]
"""Read: whole, and waits to be compared with its set. Failed, unheld: the service failed at reading or comparing it."""


class ClipView(View):
    """A clip on the contact sheet. words: its verdict against the plan; off: signs that are not as planned."""

    id: UUID
    name: str
    bytes: int
    state: State
    problem: str
    job_id: UUID | None
    shoot_id: UUID | None
    scene_id: UUID | None
    setup_id: UUID | None
    take_id: UUID | None
    assigned: Literal["", "guess", "hand"]
    doubt: float
    made_at: datetime | None
    seconds: float
    size: str
    words: str
    as_planned: bool | None
    has: list[Literal["poster", "sheet", "proxy"]]
    selects: Selects
    gone: bool = False


class ClipDetail(View):
    """A clip with everything it says. shot: the word of the picture its set should have taken."""

    clip: ClipView
    reading: Reading | None
    held: Comparison | None
    against: str
    why_not: str
    shot: str


class ClipsTold(View):
    """The clips of a shoot and those of none, counted.

    clips: of the shoot; held: of those, held against their set; off: of those, not as planned. loose: of none.
    waiting, failed: of all, still being worked on, and to be tried again.
    """

    clips: int
    held: int
    off: int
    loose: int
    waiting: int
    failed: int


class Footage(View):
    """A part of the clips of a shoot, as they were filmed, and of those of none.

    zone: of its clocks, empty where that is not said. told: all of them, counted. after: the last one of this part,
    to ask for the next by; None where there is no more.
    """

    zone: str
    clips: list[ClipView]
    loose: list[ClipView]
    told: ClipsTold
    after: UUID | None
