"""What would help most, as it stands on the bench and in the kit."""

from playwright.sync_api import Page, expect

from tests.browser.picking import choose


def test_what_helps_is_taken_where_it_is_told(page: Page, demo: str) -> None:
    page.goto(demo)
    page.get_by_role("button", name="Add a scene").click()
    page.get_by_label("Name").fill("A dark lane")
    choose(page, "Kind", "Low light")
    page.get_by_label("Skarv A4").check()
    page.get_by_role("button", name="Open it on the bench").click()
    helps = page.get_by_role("region", name="What would help most")
    expect(helps.get_by_text("would hold").first).to_be_visible()
    lamp = helps.get_by_role("listitem").filter(has_text="Pocket panel")
    lamp.get_by_role("button", name="Into the bag").click()
    page.get_by_role("menuitem", name="I can borrow one").click()
    expect(helps.get_by_text("Pocket panel, 300 lx")).to_have_count(0)
    page.get_by_role("link", name="Kit").click()
    bag = page.get_by_role("region", name="The bag")
    expect(bag.get_by_text("to borrow")).to_be_visible()
    page.get_by_role("button", name="Plan every scene with ordinary things").click()
    expect(page.get_by_role("region", name="What to get").get_by_role("listitem").first).to_contain_text("helps")


def test_where_nothing_would_help_that_is_said(page: Page, demo: str) -> None:
    page.goto(demo)
    page.get_by_role("link", name="Sky over the sheds").first.click()
    expect(page.get_by_text("Not steady").first).to_be_visible()
    helps = page.get_by_role("region", name="What would help most")
    helps.get_by_role("listitem").filter(has_text="ISO up to").get_by_role("button", name="Take it").click()
    expect(page.get_by_text("none would help")).to_be_visible()
