"""How soon the bench shows another set when the light slider moves, in a real browser on the demo."""

import statistics
import sys
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
sys.path[:0] = [str(ROOT / "src"), str(ROOT)]

from playwright.sync_api import Page  # noqa: E402
from tests.browser.serving import fresh_demo  # noqa: E402

MOVES = 15
NAMED = {
    "Under the rafts": "water-green-shallow",
    "Lantern market": "market",
    "Sky over the sheds": "half-moon",
}
"""Scenes, and the light by name they are given, since only that has a slider."""
MOVED = """async shift => {
    const slider = document.querySelector('input[type=range]');
    const ledger = () => document.querySelector('[aria-label^="Stop ledger"]').textContent;
    const before = ledger();
    const start = performance.now();
    Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(slider, shift);
    slider.dispatchEvent(new Event('input', {bubbles: true}));
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
    page.get_by_label("Known").select_option("condition")
    page.get_by_label("Condition").select_option(NAMED[scene])
    page.wait_for_timeout(2500)
    taken = []
    for step in range(MOVES):
        taken.append(page.evaluate(MOVED, f"{(1 + step % 3) / 3:.2f}"))
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
