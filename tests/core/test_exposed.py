"""One given set in a given light, without a search: what it gives is what the plan of that set says."""

import pytest

from steady_tide.core.errors import BadInput
from steady_tide.core.kit.settings import Setting
from steady_tide.core.plan.physics.exposed import ExposedSet
from steady_tide.core.plan.physics.space import DeviceSpace
from steady_tide.core.plan.problem.stance import SCHOOL_BY_KEY
from tests.situations import A4, KIT, brief, planned, situation_of


@pytest.mark.parametrize("scene", ["Lantern market", "The smoked jar"])
def test_a_given_set_does_what_its_plan_says(scene: str) -> None:
    plan = planned(brief(scene))
    values = plan.sketch.values
    fit = {name: str(values[Setting(name)]) for name in ("lamp", "support", "colour_filter") if Setting(name) in values}
    situation = situation_of(brief(scene), SCHOOL_BY_KEY["even-keel"].stance, A4, KIT.bag, **fit)
    space, bias = DeviceSpace(situation.given.camera), float(values[Setting.EXPOSURE_BIAS])
    given = ExposedSet.of(situation, space, values, bias=bias)
    for row in plan.in_light:
        light = given.in_light(row.ev100)
        assert light.shutter_s == pytest.approx(row.shutter_s, rel=1e-3) and round(light.iso) == row.iso
        assert light.error_stops == pytest.approx(row.error_stops, abs=0.002)
        assert light.snr_mid == pytest.approx(row.snr_mid, rel=0.01)
    assert plan.measures is not None and given.smear_px == pytest.approx(plan.measures.smear_px)
    with pytest.raises(BadInput, match="not to be had"):
        ExposedSet.of(situation, space, {**values, Setting.RESOLUTION: "9K"}, bias=bias)
    with pytest.raises(BadInput, match="ND filter"):
        ExposedSet.of(situation, space, {**values, Setting.ND_FILTER: "nd-none-such"}, bias=bias)
