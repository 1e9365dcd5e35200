"""How soon the day shows a scene moved along it, and how soon its new set and light are there, in a real browser."""

import statistics
import sys
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
sys.path[:0] = [str(ROOT / "src"), str(ROOT)]

from here import browser_missing  # noqa: E402

MOVES = 15
COUNTED = """
    window.answered = 0;
    const ask = window.fetch;
    window.fetch = async request => {
        const answer = await ask(request);
        if (request.url?.endsWith('/filming')) window.answered += 1;
        return answer;
    };
"""
"""Counts the answers to moves: on a slow machine the word "keeping" may come and go between two frames."""
MOVED = """async name => {
    const scene = [...document.querySelectorAll('[role=slider]')].find(one => one.getAttribute('aria-label')?.startsWith(name));
    const status = () => document.querySelector('header [role=status]').textContent;
    const asked = window.answered;
    const was = scene.getAttribute('aria-valuenow');
    const start = performance.now();
    const until = async test => {
        while (!test()) {
            if (performance.now() - start > 60000) throw new Error('nothing moved');
            await new Promise(requestAnimationFrame);
        }
        return performance.now() - start;
    };
    scene.dispatchEvent(new KeyboardEvent('keydown', {key: 'ArrowRight', bubbles: true}));
    const shown = await until(() => scene.getAttribute('aria-valuenow') !== was);
    return [shown, await until(() => window.answered > asked && status() === 'Everything is kept')];
}"""  # noqa: E501


def main() -> None:
    """Print medians by scene."""
    if browser_missing("A scene moved along the day"):
        return
    from tests.browser.serving import fresh_demo

    with fresh_demo() as (browser, address):
        page = browser.new_context(viewport={"width": 1280, "height": 800}, service_workers="block").new_page()
        page.add_init_script(COUNTED)
        page.goto(address)
        page.get_by_role("link", name="The day").click()
        page.get_by_role("table", name="Scenes of the day").wait_for()
        page.wait_for_timeout(1500)
        print(f"A scene moved along the day by five minutes, {MOVES} moves, ms: shown, and its set and light anew")
        for name in ("Rafts from above", "Under the rafts", "The pilot gig"):
            taken = [page.evaluate(MOVED, name) for _ in range(MOVES)]
            shown, anew = (statistics.median(column) for column in zip(*taken, strict=True))
            print(f"  {name:<18} shown {shown:4.0f}, anew {anew:5.0f}, slowest {max(one[1] for one in taken):5.0f}")


if __name__ == "__main__":
    main()
