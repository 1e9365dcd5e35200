"""What a hand does: choosing from the interface's own lists, pressing in quick succession."""

import re
import time

from playwright.sync_api import Locator, Page, expect


def choose(where: Page | Locator, label: str, text: str | re.Pattern[str]) -> None:
    """Open the list under a label and take the choice that reads so."""
    page = where if isinstance(where, Page) else where.page
    where.get_by_role("combobox", name=label, exact=True).click()
    page.get_by_role("option", name=text, exact=True).click()
    # The list gives the focus back when it has closed; another one opened before would lose it.
    expect(where.get_by_role("combobox", name=label, exact=True)).to_be_focused()


def setting(page: Page, label: str) -> Locator:
    """The line of a setting in the set."""
    return page.locator("button[aria-expanded]").filter(has=page.get_by_text(label, exact=True))


def press_at_once(page: Page, key: str, times: int) -> None:
    """Press a key several times within one moment of the page's clock, however slow the machine is."""
    page.clock.set_fixed_time(time.time() * 1000)
    for _ in range(times):
        page.keyboard.press(key)
