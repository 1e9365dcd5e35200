"""What this machine has for measuring in a browser."""

import sys
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
WEB = ROOT / "web"


def browser_missing(what: str) -> bool:
    """Whether there is no browser or no built interface; says so, and what is left out."""
    sys.path[:0] = [str(ROOT)]
    from tests.chromium import CHROMIUM

    lacking = [
        name
        for name, path in (("browser", Path(CHROMIUM)), ("built interface", WEB / "dist/index.html"))
        if not path.exists()
    ]
    if lacking:
        print(f"{what}: left out, this machine has no {' and no '.join(lacking)}")
    return bool(lacking)
