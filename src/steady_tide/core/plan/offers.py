"""What a device offers for each setting, in words: the same values for pins, plans and cards."""

from collections.abc import Callable, Iterable, Mapping
from typing import NamedTuple

from steady_tide.core.kit.device import Device
from steady_tide.core.kit.settings import SETTINGS, Setting, Value
from steady_tide.core.plan.finish import AUTOMATIC, LOCKED_AUTOMATIC, white_balance_values
from steady_tide.core.plan.glasses import NO_FILTER
from steady_tide.core.plan.situation import Situation
from steady_tide.core.plan.space import apertures_of
from steady_tide.core.quantities import rate_text, shutter_text, signed


class Offer(NamedTuple):
    """A value and how it is read."""

    value: Value
    text: str


def _unique(offered: Iterable[Offer]) -> list[Offer]:
    return list(dict.fromkeys(offered))


def _rates(device: Device) -> list[Offer]:
    rates = sorted({mode.rate for mode in device.modes})
    return [Offer(str(rate), f"{rate_text(rate)} fps") for rate in rates]


def _shutters(device: Device) -> list[Offer]:
    fixed = [Offer(str(shutter), f"{shutter_text(shutter)} s") for shutter in sorted(device.shutters, reverse=True)]
    return [*fixed, *([Offer(AUTOMATIC, "automatic")] if device.automatic_shutter else [])]


def _apertures(device: Device) -> list[Offer]:
    """The f-numbers of a device that has a lens with a variable aperture; else nothing to set."""
    if not any(lens.f_numbers for lens in device.lenses):
        return []
    return [Offer(f_number, f"f/{f_number:g}") for f_number in apertures_of(device)]


def _iso(end: int) -> Callable[[Situation], list[Offer]]:
    """Offers of one end of the ISO scale; `end` picks it where the ISO cannot be set."""

    def offered(situation: Situation) -> list[Offer]:
        scale = situation.device.iso
        values = scale.values if scale.settable else [scale.values[end]]
        return [Offer(value, f"ISO {value}") for value in values]

    return offered


def _white_balance(situation: Situation) -> list[Offer]:
    words = {AUTOMATIC: "automatic", LOCKED_AUTOMATIC: "automatic, held on the scene"}
    return [Offer(value, words.get(str(value), f"{value} K")) for value in white_balance_values(situation)]


_OFFERED: dict[Setting, Callable[[Situation], list[Offer]]] = {
    Setting.FRAME_SHAPE: lambda s: _unique(Offer(mode.frame_shape, mode.frame_shape) for mode in s.device.modes),
    Setting.RESOLUTION: lambda s: _unique(Offer(mode.resolution, mode.resolution) for mode in s.device.modes),
    Setting.FRAME_RATE: lambda s: _rates(s.device),
    Setting.VIEW: lambda s: [Offer(view.key, view.label) for view in s.device.views],
    Setting.STABILISATION: lambda s: [Offer(level.key, level.label) for level in s.device.stabilisation],
    Setting.CODEC: lambda s: [Offer(codec.key, codec.label) for codec in s.device.codecs],
    Setting.BIT_DEPTH: lambda s: [
        Offer(depth, f"{depth} bit")
        for depth in sorted({depth for codec in s.device.codecs for depth in codec.bit_depths})
    ],
    Setting.BIT_RATE: lambda s: [
        Offer(rate, f"{rate} Mbit/s")
        for rate in sorted({rate for mode in s.device.modes for rates in mode.bit_rates.values() for rate in rates})
    ],
    Setting.APERTURE: lambda s: _apertures(s.device),
    Setting.SHUTTER: lambda s: _shutters(s.device),
    Setting.ND_FILTER: lambda s: [Offer(glass.key, glass.label) for glass in s.glasses],
    Setting.ISO_FLOOR: _iso(0),
    Setting.ISO_CEILING: _iso(-1),
    Setting.EXPOSURE_BIAS: lambda s: [Offer(bias, signed(bias)) for bias in s.device.exposure_biases],
    Setting.COLOUR_PROFILE: lambda s: [Offer(profile.key, profile.label) for profile in s.device.profiles],
    Setting.WHITE_BALANCE: _white_balance,
    Setting.COLOUR_FILTER: lambda s: [
        Offer(NO_FILTER, "none"),
        *(Offer(f.key, f.label) for f in s.colour_filters),
    ],
}


def offers(situation: Situation, setting: Setting) -> list[Offer]:
    """Every value the device and the bag offer for a setting, in the order they are offered."""
    if setting in _OFFERED:
        return _OFFERED[setting](situation)
    unit = SETTINGS[setting].unit
    values = situation.device.offered(setting)
    return [Offer(value, f"{value} {unit}" if unit and not isinstance(value, str) else str(value)) for value in values]


def wishes_text(situation: Situation, wishes: Mapping[Setting, Value]) -> str:
    """Wishes in one phrase: "frame rate 120 fps and stabilisation Strong"."""
    return " and ".join(f"{SETTINGS[name].in_text} {text_of(situation, name, value)}" for name, value in wishes.items())


def text_of(situation: Situation, setting: Setting, value: Value) -> str:
    """How a value is read; the value itself where the device does not offer it."""
    return next((offer.text for offer in offers(situation, setting) if offer.value == value), str(value))
