"""Measured light: what a meter, a grey card or a phone said, and how it bends a model around its moment."""

from collections.abc import Sequence
from fractions import Fraction
from math import log2
from typing import Annotated, Final, Literal, NamedTuple

import numpy as np
from pydantic import AfterValidator, Field

from steady_tide.core.document import Rational
from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.quantities import Floats, ev100_from_lux, setting_value, shutter_text
from steady_tide.core.typed import Typed

METERED_STOPS: Final = 0.3
PHONE_STOPS: Final = 0.7
"""Half width of a careful meter's or a grey card's reading, and of a phone's sensor [stops]. **Assumed**."""
HOLDS_MINUTES: Final = 90.0
"""A reading's say falls to 37 % in this time before or after it. **Assumed**: weather changes within the hour."""
MID_GREY: Final = 0.18
"""Share of the light that mid grey sends back."""


SHORTEST_S, LONGEST_S = Fraction(1, 200_000), Fraction(3600)
"""No camera or meter says a shorter or a longer shutter."""


def _exposed(value: Fraction) -> Fraction:
    if not SHORTEST_S <= value <= LONGEST_S:
        raise ValueError("it lies between 1/200000 s and an hour")
    return value


Exposed = Annotated[Rational, AfterValidator(_exposed)]
"""A shutter time that can be read off a camera or a meter [s]."""


class LuxReading(Typed):
    """A light meter's illuminance [lx]."""

    how: Literal["lux"] = "lux"
    lux: float = Field(ge=0.00001, le=200_000)


class EvReading(Typed):
    """A light meter's EV at ISO 100."""

    how: Literal["ev"] = "ev"
    ev100: float = Field(ge=-13, le=20)


class SettingsReading(Typed):
    """What a meter or a camera says: at this ISO and aperture, this shutter."""

    how: Literal["settings"] = "settings"
    iso: float = Field(default=100, ge=3, le=409_600)
    f_number: float = Field(ge=0.7, le=64)
    shutter_s: Exposed


class PhoneReading(Typed):
    """A phone's light sensor, lying where the subject is [lx]."""

    how: Literal["phone"] = "phone"
    lux: float = Field(ge=0.00001, le=200_000)


class CardReading(Typed):
    """A still of a grey card: its settings, and how bright the card came out.

    card_level: linear level of the middle of the picture, 1 = white; mid grey is 0.18.
    """

    how: Literal["grey-card"] = "grey-card"
    iso: float = Field(ge=3, le=409_600)
    f_number: float = Field(ge=0.7, le=64)
    shutter_s: Exposed
    card_level: float = Field(ge=0.00001, le=1)


DARKEST_EV100: Final = -15.0
BRIGHTEST_EV100: Final = 22.0
"""Between these lies all light that is filmed in: under clouds without a moon, and the sun itself in a mirror."""

Measured = Annotated[LuxReading | EvReading | SettingsReading | PhoneReading | CardReading, Field(discriminator="how")]


class Told(NamedTuple):
    """A reading worked out: EV at ISO 100, its half width [stops], and in words."""

    ev100: float
    uncertainty_stops: float
    words: str


def told(measured: Measured) -> Told:
    """What a reading says [EV at ISO 100]. Source: APEX; ISO 2720 for lux; for a card log2(level / 0.18) on top."""
    if isinstance(measured, EvReading):
        return Told(measured.ev100, METERED_STOPS, f"{measured.ev100:g} EV")
    if isinstance(measured, LuxReading):
        return Told(float(ev100_from_lux(measured.lux)), METERED_STOPS, f"{measured.lux:g} lx")
    if isinstance(measured, PhoneReading):
        return Told(float(ev100_from_lux(measured.lux)), PHONE_STOPS, f"{measured.lux:g} lx by a phone")
    exposed = float(setting_value(f_number=measured.f_number, shutter_s=float(measured.shutter_s), iso=measured.iso))
    words = _settings_words(measured.iso, measured.f_number, measured.shutter_s)
    if isinstance(measured, CardReading):
        over = log2(measured.card_level / MID_GREY)
        return Told(exposed + over, METERED_STOPS, f"grey card {over:+.1f} stops at {words}".replace("-", "−"))
    return Told(exposed, METERED_STOPS, words)


def checked(measured: Measured) -> Told:
    """A reading worked out, where it can be meant. Raises BadInput for light beyond anything that is filmed in."""
    found = told(measured)
    if DARKEST_EV100 <= found.ev100 <= BRIGHTEST_EV100:
        return found
    field = {"lux": "lux", "phone": "lux", "ev": "ev100", "settings": "shutter_s", "grey-card": "card_level"}
    words = f"that would be EV {found.ev100:.0f}, beyond anything between a starless night and the sun; look again"
    raise BadInput([Problem(("measured", field[measured.how]), words)])


def _settings_words(iso: float, f_number: float, shutter_s: Fraction) -> str:
    return f"ISO {iso:g}, f/{f_number:g}, {shutter_text(shutter_s)} s"


class Bound(NamedTuple):
    """A reading at its minute of the day: EV at ISO 100 and half width [stops]."""

    minute: float
    ev100: float
    uncertainty_stops: float


def bend(minutes: Floats, ev100: Floats, uncertainty: Floats, readings: Sequence[Bound]) -> tuple[Floats, Floats]:
    """A model of light bent through readings: level and half width, shapes (n,).

    It passes through every reading. Between two the departure lies on a straight line; beyond the first and
    the last it dies away with HOLDS_MINUTES. The half width is that of the reading at its minute, and
    returns to the model's as its say fades.
    """
    if not readings:
        return ev100, uncertainty
    ordered = sorted(readings)
    at = np.array([one.minute for one in ordered])
    departs = np.array([one.ev100 for one in ordered]) - np.interp(at, minutes, ev100)
    near = np.min(np.abs(minutes[:, None] - at[None, :]), axis=1)
    outside = np.maximum(np.maximum(at[0] - minutes, minutes - at[-1]), 0.0)
    say = np.exp(-near / HOLDS_MINUTES)
    widths = np.interp(minutes, at, [one.uncertainty_stops for one in ordered])
    bent = ev100 + np.interp(minutes, at, departs) * np.exp(-outside / HOLDS_MINUTES)
    return np.asarray(bent), np.asarray(say * widths + (1.0 - say) * np.maximum(uncertainty, widths))
