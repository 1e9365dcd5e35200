"""The changes of a day with the names of their cameras and scenes."""

from collections.abc import Iterable, Sequence
from uuid import UUID

from steady_tide.core.day.film import CameraSet, SceneOnDay
from steady_tide.core.day.swaps import Course, Swap
from steady_tide.desk.day.views import SwapView


def swap_views(scenes: Sequence[SceneOnDay], courses: Iterable[Course]) -> list[SwapView]:
    """The changes of every camera through the day, in order of time."""
    where = {camera.key: (scene, camera) for scene in scenes for camera in scene.sets}
    swaps = [swap for course in courses for swap in course.swaps]
    return [_swap_view(swap, *where[swap.setup]) for swap in sorted(swaps, key=lambda due: due.minute)]


def _swap_view(swap: Swap, scene: SceneOnDay, camera: CameraSet) -> SwapView:
    return SwapView(
        setup_id=UUID(swap.setup),
        scene_id=UUID(scene.key),
        scene_name=scene.name,
        device_name=camera.device.name,
        depth_m=scene.depth_at(swap.minute) if swap.while_filming else None,
        **swap.model_dump(exclude={"setup", "scene"}),
    )
