"""What all tests share: a profile for property tests that does not depend on the clock or on chance."""

import os

import pytest
from hypothesis import settings

settings.register_profile("steady", deadline=None, derandomize=True, max_examples=60, database=None)
settings.load_profile("steady")

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
    """Put the longest files first; within a file the order stays."""
    rank = {name: index for index, name in enumerate(LONGEST)}

    def place(item: pytest.Item) -> int:
        return rank.get("/".join(item.path.with_suffix("").parts[-2:]), len(rank))

    items.sort(key=place)
