"""What is in the bag besides cameras, and the kit as one document."""

from collections.abc import Iterator
from datetime import date
from typing import Annotated, Literal

from pydantic import Field

from steady_tide.core.document import Part
from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.kit.device import Device, Key, Text

Fits = Annotated[list[Key], Field(min_length=1, max_length=50)]
Note = Annotated[str, Field(max_length=200)]


class NdFilter(Part):
    """A neutral-density filter. A variable one has a range of stops and is set within it."""

    kind: Literal["nd"] = "nd"
    key: Key
    label: Text
    stops: float = Field(gt=0, le=20, description="Stops taken; for a variable filter the least.")
    most_stops: float | None = Field(default=None, gt=0, le=20, description="Of a variable filter, the most.")
    tested_stops: float | None = Field(
        default=None, gt=0, le=20, description="What a test found it to take; wins over the nominal stops."
    )
    fits: Fits
    stackable: bool = True
    flaw: Note = Field(default="", description="What a test showed, e.g. a green cast; empty if good.")

    @property
    def taken_stops(self) -> float:
        """Stops it really takes: as tested, else nominal."""
        return self.tested_stops if self.tested_stops is not None else self.stops


class ColourFilter(Part):
    """A colour filter for water; its cost in stops is nominal until spectra are computed."""

    kind: Literal["colour"] = "colour"
    key: Key
    label: Text
    tint: Literal["light-red", "deep-red", "magenta"]
    stops: float = Field(gt=0, le=6, description="Light lost in the water it is made for [stops]; assumed.")
    fits: Fits
    flaw: Note = ""


class Lamp(Part):
    """A lamp. Its light is given in lumens with a beam, or in lux at a metre."""

    kind: Literal["lamp"] = "lamp"
    key: Key
    label: Text
    lumens: float | None = Field(default=None, gt=0, le=1_000_000)
    beam_deg: float | None = Field(default=None, gt=0, le=360)
    lux_at_1_m: float | None = Field(default=None, gt=0, le=10_000_000)
    kelvins: Annotated[list[Annotated[int, Field(ge=1500, le=20_000)]], Field(min_length=1, max_length=2)]
    dimmable: bool = False
    power: Literal["battery", "mains"] = "battery"
    safe_at_high_rates: bool = Field(default=False, description="Whether it is free of ripple at high frame rates.")
    depth_rating_m: float = Field(default=0, ge=0, le=300)


class Housing(Part):
    """A housing with its window."""

    kind: Literal["housing"] = "housing"
    key: Key
    label: Text
    fits: Fits
    port: Literal["flat", "dome"]
    depth_rating_m: float = Field(gt=0, le=300)
    serviced: date | None = Field(default=None, description="When its seals were last serviced.")


class Cell(Part):
    """Batteries of one kind for some devices. Health: share of the capacity that age has left."""

    kind: Literal["cell"] = "cell"
    key: Key
    label: Text
    fits: Fits
    capacity_wh: float = Field(gt=0, le=500)
    share_at_0_c: float = Field(gt=0, le=1)
    health: float = Field(default=1, ge=0, le=1)
    count: int = Field(default=1, ge=0, le=200)


class MemoryCard(Part):
    """Memory cards of one kind for some devices."""

    kind: Literal["card"] = "card"
    key: Key
    label: Text
    fits: Fits
    sustained_mb_s: float = Field(gt=0, le=10_000)
    capacity_gb: float = Field(gt=0, le=100_000)
    count: int = Field(default=1, ge=0, le=200)


class Support(Part):
    """Something to carry or hold the camera, with the way of carrying that it gives."""

    kind: Literal["support"] = "support"
    key: Key
    label: Text
    carried: Literal["tripod", "gimbal", "tray", "standing", "swimming", "walking", "riding", "helmet-on-snow"]
    fits: Fits


class PowerBank(Part):
    """External power."""

    kind: Literal["power-bank"] = "power-bank"
    key: Key
    label: Text
    capacity_wh: float = Field(gt=0, le=5000)
    efficiency: float = Field(default=0.85, gt=0, le=1, description="Share that arrives; assumed.")


class Microphone(Part):
    """An external microphone."""

    kind: Literal["microphone"] = "microphone"
    key: Key
    label: Text
    fits: Fits
    powered: bool = Field(description="Whether it has power of its own; else the camera may need +20 dB.")


BagItem = Annotated[
    NdFilter | ColourFilter | Lamp | Housing | Cell | MemoryCard | Support | PowerBank | Microphone,
    Field(discriminator="kind"),
]


class Kit(Part):
    """Cameras and everything else of one creator."""

    document: Literal["steady-tide/kit"] = "steady-tide/kit"
    version: Literal[1] = 1
    devices: Annotated[list[Device], Field(min_length=1, max_length=50)]
    bag: Annotated[list[BagItem], Field(max_length=500)] = []

    def problems(self) -> Iterator[Problem]:
        """Problems of every device, and items or cameras that share a key or make no sense."""
        seen: set[str] = set()
        for index, device in enumerate(self.devices):
            for problem in device.problems():
                yield Problem(("devices", index, *problem.path), problem.message)
            if device.key in seen:
                yield Problem(("devices", index, "key"), f"{device.key} is taken; give each device its own key")
            seen.add(device.key)
        taken: set[str] = set()
        for index, item in enumerate(self.bag):
            if item.key in taken:
                yield Problem(("bag", index, "key"), f"{item.key} is taken; give each item its own key")
            taken.add(item.key)
            for problem in problems_of_item(item):
                yield Problem(("bag", index, *problem.path), problem.message)


def problems_of_item(item: BagItem) -> Iterator[Problem]:
    """What makes no sense in one item."""
    if isinstance(item, NdFilter) and item.most_stops is not None and item.most_stops < item.stops:
        yield Problem(("most_stops",), f"it has to be at least {item.stops:g}, the least it takes")
    if isinstance(item, Lamp) and item.lux_at_1_m is None and (item.lumens is None or item.beam_deg is None):
        yield Problem(("lux_at_1_m",), "give lux at a metre, or lumens and the beam")


def checked_kit(kit: Kit) -> Kit:
    """The kit itself, or BadInput with every problem found."""
    if problems := list(kit.problems()):
        raise BadInput(problems)
    return kit
