"""The cheapest set found without its rivals is the one that the whole search finds."""

from functools import cache
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from steady_tide.core.errors import BadInput
from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.plan.account.explain import SEARCHED
from steady_tide.core.plan.account.plan import Conflict, Plan
from steady_tide.core.plan.planner import plan_scene, sketch_scene
from steady_tide.core.plan.prices import BLOCK_CONSIDERATIONS
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.plan.problem.stance import SCHOOL_BY_KEY, SCHOOLS
from steady_tide.core.plan.search.cheapest import cheapest
from steady_tide.core.plan.search.feasibility import feasible
from steady_tide.core.plan.search.landscape import Landscape
from tests.situations import A4, KIT, SCENES, brief, planned

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
    weights = draw(
        st.dictionaries(st.sampled_from([one.key for one in BLOCK_CONSIDERATIONS]), st.sampled_from([0.0, 5.0]))
    )
    stance = draw(st.sampled_from(SCHOOLS)).stance
    return Landscape(Situation(brief(scene), stance, A4, tuple(KIT.bag), weights=weights), pins)


@settings(max_examples=30)
@given(landscapes())
def test_it_is_the_one_the_whole_search_chooses(landscape: Landscape) -> None:
    found, point = cheapest(landscape), landscape.chosen()
    assert (found.point if found else None) == point
    assert found is None or (point is not None and found.cost == landscape.least(point.profile))
    assert (found is not None) == feasible(landscape, landscape.pins)


def test_most_blocks_are_never_priced_where_one_is_far_ahead() -> None:
    landscape = Landscape(
        Situation(brief("Under the rafts"), SCHOOL_BY_KEY["even-keel"].stance, A4, tuple(KIT.bag)), {}
    )
    assert cheapest(landscape) is not None
    every = [costs for index in range(len(A4.profiles)) for costs in landscape.block_costs(index)]
    priced = [costs for costs in every if "both" in vars(costs)]
    assert 0 < len(priced) < len(every) / 2


@pytest.mark.parametrize("name", sorted(SCENES))
def test_a_sketch_is_the_plan_without_its_reasons(name: str) -> None:
    for device in KIT.devices:
        for school in ("even-keel", "one-chance"):
            wanted: dict[str, Any] = {"stance": SCHOOL_BY_KEY[school].stance, "bag": KIT.bag}
            try:
                whole = plan_scene(brief(name), device, **wanted)
            except BadInput:
                with pytest.raises(BadInput):
                    sketch_scene(brief(name), device, **wanted)
                continue
            assert isinstance(whole, Plan)
            assert sketch_scene(brief(name), device, **wanted) == whole.sketch


def test_a_sketch_of_wishes_in_conflict_is_the_conflict_without_its_ways_out() -> None:
    pins = {"resolution": "4K", "frame_rate": "120", "stabilisation": "strong"}
    wanted: dict[str, Any] = {"stance": SCHOOL_BY_KEY["even-keel"].stance, "bag": KIT.bag, "pins": pins}
    gig = brief("The pilot gig")
    whole = plan_scene(gig, A4, **wanted)
    assert isinstance(whole, Conflict) and whole.ways_out
    assert sketch_scene(gig, A4, **wanted) == whole.model_copy(update={"ways_out": []})
