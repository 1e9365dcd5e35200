"""A logbook as a table: a line a take."""

import csv
import io
from collections.abc import Sequence
from typing import Final

from steady_tide.core.field.logbook import LoggedTake
from steady_tide.formats.plain import safe

COLUMNS: Final = (
    "time", "shoot", "scene", "kind", "camera", "take", "verdict", "faults", "light_ev100", "light_from", "set_as",
    "set", "held_s", "notes",
)  # fmt: skip


def logbook_to_csv(takes: Sequence[LoggedTake]) -> str:
    """Takes as CSV: EV at ISO 100, seconds, moments as ISO 8601."""
    out = io.StringIO()
    table = csv.writer(out, lineterminator="\n")
    table.writerow(COLUMNS)
    for take in takes:
        table.writerow(
            [
                take.at.isoformat(timespec="seconds"),
                safe(take.shoot),
                safe(take.scene),
                take.scenario or "",
                safe(take.camera_name),
                take.number,
                take.verdict or "",
                " ".join(take.faults),
                "" if take.ev100 is None else f"{take.ev100:.1f}",
                take.light_from or "",
                take.which,
                safe("; ".join(f"{one.setting.value} {one.text or one.value}" for one in take.set)),
                "" if take.seconds is None else f"{take.seconds:.1f}",
                safe(" / ".join(take.notes)),
            ]
        )
    return out.getvalue()
