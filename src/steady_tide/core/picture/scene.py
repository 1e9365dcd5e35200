"""The light of a shot: its plate as the lens sees it, through the water, with what moves smeared as long as it moves.

Simplified, and said so where the picture is shown: the scene drawn stands for the own one; things move across the view
only, evenly; what a moving camera passes is not drawn passing.
"""

from functools import lru_cache
from typing import Final, NamedTuple

import numpy as np

from steady_tide.core.picture import plate as kept
from steady_tide.core.picture.pixels import Image, sampled, smeared, smeared_along, softened
from steady_tide.core.picture.plate import Layer, Patch, Plate
from steady_tide.core.picture.shot import Frame, Look, Shot, Water, water_over
from steady_tide.core.picture.stars import stars
from steady_tide.core.picture.view import Directions, Places, Turned, Window, directions, places, window_of
from steady_tide.core.quantities import Bools

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
    """Where things are at a moment [rad]: the subject on its way, and the view by what shakes it.

    shaking: how fast the view turns meanwhile, to the right and up [rad/s]; None for the set's usual shake, upright.
    soft_px: how far it is out of focus [delivered px].
    """

    subject: float = 0.0
    right: float = 0.0
    up: float = 0.0
    shaking: tuple[float, float] | None = None
    soft_px: float = 0.0


AT_REST: Final = Moment()


class LensLight(NamedTuple):
    """What the lens lets through, over the card's light, (h, w, 3), and the window it fills."""

    light: Image
    window: Window
    directions: Directions


def lens_light(plate: Plate, shot: Shot, look: Look, moment: Moment = AT_REST) -> LensLight:
    """The light of a shot, before exposure."""
    window = window_of(shot.frame, look)
    toward = directions(shot.frame, window)
    view = _View(plate, shot, window, moment, _near(shot.frame, window, plate))
    light = _ground(view, moves=plate.flows)
    if plate.stars:
        light += stars(plate, shot, toward, window)
    light = smeared(light, across_px=_passing(shot, window) if plate.flows else 0.0)
    for layer in plate.layers:
        if layer.moves != "carried":
            light = _over(light, layer, view)
    if look.card:
        light = _with_card(light, window, shot)
    light = _shaken(softened(light, radius_px=moment.soft_px * window.scale), shot, window, moment)
    for layer in plate.layers:
        if layer.moves == "carried":
            light = _over(light, layer, view)
    return LensLight(light, window, toward)


def _shaken(light: Image, shot: Shot, window: Window, moment: Moment) -> Image:
    """Light smeared by how the view turns while the shutter is open."""
    reach = shot.motion.shutter_s * shot.frame.focal_px * window.scale
    if moment.shaking is None:
        return smeared(light, down_px=shot.motion.shake_rad_s * reach)
    right, up = moment.shaking
    reach *= shot.frame.port_index
    return smeared_along(light, across_px=right * reach, down_px=up * reach)


def _passing(shot: Shot, window: Window) -> float:
    """How far the subject moves while the shutter is open [drawn px]."""
    motion = shot.motion
    return motion.subject_rad_s * motion.shutter_s * shot.frame.focal_px * window.scale


def _near(frame: Frame, window: Window, plate: Plate) -> bool:
    """Whether the closer look is worth taking."""
    around = plate.around.light.shape[1] / np.radians(kept.ACROSS_DEG)
    return bool(frame.focal_px * window.scale > NEARER * around)


class _View(NamedTuple):
    """What is drawn, and at what moment."""

    plate: Plate
    shot: Shot
    window: Window
    moment: Moment
    near: bool

    def at(self, image: kept.Codes16, *, moves: bool, shaken: bool, close: bool) -> Places:
        """Where drawn pixels lie on a map. moves: with the subject; shaken: against the camera."""
        motion, moment = self.shot.motion, self.moment
        right, up = (moment.right, moment.up) if shaken else (0.0, 0.0)
        subject, lean = (moment.subject, motion.subject_rad_s * motion.readout_s) if moves else (0.0, 0.0)
        size = image.shape[1], image.shape[0]
        return places(self.shot.frame, self.window, size, Turned(subject + right, up, lean), close=close)


# What stands still.


def _ground(view: _View, *, moves: bool) -> Image:
    """The ground where drawn pixels look; its depth matters only where there is water."""
    around, detail = view.plate.around, view.plate.detail
    spots = view.at(around.light, moves=moves, shaken=True, close=False)
    codes = sampled(around.light, *spots)
    depth = sampled(around.depth, *spots, nearest=True) if view.shot.water else None
    if view.near:
        close = view.at(detail.light, moves=moves, shaken=True, close=True)
        inside = _inside(close, detail.light)
        np.copyto(codes, sampled(detail.light, *close), where=inside[..., None])
        if depth is not None:
            np.copyto(depth, sampled(detail.depth, *close, nearest=True), where=inside)
    return _through(np.take(LIGHT, codes, mode="clip"), depth, view)


def _inside(spots: Places, image: kept.Codes16) -> Bools:
    height, width = image.shape[:2]
    return np.asarray((spots.x > 1) & (spots.x < width - 2) & (spots.y > 1) & (spots.y < height - 2))


def _through(light: Image, depth: kept.Codes8 | None, view: _View) -> Image:
    """Light as it comes to the lens, in place: made neutral on the card, through the water where there is some."""
    neutral = (1.0 / np.asarray(view.plate.card)).astype(np.float32)
    if depth is None or view.shot.water is None:
        light *= neutral
        return light
    passes, veil = _water_tables(view.shot.water, view.plate.subject_m)
    light *= np.take(passes * neutral, depth, axis=0, mode="clip")
    light += np.take(veil, depth, axis=0, mode="clip")
    return light


@lru_cache(maxsize=8)
def _water_tables(water: Water, plate_m: float) -> tuple[Image, Image]:
    """What passes, and what the water itself adds, for every code value of depth of a plate, each (256, 3).

    The plate's card stands for the subject: what is farther by so much is farther from the lens by so much.
    """
    passes, veil = water_over(water, np.maximum(DEPTH - plate_m + water.card_m, LEAST_M))
    return passes.astype(np.float32), veil.astype(np.float32)


# What moves.


def _over(light: Image, layer: Layer, view: _View) -> Image:
    """A layer over what is behind it, in place; where the closer look is taken, so is its part of the layer."""
    if not view.near or layer.detail is None:
        return _patched(light, layer, view, layer.around, close=False, mask=None)
    moves, shaken = layer.moves == "subject", layer.moves != "carried"
    inside = _inside(view.at(view.plate.detail.light, moves=moves, shaken=shaken, close=True), view.plate.detail.light)
    light = _patched(light, layer, view, layer.around, close=False, mask=~inside)
    return _patched(light, layer, view, layer.detail, close=True, mask=inside)


def _patched(light: Image, layer: Layer, view: _View, patch: Patch | None, *, close: bool, mask: Bools | None) -> Image:
    """One patch of a layer over what is behind it, in place. mask: where it counts (h, w); everywhere, left out."""
    if patch is None:
        return light
    whole = view.plate.detail if close else view.plate.around
    moves = layer.moves == "subject"
    spots = view.at(whole.light, moves=moves, shaken=layer.moves != "carried", close=close)
    smear_px = _passing(view.shot, view.window) if moves else 0.0
    box = _box(spots, patch, spare=int(smear_px) + 2)
    if box is None:
        return light
    own, cover = _patch_at(patch, spots, box, view)
    if mask is not None:
        cover *= mask[box][..., None]
    own *= cover
    if smear_px > 1.0:
        own, cover = smeared(own, across_px=smear_px), smeared(cover, across_px=smear_px)
        cover = cover.reshape(*own.shape[:2], 1)
    behind = light[box]
    behind *= 1.0 - cover
    behind += own
    return light


def _box(spots: Places, patch: Patch, *, spare: int) -> tuple[slice, slice] | None:
    """The drawn pixels that a patch may touch."""
    left, top = patch.corner
    height, width = patch.alpha.shape
    hit = (spots.x > left - 1) & (spots.x < left + width) & (spots.y > top - 1) & (spots.y < top + height)
    rows, columns = np.flatnonzero(hit.any(axis=1)), np.flatnonzero(hit.any(axis=0))
    if not len(rows):
        return None
    wide = spots.x.shape[1]
    down = slice(int(rows[0]), int(rows[-1]) + 1)
    across = slice(max(0, int(columns[0]) - spare), min(wide, int(columns[-1]) + 1 + spare))
    return down, across


def _patch_at(patch: Patch, spots: Places, box: tuple[slice, slice], view: _View) -> tuple[Image, Image]:
    """Light of a layer and how much it covers (h, w, 1) in a box of drawn pixels."""
    x, y = (np.ascontiguousarray(one[box] - np.float32(start)) for one, start in zip(spots, patch.corner, strict=True))
    cover = sampled(patch.alpha, x, y, outside=0).astype(np.float32)[..., None] / np.float32(255)
    depth = sampled(patch.depth, x, y, nearest=True) if view.shot.water else None
    return _through(np.take(LIGHT, sampled(patch.light, x, y), mode="clip"), depth, view), cover


def _with_card(light: Image, window: Window, shot: Shot) -> Image:
    """A grey card held beside the subject, facing the camera: its light is 1, under water as the water lets it."""
    side = max(8, round(CARD_SHARE * window.height))
    left, top = round(CARD_AT[0] * window.width - side / 2), round(CARD_AT[1] * window.height - side / 2)
    light[top : top + side, left : left + side] = card_light(shot)
    return light


def card_light(shot: Shot) -> Image:
    """Red, green and blue of a grey card where the subject is, through the water."""
    if shot.water is None:
        return np.ones(3, dtype=np.float32)
    passes, veil = water_over(shot.water, shot.water.card_m)
    return np.asarray(passes + veil, dtype=np.float32)
