"""A rendered scene as one file: its maps as compressed images of code values, and a page that says what they are."""

import io
import json
import zipfile
from typing import Any

import cv2
import numpy as np
from numpy.typing import NDArray

from plates import render
from plates.render import Face, Image, Seen
from plates.stage import Stage
from steady_tide.core.picture import plate as kept

QUALITY = {"around": 60, "detail": 90, "layer": 70}
"""How much of the plain size the light of a map takes [‰]."""
PAD = 6
LEAST = 128
"""No patch is smaller [px]: the coder of the images wants as much."""


def plate_of(stage: Stage, name: str, *, scale: float, spp: int, stars: int = 0) -> bytes:
    """The whole plate of a stage. scale: 1 for a whole one, less for a sketch; spp: samples a pixel."""
    card = render.card_of(stage)
    grey = float(np.dot(card, render.LUMINANCE))
    seen = {face.name: (face, render.see(stage, face, grey=grey, spp=spp)) for face in render.faces(scale)}
    detail = seen.pop("detail")[1]
    pages: dict[str, bytes] = {}
    _map(pages, "around", _stitch(seen, "ground", scale), _stitch(seen, "depth", scale, nearest=True))
    _map(pages, "detail", detail.ground, detail.depth)
    layers = []
    for at, (key, layer) in enumerate((key, layer) for key, layer in stage.layers.items() if key != "ground"):
        around = _patch(pages, f"layer{at}-around", *_covered(seen, key, scale))
        near = _patch(pages, f"layer{at}-detail", *_weighed(detail, key))
        layers.append({"name": key, "moves": layer.moves, "around": around, "detail": near})
    subject_m = float(np.linalg.norm(np.subtract(stage.camera.eye, stage.camera.card)))
    page: dict[str, Any] = {
        "version": 1,
        "name": name,
        "subject_m": round(subject_m, 3),
        "card": [round(c / grey, 4) for c in card],
    }
    page |= {"layers": layers, "stars": stars}
    made = io.BytesIO()
    with zipfile.ZipFile(made, "w") as archive:
        for entry, content in {"plate.json": json.dumps(page, indent=1).encode(), **pages}.items():
            archive.writestr(zipfile.ZipInfo(entry), content)
    return made.getvalue()


def _stitch(seen: dict[str, tuple[Face, Seen]], what: str, scale: float, *, nearest: bool = False) -> Image:
    return render.around(
        {key: (face, getattr(one, what)) for key, (face, one) in seen.items()}, scale=scale, nearest=nearest
    )


def _weighed(seen: Seen, layer: str) -> tuple[Image, Image, Image]:
    """Light of a layer weighed by how much it covers, how much, and how far it is."""
    matte = seen.mattes[layer]
    every = np.maximum(sum(seen.mattes.values()), 1e-6)
    front = seen.everything - (1 - np.clip(every, 0, 1))[..., None] * seen.ground
    return np.maximum(front, 0) * (matte / every)[..., None], matte, seen.depth_all


def _covered(seen: dict[str, tuple[Face, Seen]], layer: str, scale: float) -> tuple[Image, Image, Image]:
    parts = {key: (face, _weighed(one, layer)) for key, (face, one) in seen.items()}
    return tuple(
        render.around({key: (face, images[at]) for key, (face, images) in parts.items()}, scale=scale, nearest=at == 2)
        for at in range(3)
    )


def _map(pages: dict[str, bytes], name: str, light: Image, depth: Image) -> None:
    pages[f"{name}.jp2"] = _image(kept.light_codes(light), QUALITY[name])
    pages[f"{name}-depth.png"] = _exact(kept.depth_codes(depth))


def _patch(pages: dict[str, bytes], name: str, light: Image, alpha: Image, depth: Image) -> dict[str, Any] | None:
    rows, columns = np.nonzero(alpha > 0.004)
    if not len(rows):
        return None
    (top, bottom), (left, right) = (
        _wide_enough(where, size) for where, size in zip((rows, columns), alpha.shape, strict=True)
    )
    part = (slice(top, bottom), slice(left, right))
    pages[f"{name}.jp2"] = _image(kept.light_codes(_own(light[part], alpha[part])), QUALITY["layer"])
    pages[f"{name}-alpha.png"] = _exact(np.rint(alpha[part] * 255).astype(np.uint8))
    pages[f"{name}-depth.png"] = _exact(kept.depth_codes(depth[part]))
    return {"corner": [left, top]}


def _wide_enough(where: NDArray[np.intp], size: int) -> tuple[int, int]:
    """From where to where a patch reaches that covers some places [px]: with a rim, and LEAST at least."""
    first, last = max(0, int(where.min()) - PAD), min(size, int(where.max()) + PAD + 1)
    first = max(0, min(first, (first + last - LEAST) // 2))
    return first, min(size, max(last, first + LEAST))


def _own(weighed: Image, alpha: Image) -> Image:
    """What a layer itself looks like, carried on beyond its edges, so that it can be sampled anywhere near them."""
    solid = np.where(alpha > 0.3, 1.0, 0.0).astype(np.float32)
    light = weighed / np.maximum(alpha, 0.3)[..., None] * solid[..., None]
    while not solid.all():
        near, share = cv2.blur(light, (9, 9)), cv2.blur(solid, (9, 9))
        reached = share > 1e-4
        grown = np.where(solid[..., None] > 0, light, near / np.maximum(share, 1e-4)[..., None] * reached[..., None])
        if np.array_equal(reached | (solid > 0), solid > 0):
            break
        light, solid = grown.astype(np.float32), (reached | (solid > 0)).astype(np.float32)
    return np.asarray(light, dtype=np.float32)


def _image(codes: kept.Codes16, permille: int) -> bytes:
    done, made = cv2.imencode(".jp2", codes[..., ::-1], [cv2.IMWRITE_JPEG2000_COMPRESSION_X1000, permille])
    if not done:
        raise RuntimeError("the image could not be compressed")
    return bytes(made)


def _exact(codes: kept.Codes8) -> bytes:
    done, made = cv2.imencode(".png", codes, [cv2.IMWRITE_PNG_COMPRESSION, 9])
    if not done:
        raise RuntimeError("the image could not be compressed")
    return bytes(made)
