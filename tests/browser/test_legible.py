"""Every place can be read: no type too small, no label cut, at every size of window and twice enlarged."""

import re
from collections.abc import Iterator

import pytest
from playwright.sync_api import Page

from tests.browser.conftest import DESK
from tests.browser.picking import setting
from tests.browser.test_places import places, violations

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


def faults(page: Page, name: str, least: float) -> list[str]:
    """What of a page cannot be read as it stands in its window."""
    told = [f"{name}, too small: {one}" for one in page.evaluate(SMALL, least)]
    told += [f"{name}, cut: {one}" for one in page.evaluate(CUT)]
    if page.evaluate("document.documentElement.scrollWidth > innerWidth"):
        told.append(f"{name} is wider than its window")
    return told


def at_every_size(page: Page, name: str) -> list[str]:
    """The same in every size of window, one after another, without opening it anew."""
    told = []
    for window, (width, height, least) in SIZES.items():
        page.set_viewport_size({"width": width, "height": height})
        page.evaluate("() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)))")
        told += [f"{window}: {one}" for one in faults(page, name, least)]
    page.set_viewport_size(DESK)
    return told


def test_every_place_can_be_read_and_used_by_everybody(page: Page, demo: str) -> None:
    """Each place is opened once: read at every size, and by day and night held against the rules of accessibility."""
    told = []
    for name, address in places(page, demo).items():
        page.goto(address)
        page.get_by_role("heading").first.wait_for()
        page.wait_for_load_state("networkidle")
        told += at_every_size(page, name)
        if name == "bench":
            setting(page, "Shutter").click()
        for watch in ("day", "night"):
            page.evaluate("watch => { document.documentElement.dataset.watch = watch }", watch)
            told += [f"{name} by {watch}: {one}" for one in violations(page)]
        page.evaluate("document.documentElement.dataset.watch = 'day'")
    assert not told, "\n".join(told)


def test_every_place_fits_a_phone_and_a_finger(phone: Page, demo: str) -> None:
    told = []
    for name, address in places(phone, demo).items():
        phone.goto(address)
        phone.get_by_role("heading").first.wait_for()
        phone.wait_for_load_state("networkidle")
        if phone.evaluate("document.documentElement.scrollWidth > innerWidth"):
            told.append(f"{name} is wider than a phone")
        if name != "camera":  # A table of a hundred cells is edited on a desk; on a phone it can be read.
            told += [f"{name}: {one}" for one in phone.evaluate(SMALL_TARGETS, FINGER)]
    assert not told, "\n".join(told)
    phone.goto(demo)
    small = phone.get_by_role("img", name=re.compile("^Light ")).first.bounding_box()
    assert small and small["x"] >= 0 and small["x"] + small["width"] <= 390, "the small diagrams are not cut"


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


def test_nothing_that_opens_is_too_small_or_cut(page: Page, demo: str) -> None:
    told = []
    for name in opened(page, demo):
        page.wait_for_load_state("networkidle")
        told += at_every_size(page, name)
    assert not told, "\n".join(told)
