"""Light under the open sky through time: sun, moon, cloud, shade, ground, and which way the subject faces."""

from typing import Final, Literal

import numpy as np
from numpy.typing import NDArray

from steady_tide.core.light.beam import LEAST_TURBIDITY, MOST_TURBIDITY, TURBIDITY, beam_over_level, beam_share
from steady_tide.core.light.sky import clear_sky_lux, cloud_transmission, full_moon_lux
from steady_tide.core.quantities import Floats, Quantity
from steady_tide.core.thresholds import thresholds

Ground = Literal["plain", "snow", "sand", "water", "forest"]
GROUND_STOPS: Final[dict[str, float]] = {"plain": 0.0, "snow": 1.0, "sand": 0.5, "water": 0.2, "forest": -4.0}
"""What the ground adds to the light on a subject, or trees take [stops]. **Assumed**."""
GROUND_UNCERTAINTY: Final[dict[str, float]] = {"plain": 0.0, "snow": 0.3, "sand": 0.3, "water": 0.2, "forest": 1.0}
METERS_DARK_STOPS: Final = thresholds("meter.ground")
"""How much darker than grey a camera's meter leaves a subject before bright ground [stops], by ground. **Assumed**."""
REFLECTED: Final = 0.2
"""Share of the level light that plain ground sends back up. **Assumed**."""
SUN_GONE_STOPS: Final = 3.0
"""Shade that leaves nothing of which way the sun stands [stops]. **Assumed**."""
OPERATOR_M: Final = 1.75
"""Height of who films [m]. **Assumed**."""
LEAST_SHADOW_DEG: Final = 1.5
SHADOW_SHARE: Final = 0.15
"""From this sun height and this share of direct light on a shadow is seen. **Assumed**."""
Facing = Literal["front", "side", "back"]


def moon_lux(*, altitude_deg: Quantity, lit_share: float) -> Floats:
    """Light of the moon on a level plane [lx], altitude in [-90, 90] degrees, lit_share in [0, 1].

    A full moon's by its altitude, dimmed by its phase: m = 0.026 |a| + 4e-9 a^4 in magnitudes (Allen; Krisciunas and
    Schaefer 1991).
    """
    phase_deg = np.degrees(np.arccos(np.clip(2.0 * lit_share - 1.0, -1.0, 1.0)))
    dimmer = 10.0 ** (-0.4 * (0.026 * phase_deg + 4e-9 * phase_deg**4))
    return np.asarray(dimmer * full_moon_lux(altitude_deg))


def sky_lux(*, sun_altitude_deg: Quantity, moon_altitude_deg: Quantity, moon_share: float, okta: float) -> Floats:
    """Illuminance on a level plane [lx] from sun, sky and moon behind a cover of cloud in [0, 8] okta."""
    clear = np.asarray(clear_sky_lux(sun_altitude_deg)) + moon_lux(altitude_deg=moon_altitude_deg, lit_share=moon_share)
    return np.asarray(clear * np.asarray(cloud_transmission(okta)))


def direct_share(*, sun_altitude_deg: Quantity, okta: float) -> Floats:
    """Share of the level light that comes straight from the sun [0, 1]; falls with the square of the clear sky."""
    return np.asarray(beam_share(sun_altitude_deg) * (1.0 - okta / 8.0) ** 2)


def facing_stops(
    *,
    sun_altitude_deg: Quantity,
    sun_from_lens_deg: Quantity,
    okta: float,
    tilt_deg: float = 0.0,
    turbidity: float = TURBIDITY,
) -> Floats:
    """How much brighter a subject's side towards the lens is than level ground [stops].

    sun_from_lens_deg: angle between the sun's azimuth and the direction the lens looks, [0, 180]: 0 = the sun is
    ahead (back light), 180 = behind the camera (front light). tilt_deg: how far the lens looks down [-90, 90], and the
    side towards it looks up: at 90 it lies level. A plane takes its part of an even sky, the sun by its cosine, and
    what the ground sends back.
    """
    leans, altitude = np.radians(tilt_deg), np.radians(np.maximum(sun_altitude_deg, 0.0))
    clear = (1.0 - okta / 8.0) ** 2
    beam = clear * beam_over_level(sun_altitude_deg, turbidity=turbidity)
    across = -np.cos(np.radians(sun_from_lens_deg)) * np.cos(leans) * np.cos(altitude)
    upon = np.maximum(across + np.sin(leans) * np.sin(altitude), 0.0)
    diffuse = 1.0 - beam * np.sin(altitude)
    plane = _sky_seen(tilt_deg) * diffuse + beam * upon + (1.0 - _sky_seen(tilt_deg)) * REFLECTED
    return np.asarray(np.log2(plane))


def _sky_seen(tilt_deg: float) -> float:
    """Share of the sky that a side sees which looks up by so much [0, 1]: half of it where it stands upright."""
    return 0.5 * (1.0 + float(np.sin(np.radians(tilt_deg))))


def even_side_stops(tilt_deg: float = 0.0) -> float:
    """What a side gets of an evenly bright sky and of plain ground, against level ground [stops]."""
    seen = _sky_seen(tilt_deg)
    return float(np.log2(seen + (1.0 - seen) * REFLECTED))


def side_stops(
    *,
    sun_altitude_deg: Quantity,
    sun_from_lens_deg: Quantity,
    okta: float,
    shade_stops: float,
    tilt_deg: float = 0.0,
) -> Floats:
    """`facing_stops` of a subject in shade [stops]: the sun's part fades into what an even sky gives its side.

    **Assumed**: gone at SUN_GONE_STOPS of shade, in proportion till there; deeper shade never gives more light.
    """
    sunlit = _sunlit(shade_stops)
    turned = facing_stops(
        sun_altitude_deg=sun_altitude_deg, sun_from_lens_deg=sun_from_lens_deg, okta=okta, tilt_deg=tilt_deg
    )
    return np.asarray(sunlit * turned + (1.0 - sunlit) * even_side_stops(tilt_deg))


def side_uncertainty(
    *, sun_altitude_deg: Quantity, sun_from_lens_deg: Quantity, okta: float, shade_stops: float, tilt_deg: float = 0.0
) -> Floats:
    """Half width of `side_stops` [stops]: what the haze of a day that is called clear may do to the sun's beam."""
    clear, hazy = (
        facing_stops(
            sun_altitude_deg=sun_altitude_deg,
            sun_from_lens_deg=sun_from_lens_deg,
            okta=okta,
            tilt_deg=tilt_deg,
            turbidity=turbidity,
        )
        for turbidity in (LEAST_TURBIDITY, MOST_TURBIDITY)
    )
    return np.asarray(_sunlit(shade_stops) * np.abs(clear - hazy) / 2.0)


def _sunlit(shade_stops: float) -> float:
    """What shade leaves of the sun's part [0, 1]."""
    return max(1.0 - shade_stops / SUN_GONE_STOPS, 0.0)


def facing(sun_from_lens_deg: float) -> Facing:
    """Front, side or back light by the angle between the sun and where the lens looks [0, 180] degrees."""
    if sun_from_lens_deg >= 120.0:
        return "front"
    return "side" if sun_from_lens_deg > 60.0 else "back"


def angle_between(one_deg: Quantity, other_deg: Quantity) -> Floats:
    """The angle between two directions on the compass [0, 180] degrees."""
    return np.asarray(np.abs((np.asarray(one_deg) - other_deg + 180.0) % 360.0 - 180.0))


def shadow_length_m(*, height_m: float, sun_altitude_deg: Quantity) -> Floats:
    """Length of an upright thing's shadow on level ground [m]: h / tan(altitude); infinite with the sun down."""
    altitude = np.asarray(sun_altitude_deg, dtype=float)
    up = altitude > 0
    return np.asarray(np.where(up, height_m / np.tan(np.radians(np.where(up, altitude, 45.0))), np.inf))


def shadow_in_frame(
    *,
    sun_altitude_deg: Quantity,
    sun_from_lens_deg: Quantity,
    okta: float,
    tilt_deg: float,
    height_m: float,
    across_deg: float,
    upright_deg: float,
    flying: bool,
) -> NDArray[np.bool_]:
    """Whether one's own shadow lies in the frame, shape (...).

    It falls away from the sun. A drone's lies where the sun's ray through it meets the ground, so as far below
    the horizon as the sun stands above. Who stands casts it from the feet to h / tan(altitude); its
    farthest point is the first to enter the frame. height_m: of the lens over the ground. tilt_deg: below the horizon.
    """
    altitude = np.asarray(sun_altitude_deg, dtype=float)
    direct = direct_share(sun_altitude_deg=altitude, okta=okta)
    cast = (altitude > LEAST_SHADOW_DEG) & (direct > SHADOW_SHARE)
    within = 180.0 - np.asarray(sun_from_lens_deg) <= across_deg / 2.0
    lower = tilt_deg + upright_deg / 2.0
    if flying:
        upper = tilt_deg - upright_deg / 2.0
        return np.asarray(cast & within & (altitude <= lower) & (altitude >= upper))
    reach = shadow_length_m(height_m=OPERATOR_M, sun_altitude_deg=altitude)
    depression = np.degrees(np.arctan2(height_m, reach))
    return np.asarray(cast & within & (depression <= lower))
