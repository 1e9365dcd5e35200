"""`./tide shoot`: the simulated camera films a planned scene, with what was really dialled in."""

import argparse
import json
import sys
from pathlib import Path
from typing import Any

from steady_tide.cli import BAD_INPUT, DONE, IN_CONFLICT
from steady_tide.cli.plan import add_inputs, pair, planned
from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.footage.causes import codec_of
from steady_tide.core.footage.expected_recording import recorded
from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.picture.filmed import Happening
from steady_tide.core.picture.shot import Shot
from steady_tide.core.picture.taken import Light
from steady_tide.core.plan.account.plan import Conflict
from steady_tide.core.plan.physics.space import Spaces
from steady_tide.formats.plan_text import conflict_text
from steady_tide.media.camera import Recording, shoot
from steady_tide.media.plates import plate

ENDINGS = (".mp4", ".mov", ".mkv")
EXIT_HELP = "Exit status: 0 filmed, 2 bad input (the field is named), 3 wishes in conflict (they are named)."


def add_commands(commands: "argparse._SubParsersAction[argparse.ArgumentParser]") -> None:
    """Add `shoot`."""
    parser = commands.add_parser("shoot", help="film a scene with the simulated camera", epilog=EXIT_HELP)
    add_inputs(parser)
    parser.add_argument(
        "--dial", action="append", default=[], metavar="SETTING=VALUE",
        help="what is really on the camera, where that is not the plan; may be repeated",
    )  # fmt: skip
    parser.add_argument("--light", type=float, default=0.0, metavar="STOPS", help="more light than planned")
    parser.add_argument("--happening", type=Path, metavar="FILE", help="what happens in front of it, as JSON")
    parser.add_argument("--seconds", type=float, default=2.0)
    parser.add_argument("--seed", type=int, default=1)
    parser.add_argument("--quality", type=int, default=None, metavar="CRF", help="instead of the planned bit rate")
    parser.add_argument("to", type=Path, help="the clip to write; its truth is put beside it as JSON")
    parser.set_defaults(run=run)


def run(arguments: argparse.Namespace) -> int:
    """Film, and write clip and truth; what goes wrong is told on standard error."""
    try:
        problem, outcome = planned(arguments)
        if isinstance(outcome, Conflict):
            print(conflict_text(outcome), end="", file=sys.stderr)
            return IN_CONFLICT
        if arguments.to.suffix.lower() not in ENDINGS:
            raise BadInput([Problem(("to",), f"its name has to end in one of {', '.join(ENDINGS)}")])
        values: dict[Setting, Value] = {one.setting: one.value for one in outcome.decisions}
        values.update(_dialled(values, arguments.dial))
        spaces = Spaces()
        usual = recorded(spaces, problem, values, Light()).figures.ev100
        shot = recorded(spaces, problem, values, Light.read({"ev100": usual + arguments.light})).shot
        truth = shoot(plate(shot.plate), shot, _happening(arguments), _recording(arguments, values, shot), arguments.to)
    except BadInput as error:
        for one in error.problems:
            print(f"{one.where}: {one.message}", file=sys.stderr)
        return BAD_INPUT
    arguments.to.with_suffix(".json").write_text(json.dumps(truth.plain(), indent=1), encoding="utf-8")
    print(f"{arguments.to}: {truth.frames} frames, {shot.frame.width_px} x {shot.frame.height_px}")
    return DONE


def _dialled(planned: dict[Setting, Value], dialled: list[str]) -> dict[Setting, Value]:
    found: dict[Setting, Value] = {}
    for name, text in map(pair, dialled):
        try:
            setting = Setting(name)
        except ValueError as error:
            raise BadInput([Problem(("dial",), f"there is no setting {name}")]) from error
        like = planned.get(setting, text)
        try:
            found[setting] = text if isinstance(like, str) else type(like)(float(text))
        except ValueError as error:
            raise BadInput([Problem(("dial",), f"{name}: write a number")]) from error
    return found


def _happening(arguments: argparse.Namespace) -> Happening:
    told: dict[str, Any] = {"seconds": arguments.seconds, "seed": arguments.seed}
    if arguments.happening is not None:
        try:
            told = {**told, **json.loads(arguments.happening.read_text(encoding="utf-8"))}
        except (OSError, ValueError) as error:
            raise BadInput([Problem(("happening",), f"it cannot be read: {error}")]) from error
    return Happening.read(told)


def _recording(arguments: argparse.Namespace, values: dict[Setting, Value], shot: Shot) -> Recording:
    codec = codec_of(str(values[Setting.CODEC]))
    told: dict[str, Any] = {
        "codec": codec if codec in ("h264", "hevc") else "hevc",
        "bit_depth": min(10, int(values[Setting.BIT_DEPTH])),
        "rate": str(values[Setting.FRAME_RATE]),
    }
    if arguments.quality is None:
        told["mbit_s"] = float(values[Setting.BIT_RATE])
    else:
        told["quality"] = arguments.quality
    return Recording.read(told)
