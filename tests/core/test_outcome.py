"""What a plan tells is what its parts compute: figures, marks, ledger and light agree with each other."""

from math import isclose, log2
from typing import Any

import pytest

from steady_tide.core.image.bit_rate import gb_per_hour
from steady_tide.core.kit.settings import Setting
from steady_tide.core.plan.account.plan import Plan
from steady_tide.core.quantities import lux_from_ev100
from steady_tide.formats.plan_text import conflict_text, plan_text
from steady_tide.formats.wording import worded
from tests.situations import A4, BUILT_IN, D1, KIT, SCENES, brief, decision, outcome, planned

MADE = {(name, "skarv-a4"): planned(brief(name)) for name in SCENES}
MADE[("The smoked jar", "built-in")] = planned(brief("The smoked jar"), BUILT_IN)
MADE[("Rafts from above", "drone")] = planned(brief("Rafts from above"), D1)
ALL = pytest.mark.parametrize("plan", MADE.values(), ids=["/".join(key) for key in MADE])


def figure(plan: Plan, key: str) -> float:
    return next(one.value for one in plan.figures if one.key == key)


@ALL
def test_the_expected_light_of_the_table_is_that_of_the_ledger(plan: Plan) -> None:
    expected = next(row for row in plan.in_light if row.name == "expected")
    lines = {line.label: line.stops for line in plan.ledger.lines}
    assert lines["Light on the subject"] == pytest.approx(expected.ev100, abs=1e-3)
    assert plan.ledger.leftover_stops == pytest.approx(expected.error_stops, abs=1e-3)
    assert lines["Shutter"] == pytest.approx(log2(expected.shutter_s), abs=1e-3)
    assert lines["ISO"] == pytest.approx(log2(expected.iso / 100), abs=0.02)


@ALL
def test_light_between_the_marks_is_within_tolerance_or_the_reason_says_otherwise(plan: Plan) -> None:
    for row in plan.in_light:
        between = plan.reach.low.ev100 <= row.ev100 <= plan.reach.high.ev100
        if between:
            assert -1.001 <= row.error_stops <= 0.501, row.name
        elif row.ev100 < plan.reach.low.ev100:
            assert row.error_stops < -0.99 or plan.reach.low.end == "noise"
        else:
            assert row.error_stops > 0.49 or plan.reach.high.end == "runaway"


@ALL
def test_marks_say_their_light_in_lux_too(plan: Plan) -> None:
    for mark in (plan.reach.low, plan.reach.high):
        assert mark.lux == pytest.approx(float(lux_from_ev100(mark.ev100)), rel=0.006)


@ALL
def test_figures_agree_with_the_values_they_describe(plan: Plan) -> None:
    rate = float(eval_fraction(plan.value(Setting.FRAME_RATE)))
    expected = next(row for row in plan.in_light if row.name == "expected")
    if rate > 1:
        assert figure(plan, "angle") == pytest.approx(360 * rate * expected.shutter_s, rel=1e-6)
        assert figure(plan, "gb-hour") == pytest.approx(float(gb_per_hour(float(plan.value(Setting.BIT_RATE) or 0))))
    assert figure(plan, "snr-mid") == pytest.approx(expected.snr_mid, abs=0.01)
    assert figure(plan, "snr-shadow") < figure(plan, "snr-mid")
    assert all(one.how and one.text and one.label for one in plan.figures)


def eval_fraction(text: Any) -> float:
    above, _, below = str(text).partition("/")
    return float(above) / float(below or 1)


@ALL
def test_darker_light_is_never_cleaner(plan: Plan) -> None:
    darkest, expected, brightest = plan.in_light
    assert darkest.snr_mid <= expected.snr_mid + 1e-6
    if isclose(expected.shutter_s, brightest.shutter_s, rel_tol=1e-6):
        assert expected.snr_mid <= brightest.snr_mid + 1e-6


@ALL
def test_every_option_is_priced_or_refused_and_the_chosen_one_is_free(plan: Plan) -> None:
    for one in plan.decisions:
        assert one.options, one.setting
        chosen = next(option for option in one.options if option.value == one.value)
        assert chosen.cost == pytest.approx(0, abs=0.011), one.setting
        assert all((option.cost is None) == (option.refused is not None) for option in one.options)
        assert one.text == chosen.text


@ALL
def test_the_headline_names_what_is_chosen(plan: Plan) -> None:
    for setting in (Setting.RESOLUTION, Setting.FRAME_RATE, Setting.VIEW, Setting.SHUTTER):
        text = decision(plan, setting).text
        assert ("about 1/" if text == "automatic" else text) in plan.headline
    glass = decision(plan, Setting.ND_FILTER)
    colour = decision(plan, Setting.COLOUR_FILTER)
    told = [one.text for one in (glass, colour) if one.value != "none"]
    assert (" and ".join(told) or "bare lens") in plan.headline


@pytest.mark.parametrize(
    ("scene", "changes", "words"),
    [
        ("Under the rafts", {}, "with a buddy"),
        ("Under the rafts", {}, "not gas or decompression"),
        ("The pilot gig", {}, "do not touch the camera in motion"),
        ("The smoked jar", {}, "mains power away from liquids"),
        ("Lantern market", {}, "seizures"),
        ("Talking on the quay", {"carried": "walking"}, "spotter"),
        ("Lantern market", {"temperature_c": -5}, "frozen cells"),
    ],
)
def test_cautions_stand_where_the_risk_is_planned(scene: str, changes: dict[str, Any], words: str) -> None:
    assert any(words in worded(one.told) for one in planned(brief(scene, **changes)).cautions)


def test_cautions_stay_away_where_there_is_no_risk() -> None:
    calm = planned(brief("The smoked jar", temperature_c=20)).cautions
    assert len(calm) == 1


def test_what_is_assumed_is_said() -> None:
    told = " ".join(worded(one.told) for one in planned(brief("Under the rafts")).assumptions)
    for words in (
        "Shake of 3°/s (on a tray) is assumed",
        "± 1.2",
        "Under water the light is as you named",
        "0.5 stops bright",
    ):
        assert words in told
    dry = {one.kind for one in planned(brief("The smoked jar")).assumptions}
    assert not dry & {"water-type", "light-as-named"}


def test_a_plan_keeps_what_made_it() -> None:
    made = planned(brief("The pilot gig"))
    faster = A4.model_copy(update={"meters_bright_stops": 0.0})
    assert made.profile_digest != planned(brief("The pilot gig"), faster).profile_digest
    assert made.rules_version


@ALL
def test_the_plan_as_text_says_all_of_it(plan: Plan) -> None:
    text = plan_text(plan)
    for one in plan.decisions:
        assert one.label in text and one.text in text
    for line in plan.ledger.lines:
        assert f"{line.stops:+.2f}" in text
    assert all(f"Price: {price.label}" in text for price in plan.prices)
    assert text.endswith("\n") and "\n\n\n" not in text


def test_a_pinned_value_is_marked_in_the_text_and_a_conflict_reads_as_sentences() -> None:
    assert " *Beeps" in plan_text(planned(brief("The pilot gig"), beeps="on"))
    refused = outcome(brief("The pilot gig"), resolution="4K", frame_rate="120", stabilisation="strong")
    lines = conflict_text(refused).splitlines()
    assert lines[0].endswith("together.") and lines[1].startswith("With resolution 4K and frame rate 120 fps it offers")
    assert all(line.startswith("  Way out: Keep ") for line in lines[2:])


def test_a_nearest_value_is_near_in_stops_for_what_exposes() -> None:
    # 1/140 lies 0.22 stop from 1/120 and 0.46 from 1/192; ISO 280 half a stop from 200 and 400, nearer 400.
    shutter = outcome(brief("The pilot gig"), shutter="1/140")
    assert shutter.ways_out[0].becomes == "1/120"
    iso = outcome(brief("The pilot gig"), iso_ceiling=290)
    assert iso.ways_out[0].becomes == 400
    assert KIT.devices[0] is A4
