"""Choosing from the interface's own lists."""

import re

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
