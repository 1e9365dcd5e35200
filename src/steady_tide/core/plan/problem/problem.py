"""One planning problem as one frozen value: what travels through planner, presets, confidence, matching and what-if."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import cached_property
from typing import Any, Literal

from steady_tide.core.kit.bag import BagItem
from steady_tide.core.kit.device import Device
from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.stance import Stance
from steady_tide.core.plan.problem.wishes import read_pins


@dataclass(frozen=True)
class Learned:
    """What footage taught: the owner's shake [degrees/s, rms] by way of carrying, which wins over what is assumed.

    shake_clips: on how many clips that rests.
    """

    shake_deg_per_s: Mapping[str, float] = field(default_factory=dict)
    shake_clips: Mapping[str, int] = field(default_factory=dict)


@dataclass(frozen=True)
class PlanningProblem:
    """A scene to be planned on one device.

    pins: values that are fixed, as read by `read_pins`. weights: own weights by key of the book of prices.
    """

    brief: Brief
    device: Device
    stance: Stance
    bag: tuple[BagItem, ...] = ()
    pins: Mapping[Setting, Value] = field(default_factory=dict)
    weights: Mapping[str, float] = field(default_factory=dict)
    learned: Learned = Learned()

    @classmethod
    def of(
        cls,
        brief: Brief,
        device: Device,
        *,
        stance: Stance,
        bag: Sequence[BagItem] = (),
        pins: Mapping[str, object] | None = None,
        weights: Mapping[str, float] | None = None,
    ) -> "PlanningProblem":
        """The problem with its pins from plain data. Raises BadInput for pins that cannot be meant."""
        return cls(brief, device, stance, tuple(bag), read_pins(pins or {}), weights or {})

    def otherwise(self, **changes: Any) -> "PlanningProblem":
        """This problem with something changed."""
        return replace(self, **changes)

    @property
    def kind(self) -> Literal["video", "lapse"]:
        """Which modes are in play."""
        return "lapse" if self.brief.at_intervals else "video"

    @cached_property
    def held_stance(self) -> Stance:
        """The stance, with the finish that the brief states for this film winning over it."""
        graded = self.brief.delivery.graded
        if graded is None or (self.stance.finish == "grade") == graded:
            return self.stance
        return self.stance.model_copy(update={"finish": "grade" if graded else "straight"})
