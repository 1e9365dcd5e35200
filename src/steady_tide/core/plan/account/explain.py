"""Explanation by difference: for each setting its nearest rivals and what turned them."""

from collections.abc import Callable
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from steady_tide.core.kit.settings import SETTINGS, Setting, Value
from steady_tide.core.plan.account.plan import Decision, Option, Price, Rival, Turn
from steady_tide.core.plan.physics.block import Block
from steady_tide.core.plan.prices import BLOCK_CONSIDERATIONS
from steady_tide.core.plan.prices import recording as recording_room
from steady_tide.core.plan.prices.consideration import Consideration, Over
from steady_tide.core.plan.prices.recording import RecordingChoice
from steady_tide.core.plan.prices.weighing import Weighing
from steady_tide.core.plan.problem.offers import Offer, offers, text_of, wishes_text
from steady_tide.core.plan.problem.stance import AXIS_LABELS, Axis, Stance
from steady_tide.core.plan.search.columns import EXPOSURE_VALUES, FRAME_VALUES, RECORDING_VALUES
from steady_tide.core.plan.search.feasibility import first_clash
from steady_tide.core.plan.search.landscape import Landscape, Point

RIVALS_TOLD = 2
TURNS_TOLD = 4
PROFILE_WARN_ABOVE = 1.2
BROUGHT_TOLD = 4
UNTOLD = 0.02
"""Differences smaller than this [stops] are not told."""
SEARCHED = (*FRAME_VALUES, *RECORDING_VALUES, *EXPOSURE_VALUES, Setting.COLOUR_PROFILE)


OVER_BLOCK = {one.key: one for one in BLOCK_CONSIDERATIONS}
OVER_RECORDING = {one.key: one for one in recording_room.TABLE}


@dataclass(frozen=True)
class Term:
    """A consideration's cost at a point, and its fact when asked for."""

    label: str
    source: str
    axis: Axis | None
    about: tuple[Setting, ...]
    cost: float
    warn_above: float
    tell: Callable[[], str]


class PointView:
    """One complete set looked at closely: its terms, each with its cost and fact."""

    def __init__(self, landscape: Landscape, point: Point) -> None:
        self.landscape = landscape
        self.point = point
        self.situation = landscape.situation_for(point.profile)
        self.profile = self.situation.device.profiles[point.profile]

    @cached_property
    def block(self) -> Block:
        """Frame and exposure of this set with all their figures."""
        frame = self.landscape.frames.take(np.array([self.point.frame]))
        exposure = self.landscape.exposures.take(np.array([self.point.exposure]))
        return Block(self.situation, self.landscape.tables, frame, exposure)

    @cached_property
    def recording(self) -> RecordingChoice:
        """The recording of this set."""
        return RecordingChoice(self.situation, self.landscape.recordings).at(self.point.recording)

    @cached_property
    def costs(self) -> dict[str, float]:
        """What every consideration costs at this point, by key."""
        found = self.landscape.prices(self.point)
        found["profile"] = self.landscape.profile_weighing.cost(self.profile.key)
        found["bias"] = self._bias.cost(self.situation.bias_stops)
        return found

    @property
    def _bias(self) -> Weighing:
        return self.landscape.bias_weighings[self.point.profile]

    def term(self, key: str) -> Term:
        """One consideration at this point; its fact is put into words only when told."""
        if key == "profile":
            return self._weighed(key, "Profile for finish and light", self.landscape.profile_weighing, self.profile.key)
        if key == "bias":
            return self._weighed(key, "Exposure bias", self._bias, self.situation.bias_stops)
        if key in OVER_BLOCK:
            return self._term(OVER_BLOCK[key], lambda: self.block)
        return self._term(OVER_RECORDING[key], lambda: self.recording)

    def _term(self, consideration: Consideration[Over], over: Callable[[], Over]) -> Term:
        return Term(
            label=consideration.label,
            source=consideration.source,
            axis=consideration.axis,
            about=consideration.about,
            cost=self.costs[consideration.key],
            warn_above=consideration.warn_above,
            tell=lambda: consideration.fact(over()),
        )

    def _weighed(self, key: str, label: str, weighing: Weighing, value: Value) -> Term:
        words = "; ".join(objection.words for objection in weighing.objections[value]) or weighing.praise
        return Term(
            label=label,
            source="assumed",
            axis=Axis.FINISH,
            about=(Setting.COLOUR_PROFILE, Setting.EXPOSURE_BIAS),
            cost=self.costs[key],
            warn_above=PROFILE_WARN_ABOVE,
            tell=lambda: words,
        )

    def prices(self) -> list[Price]:
        """What this set pays dearly for, dearest first."""
        terms = (self.term(key) for key, cost in self.costs.items() if cost)
        dear = [term for term in terms if term.cost >= term.warn_above]
        dear.sort(key=lambda term: -term.cost)
        return [Price(label=term.label, cost=round(term.cost, 2), words=term.tell()) for term in dear]


def turns(here: PointView, there: PointView) -> list[tuple[Turn, Term]]:
    """The considerations in which two sets differ, largest difference first."""
    differences = [(there.costs[key] - cost, key) for key, cost in here.costs.items()]
    told = [pair for pair in differences if abs(pair[0]) >= UNTOLD]
    told.sort(key=lambda pair: -abs(pair[0]))
    found = []
    for difference, key in told[:TURNS_TOLD]:
        term, other = here.term(key), there.term(key)
        turn = Turn(
            label=term.label,
            difference=round(difference, 2),
            here=term.tell(),
            there=other.tell(),
            source=term.source,
        )
        found.append((turn, term))
    return found


class Explainer:
    """Writes the decisions of a chosen set."""

    def __init__(self, landscape: Landscape, chosen: Point) -> None:
        self.landscape = landscape
        self.view = PointView(landscape, chosen)
        self.situation = self.view.situation
        self.menu = {entry.setting: entry for entry in self.situation.device.menu}

    @cached_property
    def total(self) -> float:
        """What the chosen set costs in all."""
        return self.landscape.least(self.view.point.profile)

    def searched(self, setting: Setting, value: Value) -> Decision:
        """A setting decided by the search."""
        found = self.landscape.rivals(setting)
        offered = offers(self.situation, setting)
        options = [
            self._option(setting, value, offer, found[offer.value].cost if offer.value in found else float("inf"))
            for offer in offered
        ]
        near = sorted(
            (rivalry.cost, str(other), other, rivalry.find)
            for other, rivalry in found.items()
            if rivalry.cost != float("inf") and other != value
        )
        rivals, reasons = [], []
        for cost, _, other, find in near[:RIVALS_TOLD]:
            point = find()
            told = turns(self.view, PointView(self.landscape, point))
            reasons.append(told)
            rivals.append(
                Rival(
                    value=other,
                    text=text_of(self.situation, setting, other),
                    cost=round(cost - self.total, 2),
                    turned_by=[turn for turn, _ in told],
                    brings=self._brings(setting, point),
                )
            )
        why, axis = self._why(setting, rivals, reasons)
        return self._decision(setting, value, why, axis, rivals, options)

    def weighed(self, setting: Setting, value: Value, weighing: Weighing) -> Decision:
        """A setting decided by a rule of its own."""
        base = weighing.cost(value)
        offered = offers(self.situation, setting)
        options = [
            Option(value=offer.value, text=offer.text, cost=round(weighing.cost(offer.value) - base, 2))
            for offer in offered
        ]
        rivals = []
        for offer in sorted(offered, key=lambda offer: weighing.cost(offer.value)):
            if offer.value != value:
                against = weighing.objections[offer.value]
                turned_by = [
                    Turn(
                        label=one.words,
                        difference=round(one.cost, 2),
                        here=weighing.praise,
                        there=one.words,
                        source="assumed",
                    )
                    for one in against
                ]
                cost = round(weighing.cost(offer.value) - base, 2)
                rivals.append(Rival(value=offer.value, text=offer.text, cost=cost, turned_by=turned_by))
        best = weighing.best() == value
        why = weighing.praise if best else "; ".join(one.words for one in weighing.objections[value]) or weighing.praise
        return self._decision(setting, value, _sentence(why), weighing.axis, rivals[:RIVALS_TOLD], options)

    def _option(self, setting: Setting, value: Value, offer: Offer, cost: float) -> Option:
        if cost == float("inf"):
            return Option(value=offer.value, text=offer.text, cost=None, refused=self._refusal(setting, offer))
        return Option(
            value=offer.value,
            text=offer.text,
            cost=0.0 if offer.value == value else round(cost - self.total, 2),
        )

    def _refusal(self, setting: Setting, offer: Offer) -> str:
        clash = first_clash(self.landscape, setting, offer.value)
        device = self.situation.device.name
        if not clash:
            return f"{device} does not offer it with what you pinned"
        return f"{device} does not offer it with {wishes_text(self.situation, clash)}"

    def _why(
        self, setting: Setting, rivals: list[Rival], reasons: list[list[tuple[Turn, Term]]]
    ) -> tuple[str, Axis | None]:
        if not rivals:
            return "The only value this device offers here.", None
        if setting in self.landscape.pins:
            return "You pinned it; everything else is solved around it.", None
        against = [(turn, term) for turn, term in reasons[0] if turn.difference > 0]
        to_the_point = [pair for pair in against if setting in pair[1].about]
        axis = next((term.axis for _, term in to_the_point or against if term.axis is not None), None)
        if to_the_point:
            turn, _ = to_the_point[0]
            there = f" With {rivals[0].text}: {turn.there}." if turn.there != turn.here else ""
            return f"{_sentence(turn.here)}{there}", axis
        if rivals[0].brings:
            return f"{rivals[0].text} would bring {', '.join(rivals[0].brings)} with it.", axis
        return f"As good as {rivals[0].text}; the first in the camera's order is taken.", axis

    def _brings(self, setting: Setting, point: Point) -> list[str]:
        """What else changes in the rival's set, in words, the most telling first."""
        here, there = self.values(self.view.point), self.values(point)
        changed = [other for other in here if other is not setting and here[other] != there[other]]
        changed.sort(key=SEARCHED.index)
        told = [f"{SETTINGS[other].in_text} {text_of(self.situation, other, there[other])}" for other in changed]
        return told[:BROUGHT_TOLD]

    def values(self, point: Point) -> dict[Setting, Value]:
        """The searched settings of a set that this device has."""
        found: dict[Setting, Value] = {Setting.COLOUR_PROFILE: self.situation.device.profiles[point.profile].key}
        for columns, row in (
            (self.landscape.frame_columns, point.frame),
            (self.landscape.recording_columns, point.recording),
            (self.landscape.exposure_columns, point.exposure),
        ):
            found |= {setting: columns.value_at(setting, row) for setting in columns.settings}
        return {setting: value for setting, value in found.items() if offers(self.situation, setting)}

    def _decision(
        self,
        setting: Setting,
        value: Value,
        why: str,
        axis: Axis | None,
        rivals: list[Rival],
        options: list[Option],
    ) -> Decision:
        entry = self.menu.get(setting)
        return Decision(
            setting=setting,
            label=SETTINGS[setting].label,
            room=SETTINGS[setting].room,
            menu_label=entry.label if entry else "",
            value=value,
            text=text_of(self.situation, setting, value),
            default=entry.default if entry else None,
            default_text=text_of(self.situation, setting, entry.default) if entry else "",
            pinned=setting in self.landscape.pins,
            why=why,
            axis=AXIS_LABELS[axis] if axis else None,
            axis_position=position_text(self.situation.stance, axis) if axis else None,
            rivals=rivals,
            options=options,
        )


def position_text(stance: Stance, axis: Axis) -> str:
    """The stance's position on an axis as words."""
    return str(getattr(stance, axis.value)).replace("-", " ")


def _sentence(words: str) -> str:
    return words[:1].upper() + words[1:].rstrip(".") + "."
