"""What is recorded: codecs, and the modes with everything each of them limits."""

from typing import Annotated, Literal

from pydantic import Field

from steady_tide.core.document import Rational
from steady_tide.core.kit.optics import StabilisationLevel
from steady_tide.core.kit.parts import Key, Text
from steady_tide.core.typed import Typed

Depths = Annotated[list[Literal[8, 10, 12]], Field(min_length=1, max_length=3)]


class Codec(Typed):
    """A way of recording."""

    key: Key
    label: Text
    bit_depths: Depths
    efficiency: float = Field(ge=0.01, le=4, description="Picture per bit against plain H.264 = 1.")
    editing_load: float = Field(ge=0, le=1, description="0 light to edit, 1 heavy.")
    external_drive_above: Rational | None = Field(default=None, description="Frame rate above which a drive is needed.")


class Mode(Typed):
    """One row of the mode table: a frame at one rate and what is allowed with it."""

    kind: Literal["video", "lapse"] = Field(
        default="video", description="lapse: single frames at intervals, one every 1/rate seconds."
    )
    frame_shape: Literal["16:9", "4:3", "8:7", "9:16"]
    resolution: Text
    width_px: int = Field(gt=0, le=20_000)
    height_px: int = Field(gt=0, le=20_000)
    rate: Rational
    views: Annotated[list[Key], Field(min_length=1, max_length=40)]
    stabilisation: Annotated[list[Key], Field(min_length=1, max_length=40)]
    crops: dict[Key, Annotated[float, Field(ge=0, lt=0.6)]] = Field(
        default={}, description="Crop of a stabilisation level in this mode, where it is not the level's own."
    )
    bit_rates: dict[Key, Annotated[list[int], Field(min_length=1, max_length=40)]] = Field(
        min_length=1, description="Rates by codec [Mbit/s]: standard, high."
    )
    bit_depths: dict[Key, Depths] = Field(
        default={}, description="Bit depths by codec, where the mode allows fewer than the codec."
    )
    profiles: Annotated[list[Key], Field(max_length=40)] = Field(
        default=[], description="Colour profiles it allows; empty = all."
    )
    readout: Literal["whole", "binned", "line-skipped"] | None = Field(
        default=None, description="How the photosites are read, where it is known."
    )
    photosite_share: float = Field(default=1, ge=0.0001, le=1, description="Photosites read of those covered.")
    readout_ms: float | None = Field(
        default=None, gt=0, le=200, description="From the first row read to the last [ms], where it is known."
    )
    low_light_tuned: bool = False
    still_mb: float | None = Field(
        default=None, gt=0, le=500, description="Of a lapse kept as single frames, MB each; left out for lapse video."
    )
    draw_w: float = Field(ge=0.001, le=60, description="Power drawn [W]; of a lapse, on average.")

    @property
    def words(self) -> str:
        """The mode as people say it: "4K 16:9 at 25", "5.2K 4:3 every 10 s"."""
        pace = f"every {float(1 / self.rate):g} s" if self.kind == "lapse" else f"at {float(self.rate):g}"
        return f"{self.resolution} {self.frame_shape} {pace}"

    def crop_of(self, level: StabilisationLevel) -> float:
        """Share of the width a level gives up in this mode; 0 where none is needed or known."""
        given = self.crops.get(level.key, level.crop)
        return given if given is not None else 0.0

    def depths_of(self, codec: Codec) -> list[int]:
        """Bit depths it can be recorded in with a codec."""
        return [*self.bit_depths.get(codec.key, codec.bit_depths)]
