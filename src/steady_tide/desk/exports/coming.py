"""A day as a clock: what comes, when, in the order in which it does."""

from typing import Final
from uuid import UUID

from steady_tide.core.day.timeline import Sky
from steady_tide.core.exposure.reach import ending
from steady_tide.core.message import say
from steady_tide.desk.day.views import DayView, SceneDay
from steady_tide.desk.exports.agenda import pieces_told, swap_where
from steady_tide.desk.field.views import Coming, ComingKind

SKY_WORDS: Final = {
    "dawn": "First light", "sunrise": "Sunrise", "noon": "Sun highest", "sunset": "Sunset", "dusk": "Last light",
}  # fmt: skip
PIECES: Final[dict[str, ComingKind]] = {"cell": "cell", "card": "card", "short": "short"}


def coming_of(day: DayView, sky: Sky) -> list[Coming]:
    """Scenes, changes, where the light leaves a set, cells and cards, and what the sun does, by time."""
    found = [Coming(at=event.at, kind="sky", words=SKY_WORDS.get(event.kind, event.kind)) for event in day.events]
    for scene in day.scenes:
        found += _of_scene(scene, sky)
    return sorted([*found, *_swaps(day, sky), *_pieces(day, sky)], key=lambda one: one.at)


def _of_scene(scene: SceneDay, sky: Sky) -> list[Coming]:
    if scene.starts is None or scene.ends is None:
        return []
    where = f", {scene.spot}" if scene.spot else ""
    leaving = [
        Coming(
            at=sky.clock(gone.minute),
            kind="leaves",
            words=say("coming-leaves", camera=camera.device_name, end=ending(gone.end)),
            scene_id=scene.id,
            setup_id=camera.setup_id,
        )
        for camera in scene.cameras
        for gone in camera.leaves
    ]
    return [
        Coming(at=sky.clock(scene.starts), kind="scene", words=f"{scene.name}{where}", scene_id=scene.id),
        *leaving,
        Coming(at=sky.clock(scene.ends), kind="over", words=say("coming-over", scene=scene.name), scene_id=scene.id),
    ]


def _swaps(day: DayView, sky: Sky) -> list[Coming]:
    found = []
    for swap in day.swaps:
        kind: ComingKind
        facts = {"camera": swap.device_name, "after": swap.after}
        if swap.kind == "start":
            kind, told = "begin", say("coming-begins", **facts)
        else:
            kind, told = "swap", say("coming-swap", before=swap.before, where=swap_where(swap), **facts)
        at = sky.clock(swap.minute)
        found.append(Coming(at=at, kind=kind, words=told, scene_id=swap.scene_id, setup_id=swap.setup_id))
    return found


def _pieces(day: DayView, sky: Sky) -> list[Coming]:
    return [
        Coming(
            at=piece.at,
            kind=PIECES[piece.kind],
            words=f"{piece.camera}: {piece.what}, {piece.where}",
            scene_id=UUID(piece.scene),
        )
        for piece in pieces_told(day, sky)
    ]
