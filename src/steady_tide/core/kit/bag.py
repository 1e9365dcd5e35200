"""What is in the bag besides cameras, and the kit as one document."""

from collections.abc import Iterator
from datetime import date
from typing import Annotated, Literal

from pydantic import Field

from steady_tide.core.document import Part
from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.kit.device import Device
from steady_tide.core.kit.parts import ColdTable, Fits, Key, Note, Text
from steady_tide.core.typed import Typed

Carried = Literal["tripod", "gimbal", "tray", "standing", "swimming", "walking", "riding", "helmet-on-snow"]


class Item(Typed):
    """What every thing in the bag has: a key, a name, a condition. What is unusable is never planned with."""

    key: Key
    label: Text
    condition: Literal["good", "worn", "unusable"] = "good"
    note: Note = Field(default="", description="The owner's own words.")
    come_by: Literal["owned", "to-borrow", "to-buy"] = Field(
        default="owned", description="Whether it is there, or is still to be borrowed or bought."
    )


class Glass(Item):
    """What filters share: what they fit, and what a test of them showed."""

    fits: Fits
    flaw: Note = Field(default="", description="What a test showed, e.g. a green cast; empty if good.")
    flaw_in: Literal["every-view", "long-lens"] = Field(default="every-view", description="Where the flaw shows.")
    tested_on: date | None = None


class NdFilter(Glass):
    """A neutral-density filter. A variable one has a range of stops and is set within it."""

    kind: Literal["nd"] = "nd"
    stops: float = Field(gt=0, le=20, description="Stops taken; for a variable filter the least.")
    most_stops: float | None = Field(default=None, gt=0, le=20, description="Of a variable filter, the most.")
    tested_stops: float | None = Field(
        default=None, gt=0, le=20, description="What a test found it to take; wins over the nominal stops."
    )
    stackable: bool = Field(default=False, description="Whether it may be stacked on another.")
    cast_mired: float = Field(
        default=0, ge=-100, le=100, description="How far a test found it to shift the colour [mired]; + is warmer."
    )

    @property
    def taken_stops(self) -> float:
        """Stops it really takes: as tested, else nominal."""
        return self.tested_stops if self.tested_stops is not None else self.stops


class FilterSpectrum(Typed):
    """A filter's transmission by five figures; see `light.glass.transmission`."""

    form: Literal["edge", "notch"] = Field(description="edge: passes above a wavelength. notch: takes around one.")
    nm: float = Field(ge=380, le=750, description="Where it turns, or takes most [nm].")
    width_nm: float = Field(ge=2, le=150, description="How gently it turns [nm].")
    least: float = Field(ge=0, lt=1, description="Least share that passes.")
    most: float = Field(ge=0.0001, le=1, description="Most share that passes.")


class ColourFilter(Glass):
    """A colour filter for water. Its cost is computed from its spectrum, else the stops are taken as said."""

    kind: Literal["colour"] = "colour"
    tint: Literal["light-red", "deep-red", "magenta"]
    stops: float = Field(gt=0, le=6, description="Light lost in daylight [stops]; used where no spectrum is given.")
    spectrum: FilterSpectrum | None = None


class Lamp(Item):
    """A lamp. Its light is given in lumens with a beam, or in lux at a metre."""

    kind: Literal["lamp"] = "lamp"
    lumens: float | None = Field(default=None, ge=0.001, le=1_000_000)
    beam_deg: float | None = Field(default=None, ge=0.1, le=360)
    lux_at_1_m: float | None = Field(default=None, ge=0.00001, le=10_000_000)
    kelvins: Annotated[list[Annotated[int, Field(ge=1500, le=20_000)]], Field(min_length=1, max_length=2)]
    colours: bool = Field(default=False, description="Whether it can be set to colours besides white.")
    dimmable: bool = False
    power: Literal["battery", "mains"] = "battery"
    runtime_minutes: float | None = Field(default=None, gt=0, le=100_000, description="At full output, on its battery.")
    safe_at_high_rates: bool = Field(default=False, description="Whether it is free of ripple at high frame rates.")
    depth_rating_m: float = Field(default=0, ge=0, le=300)


class Housing(Item):
    """A housing with its window."""

    kind: Literal["housing"] = "housing"
    fits: Fits
    port: Literal["flat", "dome"]
    depth_rating_m: float = Field(ge=0.01, le=300)
    serviced: date | None = Field(default=None, description="When its seals were last serviced.")
    service_months: int = Field(default=12, ge=1, le=120, description="How long a service holds.")

    @property
    def due(self) -> date | None:
        """First day of the month in which the seals are due again; None where no service is noted."""
        if self.serviced is None:
            return None
        months = self.serviced.year * 12 + self.serviced.month - 1 + self.service_months
        return date(months // 12, months % 12 + 1, 1)


class Cell(Item):
    """Batteries of one kind for some devices. Health: share of the capacity that age has left."""

    kind: Literal["cell"] = "cell"
    fits: Fits
    capacity_wh: float = Field(ge=0.001, le=500)
    share_at_0_c: float = Field(ge=0.001, le=1)
    cold_table: ColdTable = Field(default=[], description="Measured shares by temperature; win over the share at 0.")
    cuts_out_below: float = Field(
        default=0, ge=0, lt=0.9, description="Share of charge at which it cuts out under load in the cold."
    )
    health: float = Field(default=1, ge=0, le=1)
    bought: date | None = None
    charge_w: float | None = Field(
        default=None, ge=0.01, le=500, description="Most it may be charged with [W]; left out, full in an hour."
    )
    count: int = Field(default=1, ge=0, le=200)


class MemoryCard(Item):
    """Memory cards of one kind for some devices."""

    kind: Literal["card"] = "card"
    fits: Fits
    speed_class: Literal[6, 10, 30, 60, 90] | None = Field(default=None, description="Video speed class: V and MB/s.")
    sustained_mb_s: float = Field(ge=0.001, le=10_000)
    capacity_gb: float = Field(ge=0.001, le=100_000)
    count: int = Field(default=1, ge=0, le=200)


class Support(Item):
    """Something to carry or hold the camera, with the way of carrying that it gives."""

    kind: Literal["support"] = "support"
    carried: Carried
    shake_deg_per_s: float | None = Field(
        default=None, ge=0, le=400, description="Its own shake [degrees/s, rms]; wins over the assumed one."
    )
    fits: Fits


class PowerBank(Item):
    """External power."""

    kind: Literal["power-bank"] = "power-bank"
    capacity_wh: float = Field(ge=0.001, le=5000)
    efficiency: float = Field(default=0.85, ge=0.01, le=1, description="Share that arrives; assumed.")
    sockets: int = Field(default=1, ge=1, le=20, description="How many cells or cameras it feeds at once.")
    output_w: float = Field(default=10, ge=0.1, le=1000, description="What a socket gives [W].")


class Charger(Item):
    """Something to charge cells in, from the mains or a power bank."""

    kind: Literal["charger"] = "charger"
    fits: Fits
    sockets: int = Field(default=1, ge=1, le=40, description="Cells it charges at once.")
    output_w: float = Field(default=8, ge=0.1, le=1000, description="What a socket gives [W].")
    power: Literal["mains", "usb"] = Field(default="usb", description="usb: also from a power bank.")


class Microphone(Item):
    """An external microphone."""

    kind: Literal["microphone"] = "microphone"
    fits: Fits
    powered: bool = Field(description="Whether it has power of its own; else the camera may need +20 dB.")


BagItem = Annotated[
    NdFilter | ColourFilter | Lamp | Housing | Cell | MemoryCard | Support | PowerBank | Charger | Microphone,
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
    if isinstance(item, ColourFilter) and item.spectrum and item.spectrum.most <= item.spectrum.least:
        yield Problem(("spectrum", "most"), f"it has to be above {item.spectrum.least:g}, the least that passes")
    if isinstance(item, MemoryCard) and item.speed_class and item.sustained_mb_s < item.speed_class:
        text = f"a V{item.speed_class} card sustains at least {item.speed_class} MB/s"
        yield Problem(("sustained_mb_s",), text)


def checked_kit(kit: Kit) -> Kit:
    """The kit itself, or BadInput with every problem found."""
    if problems := list(kit.problems()):
        raise BadInput(problems)
    return kit
