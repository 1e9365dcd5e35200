"""The device document: one camera, or one capture app on a phone, complete with its limits."""

from collections import Counter
from collections.abc import Iterator
from typing import Annotated, Literal

from pydantic import Field

from steady_tide.core.document import Part, Rational
from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.kit.settings import Setting, Value

Key = Annotated[str, Field(pattern=r"^[a-z0-9]+(-[a-z0-9]+)*$", max_length=60)]
Text = Annotated[str, Field(min_length=1, max_length=120)]


class Sensor(Part):
    """The sensor behind one lens, for the noise model (EMVA 1288)."""

    columns: int = Field(gt=0, le=50_000, description="Photosites across.")
    rows: int = Field(gt=0, le=50_000, description="Photosites down.")
    pixel_pitch_um: float = Field(gt=0.3, lt=20, description="Distance between photosites [um].")
    quantum_efficiency: float = Field(gt=0, le=1, description="Electrons per photon.")
    read_noise_e: float = Field(ge=0, lt=100, description="Read noise [electrons, rms].")
    full_well_e: float = Field(gt=0, lt=1_000_000, description="Electrons at saturation.")
    prnu: float = Field(default=0.008, ge=0, lt=0.2, description="Photo response non-uniformity, share.")


class Lens(Part):
    """A lens with its sensor; small cameras have one, phones several."""

    key: Key
    label: Text
    f_number: float = Field(gt=0.5, lt=64)
    transmission_loss_stops: float = Field(default=0.1, ge=0, le=3, description="Light lost in the glass [stops].")
    close_focus_m: float = Field(gt=0, le=10)
    sensor: Sensor


class View(Part):
    """A field of view: how wide, how bent, through which lens, on how much of the sensor."""

    key: Key
    label: Text
    kind: Literal["widest", "wide", "rectilinear", "rectilinear-level", "narrow", "ultra-wide", "standard", "telephoto"]
    lens: Key
    projection: Literal["rectilinear", "fisheye"]
    horizontal_fov_deg: float = Field(gt=1, lt=200, description="Across the frame, before stabilisation [degrees].")
    sensor_share: float = Field(gt=0, le=1, description="Share of the sensor's width that is read.")


class StabilisationLevel(Part):
    """A level of electronic (or gimbal) stabilisation and its price."""

    key: Key
    label: Text
    crop: float = Field(ge=0, lt=0.6, description="Share of the frame's width given up.")
    removes: float = Field(ge=0, lt=1, description="Share of the shake between frames that goes.")
    draw_w: float = Field(default=0, ge=0, le=20)
    optical: bool = Field(default=False, description="Moves the lens or camera, so blur inside a frame shrinks too.")
    levels_horizon: bool = False


class Codec(Part):
    """A way of recording."""

    key: Key
    label: Text
    bit_depths: Annotated[list[Literal[8, 10, 12]], Field(min_length=1)]
    efficiency: float = Field(gt=0, le=4, description="Picture per bit against plain H.264 = 1.")
    editing_load: float = Field(ge=0, le=1, description="0 light to edit, 1 heavy.")
    external_drive_above: Rational | None = Field(default=None, description="Frame rate above which a drive is needed.")


class Mode(Part):
    """One row of the mode table: a frame at one rate and what is allowed with it."""

    frame_shape: Literal["16:9", "4:3", "8:7", "9:16"]
    resolution: Text
    width_px: int = Field(gt=0, le=20_000)
    height_px: int = Field(gt=0, le=20_000)
    rate: Rational
    views: Annotated[list[Key], Field(min_length=1)]
    stabilisation: Annotated[list[Key], Field(min_length=1)]
    bit_rates: dict[Key, Annotated[list[int], Field(min_length=1)]] = Field(min_length=1)
    photosite_share: float = Field(default=1, gt=0, le=1, description="Photosites read of those covered.")
    low_light_tuned: bool = False
    draw_w: float = Field(gt=0, le=60)


class ColourProfile(Part):
    """A tone and colour profile. Headroom: stops held above mid grey before clipping."""

    key: Key
    label: Text
    curve: Literal["log", "flat", "neutral", "vivid"]
    base_iso: int = Field(gt=0, le=12_800)
    bit_depth: Literal[8, 10] = Field(default=8, description="Least bit depth it is offered with.")
    headroom_stops: float = Field(gt=0, lt=10)
    shadow_lift: float = Field(ge=0, le=4, description="How much it opens shadows, and their noise [stops].")


class IsoScale(Part):
    """The ISO values; where they cannot be set the camera floats between the ends."""

    values: Annotated[list[Annotated[int, Field(gt=0, le=409_600)]], Field(min_length=1)]
    settable: bool = True


class WhiteBalance(Part):
    """What the white balance can be set to: Kelvin values, automatic, or a lock of the automatic."""

    kelvins: list[Annotated[int, Field(ge=1500, le=15_000)]] = []
    automatic: bool = True
    lock: bool = False


class MenuEntry(Part):
    """A line of this camera's own menu, in its order and under its label."""

    setting: Setting
    label: Text
    default: Value


class Battery(Part):
    """The cell as it comes, and the share of it left in the cold."""

    capacity_wh: float = Field(gt=0, le=200)
    share_at_0_c: float = Field(gt=0, le=1, description="Usable share at 0 degrees C.")


class Device(Part):
    """A device profile: everything the planner may decide on this camera, and nothing else."""

    document: Literal["steady-tide/device"] = "steady-tide/device"
    version: Literal[1] = 1
    key: Key
    name: Text
    kind: Literal["action-camera", "phone", "drone"]
    capture_app: str = ""
    lenses: Annotated[list[Lens], Field(min_length=1)]
    views: Annotated[list[View], Field(min_length=1)]
    stabilisation: Annotated[list[StabilisationLevel], Field(min_length=1)]
    codecs: Annotated[list[Codec], Field(min_length=1)]
    modes: Annotated[list[Mode], Field(min_length=1, max_length=2000)]
    shutters: list[Rational] = Field(description="Offered fixed shutter times [s]; empty where only automatic.")
    automatic_shutter: bool = True
    shortest_shutter: Rational
    iso: IsoScale
    exposure_biases: Annotated[list[Annotated[float, Field(ge=-5, le=5)]], Field(min_length=1)]
    meters_bright_stops: float = Field(
        default=0,
        ge=-2,
        le=2,
        description="How much brighter than wanted its meter exposes; assumed until calibrated.",
    )
    profiles: Annotated[list[ColourProfile], Field(min_length=1)]
    white_balance: WhiteBalance
    choices: dict[Setting, Annotated[list[Value], Field(min_length=1)]] = Field(
        description="Offered values of every simpler setting; a setting left out does not exist here."
    )
    battery: Battery
    depth_rating_m: float = Field(ge=0, le=200, description="Bare body [m]; 0 when it must stay dry.")
    heat_limit_minutes: float | None = Field(default=None, gt=0, description="In its hardest mode at 25 degrees C.")
    flight_minutes: float | None = Field(default=None, gt=0, le=600, description="A drone's, on a fresh cell at 20 C.")
    landing_reserve: float = Field(default=0.25, ge=0, lt=0.9, description="Share of the flight kept for landing.")
    card_mb_s: float = Field(gt=0, description="What the card or storage in it sustains [MB/s].")
    preset_slots: int = Field(default=1, ge=1, le=50)
    menu: list[MenuEntry]

    def problems(self) -> Iterator[Problem]:
        """Everything that does not fit together, each with its path."""
        yield from self._unknown_keys()
        yield from self._doubled()
        yield from self._menu_gaps()
        if self.iso.values != sorted(set(self.iso.values)):
            yield Problem(("iso", "values"), "list the ISO values once each, lowest first")
        if not self.shutters and not self.automatic_shutter:
            yield Problem(("shutters",), "give at least one shutter, or allow the automatic shutter")
        for index, profile in enumerate(self.profiles):
            if self.iso.settable and profile.base_iso not in self.iso.values:
                accepted = ", ".join(map(str, self.iso.values))
                yield Problem(("profiles", index, "base_iso"), f"it has to be one of the ISO values: {accepted}")

    def _unknown_keys(self) -> Iterator[Problem]:
        lenses, views = {lens.key for lens in self.lenses}, {view.key for view in self.views}
        levels, codecs = {level.key for level in self.stabilisation}, {codec.key for codec in self.codecs}
        for index, view in enumerate(self.views):
            yield from _unknown(("views", index, "lens"), [view.lens], lenses)
        for index, mode in enumerate(self.modes):
            yield from _unknown(("modes", index, "views"), mode.views, views)
            yield from _unknown(("modes", index, "stabilisation"), mode.stabilisation, levels)
            yield from _unknown(("modes", index, "bit_rates"), list(mode.bit_rates), codecs)
            if any(value <= 0 or value > 20_000 for rates in mode.bit_rates.values() for value in rates):
                yield Problem(("modes", index, "bit_rates"), "bit rates lie between 1 and 20000 Mbit/s")

    def _doubled(self) -> Iterator[Problem]:
        keys = {
            "lenses": [lens.key for lens in self.lenses],
            "views": [view.key for view in self.views],
            "stabilisation": [level.key for level in self.stabilisation],
            "codecs": [codec.key for codec in self.codecs],
            "profiles": [profile.key for profile in self.profiles],
        }
        for field, found in keys.items():
            for key, count in Counter(found).items():
                if count > 1:
                    yield Problem((field,), f"the key {key} stands here {count} times; give each its own")
        rows = Counter((mode.frame_shape, mode.resolution, mode.rate) for mode in self.modes)
        for (shape, resolution, rate), count in rows.items():
            if count > 1:
                yield Problem(("modes",), f"{resolution} {shape} at {rate} stands here {count} times; once is enough")

    def _menu_gaps(self) -> Iterator[Problem]:
        listed = Counter(entry.setting for entry in self.menu)
        for setting in self.choices:
            if setting not in listed:
                yield Problem(("menu",), f"{setting} is offered but has no line in the menu")
        for setting, count in listed.items():
            if count > 1:
                yield Problem(("menu",), f"{setting} has {count} lines in the menu; one is needed")


def _unknown(path: tuple[str | int, ...], used: list[str], known: set[str]) -> Iterator[Problem]:
    for key in used:
        if key not in known:
            yield Problem(path, f"{key} is not described in this document; known are {', '.join(sorted(known))}")


def checked(device: Device) -> Device:
    """The device itself, or BadInput with every problem found."""
    if problems := list(device.problems()):
        raise BadInput(problems)
    return device
