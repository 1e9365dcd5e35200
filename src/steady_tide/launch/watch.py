"""The private PostgreSQL is looked at while the service runs, and begun again when it died."""

from threading import Event, Thread
from typing import Final

from steady_tide.launch.cluster import Cluster, ClusterError
from steady_tide.launch.words import say

LOOK_S: Final = 1.0


class Watch:
    """Looks after a cluster in a thread, for as long as the context lasts."""

    def __init__(self, cluster: Cluster) -> None:
        self._cluster = cluster
        self._ended = Event()
        self._thread = Thread(target=self._look, name="watching the database", daemon=True)

    def __enter__(self) -> "Watch":
        self._thread.start()
        return self

    def __exit__(self, *_: object) -> None:
        self._ended.set()
        self._thread.join()

    def _look(self) -> None:
        while not self._ended.wait(LOOK_S):
            if self._cluster.alive():
                continue
            say("the database stopped; starting it again")
            try:
                self._cluster.revive()
            except (ClusterError, OSError) as error:
                say(str(error))
