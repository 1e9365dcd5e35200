"""What a chosen set comes to: reach, ledger, figures, cautions, assumptions."""

from collections.abc import Mapping

from steady_tide.core.exposure.automatic import Chosen
from steady_tide.core.exposure.reach import ExposureSet, LedgerLine, Mark, Tolerance, ledger, reach
from steady_tide.core.image.noise import SHADOW_STOPS, light_for_snr
from steady_tide.core.kit.settings import Setting
from steady_tide.core.plan.account.explain import PointView
from steady_tide.core.plan.account.plan import (
    InLight,
    LedgerPart,
    LineOfLedger,
    MarkPart,
    Price,
    ReachPart,
    Swappable,
)
from steady_tide.core.plan.account.swappable import swappable
from steady_tide.core.plan.prices.consideration import one
from steady_tide.core.plan.prices.exposure import target_shutter_s
from steady_tide.core.plan.problem.situation import Situation
from steady_tide.core.plan.problem.stance import LEAST_SNR
from steady_tide.core.quantities import lux_from_ev100, shutter_text

RUNAWAY_STOPS = 2.0
"""An automatic shutter this much shorter than wanted makes motion stutter. **Assumed**."""
HOPELESS_STOPS = 3.0
HOPELESS_SNR = 2.0
"""A picture this much too dark, or this noisy at mid grey, is none. **Assumed**."""
NEVER_EV100 = 40.0
"""Stands for a light that is never met: a sensor whose fixed pattern is always too noisy for the stance."""
HEADLINE = (
    Setting.RESOLUTION, Setting.FRAME_RATE, Setting.VIEW, Setting.STABILISATION, Setting.SHUTTER, Setting.ND_FILTER,
)  # fmt: skip


def exposure_set(view: PointView) -> ExposureSet:
    """The settings of a point that decide exposure."""
    block = view.block
    return ExposureSet(
        f_number=block.f_number,
        shortest_s=one(block.shortest_s),
        longest_s=one(block.longest_s),
        iso_floor=one(block.floor),
        iso_ceiling=one(block.ceiling),
        loss_stops=one(block.loss_stops),
        bias_stops=block.situation.bias_stops,
        programme=block.situation.device.exposure_programme,
        knee_s=block.knee_s,
    )


def noise_ev100(view: PointView) -> float:
    """The light [EV at ISO 100] below which the picture is too noisy for the stance at the longest shutter."""
    block, settings = view.block, exposure_set(view)
    found = light_for_snr(
        snr=LEAST_SNR[block.situation.stance.noise_ceiling],
        shutter_s=settings.longest_s,
        f_number=settings.f_number,
        loss_stops=settings.loss_stops,
        photosites=one(block.photosites),
        sensor=block.lens.sensor,
    )
    return min(found, NEVER_EV100)


def swappable_part(view: PointView, found: ReachPart) -> Swappable:
    """What can be changed in the field."""
    return swappable(view, exposure_set(view), noise_ev100=noise_ev100(view), high_ev100=found.high.ev100)


def reach_part(view: PointView) -> ReachPart:
    """Low and high mark of the set, the noise limit and the shutter's running away included."""
    block, settings = view.block, exposure_set(view)
    matters = (
        not block.situation.brief.at_intervals
        and block.situation.stance.filtering != "bare-lens"
        and not block.situation.brief.frozen
    )
    runaway = target_shutter_s(block) / 2**RUNAWAY_STOPS if matters else None
    found = reach(settings, tolerance=Tolerance(), noise_limit_ev100=noise_ev100(view), shutter_runaway_s=runaway)
    return ReachPart(
        low=_mark(found.low),
        high=_mark(found.high),
        turns_ev100=round(found.turns_ev100, 3),
        holds_dark=found.holds_down_to(block.situation.dark_ev100),
        holds_bright=found.holds_up_to(block.situation.bright_ev100),
    )


def _mark(mark: Mark) -> MarkPart:
    return MarkPart(ev100=round(mark.ev100, 3), lux=float(f"{lux_from_ev100(mark.ev100):.3g}"), reason=mark.reason)


def ledger_part(view: PointView) -> LedgerPart:
    """The exposure in the expected light as a sum."""
    block = view.block
    situation = block.situation
    glass = situation.glasses[int(block.exposures.glass[0])]
    losses = [LedgerLine("Lens", block.lens.transmission_loss_stops, "light lost in the glass")]
    if situation.port != "bare":
        losses.append(LedgerLine("Housing window", situation.port_loss_stops, f"{situation.port} port"))
    if situation.colour_loss_stops:
        losses.append(
            LedgerLine("Colour filter", situation.colour_loss_stops, situation.colour_filter.replace("-", " "))
        )
    if glass.stops:
        losses.append(LedgerLine("ND filter", glass.stops, glass.label))
    summed = ledger(
        exposure_set(view),
        scene_ev100=situation.aim_ev100,
        scene_detail=situation.light.source,
        losses=tuple(losses),
    )
    lines = [LineOfLedger(label=line.label, stops=round(line.stops, 4), detail=line.detail) for line in summed.lines]
    return LedgerPart(lines=lines, leftover_stops=round(summed.leftover_stops, 4))


def in_lights(view: PointView) -> list[InLight]:
    """What the camera does in the darkest, expected and brightest light."""
    block, situation = view.block, view.block.situation
    return [
        _in_light("darkest", view, situation.dark_ev100, block.dark),
        _in_light("expected", view, situation.aim_ev100, block.aim),
        _in_light("brightest", view, situation.bright_ev100, block.bright),
    ]


def _in_light(name: str, view: PointView, ev100: float, chosen: Chosen) -> InLight:
    block = view.block
    return InLight.model_validate(
        {
            "name": name,
            "ev100": round(ev100, 3),
            "shutter_text": f"{shutter_text(one(chosen.shutter_s))} s",
            "shutter_s": one(chosen.shutter_s),
            "iso": round(one(chosen.iso)),
            "error_stops": round(one(chosen.error_stops), 3),
            "snr_mid": round(one(block.snr(ev100, chosen)), 2),
            "snr_shadow": round(one(block.snr(ev100 - SHADOW_STOPS, chosen)), 2),
        }
    )


def hopeless(view: PointView) -> list[Price]:
    """Said first where even the best set makes no picture: far too dark, or nothing but noise."""
    block = view.block
    short, snr = -one(block.aim.error_stops), one(block.snr(block.situation.aim_ev100, block.aim))
    if short < HOPELESS_STOPS and snr >= HOPELESS_SNR:
        return []
    at_end = one(block.ceiling) >= block.situation.device.iso.values[-1]
    spare = "" if at_end else f"; your ISO limit keeps {block.situation.device.iso.values[-1]} back"
    told = f"{short:.1f} stops too dark" if short >= HOPELESS_STOPS else f"signal to noise {snr:.0f}"
    words = f"{told} with all that these wishes leave{spare}. Bring light, hold still for longer, or come earlier"
    return [Price(label="Hopeless as it stands", cost=round(max(short, HOPELESS_STOPS), 2), words=words)]


def headline(texts: Mapping[Setting, str]) -> str:
    """The set in one line, from its values as they are read."""
    glass = texts[Setting.ND_FILTER] if texts[Setting.ND_FILTER] != "none" else "bare lens"
    parts = [texts[setting] for setting in HEADLINE[:-1] if setting in texts]
    return " · ".join([*parts, glass])


def cautions(situation: Situation) -> list[str]:
    """What can hurt somebody here, once and briefly; local rules and trained people decide."""
    brief = situation.brief
    found = []
    if brief.water:
        found.append(
            "Dive within your training, with a buddy, buoyancy before camera. "
            "This computes light, not gas or decompression."
        )
        found.append("Do not touch or chase wildlife.")
    if situation.carried in ("riding", "helmet-on-snow") or (brief.scenario == "motion" and not brief.water):
        found.append(
            "Set up while standing still; do not touch the camera in motion. The rules of road, water and slope apply."
        )
    if situation.device.kind == "drone":
        found.append("Local aviation rules set height, distance and night flying. Keep sight of the aircraft.")
    if brief.scenario == "product":
        found.append("Keep mains power away from liquids; lamps and glass get hot.")
    if situation.carried == "walking" or brief.scenario == "talking":
        found.append("Walking backwards or at an edge: take a second person as a spotter.")
    if situation.light.lamps and brief.scenario == "low-light":
        found.append("Fast flashing light can trigger seizures: warn people present.")
    if brief.temperature_c <= 0:
        found.append("Do not charge frozen cells; stop at the device's own warning.")
    return found


def _shake_source(situation: Situation) -> str:
    support = situation.support
    if support is not None and support.shake_deg_per_s is not None:
        return f"as you noted for {support.label}"
    return "is assumed, not measured"


def told_assumptions(situation: Situation) -> list[str]:
    """What the numbers rest on without having been measured."""
    light = situation.light
    told = [
        f"Shake of {situation.shake_deg_per_s:g}°/s ({situation.carried}) {_shake_source(situation)}.",
        f"The light is taken as {light.ev100:.1f} EV ± {light.uncertainty_stops:.1f} ({light.source}).",
        "Weights that trade one fault against another are assumed practice.",
    ]
    if situation.brief.water:
        told.append(
            "The water is of a published type that stands for its name; a reading under water bends it."
            if situation.brief.light.kind == "computed"
            else "Under water the light is as you named or measured it; by place and time it is computed."
        )
    if situation.lamp is not None:
        told.append(
            f"{situation.lamp.label} is taken to light the subject from beside the lens, through the water twice."
        )
    if situation.weights:
        told.append("Some of the weights are your own numbers.")
    if situation.device.meters_bright_stops:
        told.append(f"Its meter is assumed to expose {situation.device.meters_bright_stops:g} stops bright.")
    return told
