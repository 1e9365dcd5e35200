"""Pictures on screen: the light pulled on the tide diagram, a value rested on, sets side by side, the wipe, motion."""

import io
import re
from typing import Any

import numpy as np
import pytest
from PIL import Image
from playwright.sync_api import Locator, Page, expect

from tests.browser.picking import choose, setting
from tests.browser.test_main_job import open_row, open_scene
from tests.browser.test_places import violations

pytestmark = pytest.mark.browser
MARKET = "Lantern market"


def shown(page: Page, image: Locator) -> Any:
    """Pixels of what stands in an image, once it is no longer late."""
    expect(image).to_be_visible()
    expect(image).not_to_have_attribute("data-late", "true")
    answer = page.request.get(str(image.evaluate("one => one.src")))
    return np.asarray(Image.open(io.BytesIO(answer.body()))).astype(float)


def beside(page: Page, address: str, **search: str) -> None:
    """Side by side, on the market's first camera."""
    open_scene(page, address, MARKET)
    page.get_by_role("link", name="Side by side").click()
    expect(page.get_by_role("heading", name="Side by side")).to_be_visible()
    if search:
        page.goto(page.url + "".join(f"&{key}={value}" for key, value in search.items()))


def test_pulling_the_light_by_three_stops_changes_the_pixels_as_the_numbers_say(page: Page, demo: str) -> None:
    open_scene(page, demo, MARKET)
    picture = page.get_by_role("region", name="The picture")
    image = picture.get_by_role("img").first
    before = shown(page, image)
    light = page.get_by_role("slider", name="Light looked at")
    light.focus()
    for _ in range(15):
        light.press("ArrowDown")
    expect(picture.get_by_role("status")).not_to_contain_text("as expected")
    off = picture.get_by_text("Off its aim").locator("xpath=following-sibling::dd")
    after = shown(page, image)
    stops = float(off.inner_text().replace("−", "-"))
    assert stops < -1.5
    # Vivid, by its curve, lies under a gamma of about 2: code values fall by less than light does.
    ratio = np.median(after) / np.median(before)
    assert 2.0 ** (1.3 * stops) < ratio < 2.0 ** (0.35 * stops)
    page.get_by_role("button", name="Back to the light expected").click()
    assert np.array_equal(shown(page, image), before), "the same set in the same light is the same picture"


def test_a_value_that_is_rested_on_is_seen_beside_the_set(page: Page, demo: str) -> None:
    open_scene(page, demo, MARKET)
    picture = page.get_by_role("region", name="The picture")
    expect(picture.get_by_role("img")).to_have_count(1)
    open_row(page, "Shutter")
    page.get_by_role("group", name="Values of Shutter").get_by_role("button", name=re.compile("^1.200")).hover()
    expect(picture.get_by_role("img")).to_have_count(2)
    expect(picture.get_by_role("img", name=re.compile("^with 1.200"))).to_be_visible()
    setting(page, "Shutter").click()
    expect(picture.get_by_role("img")).to_have_count(1)


def test_it_is_graded_looked_into_made_larger_and_moves(page: Page, demo: str) -> None:
    open_scene(page, demo, MARKET)
    picture = page.get_by_role("region", name="The picture")
    image = picture.get_by_role("img").first
    plain = shown(page, image)
    for name in ("Graded", "Pixels"):
        picture.get_by_role("button", name=name).click()
        expect(picture.get_by_role("button", name=name)).to_have_attribute("aria-pressed", "true")
        now = shown(page, image)
        assert not np.array_equal(now, plain)
        plain = now
    picture.get_by_role("button", name="Larger").click()
    expect(page.get_by_role("dialog").get_by_role("img")).to_be_visible()
    page.keyboard.press("Escape")
    picture.get_by_role("button", name="See it move").click()
    expect(picture.locator("video")).to_be_visible()
    plays = "() => { const film = document.querySelector('video'); return film.readyState >= 2 && film.duration > 1; }"
    page.wait_for_function(plays)
    before = picture.locator("video").get_attribute("src")
    page.get_by_role("slider", name="Light looked at").press("ArrowDown")
    expect(picture.locator("video")).not_to_have_attribute("src", str(before))
    page.wait_for_function(plays)


def test_sets_hang_side_by_side_with_what_differs(page: Page, demo: str) -> None:
    beside(page, demo, by="iso_ceiling")
    pictures = page.get_by_role("listitem").filter(has=page.get_by_role("img"))
    expect(pictures).to_have_count(3)
    page.get_by_role("checkbox", name="ISO 400").check()
    expect(pictures).to_have_count(4)
    expect(pictures.first.get_by_label("What differs in the set")).to_contain_text("ISO ceiling")
    page.get_by_role("button", name="Nearer").click()
    page.keyboard.press("ArrowLeft")
    places = page.get_by_test_id("placed").evaluate_all("all => all.map(one => one.style.transform)")
    assert len(set(places)) == 1 and re.match(r"scale\(1\.4\) translate\([1-9]", places[0]), places
    assert violations(page) == []
    tested = pictures.nth(1).get_by_role("button", name="Test for real")
    tested.click()
    expect(tested).to_have_attribute("aria-pressed", "true")
    name = pictures.nth(1).get_by_role("heading").inner_text()
    choose(page, "What is compared", "Schools")
    other = pictures.nth(0).get_by_role("button", name="Test for real")
    other.click()
    expect(other).to_have_attribute("aria-pressed", "true")
    school = pictures.nth(0).get_by_role("heading").inner_text()
    expect(page.get_by_text("2 to test for real, on the card.")).to_be_visible()
    choose(page, "What is compared", re.compile("ISO ceiling"))
    pictures.nth(0).get_by_role("button", name=re.compile("^Choose ISO")).click()
    expect(page.get_by_test_id("answer")).to_be_visible()
    page.get_by_role("link", name="Card", exact=True).click()
    for mark in (name, school):
        expect(page.get_by_role("region", name="To test for real")).to_contain_text(mark)


def test_two_are_wiped_over_one_another_and_are_not_the_same(page: Page, demo: str) -> None:
    beside(page, demo, by="light", hang="darkest~brightest")
    page.get_by_role("button", name="Wipe").click()
    wipe = page.get_by_role("region", name="Wipe")
    images = wipe.get_by_role("img")
    expect(images).to_have_count(2)
    left, right = (shown(page, images.nth(at)) for at in range(2))
    assert np.abs(left - right).mean() > 5
    edge = wipe.get_by_role("slider", name="Edge of the sheet")
    edge.focus()
    edge.press("Home")
    expect(wipe.get_by_test_id("upper")).to_have_attribute("style", re.compile(r"inset\(0px 100% 0px 0px\)"))


def test_sets_are_looked_at_on_a_phone(phone: Page, demo: str) -> None:
    beside(phone, demo)
    expect(phone.get_by_role("listitem").filter(has=phone.get_by_role("img")).first).to_be_visible()
    assert phone.evaluate("document.documentElement.scrollWidth") <= 390
    assert violations(phone) == []


def test_the_picture_of_the_day_follows_the_minute_and_the_depth(page: Page, demo: str) -> None:
    page.goto(demo)
    page.get_by_role("link", name="The day").first.click()
    picture = page.get_by_role("region", name="The picture at a minute")
    first = shown(page, picture.get_by_role("img"))
    picture.get_by_role("button", name="Graded").click()
    expect(picture.get_by_role("button", name="Graded")).to_have_attribute("aria-pressed", "false")
    said = picture.get_by_role("status").inner_text()
    minute = picture.get_by_role("slider", name="Minute looked at")
    minute.focus()
    minute.press("End")
    expect(picture.get_by_role("status")).not_to_have_text(said)
    depth = picture.get_by_role("slider", name="Depth looked at")
    if depth.count():
        depth.focus()
        depth.press("Home")
        assert not np.array_equal(shown(page, picture.get_by_role("img")), first)


def test_shoots_show_what_each_set_takes(page: Page, demo: str) -> None:
    page.goto(demo)
    row = page.get_by_role("row").filter(has=page.get_by_role("link", name=MARKET, exact=True))
    expect(row.locator("img")).to_be_visible()


def test_a_table_of_ones_own_is_looked_through_and_a_broken_one_refused(page: Page, demo: str) -> None:
    open_scene(page, demo, MARKET)
    picture = page.get_by_role("region", name="The picture")
    expect(picture.get_by_role("img")).to_have_count(1)
    points = "\n".join(f"{b} {g} {r}" for b in (0, 1) for g in (0, 1) for r in (0, 1))
    field = picture.get_by_label("Through your own table (.cube)")
    field.set_input_files({"name": "broken.cube", "mimeType": "text/plain", "buffer": b"LUT_3D_SIZE 2\n1 2"})
    expect(picture.get_by_role("alert")).to_contain_text("line")
    file = {"name": "swap.cube", "mimeType": "text/plain", "buffer": f"LUT_3D_SIZE 2\n{points}".encode()}
    picture.get_by_label("Another table").set_input_files(file)
    expect(picture.get_by_role("img", name="Through swap.cube")).to_be_visible()
    picture.get_by_role("button", name="Without it").click()
    expect(picture.get_by_role("img")).to_have_count(1)
