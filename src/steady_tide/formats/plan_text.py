"""A plan or a conflict as plain text for the terminal."""

from steady_tide.core.exposure.reach import ending
from steady_tide.core.kit.settings import ROOMS
from steady_tide.core.message import Message
from steady_tide.core.plan.account.plan import Conflict, Figure, Plan
from steady_tide.formats.wording import worded

WIDTH = 24


def plan_text(plan: Plan) -> str:
    """The whole set, the reasons, the sum and the marks as text."""
    lines = [f"{plan.device_name}: {plan.headline}", f"Stance: {plan.stance_name}", ""]
    for room in ROOMS:
        lines.append(room)
        for decision in plan.decisions:
            if decision.room == room:
                mark = "*" if decision.pinned else " "
                lines.append(f" {mark}{decision.label:<{WIDTH}} {decision.text:<{WIDTH}} {worded(decision.why)}")
        lines.append("")
    lines += ["Stop ledger"]
    lines += [f"  {line.label:<{WIDTH}} {line.stops:+7.2f}  {line.detail}" for line in plan.ledger.lines]
    lines += [f"  {'Left over':<{WIDTH}} {plan.ledger.leftover_stops:+7.2f}", ""]
    reach = plan.reach
    lines += [
        f"Holds from {reach.low.ev100:.1f} EV ({reach.low.lux:g} lx)",
        f"        to {reach.high.ev100:.1f} EV ({reach.high.lux:g} lx)",
        f"  below: {worded(ending(reach.low.end))}",
        f"  above: {worded(ending(reach.high.end))}",
        f"Light expected: {plan.dark_ev100:.1f} to {plan.bright_ev100:.1f} EV",
        "",
    ]
    lines += [f"  {one.label:<{WIDTH + 8}} {_figure(one)}" for one in plan.figures]
    lines += ["", *[f"Price: {price.label}: {worded(price.told)} ({price.cost:.1f} stops)" for price in plan.prices]]
    lines += [f"On the spot: {worded(one.told)}" for one in plan.practice]
    lines += [f"Caution: {worded(one.told)}" for one in plan.cautions]
    lines += [f"Assumed: {worded(one.told)}" for one in plan.assumptions]
    return "\n".join(lines).rstrip() + "\n"


def conflict_text(conflict: Conflict) -> str:
    """The wishes in conflict and the ways out as text."""
    lines = [conflict.words, conflict.limit, *[f"  Way out: {way.words}" for way in conflict.ways_out]]
    return "\n".join(lines) + "\n"


def _figure(figure: Figure) -> str:
    """A number with its unit; a message has its own."""
    return worded(figure.text) if isinstance(figure.text, Message) else f"{figure.text} {figure.unit}".rstrip()
