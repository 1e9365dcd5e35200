"""Interval shooting: its arithmetic worked by hand, and what the planner makes of it."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core.errors import BadInput
from steady_tide.core.kit.settings import Setting
from steady_tide.core.lapse.interval import (
    film_seconds,
    frames_in,
    longest_shutter,
    shutter_for_trail,
    star_trail_px,
)
from steady_tide.core.plan.account.plan import Plan
from steady_tide.core.plan.problem.stance import Stance
from steady_tide.formats.wording import all_worded
from tests.situations import A2, A4, KIT, MANUAL, brief, decision, plan_of, planned

SKY = "Sky over the sheds"


def figure(plan: Plan, key: str) -> float:
    return next(one.value for one in plan.figures if one.key == key)


@pytest.mark.parametrize(
    ("hours", "shutter", "interval", "frames"),
    [(8, 19, 20, 1440), (1, 1, 10, 360), (1, 10, 10, 360), (0.5, 20, 30, 60), (0.001, 5, 10, 0), (1 / 3600, 1, 10, 1)],
)
def test_hours_become_frames(hours: float, shutter: float, interval: float, frames: int) -> None:
    assert frames_in(seconds=3600 * hours, shutter_s=shutter, interval_s=interval) == frames


def test_frames_become_seconds_of_film() -> None:
    assert film_seconds(frames=1440, timeline_rate=25) == pytest.approx(57.6)


def test_the_shutter_leaves_time_to_write() -> None:
    assert longest_shutter(interval_s=20, write_gap_s=1) == 19
    assert longest_shutter(interval_s=20, write_gap_s=2.5) == 17.5
    assert longest_shutter(interval_s=30, write_gap_s=0) == 30
    assert longest_shutter(interval_s=1, write_gap_s=1) == 0.5


def test_the_sky_turns_fifteen_seconds_of_arc_a_second() -> None:
    # 30 s at 1000 px focal length: 15.041" · 30 = 451" = 2.188e-3 rad.
    assert star_trail_px(shutter_s=30, focal_px=1000) == pytest.approx(2.188, rel=1e-3)
    assert star_trail_px(shutter_s=30, focal_px=1000, declination_deg=60) == pytest.approx(1.094, rel=1e-3)


@given(st.floats(0.5, 60), st.floats(100, 5000), st.floats(0, 80))
def test_the_shutter_for_a_trail_is_its_inverse(shutter: float, focal: float, declination: float) -> None:
    trail = star_trail_px(shutter_s=shutter, focal_px=focal, declination_deg=declination)
    back = shutter_for_trail(limit_px=trail, focal_px=focal, declination_deg=declination)
    assert back == pytest.approx(shutter)


def test_a_night_of_stars_is_planned_whole() -> None:
    made = planned(brief(SKY))
    assert made.value(Setting.FRAME_RATE) == "1/20", "the interval that was asked for"
    assert made.value(Setting.SUPPORT) == "tripod" and made.value(Setting.STABILISATION) == "off"
    assert made.value(Setting.ND_FILTER) == "none" and made.value(Setting.FOCUS_LOCK) in (None, "on")
    assert made.value(Setting.SHARPENING) == "high", "the one place for it"
    assert 3200 <= int(made.value(Setting.WHITE_BALANCE) or 0) <= 4000
    assert figure(made, "frames") == 1440 and figure(made, "film") == pytest.approx(57.6)
    assert "Power bank 20 Ah" in made.bring and "Tripod" in made.bring


def test_a_phone_without_long_intervals_takes_the_nearest() -> None:
    assert planned(brief(SKY), MANUAL).value(Setting.FRAME_RATE) == "1/10"


def test_without_external_power_the_night_takes_more_cells() -> None:
    alone = planned(brief(SKY, lapse={"external_power": False}))
    assert figure(alone, "battery") < figure(planned(brief(SKY)), "battery")
    assert "Power bank 20 Ah" not in alone.bring
    cells = [one for one in all_worded(alone.bring) if "cell" in one]
    assert sum(int(one.split(" × ")[0]) for one in cells) > 1


def test_single_frames_are_counted_by_their_size() -> None:
    made = planned(brief(SKY), school="darkroom", codec="stills")
    # 14 MB every 20 s: 2.52 GB an hour.
    assert figure(made, "gb-hour") == pytest.approx(14 * 180 / 1000)


def test_stars_stay_points_through_a_long_lens_by_a_shorter_shutter() -> None:
    points, trails = (planned(brief(SKY, lapse={"stars": stars}), view="rectilinear") for stars in (True, False))
    assert figure(points, "trail") <= figure(trails, "trail")


def test_a_camera_that_takes_no_frames_at_intervals_says_so() -> None:
    with pytest.raises(BadInput, match="takes no frames at intervals"):
        planned(brief(SKY), A2)
    with pytest.raises(BadInput, match="say at what interval"):
        planned(brief(SKY, lapse=None))


def test_modes_of_the_other_kind_are_not_offered() -> None:
    video = planned(brief("Lantern market"))
    assert "stills" not in {option.value for option in decision(video, "codec").options}
    assert all(not str(option.value).startswith("1/") for option in decision(video, "frame_rate").options)
    lapse = planned(brief(SKY))
    assert {option.text for option in decision(lapse, "frame_rate").options} >= {"every 20 s", "every 1 s"}
    assert not {option.value for option in decision(video, "shutter").options} & {"30", "20"}
    assert A4.modes[-1].words == "4K 16:9 every 30 s"


def test_an_interval_that_is_spent_writing_is_refused() -> None:
    slow = A4.model_copy(update={"write_gap_s": 1.0})
    with pytest.raises(BadInput) as refused:
        plan_of(brief(SKY, lapse={"interval_s": 1, "hours": 1}), slow, stance=Stance(), bag=KIT.bag)
    assert refused.value.problems[0].path == ("lapse", "interval_s")
    assert (
        plan_of(brief(SKY, lapse={"interval_s": 2, "hours": 1}), slow, stance=Stance(), bag=KIT.bag).outcome == "plan"
    )


def test_frames_taken_one_by_one_have_no_sound_and_take_no_microphone() -> None:
    made = planned(brief(SKY))
    assert not any("microphone" in one.lower() for one in all_worded(made.bring))
    assert made.value(Setting.SOUND) in (None, "off") and made.value(Setting.MICROPHONE) in (None, "built-in")
    assert any("microphone" in one.lower() for one in all_worded(planned(brief("The pilot gig")).bring))
