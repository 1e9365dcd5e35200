"""One browser for a session of tests: Debian's Chromium."""

from collections.abc import Iterator

import pytest
from playwright.sync_api import Browser, sync_playwright

CHROMIUM = "/usr/bin/chromium"
FLAGS = [
    "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking",
    "--disable-component-update", "--disable-sync", "--disable-dev-shm-usage",
]  # fmt: skip


@pytest.fixture(scope="session")
def browser() -> Iterator[Browser]:
    """The browser, without any page."""
    with sync_playwright() as playwright:
        launched = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        yield launched
        launched.close()
