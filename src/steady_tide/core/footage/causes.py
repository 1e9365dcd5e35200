"""The likeliest causes of what a clip shows: what would have had to be otherwise for it to be just what is expected.

One thing at a time is changed: a value of the set, the light, the way of carrying, what happens before the lens. Each
is put through the same physics as the plan, and priced: squares of how far every sign is from what that would show, and
how unlikely it is to begin with. A value that stood on the camera before is likelier than one that nobody dialled.
"""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Annotated, Final, Literal

import numpy as np
from pydantic import Field

from steady_tide.core.document import Part
from steady_tide.core.errors import BadInput
from steady_tide.core.footage.expected import Scene, expected
from steady_tide.core.footage.expected_recording import recorded
from steady_tide.core.footage.signs import TABLE, MeasuredSigns, Name
from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.motion.blur import SHAKE_DEG_PER_S
from steady_tide.core.picture.shot import PlateName, Shot
from steady_tide.core.picture.taken import Light, Taken
from steady_tide.core.plan.physics.space import Spaces
from steady_tide.core.plan.problem.glasses import NO_FILTER
from steady_tide.core.plan.problem.offers import AUTOMATIC, Camera
from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.reading.reading import FileFacts

MOST: Final = 16.0
"""One sign counts for so much at most, so that none drowns the rest."""
FACT: Final = 12.0
"""Price of a fact of the container that is otherwise than the cause would have it."""
RATE_SHARE: Final = 0.01
TELLING: Final = 1.5
"""A sign is told beside a cause where the plan is farther off than so many spreads."""
SHOWN: Final = 3
WORSE: Final = 9.0
"""Causes that explain so much less than the best are not told."""

Kind = Literal["setting", "carried", "light", "colour-drift", "exposure-drift", "jumps", "doubled"]

# How unlikely something is to begin with, in squared spreads. Assumed.
DIALLED_BEFORE: Final = 0.5
BY_DEFAULT: Final = 1.0
FORGOTTEN_FILTER: Final = 1.0
OTHERWISE: Final = 2.5
CARRIED: Final = 2.0
LIGHT_A_STOP: Final = 0.8
HAPPENS: Final = 1.0

TRIED: Final = (
    Setting.SHUTTER, Setting.ISO_CEILING, Setting.ISO_FLOOR, Setting.ND_FILTER, Setting.EXPOSURE_BIAS,
    Setting.WHITE_BALANCE, Setting.STABILISATION, Setting.COLOUR_PROFILE, Setting.RESOLUTION, Setting.FRAME_RATE,
    Setting.CODEC, Setting.BIT_DEPTH,
)  # fmt: skip
MOST_VALUES: Final = 10
LIGHTS: Final = (-3.0, -2.0, -1.0, 1.0, 2.0, 3.0)
CONTAINED: Final = frozenset({Setting.RESOLUTION, Setting.FRAME_RATE, Setting.CODEC, Setting.BIT_DEPTH})
"""Settings that a container tells for sure: tried only where it tells another."""


class SignShown(Part):
    """A sign beside a cause: as seen, as planned, and as the cause would have it."""

    name: Name
    seen: float
    planned: float
    explained: float | None


class Cause(Part):
    """Why a clip may be as it is. cost: the least is likeliest; weight: among those told [0, 1].

    setting, value, text: what was otherwise than planned, and planned, planned_text: what was to be. carried: the way;
    stops: how much more light.
    """

    kind: Kind
    weight: float = Field(ge=0, le=1)
    setting: Setting | None = None
    value: Value | None = None
    text: Annotated[str, Field(max_length=200)] = ""
    planned_text: Annotated[str, Field(max_length=200)] = ""
    carried: Annotated[str, Field(max_length=40)] = ""
    stops: float | None = None
    shutter_s: float | None = None
    iso: float | None = None
    signs: Annotated[list[SignShown], Field(max_length=14)] = []


@dataclass(frozen=True)
class Planned:
    """What a clip is held against. base: what it should have recorded; before: values on the camera, by setting."""

    problem: PlanningProblem
    values: Mapping[Setting, Value]
    light: Light
    plate: PlateName
    scene: Scene
    base: Taken
    before: Mapping[Setting, str] = field(default_factory=dict)


@dataclass(frozen=True)
class _Guess:
    """Something that may have been otherwise, and what that would have taken.

    frees: signs it may make whatever they are; essence: the one without which it did not happen.
    """

    kind: Kind
    prior: float
    taken: Taken
    setting: Setting | None = None
    value: Value | None = None
    carried: str = ""
    stops: float | None = None
    frees: tuple[Name, ...] = ()
    essence: Name | None = None


def apart(seen: MeasuredSigns, told: Mapping[Name, float], *, frees: Sequence[Name] = ()) -> dict[Name, float]:
    """How far each sign is from what was expected, in spreads; above 0 is more of it."""
    found: dict[Name, float] = {}
    for name, (value, spread) in seen.items():
        if name in told and name not in frees:
            row = TABLE[name]
            off = (value - told[name]) / float(np.hypot(spread, row.fuzzy))
            found[name] = max(0.0, off) if row.one_sided else off
    return found


def cost(seen: MeasuredSigns, told: Mapping[Name, float], *, frees: Sequence[Name] = ()) -> float:
    """Squares of how far the signs are off, each bounded."""
    return sum(min(MOST, off * off) for off in apart(seen, told, frees=frees).values())


def otherwise(facts: FileFacts, shot: Shot, values: Mapping[Setting, Value], codec: str) -> list[Setting]:
    """Settings that the container tells to be others than in a set. codec: which one the set's is, as files name it."""
    found = []
    size = {shot.frame.width_px, shot.frame.height_px}
    if {facts.width_px, facts.height_px} != size and not _nearly(facts, shot):
        found.append(Setting.RESOLUTION)
    if facts.rate is not None and abs(float(facts.rate) / shot.motion.rate_hz - 1.0) > RATE_SHARE:
        found.append(Setting.FRAME_RATE)
    if codec and facts.codec and codec != facts.codec:
        found.append(Setting.CODEC)
    if facts.bit_depth != int(values[Setting.BIT_DEPTH]):
        found.append(Setting.BIT_DEPTH)
    return found


def _nearly(facts: FileFacts, shot: Shot) -> bool:
    """Coders round sizes up to even numbers of blocks."""
    told, wanted = (
        sorted(one) for one in ((facts.width_px, facts.height_px), (shot.frame.width_px, shot.frame.height_px))
    )
    return all(abs(one - two) <= 8 for one, two in zip(told, wanted, strict=True))


CODECS: Final = {"h264": "h264", "avc": "h264", "hevc": "hevc", "h265": "hevc", "av1": "av1"}


def codec_of(key: str) -> str:
    """How files name a codec of a kit, by its key; empty where that cannot be told."""
    plain = key.lower().replace(".", "").replace("-", "")
    return next((told for part, told in CODECS.items() if part in plain), "")


def causes(spaces: Spaces, planned: Planned, seen: MeasuredSigns, facts: FileFacts) -> list[Cause]:
    """The likeliest causes, the likeliest first; none where the clip is as planned."""
    base = planned.base
    told = expected(base.shot, planned.scene)
    nothing = cost(seen, told) + FACT * len(_told_otherwise(facts, base.shot, planned.values))
    priced = []
    off = apart(seen, told)
    for guess in _guesses(spaces, planned, base, facts):
        if guess.essence is not None and off.get(guess.essence, 0.0) < TELLING:
            continue
        values = planned.values if guess.setting is None else {**planned.values, guess.setting: guess.value or ""}
        price = guess.prior + FACT * len(_told_otherwise(facts, guess.taken.shot, values))
        price += cost(seen, expected(guess.taken.shot, planned.scene), frees=guess.frees)
        priced.append((price, guess))
    priced.sort(key=lambda one: one[0])
    likely = [(price, guess) for price, guess in _one_each(priced) if price < nothing]
    if not likely:
        return []
    best = likely[0][0]
    kept = [(price, guess) for price, guess in likely if price <= best + WORSE][:SHOWN]
    weights = np.exp(-0.5 * np.array([price - best for price, _ in kept]))
    return [
        _cause(guess, float(weight), planned, seen, told)
        for (_, guess), weight in zip(kept, weights / weights.sum(), strict=True)
    ]


def _told_otherwise(facts: FileFacts, shot: Shot, values: Mapping[Setting, Value]) -> list[Setting]:
    return otherwise(facts, shot, values, codec_of(str(values[Setting.CODEC])))


def _one_each(priced: list[tuple[float, _Guess]]) -> Iterator[tuple[float, _Guess]]:
    """Of several values of one setting the likeliest."""
    there = set()
    for price, guess in priced:
        key = (guess.kind, guess.setting)
        if key not in there:
            there.add(key)
            yield price, guess


def _cause(guess: _Guess, weight: float, planned: Planned, seen: MeasuredSigns, told: Mapping[Name, float]) -> Cause:
    explained = expected(guess.taken.shot, planned.scene)
    off = apart(seen, told)
    signs = [
        SignShown(
            name=name,
            seen=round(seen[name][0], 3),
            planned=round(told[name], 3),
            explained=None if name in guess.frees else round(explained[name], 3),
        )
        for name in sorted(off, key=lambda one: -abs(off[one]))
        if abs(off[name]) >= TELLING
    ]
    return Cause(
        kind=guess.kind,
        weight=round(weight, 3),
        setting=guess.setting,
        value=guess.value,
        text=text_of(planned.problem, guess.setting, guess.value),
        planned_text=""
        if guess.setting is None
        else text_of(planned.problem, guess.setting, planned.values[guess.setting]),
        carried=guess.carried,
        stops=guess.stops,
        shutter_s=guess.taken.figures.shutter_s,
        iso=guess.taken.figures.iso,
        signs=signs,
    )


def _offers(problem: PlanningProblem, setting: Setting) -> list[tuple[Value, str]]:
    if setting is Setting.ND_FILTER:
        return [(glass.key, glass.label) for glass in Situation.of(problem).given.glasses]
    return [(one.value, one.text) for one in Camera(problem.device, problem.kind).offered(setting).offers]


def text_of(problem: PlanningProblem, setting: Setting | None, value: Value | None) -> str:
    """A value of a set in the words of its camera; empty where there is none."""
    if setting is None or value is None:
        return ""
    return next((text for offered, text in _offers(problem, setting) if str(offered) == str(value)), str(value))


# What may have been otherwise.


def _guesses(spaces: Spaces, planned: Planned, base: Taken, facts: FileFacts) -> Iterator[_Guess]:
    yield from _settings(spaces, planned, base, facts)
    yield from _conditions(spaces, planned)
    automatic = planned.values.get(Setting.WHITE_BALANCE) == AUTOMATIC
    happens: tuple[tuple[Kind, float, tuple[Name, ...]], ...] = (
        ("colour-drift", 0.0 if automatic else 1.0, ("colour_drift", "red", "blue")),
        ("exposure-drift", 0.5, ("drift", "level")),
        ("jumps", 0.0, ("jumps", "drift", "colour_drift")),
        ("doubled", 0.0, ("doubled", "shake")),
    )
    for kind, more, frees in happens:
        yield _Guess(kind, HAPPENS + more, base, frees=frees, essence=frees[0])


def _settings(spaces: Spaces, planned: Planned, base: Taken, facts: FileFacts) -> Iterator[_Guess]:
    contained = _told_otherwise(facts, base.shot, planned.values)
    for setting in TRIED:
        if setting not in planned.values or (setting in CONTAINED and setting not in contained):
            continue
        for value in _values(planned, setting):
            changed: dict[Setting, Value] = {**planned.values, setting: value}
            if setting is Setting.ISO_CEILING:
                changed[Setting.ISO_FLOOR] = min(float(changed[Setting.ISO_FLOOR]), float(value))
            if setting is Setting.ISO_FLOOR and float(value) > float(changed[Setting.ISO_CEILING]):
                continue
            try:
                found = recorded(spaces, planned.problem, changed, planned.light, planned.plate)
            except (BadInput, KeyError, StopIteration):
                continue
            yield _Guess("setting", _prior(planned, setting, value), found, setting=setting, value=value)


def _values(planned: Planned, setting: Setting) -> list[Value]:
    """Values that may have stood there instead: as many as are worth trying, evenly over those there are."""
    offered = [value for value, _ in _offers(planned.problem, setting) if str(value) != str(planned.values[setting])]
    sure = [
        one
        for one in offered
        if str(one) in (planned.before.get(setting), NO_FILTER, AUTOMATIC, _default(planned, setting))
    ]
    rest = [one for one in offered if one not in sure]
    every = max(1, -(-len(rest) // MOST_VALUES))
    return [*sure, *rest[::every]]


def _default(planned: Planned, setting: Setting) -> str:
    return next((str(entry.default) for entry in planned.problem.device.menu if entry.setting is setting), "")


def _prior(planned: Planned, setting: Setting, value: Value) -> float:
    if planned.before.get(setting) == str(value):
        return DIALLED_BEFORE
    if setting is Setting.ND_FILTER and value == NO_FILTER:
        return FORGOTTEN_FILTER
    return BY_DEFAULT if _default(planned, setting) == str(value) else OTHERWISE


def _conditions(spaces: Spaces, planned: Planned) -> Iterator[_Guess]:
    brief = planned.problem.brief
    for way in SHAKE_DEG_PER_S:
        if way == brief.carried or (Setting.SUPPORT in planned.values and way == "tripod"):
            continue
        other = planned.problem.otherwise(brief=brief.model_copy(update={"carried": way}))
        values: dict[Setting, Value] = dict(planned.values)
        values.pop(Setting.SUPPORT, None)
        try:
            found = recorded(spaces, other, values, planned.light, planned.plate)
        except (BadInput, KeyError, StopIteration):
            continue
        yield _Guess("carried", CARRIED, found, carried=way)
    usual = planned.base.figures.ev100
    for more in LIGHTS:
        light = planned.light.model_copy(update={"ev100": float(np.clip(usual + more, -20.0, 25.0))})
        found = recorded(spaces, planned.problem, planned.values, light, planned.plate)
        yield _Guess("light", LIGHT_A_STOP * abs(more), found, stops=more)
