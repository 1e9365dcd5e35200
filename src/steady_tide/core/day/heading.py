"""The sun against the lens while a scene is filmed: front, side or back light, shadows in frame, harsh noon."""

from typing import Final, Literal, NamedTuple

import numpy as np
from numpy.typing import NDArray

from steady_tide.core.day.timeline import Sky, Window
from steady_tide.core.document import Part
from steady_tide.core.light.daylight import Facing, angle_between, direct_share, facing, shadow_in_frame, side_stops
from steady_tide.core.plan.problem.brief import Aim, Brief
from steady_tide.core.quantities import Floats

HARSH_DEG: Final = 45.0
HARSH_SHARE: Final = 0.5
"""From this sun height and this share of direct light on noon light is harsh. **Assumed**."""
Flags = NDArray[np.bool_]
Caster = Literal["operator", "drone"]
NEAR_EQUAL_DEG: Final = 1.0


Side = Literal["front", "side", "back", "down"]


class FacingSpan(Part):
    """How the light falls over a stretch of time [minutes]; down: the sun is below the horizon."""

    start: int
    end: int
    facing: Side


class Heading(Part):
    """Sun against lens. sun_*: in the middle of the filming [degrees]; from_lens: 0 straight into the sun, 180 behind.
    side_stops: what the subject's side towards the lens gets over level ground [stops].

    shadow_*: when the shadow of who films, or of the drone, falls into the frame; harsh: hard noon light.
    """

    heading_deg: float | None
    sun_altitude_deg: float
    sun_azimuth_deg: float
    from_lens_deg: float | None
    side_stops: float | None
    facing: list[FacingSpan]
    shadow_of: Caster
    shadows: list[Window]
    shadow_minutes: int
    harsh: list[Window]
    words: str
    harsh_words: str


class Frame(NamedTuple):
    """What the finished frame sees [degrees]."""

    across_deg: float
    upright_deg: float


def from_lens(sky: Sky, heading_deg: float) -> Floats:
    """Angle between sun and lens through the day [0, 180] degrees, shape (n,)."""
    return angle_between(sky.sun_azimuth_deg, heading_deg)


def shadow_seen(sky: Sky, aim: Aim, frame: Frame, *, caster: Caster, okta: float) -> Flags:
    """Whether one's own shadow lies in the frame, for every minute, shape (n,) of bool."""
    return shadow_in_frame(
        sun_altitude_deg=sky.sun_deg,
        sun_from_lens_deg=from_lens(sky, aim.heading_deg),
        okta=okta,
        tilt_deg=aim.tilt_deg,
        height_m=aim.height_m,
        across_deg=frame.across_deg,
        upright_deg=frame.upright_deg,
        flying=caster == "drone",
    )


def harsh(sky: Sky, *, okta: float, shade_stops: float) -> Flags:
    """Whether the light is hard from above, for every minute, shape (n,) of bool."""
    direct = direct_share(sun_altitude_deg=sky.sun_deg, okta=okta)
    return np.asarray((sky.sun_deg >= HARSH_DEG) & (direct > HARSH_SHARE) & (shade_stops < 1.0))


def spans(minutes: Floats, inside: Flags) -> list[Window]:
    """Stretches of minutes in which something is so; one minute is a stretch."""
    padded = np.concatenate([[False], inside, [False]])
    edges = np.flatnonzero(padded[1:] != padded[:-1])
    last = len(minutes) - 1
    pairs = zip(edges[::2], edges[1::2], strict=True)
    return [Window(start=int(minutes[a]), end=int(minutes[min(b, last)])) for a, b in pairs]


def heading_of(
    brief: Brief, sky: Sky, frame: Frame, *, start: float, end: float, okta: float, caster: Caster, shade_stops: float
) -> Heading:
    """Sun against lens between two minutes."""
    rows = (sky.minutes >= start) & (sky.minutes <= end)
    minutes = sky.minutes[rows]
    middle = int(np.argmin(np.abs(sky.minutes - (start + end) / 2.0)))
    altitude, azimuth = float(sky.sun_deg[middle]), float(sky.sun_azimuth_deg[middle])
    hard = spans(minutes, harsh(sky, okta=okta, shade_stops=shade_stops)[rows])
    aim = brief.aim
    seen = np.zeros(sky.minutes.shape, dtype=bool)
    angle = None
    if aim is not None:
        angle = float(from_lens(sky, aim.heading_deg)[middle])
        if brief.water is None and shade_stops < 1.0:
            seen = shadow_seen(sky, aim, frame, caster=caster, okta=okta) & rows
    shadows = spans(minutes, seen[rows])
    side = None
    if angle is not None and brief.water is None and altitude > 0:
        turned = {"sun_altitude_deg": altitude, "sun_from_lens_deg": angle, "tilt_deg": aim.tilt_deg if aim else 0.0}
        side = side_stops(**turned, okta=okta, shade_stops=shade_stops)
    return Heading(
        heading_deg=aim.heading_deg if aim else None,
        sun_altitude_deg=round(altitude, 1),
        sun_azimuth_deg=round(azimuth, 1),
        from_lens_deg=round(angle, 1) if angle is not None else None,
        side_stops=round(float(side), 2) if side is not None else None,
        facing=_facings(sky, aim, rows),
        shadow_of=caster,
        shadows=shadows,
        shadow_minutes=int(seen.sum()),
        harsh=hard,
        words=_words(aim, altitude, angle, azimuth, under=brief.water is not None),
        harsh_words=(
            "Hard light from above: take open shade, put the sun behind the subject, or wait." if hard else ""
        ),
    )


def _facings(sky: Sky, aim: Aim | None, rows: Flags) -> list[FacingSpan]:
    if aim is None:
        return []
    minutes, angles, heights = sky.minutes[rows], from_lens(sky, aim.heading_deg)[rows], sky.sun_deg[rows]
    names: list[Side] = [
        "down" if h < -NEAR_EQUAL_DEG else facing(float(a)) for a, h in zip(angles, heights, strict=True)
    ]
    found: list[FacingSpan] = []
    for minute, name in zip(minutes, names, strict=True):
        if found and found[-1].facing == name:
            found[-1] = found[-1].model_copy(update={"end": int(minute)})
        else:
            found.append(FacingSpan(start=int(minute), end=int(minute), facing=name))
    return found


SIDES: Final[dict[Facing, str]] = {
    "front": "Front light: the sun is behind the camera",
    "side": "Side light",
    "back": "Back light: the sun is ahead",
}


def _words(aim: Aim | None, altitude: float, angle: float | None, azimuth: float, *, under: bool) -> str:
    if altitude < -NEAR_EQUAL_DEG:
        return "The sun is down."
    if under:
        return f"Sun {altitude:.0f}° high at {azimuth:.0f}°; under water where the lens looks hardly counts."
    if aim is None or angle is None:
        asked = "Say where the lens looks, and the light on the subject follows."
        return f"Sun {altitude:.0f}° high at {azimuth:.0f}°. {asked}"
    turned = (azimuth - aim.heading_deg + 180.0) % 360.0 - 180.0
    hand = "" if abs(turned) < 10 or abs(turned) > 170 else ", from the right" if turned > 0 else ", from the left"
    return f"{SIDES[facing(angle)]}{hand}, {altitude:.0f}° high."
