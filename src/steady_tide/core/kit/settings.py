"""Every setting the product decides: the one table all floors use."""

from enum import StrEnum
from typing import Final, Literal, NamedTuple

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
    LAMP_LEVEL = "lamp_level"
    SUPPORT = "support"
    SHARPENING = "sharpening"
    HIGH_DYNAMIC_RANGE = "high_dynamic_range"
    LOW_LIGHT_AUTOMATIC = "low_light_automatic"
    SOUND = "sound"
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


def label_in_text(label: str) -> str:
    """A label within a sentence: "frame rate", but "ND that buys noise"."""
    return label if label[1:2].isupper() else label[:1].lower() + label[1:]


Decided = Literal["frame", "recording", "exposure", "profile", "bias", "fitted", "balance", "rule"]
"""How a setting is decided: searched with the frame, the recording, the exposure or the profile; weighed with the
profile's bias; fitted before the search; balanced for the light; or by a rule of its own."""


class Description(NamedTuple):
    """A setting: its ordinary name, the room of the decision it belongs to, and what all floors ask of it.

    by_hand: fitted, not dialled in; leaves nothing behind in a preset. exposes: decides how much light is taken,
    and not what the picture looks like. in_stops: nearness is told in stops. number: its values are numbers.
    in_headline: told in a set's one line. seen_at_cuts: what the eye notices where two cameras are cut together.
    """

    label: str
    room: str
    decided: Decided = "rule"
    unit: str = ""
    by_hand: bool = False
    exposes: bool = False
    in_stops: bool = False
    number: bool = False
    in_headline: bool = False
    seen_at_cuts: bool = False

    @property
    def in_text(self) -> str:
        """The label within a sentence: "frame rate", but "ISO floor"."""
        return label_in_text(self.label)

    def before(self, text: str) -> str:
        """The label with a value as it is read behind it, nothing said twice: "ISO ceiling 1600"."""
        return _once(self.label, text)

    def in_text_before(self, text: str) -> str:
        """A value with its setting within a sentence: "shutter 1/60 s"."""
        return _once(self.in_text, text)

    @property
    def searched(self) -> bool:
        """Whether the search decides it, against every other set."""
        return self.decided in ("frame", "recording", "exposure", "profile")

    @property
    def sketched(self) -> bool:
        """Whether it makes the picture or its exposure: what a set is told by when its reasons are left out."""
        return self.searched or self.decided in ("bias", "fitted")


def _once(label: str, text: str) -> str:
    first, _, rest = text.partition(" ")
    return f"{label} {rest if rest and label.startswith(first + ' ') else text}"


ROOMS: Final = ("Frame", "Recording", "Exposure", "Colour", "Sound", "Extras")

SETTINGS: Final[dict[Setting, Description]] = {
    Setting.FRAME_SHAPE: Description("Frame shape", "Frame", decided="frame"),
    Setting.RESOLUTION: Description("Resolution", "Frame", decided="frame", in_headline=True),
    Setting.FRAME_RATE: Description(
        "Frame rate", "Frame", decided="frame", unit="fps", number=True, in_headline=True, seen_at_cuts=True
    ),
    Setting.VIEW: Description("View", "Frame", decided="frame", in_headline=True),
    Setting.STABILISATION: Description("Stabilisation", "Frame", decided="frame", in_headline=True),
    Setting.CODEC: Description("Codec", "Recording", decided="recording"),
    Setting.BIT_DEPTH: Description("Bit depth", "Recording", decided="recording", unit="bit", number=True),
    Setting.BIT_RATE: Description("Bit rate", "Recording", decided="recording", unit="Mbit/s", number=True),
    Setting.APERTURE: Description("Aperture", "Exposure", decided="frame", exposes=True),
    Setting.SHUTTER: Description(
        "Shutter", "Exposure", decided="exposure", unit="s", exposes=True, in_stops=True, in_headline=True
    ),
    Setting.ND_FILTER: Description(
        "ND filter", "Exposure", decided="exposure", by_hand=True, exposes=True, in_headline=True
    ),
    Setting.ISO_FLOOR: Description(
        "ISO floor", "Exposure", decided="exposure", exposes=True, in_stops=True, number=True
    ),
    Setting.ISO_CEILING: Description(
        "ISO ceiling", "Exposure", decided="exposure", exposes=True, in_stops=True, number=True
    ),
    Setting.EXPOSURE_BIAS: Description("Exposure bias", "Exposure", decided="bias", unit="stops"),
    Setting.EXPOSURE_LOCK: Description("Exposure lock", "Exposure"),
    Setting.METERING: Description("Metering", "Exposure"),
    Setting.FOCUS_LOCK: Description("Focus lock", "Exposure"),
    Setting.COLOUR_PROFILE: Description("Colour profile", "Colour", decided="profile", seen_at_cuts=True),
    Setting.WHITE_BALANCE: Description("White balance", "Colour", decided="balance", unit="K", seen_at_cuts=True),
    Setting.COLOUR_FILTER: Description("Colour filter", "Colour", decided="fitted", by_hand=True),
    Setting.LAMP: Description("Lamp", "Extras", decided="fitted", by_hand=True),
    Setting.LAMP_LEVEL: Description("Lamp level", "Extras", decided="fitted", unit="%", by_hand=True, number=True),
    Setting.SUPPORT: Description("Support", "Extras", decided="fitted", by_hand=True),
    Setting.SHARPENING: Description("Sharpening", "Colour", seen_at_cuts=True),
    Setting.HIGH_DYNAMIC_RANGE: Description("High dynamic range", "Colour"),
    Setting.LOW_LIGHT_AUTOMATIC: Description("Low-light automatic", "Extras"),
    Setting.SOUND: Description("Sound", "Sound"),
    Setting.WIND_REDUCTION: Description("Wind reduction", "Sound"),
    Setting.SEPARATE_AUDIO: Description("Separate audio track", "Sound"),
    Setting.MICROPHONE: Description("Microphone", "Sound"),
    Setting.PRE_RECORD: Description("Pre-record", "Extras", unit="s"),
    Setting.LENGTH_LIMIT: Description("Length limit", "Extras"),
    Setting.SELF_TIMER: Description("Self-timer", "Extras", unit="s"),
    Setting.SCHEDULED_START: Description("Scheduled start", "Extras"),
    Setting.POSITION_LOGGING: Description("Position logging", "Extras"),
    Setting.BEEPS: Description("Beeps", "Extras"),
    Setting.SCREEN_LOCK: Description("Screen lock", "Extras"),
    Setting.ORIENTATION_LOCK: Description("Orientation lock", "Extras"),
    Setting.FRONT_SCREEN: Description("Front screen", "Extras"),
    Setting.SHORTCUT_CORNERS: Description("Shortcut corners", "Extras"),
}


def settings_that(column: str, value: object = True) -> tuple[Setting, ...]:
    """Settings with a value in a column of the table, in their order."""
    return tuple(setting for setting, row in SETTINGS.items() if getattr(row, column) == value)
