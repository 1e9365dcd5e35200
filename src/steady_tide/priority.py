"""How far a process gives way to others on the same machine."""

import os

KEEP = "STEADY_TIDE_PRIORITY"
"""Set to "equal", every process runs alike: for tests, in which several services and browsers share the cores."""


def give_way(by: int) -> None:
    """Let others come first. by: the niceness of this process [0, 19], as POSIX counts it."""
    if os.environ.get(KEEP) != "equal":
        os.nice(by)
