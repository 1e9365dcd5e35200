"""A socket to answer on."""

import socket

from steady_tide.launch.words import StartError, say

FIRST_PORT, PORTS_TRIED = 8420, 40
BACKLOG = 512


def bind(host: str, port: int | None) -> socket.socket:
    """A listening socket on the wanted port, or on the next free one when none was named. Raises StartError."""
    wanted = [port] if port is not None else range(FIRST_PORT, FIRST_PORT + PORTS_TRIED)
    for number in wanted:
        # Of a socket whose protocol is not named, answers would be held back until they are acknowledged: 40 ms each.
        listener = socket.socket(socket.AF_INET, socket.SOCK_STREAM, socket.IPPROTO_TCP)
        listener.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            listener.bind((host, number))
            # Two that begin at one moment may both bind a port; only one may listen on it.
            listener.listen(BACKLOG)
            return listener
        except OSError as error:
            listener.close()
            if port is not None:
                raise StartError(f"port {port} cannot be used ({error.strerror}); name another with --port") from error
            say(f"port {number} is busy, trying the next")
    raise StartError(f"no free port from {FIRST_PORT} on; name one with --port")
