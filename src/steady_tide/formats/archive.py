"""Everything of one account in one archive of open formats: to take away, and to bring in somewhere else."""

import io
import json
import zipfile
from collections.abc import Sequence
from datetime import date
from typing import Annotated, Any, Final, Literal

from pydantic import Field, StringConstraints

from steady_tide.core.document import Part
from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.field.logbook import LoggedTake
from steady_tide.core.footage.lessons import Lesson
from steady_tide.core.footage.selects import Selects
from steady_tide.core.kit.bag import Kit, checked_kit
from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.light.reading import Measured
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.stance import Stance
from steady_tide.core.reading.reading import Reading
from steady_tide.core.ready.shots import WantedShot
from steady_tide.core.ready.stock import PieceState
from steady_tide.core.ready.upkeep import Upkeep

LARGEST_BYTES: Final = 30_000_000
"""Of a file in an archive, unpacked."""
README: Final = """This is what one account of Steady Tide owned.

kit.json      the cameras and the bag: a kit document, as published in the format's schema
account.json  shoots with their scenes (a brief document each), readings, shots and lists; places, schools, numbers;
              takes: the logbook, also of shoots that are gone; how you shake, as your clips taught
footage.json  what each clip said, to what it belongs and what you picked of it; the clips themselves are not in here

All are plain JSON. "Bring in" on the account page of any Steady Tide takes the whole archive, but for footage.json,
which comes again when the clips are read there.
"""
Key = Annotated[str, StringConstraints(max_length=60)]
Text = Annotated[str, StringConstraints(max_length=120)]
Line = Annotated[str, StringConstraints(max_length=160)]
Minute = Annotated[int, Field(ge=0, le=4000)]


class KeptSetup(Part):
    """A camera on a scene, by its key in the kit."""

    device: Key
    school: Key = ""
    slot: int = Field(default=1, ge=1, le=50)
    pins: Annotated[dict[str, Value], Field(max_length=60)] = {}


class KeptScene(Part):
    """A scene with its cameras and its time on the day [minutes after local midnight]."""

    name: Text
    brief: Brief
    starts: Minute | None = None
    ends: Minute | None = None
    spot: Key = ""
    fixed: bool = False
    setups: Annotated[list[KeptSetup], Field(max_length=20)] = []


class KeptReading(Part):
    """Light measured at a minute of the day; scene: which of the shoot's, from 0; None for the open sky."""

    scene: int | None = Field(default=None, ge=0, le=1000)
    minute: Minute
    measured: Measured


class KeptCheck(Part):
    """Something ticked on a shoot's list, by its key; text: of a line of its owner's own."""

    key: Annotated[str, StringConstraints(min_length=1, max_length=140)]
    text: Annotated[str, StringConstraints(max_length=200)] | None = None
    done: bool = False


class KeptShot(Part):
    """A shot; scene: which of the shoot's, from 0; None for none."""

    scene: int | None = Field(default=None, ge=0, le=1000)
    shot: WantedShot


class KeptPiece(Part):
    """A single cell or card, and how it stands."""

    item: Key
    number: int = Field(ge=1, le=200)
    state: PieceState


class KeptShoot(Part):
    """A shoot with its scenes, readings, shots and what was ticked of its lists."""

    name: Text
    place: Text = ""
    school: Key = ""
    day: date | None = None
    latitude_deg: float | None = Field(default=None, ge=-90, le=90)
    longitude_deg: float | None = Field(default=None, ge=-180, le=180)
    cloud_okta: float = Field(default=2, ge=0, le=8)
    travel_minutes: int = Field(default=15, ge=0, le=600)
    scenes: Annotated[list[KeptScene], Field(max_length=500)] = []
    readings: Annotated[list[KeptReading], Field(max_length=500)] = []
    checks: Annotated[list[KeptCheck], Field(max_length=2000)] = []
    shots: Annotated[list[KeptShot], Field(max_length=500)] = []


class KeptPlace(Part):
    """A place of the account's list."""

    name: Text
    latitude_deg: float = Field(ge=-90, le=90)
    longitude_deg: float = Field(ge=-180, le=180)


class KeptSchool(Part):
    """An own school."""

    key: Key
    line: Line = ""
    stance: Stance


class KeptSlot(Part):
    """What is dialled into a slot of a camera: setting to value."""

    device: Key
    slot: int = Field(ge=1, le=50)
    values: Annotated[dict[Setting, Text], Field(max_length=60)]


class KeptClip(Part):
    """What a clip said. scene, device: to what it belongs, by name and key; digest: SHA-256 of its contents.

    words: what it is against its set; its curves over time are left out.
    """

    name: Annotated[str, StringConstraints(max_length=200)]
    bytes: int
    digest: str | None = None
    shoot: Text = ""
    scene: Text = ""
    device: Key = ""
    words: Annotated[str, StringConstraints(max_length=300)] = ""
    reading: Reading | None = None
    selects: Selects = Selects()


LARGEST_ARCHIVE: Final = 20_000_000
"""Bytes of an archive at most."""


class Archive(Part):
    """An account's own, but for its kit, which is a document of its own."""

    document: Literal["steady-tide/account"] = "steady-tide/account"
    version: Literal[1] = 1
    usual_school: Key = ""
    weights: Annotated[dict[str, float], Field(max_length=1000)] = {}
    schools: Annotated[list[KeptSchool], Field(max_length=100)] = []
    places: Annotated[list[KeptPlace], Field(max_length=1000)] = []
    shoots: Annotated[list[KeptShoot], Field(max_length=1000)] = []
    dialled: Annotated[list[KeptSlot], Field(max_length=2000)] = []
    pieces: Annotated[list[KeptPiece], Field(max_length=5000)] = []
    upkeep: Upkeep | None = None
    takes: Annotated[list[LoggedTake], Field(max_length=100_000)] = []
    shakes: Annotated[list[Lesson], Field(max_length=100)] = []


def packed(archive: Archive, kit: Kit | None, clips: Sequence[KeptClip] = ()) -> bytes:
    """All as one zip."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as folder:
        folder.writestr("README.txt", README)
        folder.writestr("account.json", json.dumps(archive.plain(), indent=1, ensure_ascii=False))
        if kit is not None:
            folder.writestr("kit.json", json.dumps(kit.plain(), indent=1, ensure_ascii=False))
        if clips:
            told = [one.plain() for one in clips]
            folder.writestr("footage.json", json.dumps({"clips": told}, indent=1, ensure_ascii=False))
    return out.getvalue()


def unpacked(data: bytes) -> tuple[Archive, Kit | None]:
    """What `packed` made. Raises BadInput in words for anything else, bombs included."""
    try:
        with zipfile.ZipFile(io.BytesIO(data)) as folder:
            account, kit = _json(folder, "account.json"), _json(folder, "kit.json")
    except (zipfile.BadZipFile, NotImplementedError, RuntimeError, OSError, EOFError) as error:
        raise BadInput([Problem(("file",), "this is no archive of an account")]) from error
    if account is None:
        raise BadInput([Problem(("file",), "there is no account.json in it")])
    return Archive.read(account), None if kit is None else checked_kit(Kit.read(kit))


def _json(folder: zipfile.ZipFile, name: str) -> Any:
    if name not in folder.namelist():
        return None
    with folder.open(name) as file:
        text = file.read(LARGEST_BYTES + 1)
    if len(text) > LARGEST_BYTES:
        raise BadInput([Problem(("file",), f"{name} in it is too large")])
    try:
        return json.loads(text)
    except (ValueError, RecursionError) as error:
        raise BadInput([Problem(("file",), f"{name} in it is no JSON document")]) from error
