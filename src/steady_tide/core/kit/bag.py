"""What is in the bag besides cameras, and the kit as one document."""

from collections.abc import Iterator
from typing import Annotated, Literal

from pydantic import Field

from steady_tide.core.document import Part
from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.kit.device import Device, Key, Text


class NdFilter(Part):
    """A neutral-density filter. A variable one has a range of stops and is set within it."""

    kind: Literal["nd"] = "nd"
    key: Key
    label: Text
    stops: float = Field(gt=0, le=20, description="Stops taken; for a variable filter the least.")
    most_stops: float | None = Field(default=None, gt=0, le=20, description="Of a variable filter, the most.")
    fits: Annotated[list[Key], Field(min_length=1)]
    stackable: bool = True
    flaw: str = Field(default="", max_length=200, description="What a test showed, e.g. a green cast; empty if good.")


class ColourFilter(Part):
    """A colour filter for water; its cost in stops is nominal until spectra are computed."""

    kind: Literal["colour"] = "colour"
    key: Key
    label: Text
    tint: Literal["light-red", "deep-red", "magenta"]
    stops: float = Field(gt=0, le=6, description="Light lost in the water it is made for [stops]; assumed.")
    fits: Annotated[list[Key], Field(min_length=1)]


Filter = Annotated[NdFilter | ColourFilter, Field(discriminator="kind")]


class Kit(Part):
    """Cameras and filters of one creator."""

    document: Literal["steady-tide/kit"] = "steady-tide/kit"
    version: Literal[1] = 1
    devices: Annotated[list[Device], Field(min_length=1, max_length=50)]
    filters: Annotated[list[Filter], Field(max_length=200)] = []

    def problems(self) -> Iterator[Problem]:
        """Problems of every device, and filters or cameras that share a key or fit nothing."""
        seen: set[str] = set()
        for index, device in enumerate(self.devices):
            for problem in device.problems():
                yield Problem(("devices", index, *problem.path), problem.message)
            if device.key in seen:
                yield Problem(("devices", index, "key"), f"{device.key} is taken; give each device its own key")
            seen.add(device.key)
        taken: set[str] = set()
        for index, item in enumerate(self.filters):
            if item.key in taken:
                yield Problem(("filters", index, "key"), f"{item.key} is taken; give each filter its own key")
            taken.add(item.key)
            if isinstance(item, NdFilter) and item.most_stops is not None and item.most_stops < item.stops:
                yield Problem(
                    ("filters", index, "most_stops"),
                    f"it has to be at least {item.stops:g}, the least it takes",
                )


def checked_kit(kit: Kit) -> Kit:
    """The kit itself, or BadInput with every problem found."""
    if problems := list(kit.problems()):
        raise BadInput(problems)
    return kit
