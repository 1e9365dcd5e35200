"""From nothing to a card: acts counted for every kind of scene, on a desktop and on a phone; time is printed."""

import re
import time

import pytest
from playwright.sync_api import Page, Response, expect

from tests.browser.test_places import violations

MOST_ACTS = 12
KINDS = (
    "Everyday", "Talking", "In motion", "Under water", "At night", "From the air", "Scenic", "A thing", "Time lapse",
)  # fmt: skip
SIZES = {"desktop": (1280, 800), "phone": (390, 844)}


class Acts:
    """Presses, counted."""

    def __init__(self, page: Page) -> None:
        self.page = page
        self.count = 0

    def press(self, name: str) -> None:
        self.page.get_by_role("button", name=name, exact=False).first.click()
        self.count += 1

    def first_of(self, group: str) -> None:
        self.page.get_by_role("group", name=group).get_by_role("button").first.click()
        self.count += 1


def to_the_card(page: Page, kind: str) -> Acts:
    acts = Acts(page)
    acts.press("Get a card now, without an account")
    acts.press(kind)
    acts.first_of("Mine is like")
    acts.press("Next")
    acts.first_of("Light, brightest first")
    acts.first_of("Ways to hold it")
    acts.first_of("What it is for")
    return acts


@pytest.mark.parametrize("size", SIZES)
@pytest.mark.parametrize("kind", KINDS)
def test_a_card_in_few_acts(page: Page, plain_address: str, kind: str, size: str) -> None:
    width, height = SIZES[size]
    page.set_viewport_size({"width": width, "height": height})
    page.goto(plain_address)
    begun = time.monotonic()
    acts = to_the_card(page, kind)
    card = page.get_by_role("article", name="Your card")
    expect(card).to_be_visible()
    print(f"{kind}, {size}: {acts.count} acts, {time.monotonic() - begun:.1f} s")
    assert acts.count <= MOST_ACTS
    expect(card.get_by_test_id("answer")).to_be_visible()
    expect(card.get_by_role("listitem").filter(has_text="Frame rate").get_by_role("paragraph")).to_be_visible()
    assert page.evaluate("document.documentElement.scrollWidth") <= width, "nothing is cut at the side"
    assert violations(page) == []


def sign_up(page: Page) -> None:
    page.get_by_label("Your name").fill("A newcomer")
    page.get_by_label("E-mail address").fill(f"first{time.monotonic_ns()}@example.invalid")
    page.get_by_label("Password").fill("a long enough secret")
    page.get_by_role("button", name="Make the account").click()


def test_what_was_said_is_taken_over_by_the_account_made_afterwards(page: Page, plain_address: str) -> None:
    page.goto(plain_address)
    to_the_card(page, "Talking")
    page.get_by_role("button", name="Back").click()
    expect(page.get_by_role("heading", name="What is it for?")).to_be_visible()
    page.reload()
    expect(page.get_by_role("heading", name="What is it for?")).to_be_visible()
    page.get_by_role("button", name="Posted as it is").click()
    page.get_by_role("button", name="Keep it: make an account").click()
    sign_up(page)
    expect(page.get_by_role("heading", name="Talking")).to_be_visible()
    expect(page.get_by_test_id("answer")).to_be_visible()
    expect(page.get_by_text("My camera").first).to_be_visible()
    page.get_by_role("link", name="Shoots").click()
    expect(page.get_by_role("heading", name="My first shoot")).to_be_visible()


def test_the_light_of_a_place_and_an_hour_goes_along_to_the_day(page: Page, plain_address: str) -> None:
    page.goto(plain_address)
    acts = Acts(page)
    for name in ("Get a card now, without an account", "Scenic"):
        acts.press(name)
    acts.first_of("Mine is like")
    for name in ("Next", "By place and hour"):
        acts.press(name)
    hour = page.get_by_role("region", name="Place and hour")
    place = hour.get_by_role("combobox")
    expect(hour.get_by_role("button", name="Next")).to_be_disabled()
    place.fill("flekkef")
    expect(hour.get_by_role("option", name="Flekkefjord, Norway")).to_be_visible()
    assert violations(page) == []
    place.press("Enter")
    expect(place).to_have_value("Flekkefjord")
    hour.get_by_label("Day", exact=True).fill("2026-06-21")
    hour.get_by_label("At about").fill("13:00")
    hour.get_by_role("button", name="clear").click()
    expect(hour.get_by_role("status")).to_have_text(
        re.compile(r"Sun 5\d° up; open sky \d+ klx, EV 1[45]\.\d; sunset 22:")
    )
    hour.get_by_role("button", name="Next").click()
    acts.first_of("Ways to hold it")
    acts.first_of("What it is for")
    expect(page.get_by_role("article", name="Your card")).to_be_visible()
    page.get_by_role("button", name="Keep it: make an account").click()
    sign_up(page)
    expect(page.get_by_role("cell", name="sky, cloud 0/8")).to_be_visible()
    page.get_by_role("link", name="Shoots", exact=True).click()
    expect(page.get_by_text("Flekkefjord, Sun, 21 Jun 2026")).to_be_visible()
    page.get_by_role("link", name="The day", exact=True).click()
    expect(page.get_by_role("row", name=re.compile("^Scenic 13:00 13:30"))).to_be_visible()


def test_a_newcomer_looks_around_and_throws_it_away(page: Page, plain_address: str) -> None:
    page.goto(plain_address)
    page.get_by_role("button", name="Make an account").click()
    sign_up(page)
    page.get_by_role("button", name="Look around in a made-up shoot").click()
    expect(page.get_by_role("heading", name="Rope and Lantern")).to_be_visible()
    page.get_by_role("link", name="Shoots", exact=True).click()
    page.get_by_role("button", name="Made up, to look around: throw it away").click()
    expect(page.get_by_role("heading", name="No shoot yet")).to_be_visible()


MOST_KB = 120


def test_little_is_fetched_to_the_first_card_and_kept_for_ever(page: Page, plain_address: str) -> None:
    kept: dict[str, str] = {}

    def note(response: Response) -> None:
        if "/assets/" in response.url:
            kept[response.url] = response.headers.get("cache-control", "")

    page.on("response", note)
    page.add_init_script(
        "new MutationObserver((_, watch) => { if (document.querySelector('article[aria-label=\"Your card\"]'))"
        " { performance.mark('card'); watch.disconnect() } }).observe(document, {childList: true, subtree: true})"
    )
    page.goto(plain_address)
    to_the_card(page, "Everyday")
    expect(page.get_by_role("article", name="Your card")).to_be_visible()
    told = (
        "performance.getEntriesByType('resource').filter(e => /\\.(js|css)$/.test(e.name)"
        " && e.startTime < performance.getEntriesByName('card')[0].startTime).map(e => e.encodedBodySize)"
    )
    kilobytes = sum(page.evaluate(told)) / 1000
    print(f"{kilobytes:.0f} KB of scripts and styles to the first card")
    assert kilobytes <= MOST_KB
    assert kept and all("immutable" in words for words in kept.values())


def test_modes_are_pasted_and_a_bag_is_ticked(page: Page, demo: str) -> None:
    page.goto(f"{demo}/kit")
    page.get_by_role("link", name=re.compile("Skarv A2")).click()
    page.get_by_role("button", name="Paste its modes").click()
    page.get_by_label("Specification").fill("4K 16:9: 24/25/30, 1080p120\n2.7K 60\nWeight 153 g")
    row = page.get_by_role("row").filter(has_text="2.7K")
    expect(row).to_contain_text("2.7K 60")
    row.get_by_role("button", name="Leave out").click()
    expect(page.get_by_role("table", name="Understood")).to_contain_text("3840 × 2160")
    expect(page.get_by_role("region", name="Not understood")).to_contain_text("Weight 153 g")
    page.get_by_role("button", name="Take these 4 modes").click()
    expect(page.get_by_role("dialog")).to_have_count(0)
    page.get_by_role("button", name="Tick what you own").click()
    page.get_by_label("Card V90, 512 GB").check()
    page.get_by_label("Lapel microphone").check()
    assert violations(page) == []
    page.get_by_role("button", name="Put 2 things into the bag").click()
    expect(page.get_by_role("region", name="Cards")).to_contain_text("Card V90, 512 GB")


def test_anything_is_found_by_a_few_letters(page: Page, demo: str) -> None:
    page.goto(demo)
    expect(page.get_by_role("heading", name="Shoots")).to_be_visible()
    page.keyboard.press("f")
    box = page.get_by_role("combobox", name="Find")
    box.fill("lan mar")
    expect(page.get_by_role("option").first).to_contain_text("Lantern market")
    assert violations(page) == []
    box.press("Enter")
    expect(page.get_by_role("heading", name="Lantern market")).to_be_visible()
    page.keyboard.press("f")
    expect(page.get_by_role("option").first).to_contain_text("Lantern market")
    page.keyboard.press("ArrowDown")
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Rename or delete this scene").click()
    page.get_by_role("button", name="Copy this scene").click()
    expect(page.get_by_role("heading", name="Lantern market (copy)")).to_be_visible()


def test_a_sum_is_answered_where_things_are_found(page: Page, demo: str) -> None:
    page.goto(demo)
    expect(page.get_by_role("heading", name="Shoots")).to_be_visible()
    page.keyboard.press("f")
    box = page.get_by_role("combobox", name="Find")
    box.fill("nd16 + nd4")
    answer = page.get_by_role("status", name="Sum")
    expect(answer).to_contain_text("6 stops, density 1.8, as an ND64")
    expect(page.get_by_text("Nothing is called like that")).to_have_count(0)
    assert violations(page) == []
    box.fill("0 lux")
    expect(page.get_by_role("alert")).to_contain_text("0 is not meant")
    box.fill("xyz")
    expect(page.get_by_text("Sums are written like these:")).to_be_visible()
