"""The device document: one camera, or one capture app on a phone, complete with its limits."""

from collections import Counter
from collections.abc import Iterator
from hashlib import sha256
from typing import Annotated, Final, Literal

from pydantic import Field

from steady_tide.core.document import Rational
from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.kit.body import Battery, ColourProfile, IsoScale, MenuEntry, Programme, WhiteBalance
from steady_tide.core.kit.optics import Lens, StabilisationLevel, View
from steady_tide.core.kit.parts import Key, Text
from steady_tide.core.kit.recording import Codec, Mode
from steady_tide.core.kit.settings import SETTINGS, Setting, Value
from steady_tide.core.typed import Typed

WRITE_GAP_S: Final = 1.0
"""Time a camera needs to put one frame away before the next [s]. **Assumed** where a profile says nothing."""


class Device(Typed):
    """A device profile: everything the planner may decide on this camera, and nothing else."""

    document: Literal["steady-tide/device"] = "steady-tide/device"
    version: Literal[1] = 1
    key: Key
    name: Text
    kind: Literal["action-camera", "phone", "drone"]
    capture_app: str = Field(default="", max_length=120)
    body: str = Field(
        default="",
        max_length=60,
        pattern=r"^([a-z0-9]+(-[a-z0-9]+)*)?$",
        description="Key of the body where several profiles stand for one, so that they share cell and room.",
    )
    lenses: Annotated[list[Lens], Field(min_length=1, max_length=20)]
    views: Annotated[list[View], Field(min_length=1, max_length=40)]
    stabilisation: Annotated[list[StabilisationLevel], Field(min_length=1, max_length=40)]
    codecs: Annotated[list[Codec], Field(min_length=1, max_length=20)]
    modes: Annotated[list[Mode], Field(min_length=1, max_length=2000)]
    shutters: Annotated[list[Rational], Field(max_length=120)] = Field(
        description="Offered fixed shutter times [s]; empty where only automatic."
    )
    automatic_shutter: bool = True
    shortest_shutter: Rational
    exposure_programme: Programme = Field(
        default="shutter-first", description="What automatic exposure moves when the light falls."
    )
    iso: IsoScale
    exposure_biases: Annotated[list[Annotated[float, Field(ge=-5, le=5)]], Field(min_length=1, max_length=80)]
    meters_bright_stops: float = Field(
        default=0,
        ge=-2,
        le=2,
        description="How much brighter than wanted its meter exposes; assumed until calibrated.",
    )
    profiles: Annotated[list[ColourProfile], Field(min_length=1, max_length=40)]
    white_balance: WhiteBalance
    choices: dict[Setting, Annotated[list[Value], Field(min_length=1, max_length=80)]] = Field(
        description="Offered values of every simpler setting; a setting left out does not exist here."
    )
    left_alone: Annotated[list[Setting], Field(max_length=60)] = Field(
        default=[], description="Simpler settings that act here but cannot be changed: they stay at the menu's default."
    )
    battery: Battery
    depth_rating_m: float = Field(
        ge=0, le=200, description="Bare body [m]; 0 when it must stay dry. In a housing, the housing's rating counts."
    )
    heat_limit_minutes: float | None = Field(
        default=None, gt=0, le=1440, description="Until it stops for heat, in its hardest mode at 25 degrees C."
    )
    heat_limit_c: float = Field(default=60, gt=30, le=120, description="Temperature at which it stops [degrees C].")
    heat_resistance_k_per_w: float | None = Field(
        default=None, gt=0, le=100, description="Body to still air [K/W]; left out, assumed from the limits."
    )
    flight_minutes: float | None = Field(default=None, gt=0, le=600, description="A drone's, on a fresh cell at 20 C.")
    wind_limit_m_s: float | None = Field(default=None, gt=0, le=60, description="Wind a drone still flies in [m/s].")
    landing_reserve: float = Field(default=0.25, ge=0, lt=0.9, description="Share of the flight kept for landing.")
    card_mb_s: float = Field(
        gt=0, le=100_000, description="What its storage, or the card that came with it, sustains [MB/s]."
    )
    storage_gb: float | None = Field(
        default=None, gt=0, le=100_000, description="Room inside it [GB]; cards not counted."
    )
    write_gap_s: float = Field(
        default=WRITE_GAP_S,
        ge=0,
        le=60,
        description="Time it needs to put a frame away before the next, at intervals [s]; 0 where it exposes through.",
    )
    preset_slots: int = Field(default=1, ge=1, le=50)
    menu: Annotated[list[MenuEntry], Field(max_length=80)]
    assumed: Annotated[list[Text], Field(max_length=40)] = Field(
        default=[], description="What of it is taken as usual for its class, in words; nobody has looked."
    )

    @property
    def digest(self) -> str:
        """Short hash of the document, kept in the plans made from it."""
        return sha256(self.model_dump_json().encode()).hexdigest()[:12]

    @property
    def body_key(self) -> str:
        """Of the body it is on: its own, or the one that several profiles share."""
        return self.body or self.key

    def offered(self, setting: Setting) -> list[Value]:
        """Values of a simpler setting that can be chosen: one, where it is left alone."""
        if setting in self.left_alone:
            return [entry.default for entry in self.menu if entry.setting is setting][:1]
        return self.choices.get(setting, [])

    def problems(self) -> Iterator[Problem]:
        """Everything that does not fit together, each with its path."""
        yield from self._unknown_keys()
        yield from self._doubled()
        yield from self._menu_gaps()
        yield from self._scales()
        yield from self._too_wide()
        for index, mode in enumerate(self.modes):
            yield from self._mode_gaps(index, mode)

    def _scales(self) -> Iterator[Problem]:
        if self.iso.values != sorted(set(self.iso.values)):
            yield Problem(("iso", "values"), "list the ISO values once each, lowest first")
        if not self.shutters and not self.automatic_shutter:
            yield Problem(("shutters",), "give at least one shutter, or allow the automatic shutter")
        scale = self.white_balance
        if not scale.kelvins and not scale.automatic and not scale.lock:
            yield Problem(("white_balance", "automatic"), "give Kelvin values, or allow the automatic white balance")
        for index, profile in enumerate(self.profiles):
            if self.iso.settable and profile.base_iso not in self.iso.values:
                accepted = ", ".join(map(str, self.iso.values))
                yield Problem(("profiles", index, "base_iso"), f"it has to be one of the ISO values: {accepted}")
        for index, lens in enumerate(self.lenses):
            if lens.f_numbers != sorted(set(lens.f_numbers)):
                yield Problem(("lenses", index, "f_numbers"), "list the f-numbers once each, widest (smallest) first")
            elif lens.f_numbers and lens.f_number not in lens.f_numbers:
                yield Problem(("lenses", index, "f_number"), "it has to be one of the f-numbers that can be set")

    def _too_wide(self) -> Iterator[Problem]:
        for index, view in enumerate(self.views):
            if view.projection == "rectilinear" and view.horizontal_fov_deg >= 180:
                text = "straight lines end below 180 degrees; give less, or call it a fisheye"
                yield Problem(("views", index, "horizontal_fov_deg"), text)

    def _unknown_keys(self) -> Iterator[Problem]:
        lenses, views = {lens.key for lens in self.lenses}, {view.key for view in self.views}
        levels, codecs = {level.key for level in self.stabilisation}, {codec.key for codec in self.codecs}
        profiles = {profile.key for profile in self.profiles}
        for index, view in enumerate(self.views):
            yield from _unknown(("views", index, "lens"), [view.lens], lenses)
        for index, mode in enumerate(self.modes):
            yield from _unknown(("modes", index, "views"), mode.views, views)
            yield from _unknown(("modes", index, "stabilisation"), mode.stabilisation, levels)
            yield from _unknown(("modes", index, "crops"), list(mode.crops), set(mode.stabilisation) & levels)
            yield from _unknown(("modes", index, "bit_rates"), list(mode.bit_rates), codecs)
            yield from _unknown(("modes", index, "bit_depths"), list(mode.bit_depths), set(mode.bit_rates) & codecs)
            yield from _unknown(("modes", index, "profiles"), mode.profiles, profiles)

    def _mode_gaps(self, index: int, mode: Mode) -> Iterator[Problem]:
        if any(value <= 0 or value > 20_000 for rates in mode.bit_rates.values() for value in rates):
            yield Problem(("modes", index, "bit_rates"), "bit rates lie between 1 and 20000 Mbit/s")
        for level in self.stabilisation:
            unsaid = level.crop is None and level.key not in mode.crops
            if level.key in mode.stabilisation and level.needs_crop and unsaid:
                text = f"{mode.words} allows {level.label} stabilisation but no crop is given"
                yield Problem(("modes", index, "stabilisation"), text)
        for codec in self.codecs:
            if beyond := sorted(set(mode.bit_depths.get(codec.key, [])) - set(codec.bit_depths)):
                text = f"{codec.label} has no {', '.join(map(str, beyond))} bit"
                yield Problem(("modes", index, "bit_depths"), text)
        longest = 1 / mode.rate
        if self.shutters and not self.automatic_shutter and min(self.shutters) > longest:
            text = f"at {float(mode.rate):g} frames a second no offered shutter is short enough"
            yield Problem(("modes", index, "rate"), text)
        codecs = {codec.key: codec for codec in self.codecs}
        deepest = max((max(mode.depths_of(codecs[key])) for key in mode.bit_rates if key in codecs), default=0)
        allowed = [p for p in self.profiles if not mode.profiles or p.key in mode.profiles]
        if deepest and allowed and all(profile.bit_depth > deepest for profile in allowed):
            text = f"every profile it allows needs {min(p.bit_depth for p in allowed)} bit, it records {deepest} bit"
            yield Problem(("modes", index, "bit_depths"), text)

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
        for index, setting in enumerate(self.left_alone):
            if setting not in self.choices:
                text = f"{SETTINGS[setting].in_text} is none of the settings with values of their own"
                yield Problem(("left_alone", index), text)


def _unknown(path: tuple[str | int, ...], used: list[str], known: set[str]) -> Iterator[Problem]:
    for key in used:
        if key not in known:
            yield Problem(path, f"{key} is not described in this document; known are {', '.join(sorted(known))}")


def checked(device: Device) -> Device:
    """The device itself, or BadInput with every problem found."""
    if problems := list(device.problems()):
        raise BadInput(problems)
    return device
