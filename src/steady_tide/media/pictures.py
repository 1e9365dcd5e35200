"""Pictures of shots as files: stills, and clips of some seconds. Made in processes of their own."""

import io
from fractions import Fraction
from typing import Final

import av
import numpy as np
from PIL import Image, ImageFilter

from steady_tide.core.picture.develop import as_file, picture
from steady_tide.core.picture.moving import moving
from steady_tide.core.picture.plate import Codes8
from steady_tide.core.picture.shot import Look, Shot
from steady_tide.core.quantities import Floats
from steady_tide.formats.cube import read_cube
from steady_tide.media.plates import plate


def still(shot: Shot, look: Look) -> bytes:
    """A picture as JPEG; the same bytes for the same shot and look."""
    return as_file(picture(plate(shot.plate), shot, look))


def through(shot: Shot, look: Look, table: str) -> bytes:
    """A picture behind a table of colours (the text of a `.cube` file), as JPEG. Raises BadInput for what is none."""
    points = read_cube(table)
    return as_file(tabled(picture(plate(shot.plate), shot, look), points))


def tabled(image: Codes8, points: Floats) -> Codes8:
    """An image (h, w, 3) as a table of colours (size, size, size, 3; by blue, green, red) makes it look."""
    size = len(points)
    table = ImageFilter.Color3DLUT(size, [float(one) for one in points.reshape(-1)])
    return np.asarray(Image.fromarray(image).filter(table))


QUALITY: Final = "24"
"""Constant rate factor of the coder: less is better and larger."""


def clip(shot: Shot, look: Look) -> bytes:
    """Some seconds as they play on the timeline, as H.264 in MP4."""
    made = io.BytesIO()
    rate = Fraction(shot.motion.timeline_hz).limit_denominator(1001)
    with av.open(made, "w", format="mp4") as container:
        stream = container.add_stream("libx264", rate=rate, options={"crf": QUALITY, "preset": "veryfast"})
        stream.pix_fmt = "yuv420p"
        for image in moving(plate(shot.plate), shot, look):
            even = np.ascontiguousarray(image[: image.shape[0] // 2 * 2, : image.shape[1] // 2 * 2])
            if not stream.codec_context.is_open:
                stream.height, stream.width = even.shape[:2]
            container.mux(stream.encode(av.VideoFrame.from_ndarray(even, format="rgb24")))
        container.mux(stream.encode())
    return made.getvalue()
