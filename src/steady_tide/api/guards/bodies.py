"""How much may be sent with a request, and how slowly: read before anything is done for it."""

import asyncio
from typing import Final

from starlette.types import Message, Receive, Scope

MB: Final = 1_000_000
LARGEST_BYTES: Final = MB
"""What may be sent where a route says nothing: a camera with all its modes is a tenth of it."""
BODY_S: Final = 10.0
SLOWEST_BYTES_S: Final = 50_000
"""A body is to be there this long after its header, and as much later as it takes at this pace."""
EXTRA: Final = "x-largest-bytes"


def largest(most: int) -> dict[str, int]:
    """What a route declares that takes more: beside its description, as `openapi_extra`."""
    return {EXTRA: most}


MOST_NESTED: Final = 400_000
"""So many lists and objects a body may open; the largest archive of a year has a fifth of it."""


class TooNested(Exception):
    """A body opens more lists and objects than anything that is meant."""


class TooSlow(Exception):
    """A body did not come in time."""


class Arriving:
    """The body of a request on its way in, with the time by which it is to be there."""

    def __init__(self, receive: Receive, length: int, *, is_json: bool = False) -> None:
        self._receive, self.is_json = receive, is_json
        self.nested = False
        """Whether it was given up for what it opens."""
        self._until = asyncio.get_running_loop().time() + BODY_S + length / SLOWEST_BYTES_S
        self._there = False
        self.kept: list[Message] | None = [] if length <= LARGEST_BYTES else None
        """What came, where it is little enough to be kept in case it is needed again."""
        self.late = False
        """Whether it did not come in time."""
        self._opened = 0

    async def __call__(self) -> Message:
        """The next piece. Raises TooSlow and TooNested."""
        if self._there:
            return await self._receive()
        try:
            async with asyncio.timeout_at(self._until):
                message = await self._receive()
        except TimeoutError as error:
            self.late = True
            raise TooSlow from error
        self._there = not message.get("more_body", False)
        if self.is_json:
            content = message.get("body", b"")
            self._opened += content.count(b"{") + content.count(b"[")
            if self._opened > MOST_NESTED:
                self.nested = True
                raise TooNested
        if self.kept is not None:
            self.kept.append(message)
        return message

    def again(self) -> Receive:
        """Receives the body once more, from its beginning."""
        pieces = iter(self.kept or ())

        async def receive() -> Message:
            message = next(pieces, None)
            return message if message is not None else await self._receive()

        return receive


def length_of(scope: Scope) -> int | None:
    """How many bytes a request says it sends; None where it does not say, or sends until it stops."""
    headers = dict(scope["headers"])
    length = headers.get(b"content-length", b"0")
    if b"transfer-encoding" in headers or not length.isdigit() or len(length) > 12:
        return None
    return int(length)
