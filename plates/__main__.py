"""`python -m plates FOLDER SCALE SAMPLES [NAME ...]`, as `./tide plates` calls it."""

import sys
from pathlib import Path

from plates.rendering import render
from steady_tide.core.errors import BadInput


def main(into: str, scale: str, samples: str, *names: str) -> int:
    """Render the scenes named, or all, into a folder; 1 for a name that no scene has."""
    try:
        render(names, into=Path(into), scale=float(scale), samples=float(samples))
    except BadInput as error:
        print(error, file=sys.stderr)
        return 1
    return 0


if __name__ == "__main__":
    sys.exit(main(*sys.argv[1:]))
