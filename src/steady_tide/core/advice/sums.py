"""Quick sums, as people write them: a shutter and a rate, filters, light, room on a card. Sources: docs/sources.md."""

import re
from collections.abc import Callable
from fractions import Fraction
from math import log2
from typing import Final, NamedTuple

from steady_tide.core.document import Part
from steady_tide.core.errors import OutOfRange
from steady_tide.core.image.bit_rate import gb_per_hour
from steady_tide.core.motion.blur import slow_factor
from steady_tide.core.quantities import (
    counted,
    density_stops,
    ev100_from_lux,
    lux_from_ev100,
    mired_shift,
    setting_value,
    shutter_angle_deg,
    shutter_at_angle,
    shutter_text,
    stops,
)

LONGEST_TEXT: Final = 80
LEAST, MOST = 1e-5, 1e7
"""Numbers that are meant [any unit]."""
MOST_EV: Final = 30.0


class Answered(Part):
    """A sum: what was understood, and its answer. value: in the unit."""

    asked: str
    words: str
    value: float
    unit: str


class Sum(NamedTuple):
    """A way to write a sum, and the sum itself over the numbers in it. example: one that is understood."""

    form: re.Pattern[str]
    work: Callable[..., Answered]
    example: str


THOUSANDS_COMMA: Final = re.compile(r"(?<=\d),(?=\d{3}(?!\d))")
DECIMAL_COMMA: Final = re.compile(r"(?<=\d),(?=\d)")
NUMBER: Final = r"(\d+(?:\.\d+)?)"
SHUTTER: Final = r"(\d+(?:\.\d+)?(?:/\d+(?:\.\d+)?)?)"
AT: Final = r"\s*(?:at|in|on|for|@|,)?\s*"
TO: Final = r"\s*(?:to|->|→|-|–)\s*"
FPS: Final = r"\s*(?:fps|hz|p|frames)?"
MBIT: Final = r"\s*(?:mbit(?:/s)?|mbps|mb/s)"


def _number(text: str) -> float:
    """A number or a ratio within bounds. Raises OutOfRange."""
    above, _, below = text.partition("/")
    parts = float(above), float(below or 1.0)
    value = parts[0] / parts[1] if parts[1] > 0.0 else MOST + 1.0
    if not LEAST <= value <= MOST:
        raise OutOfRange("sum", f"{text} is not meant: numbers go from {LEAST:g} to {MOST:,.0f}")
    return value


def _lit(lux: float) -> str:
    """An illuminance in three figures: 0.625 lx, 10.2 klx."""
    return f"{lux / 1000.0:.3g} klx" if 1000.0 <= lux < 1e6 else f"{lux:.3g} lx"


def _ev_words(ev100: float) -> str:
    return f"EV {ev100:.1f}".replace("-", "−")


def _dense(taken: float) -> str:
    """The optical density that takes some stops."""
    return f"density {taken / density_stops(1.0):.1f}"


def _light(amount: float) -> str:
    """A difference in stops, in words: as much, 2 stops less light."""
    if abs(amount) < 0.05:
        return "as much light"
    return f"{counted(abs(amount), 'stop', '.2g')} {'more' if amount > 0 else 'less'} light"


def _seconds(text: str) -> str:
    return f"{shutter_text(_number(text))} s"


def _angle(shutter: str, rate: str) -> Answered:
    angle = float(shutter_angle_deg(shutter_s=_number(shutter), rate=_number(rate)))
    words = f"{angle:.0f}°" if angle <= 360 else f"longer than a frame at {rate} fps lasts"
    return Answered(asked=f"Shutter angle of {_seconds(shutter)} at {rate} fps", words=words, value=angle, unit="°")


def _at_angle(angle: str, rate: str) -> Answered:
    _number(rate)
    shutter = shutter_at_angle(angle_deg=_number(angle), rate=Fraction(rate).limit_denominator(1001))
    words = f"{shutter_text(shutter)} s"
    return Answered(asked=f"Shutter at {angle}° and {rate} fps", words=words, value=float(shutter), unit="s")


def _filters(*factors: str) -> Answered:
    named = [_number(one) for one in factors if one]
    if min(named) < 1:
        raise OutOfRange("sum", "a filter divides the light by 1 or more")
    taken = sum(log2(one) for one in named)
    return Answered(
        asked=" and ".join(f"ND{one:g}" for one in named),
        words=f"{counted(taken, 'stop', '.3g')}, {_dense(taken)}, as an ND{2.0**taken:.4g}",
        value=taken,
        unit="stops",
    )


def _density(density: str) -> Answered:
    taken = density_stops(_number(density))
    words = f"{counted(taken, 'stop', '.2g')}, about an ND{2.0 ** round(taken):g}"
    return Answered(asked=f"Density {density}", words=words, value=taken, unit="stops")


def _stops(amount: str) -> Answered:
    taken = _number(amount)
    if taken > MOST_EV:
        raise OutOfRange("sum", f"more than {MOST_EV:g} stops are not meant")
    factor = 2.0**taken
    words = f"{factor:.4g} times the light; a filter ND{factor:.4g}, {_dense(taken)}"
    return Answered(asked=counted(taken, "stop"), words=words, value=factor, unit="×")


def _ev(sign: str, amount: str) -> Answered:
    ev100 = float(amount) * (-1.0 if sign else 1.0)
    if abs(ev100) > MOST_EV:
        raise OutOfRange("sum", f"EV go from −{MOST_EV:g} to {MOST_EV:g}")
    lux = float(lux_from_ev100(ev100))
    return Answered(asked=f"{_ev_words(ev100)} at ISO 100", words=_lit(lux), value=lux, unit="lx")


def _lux(amount: str) -> Answered:
    ev100 = float(ev100_from_lux(_number(amount)))
    return Answered(asked=f"{amount} lx", words=f"{_ev_words(ev100)} at ISO 100", value=ev100, unit="EV")


def _exposed(f_number: str, shutter: str, iso: str) -> Answered:
    ev100 = float(setting_value(f_number=_number(f_number), shutter_s=_number(shutter), iso=_number(iso)))
    words = f"right for {_ev_words(ev100)}, {_lit(float(lux_from_ev100(ev100)))}"
    asked = f"f/{f_number}, {_seconds(shutter)}, ISO {iso}"
    return Answered(asked=asked, words=words, value=ev100, unit="EV")


def _isos(before: str, after: str) -> Answered:
    amount = float(stops(_number(after) / _number(before)))
    words = "the same" if amount == 0 else f"{counted(abs(amount), 'stop', '.2g')} {'up' if amount > 0 else 'down'}"
    return Answered(asked=f"ISO {before} to {after}", words=words, value=amount, unit="stops")


def _apertures(before: str, after: str) -> Answered:
    amount = 2.0 * float(stops(_number(before) / _number(after)))
    return Answered(asked=f"f/{before} to f/{after}", words=_light(amount), value=amount, unit="stops")


def _shutters(before: str, after: str) -> Answered:
    amount = float(stops(_number(after) / _number(before)))
    return Answered(asked=f"{_seconds(before)} to {_seconds(after)}", words=_light(amount), value=amount, unit="stops")


def _slowed(recorded: str, timeline: str) -> Answered:
    factor = float(slow_factor(recorded=_number(recorded), timeline=_number(timeline)))
    words = f"slowed {factor:.3g} times" if factor >= 1 else f"{1 / factor:.3g} times as fast"
    return Answered(asked=f"{recorded} fps on a timeline of {timeline}", words=words, value=factor, unit="×")


def _room(mbit: str, amount: str, unit: str) -> Answered:
    hours = _number(amount) / (1.0 if unit.startswith("h") else 60.0)
    room = float(gb_per_hour(_number(mbit))) * hours
    asked = f"{mbit} Mbit/s for {amount} {'h' if unit.startswith('h') else 'min'}"
    return Answered(asked=asked, words=f"{room:.3g} GB", value=room, unit="GB")


def _lasts(size: str, unit: str, mbit: str) -> Answered:
    gigabytes = _number(size) * (1000.0 if unit == "t" else 1.0)
    minutes = 60.0 * gigabytes / float(gb_per_hour(_number(mbit)))
    hours, rest = divmod(round(minutes), 60)
    words = f"{hours} h {rest} min" if hours else f"{rest} min"
    return Answered(asked=f"{size} {unit.upper()}B at {mbit} Mbit/s", words=words, value=minutes, unit="min")


def _kelvins(before: str, after: str) -> Answered:
    shift = mired_shift(from_kelvin=_number(before), to_kelvin=_number(after))
    words = f"{shift:+.0f} mired".replace("-", "−")
    return Answered(asked=f"{before} K to {after} K", words=words, value=shift, unit="mired")


def _form(text: str) -> re.Pattern[str]:
    return re.compile(rf"\s*{text}\s*", re.IGNORECASE)


SUMS: Final = (
    Sum(_form(rf"(1/\d+)\s*s?{AT}{NUMBER}{FPS}"), _angle, "1/50 at 25"),
    Sum(_form(rf"{NUMBER}\s*(?:°|deg\w*){AT}{NUMBER}{FPS}"), _at_angle, "180° at 25"),
    Sum(_form(rf"nd\s*{NUMBER}(?:\s*(?:\+|and)?\s*nd\s*{NUMBER})?"), lambda one, two: _filters(one, two or ""),
        "nd16 + nd4"),
    Sum(_form(rf"density\s*{NUMBER}"), _density, "density 0.9"),
    Sum(_form(rf"{NUMBER}\s*stops?"), _stops, "4 stops"),
    Sum(_form(rf"ev\s*([-−]?)\s*{NUMBER}"), _ev, "ev 12"),
    Sum(_form(rf"{NUMBER}\s*(?:lx|lux)"), _lux, "500 lux"),
    Sum(_form(rf"f/?\s*{NUMBER}[\s,]+{SHUTTER}\s*s?[\s,]+iso\s*{NUMBER}"), _exposed, "f/2.8 1/50 iso 100"),
    Sum(_form(rf"iso\s*{NUMBER}{TO}(?:iso\s*)?{NUMBER}"), _isos, "iso 100 to 1600"),
    Sum(_form(rf"f/?\s*{NUMBER}{TO}f?/?\s*{NUMBER}"), _apertures, "f/2.8 to f/4"),
    Sum(_form(rf"(1/\d+)\s*s?{TO}{SHUTTER}\s*s?"), _shutters, "1/50 to 1/200"),
    Sum(_form(rf"{NUMBER}{FPS}\s*(?:in|on|at)\s*{NUMBER}{FPS}"), _slowed, "120 on 25"),
    Sum(_form(rf"{NUMBER}{MBIT}{AT}{NUMBER}\s*(h|min)\w*"), _room, "60 mbit for 45 min"),
    Sum(_form(rf"{NUMBER}\s*(g|t)b{AT}{NUMBER}{MBIT}"), _lasts, "64 gb at 60 mbit"),
    Sum(_form(rf"{NUMBER}\s*k{TO}{NUMBER}\s*k"), _kelvins, "5600k to 3200k"),
)  # fmt: skip
"""What is understood, in the order it is tried."""


def quick_sum(text: str) -> Answered | None:
    """The answer to a sum; None where it is not understood as one.

    text: at most LONGEST_TEXT letters, in any case. Raises OutOfRange for numbers that cannot be meant.
    """
    told = DECIMAL_COMMA.sub(".", THOUSANDS_COMMA.sub("", text[:LONGEST_TEXT]))
    for one in SUMS:
        met = one.form.fullmatch(told)
        if met is not None:
            return one.work(*met.groups())
    return None
