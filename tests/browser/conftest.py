"""A browser, a demo service and a normal one; a page that fails on any error it meets."""

from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import Browser, ConsoleMessage, Page, expect

from steady_tide.demo.load import EMAIL, load_demo
from steady_tide.desk.accounts.authentication import find_account, forget_account
from steady_tide.in_place import InPlace
from steady_tide.launch.cluster import Cluster
from steady_tide.store.database import Database
from tests.browser.serving import serving
from tests.service import migrated

PATIENCE_MS = 240_000
"""How long the slowest machine may take to show something: how fast it is, is no matter of these tests."""
expect.set_options(timeout=PATIENCE_MS)
DESK: Any = {"width": 1280, "height": 800}
PHONE: Any = {
    "viewport": {"width": 390, "height": 844}, "locale": "en-GB", "device_scale_factor": 3, "is_mobile": True,
    "has_touch": True,
}  # fmt: skip
EXPECTED = ("422", "409", "503", "ERR_INTERNET_DISCONNECTED", "Service Worker registration blocked")
"""What a page says about refused input, a busy service, lost connections, and tests that keep it from being offline."""


@pytest.fixture(scope="session")
def demo_database(cluster: Cluster) -> Iterator[Database]:
    with migrated(cluster, "browser_demo") as made:
        yield made


@pytest.fixture(scope="session")
def lying(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """The folder of footage that the demo reads in place."""
    return tmp_path_factory.mktemp("lying")


@pytest.fixture(scope="session")
def demo_address(demo_database: Database, lying: Path) -> Iterator[str]:
    with serving(demo_database, demo=True, in_place=InPlace(lying)) as address:
        yield address


@pytest.fixture(scope="session")
def plain_database(cluster: Cluster) -> Iterator[Database]:
    with migrated(cluster, "browser_plain") as made:
        yield made


@pytest.fixture(scope="session")
def plain_address(plain_database: Database) -> Iterator[str]:
    with serving(plain_database, demo=False) as address:
        yield address


@pytest.fixture
def demo(demo_database: Database, demo_address: str) -> str:
    """The demo as it is on first start."""
    with demo_database.session() as session:
        account = find_account(session, EMAIL)
        if account is not None:
            forget_account(session, account.id)
    with demo_database.session() as session:
        load_demo(session)
    return demo_address


def watched(page: Page) -> list[str]:
    """Errors the page meets, as they come; refused input and lost connections are expected ones."""
    errors: list[str] = []

    def note(message: ConsoleMessage) -> None:
        expected = any(words in message.text for words in EXPECTED)
        if message.type in ("error", "warning") and not expected:
            errors.append(f"{message.text} {message.location.get('url', '')}".strip())

    page.on("console", note)
    page.on("pageerror", lambda error: errors.append(str(error)))
    return errors


@pytest.fixture
def page(browser: Browser) -> Iterator[Page]:
    """A page on a desk, 1280 × 800; the test fails when anything went wrong on it."""
    context = browser.new_context(viewport=DESK, locale="en-GB", service_workers="block")
    context.set_default_timeout(PATIENCE_MS)
    made = context.new_page()
    errors = watched(made)
    yield made
    context.close()
    assert errors == []


@pytest.fixture
def phone(browser: Browser) -> Iterator[Page]:
    """A page on a phone, 390 × 844."""
    context = browser.new_context(**PHONE, service_workers="block")
    context.set_default_timeout(PATIENCE_MS)
    made = context.new_page()
    errors = watched(made)
    yield made
    context.close()
    assert errors == []
