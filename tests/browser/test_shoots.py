"""The list of shoots and its scenes on screen: put away, sought, copied, deleted and brought back."""

from playwright.sync_api import Page, Route, expect

from tests.browser.picking import choose


def test_a_leftover_is_flagged_on_the_shoot_and_shown_on_the_card(page: Page, demo: str) -> None:
    page.goto(demo)
    page.get_by_role("row", name="Skarv A2").get_by_text("and 2 more").click()
    expect(page.get_by_text("Skarv A2 slot 3 still has ISO ceiling 3200")).to_be_visible()
    page.get_by_role("link", name="Skarv A2", exact=True).click()
    page.get_by_role("link", name="Card", exact=True).click()
    expect(page.get_by_text("now ISO 3200")).to_be_visible()


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


def test_a_long_list_says_how_far_it_is_planned(page: Page, demo: str) -> None:
    asked = []

    def answer(route: Route) -> None:
        asked.append(route.request.url)
        if len(asked) > 1:
            page.wait_for_timeout(1500)
            route.continue_()
            return
        shoot = route.fetch().json()
        for scene in shoot["scenes"][2:]:
            for setup in scene["setups"]:
                setup.update(outcome="waiting", headline="", to_decide=[], leftovers=[], light=None)
        route.fulfill(json=shoot)

    page.route("**/api/shoots/*?within_s=1", answer)
    page.goto(demo)
    expect(page.get_by_text("Planning your sets anew: 4 of 9")).to_be_visible()
    expect(page.get_by_role("progressbar", name="Sets planned")).to_have_attribute("aria-valuenow", "44")
    expect(page.get_by_text("being planned …")).to_have_count(5)
    expect(page.get_by_text("being planned …")).to_have_count(0)
    assert len(asked) == 2, "and is not asked again once all are planned"
