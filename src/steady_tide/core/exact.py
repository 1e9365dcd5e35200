"""Exact numbers out of what people write: bounded before anything is worked out from them."""

import re
from fractions import Fraction
from typing import Final

WRITTEN: Final = re.compile(r"\s*([+-]?)([0-9]{1,15})(?:\.([0-9]{0,15}))?(?:/([0-9]{1,15}))?\s*", re.ASCII)
"""Digits, perhaps a decimal point, perhaps a denominator; no exponents, which stand for numbers of any length."""
EXPECTED: Final = "write a number or a fraction such as 25, 1/50 or 24000/1001"
LARGEST: Final = 10**15


def exact(value: object) -> Fraction:
    """The number, exactly: 25, 23.976, 1/50 or 24000/1001. Raises ValueError for anything else."""
    if isinstance(value, Fraction | int | float) and not isinstance(value, bool) and -LARGEST < value < LARGEST:
        return Fraction(value)
    written = WRITTEN.fullmatch(value) if isinstance(value, str) and len(value) < 60 else None
    if written is None:
        raise ValueError(EXPECTED)
    sign, whole, decimals, below = written.groups()
    above = Fraction(int(sign + whole + (decimals or "")), 10 ** len(decimals or ""))
    if below is not None and not int(below):
        raise ValueError(EXPECTED)
    return above / int(below) if below is not None else above
