"""The search: exact against sums made set by set; a sketch is the plan without its reasons."""

from functools import cache
from typing import Any

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from steady_tide.core.errors import BadInput
from steady_tide.core.kit.settings import SETTINGS, Setting, Value
from steady_tide.core.plan.account.candidates import Candidates
from steady_tide.core.plan.account.explain import SEARCHED
from steady_tide.core.plan.account.plan import Conflict, Plan
from steady_tide.core.plan.physics.figures import FrameFigures
from steady_tide.core.plan.physics.space import WITHIN
from steady_tide.core.plan.prices import OF_SETS
from steady_tide.core.plan.prices.book import BOOK
from steady_tide.core.plan.problem.stance import SCHOOL_BY_KEY, SCHOOLS
from steady_tide.core.plan.search.feasibility import feasible
from steady_tide.core.plan.search.landscape import Landscape, Point
from steady_tide.core.plan.search.nearest import nearest
from steady_tide.core.quantities import Floats
from tests.situations import A4, KIT, SCENES, brief, landscape_over, plan_of, planned, situation_of, sketch_of

FILMED = ["Lantern market", "The pilot gig", "Under the rafts", "The smoked jar"]


@cache
def offered(scene: str) -> dict[Setting, list[Value]]:
    """Values of every searched setting that the A4 offers for a scene."""
    return {
        one.setting: [o.value for o in one.options]
        for one in planned(brief(scene)).decisions
        if one.setting in SEARCHED
    }


@st.composite
def landscapes(draw: st.DrawFn) -> Landscape:
    """A scene under a school with some pins, and some considerations weighed otherwise."""
    scene = draw(st.sampled_from(FILMED))
    values = offered(scene)
    pinned = draw(st.sets(st.sampled_from(sorted(values)), max_size=3))
    pins = {setting: draw(st.sampled_from(values[setting])) for setting in sorted(pinned)}
    keys = [*OF_SETS, "noise.dark", "view.kind.underwater.wide", "bias.off-grey"]
    weights = draw(st.dictionaries(st.sampled_from(keys), st.sampled_from([0.0, 5.0])))
    stance = draw(st.sampled_from(SCHOOLS)).stance
    return landscape_over(situation_of(brief(scene), stance, A4, KIT.bag, weights=weights), pins)


def total_of(landscape: Landscape, points: list[Point]) -> Floats:
    """What sets cost in all, consideration by consideration, one set at a time."""
    costs = Candidates(landscape, points).costs
    assert set(costs) <= set(BOOK) and all(np.all(cost >= 0) for cost in costs.values())
    return np.asarray(sum(costs.values()))


def any_point(landscape: Landscape, draw: st.DataObject) -> Point:
    """Some set of the device whose shutter fits its frame and whose recording is of its mode."""
    device = landscape.device
    frame = draw.draw(st.integers(0, len(device.frames.mode) - 1))
    mode = device.frames.mode[frame]
    shutters = [
        at
        for at, number in enumerate(device.shutters)
        if number < 0 or device.shutter_s[number] <= landscape.space.longest_s[device.rate_of_mode[mode]] * WITHIN
    ]
    _, glasses, pairs = landscape.axes.exposure_shape
    place = (
        draw.draw(st.sampled_from(shutters)),
        draw.draw(st.integers(0, glasses - 1)),
        draw.draw(st.integers(0, pairs - 1)),
    )
    exposure = int(np.ravel_multi_index(place, landscape.axes.exposure_shape))
    recording = draw.draw(st.sampled_from(np.flatnonzero(device.recordings.mode == mode).tolist()))
    return Point(frame, exposure, recording, draw.draw(st.integers(0, len(landscape.biases) - 1)))


@settings(max_examples=60)
@given(landscapes(), st.data())
def test_no_set_is_cheaper_than_the_chosen_one_and_sums_of_columns_are_sums_of_prices(
    landscape: Landscape, data: st.DataObject
) -> None:
    points = [any_point(landscape, data) for _ in range(12)]
    chosen = landscape.chosen()
    for point, total in zip(points, total_of(landscape, points), strict=True):
        passage = next(p for p in landscape.costs.passages if point.frame in p.rows)
        at = int(np.flatnonzero(passage.rows == point.frame)[0])
        shutter, glass, pair = landscape.axes.place(point.exposure)
        with_frames = passage.frames_of(landscape.biases[point.profile], shutter, glass, pair)
        by_columns = landscape.costs.frame[point.frame] + with_frames[at] + landscape.costs.recording[point.recording]
        assert total == pytest.approx(by_columns + landscape.finish_cost(point.profile), abs=1e-9)
        assert not _allowed(landscape, point) or (
            chosen is not None and total >= landscape.least(chosen.profile) - 1e-9
        )


@settings(max_examples=60)
@given(landscapes())
def test_the_set_found_from_few_frames_is_the_one_found_from_all(landscape: Landscape) -> None:
    found = nearest(landscape.otherwise(landscape.pins))
    assert (found.point if found else None) == landscape.chosen()
    assert found is None or found.cost == pytest.approx(landscape.least(found.point.profile))


def _allowed(landscape: Landscape, point: Point) -> bool:
    """Whether pins and profile allow a set."""
    for setting, value in landscape.pins.items():
        if SETTINGS[setting].searched and landscape.values_of([point], setting)[0] != value:
            return False
    pair = landscape.axes.place(point.exposure)[2]
    return bool(landscape.pairs_ok(point.profile)[pair] and landscape.recordable(point.profile)[point.recording])


@settings(max_examples=30)
@given(landscapes())
def test_every_rival_has_its_value_and_costs_what_is_said(landscape: Landscape) -> None:
    chosen = landscape.chosen()
    assert (chosen is not None) == feasible(landscape, landscape.pins)
    if chosen is None:
        return
    assert total_of(landscape, [chosen])[0] == pytest.approx(landscape.least(chosen.profile), abs=1e-9)
    for setting in SEARCHED:
        possible = {value: r for value, r in landscape.rivals(setting).items() if np.isfinite(r.cost)}
        points = [rivalry.find() for rivalry in possible.values()]
        assert landscape.values_of(points, setting) == list(possible)
        wanted = [rivalry.cost for rivalry in possible.values()]
        assert total_of(landscape, points).tolist() == pytest.approx(wanted, abs=1e-9), setting


@pytest.mark.parametrize("scene", ["Lantern market", "The pilot gig", "Sky over the sheds"])
@pytest.mark.parametrize("programme", ["shutter-first", "short-shutter", "shared"])
def test_frames_and_iso_pairs_that_are_priced_once_are_alike(scene: str, programme: str) -> None:
    device = A4.model_copy(update={"exposure_programme": programme})
    landscape = landscape_over(situation_of(brief(scene), SCHOOLS[0].stance, device, KIT.bag))
    for passage in landscape.costs.passages:
        side = FrameFigures(landscape.space, passage.frames)
        for figure in (side.photosites, side.focal_px, side.smear_rad_s, side.removes, side.index.view):
            assert np.array_equal(figure, figure[passage.frame_groups.first][passage.frame_groups.of])
        assert len(passage.frame_groups.first) < len(passage.rows), "modes that differ in rate alone look alike"
        assert np.array_equal(np.sort(passage.frame_groups.order), np.arange(len(passage.rows)))
        pairs = landscape.device.iso_pairs
        if programme == "shutter-first":
            assert np.array_equal(pairs[passage.pair_groups.first][passage.pair_groups.of][:, 0], pairs[:, 0])
        else:
            assert len(passage.pair_groups.first) == len(pairs)


def test_of_sets_that_cost_the_same_the_first_is_taken() -> None:
    free = landscape_over(
        situation_of(brief("The smoked jar"), SCHOOLS[0].stance, A4, KIT.bag, weights=dict.fromkeys(BOOK, 0.0))
    )
    chosen = free.chosen()
    assert chosen is not None and (chosen.frame, chosen.profile) == (0, 0)
    mode = free.device.frames.mode[0]
    assert chosen.recording == np.flatnonzero((free.device.recordings.mode == mode) & free.recordable(0))[0]


def test_other_pins_on_the_same_scene_cost_what_planning_it_anew_costs() -> None:
    free = landscape_over(situation_of(brief("Lantern market"), SCHOOLS[0].stance, A4, KIT.bag))
    for pins in ({Setting.SHUTTER: "1/100"}, {Setting.EXPOSURE_BIAS: 1.0}, {Setting.VIEW: "narrow"}):
        again, anew = free.otherwise(pins), landscape_over(free.situation, pins)
        assert again.chosen() == anew.chosen()


@pytest.mark.parametrize("name", sorted(SCENES))
def test_a_sketch_is_the_plan_without_its_reasons(name: str) -> None:
    for device in KIT.devices:
        for school in ("even-keel", "one-chance"):
            wanted: dict[str, Any] = {"stance": SCHOOL_BY_KEY[school].stance, "bag": KIT.bag}
            try:
                whole = plan_of(brief(name), device, **wanted)
            except BadInput:
                with pytest.raises(BadInput):
                    sketch_of(brief(name), device, **wanted)
                continue
            assert isinstance(whole, Plan)
            assert sketch_of(brief(name), device, **wanted) == whole.sketch


def test_a_sketch_of_wishes_in_conflict_is_the_conflict_without_its_ways_out() -> None:
    pins = {"resolution": "4K", "frame_rate": "120", "stabilisation": "strong"}
    wanted: dict[str, Any] = {"stance": SCHOOL_BY_KEY["even-keel"].stance, "bag": KIT.bag, "pins": pins}
    gig = brief("The pilot gig")
    whole = plan_of(gig, A4, **wanted)
    assert isinstance(whole, Conflict) and whole.ways_out
    assert sketch_of(gig, A4, **wanted) == whole.model_copy(update={"ways_out": []})
