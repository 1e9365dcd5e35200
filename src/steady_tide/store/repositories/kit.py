"""The kit: cameras, the bag, the steps of its history."""

from collections.abc import Sequence
from typing import Any
from uuid import UUID

from sqlalchemy import delete, func, select

from steady_tide.store.owned import Rows
from steady_tide.store.tables import Account, BagRow, DeviceRow, KitChangeRow


def devices(rows: Rows) -> list[DeviceRow]:
    """Every camera, in the order it came in."""
    return rows.all(rows.query(DeviceRow).order_by(DeviceRow.position, DeviceRow.key))


def devices_with(rows: Rows, ids: Sequence[UUID]) -> list[DeviceRow]:
    """The cameras with some ids that are there."""
    return rows.all(rows.query(DeviceRow).where(DeviceRow.id.in_(ids))) if ids else []


def device_called(rows: Rows, key: str) -> DeviceRow | None:
    """The camera with a key."""
    return rows.session.scalar(rows.query(DeviceRow).where(DeviceRow.key == key))


def bag(rows: Rows) -> list[BagRow]:
    """Everything in the bag, in order."""
    return rows.all(rows.query(BagRow).order_by(BagRow.position, BagRow.key))


def item_called(rows: Rows, key: str) -> BagRow | None:
    """The thing of the bag with a key."""
    return rows.session.scalar(rows.query(BagRow).where(BagRow.key == key))


def locked_device(rows: Rows, row_id: UUID) -> DeviceRow | None:
    """A camera to be changed, if it is there."""
    return rows.session.scalar(rows.query(DeviceRow).where(DeviceRow.id == row_id).with_for_update())


def locked_item(rows: Rows, row_id: UUID) -> BagRow | None:
    """A thing of the bag to be changed, if it is there."""
    return rows.session.scalar(rows.query(BagRow).where(BagRow.id == row_id).with_for_update())


def account_of(rows: Rows, *, lock: bool = False) -> Account:
    """The account whose rows these are. lock: to be changed, as it stands once nobody else changes it."""
    if lock:
        query = select(Account).where(Account.id == rows.account_id).with_for_update()
        account = rows.session.scalar(query.execution_options(populate_existing=True))
    else:
        # Whoever asks was looked up by their session, so that it is known already.
        account = rows.session.get(Account, rows.account_id)
    assert account is not None, "rows belong to an account"
    return account


def wait_for_kit(rows: Rows) -> None:
    """Two windows that change one kit wait for each other; what was read before is read again."""
    rows.flush()
    rows.session.scalar(select(Account.id).where(Account.id == rows.account_id).with_for_update())
    rows.session.expire_all()


def last_change(rows: Rows) -> KitChangeRow | None:
    """The last step that was not taken back."""
    query = rows.query(KitChangeRow).where(KitChangeRow.undone.is_(False))
    return rows.session.scalar(query.order_by(KitChangeRow.sequence.desc()).limit(1))


def next_change(rows: Rows) -> KitChangeRow | None:
    """The first step that was taken back."""
    query = rows.query(KitChangeRow).where(KitChangeRow.undone.is_(True))
    return rows.session.scalar(query.order_by(KitChangeRow.sequence).limit(1))


def forget_undone(rows: Rows) -> None:
    """Steps that were taken back cannot be made again."""
    mine = KitChangeRow.account_id == rows.account_id
    rows.session.execute(delete(KitChangeRow).where(mine, KitChangeRow.undone.is_(True)))


def keep_change(rows: Rows, *, label: str, gesture: str, changes: Sequence[dict[str, Any]], most: int) -> None:
    """Keep a step after the last one; only so many are kept."""
    mine = KitChangeRow.account_id == rows.account_id
    sequence = (rows.session.scalar(select(func.max(KitChangeRow.sequence)).where(mine)) or 0) + 1
    rows.add(KitChangeRow(sequence=sequence, label=label, gesture=gesture, undone=False, changes=list(changes)))
    rows.session.execute(delete(KitChangeRow).where(mine, KitChangeRow.sequence <= sequence - most))
