"""What all tests share: by day property tests replay the same examples; by night they explore with a seed of their own.

`./tide bench --properties` explores: it sets STEADY_TIDE_EXPLORE, prints the seed of each run, and keeps what fails in
`.tide/examples`, which the next night begins with. What it finds is written beside its test as an `@example`.
"""

import os

import pytest
from hypothesis import settings
from hypothesis.database import DirectoryBasedExampleDatabase

from steady_tide.settings import PROJECT

EXAMPLES = DirectoryBasedExampleDatabase(PROJECT / ".tide" / "examples")
settings.register_profile("steady", deadline=None, derandomize=True, max_examples=60, database=None)
settings.register_profile("exploring", deadline=None, derandomize=False, print_blob=True, database=EXAMPLES)
settings.load_profile("exploring" if os.environ.get("STEADY_TIDE_EXPLORE") else "steady")

os.environ.setdefault("STEADY_TIDE_PRIORITY", "equal")

pytest_plugins = ["tests.service", "tests.chromium"]

LONGEST = (
    "work/test_demo_footage", "browser/test_legible", "work/test_footage", "media/test_causes", "media/test_strange",
    "browser/test_places", "launch/test_outages", "api/test_clips", "browser/test_field", "browser/test_day",
    "media/test_closed_loop", "launch/test_launch", "browser/test_footage", "browser/test_main_job",
    "browser/test_first", "browser/test_taste", "browser/test_mode_editor", "work/test_in_place",
    "browser/test_kit_place", "browser/test_pictures", "browser/test_ready",
)  # fmt: skip
"""Files that take longest come first, so that no core is left with one of them at the end."""


def pytest_collection_modifyitems(items: list[pytest.Item]) -> None:
    """Put the longest files first, within a file the order stays; and mark property tests."""
    for item in items:
        if getattr(getattr(item, "obj", None), "is_hypothesis_test", False):
            item.add_marker("property")
    rank = {name: index for index, name in enumerate(LONGEST)}

    def place(item: pytest.Item) -> int:
        return rank.get("/".join(item.path.with_suffix("").parts[-2:]), len(rank))

    items.sort(key=place)
