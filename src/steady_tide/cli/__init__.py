"""The subcommands of ./tide: a chore is one of them."""

import argparse
import sys
from collections.abc import Callable, Sequence
from importlib import import_module

from steady_tide import __version__

DONE, BAD_INPUT, IN_CONFLICT = 0, 2, 3


ROOMS = ("serve", "account", "backup", "plan", "shoot", "chores", "making")
"""The modules of commands, in the order in which help lists them."""
ALONE = ("plan", "shoot")
"""Commands whose module is loaded without the others: they answer without a service."""


def build_parser(command: str = "") -> argparse.ArgumentParser:
    """The whole command line, or as much of it as a command needs."""
    rooms = (command,) if command in ALONE else ROOMS
    parser = argparse.ArgumentParser(
        prog="./tide", description="Camera settings that hold for the light you will meet."
    )
    parser.add_argument("--version", action="version", version=f"Steady Tide {__version__}")
    commands = parser.add_subparsers(dest="command", metavar="COMMAND")
    for room in rooms:
        import_module(f"steady_tide.cli.{room}").add_commands(commands)
    commands.add_parser("help", help="print this").set_defaults(run=lambda _: parser.print_help())
    return parser


def main(arguments: Sequence[str]) -> int:
    """Run a command; returns its exit status."""
    parser = build_parser(arguments[0] if arguments else "")
    chosen = parser.parse_args(list(arguments) or ["help"])
    run: Callable[[argparse.Namespace], int | None] = chosen.run
    try:
        return run(chosen) or DONE
    except KeyboardInterrupt:
        print(file=sys.stderr)
        return 130
