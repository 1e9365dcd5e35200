"""Automatic exposure, reach, ledger, filters and flicker."""

from fractions import Fraction

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core.errors import OutOfRange
from steady_tide.core.exposure.automatic import SHUTTER_SHARE, Chosen, automatic_exposure
from steady_tide.core.exposure.flicker import beat_hz, nearest_clean_shutter, residual_ripple
from steady_tide.core.exposure.offered import filter_stacks, nearest_shutter
from steady_tide.core.exposure.reach import ExposureSet, LedgerLine, Tolerance, ledger, light_for, reach
from tests.reference import published

SHUTTERS = [Fraction(1, n) for n in (24, 25, 30, 48, 50, 60, 100, 120, 240, 480, 960)]
SET = ExposureSet(
    f_number=2.8, shortest_s=1 / 8000, longest_s=1 / 50, iso_floor=100, iso_ceiling=800, loss_stops=3.0, bias_stops=-0.5
)


def expose(ev: float, **changes: float) -> Chosen:
    given_settings = {
        "loss_stops": 0.0, "f_number": 2.8, "shortest_s": 1 / 8000, "longest_s": 1 / 50,
        "iso_floor": 100.0, "iso_ceiling": 1600.0, "bias_stops": 0.0, **changes,
    }  # fmt: skip
    return automatic_exposure(scene_ev100=ev, **given_settings)


def test_in_sun_the_shutter_moves_and_iso_stays_at_its_floor() -> None:
    chosen = expose(15.0)
    assert chosen.iso == pytest.approx(100)
    assert chosen.shutter_s == pytest.approx(2.8**2 / 2**15)  # t = N^2 / 2^EV
    assert chosen.error_stops == pytest.approx(0)


def test_in_the_dark_the_shutter_waits_at_its_longest_and_iso_climbs() -> None:
    ev_at_floor = np.log2(2.8**2 * 50)
    chosen = expose(ev_at_floor - 2)
    assert (chosen.shutter_s, chosen.iso) == (pytest.approx(1 / 50), pytest.approx(400))
    beyond = expose(ev_at_floor - 6)
    assert beyond.iso == pytest.approx(1600)
    assert beyond.error_stops == pytest.approx(-2)


def test_a_fixed_set_in_more_light_is_brighter_by_as_much() -> None:
    fixed = {"shortest_s": 1 / 50, "longest_s": 1 / 50, "iso_ceiling": 100.0}
    assert expose(12.0, **fixed).error_stops - expose(11.0, **fixed).error_stops == pytest.approx(1)


@given(st.floats(-5, 18), st.floats(0.1, 3))
def test_more_light_never_lengthens_the_automatic_shutter(ev: float, more: float) -> None:
    darker, brighter = expose(ev), expose(ev + more)
    assert brighter.shutter_s <= darker.shutter_s * (1 + 1e-12)
    assert brighter.iso <= darker.iso * (1 + 1e-12)
    assert brighter.error_stops >= darker.error_stops - 1e-12


@given(st.floats(-5, 18), st.floats(0, 8))
def test_a_filter_is_the_same_as_less_light(ev: float, stops: float) -> None:
    for here, there in zip(expose(ev, loss_stops=stops), expose(ev - stops), strict=True):
        assert here == pytest.approx(there)


def test_bias_is_an_aim_not_an_error() -> None:
    plain, darker = expose(13.0), expose(13.0, bias_stops=-1.0)
    assert darker.shutter_s == pytest.approx(plain.shutter_s / 2)
    assert darker.error_stops == pytest.approx(0)


def test_arrays_equal_scalars() -> None:
    evs = np.array([-2.0, 5.0, 9.3, 16.0])
    together = expose(evs)
    for index, ev in enumerate(evs):
        for whole, single in zip(together, expose(float(ev)), strict=True):
            assert whole[index] == pytest.approx(float(single))


def test_nearest_shutter_is_near_in_stops_and_fits_the_frame() -> None:
    # 1/200 lies 1 stop from 1/100 but only 0.26 from 1/240.
    assert nearest_shutter(SHUTTERS, target_s=Fraction(1, 200), rate=Fraction(100)) == Fraction(1, 240)
    assert nearest_shutter(SHUTTERS, target_s=Fraction(1, 24), rate=Fraction(50)) == Fraction(1, 50)
    with pytest.raises(OutOfRange, match="as short as one frame"):
        nearest_shutter(SHUTTERS[:2], target_s=Fraction(1, 50), rate=Fraction(50))


def test_stacks_add_and_equal_totals_take_the_fewest_filters() -> None:
    stacks = filter_stacks({"nd4": 2.0, "nd8": 3.0, "nd32": 5.0}, most=2)
    assert stacks == {(): 0.0, ("nd4",): 2.0, ("nd8",): 3.0, ("nd32",): 5.0, ("nd4", "nd32"): 7.0, ("nd8", "nd32"): 8.0}


def test_reach_ends_where_a_sum_by_hand_says() -> None:
    # Low: log2(2.8^2 * 50) - 3 (ISO 800) + 3 (losses) - 0.5 (bias) - 1 (tolerance) = 7.11.
    found = reach(SET, tolerance=Tolerance(), noise_limit_ev100=-9, shutter_runaway_s=None)
    assert found.low.ev100 == pytest.approx(8.615 - 3 + 3 - 0.5 - 1, abs=0.001)
    assert found.high.ev100 == pytest.approx(np.log2(2.8**2 * 8000) + 3 - 0.5 + 0.5)
    assert found.low.end == "dark"
    assert found.low.ev100 < found.turns_ev100 < found.high.ev100


@given(st.floats(0, 9))
def test_an_nd_of_n_stops_moves_the_reach_by_n(stops: float) -> None:
    def marks(loss: float) -> tuple[float, float]:
        settings = ExposureSet(2.5, 1 / 50, 1 / 50, 100, 400, loss, 0)
        found = reach(settings, tolerance=Tolerance(), noise_limit_ev100=-20, shutter_runaway_s=None)
        return found.low.ev100, found.high.ev100

    bare, filtered = marks(0), marks(stops)
    assert filtered == (pytest.approx(bare[0] + stops), pytest.approx(bare[1] + stops))


def test_noise_and_a_shutter_that_runs_away_narrow_the_reach() -> None:
    plain = reach(SET, tolerance=Tolerance(), noise_limit_ev100=-9, shutter_runaway_s=None)
    noisy = reach(SET, tolerance=Tolerance(), noise_limit_ev100=plain.low.ev100 + 0.7, shutter_runaway_s=1 / 400)
    assert noisy.low.ev100 == pytest.approx(plain.low.ev100 + 0.7)
    assert noisy.low.end == "noise"
    assert noisy.high.ev100 == pytest.approx(light_for(SET, shutter_s=1 / 400, iso=100))
    assert noisy.high.end == "runaway"


@given(st.floats(-4, 17), st.floats(0, 6))
def test_the_ledger_adds_up_to_what_the_camera_leaves_over(ev: float, nd: float) -> None:
    settings = ExposureSet(2.5, 1 / 8000, 1 / 50, 100, 800, nd + 0.15, -0.5)
    losses = (LedgerLine("Lens", 0.15, ""), LedgerLine("ND filter", nd, ""))
    aims = (LedgerLine("Bias on the camera", -1.0, ""), LedgerLine("Its meter is bright by", 0.5, ""))
    made = ledger(settings, scene_ev100=ev, scene_detail="", losses=losses, aims=aims)
    chosen = expose(ev, f_number=2.5, loss_stops=nd + 0.15, iso_ceiling=800.0, bias_stops=-0.5)
    assert sum(line.stops for line in made.lines) == pytest.approx(made.leftover_stops)
    assert made.leftover_stops == pytest.approx(float(chosen.error_stops), abs=1e-9)


@pytest.mark.parametrize(("mains", "shutters"), published.CLEAN_SHUTTERS)
def test_shutters_of_whole_ripples_are_clean(mains: float, shutters: tuple[float, ...]) -> None:
    for shutter in shutters:
        assert residual_ripple(shutter_s=shutter, mains_hz=mains) == pytest.approx(0, abs=1e-9)
    # Half a ripple keeps 2/pi of it (sinc of one half).
    assert residual_ripple(shutter_s=1 / (4 * mains), mains_hz=mains) == pytest.approx(2 / np.pi)


def test_beat_and_the_nearest_clean_shutter() -> None:
    assert beat_hz(rate=25.0, mains_hz=50.0) == pytest.approx(0)
    assert beat_hz(rate=24.0, mains_hz=50.0) == pytest.approx(4)  # |100 - 4 * 24|
    assert beat_hz(rate=240.0, mains_hz=50.0) == pytest.approx(100)
    assert nearest_clean_shutter(SHUTTERS, near_s=1 / 60, rate=Fraction(24), mains_hz=50.0) == Fraction(1, 50)
    assert nearest_clean_shutter(SHUTTERS, near_s=1 / 480, rate=Fraction(240), mains_hz=50.0) is None


@pytest.mark.parametrize(
    ("programme", "stops_darker", "shutter", "iso"),
    [
        # From EV 10 at f/2, ISO 100 exposes at 1/256 s; the knee is 1/64 s, two stops darker; the end 1/16 s.
        ("shutter-first", 2, 1 / 64, 100), ("short-shutter", 2, 1 / 64, 100), ("shared", 2, 1 / 64, 100),
        ("shutter-first", 4, 1 / 16, 100), ("short-shutter", 4, 1 / 64, 400), ("shared", 4, 1 / 32, 200),
        ("shutter-first", 5, 1 / 16, 200), ("short-shutter", 6, 1 / 64, 1600), ("short-shutter", 7, 1 / 32, 1600),
        ("shared", 6, 1 / 16, 400), ("shared", 7, 1 / 16, 800), ("short-shutter", 9, 1 / 16, 1600),
    ],
)  # fmt: skip
def test_programmes_differ_in_what_makes_up_for_the_dark(
    programme: str, stops_darker: int, shutter: float, iso: int
) -> None:
    chosen = automatic_exposure(
        scene_ev100=10 - stops_darker, loss_stops=0, f_number=2.0, shortest_s=1 / 4096, longest_s=1 / 16,
        iso_floor=100, iso_ceiling=1600, programme=programme, knee_s=1 / 64,
    )  # fmt: skip
    assert float(chosen.shutter_s) == pytest.approx(shutter)
    assert float(chosen.iso) == pytest.approx(iso)
    assert float(chosen.error_stops) == pytest.approx(min(0.0, 8.0 - stops_darker))


@given(
    st.floats(-4, 18),
    st.sampled_from(["shutter-first", "short-shutter", "shared"]),
    st.floats(-12, -4),
    st.floats(0, 7),
)
def test_every_programme_reaches_the_aim_that_any_reaches(ev: float, programme: str, knee: float, room: float) -> None:
    given_ends = {
        "scene_ev100": ev, "loss_stops": 1.0, "f_number": 2.8, "shortest_s": 1 / 4000, "longest_s": 1 / 25,
        "iso_floor": 100, "iso_ceiling": 100 * 2**room,
    }  # fmt: skip
    usual = automatic_exposure(**given_ends)
    other = automatic_exposure(**given_ends, programme=programme, knee_s=2**knee)
    assert float(other.error_stops) == pytest.approx(float(usual.error_stops), abs=1e-9)


# What lies between the marks.


@st.composite
def exposure_sets(draw: st.DrawFn) -> ExposureSet:
    """Any set: fixed or automatic shutter, locked or floating ISO, some glass, some aim."""
    shutters = sorted(draw(st.lists(st.sampled_from([1 / 8000, 1 / 500, 1 / 50, 1 / 25]), min_size=1, max_size=2)))
    isos = sorted(draw(st.lists(st.sampled_from([100.0, 400.0, 3200.0]), min_size=1, max_size=2)))
    aim = draw(st.floats(-2, 1)) if len(set(shutters)) > 1 or len(set(isos)) > 1 else 0.0
    glass = draw(st.floats(0, 8))
    programme = draw(st.sampled_from(sorted(SHUTTER_SHARE)))
    return ExposureSet(2.8, shutters[0], shutters[-1], isos[0], isos[-1], glass, aim, programme, 1 / 50)


@given(exposure_sets(), st.floats(-10, 20), st.sampled_from([None, 1 / 200, 1 / 4000]))
def test_light_that_is_exposed_right_lies_between_the_marks(
    settings: ExposureSet, ev: float, runaway_s: float | None
) -> None:
    tolerance = Tolerance()
    marks = reach(settings, tolerance=tolerance, noise_limit_ev100=-40.0, shutter_runaway_s=runaway_s)
    chosen = settings.choose(ev)
    error, shutter_s = float(chosen.error_stops), float(chosen.shutter_s)
    right = -tolerance.under_stops < error < tolerance.over_stops
    moves = settings.shortest_s < settings.longest_s
    if right and (runaway_s is None or not moves or shutter_s > runaway_s * 1.001):
        assert marks.low.ev100 <= ev + 1e-9 and ev <= marks.high.ev100 + 1e-9
    if ev < marks.low.ev100 - 1e-9 or ev > marks.high.ev100 + 1e-9:
        assert not right or (runaway_s is not None and moves and shutter_s <= runaway_s * 1.001)
    assert marks.high.end != "runaway" or moves, "a fixed shutter does not run away"
