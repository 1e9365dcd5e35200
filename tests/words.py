"""Messages of answers as somebody reads them."""

from typing import Any

from steady_tide.core.message import Message
from steady_tide.formats.wording import worded


def read_out(told: Any) -> str:
    """A message as JSON, or a text, in words."""
    return worded(told if isinstance(told, str) else Message.read(told))
