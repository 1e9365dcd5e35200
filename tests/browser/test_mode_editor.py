"""The mode table edited by keyboard alone: typed, copied, pasted, taken back, refused in words."""

import re

import pytest
from playwright.sync_api import Locator, Page, expect

from tests.browser.test_places import violations
from tests.situations import KIT

pytestmark = pytest.mark.browser


def open_editor(page: Page, address: str, camera: str = "Skarv A2") -> None:
    page.goto(f"{address}/kit")
    page.get_by_role("link", name=camera).click()
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
            const target = document.querySelector('[aria-label="Rate, fps, row 1"]');
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
    expect(page.get_by_text(re.compile("Looks like a slip in modes, row 1: 9000 Mbit/s"))).to_be_visible()
    kept(page)


def test_a_camera_is_described_from_a_plain_one_to_a_card(page: Page, demo: str) -> None:
    page.goto(f"{demo}/kit")
    page.get_by_role("button", name="New camera").click()
    page.get_by_role("menuitem", name="Action camera").click()
    page.get_by_label("Name").fill("Terna 1")
    page.get_by_label("Bare body to").fill("deep")
    expect(page.get_by_text("write a number")).to_be_visible()
    page.get_by_role("link", name="Menu").click()
    page.get_by_label("Label in the camera, row 1", exact=True).fill("Picture")
    expect(page.get_by_role("link", name="Body 1 to put right")).to_be_visible()
    page.get_by_role("link", name="Body 1 to put right").click()
    page.get_by_label("Bare body to").fill("15")
    kept(page)
    page.get_by_role("link", name="Lenses and views").click()
    page.get_by_label("f/ to set, row 1").fill("2.8 4 5.6")
    page.get_by_label("Crop, share, row 2").fill("")
    expect(page.get_by_role("link", name=re.compile("Modes [0-9]+ to put right"))).to_be_visible()
    page.get_by_role("link", name=re.compile("Modes [0-9]+ to put right")).click()
    expect(page.get_by_text("4K 16:9 at 25 allows Standard stabilisation but no crop is given")).to_be_visible()
    assert violations(page) == []
    page.get_by_role("link", name="Lenses and views").click()
    page.get_by_label("Crop, share, row 2").fill("0.12")
    kept(page)
    page.get_by_role("link", name="Done").click()
    expect(page.get_by_role("heading", name="Terna 1")).to_be_visible()
    expect(page.get_by_text("f/2.8 to 5.6; ISO 100 to 3200; bare to 15 m")).to_be_visible()


def test_what_could_not_be_kept_is_there_again(page: Page, demo: str) -> None:
    open_editor(page, demo)
    cell(page, "Height, px", 2).fill("tall")
    expect(page.get_by_text("write a whole number")).to_be_visible()
    page.reload()
    expect(cell(page, "Height, px", 2)).to_have_value("tall")
    expect(page.get_by_text("it was not kept yet")).to_be_visible()
    expect(page.get_by_text("write a whole number")).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    kept(page)
    page.reload()
    expect(cell(page, "Height, px", 2)).to_have_value("2160")
    # What is typed last is sent although the page is left at once.
    cell(page, "Draw, W", 1).fill("5.55")
    page.get_by_role("link", name="Done").click()
    expect(page.get_by_role("heading", name="Skarv A2")).to_be_visible()
    expect(page.get_by_role("button", name="Undo editing Skarv A2")).to_be_visible()
    assert modes(page, demo)[0]["draw_w"] == 5.55


def test_opening_and_typing_nothing_new_changes_no_document(page: Page, demo: str) -> None:
    """A whole document goes through fields and tables and comes back as it was."""
    for device in KIT.devices:
        open_editor(page, demo, device.name)
        slot = page.get_by_label("Preset slots")
        page.get_by_role("link", name="Body").click()
        slot.fill(str(device.preset_slots + 1))
        kept(page)
        slot.fill(str(device.preset_slots))
        kept(page)
        page.get_by_role("link", name="Done").click()
    assert page.request.get(f"{demo}/api/kit").json() == KIT.plain()


@pytest.mark.parametrize("watch", ["day", "night"])
def test_the_editor_has_no_accessibility_faults(page: Page, demo: str, watch: str) -> None:
    page.goto(demo)
    page.evaluate("watch => localStorage.setItem('steady-tide.watch', watch)", watch)
    open_editor(page, demo)
    cell(page, "Height, px", 1).fill("tall")
    expect(page.get_by_text("write a whole number")).to_be_visible()
    assert violations(page) == []
