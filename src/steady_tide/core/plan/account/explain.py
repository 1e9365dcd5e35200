"""Explanation by difference: for each setting its nearest rivals and what turned them."""

from collections.abc import Mapping, Sequence
from fractions import Fraction
from functools import cached_property
from math import log2
from typing import Final, NamedTuple

from steady_tide.core.kit.settings import SETTINGS, Setting, Value
from steady_tide.core.message import Message, Told, apart, say, sentence
from steady_tide.core.plan.account.candidates import Candidates, Fact
from steady_tide.core.plan.account.plan import Decision, Option, Price, Rival, Turn
from steady_tide.core.plan.prices.book import BOOK
from steady_tide.core.plan.prices.weighing import Objection, Weighing
from steady_tide.core.plan.problem.offers import Offer
from steady_tide.core.plan.problem.stance import AXIS_LABELS, Axis, Stance
from steady_tide.core.plan.search.feasibility import first_clash
from steady_tide.core.plan.search.landscape import Landscape, Point

RIVALS_TOLD: Final = 2
TURNS_TOLD: Final = 4
BROUGHT_TOLD: Final = 4
UNTOLD: Final = 0.02
"""Differences smaller than this [stops] are not told."""
SEARCHED: Final = tuple(
    setting
    for decided in ("frame", "recording", "exposure", "profile")
    for setting, row in SETTINGS.items()
    if row.decided == decided
)
BROUGHT_IN_WHY: Final = 2
EQUAL: Final = 0.005
"""Sets that cost alike within this are equal [stops-equivalents]."""
LEAST_TOLD_STOPS: Final = 0.1
INFINITE: Final = float("inf")


class Against(NamedTuple):
    """A consideration that differs between the chosen set and a rival's: both facts, and how much they differ."""

    difference: float
    here: Fact
    there: Fact


class Why(NamedTuple):
    """A reason: whole, the disagreement it belongs to, and what of it stands in a line, if not all."""

    told: Message
    axis: Axis | None = None
    short: Message | None = None


class Contest(NamedTuple):
    """A setting's fight: the least cost of each of its values, and its nearest rivals with their sets."""

    costs: Mapping[Value, float]
    near: list[tuple[Value, float, Point]]


def searched_values(landscape: Landscape, points: Sequence[Point]) -> list[dict[Setting, Value]]:
    """The searched settings that this device has, of some sets."""
    offered = [setting for setting in SEARCHED if landscape.situation.given.offers(setting)]
    columns = [landscape.values_of(points, setting) for setting in offered]
    return [dict(zip(offered, values, strict=True)) for values in zip(*columns, strict=True)]


class Explainer:
    """Writes the decisions of a chosen set. Every rival's set is looked at in one go."""

    def __init__(self, landscape: Landscape, chosen: Point) -> None:
        self.landscape = landscape
        self.situation, self.given = landscape.situation, landscape.situation.given
        self.values = searched_values(landscape, [chosen])[0]
        self.menu = {entry.setting: entry for entry in self.situation.device.menu}
        self.total = landscape.least(chosen.profile)
        self._contests = {setting: self._contest(setting, value) for setting, value in self.values.items()}
        rivals = [point for contest in self._contests.values() for _, _, point in contest.near]
        self.looked = Candidates(landscape, [chosen, *rivals])
        self._values = searched_values(landscape, self.looked.points)
        self._at = {point: at for at, point in reversed(list(enumerate(self.looked.points)))}

    def _contest(self, setting: Setting, value: Value) -> Contest:
        found = self.landscape.rivals(setting)
        near = sorted(
            (rivalry.cost, str(other), other)
            for other, rivalry in found.items()
            if rivalry.cost != INFINITE and other != value
        )
        told = [(other, cost, found[other].find()) for cost, _, other in near[:RIVALS_TOLD]]
        return Contest({other: rivalry.cost for other, rivalry in found.items()}, told)

    def searched(self, setting: Setting) -> Decision:
        """A setting decided by the search."""
        value, contest = self.values[setting], self._contests[setting]
        offered = self.given.offers(setting)
        options = [self._option(setting, value, offer, contest.costs.get(offer.value, INFINITE)) for offer in offered]
        turned = [self._turned(point) for _, _, point in contest.near]
        rivals = [
            Rival(
                value=other,
                text=self.given.text_of(setting, other),
                cost=round(cost - self.total, 2),
                turned_by=[self._turn(one, self._at[point]) for one in against],
                brings=self._brings(setting, point),
                told=self._told(setting, value, other),
            )
            for (other, cost, point), against in zip(contest.near, turned, strict=True)
        ]
        why = self._why(setting, rivals, turned)
        return self._decision(setting, value, why, rivals, options)

    def _turned(self, point: Point) -> list[Against]:
        there = self._at[point]
        differ = self.looked.differences(0, there, most=TURNS_TOLD, untold=UNTOLD)
        return [Against(apart, self.looked.fact(key, 0), self.looked.fact(key, there)) for key, apart in differ]

    def _turn(self, against: Against, there: int) -> Turn:
        return Turn(
            key=against.here.key,
            label=against.here.row.label,
            difference=round(against.difference, 2),
            here=self.looked.tell(against.here, 0),
            there=self.looked.tell(against.there, there),
            source=against.here.row.source,
        )

    def weighed(self, setting: Setting, value: Value, weighing: Weighing) -> Decision:
        """A setting decided by a rule of its own."""
        base = weighing.cost(value)
        offered = self.given.offers(setting)
        dearer = {offer.value: round(weighing.cost(offer.value) - base, 2) for offer in offered}
        options = [Option(value=offer.value, text=offer.text, cost=dearer[offer.value]) for offer in offered]
        others = sorted((offer for offer in offered if offer.value != value), key=lambda one: weighing.cost(one.value))
        rivals = [
            Rival(
                value=offer.value,
                text=offer.text,
                cost=dearer[offer.value],
                turned_by=[_objected(one, weighing.praise) for one in weighing.objections[offer.value]],
            )
            for offer in others[:RIVALS_TOLD]
        ]
        best = weighing.best() == value
        why = weighing.praise if best else weighing.told_of(value)
        return self._decision(setting, value, Why(sentence(why), weighing.axis), rivals, options)

    def _option(self, setting: Setting, value: Value, offer: Offer, cost: float) -> Option:
        if cost == INFINITE:
            return Option(value=offer.value, text=offer.text, cost=None, refused=self._refusal(setting, offer))
        dearer = 0.0 if offer.value == value else round(cost - self.total, 2)
        return Option(value=offer.value, text=offer.text, cost=dearer)

    def _refusal(self, setting: Setting, offer: Offer) -> Message:
        clash = first_clash(self.landscape, setting, offer.value)
        device = self.situation.device.name
        if not clash:
            return say("refused-with-pins", device=device)
        return say("refused-with", device=device, wishes=self.given.wishes_text(clash))

    def _why(self, setting: Setting, rivals: list[Rival], turned: list[list[Against]]) -> Why:
        if not rivals:
            return Why(say("why-only-value"))
        if setting in self.landscape.pins:
            return Why(say("why-pinned"))
        against = [one for one in turned[0] if round(one.difference, 2) > 0]
        to_the_point = [one for one in against if setting in one.here.about]
        axis = next((one.here.row.axis for one in to_the_point or against if one.here.row.axis is not None), None)
        rival = rivals[0]
        if to_the_point:
            turn = rival.turned_by[turned[0].index(to_the_point[0])]
            return Why(_told_twice(turn.here, rival, turn.there), axis, sentence(turn.here))
        return Why(self._by_a_hair(setting, rival), axis)

    def _by_a_hair(self, setting: Setting, rival: Rival) -> Message:
        """Why a value stands before one that no single reason speaks against."""
        if rival.brings:
            return say("why-rival-brings", rival=rival.text, brings=[*rival.brings])
        if rival.cost > EQUAL:
            return say("why-a-little-better", rival=rival.text)
        order = [offer.value for offer in self.given.offers(setting)]
        comes_first = order.index(self.values[setting]) < order.index(rival.value)
        return say("why-first-of-equals", rival=rival.text) if comes_first else say("why-as-good", rival=rival.text)

    def _told(self, setting: Setting, value: Value, other: Value) -> Message | None:
        """What a neighbouring frame rate means for the light."""
        if setting is not Setting.FRAME_RATE or self.situation.brief.at_intervals:
            return None
        darker = log2(float(Fraction(str(other))) / float(Fraction(str(value))))
        if abs(darker) < LEAST_TOLD_STOPS:
            return None
        return say(f"rival-{'darker' if darker > 0 else 'brighter'}", by=apart(darker))

    def _brings(self, setting: Setting, point: Point) -> list[str]:
        """What else changes in the rival's set, in words, the most telling first."""
        there = self._values[self._at[point]]
        changed = [other for other, here in self.values.items() if other is not setting and there[other] != here]
        told = changed[:BROUGHT_TOLD]
        return [f"{SETTINGS[other].in_text} {self.given.text_of(other, there[other])}" for other in told]

    def _decision(
        self,
        setting: Setting,
        value: Value,
        why: Why,
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
            text=self.given.text_of(setting, value),
            default=entry.default if entry else None,
            default_text=self.given.text_of(setting, entry.default) if entry else "",
            pinned=setting in self.landscape.pins,
            why=why.told,
            short=why.short,
            axis=AXIS_LABELS[why.axis] if why.axis else None,
            axis_position=position_text(self.situation.stance, why.axis) if why.axis else None,
            rivals=rivals,
            options=options,
        )

    @cached_property
    def prices(self) -> list[Price]:
        """What the chosen set pays dearly for, dearest first."""
        looked = self.looked
        dear = [
            (key, cost)
            for key, costs in looked.costs.items()
            if (cost := float(costs[0])) and cost >= BOOK[key].warn_above
        ]
        dear.sort(key=lambda pair: -pair[1])
        return [
            Price(key=key, label=BOOK[key].label, cost=round(cost, 2), told=looked.tell(looked.fact(key, 0), 0))
            for key, cost in dear
        ]


def _objected(objection: Objection, praise: Message) -> Turn:
    return Turn(
        key=objection.key,
        label=objection.told,
        difference=round(objection.cost, 2),
        here=praise,
        source=BOOK[objection.key].source,
    )


def _told_twice(here: Told, rival: Rival, there: Told | None) -> Message:
    """What speaks for a value, and what a rival has instead, with what else changes; once where both are the same."""
    if there is None or there == here:
        return sentence(here)
    if not rival.brings:
        return say("why-rival", here=here, rival=rival.text, there=there)
    return say("why-rival-along", here=here, rival=rival.text, along=[*rival.brings[:BROUGHT_IN_WHY]], there=there)


def position_text(stance: Stance, axis: Axis) -> str:
    """The stance's position on an axis as words."""
    return str(getattr(stance, axis.value)).replace("-", " ")
