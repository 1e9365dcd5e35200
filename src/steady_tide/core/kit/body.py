"""What the body offers: exposure scales, colour profiles, white balance, menu, battery."""

from typing import Annotated, Literal

from pydantic import Field

from steady_tide.core.document import Part
from steady_tide.core.kit.parts import ColdTable, Key, Text
from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.typed import Typed

Programme = Literal["shutter-first", "short-shutter", "shared"]
"""What automatic exposure does when the light falls beyond the 180-degree shutter.

shutter-first: the shutter goes on to its longest, then ISO climbs. short-shutter: ISO climbs
to its ceiling first. shared: both give half each.
"""


class ColourProfile(Typed):
    """A tone and colour profile. Headroom: stops held above mid grey before clipping."""

    key: Key
    label: Text
    curve: Literal["log", "flat", "neutral", "vivid"]
    base_iso: int = Field(gt=0, le=12_800)
    bit_depth: Literal[8, 10] = Field(default=8, description="Least bit depth it is offered with.")
    headroom_stops: float = Field(ge=0.01, lt=10)
    shadow_lift: float = Field(ge=0, le=4, description="How much it opens shadows, and their noise [stops].")
    bearable_iso: int | None = Field(
        default=None,
        gt=0,
        le=409_600,
        description="Highest ISO its owner still calls bearable; wins over the school's.",
    )


class IsoScale(Typed):
    """The ISO values; where they cannot be set the camera floats between the ends."""

    values: Annotated[list[Annotated[int, Field(gt=0, le=409_600)]], Field(min_length=1, max_length=80)]
    settable: bool = True


class WhiteBalance(Typed):
    """What the white balance can be set to: Kelvin values, automatic, or a lock of the automatic."""

    kelvins: Annotated[list[Annotated[int, Field(ge=1500, le=15_000)]], Field(max_length=200)] = []
    automatic: bool = True
    lock: bool = False


class MenuEntry(Part):
    """A line of this camera's own menu, in its order and under its label."""

    setting: Setting
    label: Text
    default: Value


class Battery(Typed):
    """The cell as it comes, and what the cold leaves of it."""

    capacity_wh: float = Field(ge=0.001, le=200)
    share_at_0_c: float = Field(ge=0.001, le=1, description="Usable share at 0 degrees C.")
    cold_table: ColdTable = Field(default=[], description="Measured shares by temperature; win over the share at 0.")
    cuts_out_below: float = Field(
        default=0, ge=0, lt=0.9, description="Share of charge at which it cuts out under load in the cold."
    )
