"""One side of a comparison: medians of a plan, a set without its reasons and a day, in whichever tree it is run.

Runs in this tree and in the commit that `bench_against.py` compares with, whose planner took its problem in pieces.
Prints JSON [ms]. Usage: python side.py TREE.
"""

import json
import statistics
import sys
import time
from collections.abc import Callable
from pathlib import Path
from typing import Any

ROUNDS = 5
TREE = Path(sys.argv[1])
sys.path[:0] = [str(TREE / "src"), str(TREE / "bench"), str(TREE)]

from steady_tide.demo.load import demo_kit, demo_scenes  # noqa: E402

try:
    from steady_tide.core.plan.physics.space import Spaces
    from steady_tide.core.plan.planner import plan_scene, sketch_scene
    from steady_tide.core.plan.problem.brief import Brief
    from steady_tide.core.plan.problem.problem import PlanningProblem
    from steady_tide.core.plan.problem.stance import SCHOOL_BY_KEY

    SPACES = Spaces()

    def planned(ask: Callable[..., Any], brief: Any, device: Any, **wanted: Any) -> Any:
        """The planner's answer; what scenes on one camera share is kept, as the service keeps it."""
        return ask(PlanningProblem.of(brief, device, **wanted), SPACES)

except ImportError:
    from steady_tide.core.plan.brief import Brief  # type: ignore[no-redef,import-not-found]
    from steady_tide.core.plan.stance import SCHOOL_BY_KEY  # type: ignore[no-redef,import-not-found]

    from steady_tide.core.plan.planner import plan_scene, sketch_scene

    def planned(ask: Callable[..., Any], brief: Any, device: Any, **wanted: Any) -> Any:
        """The planner's answer."""
        return ask(brief, device, **wanted)


def median_ms(work: Callable[[int], object]) -> float:
    """Median over rounds, after one to warm up."""
    times = []
    for index in range(ROUNDS + 1):
        begun = time.perf_counter()
        work(index)
        times.append(1000.0 * (time.perf_counter() - begun))
    return statistics.median(times[1:])


def main() -> None:
    """Print the medians over the demo's scenes."""
    import bench_day
    from steady_tide.core.day.timeline import sky_of
    from steady_tide.core.light.almanac import Place

    kit = demo_kit()
    richest = max(kit.devices, key=lambda device: len(device.modes))
    wanted = {"stance": SCHOOL_BY_KEY["even-keel"].stance, "bag": kit.bag}
    found: dict[str, float] = {}
    for name, ask in (("a plan with all its reasons", plan_scene), ("a set without them", sketch_scene)):
        briefs = [Brief.read(scene["brief"]) for scene in demo_scenes()]
        medians = [median_ms(lambda _, b=brief, a=ask: planned(a, b, richest, **wanted)) for brief in briefs]
        found[name] = statistics.median(medians)
    sky = sky_of(Place(58.30, 6.60), bench_day.date(2026, 9, 19), "Europe/Oslo", beyond_minutes=720)
    scenes = bench_day.ten_scenes(kit)
    found["a day of ten scenes"] = median_ms(lambda index: bench_day.replanned(sky, scenes, kit, float(index % 9)))
    print(json.dumps(found))


if __name__ == "__main__":
    main()
