"""A document of an older version opens for ever: one of each is kept in tests/kept, as it was written then."""

import json
from pathlib import Path
from typing import Any, ClassVar, Literal

import pytest

from steady_tide.core.document import Part, Upgrade
from steady_tide.core.field.logbook import Logbook
from steady_tide.core.kit.bag import Kit
from steady_tide.core.kit.device import Device
from steady_tide.core.plan.account.plan import Conflict, Plan
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.stance import Stance
from steady_tide.formats.documents import PUBLISHED
from steady_tide.formats.wording import worded

KEPT = Path(__file__).parents[1] / "kept"
KINDS: dict[str, type[Part]] = {
    "brief": Brief, "conflict": Conflict, "device": Device, "kit": Kit, "logbook": Logbook, "plan": Plan,
    "stance": Stance,
}  # fmt: skip


@pytest.mark.parametrize("path", sorted(KEPT.glob("*.json")), ids=lambda path: path.stem)
def test_a_document_of_every_version_opens(path: Path) -> None:
    kind, _, version = path.stem.partition("-")
    written: dict[str, Any] = json.loads(path.read_text())
    assert written["version"] == int(version)
    opened = KINDS[kind].opened(written)
    for field, value in opened.plain().items():
        if field in written and int(version) == opened.plain()["version"] and not isinstance(value, dict | list):
            assert value == written[field], field


def test_one_of_every_published_version_is_kept() -> None:
    kept = {path.stem for path in KEPT.glob("*.json")}
    for model in PUBLISHED.values():
        kind = next(name for name, known in KINDS.items() if known is model)
        newest = model.model_fields["version"].default
        assert {f"{kind}-{version}" for version in range(1, newest + 1)} <= kept


class Third(Part):
    """A made-up document in its third version: `length` was `feet` at first, then `metres`."""

    version: Literal[3] = 3
    length_m: float
    upgrades: ClassVar[dict[int, Upgrade]] = {
        1: lambda old: {"version": 2, "metres": old["feet"] * 0.3048},
        2: lambda old: {"version": 3, "length_m": old["metres"]},
    }


def test_older_documents_are_brought_up_step_by_step() -> None:
    assert Third.opened({"version": 1, "feet": 10}).length_m == pytest.approx(3.048)
    assert Third.opened({"feet": 10}).length_m == pytest.approx(3.048), "the first version went without its number"
    assert Third.opened({"version": 2, "metres": 7}).length_m == 7
    assert Third.opened({"version": 3, "length_m": 7}) == Third(length_m=7)
    with pytest.raises(ValueError, match="version"):
        Third.opened({"version": 4, "length_m": 7})


def test_a_plan_of_the_first_version_keeps_its_words_with_their_kinds() -> None:
    written = json.loads((KEPT / "plan-1.json").read_text())
    written |= {"caution_keys": ["diving"], "cautions": ["Dive within your training.", "Mind the edge."]}
    opened = Plan.opened(written)
    assert [(one.kind, worded(one.told)) for one in opened.cautions] == [
        ("diving", "Dive within your training."),
        ("unnamed", "Mind the edge."),
    ]
    assert opened.answer is None or worded(opened.answer.words) == written["answer"]["words"]
