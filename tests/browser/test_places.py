"""Every place: reachable by assistive technology, on a phone, on paper, at night, and from nothing."""

import json
import re
from uuid import uuid4

import pytest
from playwright.sync_api import Page, Route, expect

from steady_tide.settings import PROJECT
from tests.browser.picking import choose, setting
from tests.clip import clip

pytestmark = pytest.mark.browser
AXE = PROJECT / "web" / "node_modules" / "axe-core" / "axe.min.js"


def setup_path(page: Page, address: str, scene: str, place: str) -> str:
    """Address of the bench or card of the first camera on a scene."""
    shoots = page.request.get(f"{address}/api/shoots").json()
    found = next(one for one in shoots[0]["scenes"] if one["name"] == scene)
    return f"{address}/scenes/{found['id']}" if place == "bench" else f"{address}/cards/{found['setups'][0]['id']}"


def places(page: Page, address: str) -> dict[str, str]:
    page.goto(address)
    page.get_by_role("heading", name="Shoots").wait_for()
    return {
        "shoots": address,
        "bench": setup_path(page, address, "Under the rafts", "bench"),
        "bench in conflict": setup_path(page, address, "The pilot gig", "bench"),
        "cards": f"{address}/cards",
        "card": setup_path(page, address, "Lantern market", "card"),
        "kit": f"{address}/kit",
        "taste": f"{address}/taste",
        "day": f"{address}/shoots/{page.request.get(f'{address}/api/shoots').json()[0]['id']}/day",
        "camera": f"{address}/kit/{page.request.get(f'{address}/api/kit/devices').json()[0]['id']}/edit/modes",
        "nowhere": f"{address}/no-such-place",
    }


def violations(page: Page) -> list[str]:
    page.evaluate(AXE.read_text())
    found = page.evaluate("axe.run(document, {resultTypes: ['violations']})")
    return [f"{one['id']}: {one['nodes'][0]['html'][:120]}" for one in found["violations"]]


@pytest.mark.parametrize("watch", ["day", "night"])
def test_no_place_has_accessibility_faults(page: Page, demo: str, watch: str) -> None:
    for name, address in places(page, demo).items():
        page.evaluate("watch => localStorage.setItem('steady-tide.watch', watch)", watch)
        page.goto(address)
        page.get_by_role("heading").first.wait_for()
        page.wait_for_load_state("networkidle")
        if name == "bench":
            setting(page, "Shutter").click()
        assert violations(page) == [], f"{name} by {watch}"
        assert page.evaluate("document.documentElement.scrollWidth <= innerWidth"), f"{name} is wider than its window"


def test_sheets_have_no_accessibility_faults(page: Page, demo: str) -> None:
    page.goto(demo)
    for opener in ("Keys", "New shoot", "Add a scene"):
        page.get_by_role("button", name=opener, exact=True).click()
        page.get_by_role("dialog").wait_for()
        assert violations(page) == [], opener
        page.keyboard.press("Escape")


def test_the_night_watch_starts_dark(page: Page, demo: str) -> None:
    page.goto(demo)
    page.evaluate("localStorage.setItem('steady-tide.watch', 'night')")
    page.route("**/assets/*.js", lambda route: route.fulfill(body="", content_type="text/javascript"))
    page.goto(demo)
    ground = page.evaluate("getComputedStyle(document.documentElement).backgroundColor")
    red, green, blue = (int(part) for part in re.findall(r"\d+", ground)[:3])
    assert max(red, green, blue) < 40


def test_a_card_on_a_phone_is_ticked_by_thumb_and_remembers(phone: Page, demo: str) -> None:
    phone.goto(demo)
    phone.get_by_role("heading", name="Shoots").wait_for()
    phone.goto(setup_path(phone, demo, "Lantern market", "card"))
    folded = phone.get_by_role("list", name="Stay as they are")
    expect(folded).to_be_hidden()
    expect(phone.get_by_role("list", name="To change").get_by_role("listitem").first).to_be_visible()
    unfold = phone.get_by_role("button", name=re.compile("that stay as they are"))
    unfold.tap()
    expect(folded).to_be_visible()
    phone.get_by_label("Frame rate read back").tap()
    expect(phone.get_by_text("1 of")).to_be_visible()
    phone.reload()
    unfold.tap()
    expect(phone.get_by_label("Frame rate read back")).to_be_checked()
    assert phone.evaluate("document.documentElement.scrollWidth <= innerWidth")


def test_every_place_fits_a_phone(phone: Page, demo: str) -> None:
    for name, address in places(phone, demo).items():
        phone.goto(address)
        phone.get_by_role("heading").first.wait_for()
        phone.wait_for_load_state("networkidle")
        assert phone.evaluate("document.documentElement.scrollWidth <= innerWidth"), name
    phone.goto(demo)
    small = phone.get_by_role("img", name=re.compile("^Light ")).first.bounding_box()
    assert small and small["x"] >= 0 and small["x"] + small["width"] <= 390, "the small diagrams are not cut"


@pytest.mark.parametrize(("paper", "size"), [("A6", (298, 420)), ("A4", (595, 842))])
def test_a_card_prints_on(page: Page, demo: str, paper: str, size: tuple[int, int]) -> None:
    page.goto(demo)
    page.get_by_role("heading", name="Shoots").wait_for()
    page.goto(setup_path(page, demo, "Lantern market", "card"))
    page.evaluate("window.print = () => { window.printed = true }")
    page.get_by_role("button", name=paper).click()
    page.wait_for_function("window.printed")
    pdf = page.pdf(prefer_css_page_size=True)
    boxes = re.findall(rb"/MediaBox \[0 0 ([\d.]+) ([\d.]+)\]", pdf)
    assert boxes and {(round(float(w)), round(float(h))) for w, h in boxes} == {size}
    assert len(boxes) <= (2 if paper == "A6" else 1), "A6 front and back, A4 one side"


def test_all_dialled_in_leaves_nothing_large_on_the_card(page: Page, demo: str) -> None:
    page.goto(demo)
    page.get_by_role("heading", name="Shoots").wait_for()
    page.goto(setup_path(page, demo, "Lantern market", "card"))
    expect(page.get_by_role("img", name="change").nth(3)).to_be_visible()
    page.get_by_role("button", name="All dialled in").click()
    expect(page.get_by_text("33 of 33 read back")).to_be_visible()
    expect(page.get_by_role("img", name="change")).to_have_count(0)
    choose(page, "Slot", "2")
    expect(page.get_by_text("0 of 33 read back")).to_be_visible()
    expect(page.get_by_role("img", name="change")).not_to_have_count(0)


def test_a_leftover_is_flagged_on_the_shoot_and_shown_on_the_card(page: Page, demo: str) -> None:
    page.goto(demo)
    page.get_by_role("row", name="Skarv A2").get_by_text("and 2 more").click()
    expect(page.get_by_text("Skarv A2 slot 3 still has ISO ceiling 3200")).to_be_visible()
    page.get_by_role("link", name="Skarv A2", exact=True).click()
    page.get_by_role("link", name="Card", exact=True).click()
    expect(page.get_by_text("now ISO 3200")).to_be_visible()


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


def test_a_filter_is_tested_and_a_cell_added(page: Page, demo: str) -> None:
    page.goto(f"{demo}/kit")
    page.get_by_role("button", name="ND 16", exact=True).click()
    page.get_by_role("textbox", name="Tested stops").fill("a lot")
    page.get_by_role("button", name="Keep it").click()
    expect(page.get_by_role("alert")).to_contain_text("write a number")
    assert violations(page) == []
    page.get_by_role("textbox", name="Tested stops").fill("3.7")
    page.get_by_role("button", name="Keep it").click()
    expect(page.get_by_role("region", name="ND filters")).to_contain_text("3.7 stops, tested")
    page.get_by_role("button", name="Add to Batteries").click()
    page.get_by_label("Name").fill("Big cell")
    page.get_by_role("button", name="Keep it").click()
    expect(page.get_by_role("alert").first).to_contain_text("this is missing")
    page.get_by_label("Capacity").fill("9.5")
    page.get_by_label("Share left at 0 °C").fill("0.8")
    page.get_by_role("checkbox", name="Skarv A4").check()
    page.get_by_role("button", name="Keep it").click()
    batteries = page.get_by_role("region", name="Batteries")
    expect(batteries).to_contain_text("1 × 9.5 Wh")
    page.get_by_role("button", name="Undo adding Big cell").click()
    expect(batteries).not_to_contain_text("9.5 Wh")
    page.get_by_role("button", name="Undo changing ND 16").click()
    expect(page.get_by_role("region", name="ND filters")).not_to_contain_text("3.7 stops")


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


def test_a_camera_is_copied_to_start_from(page: Page, demo: str) -> None:
    page.goto(f"{demo}/kit")
    page.get_by_role("button", name="Copy this camera").click()
    expect(page.get_by_role("heading", name="Skarv A4 (2)")).to_be_visible()
    copied = page.get_by_role("link", name=re.compile(r"Skarv A4 \(2\)"))
    page.get_by_role("button", name="Delete this camera").click()
    expect(copied).to_have_count(0)
    page.get_by_role("button", name="Undo deleting Skarv A4 (2)").click()
    expect(copied).to_be_visible()
    page.get_by_role("button", name="Redo deleting Skarv A4 (2)").click()
    expect(copied).to_have_count(0)


def test_a_wrong_mode_table_is_refused_by_row_and_a_right_one_taken(page: Page, demo: str) -> None:
    page.goto(f"{demo}/kit")
    with page.expect_download() as download:
        page.get_by_role("link", name="Modes (CSV)").click()
    text = download.value.path().read_text()

    def give(table: str) -> None:
        file = {"name": "modes.csv", "mimeType": "text/csv", "buffer": table.encode()}
        page.get_by_label("Other modes").set_input_files(files=[file])

    give(text.replace("3840,2160,120", "3840,tall,120"))
    expect(page.get_by_role("alert")).to_contain_text("height_px: write a whole number")
    expect(page.get_by_role("link", name=re.compile("Skarv A4"))).to_contain_text("58 modes")
    give("\n".join(line for line in text.splitlines() if ",5.2K," not in line))
    expect(page.get_by_role("link", name=re.compile("Skarv A4"))).to_contain_text("41 modes")


def test_a_camera_in_use_is_kept(page: Page, demo: str) -> None:
    page.goto(f"{demo}/kit")
    page.get_by_role("button", name="Delete this camera").click()
    expect(page.get_by_role("alert")).to_contain_text("it is on Under the rafts, The pilot gig, ")


def test_from_nothing_to_a_first_scene(page: Page, plain_address: str) -> None:
    page.goto(plain_address)
    page.get_by_role("button", name="Make an account").click()
    page.get_by_label("Your name").fill("Ada")
    page.get_by_label("E-mail address").fill(f"{uuid4().hex}@example.invalid")
    page.get_by_label("Password").fill("short")
    page.get_by_role("button", name="Make the account").click()
    expect(page.get_by_role("alert")).to_contain_text("at least 10 characters")
    assert violations(page) == []
    page.get_by_label("Password").fill("a long enough secret")
    page.get_by_role("button", name="Make the account").click()
    page.get_by_role("button", name="Make the first shoot").click()
    page.get_by_role("button", name="Make it").click()
    expect(page.get_by_role("alert")).to_contain_text("at least 1 character")
    page.get_by_label("Name").fill("First light")
    page.get_by_role("button", name="Make it").click()
    expect(page.get_by_role("heading", name="First light")).to_be_visible()
    page.get_by_role("button", name="Add a scene").click()
    expect(page.get_by_text("Your kit has no camera yet")).to_be_visible()
    kit = PROJECT / "docs" / "formats" / "examples" / "kit-rope-and-lantern.json"
    broken = {"name": "kit.json", "mimeType": "application/json", "buffer": b'{"devices": []}'}
    page.get_by_label("Kit document").set_input_files(files=[broken])
    expect(page.get_by_role("alert")).to_contain_text("devices: at least 1 are needed")
    page.get_by_label("Kit document").set_input_files(kit)
    page.get_by_label("Name").fill("First scene")
    page.get_by_label("Skarv A4").check()
    page.get_by_role("button", name="Open it on the bench").click()
    expect(page.get_by_test_id("tide")).to_be_visible()
    page.get_by_role("button", name="Sign out").click()
    expect(page.get_by_role("button", name="Sign in")).to_be_visible()


def test_a_scene_is_renamed_and_deleted_only_when_meant(page: Page, demo: str) -> None:
    page.goto(demo)
    page.get_by_role("link", name="The smoked jar").click()
    page.get_by_role("button", name="Rename or delete").click()
    page.get_by_label("Name", exact=True).fill(" ")
    page.get_by_role("button", name="Keep it").click()
    expect(page.get_by_role("alert")).to_contain_text("at least 1 character")
    page.get_by_label("Name", exact=True).fill("The other jar")
    page.get_by_role("button", name="Keep it").click()
    expect(page.get_by_role("heading", name="The other jar")).to_be_visible()
    page.get_by_role("button", name="Rename or delete").click()
    page.get_by_role("button", name="Delete this scene").click()
    expect(page.get_by_text("For a week it can be brought back")).to_be_visible()
    page.get_by_role("button", name="Yes, delete this scene").click()
    expect(page.get_by_role("heading", name="Shoots")).to_be_visible()
    expect(page.get_by_role("link", name="The other jar")).to_have_count(0)
    page.get_by_text("Deleted lately").click()
    page.get_by_role("button", name="Bring The other jar back").click()
    expect(page.get_by_role("link", name="The other jar")).to_be_visible()
    expect(page.get_by_text("Deleted lately")).to_have_count(0)


def test_nothing_is_asked_about_a_scene_while_it_is_being_deleted(page: Page, demo: str) -> None:
    def answer_late(route: Route) -> None:
        if route.request.method != "DELETE":
            route.continue_()
            return
        answer = route.fetch()
        page.wait_for_timeout(1500)
        route.fulfill(response=answer)

    page.goto(demo)
    page.route("**/api/scenes/*", answer_late)
    page.get_by_role("link", name="The smoked jar").click()
    page.get_by_role("button", name="Rename or delete").click()
    page.get_by_label("Name", exact=True).fill("The other jar")
    page.get_by_role("button", name="Keep it").click()
    expect(page.get_by_role("heading", name="The other jar")).to_be_visible()
    page.get_by_role("button", name="Rename or delete").click()
    page.get_by_role("button", name="Delete this scene").click()
    page.get_by_role("button", name="Yes, delete this scene").click()
    expect(page.get_by_role("heading", name="Shoots")).to_be_visible()


def test_shoots_are_put_away_sought_and_repeated_on_another_day(page: Page, demo: str) -> None:
    page.goto(demo)
    page.get_by_role("link", name="The day", exact=True).click()
    page.get_by_role("button", name="Same on another day").click()
    expect(page.get_by_label("Day", exact=True)).to_have_value("2026-09-20")
    page.get_by_role("button", name="Make the copy").click()
    expect(page.get_by_role("heading", name="Rope and Lantern (copy)")).to_be_visible()
    expect(page.get_by_text("20 Sept 2026")).to_be_visible()
    expect(page.get_by_role("table", name="Scenes of the day")).to_contain_text("Lantern market")
    page.get_by_role("link", name="All shoots").click()
    copy = page.get_by_role("region", name="Rope and Lantern (copy)")
    copy.get_by_role("button", name="Put it away").click()
    expect(copy).to_have_count(0)
    page.get_by_role("button", name="Put away (1)").click()
    expect(page.get_by_role("region")).to_have_count(1)
    copy.get_by_role("button", name="Take it out again").click()
    expect(page.get_by_role("region", name="Rope and Lantern", exact=True)).to_be_visible()
    expect(copy).to_be_visible()
    for name in ("Winter", "Harbour"):
        page.get_by_role("button", name="New shoot").click()
        page.get_by_label("Name", exact=True).fill(name)
        page.get_by_role("button", name="Make it").click()
        expect(page.get_by_role("region", name=name)).to_be_visible()
    page.get_by_label("Search your shoots").fill("kittiwake")
    expect(page.get_by_role("region")).to_have_count(2)
    page.get_by_label("Search your shoots").fill("nowhere else")
    expect(page.get_by_text("No shoot holds all of these words.")).to_be_visible()


def test_a_scene_begins_with_another(page: Page, demo: str) -> None:
    page.goto(demo)
    page.get_by_role("button", name="Add a scene").click()
    choose(page, "Begin with", "The pilot gig · Rope and Lantern")
    expect(page.get_by_text("Cameras", exact=True)).to_have_count(0)
    page.get_by_label("Name", exact=True).fill("The gig again")
    page.get_by_role("button", name="Open it on the bench").click()
    expect(page.get_by_role("heading", name="The gig again")).to_be_visible()
    page.get_by_role("link", name="Shoots", exact=True).click()
    row = page.get_by_role("row", name="The gig again")
    expect(row).to_contain_text("Skarv A4")


def test_a_shoot_changes_its_day(page: Page, demo: str) -> None:
    page.goto(demo)
    page.get_by_role("button", name="Name, place, day").click()
    page.get_by_label("Day").fill("2026-10-03")
    page.get_by_role("button", name="Keep it").click()
    expect(page.get_by_text("3 Oct 2026")).to_be_visible()


def test_a_new_scene_opens_on_the_bench_with_sensible_conditions(page: Page, demo: str) -> None:
    page.goto(demo)
    for kind in (
        "Underwater",
        "Low light",
        "Motion",
        "Product",
        "Everyday and travelling",
        "Talking to the camera",
        "Scenic",
        "Night lapse and time lapse",
    ):
        page.get_by_role("link", name="Shoots").click()
        page.get_by_role("button", name="Add a scene").click()
        page.get_by_label("Name").fill(f"Trial {kind}")
        choose(page, "Kind", kind)
        page.get_by_label("Skarv A4").check()
        page.get_by_role("button", name="Open it on the bench").click()
        expect(page.get_by_role("heading", name=f"Trial {kind}")).to_be_visible()
        expect(page.get_by_test_id("tide")).to_be_visible()


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
    files = [
        {"name": "one.mp4", "mimeType": "video/mp4", "buffer": clip(1920, 1080, ticks=60_000, each=1001)},
        {"name": "two.mov", "mimeType": "video/quicktime", "buffer": clip(1280, 720, ticks=240, each=1)},
        {"name": "notes.mp4", "mimeType": "video/mp4", "buffer": b"no clip at all"},
    ]
    page.get_by_label("Or clips it filmed").set_input_files(files)
    expect(box).to_have_value("1920 x 1080: 59.94\n1280 x 720: 240")
    expect(page.get_by_role("alert")).to_contain_text("Not read: notes.mp4")
    expect(page.get_by_label("Keep the modes it has, and add what is new")).to_be_checked()
    page.get_by_role("button", name="Take these 2 modes").click()
    modes = page.get_by_role("table", name="Modes of Skarv A4")
    expect(modes.get_by_role("row", name=re.compile("^720 16:9"))).to_be_visible()
    expect(modes.get_by_role("row", name=re.compile("^5.2K 8:7"))).to_be_visible()


def test_a_long_list_says_how_far_it_is_planned(page: Page, demo: str) -> None:
    asked = []

    def answer(route: Route) -> None:
        asked.append(route.request.url)
        if len(asked) > 1:
            page.wait_for_timeout(1500)
            route.continue_()
            return
        shoots = route.fetch().json()
        for scene in shoots[0]["scenes"][2:]:
            for setup in scene["setups"]:
                setup.update(outcome="waiting", headline="", to_decide=[], leftovers=[], light=None)
        route.fulfill(json=shoots)

    page.route("**/api/shoots?within_s=1", answer)
    page.goto(demo)
    expect(page.get_by_text("Planning your sets anew: 4 of 9")).to_be_visible()
    expect(page.get_by_role("progressbar", name="Sets planned")).to_have_attribute("value", "4")
    expect(page.get_by_text("being planned …")).to_have_count(5)
    expect(page.get_by_text("being planned …")).to_have_count(0)
    assert len(asked) == 2, "and is not asked again once all are planned"
