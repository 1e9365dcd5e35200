"""The light of a shot: its plate as the lens sees it, through the water, with what moves smeared as long as it moves.

Simplified, and said so where the picture is shown: the scene drawn stands for the own one; things move across the view
only, evenly; what a moving camera passes is not drawn passing.
"""

from functools import lru_cache
from typing import Final, NamedTuple

import numpy as np

from steady_tide.core.picture import plate as kept
from steady_tide.core.picture.pixels import Image, sampled, smeared
from steady_tide.core.picture.plate import Layer, Patch, Plate
from steady_tide.core.picture.shot import Frame, Look, Shot, Water
from steady_tide.core.picture.stars import stars
from steady_tide.core.picture.view import Directions, Places, Turn, Window, directions, on_around, on_detail, window_of
from steady_tide.core.quantities import Bools, Floats, Quantity

NEARER: Final = 1.2
"""The closer look is taken where the frame has more than so many pixels to one of the map all around."""
CARD_SHARE: Final = 0.11
"""Side of the grey card that is held in, as a share of the frame's height."""
CARD_AT: Final = (0.30, 0.62)
"""Where its middle is, across and down."""

LEAST_M: Final = 0.1
"""Nothing is nearer to the lens than this [m]."""
LIGHT: Final = kept.light_table()
DEPTH: Final = kept.depth_table()


class Moment(NamedTuple):
    """Where things are at a moment [rad]: the subject on its way, and the view by what shakes it."""

    subject: float = 0.0
    right: float = 0.0
    up: float = 0.0


AT_REST: Final = Moment()


class Seen(NamedTuple):
    """What the lens lets through, over the card's light, (h, w, 3), and the window it fills."""

    light: Image
    window: Window
    directions: Directions


def seen(plate: Plate, shot: Shot, look: Look, moment: Moment = AT_REST) -> Seen:
    """The light of a shot, before exposure."""
    window = window_of(shot.frame, look)
    toward = directions(shot.frame, window)
    near = _near(shot.frame, window, plate)
    shaken = shot.motion.shake_rad_s * shot.motion.shutter_s * shot.frame.focal_px * window.scale
    passing = _passing(shot, window)
    ground_moves = not any(layer.moves == "subject" for layer in plate.layers)
    light = _ground(plate, shot, toward, near, moment, moves=ground_moves)
    if plate.stars:
        light = light + stars(plate, shot, toward, window)
    light = smeared(light, across_px=passing if ground_moves else 0.0)
    steadied = [layer for layer in plate.layers if layer.moves != "carried"]
    for layer in steadied:
        light = _over(
            light, layer, plate, shot, toward, near, moment, smear_px=passing if layer.moves == "subject" else 0.0
        )
    if look.card:
        light = _with_card(light, window, shot)
    light = smeared(light, down_px=shaken)
    for layer in plate.layers:
        if layer.moves == "carried":
            light = _over(light, layer, plate, shot, toward, near, moment, smear_px=0.0)
    return Seen(light, window, toward)


def _passing(shot: Shot, window: Window) -> float:
    """How far the subject moves while the shutter is open [drawn px]."""
    motion = shot.motion
    return motion.subject_rad_s * motion.shutter_s * shot.frame.focal_px * window.scale


def _near(frame: Frame, window: Window, plate: Plate) -> bool:
    """Whether the closer look is worth taking."""
    around = plate.around.light.shape[1] / np.radians(kept.ACROSS_DEG)
    return bool(frame.focal_px * window.scale > NEARER * around)


def _skewed(shot: Shot, toward: Directions, subject: float, *, moves: bool) -> Turn:
    """How far things have moved when each row is read [rad]."""
    lean = shot.motion.subject_rad_s * shot.motion.readout_s
    if not moves:
        return 0.0
    if lean == 0.0:
        return subject
    return np.asarray(subject + lean * (toward.down - 0.5), dtype=np.float32)


# What stands still.


def _ground(plate: Plate, shot: Shot, toward: Directions, near: bool, moment: Moment, *, moves: bool) -> Image:
    """The ground where drawn pixels look; its depth matters only where there is water."""
    turned = _skewed(shot, toward, moment.subject, moves=moves) + np.float32(moment.right)
    places = on_around(toward, size=_size(plate.around.light), turned_rad=turned, raised_rad=moment.up)
    codes = sampled(plate.around.light, *places)
    depth = sampled(plate.around.depth, *places, nearest=True) if shot.water else None
    if near:
        close = on_detail(toward, size=_size(plate.detail.light), turned_rad=turned, raised_rad=moment.up)
        inside = _inside(close, plate.detail.light)
        np.copyto(codes, sampled(plate.detail.light, *close), where=inside[..., None])
        if depth is not None:
            np.copyto(depth, sampled(plate.detail.depth, *close, nearest=True), where=inside)
    return _through(LIGHT[codes], depth, plate, shot)


def _size(image: kept.Codes16) -> tuple[int, int]:
    return image.shape[1], image.shape[0]


def _inside(places: Places, image: kept.Codes16) -> Bools:
    width, height = _size(image)
    return np.asarray((places.x > 1) & (places.x < width - 2) & (places.y > 1) & (places.y < height - 2))


def _through(light: Image, depth: kept.Codes8 | None, plate: Plate, shot: Shot) -> Image:
    """Light as it comes to the lens: made neutral on the card, through the water where there is some."""
    neutral = (1.0 / np.asarray(plate.card)).astype(np.float32)
    if depth is None or shot.water is None:
        return np.asarray(light * neutral, dtype=np.float32)
    passes, veil = _water_tables(shot.water, plate.subject_m)
    return np.asarray(light * (passes * neutral)[depth] + veil[depth], dtype=np.float32)


@lru_cache(maxsize=8)
def _water_tables(water: Water, plate_m: float) -> tuple[Image, Image]:
    """What passes, and what the water itself adds, for every code value of depth of a plate, each (256, 3).

    The plate's card stands for the subject: what is farther by so much is farther from the lens by so much.
    """
    passes, veil = water_over(water, np.maximum(DEPTH - plate_m + water.card_m, LEAST_M))
    return passes.astype(np.float32), veil.astype(np.float32)


def water_over(water: Water, distance_m: Quantity) -> tuple[Floats, Floats]:
    """What passes from things at distances [m] to the lens, and what the water adds there, each (..., 3).

    passes: exp(-path (d - card)) of the light around and, for a lamp beside the lens, over its way there and back, with
    the square of the distance. veil: (1 - exp(-path d)) of endless water.
    """
    path, veil, lamp = (np.asarray(one) for one in (water.path, water.veil, water.lamp))
    far = np.asarray(distance_m, dtype=float)[..., None]
    beyond = np.clip(path * (far - water.card_m), -8.0, 40.0)
    nearer = np.square(water.card_m / far)
    passes = (1.0 - lamp) * np.exp(-beyond) + lamp * nearer * np.exp(-2.0 * beyond)
    return passes, veil * (1.0 - np.exp(-np.minimum(path * far, 40.0)))


# What moves.


def _over(
    light: Image,
    layer: Layer,
    plate: Plate,
    shot: Shot,
    toward: Directions,
    near: bool,
    moment: Moment,
    *,
    smear_px: float,
) -> Image:
    """A layer over what is behind it."""
    patch, whole = (layer.detail, plate.detail) if near and layer.detail else (layer.around, plate.around)
    if patch is None:
        return light
    carried = layer.moves == "carried"
    moves = layer.moves == "subject"
    turned = _skewed(shot, toward, moment.subject, moves=moves) + np.float32(0.0 if carried else moment.right)
    place = on_detail if whole is plate.detail else on_around
    places = place(toward, size=_size(whole.light), turned_rad=turned, raised_rad=0.0 if carried else moment.up)
    box = _box(places, patch, spare=int(smear_px) + 2)
    if box is None:
        return light
    own, cover = _patch_at(patch, places, box, plate, shot)
    if smear_px > 1.0:
        own, cover = smeared(own * cover, across_px=smear_px), smeared(cover, across_px=smear_px)
        cover = cover.reshape(*own.shape[:2], 1)
    else:
        own = own * cover
    light = light.copy()
    light[box] = light[box] * (1.0 - cover) + own
    return light


def _box(places: Places, patch: Patch, *, spare: int) -> tuple[slice, slice] | None:
    """The drawn pixels that a patch may touch."""
    left, top = patch.corner
    height, width = patch.alpha.shape
    hit = (places.x > left - 1) & (places.x < left + width) & (places.y > top - 1) & (places.y < top + height)
    rows, columns = np.flatnonzero(hit.any(axis=1)), np.flatnonzero(hit.any(axis=0))
    if not len(rows):
        return None
    wide = places.x.shape[1]
    down = slice(int(rows[0]), int(rows[-1]) + 1)
    across = slice(max(0, int(columns[0]) - spare), min(wide, int(columns[-1]) + 1 + spare))
    return down, across


def _patch_at(patch: Patch, places: Places, box: tuple[slice, slice], plate: Plate, shot: Shot) -> tuple[Image, Image]:
    """Light of a layer and how much it covers (h, w, 1) in a box of drawn pixels."""
    x, y = (np.ascontiguousarray(one[box] - np.float32(start)) for one, start in zip(places, patch.corner, strict=True))
    cover = sampled(patch.alpha, x, y, outside=0).astype(np.float32)[..., None] / np.float32(255)
    depth = sampled(patch.depth, x, y, nearest=True) if shot.water else None
    return _through(LIGHT[sampled(patch.light, x, y)], depth, plate, shot), cover


def _with_card(light: Image, window: Window, shot: Shot) -> Image:
    """A grey card held beside the subject, facing the camera: its light is 1, under water as the water lets it."""
    side = max(8, round(CARD_SHARE * window.height))
    left, top = round(CARD_AT[0] * window.width - side / 2), round(CARD_AT[1] * window.height - side / 2)
    light = light.copy()
    light[top : top + side, left : left + side] = card_light(shot)
    return light


def card_light(shot: Shot) -> Image:
    """Red, green and blue of a grey card where the subject is, through the water."""
    if shot.water is None:
        return np.ones(3, dtype=np.float32)
    passes, veil = water_over(shot.water, shot.water.card_m)
    return np.asarray(passes + veil, dtype=np.float32)
