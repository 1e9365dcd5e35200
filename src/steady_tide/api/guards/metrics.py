"""What the service looks like from outside, as figures in the open text format: requests, times, turns, plans."""

from collections.abc import Callable, Iterable
from typing import TYPE_CHECKING

from prometheus_client import CollectorRegistry, Counter, Histogram
from prometheus_client.core import GaugeMetricFamily
from prometheus_client.registry import Collector
from starlette.types import Scope

from steady_tide.api.guards.logs import route_of

if TYPE_CHECKING:
    from steady_tide.api.guards.turns import Turns

SECONDS = (0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1.0, 2.5, 5.0, 10.0)


class Meters:
    """The figures of one service. None of them tells anything of whom it serves."""

    def __init__(self) -> None:
        self.registry = CollectorRegistry()
        labels = ("method", "route")
        self._requests = Counter(
            "steady_tide_requests", "Requests answered.", (*labels, "status"), registry=self.registry
        )
        self._seconds = Histogram(
            "steady_tide_request_seconds", "Time to the end of an answer.", labels, buckets=SECONDS,
            registry=self.registry,
        )  # fmt: skip

    def request(self, scope: Scope, status: int, seconds: float) -> None:
        """Count a request."""
        method, route = scope["method"], route_of(scope)
        self._requests.labels(method, route, str(status)).inc()
        self._seconds.labels(method, route).observe(seconds)

    def turns(self, every: dict[str, "Turns"]) -> None:
        """Tell how many places are taken, how many wait and how many were turned away, whenever it is asked."""
        self.registry.register(_Told(lambda: _of_turns(every)))

    def told(self, name: str, words: str, figure: Callable[[], float]) -> None:
        """Tell a figure whenever it is asked."""

        def family() -> Iterable[GaugeMetricFamily]:
            yield GaugeMetricFamily(f"steady_tide_{name}", words, value=figure())

        self.registry.register(_Told(family))


class _Told(Collector):
    def __init__(self, families: Callable[[], Iterable[GaugeMetricFamily]]) -> None:
        self._families = families

    def collect(self) -> Iterable[GaugeMetricFamily]:
        """The figures as they stand now."""
        return self._families()


def _of_turns(every: dict[str, "Turns"]) -> Iterable[GaugeMetricFamily]:
    figures: dict[str, tuple[str, Callable[[Turns], float]]] = {
        "places_taken": ("Places taken.", lambda turns: turns.places - turns.free),
        "waiting": ("Requests that wait for a place.", lambda turns: turns.waiting),
        "turned_away": ("Requests turned away so far.", lambda turns: turns.refused),
    }
    for name, (words, figure) in figures.items():
        family = GaugeMetricFamily(f"steady_tide_{name}", words, labels=["at"])
        for at, turns in every.items():
            family.add_metric([at], figure(turns))
        yield family
