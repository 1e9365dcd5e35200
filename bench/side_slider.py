"""From a pulled light slider to the new set on screen, in a real browser on the demo of whichever tree it is run.

Runs in this tree and in the commit that `bench_against.py` compares with, whose controls were the browser's own.
Prints JSON: milliseconds of each move, by scene. Usage: python side_slider.py TREE.
"""

import json
import sys
from pathlib import Path

TREE = Path(sys.argv[1])
sys.path[:0] = [str(TREE / "src"), str(TREE)]

from playwright.sync_api import Page  # noqa: E402
from tests.browser.serving import fresh_demo  # noqa: E402

MOVES = 10
PATIENCE_MS = 240_000
"""How long the slowest machine may take to show something: what is measured is what it took."""
NAMED = {
    "Under the rafts": "Coastal green water, 2-7 m",
    "Lantern market": "Market stalls under lamp strings (6-15 lx)",
    "Sky over the sheds": "Half moon",
}
"""Scenes, and the light by name they are given, since only that has a slider."""
# Step 0 goes to the darkest; every other one to a light that was not planned before.
MOVED = """async step => {
    const [own] = document.querySelectorAll('[role=slider][aria-label^="Darker"]');
    const [plain] = document.querySelectorAll('input[type=range]');
    const ledger = () => document.querySelector('[aria-label^="Stop ledger"]').textContent;
    const before = ledger();
    const start = performance.now();
    if (own) {
        own.dispatchEvent(new KeyboardEvent('keydown', {key: step ? 'ArrowRight' : 'Home', bubbles: true}));
    } else {
        const shift = (step / 3 - 4).toFixed(2);
        Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(plain, shift);
        plain.dispatchEvent(new Event('input', {bubbles: true}));
    }
    while (ledger() === before) {
        if (performance.now() - start > 240000) throw new Error('the set did not change');
        await new Promise(requestAnimationFrame);
    }
    return performance.now() - start;
}"""


def choose(page: Page, label: str, text: str) -> None:
    """Take a choice from a list of the browser's own, or of the interface's."""
    field = page.get_by_role("combobox", name=label, exact=True)
    if field.evaluate("node => node.tagName") == "SELECT":
        field.select_option(label=text)
        return
    field.click()
    page.get_by_role("option", name=text, exact=True).click()
    page.wait_for_timeout(300)


def moves(page: Page, address: str, scene: str) -> list[float]:
    """Milliseconds from each move of the slider to the new ledger on screen."""
    page.goto(address)
    page.get_by_role("link", name=scene, exact=True).click()
    page.get_by_test_id("tide").wait_for()
    choose(page, "Known", "by name")
    choose(page, "Condition", NAMED[scene])
    page.wait_for_timeout(2500)
    taken = []
    for step in range(MOVES + 1):
        taken.append(page.evaluate(MOVED, step))
        page.wait_for_timeout(300)
    return taken[1:]


def measured() -> dict[str, list[float]]:
    """The moves of every scene."""
    with fresh_demo() as (browser, address):
        page = browser.new_context(viewport={"width": 1280, "height": 800}, service_workers="block").new_page()
        page.set_default_timeout(PATIENCE_MS)
        return {scene: moves(page, address, scene) for scene in NAMED}


if __name__ == "__main__":
    print(json.dumps(measured()))
