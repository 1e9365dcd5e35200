"""What has to be changed on each camera through a day: stations of its scenes, second sets, the cheapest course."""

from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import replace

from steady_tide.core.day.film import CameraSet, SceneOnDay
from steady_tide.core.day.scene_light import lit_brief
from steady_tide.core.day.second import Offer, otherwise, otherwise_words, picture_of, with_seconds
from steady_tide.core.day.stations import Second, Station
from steady_tide.core.day.swaps import Course
from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.plan.account.plan import Sketch
from steady_tide.core.plan.problem.brief import Brief

Planned = Callable[[CameraSet, Brief, Mapping[Setting, Value]], Sketch | None]
"""A camera planned for another brief with some values fixed besides; None where it cannot be had."""


def courses_of(scenes: Sequence[SceneOnDay], planned: Planned) -> list[Course]:
    """The cheapest course of every camera through the day."""
    offer = _offers(scenes, planned)
    return [with_seconds(stations, offer) for stations in stations_of(scenes).values()]


def stations_of(scenes: Iterable[SceneOnDay]) -> dict[str, list[Station]]:
    """The timed scenes of each camera in the order they are filmed, by the camera's key."""
    found: dict[str, list[Station]] = {}
    for scene in scenes:
        if scene.timed is None:
            continue
        start, end = scene.timed
        rows = (scene.light.minutes >= start) & (scene.light.minutes <= end)
        for camera in scene.sets:
            station = Station(
                setup=camera.key,
                scene=scene.name,
                slot=camera.slot,
                reachable=scene.brief.reached,
                minutes=scene.light.minutes[rows],
                ev100=scene.light.ev100[rows],
                swappable=camera.sketch.swappable,
            )
            found.setdefault(camera.device.key, []).append(station)
    return {key: sorted(stations, key=lambda station: float(station.minutes[0])) for key, stations in found.items()}


def _offers(scenes: Iterable[SceneOnDay], planned: Planned) -> Offer:
    """Second sets, planned for the light in which a set ends, where the camera has a preset slot left."""
    where = {camera.key: (scene, camera) for scene in scenes for camera in scene.sets}

    def offer(station: Station, span: tuple[int, int], taken: frozenset[int]) -> Second | None:
        scene, camera = where[station.setup]
        used = {other.slot for _, other in where.values() if other.device.key == camera.device.key}
        slots = range(1, camera.device.preset_slots + 1)
        free = next((slot for slot in slots if slot not in used | taken), None)
        if free is None:
            return None
        brief = lit_brief(scene.brief, scene.rest, replace(scene.around, start=span[0], end=span[1]))
        second = planned(camera, brief, picture_of(camera.sketch))
        differs = otherwise(camera.sketch, second) if second is not None else []
        if second is None or not differs:
            return None
        texts = tuple(second.texts[setting] for setting in differs)
        return Second(free, second.swappable, tuple(differs), otherwise_words(differs, second), texts)

    return offer
