"""How long one scene takes over every mode of a camera, and how that grows with the number of modes."""

import statistics
import sys
import time
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "src")]

from steady_tide.core.errors import BadInput  # noqa: E402
from steady_tide.core.kit.bag import Kit  # noqa: E402
from steady_tide.core.kit.device import Device  # noqa: E402
from steady_tide.core.plan.physics.space import DeviceSpace, Spaces  # noqa: E402
from steady_tide.core.plan.planner import plan_scene  # noqa: E402
from steady_tide.core.plan.problem.brief import Brief  # noqa: E402
from steady_tide.core.plan.problem.offers import Camera  # noqa: E402
from steady_tide.core.plan.problem.problem import PlanningProblem  # noqa: E402
from steady_tide.core.plan.problem.stance import SCHOOL_BY_KEY  # noqa: E402
from steady_tide.demo.load import demo_kit, demo_scenes  # noqa: E402

ROUNDS = 9


def median_ms(brief: Brief, device: Device, bag: list) -> float:
    """Median over rounds of planning one scene [ms], after one round to warm up."""
    stance = SCHOOL_BY_KEY["even-keel"].stance
    times = []
    for _ in range(ROUNDS + 1):
        begun = time.perf_counter()
        plan_scene(PlanningProblem.of(brief, device, stance=stance, bag=bag))
        times.append(1000 * (time.perf_counter() - begun))
    return statistics.median(times[1:])


def with_modes(device: Device, share: float) -> Device:
    """The device with a share of its modes, spread over the table."""
    count = max(1, round(len(device.modes) * share))
    step = len(device.modes) / count
    return device.model_copy(update={"modes": [device.modes[int(index * step)] for index in range(count)]})


def many_scenes(kit: Kit) -> None:
    """Ten scenes spread over four cameras, and each of them on every one that can."""
    briefs = [Brief.read(scene["brief"]) for scene in demo_scenes()]
    ten = [*briefs, *(brief.model_copy(update={"falls_stops": 2.5}) for brief in briefs)][:10]
    cameras = [device for device in kit.devices if device.key != "skarv-a2"]
    stance = SCHOOL_BY_KEY["even-keel"].stance

    def able(brief: Brief, device: Device) -> bool:
        try:
            plan_scene(PlanningProblem.of(brief, device, stance=stance, bag=kit.bag))
        except BadInput:
            return False
        return True

    spaces = Spaces()
    pairs = [(brief, device) for brief in ten for device in cameras if able(brief, device)]
    spread = [next(pair for pair in pairs[index:] + pairs if pair[0] is brief) for index, brief in enumerate(ten)]
    for name, chosen in (("ten scenes, a camera each", spread), (f"all {len(pairs)} that can be planned", pairs)):
        begun = time.perf_counter()
        for brief, device in chosen:
            plan_scene(PlanningProblem.of(brief, device, stance=stance, bag=kit.bag), spaces)
        print(f"Four cameras, {name}: {time.perf_counter() - begun:.2f} s")


def main() -> None:
    """Print the medians."""
    kit = demo_kit()
    richest = max(kit.devices, key=lambda device: len(device.modes))
    print(f"Planning one scene over every mode, median of {ROUNDS}, ms")
    medians = []
    for scene in demo_scenes():
        brief = Brief.read(scene["brief"])
        medians.append(median_ms(brief, richest, kit.bag))
        print(f"  {scene['name']:<18} {richest.name}: {medians[-1]:6.1f}")
    print(f"  all scenes: median {statistics.median(medians):.1f} ms")
    many_scenes(kit)
    brief = Brief.read(demo_scenes()[1]["brief"])
    print("Growth with the number of modes (The pilot gig)")
    whole = median_ms(brief, richest, kit.bag)
    for share in (0.25, 0.5, 1.0):
        part = with_modes(richest, share)
        taken = median_ms(brief, part, kit.bag)
        frames = len(DeviceSpace(Camera(part, "video")).frames.mode)
        print(f"  {len(part.modes):3d} modes, {frames:4d} frames: {taken:6.1f} ms, {taken / whole:.2f} of the whole")


if __name__ == "__main__":
    main()
