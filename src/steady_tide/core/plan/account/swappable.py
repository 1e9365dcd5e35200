"""What of a set can be changed in the field, and where its marks lie then."""

from steady_tide.core.exposure.reach import ExposureSet, Tolerance, light_for
from steady_tide.core.plan.account.plan import GlassOption, Swappable
from steady_tide.core.plan.physics.exposed import ExposedSet
from steady_tide.core.plan.problem.glasses import Glass
from steady_tide.core.plan.problem.situation import Situation


def swappable(chosen: ExposedSet, *, noise_ev100: float, high_ev100: float) -> Swappable:
    """Filters and ISO ceilings this set could go on with. noise_ev100: where noise ends it [EV at ISO 100]."""
    situation, settings, glass = chosen.situation, chosen.settings, chosen.glass
    dark = light_for(settings, shutter_s=settings.longest_s, iso=settings.iso_ceiling) - Tolerance().under_stops
    return Swappable(
        glass=glass.key,
        glass_stops=glass.stops,
        iso_ceiling=round(settings.iso_ceiling),
        iso_locked=settings.iso_floor == settings.iso_ceiling,
        dark_ev100=round(dark, 3),
        noise_ev100=round(noise_ev100, 3),
        high_ev100=round(high_ev100, 3),
        glasses=[GlassOption(key=g.key, label=g.label, stops=g.stops) for g in _glasses(situation, glass)],
        iso_ceilings=_ceilings(situation, settings),
    )


def _glasses(situation: Situation, chosen: Glass) -> list[Glass]:
    """Single filters without a fault, the bare lens, and what is on now."""
    return [
        glass
        for glass in situation.given.glasses
        if glass.key == chosen.key or (glass.count <= 1 and glass.flaw in ("", chosen.flaw))
    ]


def _ceilings(situation: Situation, settings: ExposureSet) -> list[int]:
    """ISO values that may become the ceiling: none below the floor, none beyond what the stance puts up with."""
    if not situation.device.iso.settable:
        return [round(settings.iso_ceiling)]
    least = 0.0 if settings.iso_floor == settings.iso_ceiling else settings.iso_floor
    most = max(situation.iso_limit, settings.iso_ceiling)
    return [value for value in situation.device.iso.values if least <= value <= most]
