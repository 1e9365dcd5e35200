"""The kit on screen: what it shows, what comes in and goes out, what is known of a camera."""

import io
import json
import re

from PIL import Image
from playwright.sync_api import Page, expect

from steady_tide.settings import PROJECT
from tests.browser.picking import choose
from tests.browser.test_places import violations
from tests.clip import clip


def test_the_kit_shows_modes_strengths_and_the_bag(page: Page, demo: str) -> None:
    page.goto(demo)
    page.get_by_role("link", name="Kit", exact=True).click()
    modes = page.get_by_role("table", name="Modes of Skarv A4")
    expect(modes.get_by_role("row", name=re.compile("^2.7K 16:9"))).to_contain_text("Low")
    choose(page, "Beside", "Skarv A2")
    scenes = page.get_by_role("table", name="Standard scenes")
    expect(scenes.get_by_role("row", name=re.compile("^Riding"))).to_contain_text(re.compile(r"stops.*stops", re.S))
    expect(page.get_by_role("region", name="Housings")).to_contain_text("to 60 m, flat port")
    expect(page.get_by_text("Green cast, seen on the grey card.")).to_be_visible()
    page.get_by_role("link", name=re.compile("Kittiwake D1")).click()
    expect(page.get_by_text("flies 27 min")).to_be_visible()


def test_a_filter_marked_unusable_is_not_planned_with(page: Page, demo: str) -> None:
    page.goto(f"{demo}/kit")
    for name in ("ND 16", "ND 32"):
        page.get_by_role("button", name=name, exact=True).click()
        choose(page, "Condition", "unusable")
        page.get_by_role("button", name="Keep it").click()
    expect(page.get_by_text("Unusable: never planned with")).to_have_count(2)
    page.get_by_role("link", name="Shoots").click()
    page.get_by_role("link", name="Lantern market").click()
    page.get_by_role("button", name="All of it, for this scene").click()
    unfit = page.get_by_role("region", name="Not here")
    expect(unfit.get_by_role("listitem").filter(has_text="ND 16").first).to_contain_text("you marked it unusable")
    expect(unfit).to_contain_text("does not fit Skarv A4")
    assert violations(page) == []


def test_what_is_on_a_camera_is_known_by_slot_and_can_be_forgotten(page: Page, demo: str) -> None:
    page.goto(f"{demo}/kit")
    page.get_by_role("link", name=re.compile("Skarv A2")).click()
    now = page.get_by_role("region", name="On it now")
    expect(now).to_contain_text("3200")
    page.get_by_role("button", name="Slot 3 is not known any more").click()
    expect(now).to_contain_text("Nothing is known yet")


def test_a_camera_in_use_is_kept(page: Page, demo: str) -> None:
    page.goto(f"{demo}/kit")
    page.get_by_role("button", name="Delete this camera").click()
    expect(page.get_by_role("alert")).to_contain_text("it is on Under the rafts, The pilot gig, ")


def test_a_camera_is_shared_by_a_link_and_taken_in(page: Page, demo: str) -> None:
    page.goto(f"{demo}/kit")
    page.get_by_role("button", name="Share this camera").click()
    page.get_by_role("button", name="Make a link").click()
    link = page.get_by_label("Link, open until")
    expect(link).to_have_value(re.compile(r"/shared/[\w-]{20,}$"))
    expect(page.get_by_alt_text("Code that opens the link")).to_be_visible()
    expect(page.get_by_text("opens only here")).to_be_visible()
    page.goto(link.input_value())
    expect(page.get_by_role("heading", name="Skarv A4, a camera with")).to_be_visible()
    page.get_by_role("button", name="Take it into my kit").click()
    expect(page.get_by_role("heading", name="Skarv A4 (2)")).to_be_visible()
    page.get_by_role("button", name=re.compile("^Undo")).click()
    expect(page.get_by_role("link", name="Skarv A4 (2)")).to_have_count(0)
    page.goto(f"{demo}/kit")
    page.get_by_role("button", name="Share this camera").click()
    page.get_by_role("region", name="Links made before").get_by_role("button", name="Close").click()
    expect(page.get_by_role("region", name="Links made before")).to_have_count(0)


def test_a_document_is_pasted(page: Page, demo: str) -> None:
    page.goto(f"{demo}/kit")
    box = page.get_by_label("Or paste a document here")
    box.fill("{ not json")
    page.get_by_role("button", name="Take it in").click()
    expect(page.get_by_role("alert")).to_contain_text("What you pasted is not a JSON document.")
    expect(box).to_have_value("{ not json")
    example = (PROJECT / "docs/formats/examples/kit-rope-and-lantern.json").read_text()
    paste = """(box, text) => {
        const clipboardData = new DataTransfer();
        clipboardData.setData("text", text);
        box.dispatchEvent(new ClipboardEvent("paste", { clipboardData, bubbles: true, cancelable: true }));
    }"""
    box.evaluate(paste, example.replace("Skarv A2", "Skarv A2 pasted"))
    expect(page.get_by_role("navigation", name="Cameras")).to_contain_text("Skarv A2 pasted")
    box.fill(json.dumps(json.loads(example)["devices"][3]))
    page.get_by_role("button", name="Take it in").click()
    expect(box).to_have_value("")
    expect(page.get_by_role("navigation", name="Cameras")).not_to_contain_text("pasted")


def test_clips_tell_size_and_rate_and_are_added(page: Page, demo: str) -> None:
    page.goto(f"{demo}/kit")
    page.get_by_role("button", name="Paste its modes").click()
    box = page.get_by_role("textbox", name="Specification")
    still = io.BytesIO()
    Image.new("RGB", (2704, 1520)).save(still, "PNG")
    files = [
        {"name": "one.mp4", "mimeType": "video/mp4", "buffer": clip(1920, 1080, ticks=60_000, each=1001)},
        {"name": "two.mov", "mimeType": "video/quicktime", "buffer": clip(1280, 720, ticks=240, each=1)},
        {"name": "still.png", "mimeType": "image/png", "buffer": still.getvalue()},
        {"name": "notes.mp4", "mimeType": "video/mp4", "buffer": b"no clip at all"},
    ]
    page.get_by_label("Or clips and stills it made").set_input_files(files)
    expect(box).to_have_value("1920 x 1080: 59.94\n1280 x 720: 240\n2704 x 1520: ")
    expect(page.get_by_text("A still tells its size only")).to_be_visible()
    box.fill("1920 x 1080: 59.94\n1280 x 720: 240")
    expect(page.get_by_role("alert")).to_contain_text("Not read: notes.mp4")
    expect(page.get_by_label("Keep the modes it has, and add what is new")).to_be_checked()
    page.get_by_role("button", name="Take these 2 modes").click()
    modes = page.get_by_role("table", name="Modes of Skarv A4")
    expect(modes.get_by_role("row", name=re.compile("^720 16:9"))).to_be_visible()
    expect(modes.get_by_role("row", name=re.compile("^5.2K 8:7"))).to_be_visible()
