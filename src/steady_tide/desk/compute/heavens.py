"""Skies of places and days, worked out once for everybody."""

from datetime import date

import tzfpy

from steady_tide.core.day.timeline import Sky, sky_of
from steady_tide.core.light.almanac import Place, SkyDay, sky_day
from steady_tide.core.memo import Shelf

NIGHT_MINUTES = 720
"""How far past midnight a scene may run, and its sky is known."""


def zone_of(place: Place) -> str:
    """The time zone at a point, from bundled borders; UTC out at sea where there is none."""
    found: str = tzfpy.get_tz(place.longitude_deg, place.latitude_deg)
    return found or "UTC"


class Heavens:
    """The latest skies and their events, by place and local day."""

    def __init__(self) -> None:
        self._skies: Shelf[tuple[Place, date], Sky] = Shelf(64)
        self._events: Shelf[tuple[Place, date], SkyDay] = Shelf(64)

    def sky(self, place: Place, day: date) -> Sky:
        """The sky of a local day and the night after it."""
        return self._skies.of((place, day), lambda: sky_of(place, day, zone_of(place), beyond_minutes=NIGHT_MINUTES))

    def events(self, place: Place, day: date) -> SkyDay:
        """The events of a local day."""
        return self._events.of((place, day), lambda: sky_day(place, day, zone_of(place)))
