"""Which fields an edit touched: what makes two edits in quick succession one step to undo."""

import hashlib
import json
from collections.abc import Iterable, Iterator
from typing import Any

ALONE = ""
"""The gesture of what is done once and for all, such as a pin: nothing joins it."""


def touched(before: Any, after: Any, path: str = "") -> Iterator[str]:
    """Paths of plain data at which two states differ, "brief.light.lux"; a list counts as one field."""
    if isinstance(before, dict) and isinstance(after, dict):
        for name in sorted(before.keys() | after.keys()):
            yield from touched(before.get(name), after.get(name), f"{path}.{name}" if path else str(name))
    elif before != after:
        yield path


def gesture_of(paths: Iterable[str]) -> str:
    """One short name for some fields: equal for edits of the same ones."""
    return hashlib.sha256(json.dumps(sorted(paths)).encode()).hexdigest()[:32]
