"""Footage in a real browser: dropped, sent, read, moved by a drag, deleted and brought back; paused and gone on."""

import base64
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any

import pytest
from playwright.sync_api import Page, Route, expect

from steady_tide.core.picture.filmed import Happening
from tests.browser.test_places import violations
from tests.footage import a_clip, film
from tests.media.test_causes import NIGHT, SMALL, Fault, camera, planned, really

pytestmark = pytest.mark.browser
SHOOT = "Rope and Lantern"
PINS: dict[str, Any] = {**SMALL, "frame_rate": "25", "shutter": "1/50", "iso_ceiling": 1600, "white_balance": 4500}


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
    drop(page, "CLIP0042.MP4", a_clip(seed=21))
    strip = page.get_by_role("listitem").filter(has=page.get_by_role("link", name="Open CLIP0042.MP4"))
    expect(strip.locator("img")).to_be_visible()
    expect(strip).to_contain_text("instead of")
    assert violations(page) == []

    strip.drag_to(page.get_by_role("region", name="Sky over the sheds"))
    moved = page.get_by_role("region", name="Sky over the sheds").get_by_role("link", name="Open CLIP0042.MP4")
    expect(moved).to_be_visible()
    moved.click()
    expect(page.get_by_role("heading", name="CLIP0042.MP4")).to_be_visible()
    expect(page.get_by_role("region", name="Seen and expected")).to_contain_text("Exposure")
    expect(page.get_by_role("region", name="The file")).to_contain_text("320 x 180")
    expect(page.locator("video")).to_have_js_property("readyState", 4)
    assert violations(page) == []

    page.get_by_role("link", name="All clips").click()
    page.get_by_role("button", name="Delete CLIP0042.MP4").click()
    expect(page.get_by_text("CLIP0042.MP4 is deleted.")).to_be_visible()
    page.get_by_role("button", name="Bring it back").click()
    expect(page.get_by_role("link", name="Open CLIP0042.MP4")).to_be_visible()


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


def test_clips_are_read_where_they_lie(page: Page, demo: str, lying: Path) -> None:
    open_footage(page, demo)
    page.get_by_role("button", name="Read where they lie").click()
    sheet = page.get_by_role("dialog", name="Read where they lie")
    expect(sheet).to_contain_text("Nothing is there yet.")
    own = lying / sheet.locator("code").inner_text()
    (own / "morning").mkdir(parents=True)
    for number in range(2):
        (own / "morning" / f"rope {number}.mp4").write_bytes(a_clip(seed=61 + number))
    page.reload()
    page.get_by_role("button", name="Read where they lie").click()
    sheet.get_by_role("button", name="morning").click()
    assert violations(page) == []
    expect(sheet.get_by_role("button", name="Read these")).to_be_disabled()
    sheet.get_by_role("button", name="Choose all 2").click()
    sheet.get_by_role("checkbox", name="rope 1.mp4").uncheck()
    sheet.get_by_role("button", name="Read this one").click()
    expect(sheet).to_have_count(0)
    expect(page.get_by_role("link", name="Open rope 0.mp4").locator("img")).to_be_visible()

    page.get_by_role("button", name="Read where they lie").click()
    sheet.get_by_role("button", name="morning").click()
    expect(sheet.get_by_role("checkbox", name="rope 0.mp4")).to_be_disabled()
    expect(sheet).to_contain_text("here already")
    sheet.get_by_role("checkbox", name="rope 1.mp4").check()
    (own / "morning" / "rope 1.mp4").unlink()
    sheet.get_by_role("button", name="Read this one").click()
    expect(sheet).to_contain_text("there is no file morning/rope 1.mp4 any more")
    sheet.get_by_role("button", name="Your footage").click()
    expect(sheet.get_by_role("button", name="morning")).to_be_visible()


def shaky_clips(number: int) -> list[bytes]:
    """Clips of a planned walk at night, by a hand that shakes more than is usual."""
    shot = really(fault := Fault(NIGHT, PINS, ""), planned(fault))
    more = {"shake_rad_s": 1.6 * shot.motion.shake_rad_s, "jitter_rad_s": 1.6 * shot.motion.jitter_rad_s}
    shot = shot.model_copy(update={"motion": shot.motion.model_copy(update=more)})
    made = []
    with TemporaryDirectory() as folder:
        for seed in range(3, 3 + number):
            path = Path(folder) / "clip.mp4"
            film(path, shot, Happening(seconds=2.2, seed=seed), codec="h264", quality=10)
            made.append(path.read_bytes())
    return made


def walk_at_night(page: Page, address: str, shoot: str) -> None:
    """A scene of the shoot, on a camera with a small mode, pinned to it."""
    own = {"Origin": address}
    devices = {one["key"]: one["id"] for one in page.request.get(f"{address}/api/kit/devices").json()}
    device = f"{address}/api/kit/devices/{devices['skarv-a4']}"
    told = {"before": page.request.get(device).json(), "after": camera().plain()}
    assert page.request.patch(device, data=told, headers=own).ok
    wish = {"name": "A walk at night", "brief": NIGHT, "device_ids": [devices["skarv-a4"]]}
    scene = page.request.post(f"{address}/api/shoots/{shoot}/scenes", data=wish, headers=own).json()
    for name, value in PINS.items():
        pin = f"{address}/api/setups/{scene['setups'][0]['id']}/pins/{name}"
        assert page.request.put(pin, data={"value": value}, headers=own).ok


def test_from_dragged_clips_to_a_lesson_taken_and_undone(page: Page, demo: str) -> None:
    shoot = open_footage(page, demo)
    walk_at_night(page, demo, shoot)
    page.reload()
    for number, data in enumerate(shaky_clips(3)):
        drop(page, f"walk {number}.mp4", data)
    night = page.get_by_role("region", name="A walk at night")
    expect(night.get_by_role("listitem")).to_have_count(3)
    expect(page.get_by_text("first answer; read on")).to_have_count(0)
    page.reload()
    teach = page.get_by_role("region", name="What your clips teach")
    expect(teach).to_contain_text("You shake by")
    expect(teach).to_contain_text("as 3 clips say")
    assert violations(page) == []
    teach.get_by_role("button", name="Take it in").first.click()
    expect(teach).to_contain_text("Taken: You shake by")
    teach.get_by_role("button", name="Undo").click()
    expect(teach.get_by_role("button", name="Undo")).to_have_count(0)
    expect(teach.get_by_role("button", name="Take it in").first).to_be_visible()

    page.get_by_role("button", name="Side by side").click()
    expect(page.get_by_role("heading", name="Side by side")).to_be_visible()
    expect(page.get_by_role("table", name="What both show")).to_contain_text("Shake between frames")
    page.get_by_role("button", name="Neither").click()
    expect(page.get_by_role("button", name="Neither")).to_have_attribute("aria-pressed", "true")
    assert violations(page) == []


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
