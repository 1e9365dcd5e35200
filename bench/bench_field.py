"""The field on a slow phone: opened without a network, a press until it is shown, and what a shoot weighs."""

import json
import statistics

from here import browser_missing

SLOWER = 4
OPENED, PRESSED = 9, 15
WATCHED = """const look = () => {
    if ([...document.querySelectorAll("button")].some((one) => one.textContent === "Count take 1"))
        window.there = performance.now();
    else requestAnimationFrame(look);
};
requestAnimationFrame(look);"""
SHOWN = """async (number) => {
    const button = [...document.querySelectorAll("button")].find((one) => one.textContent === `Count take ${number}`);
    const start = performance.now();
    button.click();
    while (![...document.querySelectorAll("button")].some((one) => one.textContent === `Count take ${number + 1}`))
        await new Promise(requestAnimationFrame);
    return performance.now() - start;
}"""
JUDGED = """async (verdict) => {
    const button = [...document.querySelectorAll("button")].findLast((one) => one.textContent === verdict);
    const start = performance.now();
    button.click();
    while (button.getAttribute("aria-pressed") !== "true") await new Promise(requestAnimationFrame);
    return performance.now() - start;
}"""


def main() -> None:
    """Print medians."""
    if browser_missing("The field on a slow phone"):
        return
    from tests.browser.conftest import PHONE
    from tests.browser.serving import fresh_demo

    with fresh_demo() as (browser, address):
        context = browser.new_context(**PHONE)
        page = context.new_page()
        page.goto(f"{address}/field")
        page.get_by_role("button", name="Take it along").click()
        page.get_by_text("On this phone as of").wait_for()
        page.wait_for_timeout(4000)
        page.evaluate("navigator.serviceWorker.ready")
        shoot = page.request.get(f"{address}/api/shoots").json()[0]["id"]
        pack = page.request.get(f"{address}/api/shoots/{shoot}/pack")
        packed = len(json.dumps(pack.json(), separators=(",", ":")))
        page.get_by_role("link", name="Rope and Lantern").click()
        page.get_by_role("navigation", name="Places of the field").get_by_role("link", name="Takes").click()
        page.get_by_role("button", name="Count take 1").wait_for()
        where = page.url
        context.set_offline(True)
        opened = []
        for _ in range(OPENED):
            page.close()
            page = context.new_page()
            throttled(context, page)
            page.add_init_script(WATCHED)
            page.goto(where, wait_until="commit")
            page.get_by_role("button", name="Count take 1").wait_for()
            opened.append(page.evaluate("window.there"))
        counted, judged = [], []
        for number in range(1, PRESSED + 1):
            counted.append(page.evaluate(SHOWN, number))
            judged.append(page.evaluate(JUDGED, "Keep"))
            page.wait_for_timeout(750)
        print(f"The field, offline, {SLOWER} × slower processor")
        for name, taken in (("opened at a scene", opened), ("a take counted", counted), ("a verdict", judged)):
            print(f"  {name:<18} {statistics.median(taken):5.0f} ms, slowest {max(taken):5.0f}")
        print(f"  the demo's shoot weighs {packed / 1000:.0f} kB without pictures")


def throttled(context: object, page: object) -> None:
    """Make the processor of a page slower."""
    session = context.new_cdp_session(page)  # type: ignore[attr-defined]
    session.send("Emulation.setCPUThrottlingRate", {"rate": SLOWER})


if __name__ == "__main__":
    main()
