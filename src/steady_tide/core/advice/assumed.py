"""How much what is assumed of a camera matters: each figure otherwise, and which of its owner's scenes change."""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from typing import Final

from steady_tide.core.document import Part
from steady_tide.core.errors import BadInput
from steady_tide.core.kit.device import Device
from steady_tide.core.kit.settings import Setting
from steady_tide.core.plan.account.plan import Sketch
from steady_tide.core.plan.physics.space import Spaces
from steady_tide.core.plan.planner import sketch_scene
from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.core.quantities import counted

MOST_SCENES: Final = 8
TELLING: Final = (
    Setting.RESOLUTION, Setting.FRAME_RATE, Setting.VIEW, Setting.STABILISATION, Setting.SHUTTER, Setting.ND_FILTER,
    Setting.ISO_FLOOR, Setting.ISO_CEILING, Setting.COLOUR_PROFILE,
)  # fmt: skip
"""Settings by which a set counts as another."""


class Mattering(Part):
    """A figure that is assumed: how many of the scenes get another set when it is otherwise, and which."""

    key: str
    label: str
    sets: int
    scenes: list[str]
    words: str


@dataclass(frozen=True)
class Doubt:
    """A figure, and a camera on which it is otherwise by as much as it may well be. **Assumed** spans."""

    key: str
    label: str
    otherwise: Callable[[Device], Device]


def _darker(device: Device) -> Device:
    lenses = [lens.model_copy(update={"f_number": lens.f_number * 1.3, "f_numbers": []}) for lens in device.lenses]
    return device.model_copy(update={"lenses": lenses})


def _noisier(device: Device) -> Device:
    lenses = [
        lens.model_copy(
            update={"sensor": lens.sensor.model_copy(update={"pixel_pitch_um": lens.sensor.pixel_pitch_um * 0.7})}
        )
        for lens in device.lenses
    ]
    return device.model_copy(update={"lenses": lenses})


def _narrower(device: Device) -> Device:
    views = [one.model_copy(update={"horizontal_fov_deg": one.horizontal_fov_deg * 0.8}) for one in device.views]
    return device.model_copy(update={"views": views})


def _shakier(device: Device) -> Device:
    levels = [one.model_copy(update={"removes": one.removes * 0.9}) for one in device.stabilisation]
    return device.model_copy(update={"stabilisation": levels})


def _hungrier(device: Device) -> Device:
    modes = [mode.model_copy(update={"draw_w": mode.draw_w * 1.4}) for mode in device.modes]
    return device.model_copy(update={"modes": modes})


def _higher_floor(device: Device) -> Device:
    values = device.iso.values[1:] if len(device.iso.values) > 2 else device.iso.values
    profiles = [one.model_copy(update={"base_iso": max(one.base_iso, values[0])}) for one in device.profiles]
    iso = device.iso.model_copy(update={"values": values})
    return device.model_copy(update={"iso": iso, "profiles": profiles})


DOUBTS: Final = (
    Doubt("aperture", "the aperture", _darker),
    Doubt("noise", "how noisy its sensor is", _noisier),
    Doubt("view", "how wide its views are", _narrower),
    Doubt("steadying", "how well it steadies", _shakier),
    Doubt("power", "how much power it draws", _hungrier),
    Doubt("iso-floor", "the ISO floor", _higher_floor),
    Doubt("meter", "how bright it meters", lambda one: one.model_copy(update={"meters_bright_stops": 0.0})),
)
"""What is assumed of a camera from memory, each by as much as classes of cameras differ."""


def mattering(scenes: Sequence[tuple[str, PlanningProblem]], spaces: Spaces | None = None) -> list[Mattering]:
    """What knowing each assumed figure would change among some scenes of one camera, most first.

    scenes: names with their problems; the first MOST_SCENES of them count.
    """
    shared = spaces or Spaces()
    named = list(scenes)[:MOST_SCENES]
    here = [_set(problem, shared) for _, problem in named]
    found = []
    for doubt in DOUBTS:
        changed = list(_changed(doubt, named, here))
        much = counted(len(changed), "set") if changed else "nothing"
        words = f"knowing {doubt.label} would change {much}"
        found.append(Mattering(key=doubt.key, label=doubt.label, sets=len(changed), scenes=changed, words=words))
    return sorted(found, key=lambda one: -one.sets)


def _changed(
    doubt: Doubt, named: Sequence[tuple[str, PlanningProblem]], here: Sequence[Sketch | None]
) -> Iterator[str]:
    spaces = Spaces()
    for (name, problem), before in zip(named, here, strict=True):
        after = _set(problem.otherwise(device=doubt.otherwise(problem.device)), spaces)
        if _told(before) != _told(after):
            yield name


def _told(sketch: Sketch | None) -> tuple[object, ...]:
    return () if sketch is None else tuple(sketch.values.get(setting) for setting in TELLING)


def _set(problem: PlanningProblem, spaces: Spaces) -> Sketch | None:
    try:
        made = sketch_scene(problem, spaces)
    except BadInput:
        return None
    return made if isinstance(made, Sketch) else None
