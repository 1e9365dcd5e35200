"""The first card: what is asked of somebody new, and the brief and the school that the answers make."""

from collections.abc import Mapping, Sequence
from typing import Annotated, Any, Final, Literal, NamedTuple

from pydantic import AfterValidator, Field

from steady_tide.core.advice.ordinary import dive_lamp, power_bank
from steady_tide.core.kit.bag import BagItem, Carried
from steady_tide.core.light.conditions import BY_KEY
from steady_tide.core.plan.problem.brief import Brief, Scenario
from steady_tide.core.plan.problem.starts import STARTS
from steady_tide.core.typed import Typed

BY_HOUR: Final = "by-hour"
"""The answer that leaves the light to place and hour."""
Purpose = Literal["film", "post", "grade", "once"]


class _Purpose(NamedTuple):
    school: str
    delivery: Mapping[str, Any]


PURPOSES: Final[Mapping[Purpose, _Purpose]] = {
    "film": _Purpose("even-keel", {"shapes": ["16:9"], "edited_on": "laptop"}),
    "post": _Purpose(
        "straight-ashore",
        {"shapes": ["9:16"], "long_side_px": 1920, "edited_on": "phone", "shown_on": "phone"},
    ),
    "grade": _Purpose("darkroom", {"shapes": ["16:9"], "edited_on": "desktop", "graded": True}),
    "once": _Purpose("one-chance", {"shapes": ["16:9"], "edited_on": "laptop"}),
}
WATERS: Final[Mapping[str, tuple[str, float, float]]] = {
    "water-sun-shallow": ("clear", 1.0, 3.0),
    "water-blue-10": ("blue", 8.0, 12.0),
    "water-green-shallow": ("green", 2.0, 7.0),
    "water-green-shade": ("green", 2.0, 6.0),
    "water-murky": ("murky", 2.0, 5.0),
}
"""What a light under water says of the water: its colour, least and deepest depth [m]. **Assumed** where not named."""
DARKEST_LIT_EV100: Final = 0.0
"""Below it a lapse films the night sky itself, over it what the light falls on [EV at ISO 100]."""
DAY_LAPSE: Final = {"interval_s": 2, "hours": 1, "stars": False, "external_power": False}
"""A lapse of clouds and people: about 70 seconds of film an hour at 25 fps. **Assumed**."""
SNOW_C: Final = -5.0
MILD_C: Final = 15.0
"""Air where nobody says, on snow and elsewhere [°C]. **Assumed**."""


def _light(key: str) -> str:
    if key != BY_HOUR and key not in BY_KEY:
        raise ValueError(f"no such light; known are {', '.join([BY_HOUR, *BY_KEY])}")
    return key


class Answers(Typed):
    """What somebody new says of a scene; what is left out is usual for its kind."""

    kind: Scenario
    light: Annotated[str, Field(max_length=60), AfterValidator(_light)]
    carried: Carried
    purpose: Purpose = "film"
    slowed: float | None = Field(default=None, ge=1, le=40, description="How many times slower it plays at most.")
    mains_hz: Literal[50, 60] = 50
    temperature_c: float | None = Field(default=None, ge=-40, le=55)
    depth_m: float | None = Field(default=None, ge=0.01, le=60, description="Deepest planned depth [m].")
    lamp: bool = Field(default=False, description="Whether a lamp lights the subject under water.")
    power_bank: bool = Field(default=False, description="Whether a power bank feeds it at intervals.")


def school_of(answers: Answers) -> str:
    """The key of the school that decides."""
    return PURPOSES[answers.purpose].school


def brief_of(answers: Answers, sky_ev100: float | None = None) -> Brief:
    """The brief that the answers make; nobody is asked what the kind of scene says already.

    sky_ev100: of the open sky, where the light is that of a place and an hour [EV at ISO 100].
    """
    said: dict[str, Any] = dict(STARTS[answers.kind])
    home = {"timeline_rate": "30"} if answers.mains_hz == 60 else {}
    said["delivery"] = {
        **home, **said.get("delivery", {}), **PURPOSES[answers.purpose].delivery,
        **({} if answers.slowed is None else {"slowed": answers.slowed}),
    }  # fmt: skip
    said["light"] = {"kind": "sky"} if answers.light == BY_HOUR else {"kind": "condition", "condition": answers.light}
    said |= {"carried": answers.carried, "mains_hz": answers.mains_hz, "repeatable": answers.purpose != "once"}
    usually_c = SNOW_C if answers.carried == "helmet-on-snow" else MILD_C
    said["temperature_c"] = usually_c if answers.temperature_c is None else answers.temperature_c
    if answers.kind == "underwater":
        said["water"] = _water(answers, said["water"])
    if answers.kind == "lapse":
        said["lapse"] = _lapse(answers, said["lapse"], sky_ev100)
    return Brief.read(said)


def _water(answers: Answers, usual: Mapping[str, Any]) -> dict[str, Any]:
    """The water that the light was named by, as deep as was said."""
    usually = (usual["colour"], usual["shallowest_m"], usual["depth_m"])
    colour, least, deepest = WATERS.get(answers.light, usually)
    if answers.depth_m is not None:
        deepest = answers.depth_m
        least = min(least, deepest)
    return {**usual, "colour": colour, "shallowest_m": least, "depth_m": deepest, "lamp": answers.lamp}


def _lapse(answers: Answers, usual: Mapping[str, Any], sky_ev100: float | None) -> dict[str, Any]:
    """Stars where it is dark; clouds and people at short intervals where it is not, or nobody knows."""
    condition = BY_KEY.get(answers.light)
    level = sky_ev100 if condition is None else condition.ev100
    dark = level is not None and level < DARKEST_LIT_EV100
    return {**(usual if dark else DAY_LAPSE), "external_power": answers.power_bank}


def bag_of(answers: Answers, own: Sequence[BagItem] = ()) -> list[BagItem]:
    """Ordinary things for what was said to be there and is not among one's own: a lamp under water, a power bank."""
    kinds = {item.kind for item in own}
    said: list[tuple[bool, BagItem]] = [
        (answers.lamp and answers.kind == "underwater", dive_lamp()),
        (answers.power_bank and answers.kind == "lapse", power_bank()),
    ]
    return [item for wanted, item in said if wanted and item.kind not in kinds]
