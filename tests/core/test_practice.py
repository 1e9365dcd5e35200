"""What is worth minding on the spot, and the small sums behind it, against published figures and by hand."""

from math import radians, tan
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core.endurance.flight import wind_share
from steady_tide.core.errors import OutOfRange
from steady_tide.core.exposure.flicker import beat_hz
from steady_tide.core.image.focus import depth_of_field
from steady_tide.core.kit.settings import Setting
from steady_tide.core.light.daylight import shadow_in_frame
from steady_tide.core.light.dew import dew_point_c, settles
from steady_tide.core.motion.blur import pan_seconds, skew_deg
from steady_tide.core.plan.account.plan import Plan
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.stance import SCHOOL_BY_KEY
from tests.core.test_schools import EVERYDAY, SCENIC
from tests.situations import A2, A4, D1, KIT, MANUAL, brief, plan_of, planned

SUN = {"kind": "condition", "condition": "sun"}


def figure(plan: Plan, key: str) -> float | None:
    return next((one.value for one in plan.figures if one.key == key), None)


def on_the_spot(plan: Plan) -> list[str]:
    """What is to be minded on the spot, by kind."""
    return [one.kind for one in plan.practice]


@pytest.mark.parametrize(
    ("air", "humidity", "point"), [(20, 50, 9.3), (10, 80, 6.7), (0, 100, 0.0), (25, 60, 16.7), (30, 40, 14.9)]
)
def test_the_dew_point_is_the_published_one(air: float, humidity: float, point: float) -> None:
    assert dew_point_c(temperature_c=air, humidity_percent=humidity) == pytest.approx(point, abs=0.1)


def test_dew_settles_where_glass_is_colder_than_its_point() -> None:
    assert settles(temperature_c=8, humidity_percent=90) and not settles(temperature_c=8, humidity_percent=50)
    with pytest.raises(OutOfRange):
        dew_point_c(temperature_c=8, humidity_percent=0)


def test_depth_of_field_by_the_textbook() -> None:
    # 50 mm at f/8 with 0.03 mm: H = 2500 / 0.24 mm + 50 mm = 10.47 m; focused at 5 m from 3.4 to 9.5 m.
    sharp = depth_of_field(focal_mm=50, f_number=8, blur_mm=0.03, distance_m=5)
    assert sharp.hyperfocal_m == pytest.approx(10.47, abs=0.01)
    assert (sharp.near_m, sharp.far_m) == (pytest.approx(3.39, abs=0.02), pytest.approx(9.5, abs=0.1))
    assert depth_of_field(focal_mm=3, f_number=2.5, blur_mm=0.004, distance_m=3).far_m == float("inf")


@given(distance=st.floats(0.05, 100), f_number=st.floats(1.2, 16), focal=st.floats(1, 200))
def test_the_subject_is_sharp_and_stopping_down_never_takes(distance: float, f_number: float, focal: float) -> None:
    distance = max(distance, 2 * focal / 1000)
    wide, stopped = (
        depth_of_field(focal_mm=focal, f_number=number, blur_mm=0.01, distance_m=distance)
        for number in (f_number, 1.4 * f_number)
    )
    assert wide.near_m <= distance * (1 + 1e-9) and wide.far_m >= distance * (1 - 1e-9)
    assert stopped.near_m <= wide.near_m and stopped.far_m >= wide.far_m


def test_what_crosses_leans_by_the_time_the_rows_take() -> None:
    # 2 m/s at 4 m is 0.5 rad/s; 1000 px a radian for 20 ms are 10 px on 1080: half a degree.
    lean = skew_deg(rate_rad_s=0.5, readout_s=0.02, focal_px=1000, height_px=1080)
    assert tan(radians(lean)) == pytest.approx(10 / 1080) and lean == pytest.approx(0.53, abs=0.01)
    unknown = A4.model_copy(update={"modes": [mode.model_copy(update={"readout_ms": None}) for mode in A4.modes]})
    assert (figure(planned(brief("The pilot gig")), "skew") or 0) > 0
    assert figure(planned(brief("The pilot gig"), unknown), "skew") is None


def test_a_pan_takes_seven_seconds_less_what_it_is_slowed() -> None:
    assert pan_seconds(slowed=1) == 7 and pan_seconds(slowed=2) == 3.5
    assert figure(planned(brief("Lantern market")), "pan") == 7
    assert figure(planned(brief("Under the rafts")), "pan") == 3.5


def test_wind_takes_of_a_flight() -> None:
    assert wind_share(0, limit_m_s=10) == 1
    assert wind_share(10, limit_m_s=10) == pytest.approx(2 / 3)
    assert wind_share(12, limit_m_s=12) == wind_share(10, limit_m_s=None)
    calm, windy = (planned(brief("Rafts from above", wind_m_s=wind, windy=False), D1) for wind in (0, 9))
    assert figure(calm, "wind") is None and figure(windy, "wind") == pytest.approx(100 / (1 + 0.5 * 0.81))


@given(rate=st.sampled_from([20.0, 25.0, 50.0, 100.0]))
def test_a_ripple_beats_at_nothing_where_the_rate_divides_it(rate: float) -> None:
    assert beat_hz(rate=rate, mains_hz=50) == 0
    assert beat_hz(rate=rate * 1.01, mains_hz=50) > 0.1


def test_focus_is_told_where_a_camera_focuses() -> None:
    phone = planned(brief("The smoked jar"), MANUAL)
    assert figure(phone, "sharp") is not None and figure(planned(brief("The smoked jar"), A4), "sharp") is None
    assert (figure(phone, "sharp") or 9) < brief("The smoked jar").subject_distance_m


def test_a_cast_shifts_the_white_balance() -> None:
    warm = [item.model_copy(update={"cast_mired": 40}) if item.kind == "nd" else item for item in KIT.bag]
    stance = SCHOOL_BY_KEY["darkroom"].stance
    scene = Brief.read({**SCENIC, "light": {"kind": "ev", "ev100": 14, "kelvin": 5500}, "falls_stops": 0})
    plain, cast = (plan_of(scene, A4, stance=stance, bag=bag) for bag in (KIT.bag, warm))
    assert isinstance(plain, Plan) and isinstance(cast, Plan)
    assert figure(cast, "cast") == 40 and figure(plain, "cast") is None
    kelvins = [int(str(one.value(Setting.WHITE_BALANCE))) for one in (cast, plain)]
    assert kelvins[0] < kelvins[1], "a warm filter is balanced lower"


@pytest.mark.parametrize(
    ("scene", "changes", "device", "key"),
    [
        ("Lantern market", {}, A4, "slow-steps"),
        ("Under the rafts", {"water": {"depth_m": 18}}, A4, "lamp-below"),
        ("Under the rafts", {}, A4, "hold-still"),
        ("The pilot gig", {"temperature_c": -5}, A2, "cut-out"),
        ("The pilot gig", {"light": SUN}, A4, "lock-on-sky"),
        ("Talking on the quay", {"light": SUN}, A4, "noon"),
        ("The smoked jar", {}, MANUAL, "two-angles"),
        ("The pilot gig", {"first_outing": True}, A4, "trial"),
        ("Sky over the sheds", {"humidity_percent": 95}, A4, "dew"),
        ("Sky over the sheds", {}, A4, "dew-unknown"),
    ],
)
def test_practice_stands_where_it_is_due(scene: str, changes: dict[str, Any], device: Any, key: str) -> None:
    assert key in on_the_spot(planned(brief(scene, **changes), device))


def test_practice_stays_away_where_it_is_not() -> None:
    calm = planned(brief("The smoked jar"), MANUAL)
    assert on_the_spot(calm) == ["two-angles"] and len(calm.practice) == 1
    assert "slow-steps" not in on_the_spot(planned(brief("Lantern market", carried="tripod")))
    assert "dew" not in on_the_spot(planned(brief("Sky over the sheds", humidity_percent=40)))


def test_wind_beyond_what_it_flies_in_keeps_it_on_the_ground() -> None:
    light = D1.model_copy(update={"wind_limit_m_s": 8.0})
    assert "wind-limit" in on_the_spot(planned(brief("Rafts from above", wind_m_s=11), light))
    assert "wind-limit" not in on_the_spot(planned(brief("Rafts from above", wind_m_s=6), light))


def test_one_s_own_shadow_is_told_on_the_bench() -> None:
    low = {
        "kind": "computed", "ev100": 13, "uncertainty_stops": 0.5, "kelvin": 5000,
        "sun_altitude_deg": 12, "sun_azimuth_deg": 180, "cloud_okta": 0,
    }  # fmt: skip
    away, towards = (
        planned(Brief.read({**EVERYDAY, "light": low, "aim": {"heading_deg": heading, "tilt_deg": 10}}))
        for heading in (0, 180)
    )
    assert "own-shadow" in on_the_spot(away) and "own-shadow" not in on_the_spot(towards)


def test_a_shadow_reaches_the_frame_where_its_end_does() -> None:
    # At 30 degrees the shadow of 1.75 m is 3.03 m long; from 1.6 m up its end lies 27.8 degrees down.
    seen = {
        tilt: bool(
            shadow_in_frame(
                sun_altitude_deg=30,
                sun_from_lens_deg=180,
                okta=0,
                tilt_deg=tilt,
                height_m=1.6,
                across_deg=90,
                upright_deg=40,
                flying=False,
            )
        )
        for tilt in (7, 9)
    }
    assert seen == {7: False, 9: True}
