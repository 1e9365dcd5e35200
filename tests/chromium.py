"""One browser for a session of tests: Debian's Chromium."""

from collections.abc import Iterator

import pytest
from playwright.sync_api import Browser, sync_playwright

CHROMIUM = "/usr/bin/chromium"
UNUSED = (
    "PreloadTopChromeWebUI", "WebUIReloadButton", "InitialWebUI", "InitialWebUISyncNavStartToCommit",
    "WebUIOmniboxPopup", "WebUIOmniboxAimPopup",
)  # fmt: skip
"""Parts of the browser's own window that are pages with processes of their own: a second of work for every window."""
UNSTEADY = (
    "AvoidUnnecessaryBeforeUnloadCheckSync", "DestroyProfileOnBrowserClose", "HttpsUpgrades",
    "HttpsFirstBalancedModeAutoEnable", "LensOverlay", "MediaRouter", "PaintHolding", "ThirdPartyStoragePartitioning",
    "AvoidCorsURLLoaderRestartOnRedirect", "OptimizationHints", "NetworkTimeServiceQuerying", "AimEnabled",
    "PreconnectToSearch",
)  # fmt: skip
"""What Playwright leaves out; the later of two lists holds, so they are in this one, too."""
FLAGS = [
    f"--disable-features={','.join((*UNUSED, *UNSTEADY))}",
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
