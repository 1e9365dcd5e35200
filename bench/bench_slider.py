"""How soon the bench shows another set when the light slider moves, in a real browser on the demo."""

import statistics
import sys
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
sys.path[:0] = [str(ROOT / "src"), str(ROOT)]

from playwright.sync_api import Page  # noqa: E402
from tests.browser.picking import choose  # noqa: E402
from tests.browser.serving import fresh_demo  # noqa: E402

MOVES = 15
NAMED = {
    "Under the rafts": "Coastal green water, 2-7 m",
    "Lantern market": "Market stalls under lamp strings (6-15 lx)",
    "Sky over the sheds": "Half moon",
}
"""Scenes, and the light by name they are given, since only that has a slider."""
MOVED = """async key => {
    const slider = document.querySelector('[role=slider][aria-label^="Darker"]');
    const ledger = () => document.querySelector('[aria-label^="Stop ledger"]').textContent;
    const before = ledger();
    const start = performance.now();
    slider.dispatchEvent(new KeyboardEvent('keydown', {key, bubbles: true}));
    while (ledger() === before) {
        if (performance.now() - start > 60000) throw new Error('the set did not change');
        await new Promise(requestAnimationFrame);
    }
    return performance.now() - start;
}"""


def moves(page: Page, address: str, scene: str) -> list[float]:
    """Milliseconds from each move of the slider to the new ledger on screen."""
    page.goto(address)
    page.get_by_role("link", name=scene, exact=True).click()
    page.get_by_test_id("tide").wait_for()
    choose(page, "Known", "by name")
    choose(page, "Condition", NAMED[scene])
    page.wait_for_timeout(2500)
    taken = []
    for step in range(MOVES):
        taken.append(page.evaluate(MOVED, "ArrowLeft" if step % 4 > 1 else "ArrowRight"))
        page.wait_for_timeout(300)
    return taken


def main() -> None:
    """Print medians by scene."""
    with fresh_demo() as (browser, address):
        print(f"From the slider to the new set on screen, {MOVES} moves, ms")
        page = browser.new_context(viewport={"width": 1280, "height": 800}).new_page()
        for scene in NAMED:
            taken = sorted(moves(page, address, scene))
            print(f"  {scene:<18} median {statistics.median(taken):6.0f}, slowest {taken[-1]:6.0f}")


if __name__ == "__main__":
    main()
