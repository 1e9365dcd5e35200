"""A set as its camera records it: the shot of the picture, at the size and rate of the file instead of the film's."""

from collections.abc import Mapping

from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.picture.shot import PlateName
from steady_tide.core.picture.taken import Light, Taken, taken
from steady_tide.core.plan.physics.space import Spaces
from steady_tide.core.plan.problem.problem import PlanningProblem

SHAPED = (Setting.FRAME_SHAPE, Setting.RESOLUTION, Setting.FRAME_RATE)


def as_recorded(problem: PlanningProblem, values: Mapping[Setting, Value]) -> PlanningProblem:
    """The problem of a film that is delivered as it is recorded; the same where the camera has no such mode."""
    told = [str(values.get(setting)) for setting in SHAPED]
    mode = next((one for one in problem.device.modes if [one.frame_shape, one.resolution, str(one.rate)] == told), None)
    if mode is None:
        return problem
    film = problem.brief.delivery.model_copy(
        update={
            "shapes": [mode.frame_shape],
            "long_side_px": max(mode.width_px, mode.height_px),
            "timeline_rate": mode.rate,
            "slowed": 1.0,
            "crop_room": 0.0,
        }
    )
    return problem.otherwise(brief=problem.brief.model_copy(update={"delivery": film}))


def recorded(
    spaces: Spaces,
    problem: PlanningProblem,
    values: Mapping[Setting, Value],
    light: Light,
    plate: PlateName | None = None,
) -> Taken:
    """The shot that a set records in a light. Raises BadInput where the camera has no such set."""
    return taken(spaces, as_recorded(problem, values), values, light, plate)
