"""What a set takes of cells, cards and cooling while it runs."""

from typing import Final

from steady_tide.core.endurance.heat import minutes_from_half, minutes_to_limit, rest_minutes
from steady_tide.core.image.bit_rate import needed_card_mb_s
from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.plan.account.plan import Drain, Running, Warming
from steady_tide.core.plan.physics.exposed import ExposedSet
from steady_tide.core.plan.prices.consideration import single
from steady_tide.core.plan.prices.recording import RecordingChoice, recorded_gb, written_mbit_s
from steady_tide.core.plan.prices.rules import RULES, Solved
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.plan.problem.wishes import Pins

DRAINS: Final[dict[Drain, Setting]] = {
    "front-screen": Setting.FRONT_SCREEN,
    "position-logging": Setting.POSITION_LOGGING,
    "pre-record": Setting.PRE_RECORD,
}
"""Settings that draw power besides mode and stabilisation."""
IDLE: Final[tuple[Value, ...]] = ("off", "status", 0)
"""Values of them that draw next to nothing."""


def running_of(chosen: ExposedSet, recording: RecordingChoice, solved: Solved, pins: Pins) -> Running:
    """What one set takes while it runs. recording: its own; pins: what of the simpler settings is fixed."""
    situation, given = chosen.situation, chosen.situation.given
    mbit_s = single(written_mbit_s(recording))
    flown = given.device.flight_minutes
    return Running(
        draw_w=round(chosen.draw_w, 3),
        minutes=situation.brief.running_minutes,
        mbit_s=round(mbit_s, 3),
        needed_mb_s=round(float(needed_card_mb_s(mbit_s)), 2),
        gb=round(single(recorded_gb(recording)), 3),
        bank_wh=round(given.bank_wh, 2),
        flight_minutes=None if flown is None else round(flown * given.wind_share, 2),
        warming=_warming(situation, chosen.draw_w),
        drains=[drain for drain, setting in DRAINS.items() if _drains(setting, solved, pins)],
    )


def _drains(setting: Setting, solved: Solved, pins: Pins) -> bool:
    """Whether a setting stands at a value that draws power: the pinned one, else what its rule finds best."""
    offered = solved.situation.device.offered(setting)
    if not offered or setting not in RULES:
        return False
    value = pins[setting] if setting in pins else RULES[setting](solved, offered).best()
    return value not in IDLE


def _warming(situation: Situation, draw_w: float) -> Warming | None:
    """How long it runs before its body stops for heat; None where it never does."""
    body, air_c = situation.given.body, situation.brief.temperature_c
    if body is None:
        return None
    first = single(minutes_to_limit(body, power_w=draw_w, air_c=air_c, cooling=situation.cooling))
    if first == float("inf"):
        return None
    return Warming(
        first_minutes=round(first, 1),
        rest_minutes=round(rest_minutes(body, cooling=situation.cooling), 1),
        again_minutes=round(minutes_from_half(body, power_w=draw_w, air_c=air_c, cooling=situation.cooling), 1),
    )
