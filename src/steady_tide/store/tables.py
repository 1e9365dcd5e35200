"""The tables. Every row belongs to an account; composite keys keep children with their owner."""

from datetime import date, datetime
from typing import Any
from uuid import UUID, uuid4

from sqlalchemy import (
    BigInteger,
    DateTime,
    ForeignKey,
    ForeignKeyConstraint,
    Identity,
    Index,
    LargeBinary,
    MetaData,
    String,
    UniqueConstraint,
    false,
    func,
    text,
)
from sqlalchemy.dialects.postgresql import JSONB
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column

NAMING = {
    "ix": "ix_%(table_name)s_%(column_0_N_name)s",
    "uq": "uq_%(table_name)s_%(column_0_N_name)s",
    "ck": "ck_%(table_name)s_%(constraint_name)s",
    "fk": "fk_%(table_name)s_%(column_0_N_name)s",
    "pk": "pk_%(table_name)s",
}
Json = dict[str, Any]
JsonList = list[dict[str, Any]]


def loose(column: str, of: str) -> ForeignKeyConstraint:
    """A row of the same account that may go without what points at it."""
    return ForeignKeyConstraint(
        [column, "account_id"], [f"{of}.id", f"{of}.account_id"], ondelete=f"SET NULL ({column})"
    )


class Base(DeclarativeBase):
    """Base of all tables."""

    metadata = MetaData(naming_convention=NAMING)
    type_annotation_map = {Json: JSONB, JsonList: JSONB, datetime: DateTime(timezone=True)}


class Account(Base):
    """A creator. Without a password hash nobody can sign in by password (the demo's creator).

    disabled: nobody signs in. delete_after: from when on it goes with all it owns; None where it stays.
    """

    __tablename__ = "accounts"
    id: Mapped[UUID] = mapped_column(primary_key=True, default=uuid4)
    email: Mapped[str] = mapped_column(String(254), unique=True)
    name: Mapped[str] = mapped_column(String(120))
    password_hash: Mapped[str | None] = mapped_column(String(200))
    preferences: Mapped[Json] = mapped_column(default=dict)
    disabled: Mapped[bool] = mapped_column(default=False, server_default=false())
    delete_after: Mapped[datetime | None]
    created_at: Mapped[datetime] = mapped_column(server_default=func.now())


class SessionRow(Base):
    """A signed-in browser; only the hash of its token is kept.

    address, agent: from where it signed in, and with what.
    """

    __tablename__ = "sessions"
    id: Mapped[UUID] = mapped_column(unique=True, default=uuid4, server_default=func.gen_random_uuid())
    address: Mapped[str] = mapped_column(String(64), default="", server_default="")
    agent: Mapped[str] = mapped_column(String(200), default="", server_default="")
    token_hash: Mapped[bytes] = mapped_column(LargeBinary(32), primary_key=True)
    account_id: Mapped[UUID] = mapped_column(ForeignKey("accounts.id", ondelete="CASCADE"), index=True)
    created_at: Mapped[datetime] = mapped_column(server_default=func.now())
    expires_at: Mapped[datetime]


class AttemptRow(Base):
    """Somebody tried to sign in or to make an account, from an address: for slowing guessers. kind: enter or join."""

    __tablename__ = "attempts"
    id: Mapped[int] = mapped_column(BigInteger, Identity(), primary_key=True)
    kind: Mapped[str] = mapped_column(String(8), default="enter", server_default="enter")
    email: Mapped[str] = mapped_column(String(254), index=True)
    address: Mapped[str] = mapped_column(String(64), index=True, default="", server_default="")
    at: Mapped[datetime] = mapped_column(server_default=func.now())


class InvitationRow(Base):
    """One who may make an account; only the hash of what they were sent is kept."""

    __tablename__ = "invitations"
    token_hash: Mapped[bytes] = mapped_column(LargeBinary(32), primary_key=True)
    made_at: Mapped[datetime] = mapped_column(server_default=func.now())


class Owned:
    """Columns of every row that belongs to an account."""

    id: Mapped[UUID] = mapped_column(primary_key=True, default=uuid4)
    account_id: Mapped[UUID] = mapped_column(ForeignKey("accounts.id", ondelete="CASCADE"), index=True)
    created_at: Mapped[datetime] = mapped_column(server_default=func.now())


class SecretRow(Base):
    """Something the service signs with; nobody is told it."""

    __tablename__ = "secrets"

    name: Mapped[str] = mapped_column(String(40), primary_key=True)
    value: Mapped[bytes] = mapped_column(LargeBinary)


class DeviceRow(Owned, Base):
    """A device document of an account."""

    __tablename__ = "devices"
    __table_args__ = (UniqueConstraint("account_id", "key"), UniqueConstraint("id", "account_id"))
    key: Mapped[str] = mapped_column(String(60))
    position: Mapped[int]
    document: Mapped[Json]
    document_version: Mapped[int]


class BagRow(Owned, Base):
    """An item of an account's bag."""

    __tablename__ = "bag_items"
    __table_args__ = (UniqueConstraint("account_id", "key"),)
    key: Mapped[str] = mapped_column(String(60))
    position: Mapped[int]
    document: Mapped[Json]


class KitChangeRow(Owned, Base):
    """One change of an account's kit: every row it touched, as it was before and after. Undone ones lie ahead."""

    __tablename__ = "kit_changes"
    __table_args__ = (UniqueConstraint("account_id", "sequence"),)
    sequence: Mapped[int]
    label: Mapped[str] = mapped_column(String(200))
    gesture: Mapped[str] = mapped_column(String(32), server_default="")
    undone: Mapped[bool] = mapped_column(default=False)
    changes: Mapped[JsonList]


class ShootRow(Owned, Base):
    """A shoot: a film's day or days. school: holds for its scenes unless they say another; empty for the account's.

    travel_minutes: from one spot of it to another. put_away: done with, and out of the way.
    """

    __tablename__ = "shoots"
    __table_args__ = (UniqueConstraint("id", "account_id"),)
    name: Mapped[str] = mapped_column(String(120))
    place: Mapped[str] = mapped_column(String(120))
    school: Mapped[str] = mapped_column(String(60), default="", server_default="")
    day: Mapped[date | None]
    latitude_deg: Mapped[float | None]
    longitude_deg: Mapped[float | None]
    cloud_okta: Mapped[float] = mapped_column(default=2.0, server_default="2")
    travel_minutes: Mapped[int] = mapped_column(default=15, server_default="15")
    put_away: Mapped[bool] = mapped_column(default=False, server_default="false")


class SceneRow(Owned, Base):
    """A scene with its brief; `revision` counts edits, `history_at` is the place in its history.

    starts, ends: when it is filmed [minutes after local midnight]; None where that is not planned.
    spot: where on the shoot it is filmed, in words; fixed: whether its time cannot be moved.
    """

    __tablename__ = "scenes"
    __table_args__ = (
        UniqueConstraint("id", "account_id"),
        ForeignKeyConstraint(["shoot_id", "account_id"], ["shoots.id", "shoots.account_id"], ondelete="CASCADE"),
    )
    shoot_id: Mapped[UUID] = mapped_column(index=True)
    position: Mapped[int]
    name: Mapped[str] = mapped_column(String(120))
    brief: Mapped[Json]
    starts: Mapped[int | None]
    ends: Mapped[int | None]
    spot: Mapped[str] = mapped_column(String(60), default="", server_default="")
    fixed: Mapped[bool] = mapped_column(default=False, server_default="false")
    revision: Mapped[int] = mapped_column(default=1)
    history_at: Mapped[int] = mapped_column(default=0)


class ReadingRow(Owned, Base):
    """Light measured on a shoot at a minute of its day: of the open sky, or on the subject of a scene."""

    __tablename__ = "readings"
    __table_args__ = (
        ForeignKeyConstraint(["shoot_id", "account_id"], ["shoots.id", "shoots.account_id"], ondelete="CASCADE"),
        ForeignKeyConstraint(["scene_id", "account_id"], ["scenes.id", "scenes.account_id"], ondelete="CASCADE"),
    )
    shoot_id: Mapped[UUID] = mapped_column(index=True)
    scene_id: Mapped[UUID | None] = mapped_column(index=True)
    minute: Mapped[int]
    measured: Mapped[Json]


class PlaceRow(Owned, Base):
    """A place of an account's own list."""

    __tablename__ = "places"
    __table_args__ = (UniqueConstraint("account_id", "name"),)
    name: Mapped[str] = mapped_column(String(120))
    latitude_deg: Mapped[float]
    longitude_deg: Mapped[float]


class SetupRow(Owned, Base):
    """A camera on a scene: its school (empty for the shoot's), its pins, its place on a card."""

    __tablename__ = "setups"
    __table_args__ = (
        UniqueConstraint("id", "account_id"),
        UniqueConstraint("scene_id", "device_id"),
        ForeignKeyConstraint(["scene_id", "account_id"], ["scenes.id", "scenes.account_id"], ondelete="CASCADE"),
        ForeignKeyConstraint(["device_id", "account_id"], ["devices.id", "devices.account_id"], ondelete="RESTRICT"),
    )
    scene_id: Mapped[UUID] = mapped_column(index=True)
    device_id: Mapped[UUID] = mapped_column(index=True)
    position: Mapped[int]
    slot: Mapped[int] = mapped_column(default=1)
    school: Mapped[str] = mapped_column(String(60))
    pins: Mapped[Json] = mapped_column(default=dict)
    trials: Mapped[JsonList] = mapped_column(default=list, server_default="[]")


class SceneStateRow(Owned, Base):
    """One state in a scene's history, for undo and redo."""

    __tablename__ = "scene_states"
    __table_args__ = (
        UniqueConstraint("scene_id", "sequence"),
        ForeignKeyConstraint(["scene_id", "account_id"], ["scenes.id", "scenes.account_id"], ondelete="CASCADE"),
    )
    scene_id: Mapped[UUID]
    sequence: Mapped[int]
    label: Mapped[str] = mapped_column(String(120))
    gesture: Mapped[str] = mapped_column(String(32), server_default="")
    state: Mapped[Json]


class PlanRow(Owned, Base):
    """The last plan (or conflict) made for a setup, with what it was made from. summary: what lists tell of it."""

    __tablename__ = "plans"
    __table_args__ = (
        UniqueConstraint("setup_id"),
        ForeignKeyConstraint(["setup_id", "account_id"], ["setups.id", "setups.account_id"], ondelete="CASCADE"),
    )
    setup_id: Mapped[UUID]
    fingerprint: Mapped[str] = mapped_column(String(64))
    outcome: Mapped[Json]
    summary: Mapped[Json | None]
    made_at: Mapped[datetime] = mapped_column(server_default=func.now(), onupdate=func.now())


class DialledRow(Owned, Base):
    """A value last confirmed on a camera, by preset slot: what is dialled into it now."""

    __tablename__ = "dialled"
    __table_args__ = (
        UniqueConstraint("device_id", "slot", "setting"),
        ForeignKeyConstraint(["device_id", "account_id"], ["devices.id", "devices.account_id"], ondelete="CASCADE"),
    )
    device_id: Mapped[UUID]
    slot: Mapped[int]
    setting: Mapped[str] = mapped_column(String(40))
    value: Mapped[str] = mapped_column(String(120))
    confirmed_at: Mapped[datetime] = mapped_column(server_default=func.now())


class ReadBackRow(Owned, Base):
    """A value read back from the camera and ticked; it counts only while the plan still says so.

    value: empty where the tick was taken back. said_at: when that was said, on the spot.
    """

    __tablename__ = "read_backs"
    __table_args__ = (
        UniqueConstraint("setup_id", "setting"),
        ForeignKeyConstraint(["setup_id", "account_id"], ["setups.id", "setups.account_id"], ondelete="CASCADE"),
    )
    setup_id: Mapped[UUID]
    setting: Mapped[str] = mapped_column(String(40))
    value: Mapped[str] = mapped_column(String(120))
    said_at: Mapped[datetime] = mapped_column(server_default=func.now())


class CheckRow(Owned, Base):
    """What was ticked on a shoot's list, by its key; text: of a line of its owner's own, else None.

    said_at: when it was ticked, or not any more, on the spot.
    """

    __tablename__ = "checks"
    __table_args__ = (
        UniqueConstraint("shoot_id", "key"),
        ForeignKeyConstraint(["shoot_id", "account_id"], ["shoots.id", "shoots.account_id"], ondelete="CASCADE"),
    )
    shoot_id: Mapped[UUID] = mapped_column(index=True)
    key: Mapped[str] = mapped_column(String(140))
    text: Mapped[str | None] = mapped_column(String(200))
    done: Mapped[bool] = mapped_column(default=False, server_default=false())
    said_at: Mapped[datetime] = mapped_column(server_default=func.now())


class PieceRow(Owned, Base):
    """A single cell or card of the bag, by number, and how it stands: ready, in-use or spent."""

    __tablename__ = "pieces"
    __table_args__ = (UniqueConstraint("account_id", "item_key", "number"),)
    item_key: Mapped[str] = mapped_column(String(60))
    number: Mapped[int]
    state: Mapped[str] = mapped_column(String(8))
    since: Mapped[datetime] = mapped_column(server_default=func.now(), onupdate=func.now())


class ShotRow(Owned, Base):
    """A shot that is wished for on a shoot, in the order of its list.

    done_at: when it was said last whether it is done; long ago where nobody ever did.
    """

    __tablename__ = "shots"
    __table_args__ = (
        ForeignKeyConstraint(["shoot_id", "account_id"], ["shoots.id", "shoots.account_id"], ondelete="CASCADE"),
    )
    shoot_id: Mapped[UUID] = mapped_column(index=True)
    position: Mapped[int]
    document: Mapped[Json]
    done_at: Mapped[datetime] = mapped_column(server_default=text("'epoch'"))


class EntryRow(Owned, Base):
    """Something noted in the field, once and for all, under the id of whoever noted it.

    at: when, on the spot. client: which phone noted it; helper: whether by a link; link_id: by which. number: grows
    in the order in which the entries of a shoot are kept.
    """

    __tablename__ = "entries"
    __table_args__ = (
        ForeignKeyConstraint(["shoot_id", "account_id"], ["shoots.id", "shoots.account_id"], ondelete="CASCADE"),
        Index("ix_entries_shoot_id_number", "shoot_id", "number"),
    )
    shoot_id: Mapped[UUID]
    number: Mapped[int] = mapped_column(BigInteger, Identity())
    kind: Mapped[str] = mapped_column(String(12))
    at: Mapped[datetime]
    client: Mapped[str] = mapped_column(String(40))
    helper: Mapped[bool] = mapped_column(default=False, server_default=false())
    link_id: Mapped[UUID | None]
    document: Mapped[Json]


class LoggedRow(Owned, Base):
    """A take of the logbook: counted on a shoot that is here, or brought in; several accounts may have the same.

    shoot_id, scene_id: where it was counted; None of one that was brought in. scenario, camera, ev100: by which it is
    found again, as in the document; camera: its key in the kit.
    """

    __tablename__ = "logged"
    __table_args__ = (
        UniqueConstraint("account_id", "take_id"),
        ForeignKeyConstraint(["shoot_id", "account_id"], ["shoots.id", "shoots.account_id"], ondelete="CASCADE"),
        loose("scene_id", "scenes"),
        Index("ix_logged_alike", "account_id", "camera", "scenario", "ev100"),
        Index("ix_logged_by_time", "account_id", "at", "take_id"),
    )
    take_id: Mapped[UUID]
    at: Mapped[datetime]
    document: Mapped[Json]
    shoot_id: Mapped[UUID | None] = mapped_column(index=True)
    scene_id: Mapped[UUID | None]
    scenario: Mapped[str] = mapped_column(String(20), default="", server_default="")
    camera: Mapped[str] = mapped_column(String(60), default="", server_default="")
    ev100: Mapped[float | None]


class JobRow(Owned, Base):
    """Something done apart from requests, and how it stands. The queue's own tables say when it is done, and by whom.

    subject: what it is about; file: what was sent with it, in storage; number: its number in the queue.
    progress: share done [0, 1]; problems: why it was refused, each with path and message.
    """

    __tablename__ = "jobs"
    kind: Mapped[str] = mapped_column(String(40))
    subject: Mapped[Json]
    file: Mapped[str | None] = mapped_column(String(80))
    number: Mapped[int | None] = mapped_column(BigInteger)
    state: Mapped[str] = mapped_column(String(12), default="waiting", server_default="waiting")
    progress: Mapped[float] = mapped_column(default=0.0, server_default="0")
    problems: Mapped[JsonList] = mapped_column(default=list)
    ended_at: Mapped[datetime | None]


class RemovedRow(Owned, Base):
    """A shoot or a scene that was deleted, with all that went with it, for as long as it can be brought back.

    kind: shoot or scene; name: what it was called; content: its rows by table, those first that others stand on.
    """

    __tablename__ = "removed"
    kind: Mapped[str] = mapped_column(String(8))
    name: Mapped[str] = mapped_column(String(120))
    content: Mapped[JsonList]


class ShareRow(Owned, Base):
    """A link by which others see something of an account until it expires; only the hash of its token is kept.

    kind: what it shows, a camera, the bag or a shoot; device_id: which camera; shoot_id: which shoot.
    counts: whether whoever has it may count takes there.
    """

    __tablename__ = "shares"
    __table_args__ = (
        UniqueConstraint("token_hash"),
        ForeignKeyConstraint(["device_id", "account_id"], ["devices.id", "devices.account_id"], ondelete="CASCADE"),
        ForeignKeyConstraint(["shoot_id", "account_id"], ["shoots.id", "shoots.account_id"], ondelete="CASCADE"),
    )
    token_hash: Mapped[bytes] = mapped_column(LargeBinary(32))
    kind: Mapped[str] = mapped_column(String(8))
    device_id: Mapped[UUID | None]
    shoot_id: Mapped[UUID | None] = mapped_column(index=True)
    counts: Mapped[bool] = mapped_column(default=False, server_default=false())
    expires_at: Mapped[datetime]


class UploadRow(Owned, Base):
    """A file on its way in. parts: keys of its pieces in storage, in order; received: their bytes together.

    quick: a hash of its length, beginning and end, by which the same file is known again.
    """

    __tablename__ = "uploads"
    __table_args__ = (loose("shoot_id", "shoots"),)
    shoot_id: Mapped[UUID | None]
    name: Mapped[str] = mapped_column(String(200))
    bytes: Mapped[int] = mapped_column(BigInteger)
    received: Mapped[int] = mapped_column(BigInteger, default=0, server_default="0")
    quick: Mapped[str] = mapped_column(String(64), default="", server_default="")
    parts: Mapped[list[str]] = mapped_column(JSONB, default=list, server_default="[]")
    touched_at: Mapped[datetime] = mapped_column(server_default=func.now())


class ClipRow(Owned, Base):
    """A clip or still, and what it says. file: its key in storage; place: where it is read in place instead.

    state: waiting, first (a first answer is there), read, held, failed, unheld, refused, double. assigned: guess or
    hand, empty where it is not; doubt: of the guess [0, 1]. held: what came of holding it. pictures: keys by kind.
    """

    __tablename__ = "clips"
    __table_args__ = (
        UniqueConstraint("account_id", "digest"),
        UniqueConstraint("id", "account_id"),
        loose("shoot_id", "shoots"),
        loose("scene_id", "scenes"),
        loose("setup_id", "setups"),
    )
    shoot_id: Mapped[UUID | None] = mapped_column(index=True)
    scene_id: Mapped[UUID | None]
    setup_id: Mapped[UUID | None]
    take_id: Mapped[UUID | None]
    job_id: Mapped[UUID | None]
    name: Mapped[str] = mapped_column(String(200))
    bytes: Mapped[int] = mapped_column(BigInteger)
    quick: Mapped[str] = mapped_column(String(64), default="", server_default="", index=True)
    digest: Mapped[str | None] = mapped_column(String(64))
    file: Mapped[str | None] = mapped_column(String(80))
    place: Mapped[str | None] = mapped_column(String(400))
    state: Mapped[str] = mapped_column(String(12), default="waiting", server_default="waiting")
    problem: Mapped[str] = mapped_column(String(300), default="", server_default="")
    reading: Mapped[Json | None]
    made_at: Mapped[datetime | None]
    pictures: Mapped[Json] = mapped_column(default=dict, server_default="{}")
    assigned: Mapped[str] = mapped_column(String(8), default="", server_default="")
    doubt: Mapped[float] = mapped_column(default=1.0, server_default="1")
    held: Mapped[Json | None]
    parts: Mapped[list[str]] = mapped_column(JSONB, default=list, server_default="[]")
    selects: Mapped[Json] = mapped_column(default=dict, server_default="{}")
    gone_at: Mapped[datetime | None]


class LessonRow(Owned, Base):
    """A lesson that was taken from footage. was: what stood there before, to be put back; undone_at: when it was."""

    __tablename__ = "lessons"
    key: Mapped[str] = mapped_column(String(160))
    document: Mapped[Json]
    was: Mapped[Json]
    undone_at: Mapped[datetime | None]


class PairRow(Owned, Base):
    """Two clips side by side. verdict: left, right or even, empty while nobody said."""

    __tablename__ = "pairs"
    __table_args__ = (
        UniqueConstraint("left_id", "right_id"),
        ForeignKeyConstraint(["left_id", "account_id"], ["clips.id", "clips.account_id"], ondelete="CASCADE"),
        ForeignKeyConstraint(["right_id", "account_id"], ["clips.id", "clips.account_id"], ondelete="CASCADE"),
    )
    left_id: Mapped[UUID]
    right_id: Mapped[UUID]
    verdict: Mapped[str] = mapped_column(String(8), default="", server_default="")
    note: Mapped[str] = mapped_column(String(500), default="", server_default="")
