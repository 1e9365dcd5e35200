"""The shot list: what is to be seen of what, how near and from where; and what of it is missing still."""

from collections.abc import Iterable, Sequence
from typing import Annotated, Final, Literal

from pydantic import Field, StringConstraints

from steady_tide.core.document import Part
from steady_tide.core.plan.problem.brief import Scenario
from steady_tide.core.typed import Typed

Size = Literal["establishing", "medium", "detail"]
Angle = Literal["eye-level", "low", "high", "from-above", "from-below", "side", "behind", "point-of-view"]
Transition = Literal[
    "cut", "same-movement", "same-shape", "through-something", "fast-pan", "light-changes", "into-the-dark"
]
SIZES: Final[tuple[Size, ...]] = ("establishing", "medium", "detail")
ANGLES_WANTED: Final = 2
"""So many angles an object is to be had from. **Practice**."""
TOLD: Final = 3
"""So many objects are named in the sentence about coverage."""
ANIMALS_HOLD_S: Final = 10.0
"""How long a shot is held at least where animals are filmed [s]. **Practice**."""
Words = Annotated[str, StringConstraints(strip_whitespace=True, max_length=120)]


class WantedShot(Typed):
    """A shot that is wished for. subject: the object or moment; scene: id of the scene it belongs to, or empty."""

    document: Literal["steady-tide/shot"] = "steady-tide/shot"
    version: Literal[1] = 1
    subject: Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=120)]
    is_moment: bool = Field(default=False, description="Whether it is a moment that passes, rather than an object.")
    size: Size = "medium"
    angle: Angle = "eye-level"
    scene: str = Field(default="", max_length=60)
    hold_s: float = Field(default=8, ge=0.5, le=3600, description="How long it is held [s].")
    movement: Words = Field(default="", description="What the camera does, in the maker's words.")
    transition: Transition = Field(default="cut", description="How it is to go over into the next.")
    reverse: bool = Field(default=False, description="Whether it is filmed backwards, to be turned round.")
    slow: bool = Field(default=False, description="Whether it is to be slowed.")
    slow_start: bool = Field(default=False, description="Whether it begins at rest and gathers way.")
    must_have: bool = False
    once_only: bool = Field(default=False, description="Whether it can be had once only.")
    done: bool = Field(default=False, description="Whether it is in the can.")
    note: Words = ""


class Covered(Part):
    """An object or moment across its shots. by_size: shots of each size; angles: of how many it is seen.

    missing: sizes that are not on the list; more_angles: how many angles are wanting still.
    """

    subject: str
    is_moment: bool
    by_size: dict[Size, int]
    done_by_size: dict[Size, int]
    angles: list[Angle]
    missing: list[Size]
    more_angles: int
    must_have: bool


class Coverage(Part):
    """What a list shows and lacks. seconds: of all shots as they are held. words: the gaps in a sentence."""

    subjects: list[Covered]
    shots: int
    done: int
    seconds: float
    words: str


def coverage_of(shots: Sequence[WantedShot]) -> Coverage:
    """How well each object and moment is covered: three sizes and two angles of an object, one shot of a moment."""
    by_subject: dict[str, list[WantedShot]] = {}
    for shot in shots:
        by_subject.setdefault(shot.subject.casefold(), []).append(shot)
    subjects = [_covered(of) for of in by_subject.values()]
    return Coverage(
        subjects=subjects,
        shots=len(shots),
        done=sum(shot.done for shot in shots),
        seconds=sum(shot.hold_s for shot in shots),
        words=_gaps(subjects),
    )


def _covered(shots: Sequence[WantedShot]) -> Covered:
    moment = all(shot.is_moment for shot in shots)
    sizes = {size: sum(shot.size == size for shot in shots) for size in SIZES}
    angles = list(dict.fromkeys(shot.angle for shot in shots))
    return Covered(
        subject=shots[0].subject,
        is_moment=moment,
        by_size=sizes,
        done_by_size={size: sum(shot.size == size and shot.done for shot in shots) for size in SIZES},
        angles=angles,
        missing=[] if moment else [size for size in SIZES if not sizes[size]],
        more_angles=0 if moment else max(ANGLES_WANTED - len(angles), 0),
        must_have=any(shot.must_have for shot in shots),
    )


def _gaps(subjects: Sequence[Covered]) -> str:
    """What is missing, in a sentence."""
    if not subjects:
        return "Nothing is listed yet."
    sizes = [f"{one.subject}: no {' and no '.join(one.missing)}" for one in subjects if one.missing]
    if len(sizes) > TOLD:
        sizes = [*sizes[:TOLD], f"and {len(sizes) - TOLD} more with sizes missing"]
    flat = [one.subject for one in subjects if one.more_angles]
    told = [*sizes, *([f"from one angle only: {', '.join(flat)}"] if flat else [])]
    return f"{'; '.join(told)}." if told else "Every object is covered: three sizes, two angles."


class Hint(Part):
    """What a shot asks of its scene. kind: a school that is safer, a look back that is off, a hold that is short."""

    kind: Literal["safest-school", "pre-record", "untested", "hold", "not-slowed"]
    words: str


class SceneOfShot(Part):
    """What hints ask of the scene of a shot: its school, whether it looks back, how far it can be slowed.

    animals: whether it is filmed where animals are. trials: whether anything untested is planned there.
    """

    school: str
    looks_back: bool | None
    slow_factor: float
    animals: bool
    trials: bool


SAFEST_SCHOOL: Final = "one-chance"
SLOWED: Final = 1.5
"""From so many times slower a shot counts as slowed."""


def hints_of(shot: WantedShot, scene: SceneOfShot | None) -> list[Hint]:
    """What a shot asks of the set it is filmed with."""
    if scene is None:
        return []
    found = []
    if shot.once_only:
        if scene.school != SAFEST_SCHOOL:
            found.append(Hint(kind="safest-school", words="It can be had once only: take the safest school for it."))
        if scene.looks_back is False:
            found.append(Hint(kind="pre-record", words="Let the camera keep what was before the press."))
        if scene.trials:
            found.append(Hint(kind="untested", words="Nothing untested here: sets to be tried are marked on its card."))
    if scene.animals and shot.hold_s < ANIMALS_HOLD_S:
        found.append(Hint(kind="hold", words=f"Where animals are, hold {ANIMALS_HOLD_S:.0f} s at least."))
    if shot.slow and scene.slow_factor < SLOWED:
        found.append(Hint(kind="not-slowed", words="Its set records at the timeline's rate: it cannot be slowed."))
    return found


START: Final[dict[Scenario, tuple[tuple[Size, Angle, str], ...]]] = {
    "underwater": (
        ("establishing", "from-below", "up into the light, from under it"),
        ("medium", "side", "level with it, drifting"),
        ("detail", "eye-level", "as near as it lets you"),
    ),
    "low-light": (
        ("establishing", "high", "still, people pass"),
        ("medium", "behind", "following at walking pace"),
        ("detail", "eye-level", "hands in the light"),
    ),
    "motion": (
        ("establishing", "side", "it comes and goes through the frame"),
        ("medium", "point-of-view", "hands and edge of the frame in it"),
        ("detail", "low", "what turns, splashes, grips"),
    ),
    "product": (
        ("establishing", "eye-level", "slow push in"),
        ("medium", "from-above", "a quarter turn"),
        ("detail", "side", "light moves over it, the camera stands"),
    ),
    "drone": (
        ("establishing", "high", "slow, forward"),
        ("medium", "side", "along it, at its pace"),
        ("detail", "from-above", "straight down, rising"),
    ),
    "talking": (
        ("establishing", "eye-level", "the place, before you come in"),
        ("medium", "eye-level", "to the lens"),
        ("detail", "side", "what you talk about"),
    ),
    "everyday": (
        ("establishing", "eye-level", "the whole of it, still"),
        ("medium", "low", "lower than you stand"),
        ("detail", "side", "hands at it"),
    ),
    "scenic": (
        ("establishing", "high", "still; something moves in it"),
        ("medium", "low", "with something near in front"),
        ("detail", "eye-level", "a single thing of it"),
    ),
    "lapse": (
        ("establishing", "eye-level", "level, nothing near moves"),
        ("medium", "low", "with something dark in front"),
        ("detail", "eye-level", "what turns or grows"),
    ),
}
"""With what a list begins for an object of a scene of each kind: size, angle, and what the camera does."""


def start_of(subject: str, scenario: Scenario, scene: str = "") -> list[WantedShot]:
    """Shots with which an object of a scene is covered: three sizes, at least two angles."""
    hold = ANIMALS_HOLD_S if scenario == "underwater" else 8.0
    return [
        WantedShot(
            subject=subject, size=size, angle=angle, movement=movement, scene=scene, hold_s=hold, slow_start=True
        )
        for size, angle, movement in START[scenario]
    ]


def in_order(ids: Sequence[str], wanted: Sequence[str]) -> list[str]:
    """Ids in a wished order; what was not named keeps its place behind what stood before it."""
    named = [one for one in dict.fromkeys(wanted) if one in set(ids)]
    found = list(named)
    for index, one in enumerate(ids):
        if one not in named:
            before = _before(ids[:index], found)
            found.insert(before, one)
    return found


def _before(earlier: Iterable[str], found: Sequence[str]) -> int:
    """Where something goes that stood behind some others: behind the last of them."""
    places = [found.index(one) + 1 for one in earlier if one in found]
    return max(places, default=0)
