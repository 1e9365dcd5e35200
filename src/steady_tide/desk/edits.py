"""An edit kept beside what was changed elsewhere since it was begun."""

from collections.abc import Mapping
from typing import Any

from steady_tide.core.document import Part
from steady_tide.core.errors import Problem
from steady_tide.core.merging import MISSING, Clash, merged
from steady_tide.store.errors import Stale


def joined(before: Part | None, mine: Part, now: Part, *, at: tuple[str, ...] = ()) -> dict[str, Any]:
    """What becomes of a document: the edit from `before` to `mine`, with what `now` has that `before` had not.

    Without `before` mine replaces whatever is there. Raises Stale naming the fields that both changed, within `at`.
    """
    if before is None:
        return mine.plain()
    return joined_plain(before.plain(), mine.plain(), now.plain(), at=at)


def joined_plain(
    before: Mapping[str, Any], mine: Mapping[str, Any], now: Mapping[str, Any], *, at: tuple[str, ...] = ()
) -> dict[str, Any]:
    """What becomes of plain data, as `joined` tells of documents. Raises Stale naming the fields that both changed."""
    made, clashes = merged(before, mine, now)
    if clashes:
        words = "this was changed elsewhere meanwhile, in the same place; choose which to keep"
        problems = [Problem((*at, *clash.path), _told(clash)) for clash in clashes]
        raise Stale(words, problems=problems, theirs=now, joined=made)
    found: dict[str, Any] = made
    return found


def _told(clash: Clash) -> str:
    return f"elsewhere this became {_text(clash.theirs)}; here it is {_text(clash.mine)}"


def _text(value: Any) -> str:
    if value is MISSING or value is None:
        return "nothing"
    if isinstance(value, Mapping | list):
        return "something else"
    if isinstance(value, bool):
        return "yes" if value else "no"
    return f"{value:g}" if isinstance(value, float) else str(value)
