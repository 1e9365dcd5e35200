"""Which scenes there are, and rendering them into plates."""

import importlib
import time
from collections.abc import Sequence
from pathlib import Path
from typing import Final

from plates import pack
from steady_tide.core.errors import BadInput, Problem

SCENES: Final = ("ropes", "quay", "bow", "farm", "jar", "sheds", "seat", "slope", "street")
SAMPLES: Final = {"jar": 40, "seat": 48, "quay": 29, "street": 29}
OTHERS: Final = 19
"""Samples a pixel, more where light takes many ways; what noise they leave is cleaned."""


def render(names: Sequence[str], *, into: Path, scale: float, samples: float) -> None:
    """Render the scenes named, or all, one after the other. Raises BadInput for a name that no scene has."""
    if unknown := sorted(set(names) - set(SCENES)):
        raise BadInput([Problem(("names",), f"there is no scene {', '.join(unknown)}; there are {', '.join(SCENES)}")])
    for name in names or SCENES:
        begun = time.monotonic()
        scene = importlib.import_module(f"plates.scenes.{name}")
        spp = max(4, round(SAMPLES.get(name, OTHERS) * samples))
        stars = getattr(scene, "STARS", 0)
        content = pack.plate_of(getattr(scene, name)(), name, scale=scale, spp=spp, stars=stars)
        (into / f"{name}.plate").write_bytes(content)
        print(f"{name}: {len(content) / 1e6:.2f} MB in {time.monotonic() - begun:.0f} s", flush=True)
