"""Undo and redo of a scene: every edit keeps the whole state after it."""

from collections.abc import Sequence
from datetime import UTC, datetime, timedelta
from typing import Any
from uuid import UUID

from steady_tide.desk.gesture import ALONE, gesture_of, touched
from steady_tide.store.errors import NotFound
from steady_tide.store.owned import Rows
from steady_tide.store.repositories.setups import setups_of
from steady_tide.store.repositories.states import forget_after, forget_before, labels_near, state_at
from steady_tide.store.tables import SceneRow, SceneStateRow, SetupRow

COALESCE_SECONDS = 4
MOST_STATES = 200


def state_of(scene: SceneRow, setups: Sequence[SetupRow]) -> dict[str, Any]:
    """All of a scene that its history keeps."""
    cameras = [
        {"id": str(s.id), "device_id": str(s.device_id), "slot": s.slot, "school": s.school, "pins": s.pins}
        for s in setups
    ]
    times = {"starts": scene.starts, "ends": scene.ends, "spot": scene.spot, "fixed": scene.fixed}
    return {"name": scene.name, "brief": scene.brief, "setups": cameras, **times}


def first_state(scene: SceneRow, setups: Sequence[SetupRow]) -> SceneStateRow:
    """The state before the first edit."""
    state = state_of(scene, setups)
    return SceneStateRow(scene_id=scene.id, sequence=0, label="the start", gesture="", state=state)


class History:
    """The states of one scene. `scene.history_at` is the sequence number it stands at."""

    def __init__(self, rows: Rows, scene: SceneRow) -> None:
        self.rows = rows
        self.scene = scene

    def setups(self) -> list[SetupRow]:
        """The scene's cameras in order."""
        return setups_of(self.rows, self.scene.id)

    def _state(self) -> dict[str, Any]:
        return state_of(self.scene, self.setups())

    def begin(self) -> None:
        """Keep the state before the first edit."""
        if self._at(0) is None:
            self.rows.add(first_state(self.scene, self.setups()))

    def keep(self, label: str) -> None:
        """Write an edit, and keep the state after it.

        Edits of the same fields of scene and brief in quick succession become one.
        """
        self.scene.revision += 1
        self.rows.flush()
        self._record(label)
        self.rows.flush()

    def _record(self, label: str) -> None:
        here = self._at(self.scene.history_at)
        state = self._state()
        paths = list(touched(here.state if here is not None else {}, state))
        gesture = ALONE if "setups" in paths else gesture_of(paths)
        forget_after(self.rows, self.scene.id, self.scene.history_at)
        recent = datetime.now(UTC) - timedelta(seconds=COALESCE_SECONDS)
        if (
            here is not None
            and here.sequence > 0
            and gesture != ALONE
            and here.gesture == gesture
            and here.created_at > recent
        ):
            here.state, here.label = state, label
            return
        self.scene.history_at += 1
        self._keep(self.scene.history_at, label, state, gesture)
        forget_before(self.rows, self.scene.id, self.scene.history_at - MOST_STATES)

    def labels(self) -> tuple[str | None, str | None]:
        """What undo would take back, and what redo would do again, or None."""
        at = self.scene.history_at
        near = labels_near(self.rows, self.scene.id, at)
        return near.get(at) if at - 1 in near else None, near.get(at + 1)

    def step(self, by: int) -> None:
        """Go one state back (-1) or forward (+1). Raises NotFound at the ends."""
        row = self._at(self.scene.history_at + by)
        if row is None:
            raise NotFound("nothing to undo" if by < 0 else "nothing to redo")
        self._restore(row.state)
        self.scene.history_at += by
        self.scene.revision += 1

    def _at(self, sequence: int) -> SceneStateRow | None:
        return state_at(self.rows, self.scene.id, sequence)

    def _keep(self, sequence: int, label: str, state: dict[str, Any], gesture: str) -> None:
        row = SceneStateRow(scene_id=self.scene.id, sequence=sequence, label=label, gesture=gesture, state=state)
        self.rows.add(row)

    def _restore(self, state: dict[str, Any]) -> None:
        self.scene.name, self.scene.brief = state["name"], state["brief"]
        self.scene.starts, self.scene.ends = state.get("starts"), state.get("ends")
        self.scene.spot, self.scene.fixed = state.get("spot", ""), state.get("fixed", False)
        there = {setup.id: setup for setup in self.setups()}
        for position, wanted in enumerate(state["setups"]):
            setup = there.pop(UUID(wanted["id"]), None)
            if setup is None:
                device_id = UUID(wanted["device_id"])
                setup = SetupRow(id=UUID(wanted["id"]), scene_id=self.scene.id, device_id=device_id, position=position,
                                 slot=wanted["slot"], school=wanted["school"], pins=wanted["pins"])  # fmt: skip
                self.rows.add(setup)
            setup.position, setup.school, setup.pins = position, wanted["school"], wanted["pins"]
        for gone in there.values():
            self.rows.delete(gone)
