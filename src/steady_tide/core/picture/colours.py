"""Colour of the light on its way to a picture: lamps and sky, water, filter, and what a white balance makes of it."""

from collections.abc import Mapping
from typing import Any, Final

import numpy as np

from steady_tide.core.kit.bag import ColourFilter
from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.light.daylight import direct_share
from steady_tide.core.light.spectra import DAYLIGHT, NM, channels
from steady_tide.core.light.underwater import passed_by
from steady_tide.core.light.water import WATER_TYPE, daylight_under, slant
from steady_tide.core.picture.shot import Rgb, Shot, Water, water_over
from steady_tide.core.picture.tone import LUMINANCE
from steady_tide.core.plan.physics.exposed import ExposedSet
from steady_tide.core.quantities import Floats, lux_from_ev100

VEIL: Final = 0.4
"""Light of endless water seen level, in the channel it takes least of, over a grey card lit by it. **Assumed**."""
AUTOMATIC_STOPS: Final = 1.6
"""How far an automatic white balance moves a channel at most. **Assumed**."""
DAYLIGHT_KELVIN: Final = 6504.0
SECOND_RADIATION_NM_K: Final = 1.438777e7
"""Second radiation constant [nm K] (CODATA 2018)."""
SUN_UP_DEG: Final = 40.0
"""How high the sun is taken to stand over water whose light is given as it is. **Assumed**."""


def short(figure: float) -> float:
    """A figure to six digits, so that like shots are one."""
    return float(f"{figure:.6g}")


def rounded(figures: Floats) -> Rgb:
    red, green, blue = (short(float(one)) for one in figures)
    return red, green, blue


def illuminant(kelvin: float) -> Floats:
    """Power of light of a colour temperature [K], shape (31,): daylight, warmed or cooled as a black body is.

    D65 [CIE-15] times Planck's law at the temperature over that at 6504 K. Simplified.
    """
    return np.asarray(DAYLIGHT * _planck(kelvin) / _planck(DAYLIGHT_KELVIN))


def _planck(kelvin: float) -> Floats:
    return np.asarray(NM**-5.0 / np.expm1(SECOND_RADIATION_NM_K / (NM * kelvin)))


def rgb_of(spectrum: Floats) -> Floats:
    """What red, green and blue take of a spectrum over daylight's, scaled to luminance 1, shape (3,)."""
    rgb = channels(spectrum) / channels(DAYLIGHT)
    return np.asarray(rgb / (rgb @ LUMINANCE))


class Colours:
    """Colour of the light on its way: lamps and sky, water, filter, and what the white balance makes of it."""

    def __init__(self, chosen: ExposedSet, values: Mapping[Setting, Value]) -> None:
        self.chosen = chosen
        self.situation = chosen.situation
        glass = 1e6 / max(1.0, 1e6 / self.situation.light.kelvin + chosen.glass.cast_mired)
        self._filter = self._passed(values)
        self._above = illuminant(self.situation.light.kelvin if self._path is None else DAYLIGHT_KELVIN)
        self._cast = illuminant(glass) / illuminant(self.situation.light.kelvin)
        self._lamp_share = self._lamp()
        self.water = self._water()
        self.balance = self._balance(values[Setting.WHITE_BALANCE])

    @property
    def _path(self) -> str | None:
        water = self.situation.brief.water
        return WATER_TYPE[water.colour] if water else None

    def _passed(self, values: Mapping[Setting, Value]) -> Floats:
        """What the colour filter lets through, shape (31,)."""
        key = values.get(Setting.COLOUR_FILTER)
        fitted: list[Any] = [item for item in self.situation.given.usable_of(ColourFilter) if item.key == key]
        passed = passed_by(fitted[0]) if fitted else None
        return np.ones(len(NM)) if passed is None else passed

    def _at(self, distance_m: float) -> Floats:
        """Spectrum of the light around that comes from a grey card so far away, ahead of the lens."""
        if self._path is None:
            return self._above
        water = self.situation.brief.water
        assert water is not None
        down = float(slant(SUN_UP_DEG, direct_share=direct_share(sun_altitude_deg=SUN_UP_DEG, okta=4)))
        return daylight_under(self._path, depth_m=water.depth_m, distance_m=distance_m, slant_by=down)

    @property
    def _card_m(self) -> float:
        return max(self.situation.brief.subject_distance_m, 0.05)

    def _lamp(self) -> float:
        """Share of a lamp in the light on the card."""
        if self.situation.lamp is None:
            return 0.0
        rest = float(lux_from_ev100(self.situation.light.ev100))
        return 1.0 - rest / float(lux_from_ev100(self.situation.aim_ev100))

    def _lamp_light(self) -> Floats:
        """Spectrum of the lamp's light that comes back from the card."""
        assert self._path is not None
        both_ways = daylight_under(self._path, depth_m=0.0, distance_m=2.0 * self._card_m) / DAYLIGHT
        return illuminant(self.situation.kelvin) * both_ways

    def _through(self, spectrum: Floats) -> Floats:
        return spectrum * self._filter * self._cast

    def _normed(self, spectrum: Floats) -> Floats:
        """A spectrum scaled to be as bright as white."""
        return np.asarray(spectrum / (channels(spectrum) / channels(DAYLIGHT) @ LUMINANCE))

    @property
    def card(self) -> Floats:
        """Red, green and blue of the light a grey card sends through water and glass, luminance 1."""
        around = self._normed(self._at(self._card_m))
        if self._lamp_share:
            around = (1.0 - self._lamp_share) * around + self._lamp_share * self._normed(self._lamp_light())
        return rgb_of(self._through(around))

    def _water(self) -> Water | None:
        """What the water does, by channel; the veil is that of the light around at this depth."""
        if self._path is None:
            return None
        near, far = (channels(self._through(self._at(distance))) for distance in (self._card_m, self._card_m + 1.0))
        before = channels(self._through(self._at(0.0)))
        lamp = np.zeros(3)
        if self._lamp_share:
            lamps = channels(self._through(self._normed(self._lamp_light()))) * self._lamp_share
            around = channels(self._through(self._normed(self._at(self._card_m)))) * (1.0 - self._lamp_share)
            lamp = lamps / (lamps + around)
        path = np.log(near / far)
        # Endless water sends back what it scatters, b A exp(-c x) summed over x: the less, the more it takes.
        veil = VEIL * before / near * (path.min() / path) * (1.0 - self._lamp_share)
        return Water(
            card_m=self._card_m,
            path=rounded(path),
            veil=rounded(veil),
            lamp=rounded(np.clip(lamp, 0, 1)),
        )

    def _balance(self, setting: Value) -> Floats:
        """What the white balance multiplies red, green and blue by; it leaves the brightness of the card as it is."""
        card = self.card
        if isinstance(setting, int | float) or str(setting).isdigit():
            wanted = 1.0 / rgb_of(illuminant(float(setting)))
        else:
            wanted = np.clip(1.0 / card, 2.0**-AUTOMATIC_STOPS, 2.0**AUTOMATIC_STOPS)
        return np.asarray(wanted / (card * wanted @ LUMINANCE))

    @property
    def gain(self) -> Floats:
        """From the plate's grey card, 1 in every channel, to what is recorded of it with mid grey at 1.

        The card as it is seen, with the veil of the water before it, has luminance 1.
        """
        card = self.card * self.balance
        if self.water is None:
            return card
        path, veil = np.asarray(self.water.path), np.asarray(self.water.veil)
        seen = 1.0 + veil * (1.0 - np.exp(-path * self.water.card_m))
        return np.asarray(card / (card * seen @ LUMINANCE))

    @property
    def red_left(self) -> float | None:
        """Share of the surface's red that is left on the way to the lens, filter and lamp aside."""
        if self._path is None:
            return None
        return float(channels(self._at(self._card_m))[0] / channels(DAYLIGHT)[0])


def card_colour(shot: Shot) -> Floats:
    """Red, green and blue of a grey card as a shot records it, the veil of the water before it counted in, (3,)."""
    if shot.water is None:
        return np.asarray(shot.gain)
    passes, veil = water_over(shot.water, shot.water.card_m)
    return np.asarray(shot.gain) * (passes + veil)
