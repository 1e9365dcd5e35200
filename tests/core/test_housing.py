"""A depth that a body does not bear is told first wherever its set is told; the housing comes from the bag alone."""

from itertools import product

import pytest

from steady_tide.core.kit.bag import BagItem, Housing
from steady_tide.core.kit.device import Device
from steady_tide.core.plan.problem.stance import Stance
from steady_tide.core.ready.checks import Planned, Shoot, cautions_of, checks_of, packing_of
from steady_tide.formats.plan_text import plan_text
from steady_tide.formats.wording import all_worded, worded
from tests.situations import A2, A4, KIT, MANUAL, brief, plan_of, sketch_of

FLAT = next(item for item in KIT.bag if isinstance(item, Housing))
BAGS: dict[str, list[BagItem]] = {
    "none": [],
    "whole": list(KIT.bag),
    "too shallow": [FLAT.model_copy(update={"depth_rating_m": 11.0})],
    "another window": [FLAT.model_copy(update={"port": "dome"})],
}
CASES = list(product((A4, A2, MANUAL), (5.0, 10.0, 10.5, 50.0), BAGS))


def safe(device: Device, depth_m: float, bag: list[BagItem]) -> bool:
    """Reckoned apart: the bare body bears it, or a housing that fits it and the flat window does."""
    housings = [item for item in bag if isinstance(item, Housing) and device.key in (item.fits or [])]
    rated = [item.depth_rating_m for item in housings if item.port == "flat"]
    return depth_m <= max([device.depth_rating_m, *rated])


@pytest.mark.parametrize(("device", "depth_m", "bag"), CASES, ids=lambda one: getattr(one, "key", None))
def test_every_paper_says_first_what_would_drown_the_camera(device: Device, depth_m: float, bag: str) -> None:
    dive, things = brief("Under the rafts", water={"depth_m": depth_m}), BAGS[bag]
    made, sketched = (
        plan_of(dive, device, stance=Stance(), bag=things),
        sketch_of(dive, device, stance=Stance(), bag=things),
    )
    assert made.outcome == "plan" and sketched.outcome == "sketch"
    assert made.headline == sketched.headline and made.answer is not None
    shoot = Shoot([Planned("Dive", dive, device, made, "s", 1)], things, {})
    packed = [worded(one.label) for one in packing_of(shoot) if one.kind == "housing"]
    told = {
        "headline": made.headline.startswith("no housing for"),
        "text": "no housing for" in plan_text(made).splitlines()[0],
        "answer": worded(made.answer.line).startswith("No housing in the bag for"),
        "caution": worded(made.cautions[0].told).startswith("No housing in the bag for") and len(made.alerts) == 1,
        "bring": any("not in the bag" in words for words in all_worded(made.bring[:1])),
        "minded": cautions_of(shoot)[0].caution == "no-housing",
        "packed": any("not in the bag" in label for label in packed),
        "check": any("Do not take" in worded(one.told) for one in checks_of(shoot)),
    }
    assert set(told.values()) == {not safe(device, depth_m, things)}, told
    assert bool(packed) == (not safe(device, depth_m, things) or any(thing.kind == "housing" for thing in made.brought))


def test_nothing_of_it_is_told_on_land() -> None:
    made = plan_of(brief("The pilot gig"), MANUAL, stance=Stance(), bag=[])
    assert made.outcome == "plan" and made.alerts == [] and "housing" not in made.headline
