"""What is possible in a device document but hardly true: told as a warning, never refused."""

from collections.abc import Iterator
from typing import Final

from steady_tide.core.errors import Problem
from steady_tide.core.image.bit_rate import bits_per_pixel
from steady_tide.core.kit.device import Device
from steady_tide.core.kit.recording import Mode

LEAST_BITS: Final = 0.02
MOST_BITS: Final = 6.0
"""Bits per pixel of plain H.264's worth outside which a rate is probably a slip. **Assumed**."""
PLAYED_RATE: Final = 25.0
"""Frames a second at which a lapse video is taken to play. **Assumed**."""
MOST_SENSOR_MM: Final = 40.0
ENLARGED: Final = 1.05
"""A frame wider than the photosites it is read from by more than this is enlarged. **Assumed**."""
HARDEST_DRAW_SPREAD: Final = 6.0


def warnings(device: Device) -> Iterator[Problem]:
    """Everything in a document that looks like a slip of the pen, with its path."""
    for index, lens in enumerate(device.lenses):
        width_mm = lens.sensor.columns * lens.sensor.pixel_pitch_um / 1000.0
        if width_mm > MOST_SENSOR_MM:
            yield Problem(
                ("lenses", index, "sensor"), f"{width_mm:.0f} mm wide is larger than any small camera's sensor"
            )
    for index, level in enumerate(device.stabilisation):
        if level.removes > 0 and level.crop == 0 and not level.optical:
            text = f"{level.label} steadies without giving up any of the frame; electronic stabilisation has a crop"
            yield Problem(("stabilisation", index, "crop"), text)
    for index, mode in enumerate(device.modes):
        yield from _mode_warnings(device, index, mode)
    draws = [mode.draw_w for mode in device.modes if mode.kind == "video"] or [1.0]
    if max(draws) > HARDEST_DRAW_SPREAD * min(draws):
        text = f"draws from {min(draws):g} to {max(draws):g} W; check the units"
        yield Problem(("modes",), text)


def _mode_warnings(device: Device, index: int, mode: Mode) -> Iterator[Problem]:
    codecs = {codec.key: codec for codec in device.codecs}
    for key, rates in mode.bit_rates.items() if mode.still_mb is None else ():
        for rate in rates:
            played = PLAYED_RATE if mode.kind == "lapse" else float(mode.rate)
            spent = bits_per_pixel(mbit_s=rate, width_px=mode.width_px, height_px=mode.height_px, rate=played)
            worth = float(spent) * codecs[key].efficiency if key in codecs else float(spent)
            if not LEAST_BITS <= worth <= MOST_BITS:
                text = f"{rate} Mbit/s is {float(spent):.3f} bits per pixel in {mode.resolution} at {mode.rate}"
                yield Problem(("modes", index, "bit_rates"), text)
    across, down = (int(part) for part in mode.frame_shape.split(":"))
    if abs(mode.width_px / mode.height_px - across / down) > 0.03 * across / down:
        text = f"{mode.width_px} × {mode.height_px} is not {mode.frame_shape}"
        yield Problem(("modes", index, "frame_shape"), text)
    views = {view.key: view for view in device.views}
    sensors = {lens.key: lens.sensor for lens in device.lenses}
    read = [sensors[views[key].lens].columns for key in mode.views if key in views and views[key].lens in sensors]
    if read and mode.width_px > ENLARGED * max(read):
        yield Problem(
            ("modes", index, "width_px"), f"{mode.width_px} px across is more than the {max(read)} photosites there are"
        )
