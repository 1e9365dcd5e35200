"""What is told at the terminal."""

import sys


def say(words: str) -> None:
    """Tell the person at the terminal."""
    print(f"steady tide: {words}", file=sys.stderr, flush=True)


class StartError(Exception):
    """The service could not be started, in words."""
