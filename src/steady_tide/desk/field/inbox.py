"""What phones send from the field: each entry is kept once, and does what it says, by the order of what happened.

Entries are a set, and all that they change is decided by (moment on the spot, value): whatever arrives first, late or
twice, the same stands at the end.
"""

import json
from collections.abc import Callable, Mapping, Sequence
from datetime import UTC, datetime, timedelta
from typing import Any, Final
from uuid import UUID
from zoneinfo import ZoneInfo

from pydantic import ValidationError

from steady_tide.core.document import problems_of
from steady_tide.core.errors import BadInput
from steady_tide.core.field.clocks import corrected, off_by
from steady_tide.core.field.entries import (
    HELPERS,
    CheckNoted,
    Entry,
    LightNoted,
    ReadBackNoted,
    ShotNoted,
    VerdictNoted,
    entry_of,
)
from steady_tide.core.field.registers import said_by
from steady_tide.core.kit.settings import SETTINGS
from steady_tide.core.light.reading import checked
from steady_tide.core.ready.checks import OWN_LINE
from steady_tide.core.ready.shots import WantedShot
from steady_tide.desk.field.logbook import Logbooks
from steady_tide.desk.planning.skies import Skies
from steady_tide.desk.views import View
from steady_tide.desk.workplace import Workplace
from steady_tide.store.repositories import field as kept
from steady_tide.store.repositories.registers import Said, keep_latest
from steady_tide.store.tables import (
    CheckRow,
    DialledRow,
    ReadBackRow,
    ReadingRow,
    SceneRow,
    SetupRow,
    ShootRow,
    ShotRow,
)

MOST: Final = 20_000
"""Entries of one shoot."""
MOST_OF_LINK: Final = 1_000
"""Of those, what comes by one link."""
LAST_MINUTE: Final = 3000
OF_TAKES: Final = frozenset({"take", "take-gone", "verdict", "fault", "note", "note-gone"})
"""Kinds of entries that change what the logbook tells of a take."""


class RefusedEntry(View):
    """An entry that was not kept, and why, in words. id: as it was sent."""

    id: str
    message: str


class Received(View):
    """What became of what a phone sent. kept: ids of those that are safe now, and may be forgotten there.

    gave_way: what of it was said otherwise later somewhere else, so that this holds, in words; it is kept, too.
    clock_off_s: by how much its clock is ahead (+) or behind; by so much its entries were moved.
    """

    kept: list[UUID]
    refused: list[RefusedEntry]
    gave_way: list[str]
    clock_off_s: int


class Inbox:
    """One account's entries. link: by which somebody without an account sends them, who may count takes only."""

    def __init__(self, at: Workplace, *, link: UUID | None = None) -> None:
        self.at, self.rows, self.link = at, at.rows, link
        self.helper = link is not None

    def receive(self, shoot_id: UUID, client: str, said_now: datetime, sent: Sequence[Mapping[str, Any]]) -> Received:
        """Keep entries and do what they say; those kept before are told as kept again. A wrong one stops no other.

        said_now: what the phone's clock says. Raises NotFound where the shoot is not there.
        """
        self.rows.get(ShootRow, shoot_id, lock=True)
        now = datetime.now(UTC)
        ahead = off_by(said_now, now)
        good, refused = self._read(sent, ahead, now)
        # What is kept already takes no room: a phone that sends again is told so however full it is.
        there = kept.own_entries(self.rows, [one.id for one in good])
        room, words = self._room(shoot_id)
        unknown = [one for one in good if one.id not in there]
        refused += [RefusedEntry(id=str(one.id), message=words) for one in unknown[room:]]
        beyond = {one.id for one in unknown[room:]}
        good = [one for one in good if one.id not in beyond]
        new = kept.keep_entries(self.rows, [self._row(shoot_id, client, one) for one in good])
        known = kept.own_entries(self.rows, [one.id for one in good])
        told = []
        for one in good:
            if one.id in new:
                told.append(self._do(shoot_id, client, one))
            elif one.id not in known:
                refused.append(RefusedEntry(id=str(one.id), message="something else has this id"))
        self.rows.flush()
        if any(one.id in new and one.kind in OF_TAKES for one in good):
            Logbooks(self.at).write(shoot_id)
        done = [one.id for one in good if one.id in known]
        gave_way = list(dict.fromkeys(words for words in told if words is not None))
        return Received(kept=done, refused=refused, gave_way=gave_way, clock_off_s=round(ahead.total_seconds()))

    def _room(self, shoot_id: UUID) -> tuple[int, str]:
        """How many entries more are kept, and what is said of those that are not."""
        room = max(MOST - kept.count_entries(self.rows, shoot_id), 0)
        if self.link is None:
            return room, f"this shoot has {MOST} entries, more are not kept"
        own = max(MOST_OF_LINK - kept.count_entries(self.rows, shoot_id, link=self.link), 0)
        return min(room, own), f"{MOST_OF_LINK} entries came by this link, more are not kept; its owner can clear them"

    def clear(self, shoot_id: UUID, link_id: UUID) -> int:
        """Throw away what came by a link; how many entries that were. Raises NotFound for a shoot that is not there."""
        self.rows.get(ShootRow, shoot_id, lock=True)
        gone = kept.forget_entries(self.rows, shoot_id, link_id)
        Logbooks(self.at).write(shoot_id)
        return gone

    def _read(
        self, sent: Sequence[Mapping[str, Any]], ahead: timedelta, now: datetime
    ) -> tuple[list[Entry], list[RefusedEntry]]:
        """The entries that can be read, with their moments set right, and those that cannot."""
        good: dict[UUID, Entry] = {}
        refused = []
        for plain in sent:
            try:
                one = entry_of.validate_python(plain)
            except ValidationError as error:
                words = problems_of(error.errors(include_url=False), plain)
                told = "; ".join(f"{'.'.join(map(str, wrong.path))}: {wrong.message}" for wrong in words[:3])
                refused.append(RefusedEntry(id=str(plain.get("id", ""))[:60], message=told))
                continue
            if not _storable(plain):
                refused.append(RefusedEntry(id=str(one.id), message="it holds characters that no text has"))
                continue
            if self.helper and one.kind not in HELPERS:
                refused.append(RefusedEntry(id=str(one.id), message="this link lets you count takes, no more"))
                continue
            good[one.id] = one.model_copy(update={"at": corrected(one.at, ahead, now)})
        return list(good.values()), refused

    def _row(self, shoot_id: UUID, client: str, entry: Entry) -> dict[str, Any]:
        return {
            "id": entry.id,
            "shoot_id": shoot_id,
            "kind": entry.kind,
            "at": entry.at,
            "client": client,
            "helper": self.helper,
            "link_id": self.link,
            "document": entry.plain(),
        }

    def _do(self, shoot_id: UUID, client: str, entry: Entry) -> str | None:
        """Do what an entry says; in words what it gave way to, where something later says otherwise."""
        if isinstance(entry, VerdictNoted):
            return self.judge(shoot_id, client, entry)
        act = ACTS.get(type(entry))
        return None if act is None else act(self, shoot_id, entry)

    def judge(self, shoot_id: UUID, client: str, entry: VerdictNoted) -> str | None:
        """Whether another phone judged a take otherwise, later."""
        later = kept.judged_later(self.rows, shoot_id, entry.take, at=entry.at, client=client)
        if later is None or later == (entry.verdict or "not judged"):
            return None
        return f"A take you judged “{entry.verdict or 'not judged'}” was judged “{later}” later; that holds."

    def check(self, shoot_id: UUID, entry: CheckNoted) -> str | None:
        """Tick something of the shoot's lists; a line of one's own that was struck stays away."""
        own = entry.key.startswith(OWN_LINE)
        key = {"shoot_id": shoot_id, "key": entry.key}
        said = Said("done", entry.done, "said_at", entry.at)
        stands = keep_latest(self.rows, CheckRow, key, said, anew=not own)
        return None if stands else "A tick of your lists was said otherwise later elsewhere; that holds."

    def shot(self, shoot_id: UUID, entry: ShotNoted) -> str | None:
        """Tick a shot of the list."""
        row = self.rows.made(ShotRow, entry.shot)
        if row is None or row.shoot_id != shoot_id:
            return None
        shot = WantedShot.opened(row.document)
        if (entry.at, entry.done) > (row.done_at, shot.done):
            row.document, row.done_at = shot.model_copy(update={"done": entry.done}).plain(), entry.at
        elif entry.done != shot.done:
            told = "done" if shot.done else "not done"
            return f"{shot.subject}, {shot.size}: later said to be {told} elsewhere; that holds."
        return None

    def read_back(self, shoot_id: UUID, entry: ReadBackNoted) -> str | None:
        """Note a value as read back, and that it is in the camera."""
        setup = self._setup(shoot_id, entry.setup)
        if setup is None:
            return None
        _, value = said_by(entry) or ((), "")
        key = {"setup_id": setup.id, "setting": entry.setting}
        stands = keep_latest(self.rows, ReadBackRow, key, Said("value", value, "said_at", entry.at))
        if value and not SETTINGS[entry.setting].by_hand:
            slot = {"device_id": setup.device_id, "slot": setup.slot, "setting": entry.setting}
            keep_latest(self.rows, DialledRow, slot, Said("value", value, "confirmed_at", entry.at))
        label = SETTINGS[entry.setting].label
        return None if stands else f"{label} was read back otherwise later elsewhere; that holds."

    def light(self, shoot_id: UUID, entry: LightNoted) -> None:
        """Keep a measurement as a reading of its day, where it was made on that day: the model bends through it."""
        scene = self.rows.made(SceneRow, entry.scene)
        shoot = self.rows.get(ShootRow, shoot_id)
        over = Skies(self.at).over(shoot)
        if entry.measured is None or scene is None or scene.shoot_id != shoot_id or over is None or shoot.day is None:
            return
        try:
            checked(entry.measured)
        except BadInput:
            return
        midnight = datetime.combine(shoot.day, datetime.min.time(), ZoneInfo(over.sky.zone))
        minute = round((entry.at - midnight).total_seconds() / 60.0)
        if 0 <= minute <= LAST_MINUTE and self.rows.made(ReadingRow, entry.id) is None:
            plain = entry.measured.plain()
            row = ReadingRow(shoot_id=shoot_id, scene_id=scene.id, minute=minute, measured=plain)
            self.rows.add(row, named=entry.id)

    def _setup(self, shoot_id: UUID, setup_id: UUID) -> SetupRow | None:
        """A camera of the shoot, locked; None where it is not there any more."""
        setup = self.rows.made(SetupRow, setup_id)
        scene = self.rows.made(SceneRow, setup.scene_id) if setup is not None else None
        return setup if scene is not None and scene.shoot_id == shoot_id else None


ACTS: Final[dict[type[Any], Callable[[Inbox, UUID, Any], str | None]]] = {
    CheckNoted: Inbox.check,
    ShotNoted: Inbox.shot,
    ReadBackNoted: Inbox.read_back,
    LightNoted: Inbox.light,
}
"""What entries change beyond being kept."""


def _storable(plain: Mapping[str, Any]) -> bool:
    """Whether all texts of an entry are texts: no zero character, no half of one."""
    told = json.dumps(plain, ensure_ascii=False)
    return "\\u0000" not in told and not any("\ud800" <= letter <= "\udfff" for letter in told)
