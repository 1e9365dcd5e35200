"""A shot as one word of an address: whoever has it can make its picture, always the same."""

import base64
import binascii
import json
import zlib
from typing import Final

from pydantic import ValidationError

from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.picture.shot import Shot

LONGEST: Final = 4_000
"""Letters of a word at most."""
MOST: Final = 16_000
"""Bytes that a word may hold."""
VERSION: Final = "1"
"""Goes up when the same shot looks otherwise than before: pictures are kept for ever by their address."""


def word_of(shot: Shot) -> str:
    """The word of a shot: letters, digits, - and _."""
    plain = json.dumps(shot.model_dump(mode="json", exclude_defaults=True), separators=(",", ":"), sort_keys=True)
    return VERSION + base64.urlsafe_b64encode(zlib.compress(plain.encode(), 9)).decode().rstrip("=")


def read_word(word: str) -> Shot:
    """The shot that a word says. Raises BadInput for one that says none, or something out of bounds."""
    if len(word) > LONGEST or not word.startswith(VERSION):
        raise no_picture()
    try:
        body = word[len(VERSION) :]
        packed = base64.urlsafe_b64decode(body + "=" * (-len(body) % 4))
        unpacking = zlib.decompressobj()
        plain = unpacking.decompress(packed, MOST)
        if unpacking.unconsumed_tail:
            raise no_picture()
        return Shot.model_validate_json(plain)
    except (binascii.Error, zlib.error, ValueError, ValidationError, RecursionError) as error:
        raise no_picture() from error


def no_picture() -> BadInput:
    """A word that says none."""
    return BadInput([Problem(("word",), "there is no such picture; open the scene again")])
