"""A day's light as CSV: a row every step of time, the sky first, then every scene's own light."""

import csv
import io

from steady_tide.formats.agenda import Agenda
from steady_tide.formats.plain import safe

SKY_COLUMNS = (
    "time", "sky_ev100", "uncertainty_stops", "sun_altitude_deg", "sun_azimuth_deg", "moon_altitude_deg",
)  # fmt: skip


def day_to_csv(agenda: Agenda) -> str:
    """The table as text. Light in EV at ISO 100 [stops], angles in degrees, times in the place's own zone."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow([*SKY_COLUMNS, *(safe(f"{scene.name} ev100") for scene in agenda.scenes)])
    for index, row in enumerate(agenda.rows):
        sky = (row.sky_ev100, row.uncertainty_stops, row.sun_deg, row.sun_azimuth_deg, row.moon_deg)
        levels = (scene.levels[index] for scene in agenda.scenes)
        writer.writerow([row.at.isoformat(timespec="minutes"), *(f"{value:.2f}" for value in (*sky, *levels))])
    return out.getvalue()
