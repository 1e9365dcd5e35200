"""The mode table edited by keyboard alone: typed, copied, pasted, taken back, refused in words."""

import re

import pytest
from playwright.sync_api import Locator, Page, expect

from tests.browser.test_places import violations

pytestmark = pytest.mark.browser


def open_editor(page: Page, address: str, camera: str = "Skarv A2") -> None:
    page.goto(f"{address}/kit")
    page.get_by_role("link", name=re.compile(camera)).click()
    page.get_by_role("link", name="Edit the modes").click()
    expect(page.get_by_label("Shape, row 1", exact=True)).to_be_visible()


def cell(page: Page, head: str, row: int) -> Locator:
    return page.get_by_label(f"{head}, row {row}", exact=True)


def kept(page: Page) -> None:
    expect(page.get_by_text("Everything is kept")).to_be_visible()


def modes(page: Page, address: str, key: str = "skarv-a2") -> list[dict[str, object]]:
    devices = page.request.get(f"{address}/api/kit/devices").json()
    found = next(device["id"] for device in devices if device["key"] == key)
    made: list[dict[str, object]] = page.request.get(f"{address}/api/kit/devices/{found}").json()["modes"]
    return made


def test_by_keyboard_alone_a_mode_is_copied_and_changed_and_taken_back(page: Page, demo: str) -> None:
    open_editor(page, demo)
    before = modes(page, demo)
    cell(page, "Rate, fps", 1).focus()
    page.keyboard.press("ArrowDown")
    page.keyboard.press("Control+Enter")
    page.keyboard.press("Control+a")
    page.keyboard.type("48")
    kept(page)
    after = modes(page, demo)
    assert len(after) == len(before) + 1
    assert after[2] == {**before[1], "rate": "48"}
    for _ in range(len("48") + 1):
        page.keyboard.press("Control+z")
    kept(page)
    assert modes(page, demo) == before
    page.keyboard.press("Control+Shift+z")
    page.keyboard.press("Control+z")
    cell(page, "Rate, fps", 2).focus()
    page.keyboard.press("Control+Delete")
    kept(page)
    expect(cell(page, "Rate, fps", 1)).to_be_focused()
    assert len(modes(page, demo)) == len(before) - 1


def test_what_cannot_be_is_refused_in_its_cell_and_stays_typed(page: Page, demo: str) -> None:
    open_editor(page, demo)
    before = modes(page, demo)
    views = cell(page, "Views", 3)
    views.fill("wide sideways")
    cell(page, "Height, px", 1).fill("tall")
    expect(page.get_by_text("write a whole number")).to_be_visible()
    expect(cell(page, "Height, px", 1)).to_have_attribute("aria-invalid", "true")
    assert modes(page, demo) == before
    cell(page, "Height, px", 1).fill("2160")
    expect(page.get_by_text("sideways is not described in this document")).to_be_visible()
    expect(views).to_have_value("wide sideways")
    views.fill("wide")
    kept(page)
    assert modes(page, demo)[2]["views"] == ["wide"]


def test_cells_from_a_spreadsheet_are_pasted(page: Page, demo: str) -> None:
    open_editor(page, demo)
    page.evaluate(
        """text => {
            const target = document.querySelector('[data-cell="0 4"]');
            const data = new DataTransfer();
            data.setData('text', text);
            target.dispatchEvent(new ClipboardEvent('paste', {clipboardData: data, bubbles: true, cancelable: true}));
        }""",
        "23\twide\n26\twide rectilinear",
    )
    expect(cell(page, "Rate, fps", 1)).to_have_value("23")
    expect(cell(page, "Views", 2)).to_have_value("wide rectilinear")
    kept(page)
    assert [mode["rate"] for mode in modes(page, demo)[:2]] == ["23", "26"]
    page.get_by_role("button", name="Undo").click()
    expect(cell(page, "Rate, fps", 1)).to_have_value("24")


def test_a_slip_is_told_and_kept(page: Page, demo: str) -> None:
    open_editor(page, demo)
    cell(page, "Codec: Mbit/s", 1).fill("avc:9000")
    expect(page.get_by_text(re.compile("Looks like a slip in row 1: 9000 Mbit/s"))).to_be_visible()
    kept(page)


@pytest.mark.parametrize("watch", ["day", "night"])
def test_the_editor_has_no_accessibility_faults(page: Page, demo: str, watch: str) -> None:
    page.goto(demo)
    page.evaluate("watch => localStorage.setItem('steady-tide.watch', watch)", watch)
    open_editor(page, demo)
    cell(page, "Height, px", 1).fill("tall")
    expect(page.get_by_text("write a whole number")).to_be_visible()
    assert violations(page) == []
