"""A shot and how it is looked at as one word of an address: whoever has it can make the picture, always the same."""

import base64
import binascii
import json
import zlib
from typing import Final

from pydantic import ValidationError

from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.picture.shot import Look, Shot

LONGEST: Final = 4_000
"""Letters of a word at most."""
MOST: Final = 16_000
"""Bytes that a word may hold."""
VERSION: Final = "1"
"""Goes up when the same shot looks otherwise than before: pictures are kept for ever by their address."""


def word_of(shot: Shot, look: Look) -> str:
    """The word of a picture: letters, digits, - and _."""
    plain = [shot.model_dump(mode="json", exclude_defaults=True), look.model_dump(mode="json", exclude_defaults=True)]
    packed = zlib.compress(json.dumps(plain, separators=(",", ":"), sort_keys=True).encode(), 9)
    return VERSION + base64.urlsafe_b64encode(packed).decode().rstrip("=")


def read_word(word: str) -> tuple[Shot, Look]:
    """What a word says. Raises BadInput for one that says nothing, or something out of bounds."""
    if len(word) > LONGEST or not word.startswith(VERSION):
        raise _none()
    try:
        body = word[len(VERSION) :]
        packed = base64.urlsafe_b64decode(body + "=" * (-len(body) % 4))
        unpacking = zlib.decompressobj()
        plain = unpacking.decompress(packed, MOST)
        if unpacking.unconsumed_tail:
            raise _none()
        shot, look = json.loads(plain)
        return Shot.model_validate(shot), Look.model_validate(look)
    except (binascii.Error, zlib.error, ValueError, TypeError, ValidationError, RecursionError) as error:
        raise _none() from error


def _none() -> BadInput:
    return BadInput([Problem(("word",), "there is no such picture; open the scene again")])
