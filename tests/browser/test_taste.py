"""Schools, numbers, what if, what it hangs on, matched cameras and presets, in the real interface."""

import re

import pytest
from playwright.sync_api import Page, expect

from tests.browser.picking import choose, press_at_once
from tests.browser.test_places import violations

pytestmark = pytest.mark.browser


def scene(page: Page, address: str, name: str) -> None:
    page.goto(address)
    page.get_by_role("link", name=name, exact=True).click()
    expect(page.get_by_role("heading", name=name, level=1)).to_be_visible()


def test_an_own_school_is_made_from_another_and_used(page: Page, demo: str) -> None:
    page.goto(f"{demo}/taste")
    page.get_by_role("button", name="Start from it: Quiet night").click()
    page.get_by_label("Name", exact=True).fill("Darkroom")
    choose(page, "Noise ceiling", "whatever")
    page.get_by_role("button", name="Keep it").click()
    expect(page.get_by_role("alert")).to_contain_text("give it another name")
    assert violations(page) == []
    page.get_by_label("Name", exact=True).fill("Ro's night")
    page.get_by_role("button", name="Keep it").click()
    table = page.get_by_role("table", name="Schools by axis")
    expect(table.get_by_role("columnheader", name=re.compile("Ro's night"))).to_be_visible()
    usual = page.get_by_role("radio", name="Ro's night holds by default")
    usual.click()
    expect(usual).to_be_checked()
    scene(page, demo, "Lantern market")
    choose(page, "School", "Ro's night")
    expect(page.locator("[data-setting=iso_ceiling]")).to_contain_text("ISO 6400")
    choose(page, "School", "as shoot or account have it")
    expect(page.get_by_role("combobox", name="School")).to_have_text("Ro's night, of the account")


def test_a_deleted_school_is_brought_back(page: Page, demo: str) -> None:
    page.goto(f"{demo}/taste")
    page.get_by_role("button", name="Start from it: Quiet night").click()
    page.get_by_label("Name", exact=True).fill("Short lived")
    page.get_by_role("button", name="Keep it").click()
    column = page.get_by_role("table", name="Schools by axis").get_by_role("columnheader", name="Short lived")
    expect(column).to_be_visible()
    page.get_by_role("button", name="Change: Short lived").click()
    page.get_by_role("button", name="Delete this school").click()
    expect(column).to_have_count(0)
    page.get_by_role("button", name="Bring it back").click()
    expect(column).to_be_visible()
    expect(page.get_by_role("button", name="Bring it back")).to_have_count(0)


def test_a_shoot_has_a_school_of_its_own(page: Page, demo: str) -> None:
    page.goto(demo)
    page.get_by_role("button", name="Name, place, day").click()
    choose(page, "School of its scenes", "Quiet night")
    page.get_by_role("button", name="Keep it").click()
    page.get_by_role("link", name="Lantern market", exact=True).click()
    choose(page, "School", "as shoot or account have it")
    expect(page.get_by_role("combobox", name="School")).to_have_text("Quiet night, of the shoot")
    expect(page.locator("[data-setting=iso_ceiling]")).to_contain_text(re.compile("ISO (400|800)"))


def test_a_number_is_changed_refused_and_put_back(page: Page, demo: str) -> None:
    page.goto(f"{demo}/taste")
    weight = page.get_by_label("Weight of ISO over your limit", exact=True)
    weight.fill("much")
    weight.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("write a number")
    expect(weight).to_have_value("much")
    weight.fill("0")
    weight.press("Enter")
    expect(page.get_by_role("button", name="back to 1")).to_be_visible()
    assert violations(page) == []
    scene(page, demo, "Lantern market")
    expect(page.get_by_text("Some of the weights are your own numbers.")).to_be_visible()
    page.get_by_role("link", name="Taste").click()
    page.get_by_role("button", name="back to 1").click()
    expect(page.get_by_label("Weight of ISO over your limit", exact=True)).to_have_value("1")


def test_a_value_is_looked_at_before_it_is_pinned(page: Page, demo: str) -> None:
    scene(page, demo, "Lantern market")
    page.locator("[data-setting=shutter]").click()
    page.get_by_role("button", name=re.compile("^1.100 s")).hover()
    tried = page.get_by_role("region", name="What if 1/100 s")
    expect(tried).to_contain_text(re.compile("With 1/100 s: \\+[0-9.]+ stops in all"))
    expect(tried.get_by_role("list", name="Figures that change")).to_contain_text("Shutter angle")
    expect(page.locator("[data-setting=shutter]")).to_contain_text("1/50 s")
    page.get_by_role("button", name=re.compile("^1.200 s")).focus()
    expect(page.get_by_role("region", name="What if 1/200 s")).to_be_visible()
    page.keyboard.press("Enter")
    expect(page.get_by_role("img", name="pinned")).to_be_visible()


def test_what_a_set_hangs_on_is_told(page: Page, demo: str) -> None:
    scene(page, demo, "Under the rafts")
    hangs = page.get_by_role("region", name="What it hangs on")
    expect(hangs.get_by_role("listitem").first).to_contain_text("To be sure,")
    expect(hangs).to_contain_text(re.compile("One stop (less|more) light"))


def test_the_set_follows_the_slider(page: Page, demo: str) -> None:
    scene(page, demo, "Lantern market")
    choose(page, "Known", "by name")
    expect(page.get_by_text("Everything is kept")).to_be_visible()
    choose(page, "Condition", "Market stalls under lamp strings (6-15 lx)")
    expect(page.get_by_role("table", name=re.compile("Stop ledger"))).to_contain_text("+1.90")
    before = page.get_by_role("table", name=re.compile("Stop ledger")).inner_text()
    slider = page.get_by_role("slider", name="Darker or brighter")
    slider.focus()
    press_at_once(page, "ArrowRight", 6)
    expect(page.get_by_label("Shifted by")).to_have_value("2")
    expect(page.get_by_role("table", name=re.compile("Stop ledger"))).to_contain_text("+3.90")
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_role("table", name=re.compile("Stop ledger"))).to_contain_text("+1.90")
    assert page.get_by_role("table", name=re.compile("Stop ledger")).inner_text() == before


def test_cameras_are_matched_and_what_differs_is_said(page: Page, demo: str) -> None:
    scene(page, demo, "Lantern market")
    page.get_by_role("button", name="Match the cameras").click()
    expect(page.get_by_role("list", name="Pinned on every camera")).to_contain_text("Frame rate 25 fps")
    expect(page.get_by_role("region", name="What will differ")).to_contain_text("has no setting for it")
    assert violations(page) == []
    page.keyboard.press("Escape")
    expect(page.get_by_role("img", name="pinned").first).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_role("img", name="pinned")).to_have_count(0)


def test_presets_are_proposed_and_taken(page: Page, demo: str) -> None:
    page.goto(f"{demo}/cards")
    page.get_by_text("Fewest preset slots").click()
    camera = page.get_by_role("region", name="Presets of Skarv A4")
    expect(camera).to_contain_text("Slot 3")
    expect(camera).to_contain_text("Left out: The pilot gig")
    camera.get_by_role("button", name="Use these slots").click()
    expect(camera).to_contain_text("these slots are in use")
    assert violations(page) == []


def test_a_night_lapse_is_briefed_with_its_own_questions(page: Page, demo: str) -> None:
    scene(page, demo, "Sky over the sheds")
    expect(page.get_by_test_id("headline")).to_contain_text("every 20 s")
    expect(page.get_by_label("Slowed up to")).to_have_count(0)
    page.get_by_label("A frame every").fill("30")
    expect(page.get_by_test_id("headline")).to_contain_text("every 30 s")
    expect(page.get_by_role("region", name="Figures")).to_contain_text("960")
    page.get_by_label("A frame every").fill("0")
    expect(page.get_by_role("alert").first).to_contain_text("at least 0.5")
