"""How long pictures take: a still, six of a comparison, a clip, and from a pulled light to its picture on screen."""

import resource
import statistics
import sys
import time
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
sys.path[:0] = [str(ROOT / "src"), str(ROOT), str(ROOT / "bench")]

from here import browser_missing  # noqa: E402

STILLS = 40
PULLS = 12
PULLED = """async () => {
    const region = [...document.querySelectorAll('section')].find(one => one.ariaLabel === 'The picture');
    const image = region.querySelector('img');
    const light = [...document.querySelectorAll('[role=slider]')].find(one => one.ariaLabel === 'Light looked at');
    const before = image.src;
    const start = performance.now();
    light.dispatchEvent(new KeyboardEvent('keydown', {key: 'ArrowDown', bubbles: true}));
    while (image.src === before || image.dataset.late || !image.complete) {
        if (performance.now() - start > 20000) throw new Error('no picture came');
        await new Promise(requestAnimationFrame);
    }
    return performance.now() - start;
}"""


def shots() -> dict[str, object]:
    """Shots of planned sets of the demo, by plate."""
    from tests.situations import A4, D1, KIT, brief, planned

    from steady_tide.core.picture.taken import Light, taken
    from steady_tide.core.plan.physics.space import Spaces
    from steady_tide.core.plan.problem.problem import PlanningProblem
    from steady_tide.core.plan.problem.stance import SCHOOL_BY_KEY

    made = {}
    for scene, device in (("Lantern market", A4), ("Under the rafts", A4), ("Rafts from above", D1)):
        plan = planned(brief(scene), device)
        problem = PlanningProblem.of(brief(scene), device, stance=SCHOOL_BY_KEY["even-keel"].stance, bag=KIT.bag)
        values = {one.setting: one.value for one in plan.decisions}
        shot = taken(Spaces(), problem, values, Light()).shot
        made[shot.plate] = shot
    return made


def stills(made: dict[str, object]) -> None:
    """Core alone: plate to pixels, 960 by 540, and the file beside it."""
    from steady_tide.core.picture.develop import as_file, picture
    from steady_tide.core.picture.shot import Look
    from steady_tide.media.plates import plate

    for name, shot in made.items():
        scene = plate(name)
        times, files = [], []
        for at in range(STILLS + 3):
            begun = time.perf_counter()
            image = picture(scene, shot, Look(), seed=0)  # type: ignore[arg-type]
            times.append(time.perf_counter() - begun)
            begun = time.perf_counter()
            as_file(image)
            files.append(time.perf_counter() - begun)
            if at < 3:
                times.clear()
        still_ms, file_ms = (1000 * statistics.median(found) for found in (times, files))
        print(f"still of {name}: {still_ms:.0f} ms, its file {file_ms:.0f} ms")


def several(made: dict[str, object]) -> None:
    """Six pictures of a comparison by two processes, and a clip."""
    from steady_tide.core.picture.shot import Look
    from steady_tide.work.renderers import Painting

    shot = made["quay"]
    renderers = Painting(2)
    try:
        for at in range(4):
            renderers.still(shot, Look(width_px=320 + 2 * at))  # type: ignore[arg-type]
        times = []
        for turn in range(5):
            six = [shot.model_copy(update={"gain": (0.1 + 0.01 * turn, 0.1, 0.1 + at / 100)}) for at in range(6)]  # type: ignore[attr-defined]
            begun = time.perf_counter()
            with ThreadPoolExecutor(6) as threads:
                list(threads.map(lambda one: renderers.still(one, Look()), six))
            times.append(time.perf_counter() - begun)
        print(f"six of a comparison, two processes: {1000 * statistics.median(times):.0f} ms")
        begun = time.perf_counter()
        renderers.clip(shot, Look(width_px=480))  # type: ignore[arg-type]
        print(f"a clip: {time.perf_counter() - begun:.1f} s")
    finally:
        renderers.close()
    used = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024
    print(f"memory of a process that has made pictures of three scenes: {used:.0f} MB at most")


def pulled() -> None:
    """From a key on the light to the new picture, in a browser."""
    if browser_missing("pulled light to picture"):
        return
    from tests.browser.serving import fresh_demo

    with fresh_demo() as (browser, address):
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        page.goto(address)
        page.get_by_role("link", name="Lantern market", exact=True).click()
        page.get_by_role("button", name="Larger").wait_for()
        page.wait_for_timeout(3000)
        times = []
        for _ in range(PULLS):
            times.append(page.evaluate(PULLED))
            page.wait_for_timeout(300)
        print(f"pulled light to new picture: {statistics.median(times):.0f} ms median, {max(times):.0f} ms at most")


if __name__ == "__main__":
    found = shots()
    stills(found)
    several(found)
    pulled()
