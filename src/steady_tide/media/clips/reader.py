"""Reading a clip: a first answer from key frames in seconds, then frames one after another, in stretches.

Of a short clip every frame is read; of a long one three stretches of two seconds, so that an hour takes as long as a
minute. Measuring goes on beside decoding: arithmetic on arrays and decoders both leave the interpreter to others.
"""

import os
from collections.abc import Callable, Iterator
from concurrent.futures import Future, ThreadPoolExecutor
from itertools import islice
from typing import Any, Final

from steady_tide.core.reading.cadence import cadence
from steady_tide.core.reading.gather import Close, Stretch, reading
from steady_tide.core.reading.reading import FileFacts, Reading
from steady_tide.media.clips.opened import Clip, Refused, codes_of, opened

import numpy as np  # isort: skip

KEYS, SHORT_KEYS = 12, 4
"""So many key frames are looked at closely, and of a clip so short that they all stand at its start."""
WHOLE_FRAMES: Final = 180
"""Clips of so many frames are read whole."""
STRETCHES: Final = (0.15, 0.5, 0.85)
STRETCH_FRAMES: Final = 60
CLOSE, LEAST_CLOSE = 14, 6
"""So many frames are looked at closely, key frames counted in; so many others at least."""
FOLLOWED: Final = 54
"""In so many frames points are followed, which takes longer than the rest."""
WAITING: Final = 3
"""Frames that wait to be measured at most: a decoded frame is large."""

Told = Callable[[float, Reading | None], None]


def read_clip(path: str, told: Told = lambda share, first: None) -> Reading:
    """Read a clip. told: how far it is [0, 1], with the first answer once it is there. Raises Refused."""
    with opened(path) as clip:
        close, facts = _keys(clip, os.path.getsize(path))
        told(0.25, reading(facts, close, [], whole=False))
        stretches = _followed(clip, facts, close, lambda share: told(0.25 + 0.75 * share, None))
        paces = [found for one in stretches if (found := cadence(np.array(one.seconds))) is not None]
        if paces:
            facts = facts.model_copy(update={"variable": paces[0].variable})
        whole = reading(facts, close, stretches, whole=True)
        return whole.model_copy(update={"missing": sum(one.missing for one in paces)})


def _keys(clip: Clip, size: int) -> tuple[Close, FileFacts]:
    """Some key frames over the length of a clip, looked at closely."""
    close, facts = Close(), None
    for frame in key_frames(clip):
        if facts is None:
            facts = clip.facts(frame, size)
        close.look(_second(frame, clip), codes_of(frame))
    if facts is None:
        raise Refused("no frames")
    return close, facts


def key_frames(clip: Clip) -> Iterator[Any]:
    """Key frames: of a long clip as many as are wanted, evenly over it; of a short one those at its start."""
    seconds = clip.seconds
    clip.stream.codec_context.skip_frame = "NONKEY"
    try:
        spots = np.linspace(0.0, seconds, KEYS, endpoint=False) if seconds > 2 * KEYS else np.zeros(1)
        seen: set[float] = set()
        for spot in spots:
            clip.seek(float(spot))
            for frame in islice(clip.decoded(clip.container.demux(clip.stream)), 1 if len(spots) > 1 else SHORT_KEYS):
                if (at := _second(frame, clip)) not in seen:
                    seen.add(at)
                    yield frame
    finally:
        clip.stream.codec_context.skip_frame = "DEFAULT"


def _second(frame: Any, clip: Clip) -> float:
    return max(0.0, float(frame.time or 0.0) - clip.begins)


def _followed(clip: Clip, facts: FileFacts, close: Close, told: Callable[[float], None]) -> list[Stretch]:
    """The frames of a short clip, or of stretches of a long one, one after another; some of them looked at closely."""
    rate = float(facts.rate or 25)
    frames = facts.frames or round(clip.seconds * rate)
    if 0 < frames <= WHOLE_FRAMES or clip.seconds <= 0:
        spots, length = [0.0], WHOLE_FRAMES
    else:
        spots, length = [clip.seconds * share for share in STRETCHES], max(STRETCH_FRAMES, round(rate))
    stretches: list[Stretch] = []
    every = max(1, -(-min(frames or length, length) * len(spots) // max(LEAST_CLOSE, CLOSE - len(close))))
    followed = FOLLOWED // len(spots)
    for number, spot in enumerate(spots):
        stretch = Stretch()
        clip.seek(spot)
        todo = islice(clip.decoded(clip.container.demux(clip.stream)), length)
        with _Beside() as beside:
            for at, frame in enumerate(todo):
                beside.do(_take, frame, clip, stretch, close if at % every == every // 2 else None, at < followed)
                if at % 10 == 0:
                    told((number + at / length) / len(spots))
        if len(stretch.seconds) > 1:
            stretches.append(stretch)
    return stretches


def _take(frame: Any, clip: Clip, stretch: Stretch, close: Close | None, closely: bool) -> None:
    second, codes = _second(frame, clip), codes_of(frame)
    stretch.follow(second, codes, closely=closely)
    if close is not None:
        close.look(second, codes)


class _Beside:
    """Work done in order by another thread, a little behind; what goes wrong there is raised here."""

    def __enter__(self) -> "_Beside":
        self._pool = ThreadPoolExecutor(1)
        self._waits: list[Future[None]] = []
        return self

    def do(self, work: Callable[..., None], *given: Any) -> None:
        """Put something behind what waits; wait while too much does."""
        self._waits.append(self._pool.submit(work, *given))
        while len(self._waits) > WAITING:
            self._waits.pop(0).result()

    def __exit__(self, *gone: object) -> None:
        self._pool.shutdown(wait=True)
        for one in self._waits:
            one.result()
