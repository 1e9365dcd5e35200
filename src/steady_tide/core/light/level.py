"""The light of a scene: what the creator says about it, and the level that follows."""

from typing import Annotated, Literal

from pydantic import AfterValidator, Field

from steady_tide.core.document import Part
from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.light.conditions import BY_KEY
from steady_tide.core.light.daylight import GROUND_STOPS, GROUND_UNCERTAINTY, METERS_DARK_STOPS, Ground
from steady_tide.core.light.lamplight import LampSource, Lit, lit_by
from steady_tide.core.light.sky import clear_sky_lux, cloud_transmission, daylight_kelvin
from steady_tide.core.quantities import ev100_from_lux
from steady_tide.core.typed import Typed

METER_UNCERTAINTY_STOPS = 0.3
"""**Assumed**: what a careful meter reading may be off by."""
SKY_UNCERTAINTY_STOPS = 0.5
"""**Assumed**: scatter of a sky about the published clear curve."""
CLOUD_UNCERTAINTY_STOPS = 0.08
"""**Assumed**: added per okta, since cloud cover says little of its thickness."""
LAMP_CONTRAST_STOPS = 3.5
DAY_CONTRAST_STOPS = 2.8
"""How far highlights that matter lie above mid grey by lamps, and by measured daylight. **Assumed**."""


def _known_condition(key: str) -> str:
    if key not in BY_KEY:
        raise ValueError(f"no such condition; known are {', '.join(BY_KEY)}")
    return key


class NamedLight(Part):
    """A condition of the named table, shifted by what the creator sees."""

    kind: Literal["condition"] = "condition"
    condition: Annotated[str, AfterValidator(_known_condition)]
    shift_stops: float = Field(default=0.0, ge=-5, le=5, description="Brighter (+) or darker than the name [stops].")


class EvLight(Typed):
    """A typed exposure value at ISO 100."""

    kind: Literal["ev"] = "ev"
    ev100: float = Field(ge=-13, le=20, examples=[12], description="EV at ISO 100 [stops].")
    kelvin: float = Field(default=5500, ge=1500, le=20000)
    lamps: bool = Field(default=False, description="Whether lamps on the mains light the subject.")


class LuxLight(Typed):
    """A measured illuminance on the subject."""

    kind: Literal["lux"] = "lux"
    lux: float = Field(ge=0.00001, le=200_000, examples=[500], description="Illuminance on the subject [lx].")
    kelvin: float = Field(default=5500, ge=1500, le=20000)
    lamps: bool = Field(default=False, description="Whether lamps on the mains light the subject.")


class OpenSky(Typed):
    """What stands between the open sky and a subject."""

    shade_stops: float = Field(default=0, ge=0, le=8, description="Taken by shade or trees [stops].")
    ground: Ground = Field(default="plain", description="What lies around: snow and sand add light, trees take it.")

    @property
    def given_stops(self) -> float:
        """What shade and ground make of the open sky [stops]."""
        return GROUND_STOPS[self.ground] - self.shade_stops

    @property
    def ground_uncertainty(self) -> float:
        """Half width of what the ground may do [stops]."""
        return GROUND_UNCERTAINTY[self.ground]


class SkyLight(OpenSky):
    """The sky of the shoot's place, day and hour; it follows the clock."""

    kind: Literal["sky"] = "sky"
    cloud_okta: float | None = Field(default=None, ge=0, le=8, description="Where it differs from the shoot's [okta].")


class LampLight(OpenSky):
    """One lamp or several, with the open sky added where that counts."""

    kind: Literal["lamps"] = "lamps"
    lamps: Annotated[list[LampSource], Field(min_length=1, max_length=6)] = [LampSource()]
    with_sky: bool = Field(default=False, description="Whether the sky of place and hour lights it too.")


class SunLight(OpenSky):
    """The sun at an altitude behind a cover of cloud, less what stands in its way."""

    kind: Literal["sun"] = "sun"
    sun_altitude_deg: float = Field(ge=-18, le=90, examples=[30])
    cloud_okta: float = Field(default=0, ge=0, le=8)


class ComputedLight(Part):
    """Light as it was worked out for a place, a time or a depth: a level with everything that follows from it."""

    kind: Literal["computed"] = "computed"
    ev100: float = Field(ge=-30, le=22, description="EV at ISO 100 on the subject [stops].")
    uncertainty_stops: float = Field(ge=0, le=12)
    kelvin: float = Field(ge=1000, le=25000)
    lamps: bool = False
    mixed: bool = False
    ripple: float = Field(default=1, ge=0, le=1)
    contrast_stops: float = Field(default=DAY_CONTRAST_STOPS, ge=0, le=12)
    source: str = Field(default="worked out", max_length=300)
    meters_dark_stops: float = Field(
        default=0, ge=0, le=3, description="How much too dark a camera's meter takes it, for what lies around [stops]."
    )
    sun_altitude_deg: float | None = Field(default=None, ge=-90, le=90)
    sun_azimuth_deg: float | None = Field(default=None, ge=0, le=360)
    cloud_okta: float | None = Field(default=None, ge=0, le=8)


LightSource = Annotated[
    NamedLight | EvLight | LuxLight | SunLight | SkyLight | LampLight | ComputedLight, Field(discriminator="kind")
]


class LightLevel(Part):
    """The light on the subject as computed.

    ev100 [stops], uncertainty_stops (half width), kelvin [K], lamps (mains lamps light it),
    mixed (lamps of several colours), contrast_stops (highlights above mid grey), source (words),
    ripple (depth of the lamps' flicker; 1 where it is not known), meters_dark_stops (how much too dark a camera's
    meter takes it, for what lies around).
    """

    ev100: float
    uncertainty_stops: float
    kelvin: float
    lamps: bool
    mixed: bool
    contrast_stops: float
    source: str
    ripple: float = 1.0
    meters_dark_stops: float = 0.0


def level(light: LightSource) -> LightLevel:
    """The level of any way of stating light. Measured and typed light is taken as said.

    Raises BadInput for the light of a place and time: that takes the day, see `steady_tide.core.day`.
    """
    if isinstance(light, NamedLight):
        named = BY_KEY[light.condition]
        return LightLevel(
            ev100=named.ev100 + light.shift_stops,
            uncertainty_stops=named.uncertainty_stops,
            kelvin=named.kelvin,
            lamps=named.lamps,
            mixed=named.mixed,
            contrast_stops=named.contrast_stops,
            source=named.label,
            meters_dark_stops=METERS_DARK_STOPS[named.ground],
        )
    if isinstance(light, SunLight):
        return _sun_level(light)
    if isinstance(light, LampLight):
        return lamp_level(lit_by(light.lamps))
    if isinstance(light, ComputedLight):
        return LightLevel(**light.model_dump(exclude={"kind", "sun_altitude_deg", "sun_azimuth_deg", "cloud_okta"}))
    if isinstance(light, SkyLight):
        words = "say where and on which day the shoot is, and its light is worked out; or state the light another way"
        raise BadInput([Problem(("light",), words)])
    measured = isinstance(light, LuxLight)
    return LightLevel(
        ev100=float(ev100_from_lux(light.lux)) if isinstance(light, LuxLight) else light.ev100,
        uncertainty_stops=METER_UNCERTAINTY_STOPS,
        kelvin=light.kelvin,
        lamps=light.lamps,
        mixed=False,
        contrast_stops=LAMP_CONTRAST_STOPS if light.lamps else DAY_CONTRAST_STOPS,
        source="your reading in lux" if measured else "your reading in EV",
    )


def sky_uncertainty(okta: float) -> float:
    """Half width of what a sky behind so much cloud may really give [stops]. **Assumed**."""
    return SKY_UNCERTAINTY_STOPS + CLOUD_UNCERTAINTY_STOPS * okta


def sky_contrast(okta: float) -> float:
    """How far highlights that matter lie above mid grey under a sky [stops]. **Assumed**."""
    return 3.3 - 1.3 * okta / 8.0


def lamp_level(lit: Lit) -> LightLevel:
    """The level of lamps together."""
    return LightLevel(
        ev100=float(ev100_from_lux(lit.lux)),
        uncertainty_stops=lit.uncertainty_stops,
        kelvin=lit.kelvin,
        lamps=lit.ripple > 0,
        mixed=lit.mixed,
        contrast_stops=LAMP_CONTRAST_STOPS,
        source=f"lamps, {lit.lux:.3g} lx on the subject",
        ripple=lit.ripple,
    )


def _sun_level(light: SunLight) -> LightLevel:
    lux = clear_sky_lux(light.sun_altitude_deg) * cloud_transmission(light.cloud_okta)
    return LightLevel(
        ev100=float(ev100_from_lux(lux)) + light.given_stops,
        uncertainty_stops=sky_uncertainty(light.cloud_okta) + light.ground_uncertainty,
        kelvin=daylight_kelvin(sun_altitude_deg=light.sun_altitude_deg, cloud_okta=light.cloud_okta),
        lamps=False,
        mixed=False,
        contrast_stops=sky_contrast(light.cloud_okta),
        source=f"sun at {light.sun_altitude_deg:g}°, cloud {light.cloud_okta:g}/8",
        meters_dark_stops=METERS_DARK_STOPS[light.ground],
    )
