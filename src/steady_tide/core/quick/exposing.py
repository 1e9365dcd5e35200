"""Sums about light: shutter, ND and ISO; lamps that flicker; lamps by distance; red under water."""

from fractions import Fraction
from math import log2
from typing import Final, Literal, NamedTuple

import numpy as np
from pydantic import Field

from steady_tide.core.exposure.flicker import beat_hz, residual_ripple
from steady_tide.core.light.glass import Form, loss_stops, transmission
from steady_tide.core.light.lamps import lamp_lux, lux_at_1_m
from steady_tide.core.light.underwater import channel_stops, red_behind
from steady_tide.core.light.water import WATER_LABEL, WATER_TYPE, daylight_under
from steady_tide.core.quantities import ev100_from_lux, lux_from_ev100, setting_value, shutter_at_angle, shutter_text
from steady_tide.core.quick.worked import Figured, Worked, curve
from steady_tide.core.typed import Typed

ND_STOPS: Final = (1, 2, 3, 4, 5, 6, 7, 8, 9, 10)
"""ND filters as they are sold, 2 to 1024."""
LEAST_LUX, MOST_LUX = 1e-5, 2e5
"""What a brief takes for the light on a subject [lx]."""


class Spectrum(NamedTuple):
    """A filter's transmission, see `light.glass.transmission`."""

    form: Form
    nm: float
    width_nm: float
    least: float
    most: float


FILTERS: Final = {
    "light-red": Spectrum("edge", 565.0, 12.0, 0.28, 0.93),
    "deep-red": Spectrum("edge", 585.0, 10.0, 0.08, 0.92),
    "magenta": Spectrum("notch", 535.0, 38.0, 0.2, 0.92),
}
"""Usual colour filters. **Assumed**."""


class Exposure(Typed):
    """Shutter, ND and ISO in a light."""

    sum: Literal["exposure"] = "exposure"
    ev100: float = Field(default=13, ge=-12, le=20, description="The light on the subject [EV at ISO 100].")
    rate: float = Field(default=25, ge=1, le=1000, description="Frames a second.")
    angle_deg: float = Field(default=180, ge=1, le=360, description="Shutter angle wanted.")
    f_number: float = Field(default=2.8, ge=0.7, le=32)
    base_iso: float = Field(default=100, ge=20, le=25_600, description="Lowest ISO.")


def exposure(asked: Exposure) -> Worked:
    """Which filter the light takes at the base ISO, or which ISO it takes bare."""
    rate = Fraction(asked.rate).limit_denominator(1001)
    shutter = float(shutter_at_angle(angle_deg=asked.angle_deg, rate=rate))
    over = asked.ev100 - float(setting_value(f_number=asked.f_number, shutter_s=shutter, iso=asked.base_iso))
    nearest = min((0, *ND_STOPS), key=lambda stops: abs(over - stops)) if over > 0 else 0
    iso = asked.base_iso * 2.0 ** max(-over, 0.0)
    bare = asked.ev100 - log2(asked.f_number**2) + log2(asked.base_iso / 100.0)
    words = f"ND{2**nearest}, {nearest} stops" if nearest else ("no filter" if over <= 0.5 else "less than an ND2")
    left = over - nearest if over > 0 else 0.0
    at_iso = "ISO = base ISO · 2^(stops too dark)"
    return Worked(
        figures=[
            Figured(
                key="filter", label="Filter", value=float(nearest), unit="stops", main=over > 0, text=words,
                formula="light − log2(N² / t) + log2(ISO / 100), to the nearest filter sold",
            ),
            Figured(key="iso", label="ISO", value=iso, unit="", text=f"ISO {iso:.0f}", main=over <= 0, formula=at_iso),
            Figured(
                key="shutter", label="Shutter", value=shutter, unit="s", text=f"{shutter_text(shutter)} s",
                formula="angle / (360 · frame rate)",
            ),
            Figured(
                key="left", label="Left over", value=left, unit="stops", text=f"{left:+.1f} stops".replace("-", "−"),
                formula="what the filter does not take",
            ),
            Figured(
                key="bare", label="Shutter without a filter", value=2.0**-bare, unit="s",
                text=f"{shutter_text(2.0 ** -bare)} s" if bare > -4 else f"{2.0 ** -bare:.0f} s",
                formula="t = N² / 2^light at the base ISO",
            ),
        ],
        drawn=curve(
            lambda ev: ev - (asked.ev100 - over), least=asked.ev100 - 6, most=asked.ev100 + 6, at=asked.ev100,
            across="light, EV", upward="stops too bright",
        ),
        notes=[
            "The lens is taken to lose nothing, the meter to be right. A camera's own habit is counted on the bench."
        ],
        brief={"scenario": "everyday", "light": {"kind": "ev", "ev100": asked.ev100}},
    )  # fmt: skip


class Flicker(Typed):
    """Whether lamps on the mains flicker in the picture."""

    sum: Literal["flicker"] = "flicker"
    mains_hz: Literal[50, 60] = 50
    rate: float = Field(default=100, ge=1, le=1000, description="Frames a second.")
    shutter_s: float = Field(default=0.005, ge=0.00005, le=1, description="Shutter.")


def flicker(asked: Flicker) -> Worked:
    """What of a lamp's ripple a shutter keeps, how it beats, and the nearest shutter that keeps none."""
    kept = float(residual_ripple(shutter_s=asked.shutter_s, mains_hz=asked.mains_hz))
    beats = beat_hz(rate=asked.rate, mains_hz=asked.mains_hz)
    half = 1.0 / (2.0 * asked.mains_hz)
    most = int(1.0 / asked.rate / half + 1e-9)
    count = min(max(round(asked.shutter_s / half), 1), most) if most else 0
    clean = count * half
    words = f"{shutter_text(clean)} s" if count else "none at this rate: film slower, or use lamps without ripple"
    return Worked(
        figures=[
            Figured(
                key="kept", label="Of the ripple is left", value=100 * kept, unit="%", text=f"{100 * kept:.0f} %",
                formula="|sinc(2 f t)|", main=True,
            ),
            Figured(
                key="clean", label="Nearest clean shutter", value=clean, unit="s", text=words,
                formula="whole multiples of 1 / (2 f), no longer than a frame",
            ),
            Figured(
                key="beat", label="It beats at", value=beats, unit="Hz", text=_beats(beats),
                formula="the least |2 f − k · frame rate|",
            ),
        ],
        drawn=curve(
            lambda milliseconds: 100 * float(residual_ripple(shutter_s=milliseconds / 1000, mains_hz=asked.mains_hz)),
            least=0.1, most=45, at=min(1000 * asked.shutter_s, 45), across="shutter, ms", upward="% of the ripple",
        ),
        notes=[
            "Of lamps with a ripple of their own: dimmed and cheap ones have most. "
            "Battery lamps may flicker at other rates."
        ],
        brief={"scenario": "low-light", "light": {"kind": "lux", "lux": 20}, "mains_hz": asked.mains_hz},
    )  # fmt: skip


def _beats(beats: float) -> str:
    return "0 Hz: standing bands" if beats < 0.05 else f"{beats:.1f} Hz"


class LampDistance(Typed):
    """The light of a lamp by its distance."""

    sum: Literal["lamp"] = "lamp"
    lumens: float = Field(default=1000, ge=0.1, le=1_000_000, description="Of the lamp in all [lm].")
    beam_deg: float = Field(default=60, ge=1, le=360, description="Its beam.")
    distance_m: float = Field(default=2, ge=0.05, le=200, description="To the subject.")


def lamp(asked: LampDistance) -> Worked:
    """Illuminance and level on a subject, and how far it goes for a usual dark set."""
    at_1_m = lux_at_1_m(lumens=asked.lumens, beam_deg=asked.beam_deg)
    lux = lamp_lux(at_1_m=at_1_m, distance_m=asked.distance_m)
    ev100 = float(ev100_from_lux(lux))
    wanted = float(setting_value(f_number=2.8, shutter_s=1 / 50, iso=800))
    reach = float(np.sqrt(at_1_m / float(lux_from_ev100(wanted))))
    return Worked(
        figures=[
            Figured(
                key="lux", label="On the subject", value=lux, unit="lx", text=f"{lux:.3g} lx, EV {ev100:.1f}",
                formula="lumens / beam's solid angle / distance²", main=True,
            ),
            Figured(
                key="at_1_m", label="At a metre", value=at_1_m, unit="lx", text=f"{at_1_m:.3g} lx",
                formula="lumens / 2π(1 − cos(beam / 2))",
            ),
            Figured(
                key="reach", label="Enough for f/2.8, 1/50 s, ISO 800 up to", value=reach, unit="m",
                text=f"{reach:.2g} m", formula="√(lux at a metre / lux wanted)",
            ),
        ],
        drawn=curve(
            lambda metres: float(ev100_from_lux(lamp_lux(at_1_m=at_1_m, distance_m=metres))),
            least=max(asked.distance_m / 8, 0.05), most=asked.distance_m * 2.5, at=asked.distance_m,
            across="distance, m", upward="EV",
        ),
        notes=["Spread evenly over its beam, in air; walls give some of it back, softboxes take half."],
        brief={
            "scenario": "product",
            "light": {"kind": "lux", "lux": min(max(lux, LEAST_LUX), MOST_LUX)},
            "subject_distance_m": asked.distance_m,
        },
    )  # fmt: skip


class RedLeft(Typed):
    """How much red is left under water."""

    sum: Literal["red"] = "red"
    colour: Literal["ocean", "blue", "clear", "green", "murky"] = Field(default="green", description="The water.")
    depth_m: float = Field(default=5, ge=0, le=60, description="Depth of the subject.")
    distance_m: float = Field(default=1, ge=0, le=30, description="From the subject to the lens.")
    filter: Literal["none", "light-red", "deep-red", "magenta"] = "none"


def red(asked: RedLeft) -> Worked:
    """What red, green and blue lost on the way down and to the lens, and behind a filter."""
    kind = WATER_TYPE[asked.colour]

    passed = None if asked.filter == "none" else transmission(**FILTERS[asked.filter]._asdict())

    def lost(depth: float) -> list[float]:
        light = daylight_under(kind, depth_m=depth, distance_m=asked.distance_m)
        return [float(one) for one in channel_stops(light if passed is None else np.asarray(light * passed))]

    here = lost(asked.depth_m)
    left = 100.0 * 2.0 ** -here[0]
    behind = float(red_behind(np.array(here)))
    light = daylight_under(kind, depth_m=asked.depth_m, distance_m=asked.distance_m)
    cost = 0.0 if passed is None else loss_stops(passed, light)
    return Worked(
        figures=[
            Figured(
                key="red", label="Red that is left", value=left, unit="%", text=f"{left:.2g} %",
                formula="exp(−Kd z) · exp(−c r) by wavelength (Jerlov), weighed for red", main=True,
            ),
            Figured(
                key="behind", label="Red behind the strongest colour", value=behind, unit="stops",
                text=f"{behind:.1f} stops", formula="log2 of the channels against each other",
            ),
            Figured(
                key="cost", label="The filter takes", value=cost, unit="stops", text=f"{cost:.1f} stops",
                formula="log2 of the light before and behind it",
            ),
        ],
        drawn=curve(
            lambda depth: 100.0 * 2.0 ** -lost(depth)[0], least=0, most=max(20.0, asked.depth_m * 1.3),
            at=asked.depth_m, across="depth, m", upward="% of red",
        ),
        notes=[
            f"The water is taken as {WATER_LABEL[asked.colour]}; the filters' spectra are usual ones. "
            "A lamp near the subject brings red back. Dive within your training, with a buddy."
        ],
        brief={
            "scenario": "underwater",
            "light": {"kind": "condition", "condition": "hazy-sun"},
            "subject_distance_m": max(asked.distance_m, 0.1),
            "water": {"depth_m": max(asked.depth_m, 0.01), "colour": asked.colour},
        },
    )  # fmt: skip
