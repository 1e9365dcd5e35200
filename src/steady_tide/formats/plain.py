"""Texts of people in files for other programs: one line, no hidden turns, nothing a spreadsheet takes for a formula."""

import re
from typing import Final

HIDDEN: Final = re.compile(r"[\x00-\x1f\x7f-\x9f\u2028\u2029]+")
TURNS: Final = re.compile(r"[\u200b-\u200f\u202a-\u202e\u2060-\u2069\ufeff]")
"""Characters that turn or hide what stands around them."""
RISKY: Final = tuple("=+-@%|;,\t\r\uff1d\uff0b\uff0d\uff20\uff05\uff5c\uff1b")
"""A cell that begins so, also in full width, could be taken for a formula, at once or after a split."""
GUARD: Final = "'"


def one_line(text: str) -> str:
    """A text as one line: breaks and control characters become spaces, what turns writing around goes."""
    return TURNS.sub("", HIDDEN.sub(" ", text)).strip()


def safe(text: str) -> str:
    """A text for a cell of a table: one line that no spreadsheet takes for a formula."""
    plain = one_line(text)
    return f"{GUARD}{plain}" if plain.startswith(RISKY) else plain


def unguarded(text: str) -> str:
    """A cell as it was before `safe`."""
    return text[1:] if text.startswith(GUARD) and text[1:].startswith(RISKY) else text
