"""Considerations about recording: bits per pixel, depth, editing, card."""

from dataclasses import dataclass
from typing import Final

import numpy as np

from steady_tide.core.image.bit_rate import bits_per_pixel, gb_per_hour, needed_card_mb_s
from steady_tide.core.kit.settings import Setting
from steady_tide.core.message import Message, number, say
from steady_tide.core.plan.physics.space import DeviceSpace, Recordings
from steady_tide.core.plan.prices.book import Prices
from steady_tide.core.plan.prices.consideration import Consideration, Figures, over
from steady_tide.core.plan.prices.picture import comfort
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.quantities import Floats, Ints, Quantity
from steady_tide.core.thresholds import threshold, thresholds

WANTED_BITS: Final = thresholds("recording.bits")
"""Bits per pixel wanted, in plain H.264's worth. **Assumed**."""
VOLUME_GB: Final = threshold("recording.volume")
"""Gigabytes from which the space on a card begins to count double. **Assumed**."""
ROOM_SHARE: Final = threshold("recording.room")
"""Share of the room from which a scene begins to fill it. **Assumed**."""
EASY_MBIT_S: Final = threshold("recording.easy-stream")
EASY_PIXELS_A_SECOND: Final = threshold("recording.easy-pixels")
"""What any machine plays and cuts [Mbit/s], [px/s]. **Assumed**."""


@dataclass(frozen=True)
class RecordingChoice:
    """Recordings of a device with what prices them; arrays have shape (Q,)."""

    situation: Situation
    space: DeviceSpace
    rows: Recordings

    def take(self, rows: Ints) -> "RecordingChoice":
        """The recordings in these rows."""
        return RecordingChoice(self.situation, self.space, self.rows.take(rows))

    @property
    def rate_hz(self) -> Floats:
        """Frames a second of each recording's mode."""
        return self.space.rate_hz[self.space.rate_of_mode[self.rows.mode]]


def spent_bits(choice: RecordingChoice) -> Quantity:
    """Bits per pixel as they stand in the file."""
    return bits_per_pixel(
        mbit_s=choice.rows.mbit_s,
        width_px=choice.space.width_px[choice.rows.mode],
        height_px=choice.space.height_px[choice.rows.mode],
        rate=playing_rate(choice),
    )


def playing_rate(choice: RecordingChoice) -> Floats:
    """Frames a second at which the file plays: its own rate, or the timeline's for frames taken at intervals."""
    if choice.situation.brief.at_intervals:
        return np.full(choice.rows.mode.shape, float(choice.situation.brief.delivery.timeline_rate))
    return choice.rate_hz


def recorded_gb(choice: RecordingChoice) -> Floats:
    """Gigabytes a scene records, shape (Q,): by the hour, or by the frame at intervals."""
    minutes = choice.situation.brief.running_minutes
    if not choice.situation.brief.at_intervals:
        return np.asarray(gb_per_hour(choice.rows.mbit_s)) * minutes / 60.0
    return np.asarray(written_mbit_s(choice) / 8.0 * 60.0 * minutes / 1000.0)


def written_mbit_s(choice: RecordingChoice) -> Floats:
    """What is really written while it runs [Mbit/s], shape (Q,): at intervals a frame at a time."""
    if not choice.situation.brief.at_intervals:
        return choice.rows.mbit_s
    stills = choice.space.still_mb[choice.rows.mode]
    per_frame = np.where(np.isnan(stills), choice.rows.mbit_s / playing_rate(choice), 8.0 * stills)
    return np.asarray(per_frame * choice.rate_hz)


def _thin(choice: RecordingChoice, _: Prices) -> Floats:
    wanted = WANTED_BITS[choice.situation.stance.finish]
    return over(np.log2(wanted / (spent_bits(choice) * choice.space.codec_efficiency[choice.rows.codec])))


def _machine(choice: RecordingChoice, prices: Prices) -> float:
    """How much it minds what is heavy, as far as that counts beside the resolution that was asked for."""
    minds = prices(f"editing.machine.{choice.situation.brief.delivery.edited_on}")
    return minds * comfort(choice.situation, prices)


def _shallow(choice: RecordingChoice, prices: Prices) -> Floats:
    eight = (choice.rows.depth < 10).astype(float)
    load = prices("depth.ten-bit-load") * _machine(choice, prices) * (1.0 - eight)
    return np.asarray(prices(f"depth.eight-bit.{choice.situation.stance.finish}") * eight + load)


def _shallow_told(situation: Situation, depth: float) -> Message:
    return say("price-depth", depth=round(depth), film=say(f"finish-{situation.stance.finish}"))


def _heavy(choice: RecordingChoice, prices: Prices) -> Floats:
    stream = prices("editing.stream") * over(np.log2(choice.rows.mbit_s / EASY_MBIT_S))
    return np.asarray(_machine(choice, prices) * (choice.space.codec_editing_load[choice.rows.codec] + stream))


def _machine_told(situation: Situation) -> Message:
    return say(f"machine-{situation.brief.delivery.edited_on}")


def _heavy_told(situation: Situation, codec: float) -> Message:
    return say("price-editing", codec=situation.device.codecs[int(codec)].label, machine=_machine_told(situation))


def _below_top(choice: RecordingChoice, _: Prices) -> Floats:
    return np.asarray(np.log2(choice.space.top_mbit_s[choice.rows.mode, choice.rows.codec] / choice.rows.mbit_s))


def _below_told(_: Situation, mbit_s: float, most: float) -> Message:
    return say("price-rate-left", stream=number(mbit_s, "Mbit/s", 0), most=round(most))


def room_gb(situation: Situation) -> float:
    """Gigabytes there are for the scene: in the bag and camera, or where it is kept, whichever is less."""
    given = situation.given
    carried = sum(card.capacity_gb * card.count for card in given.memory_cards) + (situation.device.storage_gb or 0.0)
    kept = situation.brief.delivery.room_gb or np.inf
    return float(min(carried or np.inf, kept))


def _volume(choice: RecordingChoice, prices: Prices) -> Floats:
    return comfort(choice.situation, prices) * np.log2(1.0 + recorded_gb(choice) / VOLUME_GB)


def _over_room(choice: RecordingChoice, _: Prices) -> Floats:
    return np.log2(np.maximum(recorded_gb(choice) / (ROOM_SHARE * room_gb(choice.situation)), 1.0))


def _volume_told(_: Situation, gigabytes: float) -> Message:
    return say("price-volume", recorded=number(gigabytes, "GB", 0))


def _room_told(situation: Situation, gigabytes: float) -> Message:
    room = room_gb(situation)
    if not np.isfinite(room):
        return _volume_told(situation, gigabytes)
    return say("price-room", recorded=number(gigabytes, "GB", 0), room=number(room, "GB", 0))


def _pixels_a_second(choice: RecordingChoice) -> Floats:
    rows = choice.rows.mode
    return np.asarray(choice.space.width_px[rows] * choice.space.height_px[rows] * playing_rate(choice))


def _many_pixels(choice: RecordingChoice, prices: Prices) -> Floats:
    return np.asarray(_machine(choice, prices) * over(np.log2(_pixels_a_second(choice) / EASY_PIXELS_A_SECOND)))


def _many_told(situation: Situation, pixels: float) -> Message:
    return say("price-editing-pixels", millions=round(pixels / 1e6), machine=_machine_told(situation))


def _needed_mb_s(choice: RecordingChoice) -> Floats:
    return np.asarray(needed_card_mb_s(written_mbit_s(choice)))


def _too_slow(choice: RecordingChoice, _: Prices) -> Floats:
    return (_needed_mb_s(choice) > choice.situation.given.storage_mb_s).astype(float)


def _too_slow_told(situation: Situation, needed: float) -> Message:
    sustains = number(situation.given.storage_mb_s, "ratio")
    return say("price-card-speed", needed=number(needed, "MB/s", 0), sustains=sustains)


def _needs_drive(choice: RecordingChoice, _: Prices) -> Floats:
    return (choice.rate_hz > choice.space.codec_drive_above[choice.rows.codec]).astype(float)


def _drive_figures(choice: RecordingChoice) -> Figures:
    return (_needs_drive(choice, Prices({})),)


TABLE: Final[tuple[Consideration[RecordingChoice, RecordingChoice], ...]] = (
    Consideration(
        "bits", "recording", _thin,
        lambda choice: (spent_bits(choice), choice.rows.mbit_s),
        lambda _, bits, mbit_s: say(
            "price-bits", bits=number(bits, "ratio", 3), stream=number(mbit_s, "Mbit/s", 0)
        ),
        (Setting.BIT_RATE, Setting.CODEC),
    ),
    Consideration(
        "depth", "recording", _shallow, lambda choice: (choice.rows.depth,), _shallow_told,
        (Setting.BIT_DEPTH, Setting.CODEC),
    ),
    Consideration("editing", "recording", _heavy, lambda choice: (choice.rows.codec,), _heavy_told, (Setting.CODEC,)),
    Consideration(
        "rate-left", "recording", _below_top,
        lambda choice: (choice.rows.mbit_s, choice.space.top_mbit_s[choice.rows.mode, choice.rows.codec]),
        _below_told,
        (Setting.BIT_RATE,),
    ),
    Consideration(
        "editing-pixels", "recording", _many_pixels,
        lambda choice: (_pixels_a_second(choice),),
        _many_told,
        (Setting.RESOLUTION, Setting.FRAME_RATE),
    ),
    Consideration(
        "volume", "recording", _volume,
        lambda choice: (recorded_gb(choice),),
        _volume_told,
        (Setting.BIT_RATE, Setting.CODEC),
    ),
    Consideration(
        "room", "recording", _over_room, lambda choice: (recorded_gb(choice),), _room_told, (Setting.BIT_RATE,)
    ),
    Consideration(
        "card-speed", "recording", _too_slow, lambda choice: (_needed_mb_s(choice),), _too_slow_told,
        (Setting.BIT_RATE, Setting.CODEC),
    ),
    Consideration(
        "drive", "recording", _needs_drive, _drive_figures,
        lambda _, needs: say("price-drive") if needs else say("price-drive-none"),
        (Setting.CODEC, Setting.FRAME_RATE),
    ),
)  # fmt: skip
