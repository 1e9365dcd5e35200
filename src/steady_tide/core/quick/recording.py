"""Sums about what is recorded: slow motion, intervals, cards and copies, cells in the cold."""

from typing import Final, Literal

from pydantic import Field

from steady_tide.core.endurance.cells import usable_share
from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.image.bit_rate import gb_per_hour, needed_card_mb_s
from steady_tide.core.lapse.interval import film_seconds, frames_in, interval_for, longest_shutter, span_for
from steady_tide.core.motion.blur import slow_factor
from steady_tide.core.quick.worked import Figured, Worked, curve, main_first
from steady_tide.core.ready.media import copy_minutes
from steady_tide.core.ready.upkeep import Upkeep
from steady_tide.core.typed import Typed


def lasting(minutes: float) -> str:
    """A time in words: 45 min, 2 h 05 min."""
    whole = round(minutes)
    return f"{whole} min" if whole < 90 else f"{whole // 60} h {whole % 60:02} min"


class SlowMotion(Typed):
    """How long a moment becomes."""

    sum: Literal["slow"] = "slow"
    recorded_rate: float = Field(default=120, ge=1, le=5000, description="Frames a second recorded.")
    timeline_rate: float = Field(default=25, ge=1, le=240, description="Frames a second of the film.")
    moment_s: float = Field(default=0.5, ge=0.001, le=86_400, description="How long it really takes.")


def slow(asked: SlowMotion) -> Worked:
    """How many times slower, and how long on screen."""
    factor = float(slow_factor(recorded=asked.recorded_rate, timeline=asked.timeline_rate))
    shown = asked.moment_s * factor
    words = f"{factor:.3g} times slower" if factor >= 1 else f"{1 / factor:.3g} times as fast"
    return Worked(
        figures=[
            Figured(
                key="shown", label="On screen", value=shown, unit="s", text=f"{shown:.3g} s",
                formula="real time · recorded / timeline", main=True,
            ),
            Figured(key="factor", label="It plays", value=factor, unit="×", text=words, formula="recorded / timeline"),
            Figured(
                key="light", label="Light a frame loses against real time", value=max(factor, 1.0), unit="×",
                text=f"1/{max(factor, 1.0):.3g} of it", formula="the shutter shortens with the rate, at one angle",
            ),
        ],
        drawn=curve(
            lambda rate: asked.moment_s * rate / asked.timeline_rate, least=asked.timeline_rate,
            most=max(2 * asked.recorded_rate, 4 * asked.timeline_rate), at=asked.recorded_rate,
            across="recorded, fps", upward="s on screen",
        ),
        brief={
            "scenario": "motion",
            "light": {"kind": "condition", "condition": "sun"},
            "delivery": {"slowed": min(max(factor, 1.0), 40.0)},
        },
    )  # fmt: skip


LAST_SHUTTER: Final = 0.5
"""The last frame is taken to be exposed for half an interval. **Assumed**; so film, interval and length agree."""


class Intervals(Typed):
    """Interval shooting: any two of how long, how much film and how often give the third."""

    sum: Literal["interval"] = "interval"
    wanted: Literal["film", "interval", "hours"] = Field(default="film", description="What is asked for.")
    hours: float = Field(default=6, ge=0.001, le=240, description="How long it runs [hours].")
    film_s: float = Field(default=10, ge=0.04, le=36_000, description="Seconds of film.")
    interval_s: float = Field(default=20, ge=0.1, le=86_400, description="Between two frames.")
    timeline_rate: float = Field(default=25, ge=1, le=240, description="Frames a second of the film.")
    write_gap_s: float = Field(default=1, ge=0, le=60, description="What the camera needs to put a frame away.")
    frame_mb: float = Field(default=12, ge=0.1, le=500, description="A single frame [MB].")


def interval(asked: Intervals) -> Worked:
    """The third of length, film and interval; frames, the longest shutter, room."""
    seconds, gap = 3600.0 * asked.hours, asked.interval_s
    frames = max(round(asked.film_s * asked.timeline_rate), 1)
    if asked.wanted == "film":
        frames = frames_in(seconds=seconds, shutter_s=min(LAST_SHUTTER * gap, seconds), interval_s=gap)
    elif asked.wanted == "interval":
        gap = interval_for(seconds=seconds, frames=frames, shutter_share=LAST_SHUTTER)
    else:
        seconds = span_for(frames=frames, interval_s=gap, shutter_s=LAST_SHUTTER * gap)
    if gap <= asked.write_gap_s:
        field = "film_s" if asked.wanted == "interval" else "interval_s"
        words = f"a frame every {gap:.3g} s leaves no time to expose: the camera takes {asked.write_gap_s:g} s to write"
        raise BadInput([Problem((field,), words)])
    film = film_seconds(frames=frames, timeline_rate=asked.timeline_rate)
    shutter = longest_shutter(interval_s=gap, write_gap_s=asked.write_gap_s)
    room = frames * asked.frame_mb / 1000.0
    figures = [
        Figured(
            key="film", label="Film", value=film, unit="s", text=f"{film:.3g} s", main=asked.wanted == "film",
            formula="frames / timeline rate",
        ),
        Figured(
            key="interval", label="Interval", value=gap, unit="s", text=f"{gap:.3g} s", main=asked.wanted == "interval",
            formula="time / (frames − ½)",
        ),
        Figured(
            key="hours", label="How long", value=seconds / 3600.0, unit="hours", text=lasting(seconds / 60.0),
            main=asked.wanted == "hours", formula="(frames − 1) · interval + shutter",
        ),
        Figured(
            key="frames", label="Frames", value=float(frames), unit="", text=f"{frames}",
            formula="floor((time − shutter) / interval) + 1",
        ),
        Figured(
            key="shutter", label="Longest shutter", value=shutter, unit="s", text=f"{shutter:.3g} s",
            formula="interval − time to write, at least half the interval",
        ),
        Figured(
            key="room", label="Single frames take", value=room, unit="GB", text=f"{room:.3g} GB",
            formula="frames · size of one",
        ),
    ]  # fmt: skip
    return Worked(
        figures=main_first(figures),
        drawn=curve(
            lambda each: seconds / each / asked.timeline_rate, least=max(gap / 3, 0.1), most=3 * gap, at=gap,
            across="interval, s", upward="s of film",
        ),
        notes=["Whether the cell lasts, what stars trail and what dew does, is planned in a scene."],
        brief={
            "scenario": "lapse",
            "light": {"kind": "condition", "condition": "moon"},
            "carried": "tripod",
            "lapse": {"interval_s": min(max(gap, 0.5), 3600.0), "hours": min(max(seconds / 3600.0, 0.001), 72.0)},
        },
    )  # fmt: skip


class CardTime(Typed):
    """How long a card lasts, and how long it takes to copy."""

    sum: Literal["card"] = "card"
    mbit_s: float = Field(default=100, ge=0.1, le=20_000, description="Bit rate.")
    card_gb: float = Field(default=128, ge=0.1, le=100_000, description="The card holds.")
    copies: int = Field(default=2, ge=1, le=5)
    copy_mb_s: float = Field(default=90, ge=0.1, le=100_000, description="Reader and disk copy.")


def card(asked: CardTime) -> Worked:
    """Recording time, class, copy time."""
    hourly = float(gb_per_hour(asked.mbit_s))
    minutes = 60.0 * asked.card_gb / hourly
    needed = float(needed_card_mb_s(asked.mbit_s))
    copying = copy_minutes(asked.card_gb, Upkeep(copies=asked.copies, copy_mb_s=asked.copy_mb_s))
    sold = next((one for one in (6, 10, 30, 60, 90) if one >= needed), None)
    return Worked(
        figures=[
            Figured(
                key="lasts", label="The card lasts", value=minutes, unit="min", text=lasting(minutes),
                formula="GB / (0.45 · Mbit/s) hours", main=True,
            ),
            Figured(
                key="hourly", label="An hour takes", value=hourly, unit="GB", text=f"{hourly:.3g} GB",
                formula="0.45 · Mbit/s",
            ),
            Figured(
                key="class", label="The card has to sustain", value=needed, unit="MB/s",
                text=f"{needed:.0f} MB/s{f', class V{sold}' if sold else ', more than V90'}",
                formula="Mbit/s / 8, and a quarter more",
            ),
            Figured(
                key="copy", label=f"{asked.copies} copies take", value=copying, unit="min", text=lasting(copying),
                formula="GB · copies / copying speed",
            ),
        ],
        drawn=curve(
            lambda rate: asked.card_gb / float(gb_per_hour(rate)), least=asked.mbit_s / 4, most=asked.mbit_s * 3,
            at=asked.mbit_s, across="Mbit/s", upward="hours on the card",
        ),
        notes=["GB are 10⁹ bytes; a card that says 128 holds a little less once it is formatted."],
        brief=None,
    )  # fmt: skip


class ColdCell(Typed):
    """How long a cell lasts in the cold."""

    sum: Literal["cell"] = "cell"
    capacity_wh: float = Field(default=6.8, ge=0.01, le=500, description="Of the cell.")
    draw_w: float = Field(default=5, ge=0.01, le=500, description="What the camera draws.")
    temperature_c: float = Field(default=0, ge=-40, le=55)
    share_at_0_c: float = Field(default=0.7, ge=0.01, le=1, description="What is left of it at 0 °C; assumed.")
    cuts_out_below: float = Field(default=0.1, ge=0, lt=0.9, description="Cuts out under load below this charge.")


def cell(asked: ColdCell) -> Worked:
    """Minutes on one cell at a temperature."""

    def share(air_c: float) -> float:
        return usable_share(air_c, share_at_0_c=asked.share_at_0_c, cuts_out_below=asked.cuts_out_below)

    def minutes(air_c: float) -> float:
        return 60.0 * asked.capacity_wh * share(air_c) / asked.draw_w

    here, warm = minutes(asked.temperature_c), minutes(20.0)
    return Worked(
        figures=[
            Figured(
                key="lasts", label="A cell lasts", value=here, unit="min", text=lasting(here),
                formula="Wh · share left in the cold / W", main=True,
            ),
            Figured(
                key="share", label="Of its energy can be had", value=100 * share(asked.temperature_c), unit="%",
                text=f"{100 * share(asked.temperature_c):.0f} %",
                formula="on a line from 20 °C, less what it cuts out with",
            ),
            Figured(key="warm", label="In the warm it lasts", value=warm, unit="min", text=lasting(warm),
                    formula="Wh / W"),
        ],
        drawn=curve(minutes, least=-20, most=30, at=min(max(asked.temperature_c, -20.0), 30.0), across="°C",
                    upward="min"),
        notes=["The cell is as cold as the air: carried warm and changed late it does better."],
        brief={"scenario": "scenic", "light": {"kind": "condition", "condition": "overcast"},
               "temperature_c": asked.temperature_c},
    )  # fmt: skip
