"""Light under the open sky through time: sun, moon, cloud, shade, ground, and which way the subject faces."""

from typing import Final, Literal

import numpy as np
from numpy.typing import NDArray

from steady_tide.core.light.sky import clear_sky_lux, cloud_transmission
from steady_tide.core.quantities import Floats, Quantity

FULL_MOON_LUX: Final = 0.25
"""A full moon high in a clear sky [lx]."""
Ground = Literal["plain", "snow", "sand", "water", "forest"]
GROUND_STOPS: Final[dict[str, float]] = {"plain": 0.0, "snow": 1.0, "sand": 0.5, "water": 0.2, "forest": -4.0}
"""What the ground adds to the light on a subject, or trees take [stops]. **Assumed**."""
GROUND_UNCERTAINTY: Final[dict[str, float]] = {"plain": 0.0, "snow": 0.3, "sand": 0.3, "water": 0.2, "forest": 1.0}
REFLECTED: Final = 0.2
"""Share of the level light that plain ground sends back up. **Assumed**."""
DIFFUSE_SIDE_STOPS: Final = float(np.log2(0.5 + 0.5 * REFLECTED))
"""What an upright side gets of an evenly bright sky and of plain ground, against level ground [stops]."""
SUN_GONE_STOPS: Final = 3.0
"""Shade that leaves nothing of which way the sun stands [stops]. **Assumed**."""
MOON_EXTINCTION_MAG: Final = 0.16
"""Dimming by a clear air mass [magnitudes]; the moon's full light is that through one."""
OPERATOR_M: Final = 1.75
"""Height of who films [m]. **Assumed**."""
LEAST_SHADOW_DEG: Final = 1.5
SHADOW_SHARE: Final = 0.15
"""From this sun height and this share of direct light on a shadow is seen. **Assumed**."""
Facing = Literal["front", "side", "back"]


def moon_lux(*, altitude_deg: Quantity, lit_share: float) -> Floats:
    """Light of the moon on a level plane [lx]; 0 below the horizon.

    Brightness by phase angle, m = 0.026 |a| + 4e-9 a^4 in magnitudes (Allen; Krisciunas and
    Schaefer 1991), times the sine of its altitude, dimmed by the air on its way (Kasten and Young 1989).
    """
    phase_deg = np.degrees(np.arccos(np.clip(2.0 * lit_share - 1.0, -1.0, 1.0)))
    dimmer = 10.0 ** (-0.4 * (0.026 * phase_deg + 4e-9 * phase_deg**4))
    up = np.maximum(np.asarray(altitude_deg, dtype=float), 0.0)
    height = np.sin(np.radians(up))
    air_mass = 1.0 / (height + 0.50572 * (up + 6.07995) ** -1.6364)
    return np.asarray(FULL_MOON_LUX * dimmer * height * 10.0 ** (-0.4 * MOON_EXTINCTION_MAG * (air_mass - 1.0)))


def sky_lux(*, sun_altitude_deg: Quantity, moon_altitude_deg: Quantity, moon_share: float, okta: float) -> Floats:
    """Illuminance on a level plane [lx] from sun, sky and moon behind a cover of cloud in [0, 8] okta."""
    clear = np.asarray(clear_sky_lux(sun_altitude_deg)) + moon_lux(altitude_deg=moon_altitude_deg, lit_share=moon_share)
    return np.asarray(clear * np.asarray(cloud_transmission(okta)))


def direct_share(*, sun_altitude_deg: Quantity, okta: float) -> Floats:
    """Share of the level light that comes straight from the sun [0, 1].

    **Assumed**: 0 at the horizon, 0.5 at 10 degrees, 0.8 at 30, 0.88 at 60 under a clear sky; falling with the
    square of the clear part of the sky.
    """
    clear = np.interp(sun_altitude_deg, [0.0, 10.0, 30.0, 60.0, 90.0], [0.0, 0.5, 0.8, 0.88, 0.9])
    return np.asarray(clear * (1.0 - okta / 8.0) ** 2)


def facing_stops(*, sun_altitude_deg: Quantity, sun_from_lens_deg: Quantity, okta: float) -> Floats:
    """How much brighter a subject's side towards the lens is than level ground [stops].

    sun_from_lens_deg: angle between the sun's azimuth and the direction the lens looks, [0, 180]: 0 = the sun is
    ahead (back light), 180 = behind the camera (front light). A vertical plane takes half the sky,
    the sun by its cosine, and what the ground sends back.
    """
    altitude = np.maximum(np.asarray(sun_altitude_deg, dtype=float), 2.0)
    direct = direct_share(sun_altitude_deg=sun_altitude_deg, okta=okta)
    upon = np.maximum(-np.cos(np.radians(sun_from_lens_deg)), 0.0) / np.tan(np.radians(altitude))
    plane = 0.5 * (1.0 - direct) + direct * np.minimum(upon, 6.0) + 0.5 * REFLECTED
    return np.asarray(np.log2(plane))


def side_stops(*, sun_altitude_deg: Quantity, sun_from_lens_deg: Quantity, okta: float, shade_stops: float) -> Floats:
    """`facing_stops` of a subject in shade [stops]: the sun's part fades into what an even sky gives an upright side.

    **Assumed**: gone at SUN_GONE_STOPS of shade, in proportion till there; deeper shade never gives more light.
    """
    sunlit = max(1.0 - shade_stops / SUN_GONE_STOPS, 0.0)
    turned = facing_stops(sun_altitude_deg=sun_altitude_deg, sun_from_lens_deg=sun_from_lens_deg, okta=okta)
    return np.asarray(sunlit * turned + (1.0 - sunlit) * DIFFUSE_SIDE_STOPS)


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
