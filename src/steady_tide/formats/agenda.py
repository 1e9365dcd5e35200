"""A day as it is taken along: what calendar, table and day sheet are all made of."""

from collections.abc import Sequence
from dataclasses import dataclass, field
from datetime import date, datetime

Span = tuple[datetime, datetime]


@dataclass(frozen=True)
class AgendaCamera:
    """A camera on a scene: its set in a line, its marks [EV at ISO 100], when it is steady, what it brings."""

    device: str
    headline: str
    low_ev100: float
    high_ev100: float
    steady: Sequence[Span]
    bring: Sequence[str]


@dataclass(frozen=True)
class AgendaScene:
    """A timed scene. verdict: whether it holds, in words; told: light, sun and water in words, a line each."""

    key: str
    name: str
    spot: str
    span: Span
    verdict: str
    steady: bool
    told: Sequence[str]
    cameras: Sequence[AgendaCamera]
    cautions: Sequence[str]
    levels: Sequence[float] = field(default=())
    """Its own light at every row of the agenda [EV at ISO 100]."""


@dataclass(frozen=True)
class AgendaSwap:
    """A change that takes a hand."""

    key: str
    at: datetime
    earliest: datetime
    what: str
    where: str
    skipped: str
    while_filming: bool


@dataclass(frozen=True)
class AgendaRow:
    """The sky at a moment: EV at ISO 100 with its half width, sun height and bearing, moon height [degrees]."""

    at: datetime
    sky_ev100: float
    uncertainty_stops: float
    sun_deg: float
    sun_azimuth_deg: float
    moon_deg: float


@dataclass(frozen=True)
class AgendaPiece:
    """A cell or card that goes into a camera, or that is lacking. kind: cell, card or short; scene: its key."""

    key: str
    at: datetime
    camera: str
    kind: str
    what: str
    where: str
    while_filming: bool
    scene: str


@dataclass(frozen=True)
class AgendaList:
    """A list to tick off: its name, and its lines with whether they are done."""

    name: str
    lines: Sequence[tuple[bool, str]]


@dataclass(frozen=True)
class AgendaShot:
    """A shot of the list: of what, how, in which scene, with its marks in words."""

    subject: str
    line: str
    scene: str
    marks: str
    done: bool


@dataclass(frozen=True)
class Agenda:
    """A shoot's day. Times are aware; charge: what to charge and empty the evening before.

    pieces: cells and cards that go in, and what is short. power: what each camera takes, a line each. lists: what to
    pack and do. shots: the shot list, with what it lacks in coverage.
    """

    key: str
    name: str
    place: str
    zone: str
    day: date
    made_at: datetime
    sky: Sequence[str]
    rows: Sequence[AgendaRow]
    scenes: Sequence[AgendaScene]
    swaps: Sequence[AgendaSwap]
    begin: Sequence[str]
    charge: Sequence[str]
    pieces: Sequence[AgendaPiece] = ()
    power: Sequence[str] = ()
    lists: Sequence[AgendaList] = ()
    shots: Sequence[AgendaShot] = ()
    coverage: str = ""
