"""Towns of the world by name, and points as people write them, so that nobody needs to know a latitude.

The list holds 69 000 towns of about 5 000 people and more (docs/sources.md); positions are to 0.01 degrees, a
kilometre, which moves the sun by a hundredth of a degree. `./tide towns` makes it anew.
"""

import lzma
import re
import unicodedata
from bisect import bisect_left
from collections.abc import Iterator
from functools import cached_property
from importlib.resources import files
from itertools import islice
from typing import Final, NamedTuple

from pydantic import Field

from steady_tide.core.document import Part
from steady_tide.core.errors import BadInput, Problem

FILE: Final = "towns.tsv.xz"
LONGEST_SOUGHT: Final = 80
MOST_LOOKED_AT: Final = 2_000
"""How many names that begin alike are looked at for the largest."""


class Town(Part):
    """A town, or a point that was written. people: how many live there, 0 for a point."""

    name: str
    country: str
    latitude_deg: float = Field(ge=-90, le=90)
    longitude_deg: float = Field(ge=-180, le=180)
    people: int = Field(default=0, ge=0)


class _Row(NamedTuple):
    name: str
    country: str
    latitude_deg: str
    longitude_deg: str
    people: str
    also: str


def plain_letters(text: str) -> str:
    """Small letters without accents: "Ålesund" and "alesund" are the same."""
    spelt = text.lower().replace("ø", "o").replace("æ", "ae").replace("ß", "ss").replace("ł", "l").replace("đ", "d")
    return "".join(one for one in unicodedata.normalize("NFD", spelt) if not unicodedata.combining(one))


class Gazetteer:
    """The list, read when it is first asked: 0.4 s and 20 MB."""

    @cached_property
    def _rows(self) -> list[_Row]:
        packed = (files("steady_tide.core.light") / "data" / FILE).read_bytes()
        return [_Row(*line.split("\t")) for line in lzma.decompress(packed).decode().splitlines()]

    @cached_property
    def _index(self) -> list[tuple[str, int]]:
        """Every name from each of its words on, with its row; rows stand largest first."""
        return sorted((begin, at) for at, row in enumerate(self._rows) for begin in _beginnings(row))

    def find(self, sought: str, *, most: int = 8) -> list[Town]:
        """Towns whose name, or a word of it, begins so, the largest first; "town, country" narrows it.

        A point as people write it is answered by itself. Raises BadInput for one that is not on earth.
        """
        point = point_of(sought)
        if point is not None:
            return [point]
        name, _, land = (plain_letters(part).strip() for part in sought[:LONGEST_SOUGHT].partition(","))
        if len(name) < 2:
            return []
        found = sorted(set(islice(self._beginning(name), MOST_LOOKED_AT)))
        rows = (self._rows[at] for at in found)
        fits = (row for row in rows if plain_letters(row.country).startswith(land))
        return [_town(row) for row in islice(fits, most)]

    def _beginning(self, name: str) -> Iterator[int]:
        for begin, at in islice(self._index, bisect_left(self._index, (name, -1)), None):
            if not begin.startswith(name):
                return
            yield at


def _beginnings(row: _Row) -> set[str]:
    names = [row.name, *filter(None, row.also.split("|"))]
    found = set()
    for name in map(plain_letters, names):
        words = re.split(r"[\s'-]+", name)
        found |= {" ".join(words[at:]) for at in range(len(words))}
    return found


def _town(row: _Row) -> Town:
    return Town(
        name=row.name,
        country=row.country,
        latitude_deg=float(row.latitude_deg),
        longitude_deg=float(row.longitude_deg),
        people=int(row.people),
    )


_ANGLE: Final = r"(\d{1,3}(?:\.\d+)?)\s*°?\s*(?:(\d{1,2}(?:\.\d+)?)\s*['′]\s*)?(?:(\d{1,2}(?:\.\d+)?)\s*[\"″]\s*)?"
_POINT: Final = re.compile(rf"^\s*([+−-]?){_ANGLE}\s*([NSns]?)[\s,;]+([+−-]?){_ANGLE}\s*([EWewOo]?)\s*$")


def point_of(text: str) -> Town | None:
    """A point as people write it: "58.3, 6.6", "58°18'N 6°36'E", "-33.9 18.4"; None where it is none.

    Raises BadInput where it is one, but not on earth.
    """
    found = _POINT.match(text)
    if found is None:
        return None
    parts = found.groups()
    latitude = _degrees(parts[1:4], minus=(parts[0] in "−-" and parts[0] != "") or parts[4] in ("S", "s"))
    longitude = _degrees(parts[6:9], minus=(parts[5] in "−-" and parts[5] != "") or parts[9] in ("W", "w"))
    if abs(latitude) > 90 or abs(longitude) > 180:
        raise BadInput([Problem(("sought",), "a point lies between 90° south and north, 180° west and east")])
    return Town(name="", country="", latitude_deg=round(latitude, 6), longitude_deg=round(longitude, 6))


def _degrees(parts: tuple[str | None, ...], *, minus: bool) -> float:
    whole = sum(float(part or 0) / 60.0**at for at, part in enumerate(parts))
    return -whole if minus else whole
