"""Every place can be read: no type too small, no label cut, at every size of window and twice enlarged."""

from collections.abc import Iterator

import pytest
from playwright.sync_api import Browser, Page

from tests.browser.test_places import places

pytestmark = pytest.mark.browser

SIZES = {
    "desktop": (1280, 800, 12.0),
    "small desktop": (1024, 700, 12.0),
    "phone": (390, 844, 14.0),
    "twice enlarged": (640, 400, 12.0),
}
"""Width, height [CSS px], and the smallest type there [CSS px]. Twice enlarged a window has half its pixels."""

SMALL = """least => {
  const found = new Set();
  const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  while (walker.nextNode()) {
    const one = walker.currentNode.parentElement;
    if (!walker.currentNode.data.trim() || !one.checkVisibility()) continue;
    if (one.closest("title, style, script, .sr-only")) continue;
    const scale = one instanceof SVGElement && one.getScreenCTM ? Math.abs(one.getScreenCTM().a) : 1;
    const size = parseFloat(getComputedStyle(one).fontSize) * scale;
    if (size < least - 0.1) found.add(`${size.toFixed(1)} px: ${walker.currentNode.data.trim().slice(0, 40)}`);
  }
  return [...found];
}"""
"""Texts that are smaller on screen than a least size, also those drawn in a picture that is scaled."""

CUT = """() => [...document.querySelectorAll("label, legend, button, button *, th, h1, h2, h3, dt, dd, a")]
  .filter((one) => one.checkVisibility() && !one.closest(".sr-only") && one.clientWidth > 0)
  .filter((one) => getComputedStyle(one).overflowX !== "visible" && one.scrollWidth > one.clientWidth + 1)
  .map((one) => `${one.tagName.toLowerCase()}: ${one.textContent.trim().slice(0, 60)}`)"""
"""Labels, headings and choices that are wider than the room that shows them."""


SMALL_TARGETS = """least => {
  const pressed = "button, summary, [role=combobox], [role=tab], input, textarea, a";
  const whole = (one) => one.closest("label:has(> :is([type=checkbox], [type=radio]))") ?? one;
  return [...document.querySelectorAll(pressed)]
    .filter((one) => one.checkVisibility() && !one.disabled && !one.closest(".sr-only, svg"))
    .filter((one) => getComputedStyle(one).display !== "inline" || one.tagName === "SUMMARY")
    .map((one) => [one, whole(one).getBoundingClientRect()])
    .filter(([, room]) => room.width > 0 && (room.height < least - 0.5 || room.width < least - 0.5))
    .map(([one, room]) => `${one.tagName.toLowerCase()} ${(one.ariaLabel ?? one.textContent).trim().slice(0, 40)}: `
        + `${room.width.toFixed(0)} × ${room.height.toFixed(0)}`);
}"""
"""What is pressed and smaller than a finger; links within a text are as large as its lines."""
FINGER = 44


def test_whatever_is_pressed_on_a_phone_is_as_large_as_a_finger(phone: Page, demo: str) -> None:
    told = []
    for name, address in places(phone, demo).items():
        if name == "camera":  # A table of a hundred cells is edited on a desk; on a phone it can be read.
            continue
        phone.goto(address)
        phone.get_by_role("heading").first.wait_for()
        phone.wait_for_load_state("networkidle")
        told += [f"{name}: {one}" for one in phone.evaluate(SMALL_TARGETS, FINGER)]
    assert not told, "\n".join(told)


@pytest.mark.parametrize("window", SIZES)
def test_nothing_is_too_small_to_read_or_cut(browser: Browser, demo: str, window: str) -> None:
    width, height, least = SIZES[window]
    page: Page = browser.new_page(viewport={"width": width, "height": height})
    told = []
    for name, address in places(page, demo).items():
        page.goto(address)
        page.get_by_role("heading").first.wait_for()
        page.wait_for_load_state("networkidle")
        told += [f"{name}, too small: {one}" for one in page.evaluate(SMALL, least)]
        told += [f"{name}, cut: {one}" for one in page.evaluate(CUT)]
        if page.evaluate("document.documentElement.scrollWidth > innerWidth"):
            told.append(f"{name} is wider than its window")
    page.close()
    assert not told, "\n".join(told)


def test_a_cut_label_and_small_type_would_be_found(page: Page, demo: str) -> None:
    page.goto(places(page, demo)["bench"])
    chosen = page.get_by_role("combobox", name="Water", exact=True)
    chosen.wait_for()
    chosen.evaluate("one => { one.style.width = '60px'; one.style.fontSize = '9px'; }")
    assert any("coastal green" in one for one in page.evaluate(CUT))
    assert any("9.0 px: coastal green" in one for one in page.evaluate(SMALL, 12.0))


def opened(page: Page, address: str) -> Iterator[str]:
    """What opens over places, and places in another state: each in turn, by name."""
    known = places(page, address)

    def press(place: str, *buttons: str) -> None:
        page.goto(known[place])
        page.get_by_role("heading").first.wait_for()
        for button in buttons:
            page.get_by_role("button", name=button).first.click()

    for place, buttons in (
        ("shoots", ("New shoot",)), ("shoots", ("Add a scene",)), ("shoots", ("Name, place, day",)),
        ("kit", ("Paste its modes",)), ("kit", ("Share this camera", "Make a link")), ("kit", ("Tick what you own",)),
        ("kit", ("Add to ND filters",)), ("bench", ("Rename or delete", "Delete this scene")),
        ("bench", ("Shutter",)), ("day", ("Under the rafts",)), ("day", ("Same on another day",)),
        ("shoots", ("Find",)), ("shoots", ("Keys",)),
    ):  # fmt: skip
        press(place, *buttons)
        yield f"{place}: {', '.join(buttons)}"
    page.goto(f"{address}/first")
    for answer in ("In motion", "Skarv A4", "By place and hour"):
        page.get_by_role("button", name=answer).first.click()
        yield f"first card after {answer}"


@pytest.mark.parametrize("window", SIZES)
def test_nothing_that_opens_is_too_small_or_cut(browser: Browser, demo: str, window: str) -> None:
    width, height, least = SIZES[window]
    context = browser.new_context(viewport={"width": width, "height": height}, locale="en-GB", service_workers="block")
    page, told = context.new_page(), []
    for name in opened(page, demo):
        page.wait_for_load_state("networkidle")
        told += [f"{name}, too small: {one}" for one in page.evaluate(SMALL, least)]
        told += [f"{name}, cut: {one}" for one in page.evaluate(CUT)]
        if page.evaluate("document.documentElement.scrollWidth > innerWidth"):
            told.append(f"{name} is wider than its window")
    context.close()
    assert not told, "\n".join(told)
