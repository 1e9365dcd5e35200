"""Reach: the interval of scene light over which a set stays steady, and what ends it."""

from dataclasses import dataclass
from math import log2
from typing import Final, Literal

import numpy as np

from steady_tide.core.exposure.automatic import Chosen, automatic_exposure
from steady_tide.core.message import Message, say
from steady_tide.core.quantities import Quantity, setting_value, shutter_text
from steady_tide.core.thresholds import threshold


@dataclass(frozen=True)
class Tolerance:
    """How far the picture may leave its aim [stops]: over it, and under it (both positive)."""

    over_stops: float = 0.5
    under_stops: float = 1.0


MARK_SLACK_STOPS: Final = threshold("reach.slack")
"""Light beyond a mark by less than this still counts as held: nobody sees or meters it."""


@dataclass(frozen=True)
class ExposureSet:
    """The settings that decide exposure. Times in seconds; equal ends mean a fixed value."""

    f_number: float
    shortest_s: float
    longest_s: float
    iso_floor: float
    iso_ceiling: float
    loss_stops: float
    bias_stops: float
    """What the camera aims at over mid grey: its dial and its meter's habit where a meter decides, else 0."""
    programme: str = "shutter-first"
    knee_s: float | None = None

    @property
    def iso_moves_from_s(self) -> float:
        """The shutter [s] at which ISO begins to climb."""
        if self.programme == "shutter-first" or self.knee_s is None:
            return self.longest_s
        return min(max(self.knee_s, self.shortest_s), self.longest_s)

    def choose(self, scene_ev100: Quantity) -> Chosen:
        """What the camera does in this light [EV at ISO 100]."""
        return automatic_exposure(
            scene_ev100=scene_ev100,
            loss_stops=self.loss_stops,
            f_number=self.f_number,
            shortest_s=self.shortest_s,
            longest_s=self.longest_s,
            iso_floor=self.iso_floor,
            iso_ceiling=self.iso_ceiling,
            bias_stops=self.bias_stops,
            programme=self.programme,
            knee_s=self.knee_s,
        )


EndKind = Literal["dark", "noise", "clipped", "runaway"]
"""What ends a set: too dark, too noisy, too bright, or a shutter that runs away."""


def ending(end: EndKind | None) -> Message | str:
    """What happens beyond a mark, and how it comes about; nothing where that was not kept."""
    return "" if end is None else say(f"end-{end}")


@dataclass(frozen=True)
class Mark:
    """One end of the reach: the light [EV at ISO 100] and what ends the set there."""

    ev100: float
    end: EndKind


@dataclass(frozen=True)
class Reach:
    """From the low mark to the high mark; `turns_ev100` is where ISO stops and the shutter starts moving."""

    low: Mark
    high: Mark
    turns_ev100: float

    def holds_down_to(self, ev100: float) -> bool:
        """Whether the low mark lies at or below this light."""
        return self.low.ev100 <= ev100 + MARK_SLACK_STOPS

    def holds_up_to(self, ev100: float) -> bool:
        """Whether the high mark lies at or above this light."""
        return ev100 <= self.high.ev100 + MARK_SLACK_STOPS


def light_for(settings: ExposureSet, *, shutter_s: float, iso: float) -> float:
    """The scene light [EV at ISO 100] that this shutter and ISO expose exactly as aimed."""
    exact = setting_value(f_number=settings.f_number, shutter_s=shutter_s, iso=iso)
    return float(exact) + settings.loss_stops + settings.bias_stops


def reach(
    settings: ExposureSet,
    *,
    tolerance: Tolerance,
    noise_limit_ev100: float,
    shutter_runaway_s: float | None,
) -> Reach:
    """The interval of scene EV over which the set stays within tolerance.

    noise_limit_ev100: below this light the picture is too noisy at the longest shutter.
    shutter_runaway_s: an automatic shutter shorter than this [s] no longer gives the motion
    that was asked for; None when that does not matter.
    """
    darkest = light_for(settings, shutter_s=settings.longest_s, iso=settings.iso_ceiling) - tolerance.under_stops
    dark = Mark(darkest, "dark")
    noisy = Mark(noise_limit_ev100, "noise")
    low = max(dark, noisy, key=lambda mark: mark.ev100)
    brightest = light_for(settings, shutter_s=settings.shortest_s, iso=settings.iso_floor) + tolerance.over_stops
    high = Mark(brightest, "clipped")
    moves = settings.shortest_s < settings.longest_s
    if shutter_runaway_s is not None and moves and settings.shortest_s < shutter_runaway_s:
        runaway = light_for(settings, shutter_s=shutter_runaway_s, iso=settings.iso_floor)
        if runaway < high.ev100:
            high = Mark(runaway, "runaway")
    turns = light_for(settings, shutter_s=settings.iso_moves_from_s, iso=settings.iso_floor)
    return Reach(low=low, high=high, turns_ev100=turns)


@dataclass(frozen=True)
class LedgerLine:
    """One line of the sum [stops]: added as it stands."""

    label: str
    stops: float
    detail: str


@dataclass(frozen=True)
class Ledger:
    """The exposure as a sum anyone can check: the lines add up to `leftover_stops`."""

    lines: tuple[LedgerLine, ...]
    leftover_stops: float


def ledger(
    settings: ExposureSet,
    *,
    scene_ev100: float,
    scene_detail: str,
    losses: tuple[LedgerLine, ...],
    aims: tuple[LedgerLine, ...],
) -> Ledger:
    """Scene light, less losses, less what the settings take, less what the camera aims at over mid grey.

    `losses` are positive stops and must add up to `settings.loss_stops`; `aims` likewise to `settings.bias_stops`. The
    shutter and ISO are those the camera will choose in this light. Positive leftover = too bright.
    """
    chosen = settings.choose(scene_ev100)
    shutter_s, iso = float(chosen.shutter_s), float(chosen.iso)
    lines = (
        LedgerLine("Light on the subject", scene_ev100, scene_detail),
        *(LedgerLine(loss.label, -loss.stops, loss.detail) for loss in losses),
        LedgerLine("Aperture", -2.0 * log2(settings.f_number), f"f/{settings.f_number:g}"),
        LedgerLine("Shutter", log2(shutter_s), f"{shutter_text(shutter_s)} s"),
        LedgerLine("ISO", log2(iso / 100.0), f"ISO {iso:.0f}"),
        *(LedgerLine(aim.label, -aim.stops, aim.detail) for aim in aims),
    )
    return Ledger(lines, float(np.sum([line.stops for line in lines])))
