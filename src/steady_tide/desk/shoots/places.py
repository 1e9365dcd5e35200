"""An account's own list of places: no map service is asked."""

from uuid import UUID

from steady_tide.core.light.almanac import Place
from steady_tide.desk.compute.heavens import zone_of
from steady_tide.desk.views import View
from steady_tide.store.errors import Taken
from steady_tide.store.owned import Rows
from steady_tide.store.repositories.shoots import places
from steady_tide.store.tables import PlaceRow


class PlaceView(View):
    """A place by name, with its time zone."""

    id: UUID
    name: str
    latitude_deg: float
    longitude_deg: float
    zone: str


class Places:
    """One account's places."""

    def __init__(self, rows: Rows) -> None:
        self.rows = rows

    def all(self) -> list[PlaceView]:
        """Every place, by name."""
        return [_view(row) for row in places(self.rows)]

    def add(self, *, name: str, latitude_deg: float, longitude_deg: float, named: UUID | None = None) -> PlaceView:
        """Keep a place, once. Raises Taken where the name stands for another already."""
        if (made := self.rows.made(PlaceRow, named)) is not None:
            return _view(made)
        if any(one.name == name for one in self.all()):
            raise Taken(f"{name} is on your list already; give it another name, or remove that one")
        row = PlaceRow(name=name, latitude_deg=latitude_deg, longitude_deg=longitude_deg)
        return _view(self.rows.add(row, named=named))

    def delete(self, place_id: UUID) -> None:
        """Take a place off the list; shoots keep where they are."""
        self.rows.delete(self.rows.get(PlaceRow, place_id))


def _view(row: PlaceRow) -> PlaceView:
    return PlaceView(
        id=row.id,
        name=row.name,
        latitude_deg=row.latitude_deg,
        longitude_deg=row.longitude_deg,
        zone=zone_of(Place(row.latitude_deg, row.longitude_deg)),
    )
