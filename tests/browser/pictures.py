"""Take the pictures of docs/screenshots from the demo: `./tide pictures`."""

import re
from base64 import b64encode
from typing import Any

from playwright.sync_api import Browser, Page, expect

from steady_tide.settings import PROJECT
from tests.browser.picking import choose, setting
from tests.browser.serving import fresh_demo

FOLDER = PROJECT / "docs" / "screenshots"
DESK = {"width": 1280, "height": 800}
PHONE = {"width": 390, "height": 844}
ON_PHONE: Any = {"viewport": PHONE, "device_scale_factor": 2, "is_mobile": True, "has_touch": True}


def scene(page: Page, address: str, name: str) -> None:
    page.goto(address)
    page.get_by_role("link", name=name, exact=True).click()
    page.get_by_role("heading", name=name, level=1).wait_for()
    page.wait_for_load_state("networkidle")


def shoot(page: Page, name: str) -> None:
    page.wait_for_load_state("networkidle")
    expect(page.locator("[data-late]")).to_have_count(0)
    page.wait_for_timeout(400)
    page.screenshot(path=FOLDER / f"{name}.png")
    print(f"docs/screenshots/{name}.png")


def desk(browser: Browser, address: str) -> None:
    page = browser.new_context(viewport=DESK, locale="en-GB", service_workers="block").new_page()
    page.goto(address)
    page.get_by_role("table").first.wait_for()
    shoot(page, "shoots")
    scene(page, address, "Under the rafts")
    shoot(page, "bench")
    setting(page, "Shutter").click()
    page.get_by_role("button", name=re.compile("^1.100 s|^1.240 s")).first.hover()
    page.get_by_role("region", name=re.compile("^What if")).wait_for()
    page.wait_for_timeout(800)
    shoot(page, "reasons")
    scene(page, address, "The pilot gig")
    shoot(page, "conflict")
    scene(page, address, "Lantern market")
    page.get_by_role("link", name="Card", exact=True).click()
    page.get_by_role("article").wait_for()
    shoot(page, "card")
    page.goto(f"{address}/kit")
    choose(page, "Beside", "Skarv A2")
    page.get_by_role("table", name="Standard scenes").wait_for()
    page.wait_for_load_state("networkidle")
    page.evaluate("scrollTo(0, 0)")
    shoot(page, "kit")
    page.get_by_role("link", name="Edit the modes").click()
    page.get_by_role("table").first.wait_for()
    shoot(page, "modes")


def beside(browser: Browser, address: str) -> None:
    page = browser.new_context(viewport=DESK, locale="en-GB", service_workers="block").new_page()
    scene(page, address, "Lantern market")
    page.get_by_role("link", name="Side by side").click()
    page.get_by_role("heading", name="Side by side").wait_for()
    choose(page, "What is compared", "ISO ceiling")
    choose(page, "In which light", re.compile("^darkest"))
    page.get_by_role("checkbox", name="ISO 400").check()
    page.get_by_role("checkbox", name="ISO 3200").check()
    page.get_by_role("checkbox", name="ISO 1600").uncheck()
    page.get_by_role("listitem").filter(has=page.get_by_role("img")).nth(2).wait_for()
    page.wait_for_timeout(2500)
    shoot(page, "beside")


def first(browser: Browser, address: str) -> None:
    page = browser.new_context(viewport=DESK, locale="en-GB", service_workers="block").new_page()
    page.goto(f"{address}/first")
    page.get_by_role("button", name="In motion").click()
    shoot(page, "first")
    page.get_by_role("button", name="Skarv A2").click()
    page.get_by_role("button", name="By place and hour").click()
    page.get_by_role("region", name="Place and hour").get_by_role("combobox").fill("58.30, 6.60")
    page.get_by_role("option").first.click()
    page.get_by_label("Day", exact=True).fill("2026-09-19")
    page.get_by_label("At about").fill("18:00")
    page.get_by_text(re.compile("^Sun .* up")).wait_for()
    for group in ("Light, brightest first", "Ways to hold it", "What it is for"):
        page.get_by_role("group", name=group).get_by_role("button").nth(1).click()
    page.get_by_role("region", name="What would help most").wait_for()
    shoot(page, "first-card")


def day(browser: Browser, address: str) -> None:
    page = browser.new_context(viewport=DESK, locale="en-GB", service_workers="block").new_page()
    page.goto(address)
    page.get_by_role("link", name="The day").click()
    page.get_by_role("table", name="Scenes of the day").wait_for()
    shoot(page, "day")
    page.get_by_role("button", name="Under the rafts").click()
    page.get_by_text("evens the colours").wait_for()
    shoot(page, "day-water")
    page.get_by_role("link", name="Getting ready").click()
    page.get_by_role("region", name="To mind").get_by_role("checkbox").first.click()
    for number in (1, 2):
        page.get_by_role("button", name=f"A4 standard cell no. {number}: not said").click()
    shoot(page, "ready")
    page.get_by_role("link", name="Shot list").click()
    page.get_by_role("button", name=re.compile("^Shot 5")).click()
    shoot(page, "shots")


def phone(browser: Browser, address: str) -> None:
    page = browser.new_context(**ON_PHONE, locale="en-GB", service_workers="block").new_page()
    page.goto(f"{address}/cards")
    page.get_by_role("link", name=re.compile("Lantern market.*Skarv")).click()
    page.get_by_role("article").wait_for()
    page.get_by_role("list", name="To change").get_by_role("checkbox").first.tap()
    shoot(page, "card-phone")


TAKES = (
    ("Young pollack", "No", "Too dark"), ("Young pollack", "Maybe", "Shaky"), ("Young pollack", "Keep", None),
    ("Mussel ropes", "Keep", None),
)  # fmt: skip
SHEET = """<body style="margin:0;display:flex;gap:20px;justify-content:center;background:#dfe6e8;padding:16px">
{pictures}</body>"""


def field(browser: Browser, address: str) -> None:
    """Three phones side by side: takes, the light that changed, and the day on the night watch; then the logbook."""
    page = browser.new_context(**ON_PHONE, locale="en-GB", service_workers="block").new_page()
    page.goto(f"{address}/field")
    page.get_by_role("button", name="Take it along").click()
    expect(page.get_by_text("On this phone as of")).to_be_visible()
    page.wait_for_timeout(3000)
    page.get_by_role("link", name="Rope and Lantern").click()
    tabs = page.get_by_role("navigation", name="Places of the field")
    tabs.get_by_role("link", name="Takes").click()
    for number, (subject, verdict, fault) in enumerate(TAKES, start=1):
        page.get_by_role("checkbox", name=f"Film {subject}").first.check()
        page.get_by_role("button", name=f"Count take {number}", exact=True).click()
        judged = page.get_by_role("group", name=f"Is take {number} good?")
        judged.get_by_role("button", name=verdict, exact=True).click()
        if fault:
            page.get_by_role("button", name=fault).click()
        page.wait_for_timeout(800)
    expect(page.get_by_text("All that you noted is sent.")).to_be_visible()
    page.evaluate("scrollTo(0, 0)")
    taken = [page.screenshot()]
    page.get_by_role("combobox", name="Scene").select_option(label="Rafts from above")
    tabs.get_by_role("link", name="Light").click()
    page.get_by_role("button", name="3 stops darker").click()
    page.wait_for_timeout(1500)
    taken.append(page.screenshot())
    tabs.get_by_role("link", name="Day").click()
    page.get_by_role("button", name="By day").click()
    page.get_by_role("button", name="In bright sun").click()
    page.wait_for_timeout(300)
    taken.append(page.screenshot())
    told = "".join(f'<img width="390" src="data:image/png;base64,{b64encode(one).decode()}">' for one in taken)
    sheet = browser.new_page(viewport={"width": 1280, "height": 876})
    sheet.set_content(SHEET.format(pictures=told))
    shoot(sheet, "field")
    book = browser.new_context(viewport=DESK, locale="en-GB", service_workers="block").new_page()
    book.goto(f"{address}/logbook")
    book.get_by_role("table").first.wait_for()
    shoot(book, "logbook")


def footage(browser: Browser, address: str) -> None:
    """The clips of the demo once they are read and one lesson is taken, and one of them with what was wrong."""
    page = browser.new_context(
        viewport=DESK, locale="en-GB", timezone_id="Europe/Oslo", service_workers="block"
    ).new_page()  # fmt: skip
    page.goto(address)
    page.get_by_role("link", name="The day").first.click()
    page.get_by_role("link", name="Footage").click()
    taken = page.get_by_role("region", name="What your clips teach").get_by_text(re.compile("^Taken: "))
    for _ in range(60):
        page.get_by_role("heading", name="Footage").wait_for()
        page.wait_for_timeout(4000)
        if taken.count():
            break
        page.reload()
    expect(taken).to_be_visible()
    shoot(page, "footage")
    page.get_by_role("link", name="Open stalls-dark.mp4").first.click()
    page.get_by_role("region", name="Seen and expected").wait_for()
    page.wait_for_timeout(2500)
    shoot(page, "clip")


def main() -> None:
    """Serve a fresh demo and take every picture."""
    FOLDER.mkdir(parents=True, exist_ok=True)
    with fresh_demo(footage=True) as (browser, address):
        desk(browser, address)
        beside(browser, address)
        first(browser, address)
        phone(browser, address)
        field(browser, address)
        day(browser, address)
        footage(browser, address)


if __name__ == "__main__":
    main()
