"""Two edits of one document, made from the same state: joined where they touch different fields."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Any, Final

TAGS: Final = ("kind", "how", "given", "scenario")
"""Fields that say what the others mean: where they differ, a piece is taken as a whole."""


class _Missing:
    def __repr__(self) -> str:
        return "nothing"


MISSING: Final = _Missing()
"""Stands for a field that is not there."""


@dataclass(frozen=True)
class Clash:
    """A field that both edits changed, each otherwise: as it was, and what each made of it."""

    path: tuple[str | int, ...]
    before: Any
    mine: Any
    theirs: Any


def merged(before: Any, mine: Any, theirs: Any) -> tuple[Any, list[Clash]]:
    """Plain data with the changes of both, and where they clash; there mine stands.

    Named fields are joined one by one, lists of things with a `key` thing by thing, other lists as wholes.
    """
    clashes: list[Clash] = []
    return _merged(before, mine, theirs, (), clashes), clashes


def _merged(before: Any, mine: Any, theirs: Any, path: tuple[str | int, ...], clashes: list[Clash]) -> Any:
    if theirs in (mine, before):
        return mine
    if mine == before:
        return theirs
    sides = (before, mine, theirs)
    if all(isinstance(side, Mapping) for side in sides) and _alike(*sides):
        return dict(_fields(before, mine, theirs, path, clashes))
    if all(_keyed(side) for side in sides):
        return _things(before, mine, theirs, path, clashes)
    clashes.append(Clash(path, before, mine, theirs))
    return mine


def _alike(*sides: Mapping[str, Any]) -> bool:
    """Whether pieces mean the same kind of thing."""
    return all(len({str(side.get(tag)) for side in sides}) == 1 for tag in TAGS)


def _fields(
    before: Mapping[str, Any],
    mine: Mapping[str, Any],
    theirs: Mapping[str, Any],
    path: tuple[str | int, ...],
    clashes: list[Clash],
) -> Iterator[tuple[str, Any]]:
    for name in dict.fromkeys([*mine, *theirs]):
        was, here, there = (side.get(name, MISSING) for side in (before, mine, theirs))
        value = _merged(was, here, there, (*path, name), clashes)
        if value is not MISSING:
            yield name, value


def _keyed(side: Any) -> bool:
    return (
        isinstance(side, Sequence)
        and not isinstance(side, str)
        and all(isinstance(one, Mapping) and "key" in one for one in side)
        and len({one["key"] for one in side}) == len(side)
    )


def _things(
    before: Sequence[Any],
    mine: Sequence[Any],
    theirs: Sequence[Any],
    path: tuple[str | int, ...],
    clashes: list[Clash],
) -> list[Any]:
    was, here, there = ({one["key"]: one for one in side} for side in (before, mine, theirs))
    made = (
        _merged(was.get(key, MISSING), here.get(key, MISSING), there.get(key, MISSING), (*path, at), clashes)
        for at, key in enumerate(dict.fromkeys([*here, *there]))
    )
    return [one for one in made if one is not MISSING]
