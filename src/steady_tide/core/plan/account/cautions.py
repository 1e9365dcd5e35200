"""What has to be minded beside a set: what can hurt somebody, and what the numbers rest on."""

from steady_tide.core.message import Argument, Message, metres, number, say
from steady_tide.core.plan.account.plan import Assumption, AssumptionTold, Caution, CautionTold
from steady_tide.core.plan.problem.given import Given
from steady_tide.core.plan.problem.situation import Situation


def cautions(situation: Situation) -> list[CautionTold]:
    """What can hurt somebody here, each once; local rules and trained people decide."""
    brief, carried = situation.brief, situation.carried
    dry = brief.water is None
    here: dict[Caution, bool] = {
        "no-housing": situation.given.lacks_housing,
        "diving": not dry,
        "wildlife": not dry,
        "in-motion": carried in ("riding", "helmet-on-snow") or (brief.scenario == "motion" and dry),
        "flying": situation.device.kind == "drone",
        "mains-and-liquids": brief.scenario == "product",
        "backwards": carried == "walking" and brief.scenario == "talking",
        "flashing": situation.light.lamps and brief.scenario == "low-light",
        "frozen-cells": brief.temperature_c <= 0,
    }
    return [CautionTold(kind=caution, told=_told(caution, situation)) for caution, due in here.items() if due]


def _told(caution: Caution, situation: Situation) -> Message:
    if caution != "no-housing":
        return say(f"caution-{caution}")
    given = situation.given
    near = [one for one in given.compatible if one.kind == "housing" and one.reason != "other-device"]
    told = [say("caution-near", label=one.label, reason=one.told) for one in near]
    return say("caution-no-housing", near=[*told], **_too_deep(given))


def too_deep(given: Given) -> Message:
    """That a bare body goes deeper than it may; asked only where it does."""
    return say("caution-too-deep", **_too_deep(given))


def _too_deep(given: Given) -> dict[str, Argument]:
    assert given.brief.water is not None, "asked only under water"
    device = given.device
    return {
        "deepest": metres(given.brief.water.deepest_m),
        "device": device.name,
        "rated": "yes" if device.depth_rating_m else "no",
        "bare": metres(device.depth_rating_m),
    }


def assumptions(situation: Situation) -> list[AssumptionTold]:
    """What the numbers rest on without having been measured."""
    brief, computed = situation.brief, situation.brief.light.kind == "computed"
    here: dict[Assumption, bool] = {
        "shake": True,
        "light": True,
        "weights": True,
        "water-type": brief.water is not None and computed,
        "light-as-named": brief.water is not None and not computed,
        "lamp-beside-lens": situation.lamp is not None,
        "own-weights": bool(situation.given.problem.weights),
        "meter-habit": bool(situation.device.meters_bright_stops),
    }
    return [AssumptionTold(kind=one, told=_assumed(one, situation)) for one, made in here.items() if made]


def _assumed(assumption: Assumption, situation: Situation) -> Message:
    key, light, lamp = f"assumed-{assumption}", situation.light, situation.lamp
    if assumption == "shake":
        rate = number(situation.shake_deg_per_s, "deg/s")
        return say(key, rate=rate, way=say(f"way-{situation.carried}"), source=_shake_source(situation))
    if assumption == "light":
        width = number(light.uncertainty_stops, "stops", 1)
        return say(key, light=number(light.ev100, "EV", 1), uncertainty=width, source=light.source)
    if assumption == "lamp-beside-lens":
        return say(key, lamp=lamp.label if lamp else "")
    if assumption == "meter-habit":
        return say(key, count=situation.device.meters_bright_stops)
    return say(key)


def _shake_source(situation: Situation) -> Message:
    support = situation.support
    if support is not None and support.shake_deg_per_s is not None:
        return say("shake-noted", support=support.label)
    if situation.carried in situation.given.problem.learned.shake_deg_per_s:
        clips = situation.given.problem.learned.shake_clips.get(situation.carried, 0)
        return say("shake-taught-by", count=clips) if clips else say("shake-taught")
    return say("shake-assumed")
