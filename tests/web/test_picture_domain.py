"""Pictures told: figures under them, what differs, what can be laid side by side, and looking closer together."""

from typing import Any

import pytest

from tests.web.conftest import Call

FIGURES = {
    "ev100": 5.0, "shutter_s": 0.02, "iso": 800.4, "error_stops": 0.0, "recorded_stops": 0.0, "snr_mid": 20.4,
    "snr_shadow": 6.13, "smear_px": 6.0, "subject_px": 0.01, "jump_px": 12.3, "across_deg": 92.6, "gb_per_hour": 54.0,
    "pixels_over_need": 2.0, "ripple_share": 0.0, "red_left": None, "uncertainty_stops": 0.7, "bits_per_pixel": 0.5,
    "timeline_hz": 25.0,
}  # fmt: skip


def picture(texts: dict[str, str] | None = None, **changes: Any) -> dict[str, Any]:
    return {
        "outcome": "picture", "plate": "quay", "figures": {**FIGURES, **changes}, "unsure": True, "headline": "",
        "cost": 1.5, "texts": texts or {}, "shot": "w",
    }  # fmt: skip


def lines(call: Call, **changes: Any) -> dict[str, str]:
    return {line["key"]: line["text"] for line in call("picture.linesOf", picture(**changes))}


def test_figures_stand_under_a_picture_with_their_units(call: Call) -> None:
    told = lines(call)
    assert told["off"] == "on it" and told["shutter"] == "1/50 s" and told["iso"] == "800" and told["snr"] == "20"
    assert told["shadow"] == "6.1" and told["subject"] == "none" and told["jump"] == "12 px" and told["angle"] == "93°"
    assert "ripple" not in told and "red" not in told and told["cost"] == "1.50 stops"
    told = lines(call, error_stops=-2.5, ripple_share=0.38, red_left=0.012, shutter_s=20.0)
    assert told["off"] == "−2.5" and told["ripple"] == "38 %" and told["red"] == "1.2 %" and told["shutter"] == "20 s"


def test_what_differs_between_pictures_is_found(call: Call) -> None:
    three = [picture(), picture(iso=1600.0), picture(red_left=0.1)]
    assert set(call("picture.differing", three)) == {"iso", "red"}
    assert call("picture.differing", three[:1]) == []
    texts = [picture({"shutter": "1/50 s", "view": "Wide"}), picture({"shutter": "1/100 s", "view": "Wide"})]
    assert call("picture.settingsThatDiffer", texts) == ["shutter"]
    assert call("picture.settingsThatDiffer", []) == []


@pytest.mark.parametrize(
    ("peek", "graded", "query"),
    [
        (False, False, ""),
        (False, True, "?graded=true"),
        (True, False, "?peek=true"),
        (True, True, "?peek=true&graded=true"),
    ],
)
def test_a_picture_is_looked_at_by_its_shot_and_how(call: Call, peek: bool, graded: bool, query: str) -> None:
    assert call("picture.stillAt", picture(), {"peek": peek, "graded": graded}) == f"/api/pictures/w.jpg{query}"
    assert call("picture.smallAt", picture()) == "/api/pictures/w.jpg?width_px=320&graded=true"
    assert call("picture.clipAt", picture(), graded) == f"/api/pictures/w.mp4{'?graded=true' if graded else ''}"


def test_what_is_unsure_or_simplified_is_said(call: Call) -> None:
    notes = call("picture.notesOf", picture())
    assert notes[0].startswith("The light is known to ± 0.7 stops") and len(notes) == 5
    assert call("picture.notesOf", {**picture(), "unsure": False}) == notes[1:]


def option(value: Any, refused: str | None = None) -> dict[str, Any]:
    return {"value": value, "text": f"ISO {value}", "refused": refused}


def given() -> dict[str, Any]:
    ceiling = {
        "setting": "iso_ceiling", "label": "ISO ceiling", "value": 800,
        "options": [option(200), option(400), option(800), option(1600), option(3200, "not with your pins")],
    }  # fmt: skip
    beeps = {"setting": "beeps", "label": "Beeps", "value": "on", "options": [option("on"), option("off")]}
    plan = {
        "decisions": [ceiling, beeps], "dark_ev100": 2.0, "bright_ev100": 8.0, "light": {"ev100": 5.0},
        "reach": {"low": {"ev100": 2.4}, "high": {"ev100": 8.9}},
    }  # fmt: skip
    schools = [{"key": key, "name": key.title()} for key in ("even", "quiet", "bright", "slow")]
    devices = [{"id": "one", "name": "One"}]
    return {
        "plan": plan, "brief": {"water": None}, "school": "quiet", "device_id": "one", "schools": schools,
        "devices": devices,
    }  # fmt: skip


def test_what_can_hang_side_by_side(call: Call) -> None:
    axes = {axis["key"]: axis for axis in call("beside.axesOf", given())}
    assert set(axes) == {"school", "light", "iso_ceiling"}, "one camera, no water, and nothing that is not seen"
    assert axes["school"]["first"] == ["quiet", "even", "bright"]
    assert axes["iso_ceiling"]["first"] == ["400", "800", "1600"]
    assert [item["key"] for item in axes["iso_ceiling"]["items"]] == ["200", "400", "800", "1600"]
    assert axes["iso_ceiling"]["items"][0]["wish"]["pins"] == {"iso_ceiling": 200}
    dark = axes["light"]["items"][0]
    assert dark["wish"]["light"] == {"ev100": 2.0} and dark["take"] is None
    lit = call("beside.inLight", axes["school"]["items"][0], dark)
    assert lit["wish"]["light"] == {"ev100": 2.0} and lit["wish"]["school"] == "even"
    wet = {**given(), "brief": {"water": {"depth_m": 7.0, "shallowest_m": 2.0}}}
    depths = next(axis for axis in call("beside.axesOf", wet) if axis["key"] == "depth")
    assert [item["wish"]["light"]["depth_m"] for item in depths["items"]] == [2, 4.5, 7, 14]


def test_looking_closer_stays_within_the_picture(call: Call) -> None:
    whole = {"zoom": 1, "x": 0, "y": 0}
    assert call("beside.panned", whole, 0.5, 0.5) == whole
    near = call("beside.zoomed", whole, 2)
    assert near["zoom"] == 2
    assert call("beside.panned", near, 9, -9) == {"zoom": 2, "x": 0.25, "y": -0.25}
    assert call("beside.zoomed", near, 100)["zoom"] == 8 and call("beside.zoomed", near, 0.01) == whole
    assert call("beside.transformOf", near) == "scale(2) translate(0.000%, 0.000%)"


def water(profile: list[tuple[float, float]]) -> dict[str, Any]:
    points = [{"minute": minute, "depth_m": depth} for minute, depth in profile]
    return {"profile": points, "depth_m": 6.0, "depths": {"step_m": 2.0, "ev100": [12.0, 11.0, 10.0, 9.0]}}


@pytest.mark.parametrize(("minute", "depth"), [(-5, 2), (0, 2), (5, 5), (10, 8), (99, 8)])
def test_a_dive_is_as_deep_as_its_profile_says(call: Call, minute: float, depth: float) -> None:
    assert call("depth.depthOn", water([(0, 2), (10, 8)]), minute) == depth


def test_without_a_profile_the_depth_is_chosen_and_the_light_goes_with_it(call: Call) -> None:
    assert call("depth.depthOn", water([]), 5) is None
    assert call("depth.lighterBy", water([]), 3.0) == pytest.approx(1.5)
    assert call("depth.lighterBy", water([]), 60.0) == pytest.approx(0.0)


def test_two_sets_at_most_are_marked_to_be_tested(call: Call) -> None:
    def mark(label: str) -> dict[str, Any]:
        return {"label": label, "values": {}}

    one, two, three = (mark(label) for label in ("ISO 400", "ISO 800", "night-clean"))
    assert call("beside.toggled", [], one) == [one]
    assert call("beside.toggled", [one], two) == [one, two]
    assert call("beside.toggled", [one, two], three) == [two, three]
    assert call("beside.toggled", [one, two], {**one, "values": {"iso_ceiling": "400"}}) == [two]
