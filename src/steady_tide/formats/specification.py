"""Modes out of the lines of a specification sheet, or of a table of a spreadsheet, as people paste them."""

import re
from collections.abc import Iterator
from itertools import pairwise
from typing import Final, NamedTuple

from steady_tide.core.document import Part
from steady_tide.formats.plain import one_line

MOST_LINES = 400
LONGEST_LINE = 400
SIZES: Final[dict[str, tuple[str, int]]] = {
    "8k": ("8K", 7680), "6k": ("6K", 6144), "5.4k": ("5.4K", 5472), "5.3k": ("5.3K", 5312), "5.2k": ("5.2K", 5216),
    "5k": ("5K", 5120), "c4k": ("4K", 4096), "4k": ("4K", 3840), "uhd": ("4K", 3840), "2160p": ("4K", 3840),
    "3k": ("3K", 3072), "2.7k": ("2.7K", 2704), "2.5k": ("2.5K", 2560), "2k": ("2K", 2048), "1440p": ("1440", 2560),
    "qhd": ("1440", 2560), "1080p": ("1080", 1920), "1080": ("1080", 1920), "fhd": ("1080", 1920),
    "full hd": ("1080", 1920), "720p": ("720", 1280), "720": ("720", 1280), "hd": ("720", 1280),
}  # fmt: skip
"""Names of sizes, and the pixels across that they stand for in a wide frame."""
SHAPES: Final = ("16:9", "4:3", "8:7", "9:16")
RATES: Final[dict[str, str]] = {
    "23.976": "24000/1001", "23.98": "24000/1001", "24": "24", "25": "25", "29.97": "30000/1001", "30": "30",
    "47.95": "48000/1001", "48": "48", "50": "50", "59.94": "60000/1001", "60": "60", "90": "90", "96": "96",
    "100": "100", "119.88": "120000/1001", "120": "120", "180": "180", "200": "200", "239.76": "240000/1001",
    "240": "240", "400": "400", "480": "480", "960": "960",
}  # fmt: skip
PIXELS: Final = re.compile(r"(?<!\d)(\d{3,5})\s*(?:x|×|\*|by)\s*(\d{3,5})(?!\d)", re.IGNORECASE)
SHAPE: Final = re.compile(r"(?<!\d)(\d{1,2})\s*:\s*(\d{1,2})(?!\d)")
NAME: Final = re.compile(
    r"(?<![\w.])(" + "|".join(sorted(map(re.escape, SIZES), key=len, reverse=True)) + r")(?=\d{2,3}\b|[^\w.]|$)",
    re.IGNORECASE,
)
NUMBER: Final = re.compile(r"(?<![\d.])(\d{2,3}(?:\.\d{1,3})?)(?![\d.]*[\dk])", re.IGNORECASE)
NOT_RATES: Final = re.compile(
    r"\d+(?:\.\d+)?\s*(?:mbps|mbit|mb/s|bits?\b|min(?:ute)?s?\b|h\b|hours?\b|s\b|sec|°|deg|mm|mp\b|megapixel|gb\b|tb\b"
    r"|iso\b|mah\b|wh?\b|m\b|g\b|%)"
    r"|iso\s*\d+(?:\s*[-–]\s*\d+)?",
    re.IGNORECASE,
)
"""Numbers of other things: bits, minutes, degrees, pixels, weights."""
RATE: Final = re.compile("|".join(rf"(?<![\d.]){re.escape(rate)}(?![\d.]*[\dk])" for rate in RATES), re.IGNORECASE)
STILL: Final = re.compile(r"photo|stills?\b|burst|jpe?g|time-?\s?lapse|interval", re.IGNORECASE)
"""Words of what is no video, where they stand before a rate."""


class UnderstoodMode(Part):
    """A size in a shape, the rates it is offered at, and the words it was read from."""

    frame_shape: str
    resolution: str
    width_px: int
    height_px: int
    rates: list[str]
    said: str = ""

    @property
    def key(self) -> str:
        """What tells it from the others: "4K 16:9"."""
        return f"{self.resolution} {self.frame_shape}"


class Understood(Part):
    """What was understood of a pasted text, and the lines that were not."""

    modes: list[UnderstoodMode]
    left: list[str]


class _Size(NamedTuple):
    name: str
    width: int
    height: int
    shape: str


def understood(text: str) -> Understood:
    """Modes of a pasted text: sizes with the rates that follow them; a size that is told again is put together.

    Sizes side by side share the rates behind them. Tall frames given by a name keep its width in the wide frame. What
    has no size or no rate, or speaks of stills, is left as it stands.
    """
    found: dict[tuple[str, str], UnderstoodMode] = {}
    left: list[str] = []
    for line in _lines(text):
        told = False
        for sizes, rates, said in _parts(line):
            for size in sizes:
                known = found.get((size.shape, size.name))
                found[size.shape, size.name] = _with(known, size, rates, said)
                told = True
        if not told:
            left.append(one_line(line))
    return Understood(modes=list(found.values()), left=left)


def _with(known: UnderstoodMode | None, size: _Size, rates: list[str], said: str) -> UnderstoodMode:
    """A mode with what another place says of it."""
    before = [known.said] if known else []
    return UnderstoodMode(
        frame_shape=size.shape,
        resolution=size.name,
        width_px=size.width,
        height_px=size.height,
        rates=list(dict.fromkeys([*(known.rates if known else []), *rates])),
        said=" … ".join(dict.fromkeys([*before, one_line(said)])),
    )


def _parts(line: str) -> Iterator[tuple[list[_Size], list[str], str]]:
    """A line by its sizes: those that stand together, the rates with them, and their words; stills are none."""
    pieces = _pieces(line)
    sizes: list[_Size] = []
    said = ""
    for piece in pieces:
        size, rest = _size(piece)
        said += piece
        if _of_stills(piece):
            sizes, said = [], ""
            continue
        if size is not None:
            sizes.append(size)
        if sizes and (rates := _rates(rest)):
            yield sizes, rates, said.strip(" \t,;/&")
            sizes, said = [], ""


def _of_stills(piece: str) -> bool:
    """Whether a piece speaks of stills before it names a rate, if it does."""
    still, rate = STILL.search(piece), RATE.search(PIXELS.sub(_blank, piece))
    return still is not None and (rate is None or still.start() < rate.start())


def _blank(found: re.Match[str]) -> str:
    return " " * len(found[0])


def _pieces(line: str) -> list[str]:
    """A line cut before each of its sizes but the first; a name and the pixels it stands for are one size."""
    starts: list[int] = []
    for found in sorted([*PIXELS.finditer(line), *NAME.finditer(line)], key=lambda one: one.start()):
        between = line[starts[-1] : found.start()] if starts else ""
        beside = bool(starts) and not _rates(SHAPE.sub(" ", NAME.sub(" ", PIXELS.sub(" ", between))))
        told = (found.re is PIXELS) != bool(PIXELS.search(between))
        if beside and told and not re.search(r"[/,;&]|\band\b", NAME.sub(" ", SHAPE.sub(" ", between))):
            continue
        starts.append(found.start())
    cuts = [0, *starts[1:], len(line)]
    return [line[one:other] for one, other in pairwise(cuts)]


def _lines(text: str) -> Iterator[str]:
    for line in text.splitlines()[:MOST_LINES]:
        if trimmed := line[:LONGEST_LINE].strip(" \t;•-*|"):
            yield trimmed


def _size(line: str) -> tuple[_Size | None, str]:
    """The size of a line, and the line without it."""
    said = SHAPE.search(line)
    shape = f"{said[1]}:{said[2]}" if said else ""
    rest = SHAPE.sub(" ", line) if said else line
    pixels, name = PIXELS.search(rest), NAME.search(rest)
    if shape and shape not in SHAPES:
        return None, rest
    if pixels:
        width, height = int(pixels[1]), int(pixels[2])
        rest = PIXELS.sub(" ", rest)
        name_in_rest = NAME.search(rest)
        label = SIZES[name_in_rest[1].lower()][0] if name_in_rest else _name_of(max(width, height))
        rest = NAME.sub(" ", rest)
        return _Size(label, width, height, shape or _shape_of(width, height)), rest
    if not name:
        return None, rest
    label, across = SIZES[name[1].lower()]
    shape = shape or "16:9"
    one, other = (int(part) for part in shape.split(":"))
    width, height = (across, round(across * other / one)) if one >= other else (round(across * one / other), across)
    return _Size(label, width - width % 2, height - height % 2, shape), NAME.sub(" ", rest)


def _name_of(across: int) -> str:
    """The name of a size by its pixels across: the nearest there is."""
    named = {width: name for name, width in reversed(list(SIZES.values()))}
    return named[min(named, key=lambda width: abs(width - across))]


def _shape_of(width: int, height: int) -> str:
    """The shape nearest to what the pixels make."""

    def apart(shape: str) -> float:
        one, other = (int(part) for part in shape.split(":"))
        return abs(width / height - one / other)

    return min(SHAPES, key=apart)


def _rates(rest: str) -> list[str]:
    """Rates among the numbers of a line, in their order; what carries another unit is none."""
    numbers = NUMBER.findall(NOT_RATES.sub(" ", rest))
    return [RATES[number] for number in dict.fromkeys(numbers) if number in RATES]
