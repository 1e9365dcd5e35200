"""Considerations about recording: bits per pixel, depth, editing, card."""

from dataclasses import dataclass

import numpy as np

from steady_tide.core.image.budget import bits_per_pixel, gb_per_hour, needed_card_mb_s
from steady_tide.core.kit.settings import Setting
from steady_tide.core.plan.physics.space import Recordings
from steady_tide.core.plan.prices.consideration import Consideration, one, over
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.plan.problem.stance import Axis
from steady_tide.core.quantities import Floats, Quantity

WANTED_BITS = {"grade": 0.28, "light-touch": 0.2, "straight": 0.16}
"""Bits per pixel wanted, in plain H.264's worth. **Assumed**."""
MACHINE_WEIGHT = {"phone": 1.0, "laptop": 0.5, "desktop": 0.15}
"""What a codec that is heavy to edit costs on the editing machine. **Assumed**."""
DEPTH_COST = {"grade": 1.2, "light-touch": 0.15, "straight": 0.0}
"""What 8 bit costs by position on finish. **Assumed**."""
TEN_BIT_LOAD = 0.12


@dataclass(frozen=True)
class RecordingChoice:
    """Recordings of a device with what prices them; arrays have shape (R,)."""

    situation: Situation
    rows: Recordings

    def at(self, row: int) -> "RecordingChoice":
        """The single recording in this row."""
        rows = self.rows
        only = np.array([row])
        return RecordingChoice(
            self.situation, Recordings(rows.mode[only], rows.codec[only], rows.depth[only], rows.mbit_s[only])
        )

    def of_mode(self, field: str) -> Floats:
        """A figure of each recording's mode."""
        return np.array([float(getattr(mode, field)) for mode in self.situation.device.modes])[self.rows.mode]

    def of_codec(self, field: str) -> Floats:
        """A figure of each recording's codec."""
        return np.array([float(getattr(codec, field)) for codec in self.situation.device.codecs])[self.rows.codec]


def spent_bits(choice: RecordingChoice) -> Quantity:
    """Bits per pixel as they stand in the file."""
    return bits_per_pixel(
        mbit_s=choice.rows.mbit_s,
        width_px=choice.of_mode("width_px"),
        height_px=choice.of_mode("height_px"),
        rate=playing_rate(choice),
    )


def playing_rate(choice: RecordingChoice) -> Floats:
    """Frames a second at which the file plays: its own rate, or the timeline's for frames taken at intervals."""
    if choice.situation.brief.at_intervals:
        return np.full(choice.rows.mode.shape, float(choice.situation.brief.delivery.timeline_rate))
    return choice.of_mode("rate")


def recorded_gb(choice: RecordingChoice) -> Floats:
    """Gigabytes a scene records, shape (R,): by the hour, or by the frame at intervals."""
    minutes = choice.situation.brief.running_minutes
    if not choice.situation.brief.at_intervals:
        return np.asarray(gb_per_hour(choice.rows.mbit_s)) * minutes / 60.0
    return np.asarray(written_mbit_s(choice) / 8.0 * 60.0 * minutes / 1000.0)


def written_mbit_s(choice: RecordingChoice) -> Floats:
    """What is really written while it runs [Mbit/s], shape (R,): at intervals a frame at a time."""
    if not choice.situation.brief.at_intervals:
        return choice.rows.mbit_s
    stills = np.array([mode.still_mb or np.nan for mode in choice.situation.device.modes])[choice.rows.mode]
    per_frame = np.where(np.isnan(stills), choice.rows.mbit_s / playing_rate(choice), 8.0 * stills)
    return np.asarray(per_frame * choice.of_mode("rate"))


def _thin(choice: RecordingChoice) -> Floats:
    wanted = WANTED_BITS[choice.situation.stance.finish]
    return over(np.log2(wanted / (spent_bits(choice) * choice.of_codec("efficiency"))))


def _thin_fact(choice: RecordingChoice) -> str:
    return f"{one(np.asarray(spent_bits(choice))):.3f} bits per pixel at {one(choice.rows.mbit_s):.0f} Mbit/s"


def _shallow(choice: RecordingChoice) -> Floats:
    eight = (choice.rows.depth < 10).astype(float)
    load = TEN_BIT_LOAD * MACHINE_WEIGHT[choice.situation.brief.delivery.edited_on] * (1.0 - eight)
    return np.asarray(DEPTH_COST[choice.situation.stance.finish] * eight + load)


def _shallow_fact(choice: RecordingChoice) -> str:
    return f"{int(one(choice.rows.depth))} bit for a {choice.situation.stance.finish.replace('-', ' ')} finish"


def _heavy(choice: RecordingChoice) -> Floats:
    return MACHINE_WEIGHT[choice.situation.brief.delivery.edited_on] * choice.of_codec("editing_load")


def _heavy_fact(choice: RecordingChoice) -> str:
    codec = choice.situation.device.codecs[int(choice.rows.codec[0])]
    return f"{codec.label} edited on a {choice.situation.brief.delivery.edited_on}"


def _volume(choice: RecordingChoice) -> Floats:
    return np.asarray(np.log2(1.0 + recorded_gb(choice) / 32.0))


def _volume_fact(choice: RecordingChoice) -> str:
    return f"{one(recorded_gb(choice)):.0f} GB in all"


def _card(choice: RecordingChoice) -> Floats:
    return (np.asarray(needed_card_mb_s(written_mbit_s(choice))) > choice.situation.card_mb_s).astype(float)


def _card_fact(choice: RecordingChoice) -> str:
    needed = one(np.asarray(needed_card_mb_s(written_mbit_s(choice))))
    return f"{needed:.0f} MB/s needed with margin, the card sustains {choice.situation.card_mb_s:g}"


def _needs_drive(choice: RecordingChoice) -> Floats:
    limits = [codec.external_drive_above for codec in choice.situation.device.codecs]
    above = np.array([float(limit) if limit is not None else np.inf for limit in limits])[choice.rows.codec]
    return (choice.of_mode("rate") > above).astype(float)


TABLE = (
    Consideration(
        "bits",
        "Bits per pixel",
        "recording",
        0.6,
        _thin,
        _thin_fact,
        "rate over pixels; wanted figure assumed",
        axis=Axis.FINISH,
        warn_above=0.5,
        about=(Setting.BIT_RATE, Setting.CODEC),
    ),
    Consideration(
        "depth",
        "Bit depth for the grade",
        "recording",
        1.0,
        _shallow,
        _shallow_fact,
        "assumed",
        axis=Axis.FINISH,
        about=(Setting.BIT_DEPTH, Setting.CODEC),
    ),
    Consideration("editing", "Heavy to edit", "recording", 1.0, _heavy, _heavy_fact, "assumed", about=(Setting.CODEC,)),
    Consideration(
        "volume",
        "Space on the card",
        "recording",
        0.25,
        _volume,
        _volume_fact,
        "0.45 GB/h per Mbit/s",
        about=(Setting.BIT_RATE,),
    ),
    Consideration(
        "card-speed",
        "Card too slow",
        "recording",
        4.0,
        _card,
        _card_fact,
        "card class with 25 % margin",
        about=(Setting.BIT_RATE, Setting.CODEC),
    ),
    Consideration(
        "drive",
        "Needs an external drive",
        "recording",
        2.0,
        _needs_drive,
        lambda c: "needs an external drive" if one(_needs_drive(c)) else "fits the built-in storage",
        "device profile",
        about=(Setting.CODEC, Setting.FRAME_RATE),
    ),
)
