"""Every setting the product decides: its key, its name, its room. The one list all floors use."""

from enum import StrEnum
from typing import Final, NamedTuple

Value = str | int | float
"""A setting's value in a document: frame rates and shutters are exact texts such as "25" or "1/50"."""


class Setting(StrEnum):
    """The settings, in the order in which they are decided."""

    FRAME_SHAPE = "frame_shape"
    RESOLUTION = "resolution"
    FRAME_RATE = "frame_rate"
    VIEW = "view"
    STABILISATION = "stabilisation"
    CODEC = "codec"
    BIT_DEPTH = "bit_depth"
    BIT_RATE = "bit_rate"
    APERTURE = "aperture"
    SHUTTER = "shutter"
    ND_FILTER = "nd_filter"
    ISO_FLOOR = "iso_floor"
    ISO_CEILING = "iso_ceiling"
    EXPOSURE_BIAS = "exposure_bias"
    EXPOSURE_LOCK = "exposure_lock"
    METERING = "metering"
    FOCUS_LOCK = "focus_lock"
    COLOUR_PROFILE = "colour_profile"
    WHITE_BALANCE = "white_balance"
    COLOUR_FILTER = "colour_filter"
    LAMP = "lamp"
    SUPPORT = "support"
    SHARPENING = "sharpening"
    HIGH_DYNAMIC_RANGE = "high_dynamic_range"
    LOW_LIGHT_AUTOMATIC = "low_light_automatic"
    WIND_REDUCTION = "wind_reduction"
    SEPARATE_AUDIO = "separate_audio"
    MICROPHONE = "microphone"
    PRE_RECORD = "pre_record"
    LENGTH_LIMIT = "length_limit"
    SELF_TIMER = "self_timer"
    SCHEDULED_START = "scheduled_start"
    POSITION_LOGGING = "position_logging"
    BEEPS = "beeps"
    SCREEN_LOCK = "screen_lock"
    ORIENTATION_LOCK = "orientation_lock"
    FRONT_SCREEN = "front_screen"
    SHORTCUT_CORNERS = "shortcut_corners"


class Description(NamedTuple):
    """A setting's ordinary name, the room of the decision it belongs to, and its unit."""

    label: str
    room: str
    unit: str = ""

    @property
    def in_text(self) -> str:
        """The label within a sentence: "frame rate", but "ISO floor"."""
        acronym = self.label[1:2].isupper()
        return self.label if acronym else self.label[:1].lower() + self.label[1:]


ROOMS: Final = ("Frame", "Recording", "Exposure", "Colour", "Sound", "Extras")

SETTINGS: Final[dict[Setting, Description]] = {
    Setting.FRAME_SHAPE: Description("Frame shape", "Frame"),
    Setting.RESOLUTION: Description("Resolution", "Frame"),
    Setting.FRAME_RATE: Description("Frame rate", "Frame", "fps"),
    Setting.VIEW: Description("View", "Frame"),
    Setting.STABILISATION: Description("Stabilisation", "Frame"),
    Setting.CODEC: Description("Codec", "Recording"),
    Setting.BIT_DEPTH: Description("Bit depth", "Recording", "bit"),
    Setting.BIT_RATE: Description("Bit rate", "Recording", "Mbit/s"),
    Setting.APERTURE: Description("Aperture", "Exposure"),
    Setting.SHUTTER: Description("Shutter", "Exposure", "s"),
    Setting.ND_FILTER: Description("ND filter", "Exposure"),
    Setting.ISO_FLOOR: Description("ISO floor", "Exposure"),
    Setting.ISO_CEILING: Description("ISO ceiling", "Exposure"),
    Setting.EXPOSURE_BIAS: Description("Exposure bias", "Exposure", "stops"),
    Setting.EXPOSURE_LOCK: Description("Exposure lock", "Exposure"),
    Setting.METERING: Description("Metering", "Exposure"),
    Setting.FOCUS_LOCK: Description("Focus lock", "Exposure"),
    Setting.COLOUR_PROFILE: Description("Colour profile", "Colour"),
    Setting.WHITE_BALANCE: Description("White balance", "Colour", "K"),
    Setting.COLOUR_FILTER: Description("Colour filter", "Colour"),
    Setting.LAMP: Description("Lamp", "Extras"),
    Setting.SUPPORT: Description("Support", "Extras"),
    Setting.SHARPENING: Description("Sharpening", "Colour"),
    Setting.HIGH_DYNAMIC_RANGE: Description("High dynamic range", "Colour"),
    Setting.LOW_LIGHT_AUTOMATIC: Description("Low-light automatic", "Extras"),
    Setting.WIND_REDUCTION: Description("Wind reduction", "Sound"),
    Setting.SEPARATE_AUDIO: Description("Separate audio track", "Sound"),
    Setting.MICROPHONE: Description("Microphone", "Sound"),
    Setting.PRE_RECORD: Description("Pre-record", "Extras", "s"),
    Setting.LENGTH_LIMIT: Description("Length limit", "Extras"),
    Setting.SELF_TIMER: Description("Self-timer", "Extras", "s"),
    Setting.SCHEDULED_START: Description("Scheduled start", "Extras"),
    Setting.POSITION_LOGGING: Description("Position logging", "Extras"),
    Setting.BEEPS: Description("Beeps", "Extras"),
    Setting.SCREEN_LOCK: Description("Screen lock", "Extras"),
    Setting.ORIENTATION_LOCK: Description("Orientation lock", "Extras"),
    Setting.FRONT_SCREEN: Description("Front screen", "Extras"),
    Setting.SHORTCUT_CORNERS: Description("Shortcut corners", "Extras"),
}
