"""A clip held against its set: what is as recorded and what is not, what it shows against what was promised, why."""

from typing import Annotated, Final, Literal

import numpy as np
from pydantic import Field

from steady_tide.core.document import Part
from steady_tide.core.footage import words
from steady_tide.core.footage.causes import Cause, Planned, apart, causes, codec_of, otherwise
from steady_tide.core.footage.expected import Scene, curve_of_shot, expected, noise_at_grey
from steady_tide.core.footage.signs import LEAST_SHAKE_DEG_S, TABLE, MeasuredSigns, Name, shown, smear_stops
from steady_tide.core.kit.settings import SETTINGS, Setting
from steady_tide.core.picture.shot import Shot
from steady_tide.core.plan.physics.space import Spaces
from steady_tide.core.quantities import rate_text
from steady_tide.core.reading.gather import CLEAR
from steady_tide.core.reading.reading import Reading

FAULTY: Final = 2.0
"""A sign that is farther off than so many spreads is not as planned."""
LONG_ENOUGH_S: Final = 5.0
"""Of shorter clips the bit rate says nothing: coders spend unevenly at the start. **Assumed**."""
LEAST_SHAKE_RAD_S: Final = float(np.radians(LEAST_SHAKE_DEG_S))
LEAST_SHARE: Final = 0.35
"""A recording with less than this share of its planned bit rate was set lower; coders spend less where little moves.
**Assumed**."""
Text = Annotated[str, Field(max_length=300)]


class RecordedSetting(Part):
    """A setting that the file itself tells: as planned and as recorded, in words."""

    setting: Setting
    label: Text
    planned: Text
    recorded: Text
    same: bool


class SignAgainst(Part):
    """A sign: seen and planned as people read it, and as numbers of its own unit.

    off: in spreads, above 0 is more; within: as planned; doubt: how far the number seen may be off.
    """

    name: Name
    label: Text
    seen: Text
    planned: Text
    off: float
    within: bool
    spread: Text = ""
    value: float = 0.0
    expected: float = 0.0
    doubt: float = 0.0


class CauseTold(Part):
    """A cause in words, with what to do. weight: how likely of those told [0, 1]."""

    cause: Cause
    words: Text
    advice: Text


class Comparison(Part):
    """What a clip is against its plan. outcome: as-planned, otherwise; words: the answer in a sentence."""

    outcome: Literal["as-planned", "otherwise"]
    words: Text
    facts: Annotated[list[RecordedSetting], Field(max_length=12)]
    signs: Annotated[list[SignAgainst], Field(max_length=16)]
    causes: Annotated[list[CauseTold], Field(max_length=5)]
    ev100: float


def compared(spaces: Spaces, planned: Planned, reading: Reading) -> tuple[Comparison, Shot]:
    """Hold a reading against a set; with the shot that should take."""
    base = planned.base
    shot = base.shot
    seen = measured_signs(reading, shot, planned.scene)
    told = expected(shot, planned.scene)
    off = apart(seen, told)
    facts = _facts(planned, shot, reading)
    likely = causes(spaces, planned, seen, reading.facts)
    signs = [_against(name, seen, told[name], off[name]) for name in TABLE if name in off]
    faulty = any(not one.within for one in signs) or any(not one.same for one in facts)
    causes_told = [words.cause(one, planned) for one in likely] if faulty else []
    found = Comparison(
        outcome="otherwise" if faulty else "as-planned",
        words=words.answer(signs, facts, [one for one, _, _ in causes_told]),
        facts=facts,
        signs=signs,
        causes=[CauseTold(cause=one, words=why, advice=advice) for one, why, advice in causes_told],
        ev100=base.figures.ev100,
    )
    return found, shot


def measured_signs(reading: Reading, shot: Shot, scene: Scene) -> MeasuredSigns:
    """The signs of a reading, taken for the camera and profile of a shot; sizes are brought to the shot's.

    Where all of a scene passes, that is no telling from shake: both are as doubtful as it is fast against the shake.
    """
    wide = max(reading.facts.width_px, reading.facts.height_px) / max(shot.frame.width_px, shot.frame.height_px)
    focal = shot.frame.focal_px * shot.frame.port_index * wide
    rate = float(reading.facts.rate or 0) or shot.motion.rate_hz
    found = shown(reading, curve_of_shot(shot), focal_px=focal, rate_hz=rate)
    if "smear" in found and abs(wide - 1.0) > 0.01 and reading.smear_px is not None:
        found["smear"] = smear_stops(reading.smear_px.value / wide), found["smear"][1]
    if noise_at_grey(shot) > 1.0 / CLEAR:
        # A coder hides the noise, not what it did to the finest detail.
        found.pop("smear", None)
    shakes: dict[Name, float] = {"smear": shot.motion.shake_rad_s, "shake": shot.motion.jitter_rad_s}
    for name, own in shakes.items():
        if scene.passing_rad_s and name in found:
            value, spread = found[name]
            doubt = np.log2(np.hypot(own, scene.passing_rad_s) / max(own, LEAST_SHAKE_RAD_S))
            found[name] = value, float(np.hypot(spread, doubt))
    return found


def _against(name: Name, seen: MeasuredSigns, planned: float, off: float) -> SignAgainst:
    value, spread = seen[name]
    return SignAgainst(
        name=name,
        label=TABLE[name].label,
        seen=words.sign(name, value),
        planned=words.sign(name, planned),
        off=round(off, 2),
        within=abs(off) < FAULTY,
        spread=words.spread(name, value, float(np.hypot(spread, TABLE[name].fuzzy))),
        value=round(value, 4),
        expected=round(planned, 4),
        doubt=round(spread, 4),
    )


def _facts(planned: Planned, shot: Shot, reading: Reading) -> list[RecordedSetting]:
    """What the file itself tells of the set."""
    facts, values = reading.facts, planned.values
    if facts.kind == "still":
        return []
    wrong = otherwise(facts, shot, values, codec_of(str(values[Setting.CODEC])))
    told = {
        Setting.RESOLUTION: f"{facts.width_px} x {facts.height_px}",
        Setting.FRAME_RATE: "not told" if facts.rate is None else f"{rate_text(facts.rate)} fps",
        Setting.CODEC: facts.codec,
        Setting.BIT_DEPTH: f"{facts.bit_depth} bit",
    }
    found = [
        RecordedSetting(
            setting=setting,
            label=SETTINGS[setting].label,
            planned=words.value(planned, setting),
            recorded=text,
            same=setting not in wrong,
        )
        for setting, text in told.items()
        if setting in values
    ]
    wanted = float(values.get(Setting.BIT_RATE, 0.0))
    if wanted and facts.seconds >= LONG_ENOUGH_S:
        found.append(
            RecordedSetting(
                setting=Setting.BIT_RATE,
                label=SETTINGS[Setting.BIT_RATE].label,
                planned=words.value(planned, Setting.BIT_RATE),
                recorded=f"{facts.mbit_s:.0f} Mbit/s",
                same=facts.mbit_s >= LEAST_SHARE * wanted,
            )
        )
    return found
