"""What has to be minded beside a set: what can hurt somebody, and what the numbers rest on. Facts, then their words."""

from typing import Final

from steady_tide.core.habits import metres
from steady_tide.core.plan.account.plan import Assumption, Caution
from steady_tide.core.plan.problem.given import Given
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.quantities import counted

CAUTIONS: Final[dict[Caution, str]] = {
    "no-housing": "No housing in the bag for this depth: the camera floods.",
    "diving": "Dive within your training, with a buddy, buoyancy before camera. "
    "This computes light, not gas or decompression.",
    "wildlife": "Do not touch or chase wildlife.",
    "in-motion": "Set up while standing still; do not touch the camera in motion. "
    "The rules of road, water and slope apply.",
    "flying": "Local aviation rules set height, distance and night flying. Keep sight of the aircraft.",
    "mains-and-liquids": "Keep mains power away from liquids; lamps and glass get hot.",
    "backwards": "Walking backwards or at an edge: take a second person as a spotter.",
    "flashing": "Fast flashing light can trigger seizures: warn people present.",
    "frozen-cells": "Do not charge frozen cells; stop at the device's own warning.",
}
"""What can hurt somebody, once and briefly; local rules and trained people decide."""


def cautions(situation: Situation) -> list[Caution]:
    """What can hurt somebody here."""
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
    return [caution for caution, due in here.items() if due]


def caution_words(caution: Caution, situation: Situation) -> str:
    """A caution as it is read beside a plan."""
    if caution != "no-housing":
        return CAUTIONS[caution]
    given = situation.given
    near = [one for one in given.compatible if one.kind == "housing" and one.reason != "other-device"]
    told = "".join(f" {one.label}: {one.words}." for one in near)
    return f"{too_deep(given)}. Take a housing rated for it, or plan less deep.{told}"


def too_deep(given: Given) -> str:
    """That a bare body goes deeper than it may, in words; asked only where it does."""
    assert given.brief.water is not None, "asked only under water"
    deepest, device = given.brief.water.deepest_m, given.device
    bare = f"is bare to {metres(device.depth_rating_m)}" if device.depth_rating_m else "must stay dry"
    return f"No housing in the bag for {metres(deepest)}: {device.name} {bare}"


def assumptions(situation: Situation) -> list[Assumption]:
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
    return [assumption for assumption, made in here.items() if made]


def assumption_words(assumption: Assumption, situation: Situation) -> str:
    """An assumption as it is read."""
    light, lamp = situation.light, situation.lamp
    bright = counted(situation.device.meters_bright_stops, "stop")
    words: dict[Assumption, str] = {
        "shake": f"Shake of {situation.shake_deg_per_s:g}°/s ({situation.carried}) {_shake_source(situation)}.",
        "light": f"The light is taken as {light.ev100:.1f} EV ± {light.uncertainty_stops:.1f} ({light.source}).",
        "weights": "Weights that trade one fault against another are assumed practice.",
        "water-type": "The water is of a published type that stands for its name; a reading under water bends it.",
        "light-as-named": "Under water the light is as you named or measured it; by place and time it is computed.",
        "lamp-beside-lens": f"{lamp.label if lamp else 'A lamp'} is taken to light the subject from beside the lens, "
        "through the water twice.",
        "own-weights": "Some of the weights are your own numbers.",
        "meter-habit": f"Its meter is assumed to expose {bright} bright.",
    }
    return words[assumption]


def _shake_source(situation: Situation) -> str:
    support = situation.support
    if support is not None and support.shake_deg_per_s is not None:
        return f"as you noted for {support.label}"
    if situation.carried in situation.given.problem.learned.shake_deg_per_s:
        clips = situation.given.problem.learned.shake_clips.get(situation.carried, 0)
        return f"as {counted(clips, 'clip')} of yours taught" if clips else "as your footage taught"
    return "is assumed, not measured"
