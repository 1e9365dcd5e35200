"""The light of a scene: what the creator says about it, and the level that follows."""

from typing import Annotated, Literal

from pydantic import AfterValidator, Field

from steady_tide.core.document import Part
from steady_tide.core.light.conditions import BY_KEY
from steady_tide.core.light.sky import clear_sky_lux, cloud_transmission, daylight_kelvin
from steady_tide.core.quantities import ev100_from_lux

METER_UNCERTAINTY_STOPS = 0.3
"""**Assumed**: what a careful meter reading may be off by."""
SKY_UNCERTAINTY_STOPS = 0.5
"""**Assumed**: scatter of a sky about the published clear curve."""
CLOUD_UNCERTAINTY_STOPS = 0.08
"""**Assumed**: added per okta, since cloud cover says little of its thickness."""


def _known_condition(key: str) -> str:
    if key not in BY_KEY:
        raise ValueError(f"no such condition; known are {', '.join(BY_KEY)}")
    return key


class NamedLight(Part):
    """A condition of the named table, shifted by what the creator sees."""

    kind: Literal["condition"] = "condition"
    condition: Annotated[str, AfterValidator(_known_condition)]
    shift_stops: float = Field(default=0.0, ge=-5, le=5, description="Brighter (+) or darker than the name [stops].")


class EvLight(Part):
    """A typed exposure value at ISO 100."""

    kind: Literal["ev"] = "ev"
    ev100: float = Field(ge=-13, le=20, description="EV at ISO 100 [stops].")
    kelvin: float = Field(default=5500, ge=1500, le=20000)
    lamps: bool = Field(default=False, description="Whether lamps on the mains light the subject.")


class LuxLight(Part):
    """A measured illuminance on the subject."""

    kind: Literal["lux"] = "lux"
    lux: float = Field(gt=0, le=200_000, description="Illuminance on the subject [lx].")
    kelvin: float = Field(default=5500, ge=1500, le=20000)
    lamps: bool = Field(default=False, description="Whether lamps on the mains light the subject.")


class SunLight(Part):
    """The sun at an altitude behind a cover of cloud, less what stands in its way."""

    kind: Literal["sun"] = "sun"
    sun_altitude_deg: float = Field(ge=-18, le=90)
    cloud_okta: float = Field(default=0, ge=0, le=8)
    shade_stops: float = Field(default=0, ge=0, le=8, description="Taken by shade or trees [stops].")


LightSource = Annotated[NamedLight | EvLight | LuxLight | SunLight, Field(discriminator="kind")]


class LightLevel(Part):
    """The light on the subject as computed.

    ev100 [stops], uncertainty_stops (half width), kelvin [K], lamps (mains lamps light it),
    mixed (lamps of several colours), contrast_stops (highlights above mid grey), source (words).
    """

    ev100: float
    uncertainty_stops: float
    kelvin: float
    lamps: bool
    mixed: bool
    contrast_stops: float
    source: str


def level(light: LightSource) -> LightLevel:
    """The level of any way of stating light. Measured and typed light is taken as said."""
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
        )
    if isinstance(light, SunLight):
        return _sun_level(light)
    measured = isinstance(light, LuxLight)
    return LightLevel(
        ev100=float(ev100_from_lux(light.lux)) if isinstance(light, LuxLight) else light.ev100,
        uncertainty_stops=METER_UNCERTAINTY_STOPS,
        kelvin=light.kelvin,
        lamps=light.lamps,
        mixed=False,
        contrast_stops=3.5 if light.lamps else 2.8,
        source="your reading in lux" if measured else "your reading in EV",
    )


def _sun_level(light: SunLight) -> LightLevel:
    lux = clear_sky_lux(light.sun_altitude_deg) * cloud_transmission(light.cloud_okta)
    return LightLevel(
        ev100=float(ev100_from_lux(lux)) - light.shade_stops,
        uncertainty_stops=SKY_UNCERTAINTY_STOPS + CLOUD_UNCERTAINTY_STOPS * light.cloud_okta,
        kelvin=daylight_kelvin(sun_altitude_deg=light.sun_altitude_deg, cloud_okta=light.cloud_okta),
        lamps=False,
        mixed=False,
        contrast_stops=3.3 - 1.3 * light.cloud_okta / 8.0,
        source=f"sun at {light.sun_altitude_deg:g}°, cloud {light.cloud_okta:g}/8",
    )
