"""Named conditions of light: the table people know by words, with its honest uncertainty."""

from typing import Final

from steady_tide.core.document import Part
from steady_tide.core.light.daylight import Ground


class Condition(Part):
    """One named light.

    ev100: on the subject, at ISO 100 [stops]. uncertainty_stops: half width of what the
    name may mean. kelvin: correlated colour temperature. lamps: whether lamps on the mains
    light the subject. contrast_stops: how far highlights that matter lie above mid grey. ground: what a
    meter sees around it.
    """

    key: str
    label: str
    ev100: float
    uncertainty_stops: float
    kelvin: float
    lamps: bool = False
    mixed: bool = False
    contrast_stops: float
    group: str
    ground: Ground = "plain"


def _row(
    key: str,
    label: str,
    ev100: float,
    uncertainty: float,
    kelvin: float,
    contrast: float,
    group: str,
    kind: str = "",
) -> Condition:
    return Condition(
        key=key,
        label=label,
        ev100=ev100,
        uncertainty_stops=uncertainty,
        kelvin=kelvin,
        contrast_stops=contrast,
        group=group,
        lamps=kind in ("lamps", "mixed"),
        mixed=kind == "mixed",
        ground="snow" if kind == "snow" else "plain",
    )


_OUTSIDE, _WATER, _DUSK, _LAMPS, _TABLE = (
    "Outside by day",
    "Under water",
    "Dusk and night",
    "By lamps",
    "Product table",
)

UNDER_WATER: Final = _WATER
ON_TABLE: Final = _TABLE

CONDITIONS: Final[tuple[Condition, ...]] = (
    # Daylight: from the sky table at 45 degrees (76 klx = EV 14.9) and practice; assumed offsets for ground.
    _row("snow-sun", "Snow or bright sand in sun", 16.0, 0.5, 5500, 3.0, _OUTSIDE, "snow"),
    _row("sun", "Open sun", 15.0, 0.4, 5500, 3.3, _OUTSIDE),
    _row("hazy-sun", "Hazy sun, soft shadows", 14.0, 0.5, 5600, 2.8, _OUTSIDE),
    _row("bright-cloud", "Bright cloud, no shadows", 13.0, 0.6, 6200, 2.3, _OUTSIDE),
    _row("overcast", "Heavy overcast", 12.0, 0.8, 6500, 2.0, _OUTSIDE),
    _row("open-shade", "Open shade under blue sky", 12.0, 0.7, 7000, 2.8, _OUTSIDE),
    _row("cliff-shade", "Shade of a cliff or a street", 11.0, 0.8, 7000, 3.2, _OUTSIDE),
    _row("forest", "Under trees", 10.0, 1.0, 6000, 3.5, _OUTSIDE),
    # Under water: assumed, until the light is computed by wavelength.
    _row("water-sun-shallow", "Clear water, sun, 1-3 m", 13.0, 0.8, 7000, 2.6, _WATER),
    _row("water-blue-10", "Blue water, sun, about 10 m", 11.0, 1.0, 10000, 2.0, _WATER),
    _row("water-green-shallow", "Coastal green water, 2-7 m", 9.5, 1.2, 7500, 2.2, _WATER),
    _row("water-green-shade", "Green water in the shade of a hull or raft", 8.0, 1.3, 7500, 2.4, _WATER),
    _row("water-murky", "Murky or harbour water, 2-5 m", 7.0, 1.5, 6500, 1.6, _WATER),
    # Dusk: sky table at the altitude named; lamps: road classes of EN 13201, rooms by practice.
    _row("sunset", "Sun on the horizon", 8.2, 0.8, 4500, 3.5, _DUSK),
    _row("blue-hour", "Blue hour, sun about 5 degrees down", 2.5, 1.2, 9000, 2.5, _DUSK),
    _row("moon", "Full moon, high", -3.3, 0.8, 4100, 3.0, _DUSK),
    _row("half-moon", "Half moon", -7.0, 1.0, 4100, 3.0, _DUSK),
    _row("starlight", "Clear night without moon", -11.9, 1.0, 4000, 3.0, _DUSK),
    _row("dark-lane", "Dark lane, a lamp now and then (2 lx)", -0.3, 1.0, 2700, 4.0, _LAMPS, "lamps"),
    _row("lit-street", "Lit street (10-15 lx)", 2.3, 0.8, 3000, 4.0, _LAMPS, "mixed"),
    _row("market", "Market stalls under lamp strings (6-15 lx)", 1.9, 0.7, 2900, 4.2, _LAMPS, "mixed"),
    _row("forecourt", "Bright forecourt or shop window (150 lx)", 5.9, 0.8, 4000, 3.6, _LAMPS, "mixed"),
    _row("home", "Living room in the evening (100 lx)", 5.3, 0.7, 2800, 3.0, _LAMPS, "lamps"),
    _row("office", "Office or kitchen, all lamps on (500 lx)", 7.6, 0.5, 4000, 2.5, _LAMPS, "lamps"),
    _row("stage", "Stage in spotlight", 8.5, 1.2, 3400, 4.5, _LAMPS, "mixed"),
    _row("table-panel", "Product table, one panel close (1500 lx)", 9.2, 0.4, 5600, 2.6, _TABLE, "lamps"),
    _row("table-window", "Product table by a north window", 8.5, 0.8, 6500, 2.2, _TABLE),
)

BY_KEY: Final = {condition.key: condition for condition in CONDITIONS}
