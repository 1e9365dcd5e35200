"""What has to be changed on each camera through a day."""

from collections.abc import Iterable, Sequence
from dataclasses import replace
from uuid import UUID

import numpy as np

from steady_tide.core.day.scene import depth_along, filmed_brief
from steady_tide.core.day.second import Offer, otherwise, otherwise_words, picture_of, with_seconds
from steady_tide.core.day.stations import Second, Station
from steady_tide.core.day.swaps import Course, Swap
from steady_tide.core.plan.account.plan import Sketch
from steady_tide.desk.day_views import SwapView
from steady_tide.desk.filmed import Filmed
from steady_tide.desk.planning import Planner


def courses_of(scenes: Sequence[Filmed], planner: Planner) -> list[Course]:
    """The cheapest course of every camera through the day."""
    offer = _offers(scenes, planner)
    return [with_seconds(stations, offer) for stations in stations_of(scenes).values()]


def _offers(scenes: Iterable[Filmed], planner: Planner) -> Offer:
    """Second sets, planned for the light in which a set ends, where the camera has a preset slot left."""
    where = {str(setup.id): (filmed, setup, plan) for filmed in scenes for setup, plan in filmed.sets}

    def offer(station: Station, span: tuple[int, int], taken: frozenset[int]) -> Second | None:
        filmed, setup, plan = where[station.setup]
        planned = {other.slot for _, other, _ in where.values() if other.device_id == setup.device_id}
        slots = range(1, planner.device(setup.device_id).preset_slots + 1)
        free = next((slot for slot in slots if slot not in planned | taken), None)
        if free is None:
            return None
        brief = filmed_brief(filmed.brief, filmed.rest, replace(filmed.around, start=span[0], end=span[1]))
        found = planner.sketch(setup, brief, pins=picture_of(plan))
        differs = otherwise(plan, found) if isinstance(found, Sketch) else []
        if not isinstance(found, Sketch) or not differs:
            return None
        return Second(free, found.swappable, tuple(differs), otherwise_words(differs, found))

    return offer


def stations_of(scenes: Iterable[Filmed]) -> dict[UUID, list[Station]]:
    """The timed scenes of each camera in the order they are filmed, by device."""
    found: dict[UUID, list[Station]] = {}
    for filmed in scenes:
        scene, light = filmed.scene, filmed.light
        if scene.starts is None or scene.ends is None:
            continue
        rows = (light.minutes >= scene.starts) & (light.minutes <= scene.ends)
        for setup, plan in filmed.sets:
            station = Station(
                setup=str(setup.id),
                scene=scene.name,
                slot=setup.slot,
                reachable=filmed.brief.reached,
                minutes=light.minutes[rows],
                ev100=light.ev100[rows],
                swappable=plan.swappable,
            )
            found.setdefault(setup.device_id, []).append(station)
    return {device: sorted(stations, key=lambda one: float(one.minutes[0])) for device, stations in found.items()}


def swap_views(scenes: Sequence[Filmed], courses: Iterable[Course]) -> list[SwapView]:
    """The changes of every camera through the day, in order of time."""
    where = {str(setup.id): (filmed, plan) for filmed in scenes for setup, plan in filmed.sets}
    swaps = [swap for course in courses for swap in course.swaps]
    return [_swap_view(swap, *where[swap.setup]) for swap in sorted(swaps, key=lambda one: one.minute)]


def _swap_view(swap: Swap, filmed: Filmed, plan: Sketch) -> SwapView:
    return SwapView(
        setup_id=UUID(swap.setup),
        scene_id=filmed.scene.id,
        scene_name=filmed.scene.name,
        device_name=plan.device_name,
        depth_m=_depth_at(filmed, swap.minute) if swap.while_filming else None,
        **swap.model_dump(exclude={"setup", "scene"}),
    )


def _depth_at(filmed: Filmed, minute: int) -> float | None:
    """How deep the camera is at a minute [m], to half a metre; None out of the water."""
    water, around = filmed.brief.water, filmed.around
    if water is None:
        return None
    return round(2.0 * float(np.interp(minute, around.sky.minutes, depth_along(water, around)))) / 2.0
