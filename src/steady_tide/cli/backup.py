"""`./tide backup` and `./tide restore`: everything of a service in one file, and back."""

import argparse
from pathlib import Path

from steady_tide.cli import BAD_INPUT, DONE


def add_commands(commands: "argparse._SubParsersAction[argparse.ArgumentParser]") -> None:
    """Add both."""
    backup = commands.add_parser("backup", help="keep everything of the service in one file, while it runs")
    backup.add_argument("file", type=Path, help="where to, such as tide-2026-09-19.tar")
    backup.set_defaults(run=run_backup)
    restore = commands.add_parser("restore", help="bring a backup into an empty home")
    restore.add_argument("file", type=Path, help="a file made by `./tide backup`")
    restore.add_argument("--replace", action="store_true", help="throw away what is there now")
    restore.set_defaults(run=run_restore)


def run_backup(arguments: argparse.Namespace) -> int:
    """Write a backup."""
    from steady_tide.launch.backup import BackupError, back_up
    from steady_tide.launch.cluster import ClusterError
    from steady_tide.launch.words import StartError, say
    from steady_tide.settings import Settings

    try:
        told = back_up(Settings(), arguments.file)
    except (BackupError, ClusterError, StartError, OSError) as error:
        say(str(error))
        return BAD_INPUT
    print(told)
    return DONE


def run_restore(arguments: argparse.Namespace) -> int:
    """Bring a backup in."""
    from steady_tide.launch.backup import BackupError, bring_back
    from steady_tide.launch.cluster import ClusterError
    from steady_tide.launch.words import StartError, say
    from steady_tide.settings import Settings

    try:
        told = bring_back(Settings(), arguments.file, replace=arguments.replace)
    except (BackupError, ClusterError, StartError, OSError) as error:
        say(str(error))
        return BAD_INPUT
    print(told)
    return DONE
