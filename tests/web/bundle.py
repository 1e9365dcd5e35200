"""Modules of the interface as one script, for a page without anything else."""

import os
import subprocess
from collections.abc import Mapping
from pathlib import Path
from uuid import uuid4

from steady_tide.cli.chores import _environment
from steady_tide.settings import PROJECT

WEB = PROJECT / "web"


def bundled(modules: Mapping[str, str], folder: Path) -> str:
    """A script that puts modules, by name and path within the sources, into one global `domain`."""
    entry = WEB / "node_modules" / f".bundle-{os.getpid()}-{uuid4().hex[:6]}.ts"
    entry.write_text("".join(f'export * as {name} from "../src/{path}";\n' for name, path in modules.items()))
    made = folder / "bundle.js"
    rolldown = str(WEB / "node_modules/.bin/rolldown")
    command = [rolldown, str(entry), "--format", "iife", "--name", "domain", "--file", str(made)]
    try:
        subprocess.run(command, cwd=WEB, env=_environment(), check=True, capture_output=True)
    finally:
        entry.unlink()
    return made.read_text()
