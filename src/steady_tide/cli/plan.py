"""`./tide plan`: plan a scene from files."""

import argparse
import json
import sys
from pathlib import Path
from typing import Any

from steady_tide.cli import BAD_INPUT, DONE, IN_CONFLICT
from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.kit.bag import Kit
from steady_tide.core.kit.device import Device
from steady_tide.core.plan.account.plan import Conflict, Plan
from steady_tide.core.plan.planner import plan_scene
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.core.plan.problem.stance import SCHOOL_BY_KEY, Stance
from steady_tide.formats.documents import read_document
from steady_tide.formats.plan_text import conflict_text, plan_text

EXIT_HELP = "Exit status: 0 planned, 2 bad input (the field is named), 3 wishes in conflict (they are named)."


def add_commands(commands: "argparse._SubParsersAction[argparse.ArgumentParser]") -> None:
    """Add `plan`."""
    parser = commands.add_parser("plan", help="plan a scene from files", epilog=EXIT_HELP)
    add_inputs(parser)
    parser.add_argument("--format", choices=("text", "json"), default="text")
    parser.set_defaults(run=run)


def add_inputs(parser: argparse.ArgumentParser) -> None:
    """Add what a plan is made from."""
    parser.add_argument("--brief", type=Path, required=True, metavar="FILE", help="brief document")
    parser.add_argument("--kit", type=Path, required=True, metavar="FILE", help="kit document")
    taste = parser.add_mutually_exclusive_group()
    taste.add_argument("--stance", type=Path, metavar="FILE", help="stance document")
    taste.add_argument("--school", metavar="NAME", default="even-keel", help=f"one of {', '.join(SCHOOL_BY_KEY)}")
    parser.add_argument("--device", metavar="NAME", help="key or name of the camera; otherwise the best of the kit")
    parser.add_argument(
        "--pin", action="append", default=[], metavar="SETTING=VALUE", help="fix a value; may be repeated"
    )


def run(arguments: argparse.Namespace) -> int:
    """Plan and print; what goes wrong is told on standard error."""
    try:
        outcome = _plan(arguments)
    except BadInput as error:
        for problem in error.problems:
            print(f"{problem.where}: {problem.message}", file=sys.stderr)
        return BAD_INPUT
    if arguments.format == "json":
        print(json.dumps(outcome.plain(), indent=2, ensure_ascii=False))
    elif isinstance(outcome, Conflict):
        print(conflict_text(outcome), end="", file=sys.stderr)
    else:
        print(plan_text(outcome), end="")
    return IN_CONFLICT if isinstance(outcome, Conflict) else DONE


def _plan(arguments: argparse.Namespace) -> Plan | Conflict:
    return planned(arguments)[1]


def planned(arguments: argparse.Namespace) -> tuple[PlanningProblem, Plan | Conflict]:
    """The best plan of what was given, with its problem. Raises BadInput."""
    brief = read_document(arguments.brief, Brief)
    kit = read_document(arguments.kit, Kit)
    stance = _stance(arguments)
    pins = dict(pair(text) for text in arguments.pin)
    outcomes: list[tuple[PlanningProblem, Plan | Conflict]] = []
    refused: list[BadInput] = []
    for device in _devices(kit, arguments.device):
        try:
            problem = PlanningProblem.of(brief, device, stance=stance, bag=kit.bag, pins=pins)
            outcomes.append((problem, plan_scene(problem)))
        except BadInput as error:  # one camera may be unfit for the place while another is not
            refused.append(error)
    if not outcomes:
        raise refused[0]
    plans = [(outcome.cost, at) for at, (_, outcome) in enumerate(outcomes) if isinstance(outcome, Plan)]
    return outcomes[min(plans)[1]] if plans else outcomes[0]


def _stance(arguments: argparse.Namespace) -> Stance:
    if arguments.stance:
        return read_document(arguments.stance, Stance)
    if arguments.school not in SCHOOL_BY_KEY:
        raise BadInput([Problem(("school",), f"no such school; known are {', '.join(SCHOOL_BY_KEY)}")])
    return SCHOOL_BY_KEY[arguments.school].stance


def _devices(kit: Kit, name: str | None) -> list[Device]:
    if name is None:
        return kit.devices
    found = [device for device in kit.devices if name.lower() in (device.key, device.name.lower())]
    if not found:
        known = ", ".join(device.key for device in kit.devices)
        raise BadInput([Problem(("device",), f"{name} is not in the kit; it has {known}")])
    return found


def pair(text: str) -> tuple[str, Any]:
    """A setting with its value, as they are written on the command line. Raises BadInput."""
    setting, equals, value = text.partition("=")
    if not equals or not setting or not value:
        raise BadInput([Problem(("pin",), f"write SETTING=VALUE, not {text!r}")])
    return setting.strip().replace("-", "_"), value.strip()
