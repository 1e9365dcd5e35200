"""The field in a real browser: taken along, worked without a network, closed, opened again, home whole and once."""

import json
import re
import shutil
from collections.abc import Callable, Iterator
from contextlib import contextmanager, suppress
from datetime import UTC, datetime
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import Browser, BrowserContext, Page, expect
from sqlalchemy import delete

from steady_tide.settings import PROJECT
from steady_tide.store.database import Database
from steady_tide.store.tables import SessionRow
from tests.browser.conftest import PATIENCE_MS, PHONE, watched
from tests.browser.serving import serving
from tests.browser.test_legible import CUT, SMALL, SMALL_TARGETS
from tests.browser.test_places import violations

pytestmark = pytest.mark.browser
SECRET = "a long enough secret"
SENT = "All that you noted is sent."


@contextmanager
def a_phone(browser: Browser, **more: Any) -> Iterator[BrowserContext]:
    """A phone that keeps the application, with its own storage; nothing may go wrong on any of its pages."""
    context = browser.new_context(**PHONE, **more)
    context.set_default_timeout(PATIENCE_MS)
    met: list[list[str]] = []
    context.on("page", lambda page: met.append(watched(page)))
    yield context
    context.close()
    assert [one for each in met for one in each if "Failed to load resource" not in one] == []


@pytest.fixture
def pocket(browser: Browser) -> Iterator[BrowserContext]:
    with a_phone(browser) as context:
        yield context


def controlled(page: Page) -> None:
    """Wait until the application is kept on the device, and this page comes from there."""
    page.evaluate(
        """async () => {
            await navigator.serviceWorker.ready;
            if (!navigator.serviceWorker.controller)
                await new Promise((done) => navigator.serviceWorker.addEventListener("controllerchange", done));
        }"""
    )


def take_along(page: Page, address: str) -> None:
    """Take the one shoot along, whole."""
    page.goto(f"{address}/field")
    page.get_by_role("button", name="Take it along").click()
    expect(page.get_by_text("On this phone as of just now")).to_be_visible()
    expect(page.get_by_text(re.compile("Bringing it up|Sets for other light"))).to_have_count(0)
    controlled(page)


def tab(page: Page, name: str) -> None:
    page.get_by_role("navigation", name="Places of the field").get_by_role("link", name=name).click()


def count(page: Page, number: int) -> None:
    page.get_by_role("button", name=f"Count take {number}", exact=True).click()
    expect(page.get_by_role("button", name=f"Count take {number + 1}", exact=True)).to_be_visible()
    page.wait_for_timeout(800)  # another press right after it would be taken for a slip


def shoot_of(page: Page, address: str) -> str:
    return str(page.request.get(f"{address}/api/shoots").json()[0]["id"])


def entries(page: Page, address: str) -> list[dict[str, Any]]:
    answer = page.request.get(f"{address}/api/shoots/{shoot_of(page, address)}/entries")
    return list(answer.json())


def film_two_takes(page: Page) -> None:
    """Count two takes, judge them, say a word of one, and tick its shot."""
    tab(page, "Takes")
    page.get_by_role("checkbox", name="Film Young pollack, medium").click()
    count(page, 1)
    page.get_by_role("button", name="No", exact=True).click()
    page.get_by_role("button", name="Too dark").click()
    page.get_by_role("button", name=re.compile("^Take 1")).click()
    page.get_by_label("A word about take 1").fill("a cloud of silt")
    page.get_by_role("button", name="Note it").click()
    expect(page.get_by_text("“a cloud of silt”", exact=True)).to_have_count(1)
    count(page, 2)
    page.get_by_role("group", name="Is take 2 good?").get_by_role("button", name="Keep").click()
    page.get_by_role("button", name="Not yet: Young pollack, medium").click()
    tab(page, "Card")
    page.get_by_role("checkbox", name="Shutter read back").click()
    expect(page.get_by_role("checkbox", name="Shutter read back")).to_be_checked()
    expect(page.get_by_text(re.compile("^1 of "))).to_be_visible()


def answer_the_light(page: Page) -> None:
    """Measure less light than planned, mistyped at first, and dial in what is told."""
    tab(page, "Light")
    page.get_by_label("Shutter").fill("fast")
    page.get_by_role("button", name="Tell me").click()
    expect(page.get_by_role("alert")).to_contain_text("write a shutter")
    expect(page.get_by_label("Shutter")).to_have_value("fast")
    page.get_by_label("Shutter").fill("1/60")
    page.get_by_role("button", name="Tell me").click()
    told = page.get_by_role("region", name="What to do")
    expect(told).to_contain_text("darker than planned")
    told.get_by_role("button", name="I dialled this in").click()
    expect(told).to_contain_text("Noted, and as dialled in.")


def test_two_scenes_without_a_network_come_home_whole_and_once(pocket: BrowserContext, demo: str) -> None:
    page = pocket.new_page()
    take_along(page, demo)
    pocket.set_offline(True)
    page.reload()
    page.get_by_role("link", name="Rope and Lantern").click()
    expect(page.get_by_text("How the day was planned")).to_be_visible()
    film_two_takes(page)
    page.get_by_role("combobox", name="Scene").select_option(label="Rafts from above")
    answer_the_light(page)
    tab(page, "Lists")
    page.get_by_role("checkbox").first.click()
    expect(page.get_by_role("checkbox").first).to_be_checked()
    expect(page.get_by_text(re.compile(r"\d+ notes kept here; sent with the next signal"))).to_be_visible()

    # Killed, and opened again at a deep address, still without a network.
    where = page.url
    page.close()
    page = pocket.new_page()
    page.goto(where)
    expect(page.get_by_role("checkbox").first).to_be_checked()
    page.get_by_role("combobox", name="Scene").select_option(label="Under the rafts")
    tab(page, "Takes")
    expect(page.get_by_role("button", name=re.compile("^Take 1"))).to_contain_text("no, too dark")
    expect(page.get_by_role("button", name=re.compile("^Take 2"))).to_contain_text("keep")
    expect(page.get_by_text("“a cloud of silt”", exact=True)).to_have_count(1)

    pocket.set_offline(False)
    expect(page.get_by_text(SENT)).to_be_visible()
    came_home(page, demo)
    page.reload()
    expect(page.get_by_text(SENT)).to_be_visible()
    came_home(page, demo)
    page.get_by_role("combobox", name="Scene").select_option(label="Rafts from above")
    tab(page, "Light")
    expect(page.get_by_role("region", name="Planned anew")).to_be_visible()


def came_home(page: Page, address: str) -> None:
    """Everything noted in those two scenes is there, once."""
    home = entries(page, address)
    kinds = sorted(one["kind"] for one in home)
    dialled = kinds.count("read-back") - 1
    assert dialled >= 1, "what the answer asked for was dialled in"
    expected = ["check", "fault", "light", "note", "shot", "take", "take", "verdict", "verdict"]
    assert kinds == sorted([*expected, *["read-back"] * (dialled + 1)])
    takes = [one for one in home if one["kind"] == "take"]
    assert [bool(one["shot"]) for one in takes] == [True, True] and takes[0]["set"] and takes[0]["ev100"]
    shots = page.request.get(f"{address}/api/shoots/{shoot_of(page, address)}/shots").json()["shots"]
    assert [one["shot"]["done"] for one in shots if one["shot"]["subject"] == "Young pollack"] == [True]


def test_a_hold_counts_a_take_and_a_slip_is_no_take(phone: Page, demo: str) -> None:
    phone.goto(f"{demo}/field")
    phone.get_by_role("button", name="Take it along").click()
    phone.get_by_role("link", name="Rope and Lantern").click()
    tab(phone, "Takes")
    phone.get_by_role("button", name="Hold 10 s").click()
    expect(phone.get_by_text("Hold still.")).to_be_visible()
    expect(phone.get_by_role("timer")).to_contain_text("1 of 10 s")
    phone.get_by_role("button", name="Stop: it is a take").click()
    expect(phone.get_by_role("button", name=re.compile("^Take 1"))).to_contain_text(re.compile(r"1\.\d s|2 s"))
    phone.wait_for_timeout(800)
    button = phone.get_by_role("button", name=re.compile("^Count take"))
    button.dblclick()
    expect(phone.get_by_role("button", name="Count take 3", exact=True)).to_be_visible()
    phone.get_by_role("button", name=re.compile("^Take 2")).click()
    phone.get_by_role("button", name="This was no take").click()
    expect(phone.get_by_role("button", name="Count take 2", exact=True)).to_be_visible()
    phone.get_by_role("button", name="It was a take").click()
    expect(phone.get_by_role("button", name="Count take 3", exact=True)).to_be_visible()


WET = 48
"""What is pressed with a wet thumb or a glove is at least so large [CSS px]."""


@pytest.mark.parametrize("watch", ["day", "sun", "night"])
def test_the_field_is_legible_large_and_without_accessibility_faults(phone: Page, demo: str, watch: str) -> None:
    phone.goto(f"{demo}/field")
    phone.evaluate("watch => localStorage.setItem('steady-tide.watch', watch)", watch)
    phone.reload()
    faults: list[str] = []

    def look(name: str) -> None:
        phone.wait_for_load_state("networkidle")
        faults.extend(f"{name}: {one}" for one in violations(phone))
        faults.extend(f"{name}: {one}" for one in phone.evaluate(SMALL_TARGETS, WET))
        faults.extend(f"{name}: {one}" for one in [*phone.evaluate(SMALL, 14.0), *phone.evaluate(CUT)])
        if not phone.evaluate("document.documentElement.scrollWidth <= innerWidth"):
            faults.append(f"{name} is wider than its window")

    look("nothing taken along")
    phone.get_by_role("button", name="Take it along").click()
    expect(phone.get_by_text("On this phone as of just now")).to_be_visible()
    look("taken along")
    phone.get_by_role("link", name="Rope and Lantern").click()
    look("day")
    for name in ("Takes", "Card", "Light", "Lists"):
        tab(phone, name)
        if name == "Takes":
            count(phone, 1)
            phone.get_by_role("button", name="Maybe", exact=True).click()
            phone.get_by_role("button", name=re.compile("^Take 1")).click()
        if name == "Light":
            phone.get_by_role("button", name="3 stops darker").click()
        look(name)
    assert not faults, "\n".join(faults)


def joined(page: Page, address: str, email: str) -> str:
    """An account with the demo's shoot of one scene, signed in; the id of the shoot."""
    headers = {"Origin": address}
    new = {"email": email, "name": "Somebody", "password": SECRET}
    assert page.request.post(f"{address}/api/session/accounts", data=new, headers=headers).ok
    kit = json.loads((PROJECT / "docs/formats/examples/kit-rope-and-lantern.json").read_text())
    assert page.request.put(f"{address}/api/kit", data=kit, headers=headers).ok
    devices = {one["key"]: one["id"] for one in page.request.get(f"{address}/api/kit/devices").json()}
    shoot = page.request.post(f"{address}/api/shoots", data={"name": "By the sea"}, headers=headers).json()["id"]
    brief = json.loads((PROJECT / "docs/formats/examples/brief-smoked-jar.json").read_text())
    scene = {"name": "A jar", "brief": brief, "device_ids": [devices["skarv-a4"]]}
    assert page.request.post(f"{address}/api/shoots/{shoot}/scenes", data=scene, headers=headers).ok
    return str(shoot)


@pytest.fixture
def email(request: pytest.FixtureRequest) -> str:
    return f"{abs(hash(request.node.name)) % 10**9}-{datetime.now(UTC).timestamp()}@example.invalid"


def to_takes(page: Page) -> None:
    page.get_by_role("link", name="By the sea").click()
    tab(page, "Takes")


def sign_in(page: Page, email: str) -> None:
    page.get_by_label("E-mail address").fill(email)
    page.get_by_label("Password").fill(SECRET)
    page.get_by_role("button", name="Sign in", exact=True).click()


def test_a_session_that_runs_out_loses_nothing(
    pocket: BrowserContext, plain_address: str, plain_database: Database, email: str
) -> None:
    page = pocket.new_page()
    joined(page, plain_address, email)
    take_along(page, plain_address)
    to_takes(page)
    pocket.set_offline(True)
    count(page, 1)
    with plain_database.session() as session:
        session.execute(delete(SessionRow))
    pocket.set_offline(False)
    expect(page.get_by_text("1 note kept here. Sign in again")).to_be_visible()
    page.reload()
    expect(page.get_by_role("button", name=re.compile("^Take 1"))).to_be_visible()
    count(page, 2)
    expect(page.get_by_text("Your session has ended; everything here works.")).to_be_visible()
    page.get_by_role("link", name="Sign in again").click()
    expect(page.get_by_text("2 notes from the field wait on this device")).to_be_visible()
    sign_in(page, email)
    page.get_by_role("link", name="Field", exact=True).first.click()
    expect(page.get_by_text(SENT)).to_be_visible()
    assert [one["kind"] for one in entries(page, plain_address)] == ["take", "take"]


def test_a_service_that_cannot_answer_does_not_close_the_field(
    pocket: BrowserContext, plain_address: str, email: str
) -> None:
    page = pocket.new_page()
    joined(page, plain_address, email)
    take_along(page, plain_address)
    to_takes(page)
    pocket.route("**/api/**", lambda route: route.fulfill(status=502, body="bad gateway", content_type="text/plain"))
    page.reload()
    count(page, 1)
    expect(page.get_by_text("1 note kept here; sent with the next signal.")).to_be_visible()
    pocket.unroute("**/api/**")
    page.reload()
    expect(page.get_by_text(SENT)).to_be_visible()
    assert len(entries(page, plain_address)) == 1


def test_nothing_of_one_account_is_shown_to_another(pocket: BrowserContext, plain_address: str, email: str) -> None:
    page = pocket.new_page()
    joined(page, plain_address, email)
    take_along(page, plain_address)
    to_takes(page)
    where = page.url
    pocket.set_offline(True)
    count(page, 1)
    pocket.set_offline(False)
    expect(page.get_by_text(SENT)).to_be_visible()
    page.route("**/entries", lambda route: route.abort())
    count(page, 2)
    page.goto(plain_address)
    page.get_by_role("button", name="Sign out").click()
    expect(page.get_by_text("Not everything is sent yet")).to_be_visible()
    page.get_by_role("button", name="Sign out anyway").click()
    expect(page.get_by_label("E-mail address")).to_be_visible()
    expect(page.get_by_text("1 note from the field wait on this device")).to_be_visible()
    pocket.set_offline(True)
    page.goto(where)
    expect(page.get_by_text("By the sea")).to_have_count(0)
    expect(page.get_by_text("The service does not answer")).to_be_visible()
    pocket.set_offline(False)
    page.unroute("**/entries")
    page.goto(plain_address)
    other = f"other-{email}"
    joined(page, plain_address, other)
    page.goto(where)
    expect(page.get_by_role("button", name="Take it along")).to_be_visible()
    expect(page.get_by_text("Take 1", exact=True)).to_have_count(0)
    cached = page.evaluate(
        """async () => {
            const found = [];
            for (const name of await caches.keys())
                for (const one of await (await caches.open(name)).keys()) found.push(new URL(one.url).pathname);
            return found;
        }"""
    )
    assert cached and not [path for path in cached if path.startswith("/api")], "what people own never passes there"
    page.goto(plain_address)
    page.get_by_role("button", name="Sign out").click()
    sign_in(page, email)
    page.get_by_role("link", name="Field", exact=True).first.click()
    expect(page.get_by_text(SENT)).to_be_visible()
    assert len(entries(page, plain_address)) == 2, "what was noted before comes home with whoever noted it"


@pytest.fixture
def versions(tmp_path: Path) -> tuple[Path, Callable[[str], None]]:
    """A copy of the interface, and how to put a newer version in its place."""
    web = tmp_path / "web"
    shutil.copytree(PROJECT / "web" / "dist", web)

    def renew(title: str) -> None:
        page, worker = web / "index.html", web / "worker.js"
        before = re.search(r'"revision":"([0-9a-f]{32})","url":"index.html"', worker.read_text())
        assert before is not None
        page.write_text(page.read_text().replace("<title>Steady Tide</title>", f"<title>{title}</title>"))
        worker.write_text(worker.read_text().replace(before[1], "f" * 32))

    return web, renew


def test_a_new_version_waits_until_everything_is_sent(
    pocket: BrowserContext, plain_database: Database, versions: tuple[Path, Callable[[str], None]], email: str
) -> None:
    web, renew = versions
    with serving(plain_database, demo=False, web=web, works=False) as address:
        page = pocket.new_page()
        joined(page, address, email)
        take_along(page, address)
        page.reload()
        to_takes(page)
        page.route("**/entries", lambda route: route.abort())
        count(page, 1)
        renew("Steady Tide, newer")
        ready = page.get_by_text("A newer version is ready; it is taken once everything is sent.")
        for _ in range(12):  # A busy browser may look for a newer version after the page has asked.
            page.reload()
            page.get_by_role("heading").first.wait_for()
            with suppress(AssertionError):
                expect(ready).to_be_visible(timeout=20_000)
                break
        expect(ready).to_be_visible()
        assert page.title() == "Steady Tide"
        page.reload()
        expect(page.get_by_role("button", name=re.compile("^Take 1"))).to_be_visible()
        assert page.title() == "Steady Tide", "also when the page is opened anew"
        page.unroute("**/entries")
        expect(page.get_by_text(SENT)).to_be_visible(timeout=90_000)
        page.get_by_role("button", name="Hold 10 s").click()
        expect(page.get_by_text("Hold still.")).to_be_visible()
        other = pocket.new_page()
        other.goto(f"{address}/field")
        expect(other.get_by_text("By the sea")).to_be_visible()
        assert other.title() == "Steady Tide", "nor in the middle of a take"
        page.get_by_role("button", name="No take").click()
        page.reload()
        expect(page.get_by_role("button", name=re.compile("^Take 1"))).to_be_visible()
        assert page.title() == "Steady Tide, newer"
        page.close()
        other.close()


def test_a_full_phone_is_told_and_loses_nothing_while_the_page_is_open(pocket: BrowserContext, demo: str) -> None:
    page = pocket.new_page()
    take_along(page, demo)
    page.get_by_role("link", name="Rope and Lantern").click()
    tab(page, "Takes")
    page.evaluate(
        """() => {
            window.put = IDBObjectStore.prototype.put;
            IDBObjectStore.prototype.put = function () { throw new DOMException("full", "QuotaExceededError"); };
        }"""
    )
    pocket.set_offline(True)
    count(page, 1)
    expect(page.get_by_text("This phone is full")).to_be_visible()
    pocket.set_offline(False)
    expect(page.get_by_text("This phone is full")).to_have_count(0)
    expect(page.get_by_text(SENT)).to_be_visible()
    assert [one["kind"] for one in entries(page, demo)] == ["take"]


def test_a_clock_that_is_an_hour_ahead_is_told(pocket: BrowserContext, demo: str) -> None:
    page = pocket.new_page()
    page.add_init_script("const now = Date.now.bind(Date); Date.now = () => now() + 3600000;")
    take_along(page, demo)
    page.get_by_role("link", name="Rope and Lantern").click()
    tab(page, "Takes")
    count(page, 1)
    expect(page.get_by_text("This phone's clock is 1 h ahead")).to_be_visible()
    (take,) = entries(page, demo)
    assert abs((datetime.fromisoformat(take["at"]) - datetime.now(UTC)).total_seconds()) < 60


def test_a_helper_counts_takes_by_a_link_until_it_is_closed(browser: Browser, page: Page, demo: str) -> None:
    page.goto(demo)
    expect(page.get_by_text("Rope and Lantern").first).to_be_visible()
    shoot = shoot_of(page, demo)
    page.goto(f"{demo}/shoots/{shoot}/shots")
    page.get_by_role("button", name="Show a helper").click()
    page.get_by_label("They may count and judge takes").click()
    page.get_by_role("button", name="Make a link").click()
    link = page.get_by_label(re.compile("^Link, open until")).input_value()
    assert "/with/" in link
    with a_phone(browser) as pocket:
        helper = pocket.new_page()
        helper.goto(link)
        expect(helper.get_by_text("You can count takes and judge them.")).to_be_visible()
        tab(helper, "Takes")
        controlled(helper)
        pocket.set_offline(True)
        count(helper, 1)
        helper.reload()
        expect(helper.get_by_role("button", name=re.compile("^Take 1"))).to_be_visible()
        tab(helper, "Card")
        expect(helper.get_by_role("checkbox")).to_have_count(0)
        pocket.set_offline(False)
        expect(helper.get_by_text(SENT)).to_be_visible()
        assert [one["kind"] for one in entries(page, demo)] == ["take"]
        page.get_by_role("button", name="Close this link").click()
        expect(page.get_by_role("button", name="Make a link")).to_be_visible()
        helper.reload()
        expect(helper.get_by_text("This link opens nothing now")).to_be_visible()


def test_the_logbook_and_the_bench_tell_how_a_set_did(page: Page, demo: str) -> None:
    page.goto(f"{demo}/logbook")
    expect(page.get_by_text("No take yet.")).to_be_visible()
    page.goto(f"{demo}/field")
    page.get_by_role("button", name="Take it along").click()
    page.get_by_role("link", name="Rope and Lantern").click()
    tab(page, "Takes")
    count(page, 1)
    page.get_by_role("button", name="No", exact=True).click()
    page.get_by_role("button", name="Shaky").click()
    expect(page.get_by_text(SENT)).to_be_visible()
    page.goto(f"{demo}/logbook")
    expect(page.get_by_text("1 take: 0 of 1 kept; 1 shaky").first).to_be_visible()
    row = page.get_by_role("row").filter(has_text="Take 1")
    expect(row).to_contain_text("no, shaky")
    page.get_by_role("textbox", name="Find").fill("nothing like it")
    expect(page.get_by_text("Nothing here matches that.")).to_be_visible()
    scene = page.request.get(f"{demo}/api/shoots").json()[0]["scenes"][0]["id"]
    page.goto(f"{demo}/scenes/{scene}")
    expect(page.get_by_text("1 take in such light: 0 of 1 kept; 1 shaky. With this set 0 of 1 kept")).to_be_visible()
