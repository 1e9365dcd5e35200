"""The Day place: scenes on the tide of light, dragged, typed and moved by keyboard."""

import re

import pytest
from playwright.sync_api import Page, expect

from tests.browser.test_places import violations

pytestmark = pytest.mark.browser


def open_day(page: Page, address: str) -> None:
    page.goto(address)
    page.get_by_role("link", name="The day").click()
    expect(page.get_by_role("table", name="Scenes of the day")).to_be_visible()


def test_the_day_shows_what_holds_and_what_does_not(page: Page, demo: str) -> None:
    open_day(page, demo)
    expect(page.get_by_text(re.compile("[0-9] of 6 scenes steady all through"))).to_be_visible()
    sky = page.get_by_role("region", name="The sky")
    expect(sky).to_contain_text("sunrise 07:2")
    expect(sky).to_contain_text("Sky by sun and moon")
    rafts = page.get_by_role("row", name=re.compile("^Under the rafts"))
    expect(rafts).to_contain_text("steady all through")
    market = page.get_by_role("row", name=re.compile("^Lantern market"))
    expect(market).to_contain_text("all day")
    assert violations(page) == []


def test_a_scene_is_moved_by_keyboard_into_light_it_holds(page: Page, demo: str) -> None:
    open_day(page, demo)
    drone = page.get_by_role("slider", name=re.compile("^Rafts from above"))
    expect(drone).to_have_attribute("aria-valuetext", re.compile("16:15 to 16:50, from the start too bright"))
    drone.focus()
    for _ in range(2):
        page.keyboard.press("Shift+ArrowRight")
    expect(drone).to_have_attribute("aria-valuetext", re.compile("18:15 to 18:50, "))
    expect(page.get_by_label("Rafts from above from")).to_have_value("18:15")
    expect(page.get_by_text("Everything is kept")).to_be_visible()
    page.reload()
    expect(page.get_by_label("Rafts from above from")).to_have_value("18:15")


def test_a_better_time_is_proposed_and_taken(page: Page, demo: str) -> None:
    open_day(page, demo)
    row = page.get_by_role("row", name=re.compile("^Rafts from above"))
    row.get_by_role("button", name=re.compile("^Move it to 17:[0-9]+: steady all through")).click()
    expect(row).to_contain_text("steady all through")
    expect(row.get_by_role("button")).to_have_count(0)
    expect(page.get_by_label("Rafts from above from")).to_have_value(re.compile("^17:"))


def test_a_scene_is_dragged_along_the_day(page: Page, demo: str) -> None:
    open_day(page, demo)
    scene = page.get_by_role("slider", name=re.compile("^The smoked jar"))
    box = scene.bounding_box()
    assert box is not None
    page.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
    page.mouse.down()
    page.mouse.move(box["x"] + box["width"] / 2 - 200, box["y"] + box["height"] / 2, steps=8)
    page.mouse.up()
    expect(page.get_by_label("The smoked jar from")).not_to_have_value("14:00")
    moved = page.get_by_label("The smoked jar from").input_value()
    assert "08:30" < moved < "11:00"


def test_times_are_typed_and_wrong_ones_refused_beside_them(page: Page, demo: str) -> None:
    open_day(page, demo)
    page.get_by_label("Under the rafts to").fill("09:31")
    expect(page.get_by_role("alert")).to_contain_text("at least 5 minutes after the start")
    page.get_by_label("Under the rafts to").fill("11:00")
    expect(page.get_by_role("slider", name=re.compile("^Under the rafts"))).to_have_attribute(
        "aria-valuetext", re.compile("09:30 to 11:00")
    )


def test_a_shoot_without_a_place_says_what_it_needs(page: Page, demo: str) -> None:
    page.goto(demo)
    page.get_by_role("button", name="New shoot").click()
    page.get_by_label("Name").fill("Somewhere")
    page.get_by_label("Latitude").fill("far north")
    page.get_by_role("button", name="Make it").click()
    expect(page.get_by_role("alert")).to_contain_text("write a number")
    page.get_by_label("Latitude").fill("")
    page.get_by_role("button", name="Make it").click()
    page.get_by_role("region", name="Somewhere").get_by_role("link", name="The day").click()
    expect(page.get_by_text("say where and on which day you film")).to_be_visible()
    page.get_by_role("button", name="Say where and when").click()
    page.get_by_label("Latitude").fill("78.22")
    page.get_by_label("Longitude").fill("15.65")
    page.get_by_label("Day", exact=True).fill("2026-12-21")
    page.get_by_role("button", name="Keep it").click()
    expect(page.get_by_text("the sun stays down all day")).to_be_visible()
