"""Every place: reachable by assistive technology, on a phone, on paper, at night, and from nothing."""

import re
from uuid import uuid4

import pytest
from playwright.sync_api import Page, expect

from steady_tide.settings import PROJECT
from tests.browser.picking import choose

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
    shoot = f"{address}/shoots/{page.request.get(f'{address}/api/shoots').json()[0]['id']}"
    return {
        "shoots": address,
        "bench": setup_path(page, address, "Under the rafts", "bench"),
        "bench in conflict": setup_path(page, address, "The pilot gig", "bench"),
        "side by side": f"{setup_path(page, address, 'Lantern market', 'bench')}/beside",
        "cards": f"{address}/cards",
        "card": setup_path(page, address, "Lantern market", "card"),
        "kit": f"{address}/kit",
        "taste": f"{address}/taste",
        "day": f"{shoot}/day",
        "getting ready": f"{shoot}/ready",
        "shot list": f"{shoot}/shots",
        "camera": f"{address}/kit/{page.request.get(f'{address}/api/kit/devices').json()[0]['id']}/edit/modes",
        "quick sums": f"{address}/sums",
        "a quick sum": f"{address}/sums/exposure",
        "logbook": f"{address}/logbook",
        "nowhere": f"{address}/no-such-place",
    }


def violations(page: Page) -> list[str]:
    page.evaluate(AXE.read_text())
    found = page.evaluate("axe.run(document, {resultTypes: ['violations']})")
    return [f"{one['id']}: {one['nodes'][0]['html'][:120]}" for one in found["violations"]]


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
