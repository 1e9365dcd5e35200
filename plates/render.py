"""A stage rendered into the maps of a plate: light relative to a grey card, depth, and layers that move.

All around the way the camera looks: azimuth across, elevation up, evenly (±90° by ±65°); and a closer look straight on.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any, Final

import cv2
import mitsuba as mi
import mitsuba_oidn
import numpy as np
from numpy.typing import NDArray

from plates.stage import Stage

Image = NDArray[np.float32]
PER_DEG: Final = 2048 / 180
ACROSS: Final = 180.0
UP: Final = 130.0
DETAIL: Final = (1280, 720)
DETAIL_DEG: Final = 32.0
SIDE_DEG: Final = 94.0
"""A little more than a right angle, so that what cleaning does at a rim is not seen."""
FAR_M: Final = 20_000.0
CLAMP: Final = 400.0
"""A single sample is at most so many times as light as the grey card, so that no pixel sparkles."""
PASSES: Final = 4
GREY: Final = 0.18
LUMINANCE: Final = (0.2126, 0.7152, 0.0722)
"""Of red, green and blue light (ITU-R BT.709)."""
GUIDE_SPP: Final = 24
MATTE_SPP: Final = 24
NEARER: Final = 0.9999
"""Depth is told in single precision: the same place twice is the same to so much."""


@dataclass(frozen=True)
class Face:
    """One rendered view. window: the part of it that is rendered, (left, top, right, bottom) as shares."""

    name: str
    right_deg: float
    up_deg: float
    fov_deg: float
    size: tuple[int, int]
    window: tuple[float, float, float, float] = (0.0, 0.0, 1.0, 1.0)


def faces(scale: float) -> list[Face]:
    """The faces of half a cube around the camera, and the closer look. scale: 1 for all, less for a sketch."""
    front, side = round(1304 * scale), round(900 * scale)
    detail = (round(DETAIL[0] * scale), round(DETAIL[1] * scale))
    return [
        Face("front", 0, 0, SIDE_DEG, (front, front)),
        Face("left", -90, 0, SIDE_DEG, (side, side), (0.47, 0, 1, 1)),
        Face("right", 90, 0, SIDE_DEG, (side, side), (0, 0, 0.53, 1)),
        Face("up", 0, 90, SIDE_DEG, (side, side), (0, 0.47, 1, 1)),
        Face("down", 0, -90, SIDE_DEG, (side, side), (0, 0, 1, 0.53)),
        Face("detail", 0, 0, DETAIL_DEG, detail),
    ]


@dataclass(frozen=True)
class Seen:
    """What one face shows. light (h, w, 3) over the card's, depth (h, w) [m], mattes by layer (h, w)."""

    ground: Image
    everything: Image
    depth: Image
    depth_all: Image
    mattes: dict[str, Image]


def sensor(stage: Stage, face: Face, *, spp: int, window: tuple[int, int, int, int] | None = None) -> Any:
    """The renderer's camera for a face."""
    width, height = face.size
    left, top, right, bottom = window or pixels(face)
    return mi.load_dict(
        {
            "type": "perspective",
            "fov": face.fov_deg,
            "fov_axis": "x",
            "near_clip": 0.02,
            "far_clip": 1e5,
            "to_world": stage.camera.turned(right_deg=face.right_deg, up_deg=face.up_deg),
            "film": {
                "type": "hdrfilm",
                "width": width,
                "height": height,
                "crop_offset_x": left,
                "crop_offset_y": top,
                "crop_width": right - left,
                "crop_height": bottom - top,
                "rfilter": {"type": "box"},
                "pixel_format": "rgb",
            },
            "sampler": {"type": "independent", "sample_count": spp},
        }
    )


def pixels(face: Face) -> tuple[int, int, int, int]:
    """The part of a face that is rendered [px]."""
    width, height = face.size
    left, top, right, bottom = face.window
    return round(left * width), round(top * height), round(right * width), round(bottom * height)


def card_of(stage: Stage) -> tuple[float, float, float]:
    """Red, green and blue light of a grey card where the subject is, facing the camera, in the scene's own units."""
    camera = stage.camera
    towards = mi.ScalarTransform4f().look_at(origin=list(camera.card), target=list(camera.eye), up=[0, 0, 1])
    distance = float(np.linalg.norm(np.subtract(camera.eye, camera.card)))
    half = 0.03 * distance
    card = {
        "type": "rectangle",
        "to_world": towards @ mi.ScalarTransform4f().scale([half, half, 1]),
        "bsdf": {"type": "twosided", "inner": {"type": "diffuse", "reflectance": {"type": "rgb", "value": GREY}}},
    }
    scene = mi.load_dict(
        {
            "type": "scene",
            "integrator": {"type": "path", "max_depth": stage.depth},
            **stage.lights,
            **stage.parts(),
            "card": card,
        }
    )
    way = mi.ScalarTransform4f().look_at(
        origin=list(np.add(camera.card, np.multiply(0.1, np.subtract(camera.eye, camera.card)))),
        target=list(camera.card),
        up=[0, 0, 1],
    )
    looks = mi.load_dict(
        {
            "type": "perspective",
            "fov": 8.0,
            "near_clip": 0.001,
            "to_world": way,
            "film": {"type": "hdrfilm", "width": 24, "height": 24, "rfilter": {"type": "box"}, "pixel_format": "rgb"},
            "sampler": {"type": "independent", "sample_count": 256},
        }
    )
    seen = np.minimum(np.array(mi.render(scene, sensor=looks, spp=256, seed=11)), 1e9)
    red, green, blue = seen.reshape(-1, 3).mean(axis=0)
    return float(red), float(green), float(blue)


def look(
    stage: Stage,
    layers: Sequence[str],
    face: Face,
    *,
    grey: float,
    spp: int,
    window: tuple[int, int, int, int] | None = None,
) -> Image:
    """Light of some layers on a face, over the card's, cleaned of the noise of rendering."""
    scene = stage.lit(layers)
    path = mi.load_dict({"type": "path", "max_depth": stage.depth, "rr_depth": 6})
    each = max(1, spp // PASSES)
    camera = sensor(stage, face, spp=each, window=window)
    light: Any = 0.0
    for turn in range(PASSES):
        rendered = np.array(mi.render(scene, sensor=camera, integrator=path, spp=each, seed=turn)) / grey
        light = light + np.clip(np.nan_to_num(rendered), 0.0, CLAMP) / PASSES
    guide = _evenly_lit(stage, layers, face, spp=min(spp, GUIDE_SPP), window=window)
    return np.asarray(mitsuba_oidn.denoise(light.astype(np.float32), albedo=guide, hdr=True), dtype=np.float32)


def _evenly_lit(
    stage: Stage, layers: Sequence[str], face: Face, *, spp: int, window: tuple[int, int, int, int] | None
) -> Image:
    """What the things are in themselves [0, 1]: seen in the same light from everywhere, as a guide for cleaning.

    The renderer's own picture of reflectance takes time with the number of copies in a scene; this does not.
    """
    once = mi.load_dict({"type": "path", "max_depth": 2})
    camera = sensor(stage, face, spp=spp, window=window)
    seen = np.array(mi.render(stage.even(layers), sensor=camera, integrator=once, spp=spp, seed=99))
    return np.asarray(mitsuba_oidn.denoise(np.clip(seen, 0, 1).astype(np.float32)), dtype=np.float32).clip(0, 1)


def depth_of(stage: Stage, layers: Sequence[str], face: Face) -> Image:
    """How far everything is [m], one ray a pixel so that near and far do not mix; along the ray."""
    camera = sensor(stage, face, spp=1)
    far = np.array(
        mi.render(stage.lit(layers), sensor=camera, integrator=mi.load_dict({"type": "depth"}), spp=1, seed=0)
    )[..., 0]
    return np.where(far > 0, far, FAR_M).astype(np.float32)


def matte_of(stage: Stage, layer: str, face: Face) -> Image:
    """How much of each pixel a layer covers [0, 1], with what stands before it taken off.

    The share of rays that meet something nearer with the layer than without it.
    """
    without = [name for name in stage.layers if name != layer]
    camera, depth = sensor(stage, face, spp=1), mi.load_dict({"type": "depth"})
    covered: Any = 0.0
    for turn in range(MATTE_SPP):
        rays = [
            np.array(mi.render(stage.lit(layers), sensor=camera, integrator=depth, spp=1, seed=turn))[..., 0]
            for layers in (list(stage.layers), without)
        ]
        there, behind = (np.where(far > 0, far, FAR_M) for far in rays)
        covered = covered + (there < behind * NEARER) / MATTE_SPP
    return np.asarray(covered, dtype=np.float32)


def see(stage: Stage, face: Face, *, grey: float, spp: int) -> Seen:
    """All that a plate keeps of one face."""
    moving = [name for name in stage.layers if name != "ground"]
    ground = look(stage, ["ground"], face, grey=grey, spp=spp)
    depth = depth_of(stage, ["ground"], face)
    mattes = {name: matte_of(stage, name, face) for name in moving}
    covered = sum(mattes.values()) if mattes else np.zeros_like(depth)
    if not np.any(covered):
        return Seen(ground, ground, depth, depth, mattes)
    left, top, _, _ = pixels(face)
    rows, columns = np.nonzero(np.asarray(covered) > 0)
    reach = (int(columns.min()), int(rows.min()), int(columns.max()) + 1, int(rows.max()) + 1)
    window = (left + reach[0], top + reach[1], left + reach[2], top + reach[3])
    everything = ground.copy()
    everything[reach[1] : reach[3], reach[0] : reach[2]] = look(
        stage, list(stage.layers), face, grey=grey, spp=spp, window=window
    )
    return Seen(ground, everything, depth, depth_of(stage, list(stage.layers), face), mattes)


def around(parts: dict[str, tuple[Face, Image]], *, scale: float, nearest: bool = False) -> Image:
    """The faces of half a cube as one map by azimuth and elevation."""
    width, height = round(ACROSS * PER_DEG * scale), round(UP * PER_DEG * scale)
    azimuth = np.radians(((np.arange(width) + 0.5) / width - 0.5) * ACROSS)[None, :]
    elevation = np.radians((0.5 - (np.arange(height) + 0.5) / height) * UP)[:, None]
    ray = np.stack(
        np.broadcast_arrays(
            np.sin(azimuth) * np.cos(elevation), np.sin(elevation), np.cos(azimuth) * np.cos(elevation)
        ),
        -1,
    )
    channels = next(iter(parts.values()))[1].shape[2:]
    whole = np.zeros((height, width, *channels), dtype=np.float32)
    done = np.zeros((height, width), dtype=bool)
    for face, image in parts.values():
        x, y, inside = _on_face(ray, face)
        take = inside & ~done
        method = cv2.INTER_NEAREST if nearest else cv2.INTER_LINEAR
        sampled = cv2.remap(image, x.astype(np.float32), y.astype(np.float32), method, borderMode=cv2.BORDER_REPLICATE)
        whole[take] = sampled[take]
        done |= take
    return np.maximum(whole, 0.0)


def _on_face(
    ray: NDArray[np.float64], face: Face
) -> tuple[NDArray[np.float64], NDArray[np.float64], NDArray[np.bool_]]:
    """Where rays (h, w, 3; right, up, ahead) meet a face [px of what is rendered of it], and which do."""
    turn, rise = np.radians([face.right_deg, face.up_deg])
    right, up, ahead = ray[..., 0], ray[..., 1], ray[..., 2]
    right, ahead = np.cos(turn) * right - np.sin(turn) * ahead, np.sin(turn) * right + np.cos(turn) * ahead
    up, ahead = np.cos(rise) * up - np.sin(rise) * ahead, np.sin(rise) * up + np.cos(rise) * ahead
    size = face.size[0]
    half = np.tan(np.radians(face.fov_deg) / 2)
    safe = np.where(ahead > 1e-6, ahead, 1.0)
    left, top, _, _ = pixels(face)
    x = (right / safe / half + 1) / 2 * size - 0.5
    y = (1 - up / safe / half) / 2 * size - 0.5
    inside = (ahead > 1e-6) & (np.abs(right) <= ahead * 1.0001) & (np.abs(up) <= ahead * 1.0001)
    return x - left, y - top, inside
