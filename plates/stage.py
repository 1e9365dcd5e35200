"""A scene being set: meshes, copies, lights and a camera, put together for the renderer."""

import tempfile
from collections.abc import Callable, Sequence
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any, Literal

import mitsuba as mi
import numpy as np
from numpy.typing import NDArray

from plates.shapes import Colour, Shape

mi.set_variant("scalar_rgb")
mi.set_log_level(mi.LogLevel.Error)
Part = dict[str, Any]
Moves = Literal["still", "subject", "carried"]
"""How a layer moves: not, as fast as the subject of the brief, or with the camera."""


def matt(colour: Colour | None = None) -> Part:
    """A matt surface; of its points' own colours when none is given."""
    return {"type": "twosided", "inner": {"type": "diffuse", "reflectance": _tint(colour)}}


def coated(colour: Colour | None = None, *, rough: float = 0.4, shine: float = 0.5, metal: float = 0.0) -> Part:
    """A surface with a highlight. rough, metal [0, 1]; shine: 0.5 as plastic, 0.33 as water."""
    inner = {"type": "principled", "base_color": _tint(colour), "roughness": rough, "specular": shine}
    if metal:
        inner = {"type": "principled", "base_color": _tint(colour), "roughness": rough, "metallic": metal}
    return {"type": "twosided", "inner": inner}


def glows(radiance: Colour) -> Part:
    """An emitter of a radiance, in the scene's own units."""
    return {"type": "area", "radiance": {"type": "rgb", "value": list(radiance)}}


def _tint(colour: Colour | None) -> Part:
    if colour is None:
        return {"type": "mesh_attribute", "name": "vertex_color"}
    return {"type": "rgb", "value": list(colour)}


@dataclass(frozen=True)
class Camera:
    """Where the plate is seen from; looks at `at`. card: where the grey card stands, facing the camera."""

    eye: tuple[float, float, float]
    at: tuple[float, float, float]
    card: tuple[float, float, float]

    def turned(self, *, right_deg: float = 0.0, up_deg: float = 0.0) -> Any:
        """The way from camera to world of a view that is turned away, its own up kept in line."""
        base = mi.ScalarTransform4f().look_at(origin=list(self.eye), target=list(self.at), up=[0, 0, 1])
        turn = mi.ScalarTransform4f().rotate([0, 1, 0], -right_deg) @ mi.ScalarTransform4f().rotate([1, 0, 0], -up_deg)
        return base @ turn


@dataclass
class Layer:
    """Things that move together. part: what they are called in the plate."""

    name: str
    moves: Moves
    parts: Part = field(default_factory=dict)


class Stage:
    """A scene for the renderer. Things go into the ground layer, or into one that moves."""

    def __init__(self, camera: Camera, *, depth: int = 8) -> None:
        """depth: how often light is followed at most."""
        self.camera = camera
        self.depth = depth
        self.lights: Part = {}
        self.layers: dict[str, Layer] = {"ground": Layer("ground", "still")}
        self._scenes: dict[tuple[str, ...], Any] = {}
        self._folder = Path(tempfile.mkdtemp(prefix="plate-"))
        self._count = 0

    def _named(self, kind: str) -> str:
        self._count += 1
        return f"{kind}{self._count:05d}"

    def layer(self, name: str, moves: Moves) -> str:
        """Begin a layer that moves; its name is handed on to what is put in it."""
        self.layers[name] = Layer(name, moves)
        return name

    def _file(self, shape: Shape, *, smooth: bool, ramp: NDArray[np.float64] | None = None) -> Part:
        path = self._folder / f"{self._named('mesh')}.ply"
        mesh = mi.Mesh(path.stem, len(shape.points), len(shape.faces), has_vertex_texcoords=ramp is not None)
        if shape.colours is not None and ramp is None:
            mesh.add_attribute("vertex_color", 3, np.clip(shape.colours, 0.001, 0.98).astype(np.float32).ravel())
        values = mi.traverse(mesh)
        if ramp is not None:
            across = np.stack([ramp, np.full_like(ramp, 0.5)], axis=-1)
            values["vertex_texcoords"] = across.astype(np.float32).ravel()
        values["vertex_positions"] = shape.points.astype(np.float32).ravel()
        values["faces"] = shape.faces.astype(np.uint32).ravel()
        values.update()
        mesh.write_ply(str(path))
        return {"type": "ply", "filename": str(path), "face_normals": not smooth}

    def put(
        self, shape: Shape, surface: Part, *, layer: str = "ground", smooth: bool = True, light: Colour | None = None
    ) -> None:
        """A mesh with a surface. light: it shines with this radiance, too."""
        made = {**self._file(shape, smooth=smooth), "bsdf": surface}
        if light is not None:
            made["emitter"] = glows(light)
        self.layers[layer].parts[self._named("thing")] = made

    def scatter(
        self,
        kinds: Sequence[tuple[Shape, Part]],
        places: NDArray[np.float64],
        *,
        layer: str = "ground",
        seed: int = 0,
        smooth: bool = True,
    ) -> None:
        """Copies of some meshes. places: (n, 4, 4) from thing to world."""
        chance = np.random.default_rng(seed)
        parts = self.layers[layer].parts
        names = []
        for shape, surface in kinds:
            name = self._named("kind")
            ramp, colours = _ramp(shape)
            inside = {**self._file(shape, smooth=smooth, ramp=ramp), "bsdf": _with_ramp(surface, colours)}
            parts[name] = {"type": "shapegroup", "inside": inside}
            names.append(name)
        for place in places:
            kind = names[int(chance.integers(len(names)))]
            parts[self._named("copy")] = {
                "type": "instance",
                "group": {"type": "ref", "id": kind},
                "to_world": mi.ScalarTransform4f(place),
            }

    def ball(
        self,
        centre: Sequence[float],
        radius: float,
        surface: Part | None = None,
        *,
        light: Colour | None = None,
        layer: str = "ground",
    ) -> None:
        """A ball; of a surface, or shining."""
        made: Part = {"type": "sphere", "center": list(centre), "radius": radius}
        made["bsdf"] = surface or matt((0.05, 0.05, 0.05))
        if light is not None:
            made["emitter"] = glows(light)
        self.layers[layer].parts[self._named("ball")] = made

    def panel(self, at: Sequence[float], towards: Sequence[float], size: tuple[float, float], light: Colour) -> None:
        """A lamp that is a flat panel; it does not show what is behind it."""
        way = mi.ScalarTransform4f().look_at(origin=list(at), target=list(towards), up=[0, 0.01, 1])
        shape = way @ mi.ScalarTransform4f().scale([size[0] / 2, size[1] / 2, 1])
        self.lights[self._named("panel")] = {"type": "rectangle", "to_world": shape, "emitter": glows(light)}

    def sun(self, *, height_deg: float, azimuth_deg: float, turbidity: float = 4.0, strength: float = 1.0) -> None:
        """Sun and clear sky. azimuth: counted from x towards y."""
        up, way = np.radians([height_deg, azimuth_deg])
        direction = [float(np.cos(up) * np.cos(way)), float(np.cos(up) * np.sin(way)), float(np.sin(up))]
        self.lights["sky"] = {
            "type": "sunsky",
            "sun_direction": direction,
            "turbidity": turbidity,
            "sun_scale": strength,
            "sun_aperture": 1.2,
        }

    def around(self, image: NDArray[np.float64]) -> None:
        """Light from everywhere, of an image (h, w, 3) by elevation (90° on top) and azimuth."""
        bitmap = mi.Bitmap(image.astype(np.float32))
        self.lights["sky"] = {
            "type": "envmap",
            "bitmap": bitmap,
            "to_world": mi.ScalarTransform4f().rotate([1, 0, 0], 90),
        }

    def parts(self, layers: Sequence[str] | None = None) -> Part:
        """All parts of some layers, or of all."""
        chosen = self.layers if layers is None else layers
        return {name: part for layer in chosen for name, part in self.layers[layer].parts.items()}

    def lit(self, layers: Sequence[str]) -> Any:
        """Some layers in the light of the stage, made ready for the renderer once."""
        return self._loaded(("lit", *layers), lambda: {**self.lights, **self.parts(layers)})

    def even(self, layers: Sequence[str]) -> Any:
        """Some layers in the same light from everywhere, nothing of them shining."""
        light = {"type": "constant", "radiance": {"type": "rgb", "value": 1.0}}
        bare = {key: {k: v for k, v in part.items() if k != "emitter"} for key, part in self.parts(layers).items()}
        return self._loaded(("even", *layers), lambda: {"even": light, **bare})

    def _loaded(self, key: tuple[str, ...], parts: Callable[[], Part]) -> Any:
        if key not in self._scenes:
            self._scenes[key] = mi.load_dict({"type": "scene", **parts()})
        return self._scenes[key]


RAMP = 64


def _ramp(shape: Shape) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """Where each point lies on a ramp of the shape's colours from dark to light [0, 1], and the ramp (RAMP, 3).

    Copies cannot carry colours by the point in this renderer; an image of one row does it for them.
    """
    if shape.colours is None:
        return np.zeros(len(shape.points)), np.full((RAMP, 3), 0.2)
    lightness = shape.colours @ [0.2126, 0.7152, 0.0722]
    place = np.argsort(np.argsort(lightness)) / max(1, len(lightness) - 1)
    bins = np.minimum((place * RAMP).astype(int), RAMP - 1)
    ramp = np.stack([np.bincount(bins, shape.colours[:, axis], RAMP) for axis in range(3)], axis=-1)
    filled = np.maximum(np.bincount(bins, minlength=RAMP), 1)
    return (place * (RAMP - 1) + 0.5) / RAMP, np.clip(ramp / filled[:, None], 0.001, 0.98)


def _with_ramp(surface: Part, ramp: NDArray[np.float64]) -> Part:
    """A surface whose colour by the point is read off a ramp."""
    if surface.get("type") == "mesh_attribute":
        return {"type": "bitmap", "bitmap": mi.Bitmap(ramp[None].astype(np.float32)), "raw": True, "wrap_mode": "clamp"}
    return {key: _with_ramp(value, ramp) if isinstance(value, dict) else value for key, value in surface.items()}


def placed(
    at: NDArray[np.float64], *, out: NDArray[np.float64], spin: NDArray[np.float64], scale: NDArray[np.float64]
) -> NDArray[np.float64]:
    """Ways to put copies (n, 4, 4): their own z points `out`, they are spun about it [rad] and scaled."""
    z = out / np.linalg.norm(out, axis=1, keepdims=True)
    helper = np.where(np.abs(z[:, 2:]) < 0.9, [[0.0, 0.0, 1.0]], [[1.0, 0.0, 0.0]])
    x = np.cross(helper, z)
    x /= np.linalg.norm(x, axis=1, keepdims=True)
    y = np.cross(z, x)
    turned_x = np.cos(spin)[:, None] * x + np.sin(spin)[:, None] * y
    turned_y = -np.sin(spin)[:, None] * x + np.cos(spin)[:, None] * y
    ways = np.zeros((len(at), 4, 4))
    ways[:, :3, 0], ways[:, :3, 1], ways[:, :3, 2] = (axis * scale[:, None] for axis in (turned_x, turned_y, z))
    ways[:, :3, 3], ways[:, 3, 3] = at, 1.0
    return ways
