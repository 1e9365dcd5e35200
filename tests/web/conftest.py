"""The modules of the interface in a browser's engine, to be called."""

from collections.abc import Callable, Iterator
from typing import Any

import pytest
from playwright.sync_api import Browser, Page

from tests.web.bundle import bundled

ROOMS = {
    "kit": ("bag", "deviceForm", "modes", "sharing"),
    "bench": ("beside", "brief", "picture", "readings", "starts", "tide", "verdicts"),
    "ready": ("budget", "ready", "shots"),
    "": (
        "cells", "fields", "format", "grid", "habits", "finding", "keeping", "keys", "refused", "undo", "wording",
        "wrong",
    ),
    "day": ("compass", "day", "depth", "dive", "filming", "swaps", "times"),
    "footage": ("footage",),
    "first": ("first",),
    "taste": ("numbers",),
    "shoots": ("towns",),
    "sums": ("sums",),
}  # fmt: skip
"""Modules of the domain by the folder they lie in."""
OTHERS = {"shelf": "domain/shoots/shootList", "clips": "domain/kit/clipFacts", "inside": "domain/wordingInside"}
FIELD = {name: f"domain/field/{name}" for name in ("clock", "light", "merging", "taking")} | {
    "fieldEntries": "domain/field/entries", "fieldLogbook": "domain/field/logbook", "fieldPost": "domain/field/post",
    "fieldTide": "domain/field/tide",
}  # fmt: skip

Call = Callable[..., Any]


@pytest.fixture(scope="module")
def engine(browser: Browser, tmp_path_factory: pytest.TempPathFactory) -> Iterator[Page]:
    """A blank page with all domain modules in it."""
    page = browser.new_page()
    found = {name: f"domain/{room}/{name}".replace("//", "/") for room, names in ROOMS.items() for name in names}
    modules = found | OTHERS | FIELD
    page.add_script_tag(content=bundled(modules, tmp_path_factory.mktemp("domain")))
    yield page
    page.close()


@pytest.fixture
def call(engine: Page) -> Call:
    """Call a function of a module: call("format.stops", 0.5)."""

    def run(name: str, *arguments: Any) -> Any:
        module, function = name.split(".")
        return engine.evaluate("([m, f, a]) => domain[m][f](...a)", [module, function, list(arguments)])

    return run
