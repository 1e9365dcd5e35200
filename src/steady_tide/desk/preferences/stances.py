"""Schools and numbers of one account: its own schools, which one holds where, weights of its own."""

import re
from collections.abc import Mapping
from functools import cached_property
from typing import Any, Literal

from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.plan.prices import OF_RECORDINGS, OF_SETS
from steady_tide.core.plan.prices.book import BOOK, Price
from steady_tide.core.plan.problem.stance import AXIS_LABELS, SCHOOL_BY_KEY, SCHOOLS, School, Stance
from steady_tide.desk.edits import joined_plain
from steady_tide.desk.views import AppliedSchool, View
from steady_tide.store.errors import NotFound, Taken
from steady_tide.store.owned import Rows
from steady_tide.store.repositories.kit import account_of
from steady_tide.store.repositories.setups import school_in_use
from steady_tide.store.tables import Account, SetupRow

FIRST_SCHOOL = "even-keel"
INHERITED = ""
"""What a setup or a shoot says that takes the school of what stands above it."""
MOST_OWN = 40
MOST_WEIGHT = 20.0


class SchoolView(View):
    """A school with its positions. own: the account's, to be changed; usual: what holds where nothing else is said."""

    key: str
    name: str
    line: str
    stance: Stance
    own: bool
    usual: bool


class RuleView(View):
    """A price as it counts for this account. own: the account's weight, or None for the one it ships with."""

    key: str
    label: str
    room: str
    weight: float
    unit: str
    own: float | None
    source: str
    assumed: bool
    axis: str | None
    about: list[str]


class Stances:
    """One account's schools and weights, kept among its preferences."""

    def __init__(self, rows: Rows) -> None:
        self.rows = rows

    @cached_property
    def _account(self) -> Account:
        return account_of(self.rows)

    def _alone(self) -> None:
        """Wait for other windows that change the same preferences, and read them as they left them."""
        self._account = account_of(self.rows, lock=True)

    @property
    def _own(self) -> dict[str, dict[str, Any]]:
        own: dict[str, dict[str, Any]] = self._account.preferences.get("schools", {})
        return own

    def _prefer(self, **changes: Any) -> None:
        self._account.preferences = {**self._account.preferences, **changes}
        self.rows.flush()

    # Schools.

    def schools(self) -> list[SchoolView]:
        """Those that ship with the product, then the account's own."""
        return [self._view(school, own=False) for school in SCHOOLS] + [
            self._view(self._school(key), own=True) for key in self._own
        ]

    def _view(self, school: School, *, own: bool) -> SchoolView:
        return SchoolView(
            key=school.key,
            name=school.name,
            line=school.line,
            stance=school.stance,
            own=own,
            usual=school.key == self.usual,
        )

    def _school(self, key: str) -> School:
        if key in SCHOOL_BY_KEY:
            return SCHOOL_BY_KEY[key]
        if key not in self._own:
            raise NotFound("there is no such school; it may have been deleted")
        kept = self._own[key]
        stance = Stance.opened(kept["stance"])
        return School(key=key, name=stance.name, line=kept["line"], stance=stance)

    def stance(self, key: str) -> Stance:
        """The stance of a school. Raises BadInput for one that is not there."""
        return self._school(self.known(key)).stance

    @property
    def usual(self) -> str:
        """The school that holds where neither scene nor shoot says another."""
        key: str = self._account.preferences.get("school", FIRST_SCHOOL)
        return key if key in SCHOOL_BY_KEY or key in self._own else FIRST_SCHOOL

    def choose_usual(self, key: str) -> list[SchoolView]:
        """Let a school hold for the whole account."""
        self._alone()
        self._prefer(school=self.known(key))
        return self.schools()

    def known(self, key: str) -> str:
        """The key itself. Raises BadInput for a school that is not there."""
        if key not in SCHOOL_BY_KEY and key not in self._own:
            raise BadInput([Problem(("school",), f"it has to be one of {', '.join([*SCHOOL_BY_KEY, *self._own])}")])
        return key

    def save(
        self, stance: Stance, *, line: str, key: str | None = None, before: Mapping[str, Any] | None = None
    ) -> SchoolView:
        """Keep a stance as an own school: a new one, or in place of the one with this key.

        before: stance and line that the edit began with. Raises Stale where they were changed elsewhere, too.
        """
        if not stance.name.strip():
            raise BadInput([Problem(("stance", "name"), "write at least 1 character")])
        self._alone()
        others = {school.name.lower() for school in self.schools() if school.key != key}
        if stance.name.strip().lower() in others:
            raise Taken(f"there is a school called {stance.name} already; give it another name")
        if key is None:
            if len(self._own) >= MOST_OWN:
                raise BadInput([Problem((), f"at most {MOST_OWN} own schools are kept")])
            key = self._free_key(stance.name)
        elif key not in self._own:
            raise NotFound("this school ships with the product; save your changes under another name")
        made = {"stance": stance.plain(), "line": line}
        if before is not None and key in self._own:
            made = joined_plain(before, made, self._own[key])
        self._prefer(schools={**self._own, key: made})
        return self._view(self._school(key), own=True)

    def _free_key(self, name: str) -> str:
        stem = "own-" + (re.sub(r"[^a-z0-9]+", "-", name.lower()).strip("-")[:40] or "school")
        taken = {*SCHOOL_BY_KEY, *self._own}
        return next(key for key in (stem, *(f"{stem}-{n}" for n in range(2, 99))) if key not in taken)

    def delete(self, key: str) -> list[SchoolView]:
        """Forget an own school. Raises Taken while a scene or shoot is planned under it."""
        self._alone()
        if key not in self._own:
            raise NotFound("there is no such school of your own")
        if school_in_use(self.rows, key):
            raise Taken("scenes or shoots are planned under this school; choose another for them first")
        self._prefer(schools={other: kept for other, kept in self._own.items() if other != key})
        return self.schools()

    def applied_school(self, setup: SetupRow, *, shoot: str) -> AppliedSchool:
        """The school that holds for a setup: its own, else the shoot's, else the account's."""
        if setup.school != INHERITED:
            return self._applied(setup.school, "scene")
        return self._applied(shoot, "shoot") if shoot != INHERITED else self._applied(self.usual, "account")

    def _applied(self, key: str, said_by: Literal["scene", "shoot", "account"]) -> AppliedSchool:
        school = self._school(key if key in SCHOOL_BY_KEY or key in self._own else FIRST_SCHOOL)
        return AppliedSchool(key=school.key, name=school.name, stance=school.stance, said_by=said_by)

    # Numbers.

    @property
    def weights(self) -> dict[str, float]:
        """Own weights of considerations, by key."""
        kept: dict[str, float] = self._account.preferences.get("weights", {})
        return kept

    def rules(self) -> list[RuleView]:
        """Every price with its weight, where it comes from, and what it is a reason for."""
        return [self._rule(price) for price in BOOK.values()]

    def _rule(self, price: Price) -> RuleView:
        told = OF_SETS.get(price.key) or OF_RECORDINGS.get(price.key)
        return RuleView(
            key=price.key,
            label=price.label,
            room=price.room,
            weight=price.weight,
            unit=price.unit,
            own=self.weights.get(price.key),
            source=price.source,
            assumed=price.assumed,
            axis=AXIS_LABELS[price.axis] if price.axis else None,
            about=[setting.value for setting in told.about] if told else [],
        )

    def weigh(self, key: str, weight: float | None) -> list[RuleView]:
        """Let a consideration count otherwise, or with None as it ships. Raises NotFound and BadInput."""
        if key not in BOOK:
            raise NotFound("there is no such price")
        if weight is not None and not 0 <= weight <= MOST_WEIGHT:
            raise BadInput([Problem(("weight",), f"it lies between 0 (does not count) and {MOST_WEIGHT:g}")])
        self._alone()
        kept = {other: value for other, value in self.weights.items() if other != key}
        self._prefer(weights=kept if weight is None else {**kept, key: weight})
        return self.rules()
