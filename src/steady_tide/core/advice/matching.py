"""Two cameras and more on one scene: what they have to share so that their shots cut together."""

from collections.abc import Mapping, Sequence
from typing import Final

from steady_tide.core.document import Part
from steady_tide.core.kit.device import Device
from steady_tide.core.kit.settings import SETTINGS, Setting, Value, settings_that
from steady_tide.core.plan.account.plan import Decision, Plan
from steady_tide.core.quantities import mired_shift

SHARED: Final = settings_that("seen_at_cuts")
"""What the eye notices at a cut: rhythm, tone, colour, edges."""
ALIKE_MIRED: Final = 12.0
"""White balances nearer than this look the same at a cut. **Assumed**."""
REFUSED_COST: Final = 50.0


class Matched(Part):
    """A setting that all cameras can share: the value for each, by device key, and what it costs them together."""

    setting: Setting
    label: str
    words: str
    cost: float
    values: dict[str, Value]


class Unmatched(Part):
    """What cannot be shared, and why."""

    setting: Setting
    label: str
    words: str


class Match(Part):
    """What to pin on each camera so that they cut together, and what will differ all the same."""

    matched: list[Matched]
    unmatched: list[Unmatched]


def match(plans: Sequence[Plan], devices: Mapping[str, Device]) -> Match:
    """The cheapest common ground of several cameras on one scene, setting by setting.

    plans: at least two, of the same scene; devices: theirs, by key. Each setting is matched by
    itself from the prices in the plans; what they cost together shows when the pins are set.
    """
    matched, unmatched = [], []
    for setting in SHARED:
        decisions = {plan.device_key: _decision(plan, setting) for plan in plans}
        missing = [plan.device_name for plan in plans if decisions[plan.device_key] is None]
        label = SETTINGS[setting].label
        if missing:
            words = f"{', '.join(missing)} has no setting for it: its own way will show"
            unmatched.append(Unmatched(setting=setting, label=label, words=words))
            continue
        known = {key: one for key, one in decisions.items() if one is not None}
        best = _best(setting, known, devices)
        if best is None:
            unmatched.append(Unmatched(setting=setting, label=label, words=_nothing_shared(known)))
        else:
            words, cost, values = best
            matched.append(Matched(setting=setting, label=label, words=words, cost=round(cost, 2), values=values))
    return Match(matched=matched, unmatched=[*unmatched, *_by_nature(plans)])


def _decision(plan: Plan, setting: Setting) -> Decision | None:
    return next((one for one in plan.decisions if one.setting is setting), None)


def _nothing_shared(decisions: Mapping[str, Decision]) -> str:
    offered = [", ".join(option.text for option in one.options if not option.refused) for one in decisions.values()]
    return f"no value in common: {' against '.join(offered)}"


def _likeness(setting: Setting, device: Device, value: Value) -> str:
    """What makes values of two cameras alike: the curve of a profile, else the value itself."""
    if setting is Setting.COLOUR_PROFILE:
        return next(profile.curve for profile in device.profiles if profile.key == value)
    return str(value)


def _best(
    setting: Setting, decisions: Mapping[str, Decision], devices: Mapping[str, Device]
) -> tuple[str, float, dict[str, Value]] | None:
    """The likeness all cameras offer at the least cost together: in words, cost, and each camera's value."""
    offers: dict[str, dict[str, tuple[float, Value, str]]] = {}
    for key, decision in decisions.items():
        for option in decision.options:
            cost = REFUSED_COST if option.cost is None else option.cost
            if cost < REFUSED_COST:
                alike = _likeness(setting, devices[key], option.value)
                kept = offers.setdefault(alike, {})
                if key not in kept or cost < kept[key][0]:
                    kept[key] = (cost, option.value, option.text)
    if setting is Setting.WHITE_BALANCE:
        _join_near_kelvins(offers)
    shared = {alike: found for alike, found in offers.items() if len(found) == len(decisions)}
    if not shared:
        return None
    alike, found = min(shared.items(), key=lambda item: (sum(cost for cost, _, _ in item[1].values()), item[0]))
    texts = list(dict.fromkeys(text for _, _, text in found.values()))
    return " and ".join(texts), sum(cost for cost, _, _ in found.values()), {key: one[1] for key, one in found.items()}


def _join_near_kelvins(offers: dict[str, dict[str, tuple[float, Value, str]]]) -> None:
    """Let a Kelvin value stand for those of other cameras that look the same."""
    numbers = {alike: float(alike) for alike in offers if alike.isdecimal()}
    own = {alike: dict(found) for alike, found in offers.items()}
    for alike, kelvin in numbers.items():
        for other, near in numbers.items():
            if abs(mired_shift(from_kelvin=kelvin, to_kelvin=near)) <= ALIKE_MIRED:
                for key, found in own[other].items():
                    offers[alike].setdefault(key, found)


def _by_nature(plans: Sequence[Plan]) -> list[Unmatched]:
    """Differences no setting takes away: how far apart the noise of the two will be."""
    noise = {plan.device_name: next(row.snr_mid for row in plan.in_light if row.name == "expected") for plan in plans}
    (worst, low), (best, high) = (pick(noise.items(), key=lambda pair: pair[1]) for pick in (min, max))
    if low <= 0 or high / low < 1.6:
        return []
    words = f"{worst} will look grainier than {best} (signal to noise {low:.0f} against {high:.0f})"
    return [Unmatched(setting=Setting.ISO_CEILING, label="Noise", words=words)]
