"""The subcommands of ./tide: a chore is one of them."""

import argparse
import sys
from collections.abc import Callable, Sequence

from steady_tide import __version__

DONE, BAD_INPUT, IN_CONFLICT = 0, 2, 3


def build_parser() -> argparse.ArgumentParser:
    """The whole command line."""
    from steady_tide.cli import account, backup, chores, plan, serve

    parser = argparse.ArgumentParser(
        prog="./tide", description="Camera settings that hold for the light you will meet."
    )
    parser.add_argument("--version", action="version", version=f"Steady Tide {__version__}")
    commands = parser.add_subparsers(dest="command", metavar="COMMAND")
    serve.add_commands(commands)
    account.add_commands(commands)
    backup.add_commands(commands)
    plan.add_commands(commands)
    chores.add_commands(commands)
    commands.add_parser("help", help="print this").set_defaults(run=lambda _: parser.print_help())
    return parser


def main(arguments: Sequence[str]) -> int:
    """Run a command; returns its exit status."""
    parser = build_parser()
    chosen = parser.parse_args(list(arguments) or ["help"])
    run: Callable[[argparse.Namespace], int | None] = chosen.run
    try:
        return run(chosen) or DONE
    except KeyboardInterrupt:
        print(file=sys.stderr)
        return 130
