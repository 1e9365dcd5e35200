"""Every place can be read: no type too small, no label cut, at every size of window and twice enlarged."""

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
