"""The Day place: scenes on the tide of light, dragged, typed and moved by keyboard."""

import re

import pytest
from playwright.sync_api import Locator, Page, expect

from tests.browser.picking import choose, press_at_once
from tests.browser.test_places import violations
from tests.media.test_still import a_still

pytestmark = pytest.mark.browser


def open_day(page: Page, address: str) -> None:
    page.goto(address)
    page.get_by_role("link", name="The day").click()
    expect(page.get_by_role("table", name="Scenes of the day")).to_be_visible()


def row(page: Page, name: str) -> Locator:
    return page.get_by_role("row", name=re.compile(f"^{name}"))


def closer(page: Page, name: str) -> Locator:
    row(page, name).get_by_role("button", name=name).click()
    found = page.get_by_role("region", name=f"{name}, closer")
    expect(found).to_be_visible()
    return found


def test_the_day_shows_what_holds_and_what_does_not(page: Page, demo: str) -> None:
    open_day(page, demo)
    expect(page.get_by_text(re.compile("[0-9] of 6 scenes steady all through"))).to_be_visible()
    sky = page.get_by_role("region", name="The sky")
    expect(sky).to_contain_text("sunrise 07:1")
    expect(sky).to_contain_text("half moon")
    expect(row(page, "Under the rafts")).to_contain_text("steady all through")
    expect(row(page, "The smoked jar")).to_contain_text("all day")
    assert violations(page) == []


def test_the_light_is_read_off_by_keyboard(page: Page, demo: str) -> None:
    open_day(page, demo)
    hand = page.get_by_role("slider", name="Read the light at a time")
    hand.focus()
    for _ in range(2):
        page.keyboard.press("PageDown")
    page.keyboard.press("ArrowLeft")
    expect(hand).to_have_attribute("aria-valuetext", re.compile("^09:55; sky 1[0-9.]+ ± 0.7 EV, sun .*Under the rafts"))


def test_a_scene_is_moved_by_keyboard_into_light_it_holds(page: Page, demo: str) -> None:
    open_day(page, demo)
    drone = page.get_by_role("slider", name=re.compile("^Rafts from above"))
    expect(drone).to_have_attribute("aria-valuetext", re.compile("16:15 to 16:50, (likely )?steady"))
    drone.focus()
    for _ in range(3):
        page.keyboard.press("Shift+ArrowRight")
    expect(drone).to_have_attribute("aria-valuetext", re.compile("19:15 to 19:50, "))
    expect(page.get_by_label("Rafts from above from")).to_have_value("19:15")
    expect(page.get_by_text("Everything is kept")).to_be_visible()
    page.reload()
    expect(page.get_by_label("Rafts from above from")).to_have_value("19:15")


def test_changes_of_the_day_are_undone_and_redone(page: Page, demo: str) -> None:
    open_day(page, demo)
    expect(page.get_by_role("button", name="Undo")).to_be_disabled()
    drone = page.get_by_role("slider", name=re.compile("^Rafts from above"))
    drone.focus()
    press_at_once(page, "ArrowRight", 3)
    expect(page.get_by_label("Rafts from above from")).to_have_value("16:30")
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_label("Rafts from above from")).to_have_value("16:15")
    page.get_by_role("button", name="Redo").click()
    expect(page.get_by_label("Rafts from above from")).to_have_value("16:30")
    expect(page.get_by_text("Everything is kept")).to_be_visible()
    page.reload()
    expect(page.get_by_label("Rafts from above from")).to_have_value("16:30")


def test_a_better_time_is_proposed_and_taken(page: Page, demo: str) -> None:
    open_day(page, demo)
    page.get_by_label("Under the rafts to").fill("21:00")
    page.get_by_label("Under the rafts from").fill("19:50")
    rafts = row(page, "Under the rafts")
    rafts.get_by_role("button", name=re.compile("^Move it to 1[0-9]:[0-9]+: steady all through")).click()
    expect(rafts.get_by_role("button", name=re.compile("Move it"))).to_have_count(0)
    expect(rafts).to_contain_text("steady all through")
    expect(page.get_by_label("Under the rafts from")).to_have_value(re.compile("^1[6-8]:"))


def test_a_scene_is_dragged_along_the_day_and_a_fixed_one_is_not(page: Page, demo: str) -> None:
    open_day(page, demo)
    for name, moves in (("The smoked jar", True), ("Lantern market", False)):
        before = page.get_by_label(f"{name} from").input_value()
        box = page.get_by_role("slider", name=re.compile(f"^{name}")).bounding_box()
        assert box is not None
        page.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
        page.mouse.down()
        page.mouse.move(box["x"] + box["width"] / 2 - 200, box["y"] + box["height"] / 2, steps=8)
        page.mouse.up()
        if moves:
            expect(page.get_by_label(f"{name} from")).not_to_have_value(before)
            assert "08:00" < page.get_by_label(f"{name} from").input_value() < "11:00"
        else:
            expect(page.get_by_label(f"{name} from")).to_have_value(before)


def test_times_are_typed_and_wrong_ones_refused_beside_them(page: Page, demo: str) -> None:
    open_day(page, demo)
    page.get_by_label("Under the rafts to").fill("09:31")
    expect(page.get_by_role("alert")).to_contain_text("at least 5 minutes after the start")
    page.get_by_label("Under the rafts to").fill("later")
    page.get_by_label("Under the rafts to").blur()
    expect(page.get_by_role("alert")).to_contain_text("write a time such as 09:30")
    expect(page.get_by_label("Under the rafts to")).to_have_value("later")
    page.get_by_label("Under the rafts to").fill("11:00")
    expect(page.get_by_role("slider", name=re.compile("^Under the rafts"))).to_have_attribute(
        "aria-valuetext", re.compile("09:30 to 11:00")
    )


def test_what_is_typed_of_a_time_is_kept_or_told_as_not_kept(page: Page, demo: str) -> None:
    open_day(page, demo)
    page.get_by_label("Lantern market from").fill("")
    page.get_by_label("Lantern market to").fill("")
    page.get_by_label("Lantern market to").blur()
    expect(page.get_by_text("Everything is kept")).to_be_visible()
    page.get_by_label("Lantern market from").fill("8")
    page.get_by_label("Lantern market from").blur()
    expect(page.get_by_role("alert")).to_have_text("say until when, too")
    expect(page.get_by_text("Not kept yet")).to_be_visible()
    page.get_by_role("link", name="Getting ready").click()
    page.go_back()
    expect(page.get_by_label("Lantern market from")).to_have_value("8")
    page.get_by_label("Lantern market to").fill("8:30")
    page.get_by_label("Lantern market to").press("Enter")
    expect(page.get_by_label("Lantern market from")).to_have_value("08:00")
    expect(page.get_by_text("Everything is kept")).to_be_visible()
    page.reload()
    expect(page.get_by_label("Lantern market to")).to_have_value("08:30")


def test_the_lens_is_turned_and_the_light_follows(page: Page, demo: str) -> None:
    open_day(page, demo)
    gig = closer(page, "The pilot gig")
    expect(gig).to_contain_text("Front light: the sun is behind the camera")
    expect(gig).to_contain_text("Your own shadow lies in the frame")
    dial = gig.get_by_role("slider", name="Where the lens looks")
    dial.focus()
    for _ in range(3):
        page.keyboard.press("Shift+ArrowLeft")
    expect(dial).to_have_attribute("aria-valuetext", re.compile("^155° "))
    expect(gig).to_contain_text("Back light: the sun is ahead")
    expect(gig).to_contain_text("No shadow of yours")
    gig.get_by_label("Tilted down").fill("steep")
    expect(gig.get_by_role("alert")).to_contain_text("write a number")
    gig.get_by_label("Tilted down").fill("10")
    expect(gig.get_by_role("alert")).to_have_count(0)


def test_the_depth_is_changed_and_the_water_says_what_it_does(page: Page, demo: str) -> None:
    open_day(page, demo)
    water = closer(page, "Under the rafts")
    expect(water).to_contain_text("Magenta evens the colours")
    expect(water).to_contain_text("The set holds from the surface")
    deepest = water.get_by_role("slider", name="Deepest planned depth")
    deepest.focus()
    page.keyboard.press("ArrowDown")
    expect(water.get_by_role("textbox", name=re.compile("^Deepest"))).to_have_value("7.5")
    choose(water, "Water", "harbour, murky")
    expect(water).to_contain_text("no filter brings it back")
    water.get_by_label("Depth along the dive").fill("0:1 10:6 30:5")
    expect(water.get_by_role("button", name="Without")).to_be_visible()
    water.get_by_label("Depth along the dive").fill("0:1 ten:6")
    expect(water.get_by_role("alert")).to_contain_text("is no point")


def test_a_dive_is_drawn_pulled_and_taken_back(page: Page, demo: str) -> None:
    open_day(page, demo)
    water = closer(page, "Under the rafts")
    written = water.get_by_label("Depth along the dive")
    drawing = water.locator("svg[aria-labelledby=dive-drawn]")
    drawing.scroll_into_view_if_needed()
    box = drawing.bounding_box()
    assert box is not None
    page.mouse.click(box["x"] + 0.5 * box["width"], box["y"] + 0.5 * box["height"])
    points = water.get_by_role("slider", name=re.compile("^Point [0-9] of 3 of the dive"))
    expect(points).to_have_count(3)
    expect(written).to_have_value(re.compile(r"^0:[0-9.]+ 3[0-9]:[0-9.]+ 70:[0-9.]+$"))
    middle = points.nth(1)
    at = middle.bounding_box()
    assert at is not None
    page.mouse.move(at["x"] + at["width"] / 2, at["y"] + at["height"] / 2)
    page.mouse.down()
    page.mouse.move(box["x"] + 0.7 * box["width"], box["y"] + 0.3 * box["height"], steps=5)
    page.mouse.up()
    expect(written).to_have_value(re.compile(r"^0:[0-9.]+ 4[0-9]:[0-9.]+ 70:[0-9.]+$"))
    middle.focus()
    before = middle.get_attribute("aria-valuenow")
    page.keyboard.press("ArrowDown")
    expect(middle).to_have_attribute("aria-valuenow", f"{float(before or 0) + 0.5:g}")
    page.keyboard.press("Delete")
    expect(written).to_have_value(re.compile(r"^0:[0-9.]+ 70:[0-9.]+$"))
    page.get_by_role("button", name="Undo").click()
    expect(points).to_have_count(3)
    expect(page.get_by_text("Everything is kept")).to_be_visible()
    assert violations(page) == []


def test_a_dive_log_is_brought_in_and_a_bomb_is_refused(page: Page, demo: str) -> None:
    open_day(page, demo)
    water = closer(page, "Under the rafts")
    samples = "".join(
        f"<waypoint><depth>{d}</depth><divetime>{60 * t}</divetime></waypoint>" for t, d in ((0, 0), (4, 5.5), (20, 3))
    )
    log = f"<uddf><profiledata><dive><samples>{samples}</samples></dive></profiledata></uddf>"
    picker = water.locator("input[type=file]")
    picker.set_input_files({"name": "dive.uddf", "mimeType": "text/xml", "buffer": log.encode()})
    expect(water.get_by_label("Depth along the dive")).to_have_value("0:0 4:5.5 20:3")
    page.get_by_role("button", name="Undo").click()
    expect(water.get_by_label("Depth along the dive")).to_have_value("")
    expect(water.get_by_role("textbox", name=re.compile("^Deepest"))).to_have_value("7")
    bomb = '<!DOCTYPE u [<!ENTITY a "aaaa">]><uddf>&a;</uddf>'
    picker.set_input_files({"name": "bomb.uddf", "mimeType": "text/xml", "buffer": bomb.encode()})
    expect(water.get_by_role("alert")).to_contain_text("entities")


def test_changes_are_listed_with_what_skipping_them_costs(page: Page, demo: str) -> None:
    open_day(page, demo)
    page.get_by_label("Lantern market from").fill("18:30")
    expect(row(page, "Lantern market")).to_contain_text("too dark")
    page.get_by_role("tab", name=re.compile("^Changes")).click()
    table = page.get_by_role("table", name="Changes of the day")
    off = table.get_by_role("row", name=re.compile("while filming Lantern market"))
    expect(off).to_contain_text("bare lens instead of ND 4")
    expect(off).to_contain_text("stops too dark")
    assert violations(page) == []


def test_a_reading_bends_the_day_until_it_is_removed(page: Page, demo: str) -> None:
    open_day(page, demo)
    page.get_by_role("tab", name=re.compile("^Readings")).click()
    form = page.get_by_role("form", name="A new reading")
    form.get_by_label("Shutter").fill("1/60")
    form.get_by_role("button", name="Keep it").click()
    expect(form.get_by_role("alert")).to_contain_text("say when it was measured")
    form.get_by_label("At").fill("12:00")
    form.get_by_role("button", name="Keep it").click()
    readings = page.get_by_role("table", name="Readings")
    expect(readings).to_contain_text("12:00the open skyISO 100, f/2.8, 1/60 s")
    expect(readings).to_contain_text(re.compile("−5[.0-9]+ stops"))
    readings.get_by_role("button", name="Remove the reading at 12:00").click()
    expect(page.get_by_text("Nothing was measured yet")).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    expect(readings).to_contain_text("12:00the open skyISO 100, f/2.8, 1/60 s")
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_text("Nothing was measured yet")).to_be_visible()
    expect(page.get_by_role("button", name="Undo")).to_be_disabled()
    page.get_by_role("button", name="Redo").click()
    expect(readings).to_contain_text("12:00the open skyISO 100, f/2.8, 1/60 s")
    # As fast as one can press: the last press counts.
    for name in ("Undo", "Redo", "Undo", "Redo", "Undo"):
        page.get_by_role("button", name=name).click()
    expect(page.get_by_text("Everything is kept")).to_be_visible()
    expect(page.get_by_text("Nothing was measured yet")).to_be_visible()
    page.reload()
    page.get_by_role("tab", name=re.compile("^Readings")).click()
    expect(page.get_by_text("Nothing was measured yet")).to_be_visible()


def test_a_grey_card_is_read_from_its_still(page: Page, demo: str) -> None:
    open_day(page, demo)
    page.get_by_role("tab", name=re.compile("^Readings")).click()
    form = page.get_by_role("form", name="A new reading")
    choose(form, "Measured by", "a still of a grey card")
    choose(form, "Of", "the subject of The pilot gig")
    form.get_by_label("At").fill("12:10")
    picker = form.locator("input[type=file]")
    picker.set_input_files({"name": "card.jpg", "mimeType": "image/jpeg", "buffer": b"not a picture"})
    expect(form.get_by_role("alert")).to_contain_text("no picture that can be read")
    picker.set_input_files({"name": "card.jpg", "mimeType": "image/jpeg", "buffer": a_still(0.18)})
    readings = page.get_by_role("table", name="Readings")
    expect(readings).to_contain_text("12:10The pilot giggrey card +0.0 stops at ISO 200, f/4, 1/125 s")
    expect(page.get_by_role("region", name="The pilot gig, closer")).to_contain_text("bent by your reading")


def test_the_weather_is_pulled_and_everything_follows(page: Page, demo: str) -> None:
    open_day(page, demo)
    cloud = page.get_by_role("slider", name="Cloud over the shoot, in eighths")
    light = page.get_by_role("slider", name=re.compile("^Under the rafts"))
    before = light.get_attribute("aria-label")
    cloud.press("End")
    expect(page.get_by_text("Cloud 8/8")).to_be_visible()
    expect(light).not_to_have_attribute("aria-label", before or "")


def test_an_order_is_proposed_taken_and_put_back(page: Page, demo: str) -> None:
    open_day(page, demo)
    before = page.get_by_label("The pilot gig from").input_value()
    page.get_by_role("button", name="Propose an order").click()
    proposed = page.get_by_role("region", name="Proposed order")
    expect(proposed).to_contain_text("Minutes outside the marks")
    proposed.get_by_role("button", name="Take it").click()
    expect(page.get_by_label("The pilot gig from")).not_to_have_value(before)
    then = page.get_by_label("The pilot gig from").input_value()
    page.get_by_role("button", name="Put it back").click()
    expect(page.get_by_label("The pilot gig from")).to_have_value(before)
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_label("The pilot gig from")).to_have_value(then)
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_label("The pilot gig from")).to_have_value(before)


def test_the_day_is_taken_along(page: Page, demo: str) -> None:
    open_day(page, demo)
    for name, ending in (("Day sheet", "pdf"), ("Calendar", "ics"), ("Table", "csv")):
        with page.expect_download() as found:
            page.get_by_role("link", name=name).click()
        assert found.value.suggested_filename == f"day.{ending}"


def test_the_day_on_a_phone(phone: Page, demo: str) -> None:
    open_day(phone, demo)
    width = phone.evaluate("document.documentElement.scrollWidth")
    assert width <= 390, width
    closer(phone, "Under the rafts")
    assert violations(phone) == []
    pane = phone.get_by_role("figure").first.locator("> div").first
    assert pane.evaluate("one => one.scrollLeft") > 0, "the picture begins where the scene is, not at midnight"


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


def test_a_place_is_kept_on_the_own_list_and_taken_into_another_shoot(page: Page, demo: str) -> None:
    open_day(page, demo)
    page.get_by_role("button", name="Place and day").click()
    page.get_by_role("button", name="Keep Hallin Sound among your places").click()
    expect(page.get_by_role("combobox", name="Your places")).to_have_text("Hallin Sound, Europe/Oslo")
    page.keyboard.press("Escape")
    page.get_by_role("link", name="All shoots").click()
    page.get_by_role("button", name="New shoot").click()
    choose(page, "Your places", "Hallin Sound, Europe/Oslo")
    expect(page.get_by_label("Latitude")).to_have_value("58.3")
    page.get_by_role("button", name="Take Hallin Sound off the list").click()
    page.get_by_role("button", name="Bring Hallin Sound back").click()
    expect(page.get_by_role("combobox", name="Your places")).to_have_text("Hallin Sound, Europe/Oslo")


def test_a_second_set_has_a_card_of_its_own(page: Page, demo: str) -> None:
    page.goto(demo)
    page.get_by_role("heading", name="Rope and Lantern").wait_for()
    kit = page.request.get(f"{demo}/api/kit").json()
    drone = next(one for one in kit["devices"] if one["key"] == "kittiwake-d1")
    kept = page.request.put(
        f"{demo}/api/kit", data={**kit, "devices": [{**drone, "preset_slots": 2}]}, headers={"Origin": demo}
    )
    assert kept.ok
    (shoot,) = page.request.get(f"{demo}/api/shoots").json()
    rafts = next(one for one in shoot["scenes"] if one["name"] == "Rafts from above")
    locked = page.request.put(
        f"{demo}/api/setups/{rafts['setups'][0]['id']}/school", data={"school": "darkroom"}, headers={"Origin": demo}
    )
    assert locked.ok
    moved = page.request.put(
        f"{demo}/api/scenes/{rafts['id']}/filming", data={"starts": 440, "ends": 720}, headers={"Origin": demo}
    )
    (camera,) = next(one for one in moved.json()["scenes"] if one["id"] == rafts["id"])["cameras"]
    page.goto(f"{demo}/cards/{camera['setup_id']}")
    second = page.get_by_role("article", name="Second card: Rafts from above, Kittiwake D1")
    expect(second.get_by_role("heading")).to_have_text(f"Slot {camera['second']['slot']}, for the light after")
    expect(second).to_contain_text("As slot")
    expect(second.get_by_role("listitem")).to_have_count(len(camera["second"]["lines"]))
    expect(second.get_by_role("listitem").first).to_contain_text(camera["second"]["lines"][0]["text"])
    assert violations(page) == []
