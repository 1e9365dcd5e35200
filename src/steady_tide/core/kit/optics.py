"""What the light passes and falls on: sensors, lenses, views, stabilisation."""

from math import atan, degrees, log2, radians, tan
from typing import Annotated, Literal

from pydantic import Field

from steady_tide.core.kit.parts import Key, Text
from steady_tide.core.typed import Typed


class Sensor(Typed):
    """The sensor behind one lens, for the noise model (EMVA 1288)."""

    columns: int = Field(gt=0, le=50_000, description="Photosites across.")
    rows: int = Field(gt=0, le=50_000, description="Photosites down.")
    pixel_pitch_um: float = Field(gt=0.3, lt=20, description="Distance between photosites [um].")
    quantum_efficiency: float = Field(ge=0.001, le=1, description="Electrons per photon.")
    read_noise_e: float = Field(ge=0, lt=100, description="Read noise [electrons, rms].")
    full_well_e: float = Field(ge=1, lt=1_000_000, description="Electrons at saturation.")
    prnu: float = Field(default=0.008, ge=0, lt=0.2, description="Photo response non-uniformity, share.")

    def headroom_stops(self, electrons_at_grey: float) -> float:
        """How far the wells reach over mid grey [stops], from the electrons of one photosite there."""
        return log2(self.full_well_e / electrons_at_grey)

    @property
    def width_mm(self) -> float:
        """Width of the photosites together [mm]."""
        return self.columns * self.pixel_pitch_um / 1000.0


class Lens(Typed):
    """A lens with its sensor; small cameras have one, phones several."""

    key: Key
    label: Text
    focal_length_mm: float | None = Field(default=None, gt=0.3, le=800, description="True focal length [mm].")
    f_number: float = Field(gt=0.5, lt=64, description="Its aperture; of a variable one, as it comes.")
    f_numbers: Annotated[list[Annotated[float, Field(gt=0.5, lt=64)]], Field(max_length=40)] = Field(
        default=[], description="Apertures that can be set, widest first; empty where it is fixed."
    )
    transmission_loss_stops: float = Field(default=0.1, ge=0, le=3, description="Light lost in the glass [stops].")
    close_focus_m: float = Field(ge=0.0001, le=10)
    resolves_px: int | None = Field(
        default=None, ge=100, le=50_000, description="Pixels across the whole sensor that a test found it to resolve."
    )
    sensor: Sensor

    @property
    def apertures(self) -> list[float]:
        """Every f-number it can be used at."""
        return self.f_numbers or [self.f_number]


class View(Typed):
    """A field of view: how wide, how bent, through which lens, on how much of the sensor."""

    key: Key
    label: Text
    kind: Literal["widest", "wide", "rectilinear", "rectilinear-level", "narrow", "ultra-wide", "standard", "telephoto"]
    lens: Key
    projection: Literal["rectilinear", "fisheye"]
    horizontal_fov_deg: float = Field(gt=1, lt=200, description="Across the frame, before stabilisation [degrees].")
    sensor_share: float = Field(ge=0.001, le=1, description="Share of the sensor's width that is read.")

    def seen_deg(self, kept: float) -> float:
        """The angle that a share of the frame's width sees [degrees], along its middle."""
        if self.projection == "fisheye":
            return self.horizontal_fov_deg * kept
        return degrees(2.0 * atan(tan(radians(self.horizontal_fov_deg / 2.0)) * kept))

    @property
    def long(self) -> bool:
        """Whether it looks far: where a filter's faults show first."""
        return self.kind in ("telephoto", "narrow")


class StabilisationLevel(Typed):
    """A level of electronic (or gimbal) stabilisation and its price."""

    key: Key
    label: Text
    crop: float | None = Field(
        default=None, ge=0, lt=0.6, description="Share of the frame's width given up where the mode says nothing else."
    )
    removes: float = Field(ge=0, lt=1, description="Share of the shake between frames that goes.")
    draw_w: float = Field(default=0, ge=0, le=20)
    optical: bool = Field(default=False, description="Moves the lens or camera, so blur inside a frame shrinks too.")
    levels_horizon: bool = False

    @property
    def needs_crop(self) -> bool:
        """Whether it steadies by moving a smaller frame within the recorded one."""
        return self.removes > 0 and not self.optical
