"""Lists and budgets of a day as CSV: what to pack and do, and which cell and card goes in when."""

import csv
import io
from collections.abc import Sequence

from steady_tide.formats.agenda import Agenda, AgendaList
from steady_tide.formats.plain import safe


def lists_to_csv(lists: Sequence[AgendaList]) -> str:
    """What to pack and do: the list, whether it is done, and the line."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(["list", "done", "what"])
    for one in lists:
        for done, line in one.lines:
            writer.writerow([safe(one.name), "yes" if done else "no", safe(line)])
    return out.getvalue()


def pieces_to_csv(agenda: Agenda) -> str:
    """Cells and cards through the day: time in the place's own zone, camera, kind (cell, card, short), what, where."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(["time", "camera", "kind", "what", "where"])
    for one in agenda.pieces:
        cells = (safe(text) for text in (one.camera, one.kind, one.what, one.where))
        writer.writerow([one.at.isoformat(timespec="minutes"), *cells])
    return out.getvalue()
