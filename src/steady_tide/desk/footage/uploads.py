"""Files on their way in, piece by piece: what arrived is kept, whatever becomes of the connection."""

import base64
import binascii
import re
from collections.abc import Mapping
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from pathlib import PurePath
from typing import Final
from uuid import UUID

from steady_tide.core.errors import BadInput, Problem
from steady_tide.desk.views import View
from steady_tide.storage import Files
from steady_tide.store.errors import NoRoom, Stale
from steady_tide.store.owned import Rows
from steady_tide.store.repositories.footage import bytes_kept, still_to_come, uploads_of
from steady_tide.store.tables import ClipRow, ShootRow, UploadRow

LARGEST_BYTES: Final = 200_000_000_000
MOST_BYTES: Final = 2_000_000_000_000
"""What the footage of an account may take."""
MOST_AT_ONCE: Final = 400
"""Files an account has on their way in."""
SPARE_BYTES: Final = 2_000_000_000
"""Room that is left to everything else."""
MOST_PARTS: Final = 100_000
KEPT: Final = timedelta(days=7)
"""So long an upload waits to be gone on with."""
QUICK: Final = re.compile(r"[0-9a-f]{64}")


class UploadView(View):
    """A file on its way in."""

    id: UUID
    name: str
    bytes: int
    received: int
    shoot_id: UUID | None
    touched_at: datetime


@dataclass(frozen=True)
class Uploads:
    """One account's files on their way in, within one transaction."""

    rows: Rows
    files: Files

    def all(self) -> list[UploadView]:
        """What is on its way, the latest first."""
        return [view(row) for row in uploads_of(self.rows)]

    def begin(self, length: int, told: Mapping[str, str]) -> UploadView:
        """A new one of so many bytes. told: what the sender says of it: name, quick, shoot.

        Raises BadInput for what cannot be meant, NoRoom, NotFound for a shoot that is not there.
        """
        if not 0 <= length <= LARGEST_BYTES:
            raise BadInput([Problem(("file",), f"a file has at most {LARGEST_BYTES // 10**9} GB")])
        if len(uploads_of(self.rows)) >= MOST_AT_ONCE:
            raise BadInput(
                [Problem(("file",), f"{MOST_AT_ONCE} files are on their way already; let some arrive first")]
            )
        if bytes_kept(self.rows) + length > MOST_BYTES:
            raise NoRoom(f"the footage kept here may take {MOST_BYTES // 10**12} TB; delete some first")
        room = self.files.room_bytes
        if room is not None and room < 2 * (length + still_to_come(self.rows.session)) + SPARE_BYTES:
            raise NoRoom("there is no room for this file where footage is kept")
        shoot = _uuid(told.get("shoot"))
        if shoot is not None:
            self.rows.get(ShootRow, shoot)
        quick = told.get("quick", "")
        row = UploadRow(
            name=plain_name(told.get("name", "")), bytes=length, shoot_id=shoot, parts=[],
            quick=quick if QUICK.fullmatch(quick) else "",
        )  # fmt: skip
        return view(self.rows.add(row))

    def one(self, upload_id: UUID) -> UploadView:
        """How far one is."""
        return view(self.rows.get(UploadRow, upload_id))

    def goes_on(self, upload_id: UUID, *, at: int, part: str, size: int) -> UploadRow:
        """Keep a piece that arrived. at: where it belongs. Raises Stale where that is not where it goes on."""
        row = self.rows.get(UploadRow, upload_id, lock=True)
        check_offset(row, at, size)
        if size:
            row.parts, row.received = [*row.parts, part], row.received + size
        row.touched_at = datetime.now(UTC)
        self.rows.flush()
        return row

    def arrived(self, row: UploadRow) -> ClipRow:
        """A file that is there whole becomes a clip; its pieces wait for the job that puts them together."""
        clip = self.rows.add(
            ClipRow(
                name=row.name, bytes=row.bytes, quick=row.quick, shoot_id=row.shoot_id, parts=row.parts, pictures={}
            )
        )
        self.rows.delete(row)
        return clip

    def drop(self, upload_id: UUID) -> None:
        """Call one off; what arrived of it is thrown away in time."""
        self.rows.delete(self.rows.get(UploadRow, upload_id, lock=True))


def check_offset(row: UploadRow, at: int, size: int) -> None:
    """Raises Stale where a piece does not belong, BadInput where there are too many or too much."""
    if at != row.received:
        raise Stale(f"{row.received} bytes of this file are here; go on from there")
    if at + size > row.bytes:
        raise BadInput([Problem(("file",), "this is more than the file was said to have")])
    if len(row.parts) >= MOST_PARTS:
        raise BadInput([Problem(("file",), "this file comes in too many small pieces; begin anew")])


def view(row: UploadRow) -> UploadView:
    """A row as its owner sees it."""
    return UploadView(
        id=row.id, name=row.name, bytes=row.bytes, received=row.received, shoot_id=row.shoot_id,
        touched_at=row.touched_at,
    )  # fmt: skip


def plain_name(name: str) -> str:
    """A file's own name, without folders and what cannot be shown."""
    last = PurePath(name.replace("\\", "/")).name
    plain = "".join(letter for letter in last if letter.isprintable()).strip()
    return plain[:200] or "unnamed"


def metadata(header: str) -> dict[str, str]:
    """What a sender says of a file: names with values in base64, with commas between. Raises BadInput."""
    found: dict[str, str] = {}
    for pair in header.split(",")[:20]:
        name, _, value = pair.strip().partition(" ")
        if not name:
            continue
        try:
            found[name] = base64.b64decode(value, validate=True).decode()
        except (binascii.Error, UnicodeDecodeError, ValueError) as error:
            raise BadInput([Problem(("file",), "what is said of this file cannot be read")]) from error
    return found


def _uuid(text: str | None) -> UUID | None:
    try:
        return UUID(text) if text else None
    except ValueError as error:
        raise BadInput([Problem(("shoot",), "this is no shoot")]) from error
