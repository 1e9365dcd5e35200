"""One's own account on screen, and two windows that edit the same."""

import re
from pathlib import Path
from uuid import uuid4

from playwright.sync_api import Page, expect

from tests.browser.picking import choose

SECRET = "a long enough secret"


def come_in(page: Page, address: str) -> None:
    page.goto(address)
    if "/shared/" in address:
        expect(page.get_by_text("shared with you")).to_be_visible()
    page.get_by_role("button", name="Make an account").click()
    page.get_by_label("Your name").fill("Ro V")
    page.get_by_label("E-mail address").fill(f"{uuid4().hex}@example.invalid")
    page.get_by_label("Password").fill("password1234")
    page.get_by_role("button", name="Make the account").click()
    expect(page.get_by_text("among the first that are guessed")).to_be_visible()
    page.get_by_label("Password").fill(SECRET)
    page.get_by_role("button", name="Make the account").click()


def test_an_account_is_looked_after_and_taken_along(page: Page, plain_address: str, tmp_path: Path) -> None:
    come_in(page, plain_address)
    page.get_by_role("link", name="Ro V").click()
    expect(page.get_by_text("this browser")).to_be_visible()
    page.get_by_label("Password now").fill("wrong")
    page.get_by_label("New password").fill("another long secret")
    page.get_by_role("button", name="Change it").click()
    expect(page.get_by_text("this is not your password")).to_be_visible()
    page.get_by_label("Password now").fill(SECRET)
    page.get_by_role("button", name="Change it").click()
    expect(page.get_by_text("every other browser is signed out")).to_be_visible()

    with page.expect_download() as coming:
        page.get_by_role("button", name="Take it out").click()
    archive = tmp_path / "archive.zip"
    coming.value.save_as(archive)
    page.get_by_label("Bring an archive in").set_input_files(archive)
    expect(page.get_by_text("It is here, beside what was here before.")).to_be_visible()

    # What takes long can be stopped: this one never ends by itself.
    page.route("**/api/account/archive", lambda _: None)
    page.get_by_role("button", name="Take it out").click()
    expect(page.get_by_role("progressbar", name="Putting it together …")).to_be_visible()
    page.get_by_role("button", name="Stop").click()
    expect(page.get_by_role("progressbar")).to_have_count(0)
    page.unroute("**/api/account/archive")

    page.get_by_label("Your password").fill("another long secret")
    page.get_by_role("button", name="Delete this account").click()
    expect(page.get_by_role("alert")).to_contain_text("will be deleted on")
    page.get_by_role("button", name="Keep it").click()
    expect(page.get_by_role("button", name="Delete this account")).to_be_visible()


def test_what_two_windows_changed_is_joined_and_the_same_field_asked_about(page: Page, demo: str) -> None:
    page.goto(demo)
    expect(page.get_by_text("Rope and Lantern").first).to_be_visible()
    scene = page.request.get(f"{demo}/api/shoots").json()[0]["scenes"][0]["id"]
    where = f"{demo}/api/scenes/{scene}"
    page.goto(f"{demo}/scenes/{scene}")
    minutes, air = page.get_by_label("Runs for"), page.get_by_label("Air", exact=False).first
    expect(minutes).to_be_visible()

    def edited_elsewhere(**changes: float) -> None:
        before = page.request.get(where).json()["brief"]
        told = {"label": "there", "brief": {**before, **changes}, "before": before}
        assert page.request.put(where, data=told, headers={"Origin": demo}).ok

    edited_elsewhere(minutes=33, temperature_c=3)
    minutes.fill("44")
    clash = page.get_by_role("alert", name="Changed in another window")
    expect(clash).to_contain_text("elsewhere this became 33; here it is 44")
    clash.get_by_role("button", name="Keep what is here").click()
    expect(clash).to_be_hidden()
    expect(air).to_have_value("3")
    expect(page.get_by_text("Everything is kept")).to_be_visible()
    assert page.request.get(where).json()["brief"]["minutes"] == 44

    edited_elsewhere(minutes=12)
    minutes.fill("50")
    clash.get_by_role("button", name="Take what is there").click()
    expect(minutes).to_have_value("12")


def test_who_has_no_account_sees_what_is_shared_and_takes_it_along(page: Page, plain_address: str) -> None:
    come_in(page, plain_address)
    page.get_by_role("link", name="Kit", exact=True).click()
    page.get_by_role("button", name="New camera").click()
    page.get_by_role("menuitem").first.click()
    page.goto(f"{plain_address}/kit")
    page.get_by_role("button", name="Share this camera").click()
    page.get_by_role("button", name="Make a link").click()
    link = page.get_by_label("Link, open until").input_value()
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Sign out").click()
    expect(page.get_by_label("E-mail address")).to_be_visible()
    come_in(page, link)
    expect(page.get_by_role("heading", name="a camera with")).to_be_visible()
    page.get_by_role("button", name="Take it into my kit").click()
    expect(page.get_by_role("navigation", name="Cameras").get_by_role("link")).to_have_count(1)


def test_quantities_are_told_and_typed_as_somebody_is_used_to(page: Page, demo: str) -> None:
    page.goto(f"{demo}/account")
    habits = page.get_by_role("region", name="Units and habits")
    for label, text in (("Lengths", "feet"), ("Clock", "1:30 pm"), ("Shutters", "180° (1/50 s)"), ("Light", "lux")):
        choose(habits, label, text)
        expect(habits.get_by_role("combobox", name=label)).to_have_text(text)
    page.goto(demo)
    page.get_by_role("link", name="The smoked jar").click()
    expect(page.get_by_test_id("answer")).to_contain_text("180° (1/50 s)")
    far = page.get_by_label("Subject at")
    expect(far).to_have_value("1.31")
    far.fill("20")
    expect(page.get_by_text("Everything is kept")).to_be_visible()
    page.reload()
    expect(far).to_have_value("20")
    far.fill("2 m")
    expect(page.get_by_text("Everything is kept")).to_be_visible()
    page.reload()
    expect(far).to_have_value("6.56")
    page.get_by_label("Air").fill("far too hot")
    expect(page.get_by_role("alert").first).to_contain_text("write a number")
    page.goto(demo)
    page.get_by_role("link", name="The day", exact=True).click()
    expect(page.get_by_role("row", name=re.compile(r"^Under the rafts 9:30 am"))).to_be_visible()
