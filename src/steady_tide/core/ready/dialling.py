"""Which preset slot holds which scenes' sets through a day, and when a slot has to be dialled in anew."""

from collections.abc import Mapping, Sequence
from typing import NamedTuple

Preset = Mapping[str, str]
"""What a slot keeps, by setting."""


class InSlot(NamedTuple):
    """A scene on a camera in the order of the day. preset: what its slot has to keep; None while that is not known."""

    key: str
    scene: str
    slot: int
    preset: Preset | None


class Dial(NamedTuple):
    """One dialling in of a slot. keys, scenes: that it serves; after: the scene whose set it replaces, if any."""

    slot: int
    keys: tuple[str, ...]
    scenes: tuple[str, ...]
    after: str | None


def dials(uses: Sequence[InSlot]) -> list[Dial]:
    """Every dialling in that the scenes of one camera take, in the order of the day.

    Scenes after one another in a slot share it where it has to keep the same for both.
    """
    found: list[Dial] = []
    latest: dict[int, tuple[int, Preset | None]] = {}
    for use in uses:
        index, preset = latest.get(use.slot, (-1, None))
        before = found[index] if index >= 0 else None
        if before is not None and preset is not None and preset == use.preset:
            found[index] = before._replace(keys=(*before.keys, use.key), scenes=(*before.scenes, use.scene))
            continue
        found.append(Dial(use.slot, (use.key,), (use.scene,), before.scenes[-1] if before else None))
        latest[use.slot] = len(found) - 1, use.preset
    return found


def slot_for(preset: Preset | None, uses: Sequence[InSlot], slots: int) -> int:
    """The slot for one scene more [1, slots]: one that keeps the same, else a free one, else the one used longest ago.

    uses: the scenes that are on the camera already, in the order of the day.
    """
    same = next((use.slot for use in uses if preset is not None and use.preset == preset), None)
    if same is not None and same <= slots:
        return same
    taken = [use.slot for use in uses]
    free = next((slot for slot in range(1, slots + 1) if slot not in taken), None)
    if free is not None:
        return free
    last_used = {slot: index for index, slot in enumerate(taken)}
    return min(range(1, slots + 1), key=lambda slot: last_used[slot])
