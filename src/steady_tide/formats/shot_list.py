"""A shot list as CSV: out, and in from what a spreadsheet saves."""

import csv
import io
from collections.abc import Mapping, Sequence
from typing import Any, Final

from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.ready.shots import WantedShot
from steady_tide.formats.plain import safe, unguarded

COLUMNS: Final = (
    "subject", "kind", "size", "angle", "scene", "hold_s", "movement", "transition", "reverse", "slow", "slow_start",
    "must_have", "once_only", "done", "note",
)  # fmt: skip
FLAGS: Final = ("reverse", "slow", "slow_start", "must_have", "once_only", "done")
YES: Final = frozenset({"yes", "y", "1", "true", "x"})
NO: Final = frozenset({"", "no", "n", "0", "false"})
MOST_ROWS: Final = 500
OTHER_NAMES: Final = {"object": "subject", "what": "subject", "shot": "size", "hold": "hold_s", "seconds": "hold_s"}
"""How people call the columns, too."""


def shots_to_csv(shots: Sequence[WantedShot], scenes: Mapping[str, str]) -> str:
    """The list as text. scenes: names by id; holds in seconds, yes and no for marks."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(COLUMNS)
    for shot in shots:
        row = {**shot.model_dump(), "kind": "moment" if shot.is_moment else "object"}
        row["scene"] = scenes.get(shot.scene, "")
        writer.writerow(safe(_told(row[column])) for column in COLUMNS)
    return out.getvalue()


def _told(value: Any) -> str:
    if isinstance(value, bool):
        return "yes" if value else "no"
    return f"{value:g}" if isinstance(value, float) else str(value)


def shots_from_csv(text: str, scenes: Mapping[str, str]) -> list[WantedShot]:
    """Shots from CSV with a heading line; columns may be missing or in any order, separated by comma, semicolon or tab.

    scenes: ids by name in small letters; a scene of another name is left out of its shot. Raises BadInput naming the
    line of everything that cannot be meant.
    """
    rows = _rows(text)
    if not rows:
        raise BadInput([Problem(("text",), "there are no shots in it: the first line names the columns")])
    if len(rows) > MOST_ROWS:
        raise BadInput([Problem(("text",), f"at most {MOST_ROWS} shots are taken at once; it has {len(rows)}")])
    problems, found = [], []
    for line, row in enumerate(rows, start=2):
        try:
            found.append(WantedShot.read(_meant(row, scenes)))
        except BadInput as error:
            for one in error.problems:
                named = f"line {line}, {one.path[0]}: " if one.path else f"line {line}: "
                problems.append(Problem(("text",), named + one.message))
    if problems:
        raise BadInput(problems[:20])
    return found


def _rows(text: str) -> list[dict[str, str]]:
    first = text.lstrip("\ufeff").split("\n", 1)[0]
    separator = max(",;\t", key=first.count)
    try:
        reader = list(csv.reader(io.StringIO(text.lstrip("\ufeff")), delimiter=separator))
    except csv.Error as error:
        raise BadInput([Problem(("text",), f"this is no table: {error}")]) from error
    names = [name.strip().lower().replace(" ", "_") for name in (reader[0] if reader else [])]
    columns = [OTHER_NAMES.get(name, name) for name in names]
    if "subject" not in columns:
        words = f"name the columns in the first line; subject is needed, known are {', '.join(COLUMNS)}"
        raise BadInput([Problem(("text",), words)])
    cells = ([unguarded(cell.strip()) for cell in row] for row in reader[1:])
    return [dict(zip(columns, row, strict=False)) for row in cells if any(row)]


def _meant(row: Mapping[str, str], scenes: Mapping[str, str]) -> dict[str, Any]:
    made: dict[str, Any] = {name: row[name] for name in COLUMNS if row.get(name, "") != "" and name not in FLAGS}
    kind = made.pop("kind", "object").lower()
    if kind not in ("object", "moment"):
        raise BadInput([Problem(("kind",), "it has to be object or moment")])
    made["is_moment"] = kind == "moment"
    for name in ("size", "angle", "transition"):
        if name in made:
            made[name] = made[name].lower().replace(" ", "-")
    if "scene" in made:
        made["scene"] = scenes.get(made["scene"].lower(), "")
    for name in FLAGS:
        said = row.get(name, "").lower()
        if said not in YES | NO:
            raise BadInput([Problem((name,), "write yes or no")])
        made[name] = said in YES
    return made
