"""What a device offers for each setting, in words: the same values for pins, plans and cards."""

from collections.abc import Callable, Iterable, Mapping
from typing import NamedTuple

from steady_tide.core.kit.bag import Lamp, Support
from steady_tide.core.kit.device import Device
from steady_tide.core.kit.settings import SETTINGS, Setting, Value
from steady_tide.core.plan.problem.glasses import NO_FILTER
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.quantities import rate_text, shutter_text, signed

AUTOMATIC = "auto"
LOCKED_AUTOMATIC = "locked"
"""Values of shutter and white balance that leave them to the camera, for good or until they are held."""


class Offer(NamedTuple):
    """A value and how it is read."""

    value: Value
    text: str


def apertures_of(device: Device) -> list[float]:
    """Every f-number of every lens, widest first."""
    return sorted({aperture for lens in device.lenses for aperture in lens.apertures})


def white_balance_values(situation: Situation) -> list[Value]:
    """What this device's white balance can be set to."""
    scale = situation.device.white_balance
    values: list[Value] = list(scale.kelvins)
    if scale.automatic:
        values.append(AUTOMATIC)
    if scale.lock:
        values.append(LOCKED_AUTOMATIC)
    return values


def _unique(offered: Iterable[Offer]) -> list[Offer]:
    return list(dict.fromkeys(offered))


def _rates(situation: Situation) -> list[Offer]:
    rates = sorted({mode.rate for mode in situation.modes})
    if situation.brief.at_intervals:
        return [Offer(str(rate), f"every {float(1 / rate):g} s") for rate in rates]
    return [Offer(str(rate), f"{rate_text(rate)} fps") for rate in rates]


def _shutters(situation: Situation) -> list[Offer]:
    """Shutters no longer than the longest frame; a lapse keeps them all."""
    device, longest = situation.device, max(1 / mode.rate for mode in situation.modes)
    fitting = sorted((shutter for shutter in device.shutters if shutter <= longest), reverse=True)
    fixed = [Offer(str(shutter), f"{shutter_text(shutter)} s") for shutter in fitting]
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


def _things(situation: Situation, kind: type[Lamp | Support]) -> list[Offer]:
    """Lamps or supports of the bag that may be used, and doing without; nothing where the bag has none."""
    found = [Offer(item.key, item.label) for item in situation.usable if isinstance(item, kind)]
    return [Offer(NO_FILTER, "none"), *found] if found else []


def _white_balance(situation: Situation) -> list[Offer]:
    words = {AUTOMATIC: "automatic", LOCKED_AUTOMATIC: "automatic, held on the scene"}
    return [Offer(value, words.get(str(value), f"{value} K")) for value in white_balance_values(situation)]


_OFFERED: dict[Setting, Callable[[Situation], list[Offer]]] = {
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
    Setting.ND_FILTER: lambda s: [Offer(glass.key, glass.label) for glass in s.glasses],
    Setting.ISO_FLOOR: _iso(0),
    Setting.ISO_CEILING: _iso(-1),
    Setting.EXPOSURE_BIAS: lambda s: [Offer(bias, signed(bias)) for bias in s.device.exposure_biases],
    Setting.COLOUR_PROFILE: lambda s: [Offer(profile.key, profile.label) for profile in s.device.profiles],
    Setting.WHITE_BALANCE: _white_balance,
    Setting.LAMP: lambda s: _things(s, Lamp),
    Setting.SUPPORT: lambda s: _things(s, Support),
    Setting.COLOUR_FILTER: lambda s: [
        Offer(NO_FILTER, "none"),
        *(Offer(f.key, f.label) for f in s.colour_filters),
    ],
}


def offers(situation: Situation, setting: Setting) -> list[Offer]:
    """Every value the device and the bag offer for a setting, in the order they are offered."""
    kept: dict[Setting, list[Offer]] = situation.remembered
    if setting not in kept:
        kept[setting] = _offers(situation, setting)
    return kept[setting]


def _offers(situation: Situation, setting: Setting) -> list[Offer]:
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
