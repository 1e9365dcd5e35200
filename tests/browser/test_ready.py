"""A shoot made ready: short of cells and mended, its lists ticked, its shots listed by keyboard."""

import re

import pytest
from playwright.sync_api import Locator, Page, expect

from tests.browser.picking import choose
from tests.browser.test_places import violations

pytestmark = pytest.mark.browser


def open_place(page: Page, address: str, name: str) -> None:
    page.goto(address)
    page.get_by_role("link", name=name).first.click()
    expect(page.get_by_role("navigation", name="Places of the shoot")).to_be_visible()


def tick(box: Locator) -> None:
    """Click and wait: what is kept by the service shows when React has drawn it."""
    box.click()
    expect(box).to_be_checked()


def test_a_shoot_short_of_cells_is_mended(page: Page, demo: str) -> None:
    page.goto(demo)
    expect(page.get_by_text(re.compile("Kittiwake D1, Rafts from above from 16:4.: no cell is left"))).to_be_visible()
    page.get_by_role("link", name="What helps").click()
    short = page.get_by_role("region", name="What is short")
    short.get_by_role("button", name="What helps").click()
    more = short.get_by_role("listitem").filter(has_text="1 more: D1 flight cell")
    expect(more).to_contain_text("nothing short any more; costs no picture")
    more.get_by_role("button", name="Into the bag, to buy").click()
    expect(short).to_have_count(0)
    page.get_by_role("tab", name="Power and cards").click()
    drone = page.get_by_role("table", name="Cells and cards of the day").get_by_role("row", name="Kittiwake D1")
    expect(drone).to_contain_text("2 of 2 cells, a flight each")
    page.get_by_text("What this rests on").click()
    copies = page.get_by_label("Copies of every card")
    copies.fill("0")
    copies.press("Enter")
    expect(page.get_by_text("it has to be at least 1")).to_be_visible()
    expect(copies).to_have_value("0")
    copies.fill("4")
    copies.press("Enter")
    expect(page.get_by_text("it has to be at least 1")).to_have_count(0)
    expect(page.get_by_role("button", name="All as usual again")).to_be_visible()
    assert violations(page) == []
    page.get_by_role("link", name="Getting ready").click()
    expect(page.get_by_role("region", name="To pack").get_by_text("D1 flight cell").last).to_be_visible()
    expect(page.get_by_role("region", name="To pack")).to_contain_text("to buy")


def test_lists_are_ticked_and_added_to_and_cells_said_to_be_charged(page: Page, demo: str) -> None:
    open_place(page, demo, "Getting ready")
    said = page.get_by_text(re.compile("^0 of [0-9]+ done"))
    expect(said).to_be_visible()
    tick(page.get_by_role("region", name="To mind").get_by_role("checkbox").first)
    expect(page.get_by_text(re.compile("^1 of [0-9]+ done"))).to_be_visible()
    mine = page.get_by_role("region", name="Your own")
    mine.get_by_label("A line of your own").fill("Ask the harbour master")
    page.keyboard.press("Enter")
    tick(mine.get_by_role("checkbox", name="Ask the harbour master"))
    mine.get_by_role("button", name="Strike Ask the harbour master").click()
    expect(mine.get_by_role("checkbox")).to_have_count(0)
    mine.get_by_role("button", name="Put it back").click()
    expect(mine.get_by_role("checkbox", name="Ask the harbour master")).to_be_visible()
    charging = page.get_by_role("region", name="Charging")
    expect(charging.get_by_role("row", name="D1 charger")).to_be_visible()
    charging.get_by_role("button", name="D1 flight cell no. 1: not said").click()
    expect(charging.get_by_role("button", name="D1 flight cell no. 1: charged")).to_be_visible()
    expect(charging.get_by_role("row", name="D1 charger")).to_have_count(0)
    page.reload()
    expect(page.get_by_role("region", name="To mind").get_by_role("checkbox").first).to_be_checked()


DEMO = 5
"""Shots that the made-up shoot has already."""


def rows(page: Page) -> Locator:
    return page.get_by_role("region", name="Shots").get_by_role("listitem")


def test_a_shot_list_by_keyboard(page: Page, demo: str) -> None:
    open_place(page, demo, "Shot list")
    subject = page.get_by_label("What is to be seen")
    for count, name in enumerate(("The gig", "A rower", "The gig"), start=DEMO + 1):
        subject.fill(name)
        subject.press("Enter")
        expect(rows(page)).to_have_count(count)
    expect(rows(page).nth(DEMO + 2)).to_contain_text("The gig medium", use_inner_text=True)
    expect(page.get_by_text(re.compile("and 2 more with sizes missing"))).to_be_visible()
    grid = page.get_by_role("table", name="Sizes and angles of every object")
    expect(grid.get_by_role("row", name="A rower")).to_contain_text("missing")
    page.get_by_role("button", name=f"Shot {DEMO + 3}: The gig").focus()
    page.keyboard.press("Alt+ArrowUp")
    expect(rows(page).nth(DEMO + 1)).to_contain_text("The gig")
    expect(page.get_by_role("button", name=f"Shot {DEMO + 2}: The gig")).to_be_focused()
    page.keyboard.press("Enter")
    held = page.get_by_label("Held")
    held.fill("long")
    held.press("Tab")
    expect(page.get_by_text("0.5 to 3600 s")).to_be_visible()
    held.fill("12")
    held.press("Tab")
    expect(rows(page).nth(DEMO + 1)).to_contain_text("12 s")
    tick(page.get_by_label("once only"))
    choose(page, "Scene", "Under the rafts")
    expect(rows(page).nth(DEMO + 1)).to_contain_text("take the safest school for it")
    assert violations(page) == []
    page.get_by_role("button", name=f"Shot {DEMO + 2}: The gig").focus()
    page.keyboard.press("Delete")
    expect(rows(page)).to_have_count(DEMO + 2)
    page.get_by_role("button", name="Undo").click()
    expect(rows(page)).to_have_count(DEMO + 3)
    expect(rows(page).nth(DEMO + 1)).to_contain_text("12 s")
    page.reload()
    expect(rows(page).nth(DEMO + 1)).to_contain_text("The gig medium", use_inner_text=True)


def test_a_shot_list_begins_with_three_and_is_pulled_into_order(page: Page, demo: str) -> None:
    open_place(page, demo, "Shot list")
    page.get_by_label("What is to be seen").fill("Buoys")
    choose(page, "Scene of the new shot", "Under the rafts")
    page.get_by_role("button", name="Begin with three").click()
    expect(rows(page)).to_have_count(DEMO + 3)
    grid = page.get_by_role("table", name="Sizes and angles of every object")
    expect(grid.get_by_role("row", name="Buoys")).not_to_contain_text("missing")
    rows(page).nth(DEMO + 2).locator("svg").first.hover()
    page.mouse.down()
    rows(page).nth(DEMO).hover()
    page.mouse.up()
    expect(rows(page).nth(DEMO)).to_contain_text("detail")


def test_getting_ready_fits_a_phone(phone: Page, demo: str) -> None:
    for place in ("Getting ready", "Shot list"):
        open_place(phone, demo, place)
        expect(phone.get_by_role("heading", level=1, name=place)).to_be_visible()
        phone.wait_for_timeout(300)
        assert phone.evaluate("document.documentElement.scrollWidth") <= 390, place
        assert violations(phone) == []


def test_three_quick_sums_on_a_phone(phone: Page, demo: str) -> None:
    phone.goto(f"{demo}/sums")
    answer = phone.get_by_test_id("sum-answer")
    phone.get_by_role("link", name="Which filter or ISO does this light take?").click()
    expect(answer).to_have_text("ND16, 4 stops")
    phone.get_by_label("Light on the subject").fill("15")
    expect(answer).to_have_text("ND64, 6 stops")
    expect(phone).to_have_url(re.compile("ev100=15"))
    phone.get_by_label("Light on the subject").fill("bright")
    expect(phone.get_by_role("alert")).to_be_visible()
    expect(phone.get_by_label("Light on the subject")).to_have_value("bright")
    expect(answer).to_have_text("ND64, 6 stops")
    phone.get_by_role("heading", name="Quick sums").get_by_role("link").click()
    phone.get_by_role("link", name="What is left when a tall frame is cut out?").click()
    expect(answer).to_have_text("1215 × 2160 px")
    expect(phone.get_by_role("img", name=re.compile("^Tall crop: recorded 3840 by 2160"))).to_be_visible()
    phone.goto(f"{demo}/sums/interval?wanted=hours&film_s=12&interval_s=30")
    expect(answer).to_have_text("2 h 30 min")
    assert phone.evaluate("document.documentElement.scrollWidth") <= 390
    assert violations(phone) == []
    phone.get_by_role("button", name="Open it as a scene").click()
    expect(phone.get_by_test_id("answer")).to_be_visible()
    expect(phone).to_have_url(re.compile("/scenes/"))


def test_quick_sums_need_no_account(page: Page, plain_address: str) -> None:
    page.goto(plain_address)
    page.get_by_role("link", name="Quick sums, without an account").click()
    page.get_by_role("link", name="How long does a moment become?").click()
    page.get_by_role("textbox", name="Recorded").fill("200")
    expect(page.get_by_test_id("sum-answer")).to_have_text("4 s")
    expect(page.get_by_text("recorded / timeline").first).to_be_visible()
    assert violations(page) == []


def test_a_night_is_begun_by_the_sky_and_its_ramp_told(page: Page, demo: str) -> None:
    open_place(page, demo, "The day")
    row = page.get_by_role("row", name=re.compile("^Sky over the sheds"))
    row.get_by_role("button", name="Sky over the sheds").click()
    night = page.get_by_role("region", name="At intervals")
    expect(night).to_contain_text("thirds of a stop")
    night.get_by_role("combobox", name="Begins with").click()
    page.get_by_role("option", name=re.compile("^last light")).click()
    expect(page.get_by_label("Sky over the sheds from")).to_have_value("20:21")
    night.get_by_role("combobox", name="Ends with").click()
    page.get_by_role("option", name=re.compile("^first dawn .* next day")).click()
    expect(page.get_by_label("Sky over the sheds to")).to_have_value(re.compile("^04:5"))
    page.get_by_role("region", name="Sky over the sheds, closer").get_by_role("link", name="Sky over the sheds").click()
    film = page.get_by_label("Film wanted: sets one of the two above")
    film.fill("20")
    page.get_by_role("button", name="Set the interval").click()
    expect(page.get_by_label("A frame every")).not_to_have_value("20")
    expect(page.get_by_label("Runs for")).to_have_value(re.compile("^8.[5-9]"))
    film.fill("none")
    page.get_by_role("button", name="Set how long").click()
    expect(page.get_by_role("alert")).to_be_visible()


def test_cells_are_said_to_be_charged_in_the_kit_too(page: Page, demo: str) -> None:
    page.goto(f"{demo}/kit")
    page.get_by_text("Charged and empty").click()
    page.get_by_role("button", name="A4 cold-rated cell no. 2: not said").click()
    expect(page.get_by_role("button", name="A4 cold-rated cell no. 2: charged")).to_be_visible()
    page.get_by_role("button", name="A4 cold-rated cell no. 2: charged").click()
    expect(page.get_by_role("button", name="A4 cold-rated cell no. 2: in use")).to_be_visible()
