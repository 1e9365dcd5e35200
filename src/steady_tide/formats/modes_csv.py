"""A device's mode table as CSV, for spreadsheets: a row a mode, lists separated by spaces."""

import csv
import io
from collections.abc import Iterable, Mapping, Sequence
from typing import Any

from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.kit.recording import Mode
from steady_tide.formats.plain import safe, unguarded

COLUMNS = (
    "frame_shape", "resolution", "width_px", "height_px", "rate", "views", "stabilisation", "bit_rates",
    "bit_depths", "profiles", "readout", "photosite_share", "low_light_tuned", "draw_w", "kind", "still_mb",
    "readout_ms",
)  # fmt: skip
OPTIONAL = ("bit_depths", "profiles", "readout", "photosite_share", "low_light_tuned", "kind", "still_mb", "readout_ms")
"""Columns that may be left out, as their cells may be left empty."""
MOST_ROWS = 2000
LARGEST_CHARACTERS = 1_000_000
YES, NO = "yes", "no"


def modes_to_csv(modes: Iterable[Mode]) -> str:
    """The mode table as CSV text.

    Bit rates read `hevc:60/120 avc:100` in Mbit/s, bit depths `hevc:8/10`; a stabilisation
    level with a crop of its own in this mode reads `standard:0.13`.
    """
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(COLUMNS)
    for mode in modes:
        writer.writerow(
            safe(str(cell))
            for cell in (
                mode.frame_shape, mode.resolution, mode.width_px, mode.height_px, str(mode.rate), " ".join(mode.views),
                " ".join(_level_text(mode, level) for level in mode.stabilisation), _by_codec(mode.bit_rates),
                _by_codec(mode.bit_depths), " ".join(mode.profiles), mode.readout or "", repr(mode.photosite_share),
                YES if mode.low_light_tuned else NO, repr(mode.draw_w),
                mode.kind, "" if mode.still_mb is None else repr(mode.still_mb),
                "" if mode.readout_ms is None else repr(mode.readout_ms),
            )
        )  # fmt: skip
    return out.getvalue()


def _by_codec(values: Mapping[str, Sequence[int]]) -> str:
    return " ".join(f"{codec}:{'/'.join(map(str, listed))}" for codec, listed in values.items())


def _level_text(mode: Mode, level: str) -> str:
    return f"{level}:{mode.crops[level]!r}" if level in mode.crops else level


def modes_from_csv(text: str) -> list[dict[str, Any]]:
    """Rows of a mode table as plain data, to be read with their device.

    Commas, semicolons and tabs are accepted between columns. Raises BadInput naming row and
    column for what cannot be read.
    """
    if len(text) > LARGEST_CHARACTERS:
        raise BadInput([Problem((), "a mode table has at most a million characters")])
    if "\0" in text:
        raise BadInput([Problem((), "this is not a text table")])
    lines = text.lstrip("\ufeff").strip("\r\n")
    first = lines.splitlines()[0] if lines else ""
    delimiter = max(",;\t", key=first.count)
    try:
        rows = list(csv.reader(io.StringIO(lines), delimiter=delimiter, strict=True))
    except csv.Error as error:
        raise BadInput([Problem((), f"this is not a table: {error}")]) from error
    return _rows(rows)


def _rows(rows: list[list[str]]) -> list[dict[str, Any]]:
    header = [cell.strip() for cell in rows[0]] if rows else []
    if missing := [column for column in COLUMNS if column not in header and column not in OPTIONAL]:
        raise BadInput([Problem((), f"the first line has to name the columns; missing: {', '.join(missing)}")])
    body = [row for row in rows[1:] if any(cell.strip() for cell in row)]
    if not body:
        raise BadInput([Problem(("modes",), "there is no mode in it; give at least one row")])
    if len(body) > MOST_ROWS:
        raise BadInput([Problem((), f"at most {MOST_ROWS} modes are accepted")])
    made, problems = [], []
    for index, row in enumerate(body):
        if len(row) != len(header):
            problems.append(Problem(("modes", index), f"this row has {len(row)} columns, the first line {len(header)}"))
            continue
        cells = {name: unguarded(cell.strip()) for name, cell in zip(header, row, strict=True)}
        try:
            made.append(_row(cells))
        except _Cell as error:
            problems.append(Problem(("modes", index, error.column), error.message))
    if problems:
        raise BadInput(problems)
    return made


class _Cell(ValueError):
    """A cell that cannot be read."""

    def __init__(self, column: str, message: str) -> None:
        super().__init__(message)
        self.column, self.message = column, message


def _row(cells: dict[str, str]) -> dict[str, Any]:
    levels = [part.partition(":") for part in cells["stabilisation"].split()]
    return {
        **{name: cells[name] for name in ("frame_shape", "resolution", "width_px", "height_px", "rate", "draw_w")},
        "views": cells["views"].split(),
        "stabilisation": [level for level, _, _ in levels],
        "crops": _crops(levels),
        "bit_rates": _numbers("bit_rates", cells["bit_rates"]),
        "bit_depths": _numbers("bit_depths", cells.get("bit_depths", "")),
        "profiles": cells.get("profiles", "").split(),
        "readout": cells.get("readout") or None,
        "kind": cells.get("kind") or "video",
        "still_mb": cells.get("still_mb") or None,
        "readout_ms": cells.get("readout_ms") or None,
        "photosite_share": cells.get("photosite_share") or 1,
        "low_light_tuned": cells.get("low_light_tuned", "").lower() in (YES, "true", "1", "x"),
    }


def _crops(levels: Iterable[tuple[str, str, str]]) -> dict[str, float]:
    found = {}
    for level, colon, crop in levels:
        if colon:
            try:
                found[level] = float(crop)
            except ValueError:
                raise _Cell("stabilisation", f"write a crop as a share, such as {level}:0.12") from None
    return found


def _numbers(column: str, text: str) -> dict[str, list[int]]:
    found: dict[str, list[int]] = {}
    example = "codec:60/120" if column == "bit_rates" else "codec:8/10"
    for part in text.split():
        codec, colon, values = part.partition(":")
        if not colon or not codec or not all(value.isdecimal() and len(value) < 7 for value in values.split("/")):
            raise _Cell(column, f"write them as {example} with spaces between codecs")
        found[codec] = [int(value) for value in values.split("/")]
    return found
