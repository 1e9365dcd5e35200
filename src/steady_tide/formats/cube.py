"""Look-up tables as `.cube` files: three-dimensional, as grading programs read them."""

import re
from collections.abc import Callable, Iterator
from typing import Final

import numpy as np

from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.quantities import Floats
from steady_tide.formats.plain import one_line

SIZES: Final = (17, 33, 65)
LARGEST: Final = 65
LONGEST: Final = 20_000_000
"""Of a file that is read [characters]."""
_SIZE: Final = re.compile(r"^LUT_3D_SIZE\s+(\d{1,4})\s*$")
_NUMBERS: Final = re.compile(r"^[+-]?\d[^A-Za-df-z]*$|^[+-]?\.\d[^A-Za-df-z]*$")


def cube_text(look: Callable[[Floats], Floats], *, size: int, title: str) -> str:
    """A table of `size` points a side of a look, which takes and gives code values [0, 1], shape (n, 3); red first."""
    if size not in SIZES:
        raise BadInput([Problem(("size",), f"a table has {', '.join(map(str, SIZES))} points a side")])
    steps = np.linspace(0.0, 1.0, size)
    blue, green, red = np.meshgrid(steps, steps, steps, indexing="ij")
    points = np.stack([red.ravel(), green.ravel(), blue.ravel()], axis=1)
    lines = [f"{r:.6f} {g:.6f} {b:.6f}" for r, g, b in np.clip(look(points), 0.0, 1.0)]
    quiet = one_line(title).replace('"', "'")
    return "\n".join([f'TITLE "{quiet}"', f"LUT_3D_SIZE {size}", *lines]) + "\n"


def read_cube(text: str) -> Floats:
    """The points of a table, shape (size, size, size, 3), by blue, green, red. Raises BadInput for what is none."""
    if len(text) > LONGEST:
        _refuse(f"a table has at most {LONGEST // 1_000_000} million characters")
    size, rows = 0, []
    for line in _lines(text):
        if found := _SIZE.match(line):
            size = int(found[1])
        elif line.startswith("LUT_1D_SIZE"):
            _refuse("this is a table of one dimension; a look needs three")
        elif line.startswith(("TITLE", "DOMAIN_")):
            if line.startswith("DOMAIN_") and line.split()[1:] not in (["0", "0", "0"], ["1", "1", "1"]):
                _plain_domain(line)
        elif _NUMBERS.match(line):
            rows.append(line)
            if len(rows) > LARGEST**3:
                _refuse(f"a table has at most {LARGEST} points a side")
        else:
            _refuse(f"this line is not of a table: {one_line(line)[:60]}")
    if not 2 <= size <= LARGEST:
        _refuse(f"its LUT_3D_SIZE has to lie between 2 and {LARGEST}")
    return _points(rows, size)


def _lines(text: str) -> Iterator[str]:
    for line in text.splitlines():
        bare = line.strip()
        if bare and not bare.startswith("#"):
            yield bare


def _plain_domain(line: str) -> None:
    try:
        values = [float(part) for part in line.split()[1:]]
    except ValueError:
        values = []
    wanted = [0.0] * 3 if line.startswith("DOMAIN_MIN") else [1.0] * 3
    if values != wanted:
        _refuse("only tables over code values from 0 to 1 are understood")


def _points(rows: list[str], size: int) -> Floats:
    if len(rows) != size**3:
        _refuse(f"it says {size} points a side and has {len(rows)} lines, not {size**3}")
    try:
        points = np.array([[float(part) for part in row.split()] for row in rows])
    except ValueError:
        points = np.empty(0)
    if points.shape != (size**3, 3) or not np.isfinite(points).all():
        _refuse("every line of it has to hold three numbers")
    return points.reshape(size, size, size, 3)


def _refuse(words: str) -> None:
    raise BadInput([Problem(("table",), words)])
