"""Footage in a real browser: dropped, sent, read, moved by a drag, deleted and brought back; paused and gone on."""

import base64
from pathlib import Path

import pytest
from playwright.sync_api import Page, Route, expect

from tests.browser.test_places import violations
from tests.footage import a_clip

pytestmark = pytest.mark.browser
SHOOT = "Rope and Lantern"


def open_footage(page: Page, address: str) -> str:
    """The footage of the made-up shoot; its id."""
    page.goto(address)
    page.get_by_role("link", name="The day").first.click()
    expect(
        page.get_by_role("heading", name="The day").or_(page.get_by_role("heading", name=SHOOT)).first
    ).to_be_visible()
    page.get_by_role("link", name="Footage").click()
    expect(page.get_by_role("heading", name="Footage")).to_be_visible()
    return page.url.split("/shoots/")[1].split("/")[0]


def drop(page: Page, name: str, data: bytes) -> None:
    """Drop a file onto the page, as from a folder of the desk."""
    transfer = page.evaluate_handle(
        """([name, text]) => {
          const bytes = Uint8Array.from(atob(text), (one) => one.charCodeAt(0));
          const held = new DataTransfer();
          held.items.add(new File([bytes], name, { type: "video/mp4", lastModified: 1 }));
          return held;
        }""",
        [name, base64.b64encode(data).decode()],
    )
    region = page.get_by_role("region", name="Bring clips in")
    for event in ("dragover", "drop"):
        region.dispatch_event(event, {"dataTransfer": transfer})


def test_a_clip_is_dropped_read_moved_deleted_and_brought_back(page: Page, demo: str) -> None:
    open_footage(page, demo)
    expect(page.get_by_text("Drop the clips and stills of this shoot here")).to_be_visible()
    drop(page, "GX010042.MP4", a_clip(seed=21))
    strip = page.get_by_role("listitem").filter(has=page.get_by_role("link", name="Open GX010042.MP4"))
    expect(strip.locator("img")).to_be_visible()
    expect(strip).to_contain_text("instead of")
    assert violations(page) == []

    strip.drag_to(page.get_by_role("region", name="Sky over the sheds"))
    moved = page.get_by_role("region", name="Sky over the sheds").get_by_role("link", name="Open GX010042.MP4")
    expect(moved).to_be_visible()
    moved.click()
    expect(page.get_by_role("heading", name="GX010042.MP4")).to_be_visible()
    expect(page.get_by_role("region", name="Seen and expected")).to_contain_text("Exposure")
    expect(page.get_by_role("region", name="The file")).to_contain_text("320 x 180")
    expect(page.locator("video")).to_have_js_property("readyState", 4)
    assert violations(page) == []

    page.get_by_role("link", name="All clips").click()
    page.get_by_role("button", name="Delete GX010042.MP4").click()
    expect(page.get_by_text("GX010042.MP4 is deleted.")).to_be_visible()
    page.get_by_role("button", name="Bring it back").click()
    expect(page.get_by_role("link", name="Open GX010042.MP4")).to_be_visible()


def test_the_same_file_is_known_before_it_is_sent_and_what_is_no_clip_is_told(
    page: Page, demo: str, tmp_path: Path
) -> None:
    open_footage(page, demo)
    clip, notes = tmp_path / "one.mp4", tmp_path / "notes.mp4"
    clip.write_bytes(a_clip(seed=22))
    notes.write_text("not a clip")
    files = page.get_by_label("Clips to bring in", exact=True)
    files.set_input_files([clip, notes])
    expect(page.get_by_text("this is no clip or picture that can be read")).to_be_visible()
    expect(page.get_by_role("link", name="Open one.mp4").locator("img")).to_be_visible()
    expect(page.get_by_text("waits to be read")).to_have_count(0)
    expect(page.get_by_text("first answer; read on")).to_have_count(0)
    files.set_input_files([clip])
    expect(page.get_by_text("the same as one.mp4, which is here already")).to_be_visible()


def second_piece_never_arrives(route: Route) -> None:
    if route.request.headers.get("upload-offset") != "8000000":
        route.continue_()


def test_a_file_is_paused_and_gone_on_with_after_the_page_was_closed(page: Page, demo: str, tmp_path: Path) -> None:
    shoot = open_footage(page, demo)
    big = tmp_path / "big.mp4"
    big.write_bytes(a_clip(seed=23) + bytes(17_000_000))
    page.route("**/api/uploads/*", second_piece_never_arrives)
    page.get_by_label("Clips to bring in", exact=True).set_input_files([big])
    expect(page.get_by_text("8 MB of 17 MB")).to_be_visible()
    page.get_by_role("button", name="Pause").click()
    expect(page.get_by_text("paused")).to_be_visible()
    page.unroute("**/api/uploads/*")
    page.reload()
    expect(page.get_by_text("big.mp4 (46 %)")).to_be_visible()
    page.get_by_label("Clips to bring in", exact=True).set_input_files([big])
    expect(page.get_by_role("link", name="Open big.mp4").locator("img")).to_be_visible()
    clips = page.request.get(f"{demo}/api/shoots/{shoot}/footage").json()["clips"]
    assert [(one["name"], one["bytes"]) for one in clips] == [("big.mp4", big.stat().st_size)]
