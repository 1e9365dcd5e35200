"""How long a day of ten scenes takes at one-minute steps: light, sets, windows, changes; and an order of them."""

import statistics
import sys
import time
from collections.abc import Mapping
from dataclasses import replace
from datetime import date
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "src")]

from steady_tide.core.day.film import CameraSet, SceneOnDay  # noqa: E402
from steady_tide.core.day.order import movable, suggestion  # noqa: E402
from steady_tide.core.day.scene_light import Around, SceneLight, lit_brief, scene_light  # noqa: E402
from steady_tide.core.day.second import otherwise, picture_of, with_seconds  # noqa: E402
from steady_tide.core.day.stations import Second, Station  # noqa: E402
from steady_tide.core.day.timeline import Marks, Sky, sky_of, steady_windows  # noqa: E402
from steady_tide.core.kit.bag import Kit  # noqa: E402
from steady_tide.core.kit.device import Device  # noqa: E402
from steady_tide.core.kit.settings import Setting, Value  # noqa: E402
from steady_tide.core.light.almanac import Place  # noqa: E402
from steady_tide.core.light.underwater import under_water  # noqa: E402
from steady_tide.core.plan.account.plan import Conflict, Sketch  # noqa: E402
from steady_tide.core.plan.physics.space import Spaces  # noqa: E402
from steady_tide.core.plan.planner import sketch_scene  # noqa: E402
from steady_tide.core.plan.problem.brief import Brief  # noqa: E402
from steady_tide.core.plan.problem.problem import PlanningProblem  # noqa: E402
from steady_tide.core.plan.problem.stance import SCHOOL_BY_KEY  # noqa: E402
from steady_tide.core.ready.budget import day_budget  # noqa: E402
from steady_tide.core.ready.upkeep import Upkeep  # noqa: E402
from steady_tide.demo.load import demo_kit, demo_scenes  # noqa: E402

ROUNDS = 7
STANCE = SCHOOL_BY_KEY["even-keel"].stance
SPACES = Spaces()


def ten_scenes(kit: Kit) -> list[tuple[Brief, Device, int, int]]:
    """The demo's scenes under their sky, some of them twice; each on one camera with its times [minutes]."""
    devices = {device.key: device for device in kit.devices}
    made = []
    for scene in demo_scenes():
        brief = Brief.read({**scene["brief"], **scene["on_the_day"]})
        start, end = scene["time"]
        made.append((brief, devices[scene["cameras"][0]["device"]], start, end))
    again = [(brief, device, start + 45, end + 45) for brief, device, start, end in made[:4]]
    return [*made, *again]


def sketched(brief: Brief, device: Device, kit: Kit, pins: Mapping[Setting, Value] | None = None) -> Sketch | Conflict:
    """A set without its reasons; what scenes on one camera share is kept, as the service keeps it."""
    return sketch_scene(PlanningProblem(brief, device, STANCE, tuple(kit.bag), pins or {}), SPACES)


def replanned(sky: Sky, scenes: list[tuple[Brief, Device, int, int]], kit: Kit, okta: float) -> list[Station]:
    """The whole day anew: nothing is kept from before but the sky."""
    stations, made = [], {}
    for index, (brief, device, start, end) in enumerate(scenes):
        around = Around(sky, okta, start, end)
        light = scene_light(brief, around)
        plan = sketched(lit_brief(brief, light, around), device, kit)
        assert isinstance(plan, Sketch)
        steady_windows(light.minutes, light.ev100, Marks(plan.reach.low.ev100, plan.reach.high.ev100))
        if brief.water is not None:
            story(brief, light, around, okta)
        rows = (light.minutes >= start) & (light.minutes <= end)
        stations.append(
            Station(str(index), str(index), 1, brief.reached, light.minutes[rows], light.ev100[rows], plan.swappable)
        )
        made[str(index)] = (brief, device, light, around, plan)

    def offer(station: Station, span: tuple[int, int], _: frozenset[int]) -> Second | None:
        brief, device, light, around, plan = made[station.setup]
        later = lit_brief(brief, light, replace(around, start=span[0], end=span[1]))
        found = sketched(later, device, kit, picture_of(plan))
        if not isinstance(found, Sketch):
            return None
        return Second(9, found.swappable, tuple(otherwise(plan, found)), "")

    for station in stations:
        with_seconds([station], offer)
    return stations


def story(brief: Brief, light: SceneLight, around: Around, okta: float) -> None:
    """What the water does, told as on the screen."""
    water = brief.water
    assert water is not None
    under_water(
        water.colour,
        depth_m=water.middle_m,
        distance_m=brief.subject_distance_m,
        sun_altitude_deg=25.0,
        okta=okta,
        rest_ev100=light.at(around.middle),
    )


def on_the_day(sky: Sky, scenes: list[tuple[Brief, Device, int, int]], kit: Kit) -> list[SceneOnDay]:
    """The scenes with their sets, as the day has them."""
    found = []
    for index, (brief, device, start, end) in enumerate(scenes):
        around = Around(sky, 2.0, start, end)
        light = scene_light(brief, around)
        plan = sketched(lit_brief(brief, light, around), device, kit)
        assert isinstance(plan, Sketch)
        sets = (CameraSet(str(index), 1, device, plan),)
        found.append(SceneOnDay(str(index), str(index), "", False, brief, around, light, sets, tuple(kit.bag)))
    return found


def timed(work: object, rounds: int = ROUNDS) -> float:
    """Median seconds after one round to warm up."""
    times = []
    for index in range(rounds + 1):
        begun = time.perf_counter()
        work(index)  # type: ignore[operator]
        times.append(time.perf_counter() - begun)
    return statistics.median(times[1:])


def main() -> None:
    """Print the medians."""
    kit = demo_kit()
    place, day = Place(58.30, 6.60), date(2026, 9, 19)
    made = timed(lambda _: sky_of(place, day, "Europe/Oslo", beyond_minutes=720))
    sky = sky_of(place, day, "Europe/Oslo", beyond_minutes=720)
    scenes = ten_scenes(kit)
    whole = timed(lambda round_: replanned(sky, scenes, kit, float(round_ % 9)))
    one = timed(lambda round_: replanned(sky, scenes[2:3], kit, float(round_ % 9)))
    print(f"Sky of a day and its night, minute by minute (once a place and day): {1000 * made:.0f} ms")
    print(f"Ten scenes, {len(sky.minutes)} minutes, every set planned anew: median {whole:.2f} s")
    print(f"One scene dragged, its set planned anew: median {1000 * one:.0f} ms")
    movables = []
    for index, station in enumerate(replanned(sky, scenes, kit, 2.0)):
        brief, _, start, end = scenes[index]
        light = scene_light(brief, Around(sky, 2.0, start, end))
        movables.append(
            movable(scene=str(index), spot=str(index % 3), start=start, length=end - start, fixed=False,
                    cameras=[(station.swappable, light.ev100)], nuisance=0.0 * light.ev100, latest=sky.length)
        )  # fmt: skip
    day = on_the_day(sky, scenes, kit)
    taken = timed(lambda _: day_budget(day, kit.bag, Upkeep()), 30)
    print(f"Cells, cards and heat of the same ten scenes: median {1000 * taken:.1f} ms (goal 20)")
    ordered = timed(lambda _: suggestion(movables, travel_minutes=15), 3)
    print(f"An order of ten scenes, exact: median {ordered:.2f} s")


if __name__ == "__main__":
    main()
