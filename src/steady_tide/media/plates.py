"""Plates as they are shipped: read once, kept while they are looked at."""

import json
import zipfile
from functools import lru_cache
from importlib.resources import files
from typing import Any

import cv2
import numpy as np
from numpy.typing import NDArray

from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.picture.plate import Layer, Map, Patch, Plate

KEPT = 3
"""So many plates are kept in memory, some 25 MB each."""


@lru_cache(maxsize=KEPT)
def plate(name: str) -> Plate:
    """A plate by its name. Raises BadInput where there is none."""
    found = files("steady_tide.media") / "plates" / f"{name}.plate"
    if not found.is_file():
        raise BadInput([Problem(("plate",), f"the scene {name} is not drawn in this installation")])
    with found.open("rb") as shipped, zipfile.ZipFile(shipped) as pages:
        page: dict[str, Any] = json.loads(pages.read("plate.json"))
        layers = tuple(
            Layer(one["name"], one["moves"], *(_patch(pages, one, at, of) for of in ("around", "detail")))
            for at, one in enumerate(page["layers"])
        )
        return Plate(
            name=page["name"],
            subject_m=page["subject_m"],
            card=tuple(page["card"]),
            around=_map(pages, "around"),
            detail=_map(pages, "detail"),
            layers=layers,
            stars=page["stars"],
        )


def _map(pages: zipfile.ZipFile, name: str) -> Map:
    return Map(_image(pages, f"{name}.jp2"), _image(pages, f"{name}-depth.png"))


def _patch(pages: zipfile.ZipFile, layer: dict[str, Any], at: int, of: str) -> Patch | None:
    if layer[of] is None:
        return None
    left, top = layer[of]["corner"]
    light, alpha, depth = (_image(pages, f"layer{at}-{of}{ending}") for ending in (".jp2", "-alpha.png", "-depth.png"))
    return Patch((left, top), light, alpha, depth)


def _image(pages: zipfile.ZipFile, name: str) -> NDArray[Any]:
    """An image of code values; colours in the order red, green, blue."""
    read = np.asarray(cv2.imdecode(np.frombuffer(pages.read(name), np.uint8), cv2.IMREAD_UNCHANGED))
    return np.ascontiguousarray(read[..., ::-1]) if read.ndim == 3 else read
