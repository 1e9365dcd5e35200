"""What a device offers for each setting, in words: the same values for pins, plans and cards."""

from collections.abc import Callable, Iterable, Sequence
from typing import NamedTuple

from steady_tide.core.kit.bag import BagItem, ColourFilter, Lamp, Support
from steady_tide.core.kit.device import Device
from steady_tide.core.kit.settings import SETTINGS, Setting, Value
from steady_tide.core.memo import Memo
from steady_tide.core.plan.problem.glasses import NO_FILTER, Glass
from steady_tide.core.quantities import rate_text, shutter_text, signed

AUTOMATIC = "auto"
LOCKED_AUTOMATIC = "locked"
"""Values of shutter and white balance that leave them to the camera, for good or until they are held."""
LAMP_LEVELS = (100, 50, 25, 12)
"""Shares of full output a lamp is set to [%]: stops apart."""


class Offer(NamedTuple):
    """A value and how it is read."""

    value: Value
    text: str


class Offered(NamedTuple):
    """The values of a setting in the order they are offered, and how each is read."""

    offers: list[Offer]
    texts: dict[Value, str]

    @classmethod
    def of(cls, offers: list[Offer]) -> "Offered":
        """Offers with their texts by value; of equal values the first is read."""
        return cls(offers, {offer.value: offer.text for offer in reversed(offers)})


class Camera:
    """A device as far as its modes of one kind go, and what it offers by itself; worked out once for many scenes."""

    def __init__(self, device: Device, kind: str) -> None:
        self.device = device
        self.kind = kind
        self.modes = tuple(mode for mode in device.modes if mode.kind == kind)
        self.digest = device.digest
        self.offered: Memo[Setting, Offered] = Memo(lambda setting: Offered.of(_of_camera(self, setting)))
        """What the camera offers for a setting, the bag left aside."""


def apertures_of(device: Device) -> list[float]:
    """Every f-number of every lens, widest first."""
    return sorted({aperture for lens in device.lenses for aperture in lens.apertures})


def white_balance_values(device: Device) -> list[Value]:
    """What this device's white balance can be set to."""
    scale = device.white_balance
    values: list[Value] = list(scale.kelvins)
    if scale.automatic:
        values.append(AUTOMATIC)
    if scale.lock:
        values.append(LOCKED_AUTOMATIC)
    return values


def _unique(offered: Iterable[Offer]) -> list[Offer]:
    return list(dict.fromkeys(offered))


def _rates(camera: Camera) -> list[Offer]:
    rates = sorted({mode.rate for mode in camera.modes})
    if camera.kind == "lapse":
        return [Offer(str(rate), f"every {float(1 / rate):g} s") for rate in rates]
    return [Offer(str(rate), f"{rate_text(rate)} fps") for rate in rates]


def _shutters(camera: Camera) -> list[Offer]:
    """Shutters no longer than the longest frame; a lapse keeps them all."""
    device, longest = camera.device, 1 / min(mode.rate for mode in camera.modes)
    fitting = sorted((shutter for shutter in device.shutters if shutter <= longest), reverse=True)
    fixed = [Offer(str(shutter), f"{shutter_text(shutter)} s") for shutter in fitting]
    return [*fixed, *([Offer(AUTOMATIC, "automatic")] if device.automatic_shutter else [])]


def _apertures(device: Device) -> list[Offer]:
    """The f-numbers of a device that has a lens with a variable aperture; else nothing to set."""
    if not any(lens.f_numbers for lens in device.lenses):
        return []
    return [Offer(f_number, f"f/{f_number:g}") for f_number in apertures_of(device)]


def _iso(end: int) -> Callable[[Camera], list[Offer]]:
    """Offers of one end of the ISO scale; `end` picks it where the ISO cannot be set."""

    def offered(camera: Camera) -> list[Offer]:
        scale = camera.device.iso
        values = scale.values if scale.settable else [scale.values[end]]
        return [Offer(value, f"ISO {value}") for value in values]

    return offered


def _white_balance(camera: Camera) -> list[Offer]:
    words = {AUTOMATIC: "automatic", LOCKED_AUTOMATIC: "automatic, held on the scene"}
    return [Offer(value, words.get(str(value), f"{value} K")) for value in white_balance_values(camera.device)]


_OFFERED: dict[Setting, Callable[[Camera], list[Offer]]] = {
    Setting.FRAME_SHAPE: lambda s: _unique(Offer(mode.frame_shape, mode.frame_shape) for mode in s.modes),
    Setting.RESOLUTION: lambda s: _unique(Offer(mode.resolution, mode.resolution) for mode in s.modes),
    Setting.FRAME_RATE: _rates,
    Setting.VIEW: lambda s: [
        Offer(view.key, view.label) for view in s.device.views if any(view.key in mode.views for mode in s.modes)
    ],
    Setting.STABILISATION: lambda s: [
        Offer(level.key, level.label)
        for level in s.device.stabilisation
        if any(level.key in mode.stabilisation for mode in s.modes)
    ],
    Setting.CODEC: lambda s: [
        Offer(codec.key, codec.label)
        for codec in s.device.codecs
        if any(codec.key in mode.bit_rates for mode in s.modes)
    ],
    Setting.BIT_DEPTH: lambda s: [
        Offer(depth, f"{depth} bit")
        for depth in sorted({depth for codec in s.device.codecs for depth in codec.bit_depths})
    ],
    Setting.BIT_RATE: lambda s: [
        Offer(rate, f"{rate} Mbit/s")
        for rate in sorted({rate for mode in s.modes for rates in mode.bit_rates.values() for rate in rates})
    ],
    Setting.APERTURE: lambda s: _apertures(s.device),
    Setting.SHUTTER: _shutters,
    Setting.ISO_FLOOR: _iso(0),
    Setting.ISO_CEILING: _iso(-1),
    Setting.EXPOSURE_BIAS: lambda s: [Offer(bias, signed(bias)) for bias in s.device.exposure_biases],
    Setting.COLOUR_PROFILE: lambda s: [Offer(profile.key, profile.label) for profile in s.device.profiles],
    Setting.WHITE_BALANCE: _white_balance,
}


def _of_camera(camera: Camera, setting: Setting) -> list[Offer]:
    if setting in _OFFERED:
        return _OFFERED[setting](camera)
    unit = SETTINGS[setting].unit
    values = camera.device.offered(setting)
    return [Offer(value, f"{value} {unit}" if unit and not isinstance(value, str) else str(value)) for value in values]


def of_bag(setting: Setting, usable: Sequence[BagItem], glasses: Sequence[Glass]) -> list[Offer]:
    """What the usable things of the bag offer for a setting that is fitted by hand."""
    if setting is Setting.ND_FILTER:
        return [Offer(glass.key, glass.label) for glass in glasses]
    if setting is Setting.LAMP_LEVEL:
        dimmed = any(isinstance(item, Lamp) and item.dimmable for item in usable)
        return [Offer(level, f"{level} % of full") for level in LAMP_LEVELS] if dimmed else []
    kind = {Setting.LAMP: Lamp, Setting.SUPPORT: Support, Setting.COLOUR_FILTER: ColourFilter}[setting]
    things = [Offer(item.key, item.label) for item in usable if isinstance(item, kind)]
    # A colour filter can always be left off; without lamps or supports there is nothing to choose.
    return [Offer(NO_FILTER, "none"), *things] if things or kind is ColourFilter else []
