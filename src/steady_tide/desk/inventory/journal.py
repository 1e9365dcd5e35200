"""Undo and redo of the kit: every change keeps the rows it touched, before and after."""

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from datetime import UTC, datetime, timedelta
from typing import Any
from uuid import UUID

from steady_tide.core.document import Part
from steady_tide.desk.gesture import ALONE, gesture_of
from steady_tide.store.errors import NotFound, Taken
from steady_tide.store.owned import Rows
from steady_tide.store.repositories import kit as kept
from steady_tide.store.repositories.setups import dialled as dialled_rows
from steady_tide.store.repositories.shoots import taken_to
from steady_tide.store.tables import BagRow, DeviceRow, DialledRow, KitChangeRow

COALESCE_SECONDS = 120
MOST_CHANGES = 100
LABEL_LENGTH = 200
MOST_NAMED = 5
"""So many scenes are named where a camera is still on them."""
State = dict[tuple[str, str], dict[str, Any]]


class KitHistory(Part):
    """What undo and redo would do, in words."""

    undo: str | None
    redo: str | None


class Journal:
    """The changes of one account's kit."""

    def __init__(self, rows: Rows) -> None:
        self.rows = rows

    @contextmanager
    def change(self, label: str) -> Iterator[None]:
        """Whatever is done to the kit inside becomes one step; the same rows changed soon after join it."""
        kept.wait_for_kit(self.rows)
        before = self._state()
        yield
        self.rows.flush()
        after = self._state()
        keys = sorted(before.keys() | after.keys())
        changed = [
            {"table": table, "id": row_id, "before": before.get((table, row_id)), "after": after.get((table, row_id))}
            for table, row_id in keys
            if before.get((table, row_id)) != after.get((table, row_id))
        ]
        if changed:
            self._keep(label[:LABEL_LENGTH], changed)

    def view(self) -> KitHistory:
        """The steps next to where the kit stands."""
        done, ahead = kept.last_change(self.rows), kept.next_change(self.rows)
        return KitHistory(undo=done.label if done else None, redo=ahead.label if ahead else None)

    def undo(self) -> KitHistory:
        """Take the last change back. Raises NotFound when there is none, Taken while a scene uses what it brought."""
        kept.wait_for_kit(self.rows)
        return self._step(kept.last_change(self.rows), "before", undone=True)

    def redo(self) -> KitHistory:
        """Make the last change taken back again. Raises as `undo`."""
        kept.wait_for_kit(self.rows)
        return self._step(kept.next_change(self.rows), "after", undone=False)

    def _step(self, row: KitChangeRow | None, side: str, *, undone: bool) -> KitHistory:
        if row is None:
            raise NotFound(f"there is nothing to {'undo' if undone else 'redo'}")
        for one in row.changes:
            self._put(one["table"], UUID(one["id"]), one[side])
        row.undone = undone
        self.rows.flush()
        return self.view()

    def _keep(self, label: str, changed: list[dict[str, Any]]) -> None:
        kept.forget_undone(self.rows)
        last = kept.last_change(self.rows)
        recent = datetime.now(UTC) - timedelta(seconds=COALESCE_SECONDS)
        gesture = _gesture(changed)
        if last is not None and gesture != ALONE and last.gesture == gesture and last.created_at > recent:
            last.changes, last.label = _joined(last.changes, changed), label
            return
        kept.keep_change(self.rows, label=label, gesture=gesture, changes=changed, most=MOST_CHANGES)

    # Rows as plain data, and back.

    def _state(self) -> State:
        dialled: dict[UUID, list[dict[str, Any]]] = {}
        for row in dialled_rows(self.rows):
            noted = {"slot": row.slot, "setting": row.setting, "value": row.value}
            dialled.setdefault(row.device_id, []).append(noted)
        state: State = {}
        for device in kept.devices(self.rows):
            state["device", str(device.id)] = {
                "key": device.key, "position": device.position, "document": device.document,
                "dialled": dialled.get(device.id, []),
            }  # fmt: skip
        for item in kept.bag(self.rows):
            state["bag", str(item.id)] = {"key": item.key, "position": item.position, "document": item.document}
        return state

    def _put(self, table: str, row_id: UUID, wanted: dict[str, Any] | None) -> None:
        put: Callable[[UUID, dict[str, Any] | None], None] = self._put_device if table == "device" else self._put_item
        put(row_id, wanted)

    def _put_device(self, row_id: UUID, wanted: dict[str, Any] | None) -> None:
        row = kept.locked_device(self.rows, row_id)
        if wanted is None:
            if row is not None:
                delete_unused(self.rows, row)
            return
        fields = {name: wanted[name] for name in ("key", "position", "document")}
        version = wanted["document"]["version"]
        if row is not None:
            row.key, row.position, row.document = fields["key"], fields["position"], fields["document"]
            row.document_version = version
            return
        self.rows.add(DeviceRow(id=row_id, document_version=version, **fields))
        for noted in wanted["dialled"]:
            self.rows.add(DialledRow(device_id=row_id, **noted))

    def _put_item(self, row_id: UUID, wanted: dict[str, Any] | None) -> None:
        row = kept.locked_item(self.rows, row_id)
        if wanted is None:
            if row is not None:
                self.rows.delete(row)
        elif row is not None:
            row.key, row.position, row.document = wanted["key"], wanted["position"], wanted["document"]
        else:
            self.rows.add(BagRow(id=row_id, **wanted))


def _gesture(changed: list[dict[str, Any]]) -> str:
    """Which rows were edited: an edit of the same ones soon after belongs to it; what comes or goes stands alone."""
    if any(one["before"] is None or one["after"] is None for one in changed):
        return ALONE
    return gesture_of(f"{one['table']} {one['id']}" for one in changed)


def _joined(earlier: list[dict[str, Any]], later: list[dict[str, Any]]) -> list[dict[str, Any]]:
    """Two changes as one: the rows of both, as they were before the first and after the last."""
    found = {(one["table"], one["id"]): one for one in earlier}
    for one in later:
        key = (one["table"], one["id"])
        found[key] = {**one, "before": found[key]["before"]} if key in found else one
    return list(found.values())


def delete_unused(rows: Rows, row: DeviceRow) -> None:
    """Remove a camera. Raises Taken, naming the scenes, while it is on some."""
    if used := [scene.name for scene, _ in taken_to(rows, row.id, MOST_NAMED + 1)]:
        named = ", ".join(used[:MOST_NAMED]) + (" and others" if len(used) > MOST_NAMED else "")
        raise Taken(f"it is on {named}; take it off there first, or delete those scenes")
    rows.delete(row)
