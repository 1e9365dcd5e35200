"""A camera in a scene of the day, as budgets ask for it, and what is put into it."""

from collections.abc import Iterable
from dataclasses import dataclass, replace
from typing import Final

from steady_tide.core.document import Part
from steady_tide.core.plan.account.plan import Running
from steady_tide.core.ready.upkeep import Upkeep

HAIR: Final = 1e-9
"""Minutes, gigabytes and shares nearer than this are the same."""


@dataclass(frozen=True)
class Run:
    """A camera in a scene. start, end: of the scene [minutes]; air_c: degrees C.

    setup: of its set; wanted_minutes: what is wished to be recorded, be there time for it or not.
    changeable: whether its cell can be changed in it. native_wh: of the cell a drone's flight time is told on [Wh].
    reserve: share of the charge a drone keeps for landing [0, 0.9).
    """

    camera: str
    scene: str
    start: float
    end: float
    running: Running
    air_c: float
    changeable: bool = True
    native_wh: float = 0.0
    reserve: float = 0.0
    setup: str = ""
    wanted_minutes: float = 0.0

    @property
    def minutes(self) -> float:
        """How long it takes [minutes]: the scene, or what is recorded where that is longer."""
        return max(self.end - self.start, self.running.minutes)

    def watts(self, upkeep: Upkeep) -> float:
        """What its cell gives on average through the scene [W]; what a power bank gives is taken off."""
        return max(self.drawn_w(upkeep) - self.running.bank_wh * 60.0 / self.minutes, 0.0)

    def drawn_w(self, upkeep: Upkeep) -> float:
        """What it takes on average through the scene [W], wherever that comes from."""
        running, share = self.running, self.running.minutes / self.minutes
        if running.flight_minutes is not None:
            return self.native_wh * 60.0 / max(running.flight_minutes, HAIR) * share
        drains = running.drains
        besides = upkeep.front_screen_w * ("front-screen" in drains)
        besides += upkeep.position_w * ("position-logging" in drains)
        waiting = upkeep.kept_on_share * (1.0 if "pre-record" in drains else upkeep.waiting_share)
        return (running.draw_w + besides) * (share + (1.0 - share) * waiting)


def fed_once(runs: Iterable[Run], upkeep: Upkeep) -> list[Run]:
    """Scenes in their order, each with what is left of the power banks when it begins.

    A plan counts on whole banks for its scene alone. Through a day they are one store, as large as any scene counts on,
    and what one scene or camera took is gone for the next.
    """
    found, taken = [], 0.0
    ordered = list(runs)
    store = max((run.running.bank_wh for run in ordered), default=0.0)
    for run in ordered:
        needs = run.drawn_w(upkeep) * run.minutes / 60.0
        given = min(run.running.bank_wh, max(store - taken, 0.0), needs)
        taken += given
        found.append(replace(run, running=run.running.model_copy(update={"bank_wh": given})))
    return found


class Inserted(Part):
    """A cell or card goes into a camera. number: which of its kind; first: with which the camera begins its day."""

    minute: float
    key: str
    label: str
    number: int
    scene: str
    first: bool
    while_filming: bool

    @classmethod
    def at(cls, minute: float, run: Run, *, key: str, label: str, number: int, first: bool) -> "Inserted":
        """One at a minute of a scene."""
        return cls(
            minute=round(minute, 1),
            key=key,
            label=label,
            number=number,
            scene=run.scene,
            first=first,
            while_filming=minute > run.start + HAIR,
        )
